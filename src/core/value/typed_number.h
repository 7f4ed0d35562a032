// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLocale>
#include <QString>
#include <QStringList>

namespace gravin {

// How one locale writes numbers, and what people of it can mean by what they type.
class NumberForm {
public:
    explicit NumberForm(const QLocale& locale);

    // `plain` is what Decimal::toText() or doubleText() gives: "-1234.50", "1e+300".
    QString text(const QString& plain) const;
    // The same by thousands, or as the locale counts ("12,34,567").
    QString groupedText(const QString& plain) const;

    // What the text can mean, each as a plain number: none, one, or two where a sign can part
    // thousands as well as a fraction. A point always may stand before a fraction, blanks always
    // may part thousands.
    QStringList readings(const QString& typed) const;
    // A point stands before a fraction, and nowhere else.
    bool dividesWithPoint() const { return m_point == u"." && m_group != u"."; }

private:
    QString localised(QString plain) const;
    QString withoutGroups(const QString& whole, QChar separator) const;

    QString m_point;
    QString m_group;
    QString m_minus;
    QChar m_zero;
    int m_lastGroup = 3;   // digits of the group before the fraction
    int m_otherGroups = 3; // of those before it
};

} // namespace gravin
