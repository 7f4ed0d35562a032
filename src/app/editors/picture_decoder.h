// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "picture/decoded_picture.h"

#include <QObject>

#include <functional>

namespace gravin {

// How soon a picture is read: those that a person waits for, before those that may come by and by.
enum class PictureHurry { MayWait, Now };

// Reads a picture beside the interface, one at a time in the whole program: several large ones
// together would need the memory of all. `answer` is called in the interface's thread, whoever is
// gone meanwhile; in its lambda, guard what may be.
void readPicture(const QByteArray& bytes, QSize most, PictureHurry hurry,
                 std::function<void(const DecodedPicture&)> answer);

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
