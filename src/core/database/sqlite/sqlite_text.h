// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QString>
#include <QVariant>

#include <sqlite3.h>

namespace gravin {

// SQLite stores whatever bytes it is given as a text. So that none is lost on the way through
// QString, a byte that is no UTF-8 is read as one character of the end of Unicode's last plane for
// private use: byte b, 0x80 to 0xFF, as U+10FF00 + b. A text that really holds one of these
// characters is read byte by byte in the same way, so that every text has one form, and every form
// one text. Texts of any thread.

// Whether a text read in this way stands for bytes that are no UTF-8.
bool standsForBytes(const QString& text);
QString textFromSqlite(QByteArrayView stored);
// Whether no byte of it has to stand for anything: then it is read as the UTF-8 that it is.
bool isReadAsStored(QByteArrayView stored);
QByteArray textForSqlite(const QString& text);

// The expression that reads `sql` so, for what is read through Qt Sql, and a statement's own text
// with its placeholders made ready for values that stand for bytes; most are left as they are.
QString readableSqliteText(const QString& sql);
QString withSqliteTexts(const QString& sql, const QVariantList& values);

// Adds the functions that both need.
void addSqliteTexts(sqlite3* handle);

} // namespace gravin
