// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QCoreApplication>
#include <QLocale>
#include <QString>

namespace gravin {

// Translates a text of the core; the interface's classes use their own tr().
inline QString coreTr(const char* text) { return QCoreApplication::translate("gravin", text); }

// "1 record", "31 records", "1,204 records": the number in the person's locale before its noun, in
// the form that the language has for so many. Both are texts of the translation, English without
// one.
inline QString counted(qint64 count, const char* one, const char* many) {
    constexpr qint64 MostOfForms = 1'000'000; // languages tell no more apart
    const int forms = static_cast<int>(count > MostOfForms ? MostOfForms + count % 100 : count);
    const QString noun = QCoreApplication::translate("gravin", many, nullptr, forms);
    const bool isEnglish = noun == QString::fromUtf8(many);
    return QLocale().toString(count) + u' ' +
           (isEnglish && count == 1 ? QString::fromUtf8(one) : noun);
}

inline QString countedRecords(qint64 count) { return counted(count, "record", "records"); }

// The text itself, or an empty one that is not null: a null QString would be bound as NULL.
inline QString notNull(const QString& text) { return text.isNull() ? QStringLiteral("") : text; }

// A text where only its beginning is shown; what is left out is counted.
inline QString beginningOf(const QString& text, qsizetype most) {
    if (text.size() <= most)
        return text;
    const bool splitsPair = text.at(most - 1).isHighSurrogate();
    const qsizetype shown = splitsPair ? most - 1 : most;
    return coreTr("%1 … (%2 more)")
        .arg(text.left(shown), counted(text.size() - shown, "character", "characters"));
}

} // namespace gravin
