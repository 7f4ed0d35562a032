// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"

#include <QDialog>

class QListWidget;

namespace gravin {

// The fields of a list with a check each: those that are seen. What is ticked shows at once.
class ShownFieldsDialog : public QDialog {
    Q_OBJECT
public:
    // `hidden`: columns that are not seen now.
    ShownFieldsDialog(const BoundScreen& screen, const QStringList& hidden,
                      QWidget* parent = nullptr);

Q_SIGNALS:
    // The columns that are not to be seen; never all.
    void chosen(const QStringList& hidden);

private:
    void takeTicks();

    QListWidget* m_fields;
};

} // namespace gravin
