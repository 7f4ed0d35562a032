// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/column_type.h"

#include <QStringList>

namespace gravin {

// A type as MariaDB's catalog declares it; -1: there is no such limit.
struct MariaDbDeclared {
    QString base; // "bigint"
    QString full; // "bigint(20) unsigned"
    int length = -1;
    int precision = -1;
    int scale = -1;
};

ColumnType mariadbTypeOf(const MariaDbDeclared& declared);
// "'a','it''s'" of ENUM('a','it''s')
QStringList mariadbMembersOf(const QString& declared);

} // namespace gravin
