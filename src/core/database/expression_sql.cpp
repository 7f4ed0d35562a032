// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/expression_sql.h"

#include "core/database/mariadb/mariadb_expression.h"
#include "core/database/postgres/postgres_expression.h"
#include "core/database/sqlite/sqlite_expression.h"

namespace gravin {

std::optional<SqlFragment> expressionSql(const Expression& expression, int node, const Table& table,
                                         Engine engine, const Present& present) {
    switch (engine) {
    case Engine::Sqlite:
        return SqliteTranslator(expression, table, present).translate(node);
    case Engine::PostgreSql:
        return PostgresTranslator(expression, table, present).translate(node);
    case Engine::MariaDb:
        return MariaDbTranslator(expression, table, present).translate(node);
    }
    return std::nullopt;
}

std::optional<QString> conformingSql(const Column& column, Engine engine) {
    switch (engine) {
    case Engine::Sqlite:
        return SqliteTranslator::conforming(column);
    case Engine::PostgreSql:
        return PostgresTranslator::conforming(column);
    case Engine::MariaDb:
        return MariaDbTranslator::conforming(column);
    }
    return std::nullopt;
}

} // namespace gravin
