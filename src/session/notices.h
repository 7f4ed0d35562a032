// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QObject>

namespace gravin {

// One line for the person at the screen: what was done, or what was refused and why.
struct Notice {
    enum class Kind { Done, Refused };
    Kind kind = Kind::Done;
    QString text;
    QString detail = {}; // the database's own words, shown folded
    qint64 change = 0;   // that can be rolled back from beside the line; 0: none
    // It is about what was typed until now: the next edit makes it untrue.
    bool isUntilEdited = false;
};

// The one way by which an open project speaks: whoever has something to say tells it here, and
// whoever shows it listens. Nobody has to know who is in front.
class Notices : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    void tell(const Notice& notice) { Q_EMIT said(notice); }
    void done(const QString& text) { Q_EMIT said({Notice::Kind::Done, text}); }
    void refuse(const QString& text, const QString& detail = {}) {
        Q_EMIT said({Notice::Kind::Refused, text, detail});
    }
    void refuse(const Error& error) { refuse(error.sentence, error.detail); }

Q_SIGNALS:
    // Whoever is in front shows it; nobody else does.
    void said(const gravin::Notice& notice);
};

} // namespace gravin
