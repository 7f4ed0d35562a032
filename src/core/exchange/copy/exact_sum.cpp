// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/copy/exact_sum.h"

#include <QCryptographicHash>
#include <QtEndian>

#include <cmath>
#include <cstring>

namespace gravin {

namespace {

QByteArray numberBytes(Decimal number) {
    // 1.50 is worth as much as 1.5.
    while (number.scale() > 0) {
        const auto shorter = number.rescaled(number.scale() - 1);
        if (!shorter)
            break;
        number = *shorter;
    }
    return 'd' + number.toText().toLatin1();
}

QByteArray doubleBytes(double number) {
    if (std::isnan(number))
        return QByteArrayLiteral("fnan");
    quint64 bits = 0;
    std::memcpy(&bits, &number, sizeof bits);
    return 'f' + QByteArray::number(bits, 16);
}

QByteArray bytesOf(const Value& value) {
    switch (value.kind()) {
    case Value::Kind::Null:
        return QByteArrayLiteral("n");
    case Value::Kind::Boolean:
        return value.asBoolean() ? QByteArrayLiteral("b1") : QByteArrayLiteral("b0");
    case Value::Kind::Integer:
        return numberBytes(Decimal(value.asInteger()));
    case Value::Kind::Decimal:
        return numberBytes(value.asDecimal());
    case Value::Kind::Double:
        return doubleBytes(value.asDouble());
    case Value::Kind::Text:
        return 't' + value.asText().toUtf8();
    case Value::Kind::Date:
        return 'D' + isoText(value.asDate()).toLatin1();
    case Value::Kind::Time:
        return 'T' + QByteArray::number(value.asTime().microseconds);
    case Value::Kind::Timestamp:
        return 'S' + isoText(value.asTimestamp()).toLatin1();
    case Value::Kind::Instant:
        return 'S' + isoText(value.asInstant().utc).toLatin1();
    case Value::Kind::Binary:
        return 'x' + value.asBinary();
    }
    return {};
}

} // namespace

void ExactSum::add(const std::vector<Value>& row) {
    QCryptographicHash hash(QCryptographicHash::Sha256);
    for (const Value& value : row) {
        const QByteArray bytes = bytesOf(value);
        // With its length, so that no two rows read alike.
        hash.addData(QByteArray::number(bytes.size()) + ':');
        hash.addData(bytes);
    }
    const QByteArray digest = hash.result();
    const auto high = qFromBigEndian<quint64>(digest.constData());
    const auto low = qFromBigEndian<quint64>(digest.constData() + sizeof(quint64));
    m_low += low;
    m_high += high + (m_low < low ? 1 : 0);
    ++m_rows;
}

QString ExactSum::text() const {
    return QStringLiteral("%1%2")
        .arg(m_high, 16, 16, QLatin1Char('0'))
        .arg(m_low, 16, 16, QLatin1Char('0'));
}

} // namespace gravin
