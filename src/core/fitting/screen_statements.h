// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"
#include "core/fitting/binding.h"
#include "core/records/record.h"

namespace gravin {

// One statement that a screen sends, for people to read: values apart from it, in the order of its
// placeholders.
struct ScreenStatement {
    QString title; // "Change a record"
    QString sql;
    QStringList values;
    QString reason; // why it is not sent here; empty: it is
};

// What is sent to read, insert, change and delete on this screen. With a record, by the example of
// it: as if every editable field of it were written. Built by the functions that build the
// statements that run.
QList<ScreenStatement> statementsOf(const Dialect& dialect, const BoundScreen& screen,
                                    const Record* example);

} // namespace gravin
