// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/stored_value.h"

namespace gravin {

StoredVariant::StoredVariant(const QVariant& variant) {
    const int type = variant.typeId();
    // Empty ones that are null are stored as NULL.
    if (variant.isNull() || (type == QMetaType::QString && variant.toString().isNull()) ||
        (type == QMetaType::QByteArray && variant.toByteArray().isNull()))
        return;
    if (type == QMetaType::QByteArray) {
        m_bytes = variant.toByteArray();
        m_value.kind = StoredValue::Kind::Bytes;
    } else if (type == QMetaType::Double) {
        m_value.kind = StoredValue::Kind::Real;
        m_value.real = variant.toDouble();
    } else if (type == QMetaType::QString) {
        m_bytes = variant.toString().toUtf8();
        m_value.kind = StoredValue::Kind::Text;
    } else {
        m_value.kind = StoredValue::Kind::Integer;
        m_value.integer = variant.toLongLong();
    }
    m_value.bytes = m_bytes;
}

} // namespace gravin
