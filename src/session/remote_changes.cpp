// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/remote_changes.h"

#include "session/log_time.h"

#include <QDateTime>

namespace gravin {

namespace {
// Where so much changed at once, marks would say nothing.
constexpr size_t MostMarked = 500;
constexpr int FadeEvery = 5000;
} // namespace

RemoteChanges::RemoteChanges(QObject* parent)
    : QObject(parent) {
    m_timer.setInterval(FadeEvery);
    connect(&m_timer, &QTimer::timeout, this, &RemoteChanges::fade);
}

void RemoteChanges::follow(const CommittedChange& change, const Catalog& catalog) {
    if (change.records.size() > MostMarked)
        return;
    const QString at = localTime(change.at).toString(QStringLiteral("HH:mm:ss"));
    for (const RecordChange& record : change.records) {
        const Table* table = catalog.table(record.table);
        if (!table || record.operation == Operation::Delete)
            continue;
        const QString words =
            (record.operation == Operation::Insert ? tr("added by %1 at %2")
                                                   : tr("changed by %1 at %2"))
                .arg(change.person.isEmpty() ? tr("somebody") : change.person, at);
        const Key key = record.keyAfter(table->key);
        Mark& mark = m_marks[{record.table, key}];
        mark.words = words;
        mark.until = QDateTime::currentMSecsSinceEpoch() + MarkedSeconds * 1000;
        if (record.operation == Operation::Update) {
            for (auto field = record.after.begin(); field != record.after.end(); ++field)
                mark.fields.insert(field.key(), words);
        }
        Q_EMIT changed(record.table, key);
    }
    if (!m_marks.isEmpty() && !m_timer.isActive())
        m_timer.start();
}

QString RemoteChanges::of(const QString& table, const Key& key, const QString& column) const {
    if (m_marks.isEmpty())
        return {};
    const auto mark = m_marks.constFind({table, key});
    if (mark == m_marks.constEnd())
        return {};
    return column.isEmpty() ? mark->words : mark->fields.value(column);
}

void RemoteChanges::fade() {
    const qint64 now = QDateTime::currentMSecsSinceEpoch();
    QList<std::pair<QString, Key>> gone;
    for (auto mark = m_marks.begin(); mark != m_marks.end(); ++mark) {
        if (mark->until <= now)
            gone += mark.key();
    }
    for (const auto& [table, key] : std::as_const(gone)) {
        m_marks.remove({table, key});
        Q_EMIT changed(table, key);
    }
    if (m_marks.isEmpty())
        m_timer.stop();
}

} // namespace gravin
