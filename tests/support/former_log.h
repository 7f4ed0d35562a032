// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/log_seal.h"
#include "support/engines.h"
#include "support/writes.h"

namespace gravin::test {

// How far a log of the former layout had come.
enum class FormerLog { WithoutSeals, WithWholeSeals, WithSealsApart };

// Makes the log of this database one as an earlier Gravin has written it, with its hashes.
inline void makeFormer(const EngineDatabase& database, FormerLog kind) {
    const auto sql = [](const char* text) { return QString::fromUtf8(text); };
    const QString text = sql(database.engine() == Engine::Sqlite       ? ""
                             : database.engine() == Engine::PostgreSql ? " text"
                                                                       : " LONGTEXT");
    database.run(
        sql("CREATE TABLE gravin_record (change_id BIGINT NOT NULL, seq BIGINT NOT NULL, "
            "table_name VARCHAR(190) NOT NULL, record_key VARCHAR(400) NOT NULL, op VARCHAR(10) "
            "NOT NULL, hidden_row BIGINT, PRIMARY KEY (change_id, seq));"
            "CREATE TABLE gravin_field (change_id BIGINT NOT NULL, seq BIGINT NOT NULL, "
            "column_name VARCHAR(190) NOT NULL, old_value%1, new_value%1, PRIMARY KEY (change_id, "
            "seq, column_name));"
            "INSERT INTO gravin_record SELECT r.change_id, r.seq, t.name, r.record_key, CASE r.op "
            "WHEN 1 THEN 'insert' WHEN 3 THEN 'delete' ELSE 'update' END, r.hidden_row FROM "
            "gravin_entry r JOIN gravin_name t ON t.id = r.table_id WHERE r.part = 0;"
            "INSERT INTO gravin_field SELECT r.change_id, r.seq, n.name, r.old_value, r.new_value "
            "FROM gravin_entry r JOIN gravin_name n ON n.id = r.column_id;"
            "DROP TABLE gravin_entry; DROP TABLE gravin_name; DROP TABLE gravin_log;"
            "ALTER TABLE gravin_change DROP COLUMN account; DELETE FROM gravin_seal;")
            .arg(text));
    {
        const auto session = database.open();
        SessionWriter writer = writerOf(session);
        WriteTransaction transaction(writer);
        EXPECT_TRUE(transaction.begin(false));
        EXPECT_TRUE(LogSeal(*session).adopt(writer));
        EXPECT_TRUE(transaction.commit());
        EXPECT_TRUE(LogSeal(*session).chainWaiting());
    }
    if (kind == FormerLog::WithoutSeals)
        database.run(sql("DROP TABLE gravin_seal;"));
}

} // namespace gravin::test
