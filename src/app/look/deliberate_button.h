// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QDialog;
class QPushButton;

namespace gravin {

// Keeps Return in a field from setting off what changes many records: the dialog has no default
// button, and what does it is pressed, by Return where it has the focus, or by Ctrl+Return from
// anywhere. To be called when the dialog has all its buttons.
void makeDeliberate(QDialog* dialog, QPushButton* button);

} // namespace gravin
