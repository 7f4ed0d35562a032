// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"

#include <QHash>
#include <QObject>
#include <QTimer>

#include <optional>

namespace gravin {

// What others have just saved, as long as it is marked on the screen. Lives in the interface's
// thread.
class RemoteChanges : public QObject {
    Q_OBJECT
public:
    static constexpr int MarkedSeconds = 90;

    explicit RemoteChanges(QObject* parent = nullptr);

    // A change of somebody else. Of one with very many records nothing is marked.
    void follow(const CommittedChange& change, const Catalog& catalog);

    // "changed by Edda Holm at 14:02:11"; empty: not lately. Without a column: any of the record.
    // `table`: the one that is written.
    QString of(const QString& table, const Key& key, const QString& column = {}) const;

Q_SIGNALS:
    // A mark came, went or became another.
    void changed(const QString& table, const gravin::Key& key);

private:
    struct Mark {
        QString words;
        QHash<QString, QString> fields; // words by column
        qint64 until = 0;               // milliseconds since the epoch
    };
    void fade();

    QHash<std::pair<QString, Key>, Mark> m_marks;
    QTimer m_timer;
};

} // namespace gravin
