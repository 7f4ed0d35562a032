// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/thumbnails.h"

#include "picture/decoded_picture.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

#include <memory>

namespace gravin {

namespace {

constexpr qsizetype MostPicturesKept = 16 << 20; // bytes
constexpr qsizetype MostPicturesWaiting =
    200; // what is further away is asked for again when it is seen

// One at a time: several large ones together would need the memory of all.
QThreadPool& pool() {
    static QThreadPool pool;
    pool.setMaxThreadCount(1);
    return pool;
}

} // namespace

Thumbnails::Thumbnails(QObject* parent)
    : QObject(parent)
    , m_known(MostPicturesKept) {}

QImage Thumbnails::of(quint64 key, const QByteArray& bytes, QSize most) {
    const Place place(key, most.height());
    if (const QImage* known = m_known.object(place))
        return *known;
    if (m_asked.contains(place) || m_asked.size() >= MostPicturesWaiting)
        return {};
    m_asked.insert(place);
    pool().start([self = QPointer<Thumbnails>(this), place, bytes, most] {
        auto image = std::make_shared<QImage>(decodePicture(bytes, most).image);
        QMetaObject::invokeMethod(
            QCoreApplication::instance(),
            [self, place, image] {
                if (!self)
                    return;
                self->m_asked.remove(place);
                self->m_known.insert(place, new QImage(*image),
                                     std::max<qsizetype>(1, image->sizeInBytes()));
                Q_EMIT self->read();
            },
            Qt::QueuedConnection);
    });
    return {};
}

} // namespace gravin
