// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/generation/day_of_adding.h"

#include "core/changes/log/change_log.h"

#include <QDateTime>
#include <QSet>

namespace gravin {

namespace {

constexpr qint64 ChangesLookedAt = 2000;
constexpr qint64 RecordsCompared = 500;

// The log's moments have microseconds, which a date has no use for.
QDate dayOf(const QString& at) {
    constexpr int UpToSeconds = 19;
    QDateTime moment = QDateTime::fromString(at.left(UpToSeconds), Qt::ISODate);
    moment.setTimeSpec(Qt::UTC);
    return moment.toLocalTime().date();
}

} // namespace

Result<QMap<QString, DayOfAdding>> daysOfAdding(Session& session, const Catalog& catalog,
                                                const Table& table) {
    QMap<QString, DayOfAdding> found;
    for (const Column& column : table.columns) {
        if (column.type.kind == TypeKind::Date && !column.computed && !column.givenByDatabase)
            found.insert(column.name, {});
    }
    ChangeLog log(session);
    const auto exists = found.isEmpty() ? Result<bool>(false) : log.exists();
    if (!exists)
        return exists.error();
    if (!*exists)
        return QMap<QString, DayOfAdding>();
    LogFilter additions;
    additions.table = table.written();
    additions.limit = ChangesLookedAt;
    const auto changes = log.list(additions);
    if (!changes)
        return changes.error();
    LogScope scope;
    scope.table = table.written();
    QHash<qint64, QDate> days;
    for (const ChangeSummary& change : *changes) {
        if (change.operation == Operation::Insert) {
            scope.changes.push_back(change.id);
            days.insert(change.id, dayOf(change.at));
        }
    }
    if (scope.changes.empty())
        return QMap<QString, DayOfAdding>();
    qint64 records = 0;
    QMap<QString, QSet<QDate>> different;
    const Status scanned =
        log.scan(scope, catalog, [&](qint64 change, qint64, RecordChange&& record) {
            if (record.operation != Operation::Insert)
                return true;
            for (auto each = found.begin(); each != found.end();) {
                const Value said = record.after.value(each.key());
                const bool isThatDay =
                    said.kind() == Value::Kind::Date && said.asDate() == days.value(change);
                if (!said.isNull() && !isThatDay) {
                    each = found.erase(each);
                    continue;
                }
                if (isThatDay) {
                    ++each->compared;
                    different[each.key()].insert(said.asDate());
                }
                ++each;
            }
            return ++records < RecordsCompared && !found.isEmpty();
        });
    if (!scanned)
        return scanned.error();
    for (auto each = found.begin(); each != found.end(); ++each)
        each->days = different.value(each.key()).size();
    return found;
}

} // namespace gravin
