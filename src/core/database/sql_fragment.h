// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QVariant>

namespace gravin {

// A piece of SQL with the values of its placeholders; text never holds a value.
struct SqlFragment {
    QString sql;
    QVariantList values;
};

} // namespace gravin
