// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QCache>
#include <QImage>
#include <QObject>
#include <QSet>

namespace gravin {

// Small pictures of what cells hold, read beside the interface when they are first seen, and kept
// while there is room. Lives in the interface's thread.
class Thumbnails : public QObject {
    Q_OBJECT
public:
    explicit Thumbnails(QObject* parent = nullptr);

    // `key`: the same for the same bytes. `most`: in device pixels. Null: it is still being read,
    // or is no picture.
    QImage of(quint64 key, const QByteArray& bytes, QSize most);

Q_SIGNALS:
    void read(); // one more can be shown

private:
    using Place = std::pair<quint64, int>; // with its height: another zoom wants another one
    QCache<Place, QImage> m_known;         // by its bytes; null images are none
    QSet<Place> m_asked;
};

} // namespace gravin
