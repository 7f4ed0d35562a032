// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/record.h"

#include <QObject>

namespace gravin {

// Which records have an edit window, for the lists that mark them.
class WindowNumbers : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    // The number of the window on a record; 0: none.
    virtual int numberOf(const QString& table, const RecordId& id) const = 0;

Q_SIGNALS:
    void changed(); // of any record
};

} // namespace gravin
