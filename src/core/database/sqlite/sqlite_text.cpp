// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_text.h"

#include "core/base/text.h"

#include <QList>

#include <algorithm>
#include <cstring>

namespace gravin {

namespace {

constexpr char32_t FirstStanding = 0x10ff00; // for the byte 0; only those from 0x80 on are used
// Its surrogates in UTF-16, those of the byte 0x80.
constexpr char16_t HighSurrogate = 0xdbff;
constexpr char16_t FirstLowSurrogate = 0xdf80;

// The bytes of the character that begins there, as RFC 3629 says; 0: none does.
qsizetype lengthOfCharacter(QByteArrayView bytes) {
    const auto at = [&](qsizetype place) {
        return place < bytes.size() ? static_cast<unsigned char>(bytes[place]) : 0U;
    };
    const unsigned first = at(0);
    const qsizetype length = first < 0x80    ? 1
                             : first < 0xc2  ? 0 // one that follows, or longer than need be
                             : first < 0xe0  ? 2
                             : first < 0xf0  ? 3
                             : first <= 0xf4 ? 4
                                             : 0;
    for (qsizetype i = 1; i < length; ++i) {
        if ((at(i) & 0xc0U) != 0x80U)
            return 0;
    }
    const bool isNone = (first == 0xe0 && at(1) < 0xa0) ||  // longer than need be
                        (first == 0xed && at(1) >= 0xa0) || // half a character of UTF-16
                        (first == 0xf0 && at(1) < 0x90) ||  // longer than need be
                        (first == 0xf4 && at(1) >= 0x90);   // beyond Unicode
    return isNone ? 0 : length;
}

// Whether the character of four bytes there is one of those that stand for a byte.
bool isStanding(QByteArrayView bytes) {
    return bytes.startsWith("\xf4\x8f") && (bytes[2] == '\xbe' || bytes[2] == '\xbf');
}

// How far nothing has to stand for anything.
qsizetype plainBegin(QByteArrayView stored) {
    qsizetype place = 0;
    // Most texts are ASCII, which is seen eight characters at a time.
    constexpr quint64 HighBits = 0x8080'8080'8080'8080;
    quint64 word = 0;
    for (; place + qsizetype(sizeof word) <= stored.size(); place += sizeof word) {
        std::memcpy(&word, stored.data() + place, sizeof word);
        if ((word & HighBits) != 0)
            break;
    }
    while (place < stored.size()) {
        if (static_cast<unsigned char>(stored[place]) < 0x80) {
            ++place;
            continue;
        }
        const QByteArrayView rest = stored.sliced(place);
        const qsizetype length = lengthOfCharacter(rest);
        if (length == 0 || (length == 4 && isStanding(rest)))
            break;
        place += length;
    }
    return place;
}

QByteArrayView bytesOf(sqlite3_value* text) {
    const auto* bytes = reinterpret_cast<const char*>(sqlite3_value_text(text));
    return {bytes, bytes ? sqlite3_value_bytes(text) : 0};
}

void giveText(sqlite3_context* context, const QByteArray& text) {
    sqlite3_result_text64(context, text.constData(), static_cast<quint64>(text.size()),
                          SQLITE_TRANSIENT, SQLITE_UTF8);
}

// gravin_text(value): as it is read.
void readText(sqlite3_context* context, int, sqlite3_value** values) {
    const bool isText = sqlite3_value_type(values[0]) == SQLITE_TEXT;
    const QByteArrayView stored = isText ? bytesOf(values[0]) : QByteArrayView();
    if (plainBegin(stored) == stored.size())
        sqlite3_result_value(context, values[0]);
    else
        giveText(context, textFromSqlite(stored).toUtf8());
}

// gravin_bytes(text): as it is stored.
void storeText(sqlite3_context* context, int, sqlite3_value** values) {
    giveText(context, textForSqlite(QString::fromUtf8(bytesOf(values[0]))));
}

// Behind the quoted text, name or comment that begins there; the same place when none does.
qsizetype behindQuoted(const QString& sql, qsizetype place) {
    const auto behind = [&](const QString& end, qsizetype from) {
        const qsizetype found = sql.indexOf(end, from);
        return found < 0 ? sql.size() : found + end.size();
    };
    const QChar first = sql[place];
    if (first == u'\'' || first == u'"' || first == u'`')
        return behind(first, place + 1); // a doubled one begins the next
    if (first == u'[')
        return behind(QStringLiteral("]"), place + 1);
    const QStringView two = QStringView(sql).mid(place, 2);
    if (two == u"--")
        return behind(QStringLiteral("\n"), place);
    if (two == u"/*")
        return behind(QStringLiteral("*/"), place + 2);
    return place;
}

} // namespace

bool standsForBytes(const QString& text) {
    qsizetype place = -1;
    while ((place = text.indexOf(QChar(HighSurrogate), place + 1)) >= 0) {
        if (place + 1 < text.size() && text[place + 1].unicode() >= FirstLowSurrogate &&
            text[place + 1].isLowSurrogate())
            return true;
    }
    return false;
}

bool isReadAsStored(QByteArrayView stored) { return plainBegin(stored) == stored.size(); }

QString textFromSqlite(QByteArrayView stored) {
    QString text;
    while (!stored.isEmpty()) {
        const qsizetype plain = plainBegin(stored);
        text += QString::fromUtf8(stored.first(plain));
        stored = stored.sliced(plain);
        if (stored.isEmpty())
            break;
        // One of the characters that stand for bytes is four of them.
        const qsizetype bytes = std::max<qsizetype>(lengthOfCharacter(stored), 1);
        for (const char byte : stored.first(bytes)) {
            text += QChar(HighSurrogate);
            text += QChar(
                static_cast<char16_t>(FirstLowSurrogate - 0x80 + static_cast<unsigned char>(byte)));
        }
        stored = stored.sliced(bytes);
    }
    return notNull(text);
}

QByteArray textForSqlite(const QString& text) {
    if (!standsForBytes(text))
        return text.toUtf8();
    QByteArray stored;
    for (const uint character : text.toUcs4()) {
        if (character >= FirstStanding + 0x80 && character <= FirstStanding + 0xff)
            stored += static_cast<char>(character - FirstStanding);
        else
            stored += QString::fromUcs4(reinterpret_cast<const char32_t*>(&character), 1).toUtf8();
    }
    return stored;
}

QString readableSqliteText(const QString& sql) {
    return QStringLiteral("gravin_text(%1)").arg(sql);
}

QString withSqliteTexts(const QString& sql, const QVariantList& values) {
    const auto stands = [](const QVariant& value) {
        return value.typeId() == QMetaType::QString &&
               standsForBytes(*static_cast<const QString*>(value.constData()));
    };
    if (std::none_of(values.begin(), values.end(), stands))
        return sql;
    QString ready;
    qsizetype value = 0;
    for (qsizetype place = 0; place < sql.size();) {
        const qsizetype behind = behindQuoted(sql, place);
        if (behind > place) {
            ready += QStringView(sql).mid(place, behind - place);
            place = behind;
            continue;
        }
        const bool isMeant = sql[place] == u'?' && value < values.size() && stands(values[value]);
        value += sql[place] == u'?' ? 1 : 0;
        ready += isMeant ? QStringLiteral("gravin_bytes(?)") : QString(sql[place]);
        ++place;
    }
    return ready;
}

void addSqliteTexts(sqlite3* handle) {
    if (!handle)
        return;
    constexpr int Kind = SQLITE_UTF8 | SQLITE_DETERMINISTIC;
    sqlite3_create_function(handle, "gravin_text", 1, Kind, nullptr, &readText, nullptr, nullptr);
    sqlite3_create_function(handle, "gravin_bytes", 1, Kind, nullptr, &storeText, nullptr, nullptr);
}

} // namespace gravin
