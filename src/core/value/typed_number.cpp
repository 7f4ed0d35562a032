// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/typed_number.h"

#include "core/value/typed_text.h"

#include <QRegularExpression>

namespace gravin {

namespace {

// A separator as plainSigns() leaves it; nothing where it is no single sign.
QChar plainSeparator(const QString& separator) {
    if (separator.size() != 1)
        return {};
    return separator[0].isSpace() ? QChar(u' ') : separator[0];
}

bool isApostrophe(QChar sign) { return sign == u'\'' || sign == QChar(0x2019); }

} // namespace

NumberForm::NumberForm(const QLocale& locale)
    : m_point(locale.decimalPoint())
    , m_group(locale.groupSeparator())
    , m_minus(locale.negativeSign())
    , m_zero(locale.zeroDigit().isEmpty() ? QChar(u'0') : locale.zeroDigit().front()) {
    // How many digits a locale puts together is told by what it writes only.
    constexpr qint64 Long = 123'456'789'012;
    const QStringList groups = locale.toString(Long).split(m_group);
    if (groups.size() > 2) {
        m_lastGroup = static_cast<int>(groups.last().size());
        m_otherGroups = static_cast<int>(groups[groups.size() - 2].size());
    }
}

QString NumberForm::localised(QString plain) const {
    if (m_zero != u'0') {
        for (QChar& sign : plain) {
            if (sign >= u'0' && sign <= u'9')
                sign = QChar(static_cast<char16_t>(m_zero.unicode() + (sign.unicode() - u'0')));
        }
    }
    return plain;
}

QString NumberForm::text(const QString& plain) const {
    QString text = localised(plain);
    // The exponent of a very large or small double keeps its plain sign.
    if (const qsizetype point = text.indexOf(u'.'); point >= 0)
        text.replace(point, 1, m_point);
    if (text.startsWith(u'-'))
        text.replace(0, 1, m_minus);
    return text;
}

QString NumberForm::groupedText(const QString& plain) const {
    static const QRegularExpression number(QStringLiteral("^(-?)(\\d+)(\\.\\d+)?$"));
    const auto match = number.match(plain);
    if (!match.hasMatch())
        return text(plain);
    QString whole = match.captured(2);
    const auto group = [this](qsizetype at) { return at - m_otherGroups; };
    for (qsizetype at = whole.size() - m_lastGroup; at > 0; at = group(at))
        whole.insert(at, m_group);
    return (match.captured(1).isEmpty() ? QString() : m_minus) + localised(whole) +
           (match.captured(3).isEmpty() ? QString()
                                        : m_point + localised(match.captured(3).mid(1)));
}

// Null: the groups are not as they should be.
QString NumberForm::withoutGroups(const QString& whole, QChar separator) const {
    const QStringList groups = whole.split(separator);
    const auto are = [&groups](int last, int others) {
        for (qsizetype i = 1; i < groups.size(); ++i) {
            if (groups[i].size() != (i == groups.size() - 1 ? last : others))
                return false;
        }
        return !groups.front().isEmpty() && groups.front().size() <= others;
    };
    constexpr int Thousand = 3;
    const bool isFine = are(m_lastGroup, m_otherGroups) || are(Thousand, Thousand);
    // "0.204" is no thousand.
    return isFine && !groups.front().startsWith(u'0') ? groups.join(QString()) : QString();
}

QStringList NumberForm::readings(const QString& typed) const {
    static const QRegularExpression parts(
        QStringLiteral("^([+-]?)\\s*([^eE+-]*?)(?:[eE]([+-]?\\d{1,4}))?$"));
    static const QRegularExpression digits(QStringLiteral("^\\d+$"));
    const auto match = parts.match(plainSigns(typed));
    if (!match.hasMatch())
        return {};
    const QString body = match.captured(2);
    const QChar group = plainSeparator(m_group);
    QStringList found;
    for (const QChar point : {plainSeparator(m_point), QChar(u'.')}) {
        if (point.isNull() || body.count(point) > 1)
            continue;
        const qsizetype at = body.indexOf(point);
        const QString fraction = at < 0 ? QString() : body.mid(at + 1);
        QString whole = at < 0 ? body : body.left(at);
        if ((at >= 0 && !fraction.isEmpty() && !digits.match(fraction).hasMatch()) ||
            (whole.isEmpty() && fraction.isEmpty()))
            continue;
        if (!whole.isEmpty() && !digits.match(whole).hasMatch()) {
            if (isApostrophe(group))
                whole.replace(u'\'', group);
            QString bare;
            for (const QChar separator : {group, QChar(u' ')}) {
                if (bare.isEmpty() && !separator.isNull() && separator != point &&
                    whole.contains(separator))
                    bare = withoutGroups(whole, separator);
            }
            if (bare.isEmpty() || !digits.match(bare).hasMatch())
                continue;
            whole = bare;
        }
        found += (match.captured(1) == u"-" ? QStringLiteral("-") : QString()) +
                 (whole.isEmpty() ? QStringLiteral("0") : whole) +
                 (fraction.isEmpty() ? QString() : u'.' + fraction) +
                 (match.captured(3).isEmpty() ? QString() : u'e' + match.captured(3));
    }
    found.removeDuplicates();
    return found;
}

} // namespace gravin
