// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/thumbnails.h"

#include "app/editors/picture_decoder.h"

#include <QPointer>

#include <algorithm>

namespace gravin {

namespace {

constexpr qsizetype MostPicturesKept = 16 << 20; // bytes
constexpr qsizetype MostPicturesWaiting =
    200; // what is further away is asked for again when it is seen

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
    readPicture(bytes, most, PictureHurry::MayWait,
                [self = QPointer<Thumbnails>(this), place](const DecodedPicture& picture) {
                    if (!self)
                        return;
                    self->m_asked.remove(place);
                    self->m_known.insert(place, new QImage(picture.image),
                                         std::max<qsizetype>(1, picture.image.sizeInBytes()));
                    Q_EMIT self->read();
                });
    return {};
}

} // namespace gravin
