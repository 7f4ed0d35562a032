// SPDX-License-Identifier: GPL-3.0-or-later
// Changes records, as fast as it can, until it is killed: two together in each change, or with
// "many" as second argument all of them by a bulk update that it then rolls back. Usage:
// gravin-save-loop DATABASE [many]
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_writer.h"
#include "core/changes/rollback.h"

#include <QCoreApplication>

#include <cstdio>

using namespace gravin;

namespace {

const QString T = QStringLiteral("t");
const QString N = QStringLiteral("n");

bool saveTwo(ChangeWriter& writer, qint64 n) {
    ChangeRequest request;
    request.action = QStringLiteral("edit");
    // Two records in one change: they must never be half done either.
    for (const qint64 id : {1, 2})
        request.edits.push_back(
            {Operation::Update, T, Key({Value::integer(id)}), {}, {{N, Value::integer(n)}}});
    return writer.write(request).ok();
}

// Changes every record and, the second time, takes that back.
bool changeMany(ChangeWriter& writer, Session& session, const Catalog& catalog, qint64 n) {
    if (n % 2 == 0) {
        const auto newest = ChangeLog(session).list({});
        if (!newest || newest->empty())
            return false;
        const auto plan = planRollback(session, catalog, newest->front().id);
        const auto request =
            plan ? rollbackRequest(*plan, OnConflict::Stop) : Result<ChangeRequest>(plan.error());
        return request && writer.write(*request);
    }
    const auto table = std::make_shared<const Table>(*catalog.table(T));
    BulkValues values;
    values.set.insert(N, *bindExpression(QStringLiteral("n + 1"), *table));
    auto preview = previewBulkUpdate(session, table, {}, {}, values);
    return preview && writer.write(bulkUpdateRequest(
                          std::make_shared<const BulkPreview>(std::move(*preview))));
}

} // namespace

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    const ConnectionSpec spec{Engine::Sqlite, QString::fromLocal8Bit(argv[1]), true};
    auto session = Session::open(spec, Session::Access::ReadWrite);
    if (!session)
        return 1;
    const Catalog catalog = *(*session)->readCatalog();
    const RuleBook rules;
    ChangeWriter writer(**session, catalog, rules);
    for (qint64 n = 1;; ++n) {
        if (!(argc > 2 ? changeMany(writer, **session, catalog, n) : saveTwo(writer, n)))
            return 1;
        if (n == 1) {
            std::puts("saving");
            std::fflush(stdout);
        }
    }
}
