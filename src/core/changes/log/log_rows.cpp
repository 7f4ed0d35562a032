// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_rows.h"

#include "core/base/text.h"

#include <QSqlQuery>

namespace gravin {

namespace {
enum Place { Id, Uid, At, Person, Screen, Action, Note, Undoes, Records, Tables, Op, Account };

std::optional<qint64> numberAt(const QSqlQuery& row, Place place) {
    return row.isNull(place) ? std::nullopt : std::optional(row.value(place).toLongLong());
}
} // namespace

QString loggedHeads(Session::LogLayout layout) {
    return QStringLiteral("c.id, c.uid, c.at, c.person, c.screen, c.action, c.note, c.undoes, "
                          "c.records, c.tables, c.op, ") +
           (layout == Session::LogLayout::Present ? QStringLiteral("c.account")
                                                  : QStringLiteral("NULL"));
}

LoggedHead headFrom(const QSqlQuery& row) {
    LoggedHead head;
    CommittedChange& change = head.change;
    change.id = row.value(Id).toLongLong();
    change.uid = row.value(Uid).toString();
    change.at = row.value(At).toString();
    change.person = row.value(Person).toString();
    change.screen = row.value(Screen).toString();
    change.action = row.value(Action).toString();
    change.note = row.value(Note).toString();
    change.refersTo = numberAt(row, Undoes);
    change.recordCount = row.value(Records).toLongLong();
    head.tables = row.value(Tables).toString();
    head.op = row.value(Op).toString();
    change.account = row.value(Account).toString();
    return head;
}

ChangeSummary summaryFrom(const QSqlQuery& row) {
    const LoggedHead head = headFrom(row);
    ChangeSummary summary;
    summary.id = head.change.id;
    summary.at = head.change.at;
    summary.person = head.change.person;
    summary.screen = head.change.screen;
    summary.action = head.change.action;
    summary.note = head.change.note;
    summary.records = head.change.recordCount.value_or(0);
    summary.refersTo = head.change.refersTo;
    summary.tables = splitEscaped(head.tables);
    summary.account = head.change.account;
    summary.operation = operationFromName(head.op);
    return summary;
}

Error damagedAt(qint64 change, const QString& record) {
    return {ErrorKind::Damaged,
            coreTr("Change %1 of the log is damaged at the record “%2”.").arg(change).arg(record)};
}

} // namespace gravin
