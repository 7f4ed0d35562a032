// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/picture_decoder.h"

#include <QCoreApplication>
#include <QPointer>
#include <QRunnable>
#include <QThreadPool>

#include <memory>

namespace gravin {

namespace {

QThreadPool& decoders() {
    static QThreadPool pool;
    pool.setMaxThreadCount(1);
    return pool;
}

} // namespace

void readPicture(const QByteArray& bytes, QSize most, PictureHurry hurry,
                 std::function<void(const DecodedPicture&)> answer) {
    auto* job = QRunnable::create([bytes, most, answer = std::move(answer)] {
        auto picture = std::make_shared<DecodedPicture>(decodePicture(bytes, most));
        QMetaObject::invokeMethod(
            QCoreApplication::instance(), [picture, answer] { answer(*picture); },
            Qt::QueuedConnection);
    });
    decoders().start(job, static_cast<int>(hurry));
}

void PictureDecoder::decode(const QByteArray& bytes, QSize most,
                            std::function<void(const DecodedPicture&)> answer) {
    readPicture(bytes, most, PictureHurry::Now,
                [self = QPointer<PictureDecoder>(this), mine = ++m_newest,
                 answer = std::move(answer)](const DecodedPicture& picture) {
                    if (self && self->m_newest == mine)
                        answer(picture);
                });
}

} // namespace gravin
