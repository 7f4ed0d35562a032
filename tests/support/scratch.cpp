// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/scratch.h"

#include "core/fitting/binding.h"

#include <QFile>

#include <cstdlib>

namespace gravin::test {

ScratchDatabase::ScratchDatabase(const QString& sql) {
    (void)sqlite(sql.isEmpty() ? QStringLiteral("VACUUM;") : sql);
}

QString ScratchDatabase::sqlite(const QString& sql) const {
    // Through files and the shell, not QProcess: what that does in a child, the thread sanitizer
    // takes for this process's own doing.
    const QString input = folder() + QStringLiteral("/sqlite.in");
    const QString output = folder() + QStringLiteral("/sqlite.out");
    QFile given(input);
    EXPECT_TRUE(given.open(QIODevice::WriteOnly));
    given.write(sql.toUtf8());
    given.close();
    const QString command =
        QStringLiteral("sqlite3 -bail '%1' < '%2' > '%3' 2> '%3.err'").arg(path(), input, output);
    const auto read = [](const QString& name) {
        QFile file(name);
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    };
    EXPECT_EQ(std::system(command.toUtf8().constData()), 0)
        << read(output + QStringLiteral(".err")).constData();
    const QString answer = QString::fromUtf8(read(output));
    for (const QString& file : {input, output, output + QStringLiteral(".err")})
        QFile::remove(file);
    return answer;
}

QString ScratchDatabase::dump() const {
    // Tables of the log begin with gravin_; no test's own table does.
    const QStringList tables =
        sqlite(
            QStringLiteral(
                "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'gravin%' "
                "AND name NOT LIKE 'sqlite%' ORDER BY name;"))
            .split(u'\n', Qt::SkipEmptyParts);
    QString all;
    for (const QString& table : tables)
        all += sqlite(QStringLiteral(".dump '%1'\n").arg(table));
    return all;
}

std::unique_ptr<Session> ScratchDatabase::open(Session::Access access) const {
    auto session = Session::open(spec(), access);
    if (!session) {
        ADD_FAILURE() << qPrintable(session.error().sentence);
        std::abort();
    }
    return std::move(*session);
}

Desk::Desk(std::unique_ptr<Session> session, const Project& project)
    : m_session(std::move(session)) {
    auto catalog = m_session->readCatalog();
    if (!catalog) {
        ADD_FAILURE() << qPrintable(catalog.error().sentence + u'\n' + catalog.error().detail);
        std::abort();
    }
    m_catalog = std::move(*catalog);
    Project there = project;
    there.connection = m_session->spec();
    m_rules = rulesOf(there, m_catalog);
}

WriteResult Desk::write(RecordEdit edit) { return write(std::vector<RecordEdit>{std::move(edit)}); }

WriteResult Desk::write(std::vector<RecordEdit> edits) {
    ChangeRequest request;
    request.person = QStringLiteral("tester");
    request.action = QStringLiteral("edit");
    request.edits = std::move(edits);
    return ChangeWriter(*m_session, m_catalog, m_rules).write(request);
}

WriteResult Desk::rollBack(qint64 change, OnConflict onConflict) {
    LogScope scope;
    scope.changes = {change};
    return rollBack(scope, onConflict);
}

WriteResult Desk::rollBack(const LogScope& scope, const RollbackChoices& choices) {
    const auto plan = planRollback(*m_session, m_catalog, scope, choices);
    if (!plan)
        return WriteFailure{plan.error(), {}, {}};
    auto request = rollbackRequest(*plan, choices);
    if (!request)
        return WriteFailure{request.error(), {}, {}};
    request->fewestSetWise = m_fewestSetWise;
    return ChangeWriter(*m_session, m_catalog, m_rules).write(*request);
}

Record Desk::read(const QString& tableName, const Key& recordKey) {
    const auto record = TableReader(*m_session, table(tableName)).record(recordKey);
    EXPECT_TRUE(record && record->has_value());
    return record && *record ? **record : Record{};
}

bool Desk::exists(const QString& tableName, const Key& recordKey) {
    const auto record = TableReader(*m_session, table(tableName)).record(recordKey);
    return record && record->has_value();
}

Key key(qint64 number) { return Key({Value::integer(number)}); }
Value text(const char* utf8) { return Value::text(QString::fromUtf8(utf8)); }
Value decimal(const char* digits) {
    return Value::decimal(*Decimal::fromText(QString::fromLatin1(digits)));
}

} // namespace gravin::test
