// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/text_functions.h"

#include <QList>

#include <algorithm>
#include <vector>

namespace gravin {

namespace {

// Code units above the surrogates stand for lower characters than those.
char16_t rank(char16_t unit) {
    if (unit < 0xD800)
        return unit;
    return static_cast<char16_t>(unit >= 0xE000 ? unit - 0x800 : unit + 0x2000);
}

struct PatternSign {
    enum class Kind { Character, One, Any };
    Kind kind = Kind::Character;
    char32_t character = 0;
};

} // namespace

int compareTexts(const QString& a, const QString& b) {
    const qsizetype shared = std::min(a.size(), b.size());
    for (qsizetype i = 0; i < shared; ++i) {
        if (a[i] != b[i])
            return rank(a[i].unicode()) < rank(b[i].unicode()) ? -1 : 1;
    }
    return a.size() == b.size() ? 0 : a.size() < b.size() ? -1 : 1;
}

qint64 characterCount(const QString& text) {
    return std::count_if(text.begin(), text.end(), [](QChar c) { return !c.isLowSurrogate(); });
}

QString substring(const QString& text, qint64 from, std::optional<qint64> count) {
    const QList<uint> characters = text.toUcs4();
    const qint64 size = characters.size();
    const qint64 begin = std::clamp<qint64>(from, 1, size + 1);
    // Without overflow also for a place far outside.
    const qint64 start = std::min(from, size + 1);
    qint64 end = size + 1;
    if (count && (start <= 0 || *count < end - start))
        end = std::clamp(start + *count, begin, size + 1);
    return QString::fromUcs4(reinterpret_cast<const char32_t*>(characters.constData()) + begin - 1,
                             end - begin);
}

qint64 positionIn(const QString& text, const QString& wanted) {
    const qsizetype at = text.indexOf(wanted);
    return at < 0 ? 0 : characterCount(text.left(at)) + 1;
}

QString trimmed(const QString& text, const QString& characters, bool begin, bool end) {
    const QList<uint> all = text.toUcs4();
    const QList<uint> taken = characters.toUcs4();
    qsizetype first = 0;
    qsizetype last = all.size();
    while (begin && first < last && taken.contains(all[first]))
        ++first;
    while (end && last > first && taken.contains(all[last - 1]))
        --last;
    return QString::fromUcs4(reinterpret_cast<const char32_t*>(all.constData()) + first,
                             last - first);
}

std::optional<bool> isLike(const QString& text, const QString& pattern,
                           std::optional<char32_t> escape) {
    std::vector<PatternSign> signs;
    const QList<uint> written = pattern.toUcs4();
    for (qsizetype i = 0; i < written.size(); ++i) {
        const char32_t character = written[i];
        if (escape && character == *escape) {
            const bool meansSomething =
                i + 1 < written.size() &&
                (written[i + 1] == U'%' || written[i + 1] == U'_' || written[i + 1] == *escape);
            if (!meansSomething)
                return std::nullopt;
            signs.push_back({PatternSign::Kind::Character, written[++i]});
        } else if (character == U'%') {
            if (signs.empty() || signs.back().kind != PatternSign::Kind::Any)
                signs.push_back({PatternSign::Kind::Any});
        } else {
            signs.push_back(
                {character == U'_' ? PatternSign::Kind::One : PatternSign::Kind::Character,
                 character});
        }
    }
    // Only the last % is ever tried again, so that time stays bounded.
    const QList<uint> characters = text.toUcs4();
    qsizetype at = 0;
    size_t sign = 0;
    std::optional<size_t> anySign;
    qsizetype anyAt = 0;
    while (at < characters.size()) {
        const bool fits =
            sign < signs.size() && (signs[sign].kind == PatternSign::Kind::One ||
                                    (signs[sign].kind == PatternSign::Kind::Character &&
                                     signs[sign].character == characters[at]));
        if (sign < signs.size() && signs[sign].kind == PatternSign::Kind::Any) {
            anySign = sign++;
            anyAt = at;
        } else if (fits) {
            ++sign;
            ++at;
        } else if (anySign) {
            sign = *anySign + 1;
            at = ++anyAt;
        } else {
            return false;
        }
    }
    while (sign < signs.size() && signs[sign].kind == PatternSign::Kind::Any)
        ++sign;
    return sign == signs.size();
}

} // namespace gravin
