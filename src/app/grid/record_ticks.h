// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/records/record.h"

#include <QObject>
#include <QSet>

namespace gravin {

class ScreenBinding;

// The records of a list that a person has ticked. They stay ticked whatever the list shows, until
// they are unticked or deleted, so that records of several searches can be gathered.
class RecordTicks : public QObject {
    Q_OBJECT
public:
    // `binding` must outlive it.
    explicit RecordTicks(const ScreenBinding* binding, QObject* parent = nullptr);

    bool contains(const RecordId& id) const { return m_ticked.contains(id); }
    qsizetype count() const { return m_ticked.size(); }
    QList<RecordId> all() const { return m_ticked.values(); } // in no order
    void set(const QList<RecordId>& ids, bool ticked);
    void clear();

Q_SIGNALS:
    void changed();

private:
    void replace(const RecordId& before, const RecordId& now);
    void follow(const CommittedChange& change);

    const ScreenBinding* m_binding;
    QSet<RecordId> m_ticked;
};

} // namespace gravin
