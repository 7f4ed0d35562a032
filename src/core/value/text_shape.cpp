// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/text_shape.h"

#include <QRegularExpression>

#include <algorithm>

namespace gravin {

namespace {

// A longer run is shown as one sign and dots.
constexpr int LongestShownRun = 8;

char32_t kindOf(char32_t character) {
    switch (QChar::category(character)) {
    case QChar::Letter_Uppercase:
    case QChar::Letter_Titlecase:
        return U'A';
    case QChar::Letter_Lowercase:
        return U'a';
    case QChar::Letter_Other:
    case QChar::Letter_Modifier:
    case QChar::Mark_NonSpacing:
    case QChar::Mark_SpacingCombining:
        return U'x';
    default:
        return character >= U'0' && character <= U'9' ? U'9' : 0;
    }
}

QString textOf(char32_t character) { return QString::fromUcs4(&character, 1); }

} // namespace

TextShape TextShape::of(QStringView text) {
    TextShape shape;
    for (qsizetype at = 0; at < text.size(); ++at) {
        char32_t character = text[at].unicode();
        if (text[at].isHighSurrogate() && at + 1 < text.size() && text[at + 1].isLowSurrogate())
            character = QChar::surrogateToUcs4(text[at], text[at + 1]);
        if (character > 0xffff)
            ++at;
        const char32_t kind = kindOf(character);
        const char32_t sign = kind ? kind : character;
        const bool isAscii = character < 0x80;
        if (!shape.m_runs.isEmpty() && shape.m_runs.back().sign == sign &&
            shape.m_runs.back().isKind == (kind != 0)) {
            Run& run = shape.m_runs.back();
            run.isAscii &= isAscii;
            run.least = ++run.most;
            continue;
        }
        if (shape.m_runs.size() == MostRuns) {
            shape.m_isFree = true;
            shape.m_runs.clear();
            return shape;
        }
        shape.m_runs += Run{sign, kind != 0, isAscii, 1, 1};
    }
    return shape;
}

QString TextShape::build() const {
    if (m_isFree)
        return QStringLiteral("free");
    QString build;
    // A letter that stands for itself cannot be: letters are always kinds. A digit neither.
    for (const Run& run : m_runs)
        build += textOf(run.sign);
    return build;
}

void TextShape::include(const TextShape& other) {
    for (qsizetype i = 0; i < m_runs.size() && i < other.m_runs.size(); ++i) {
        m_runs[i].isAscii &= other.m_runs[i].isAscii;
        m_runs[i].least = std::min(m_runs[i].least, other.m_runs[i].least);
        m_runs[i].most = std::max(m_runs[i].most, other.m_runs[i].most);
    }
}

QString TextShape::text() const {
    QString text;
    for (const Run& run : m_runs) {
        if (run.least == run.most && run.most <= LongestShownRun)
            text += textOf(run.sign).repeated(run.most);
        else
            text += textOf(run.sign) + u'…';
    }
    return text;
}

QString TextShape::pattern() const {
    QString pattern;
    for (const Run& run : m_runs) {
        if (!run.isKind)
            pattern += QRegularExpression::escape(textOf(run.sign));
        else if (run.sign == U'9')
            pattern += QStringLiteral("[0-9]");
        else if (run.sign == U'A')
            pattern += run.isAscii ? QStringLiteral("[A-Z]") : QStringLiteral("\\p{Lu}");
        else if (run.sign == U'a')
            pattern += run.isAscii ? QStringLiteral("[a-z]") : QStringLiteral("\\p{Ll}");
        else
            pattern += QStringLiteral("[\\p{L}\\p{M}]");
        if (run.least != run.most)
            pattern += QStringLiteral("{%1,%2}").arg(run.least).arg(run.most);
        else if (run.most > 1)
            pattern += QStringLiteral("{%1}").arg(run.most);
    }
    return pattern;
}

bool TextShape::isFixed() const {
    return !m_isFree && std::all_of(m_runs.begin(), m_runs.end(),
                                    [](const Run& run) { return run.least == run.most; });
}

bool TextShape::isCode() const {
    const bool hasDigits = std::any_of(m_runs.begin(), m_runs.end(), [](const Run& run) {
        return run.isKind && run.sign == U'9';
    });
    return !m_isFree && m_runs.size() > 1 && hasDigits;
}

} // namespace gravin
