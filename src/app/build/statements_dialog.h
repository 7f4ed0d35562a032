// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/screen_binding.h"

#include <QDialog>

namespace gravin {

// The statements that a screen sends to the database, to be read and copied.
class StatementsDialog : public QDialog {
    Q_OBJECT
public:
    // `binding` must outlive the dialog. Deletes itself when closed.
    StatementsDialog(ScreenBinding* binding, QWidget* parent);
};

} // namespace gravin
