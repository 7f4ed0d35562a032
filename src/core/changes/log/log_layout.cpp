// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_layout.h"

#include "core/base/text.h"

#include <algorithm>

namespace gravin {

namespace {
constexpr int Added = 1;
constexpr int Changed = 2;
constexpr int Deleted = 3;
constexpr int ChangedInKey = 4;
} // namespace

LogRows logRows(Session::LogLayout layout) {
    if (layout == Session::LogLayout::Former)
        return {layout,
                QStringLiteral(
                    "(SELECT r.change_id, r.seq, r.table_name, r.record_key, CASE r.op WHEN "
                    "'insert' THEN 1 WHEN 'update' THEN 2 WHEN 'delete' THEN 3 ELSE 0 END AS op, "
                    "r.hidden_row, f.column_name, f.old_value, f.new_value FROM gravin_record r "
                    "LEFT JOIN gravin_field f ON f.change_id = r.change_id AND f.seq = r.seq) r"),
                QStringLiteral("r.table_name"), QStringLiteral("r.column_name")};
    return {layout,
            QStringLiteral("gravin_entry r LEFT JOIN gravin_name t ON t.id = r.table_id LEFT JOIN "
                           "gravin_name n ON n.id = r.column_id"),
            QStringLiteral("t.name"), QStringLiteral("n.name")};
}

SqlFragment LogRows::hadKey(const QString& key) const {
    if (layout == Session::LogLayout::Former)
        return {QStringLiteral("r.record_key = ?"), {key}};
    return {QStringLiteral("(r.change_id, r.seq) IN (SELECT k.change_id, k.seq FROM gravin_entry k "
                           "WHERE k.part = 0 AND k.record_key = ?)"),
            {key}};
}

SqlFragment LogRows::hadOrLeftKey(const QString& key, const QStringList& columns) const {
    if (columns.isEmpty())
        return hadKey(key);
    if (layout == Session::LogLayout::Present)
        return {QStringLiteral("(r.change_id, r.seq) IN (SELECT k.change_id, k.seq FROM "
                               "gravin_entry k WHERE k.part = 0 AND k.record_key = ? UNION ALL "
                               "SELECT k.change_id, k.seq FROM gravin_entry k WHERE k.part = 0 AND "
                               "k.op = 4)"),
                {key}};
    SqlFragment either{QStringLiteral("(r.record_key = ? OR (r.op = 2 AND EXISTS (SELECT 1 FROM "
                                      "gravin_field k WHERE k.change_id = r.change_id AND k.seq = "
                                      "r.seq AND k.column_name IN (%1))))")
                           .arg(QStringList(columns.size(), QStringLiteral("?")).join(u',')),
                       {key}};
    for (const QString& name : columns)
        either.values += name;
    return either;
}

int loggedOperation(Operation operation, bool changesKey) {
    switch (operation) {
    case Operation::Insert:
        return Added;
    case Operation::Update:
        return changesKey ? ChangedInKey : Changed;
    case Operation::Delete:
        return Deleted;
    }
    return 0;
}

std::optional<Operation> operationFromLog(int number) {
    switch (number) {
    case Added:
        return Operation::Insert;
    case Changed:
    case ChangedInKey:
        return Operation::Update;
    case Deleted:
        return Operation::Delete;
    default:
        return std::nullopt;
    }
}

Status LogNames::read() {
    const Session& session = m_writer.session();
    QHash<QString, int>& known = m_writer.session().logNames();
    return m_writer.session().select(
        QStringLiteral("SELECT id, name FROM gravin_name") + session.dialect().readingNewest(), {},
        [&](const QSqlQuery& row) {
            known.insert(row.value(1).toString(), row.value(0).toInt());
            return true;
        });
}

Status LogNames::add(QStringList names) {
    QHash<QString, int>& known = m_writer.session().logNames();
    const auto isKnown = [&](const QString& name) { return known.contains(name); };
    if (std::all_of(names.begin(), names.end(), isKnown))
        return ok();
    if (Status there = read(); !there)
        return there;
    names.removeIf(isKnown);
    if (names.isEmpty())
        return ok();
    std::sort(names.begin(), names.end());
    for (const QString& name : std::as_const(names)) {
        if (auto added = m_writer.execute(m_writer.dialect().addLogName(), {name}); !added)
            return added.error();
    }
    if (Status there = read(); !there)
        return there;
    if (std::all_of(names.begin(), names.end(), isKnown))
        return ok();
    return Error{ErrorKind::Database, coreTr("The change log did not take a name.")};
}

} // namespace gravin
