// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

namespace gravin {

// Which language the program speaks from its next start on. Deletes itself when closed.
class LanguageDialog : public QDialog {
    Q_OBJECT
public:
    explicit LanguageDialog(QWidget* parent);
};

} // namespace gravin
