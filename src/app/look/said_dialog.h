// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

namespace gravin {

// What was said in the last hour, newest first. Deletes itself when closed.
class SaidDialog : public QDialog {
    Q_OBJECT
public:
    explicit SaidDialog(QWidget* parent);
};

} // namespace gravin
