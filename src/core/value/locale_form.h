// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/value/column_type.h"
#include "core/value/value.h"

#include <QLocale>

#include <memory>
#include <optional>

namespace gravin {

// The locale of a BCP 47 name ("de", "en-GB"; "C": of no people); nothing: there is none.
std::optional<QLocale> localeNamed(const QString& name);

class MomentForm;
class NumberForm;

// How one locale writes dates, times and figures. What it writes it reads back as the very same
// value. A plain value that is cheap to copy; may be used in any thread.
class LocaleForm {
public:
    // Of the person, as the desktop says.
    LocaleForm();
    explicit LocaleForm(const QLocale& locale);
    // Just toText() and fromText(): as files and programs have it.
    static LocaleForm plain();

    const QLocale& locale() const { return m_locale; }
    // The text a person reads and may type again. NULL gives an empty text. Never cuts or rounds.
    QString text(const Value& value, const ColumnType& type) const;
    // The value a person means by a text; `today` is what dates without a year and words start
    // from, by the clock where it is not valid. ISO form and a point are always taken. Refused with
    // the form that is expected, and with all readings of what can be read in more than one way.
    Result<Value> value(const QString& text, const ColumnType& type, QDate today = {}) const;
    // What is typed as files keep it, and back. Anything but a value of the type stays as it is.
    QString plainText(const QString& typed, const ColumnType& type) const;
    QString shownText(const QString& plain, const ColumnType& type) const;
    // A value of today, to show what is expected; empty for kinds that need no example.
    QString example(const ColumnType& type) const;

    const NumberForm& numbers() const { return *m_numbers; }
    const MomentForm& moments() const { return *m_moments; }

    friend bool operator==(const LocaleForm& a, const LocaleForm& b) {
        return a.m_locale == b.m_locale && a.m_isPlain == b.m_isPlain;
    }

private:
    Result<Value> number(const QString& text, const ColumnType& type) const;
    Result<Value> moment(const QString& text, const ColumnType& type, QDate today) const;
    Error ambiguous(const QString& text, const std::vector<Value>& readings,
                    const ColumnType& type) const;
    Error notOfType(const QString& text, const ColumnType& type) const;

    QLocale m_locale;
    bool m_isPlain = false;
    std::shared_ptr<const NumberForm> m_numbers;
    std::shared_ptr<const MomentForm> m_moments;
};

} // namespace gravin
