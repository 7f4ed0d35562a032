// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/picture_decoder.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

#include <memory>

namespace gravin {

namespace {

// One at a time: several large ones together would need the memory of all.
QThreadPool& decoders() {
    static QThreadPool pool;
    pool.setMaxThreadCount(1);
    return pool;
}

} // namespace

void PictureDecoder::decode(const QByteArray& bytes, QSize most,
                            std::function<void(const DecodedPicture&)> answer) {
    const quint64 mine = ++m_newest;
    decoders().start(
        [self = QPointer<PictureDecoder>(this), mine, bytes, most, answer = std::move(answer)] {
            auto picture = std::make_shared<DecodedPicture>(decodePicture(bytes, most));
            QMetaObject::invokeMethod(
                QCoreApplication::instance(),
                [self, mine, picture, answer] {
                    if (self && self->m_newest == mine)
                        answer(*picture);
                },
                Qt::QueuedConnection);
        });
}

} // namespace gravin
