// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

namespace gravin {

// Before a project that this person has not opened yet reaches for anything: what it reaches.
// accepted(): it may. Deletes itself when closed.
class TrustQuestion : public QDialog {
    Q_OBJECT
public:
    // `reach`: a sentence each. `isKnown`: it was opened before, and reaches more now.
    TrustQuestion(const QString& file, const QString& name, const QStringList& reach, bool isKnown,
                  QWidget* parent);
};

} // namespace gravin
