// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QCoreApplication>
#include <QLocale>
#include <QString>

namespace gravin {

// Translates a text of the core; the interface's classes use their own tr().
inline QString coreTr(const char* text) { return QCoreApplication::translate("gravin", text); }

// "1 record", "31 records", "1,204 records": the number in the person's locale before its noun.
inline QString counted(qint64 count, const QString& one, const QString& many) {
    return QLocale().toString(count) + u' ' + (count == 1 ? one : many);
}

inline QString countedRecords(qint64 count) {
    return counted(count, coreTr("record"), coreTr("records"));
}

// The text itself, or an empty one that is not null: a null QString would be bound as NULL.
inline QString notNull(const QString& text) { return text.isNull() ? QStringLiteral("") : text; }

// A text where only its beginning is shown; what is left out is counted.
inline QString beginningOf(const QString& text, qsizetype most) {
    if (text.size() <= most)
        return text;
    const bool splitsPair = text.at(most - 1).isHighSurrogate();
    const qsizetype shown = splitsPair ? most - 1 : most;
    return coreTr("%1 … (%2 more)")
        .arg(text.left(shown),
             counted(text.size() - shown, coreTr("character"), coreTr("characters")));
}

} // namespace gravin
