// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "picture/decoded_picture.h"

#include <QObject>

#include <functional>

namespace gravin {

// Reads pictures beside the interface. Lives in its thread; only the newest picture is answered,
// and none after it is gone.
class PictureDecoder : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;
    void decode(const QByteArray& bytes, QSize most,
                std::function<void(const DecodedPicture&)> answer);
    void forget() { ++m_newest; }

private:
    quint64 m_newest = 0;
};

} // namespace gravin
