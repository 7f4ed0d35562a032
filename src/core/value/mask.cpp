// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/mask.h"

#include "core/base/text.h"

#include <QList>

namespace gravin {

namespace {

struct Sign {
    enum class Kind { Letter, Digit, Any, Itself };
    Kind kind = Kind::Itself;
    char32_t character = 0;
};

QList<Sign> signsOf(const QString& mask) {
    QList<Sign> signs;
    bool escaped = false;
    for (const char32_t c : mask.toUcs4()) {
        if (!escaped && c == U'\\') {
            escaped = true;
            continue;
        }
        Sign::Kind kind = Sign::Kind::Itself;
        if (!escaped && c == U'A')
            kind = Sign::Kind::Letter;
        else if (!escaped && c == U'9')
            kind = Sign::Kind::Digit;
        else if (!escaped && c == U'*')
            kind = Sign::Kind::Any;
        signs.append({kind, c});
        escaped = false;
    }
    if (escaped) // nothing follows: it stands for itself
        signs.append({Sign::Kind::Itself, U'\\'});
    return signs;
}

bool matches(const Sign& sign, char32_t c) {
    switch (sign.kind) {
    case Sign::Kind::Letter:
        return QChar::isLetter(c);
    case Sign::Kind::Digit:
        return QChar::isDigit(c);
    case Sign::Kind::Any:
        return true;
    case Sign::Kind::Itself:
        return sign.character == c;
    }
    return false;
}

} // namespace

bool matchesMask(const QString& text, const QString& mask) {
    const QList<Sign> signs = signsOf(mask);
    const auto characters = text.toUcs4();
    if (characters.size() != signs.size())
        return false;
    for (qsizetype i = 0; i < signs.size(); ++i) {
        if (!matches(signs[i], characters[i]))
            return false;
    }
    return true;
}

namespace {

QString refusalOf(const Sign& sign, char32_t typed) {
    const QString shown = QString::fromUcs4(&typed, 1);
    return sign.kind == Sign::Kind::Digit
               ? coreTr("“%1” cannot stand here: a digit is expected.").arg(shown)
               : coreTr("“%1” cannot stand here: a letter is expected.").arg(shown);
}

} // namespace

MaskedTyping typedIntoMask(const QString& text, const QString& mask) {
    const QList<Sign> signs = signsOf(mask);
    MaskedTyping typing;
    const auto put = [&typing](char32_t sign) { typing.text += QString::fromUcs4(&sign, 1); };
    qsizetype at = 0;
    const auto putFixed = [&] {
        for (; at < signs.size() && signs[at].kind == Sign::Kind::Itself; ++at)
            put(signs[at].character);
    };
    for (const char32_t typed : text.toUcs4()) {
        // A sign that stands for itself is put in where it was not typed.
        while (at < signs.size() && signs[at].kind == Sign::Kind::Itself &&
               signs[at].character != typed)
            put(signs[at++].character);
        if (at == signs.size()) {
            if (typing.refusal.isEmpty())
                typing.refusal = coreTr("There is no more room: the form is %1.").arg(mask);
            break;
        }
        if (matches(signs[at], typed)) {
            put(typed);
            ++at;
        } else if (typing.refusal.isEmpty()) {
            typing.refusal = refusalOf(signs[at], typed);
        }
    }
    if (!text.isEmpty())
        putFixed();
    return typing;
}

QString maskExample(const QString& mask) {
    QString example;
    int letters = 0;
    int digits = 0;
    for (const Sign& sign : signsOf(mask)) {
        if (sign.kind == Sign::Kind::Digit)
            example += QChar(u'0' + ++digits % 10);
        else if (sign.kind == Sign::Kind::Itself)
            example += QString::fromUcs4(&sign.character, 1);
        else
            example += QChar(u'A' + letters++ % 26);
    }
    return example;
}

} // namespace gravin
