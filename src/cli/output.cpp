// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/output.h"

#include "core/base/text.h"
#include "core/base/visible_text.h"

#include <algorithm>
#include <cerrno>
#include <cstdio>
#include <system_error>

#include <unistd.h>

namespace gravin::cli {

namespace {

int exitCodeOf(ErrorKind kind) {
    switch (kind) {
    case ErrorKind::Usage:
        return UsageExit;
    case ErrorKind::NotFound:
    case ErrorKind::Refused:
        return RefusedExit;
    case ErrorKind::Conflict:
        return ConflictExit;
    default:
        return TroubleExit;
    }
}

// Nothing that a database, a file or a person put into it may steer the terminal.
void put(const QString& line, std::FILE* to) {
    std::fputs((visibleText(line, true) + u'\n').toLocal8Bit().constData(), to);
}

// JSON may name any character by its number; which are worth it are those that nobody sees.
std::string visibleJson(const std::string& json) {
    std::string visible;
    visible.reserve(json.size());
    const QList<uint> characters = QString::fromStdString(json).toUcs4();
    for (const uint character : characters) {
        if (character == U'\n' || !isInvisible(character)) {
            visible +=
                QString::fromUcs4(reinterpret_cast<const char32_t*>(&character), 1).toStdString();
            continue;
        }
        for (const QChar unit : QString::fromUcs4(reinterpret_cast<const char32_t*>(&character), 1))
            visible +=
                QStringLiteral("\\u%1").arg(unit.unicode(), 4, 16, QLatin1Char('0')).toStdString();
    }
    return visible;
}

// A table cell must not break the line.
QString oneLine(QString text) {
    text = visibleText(text);
    constexpr int Widest = 48;
    return text.size() <= Widest ? text : text.left(Widest - 1) + u'…';
}

} // namespace

Json jsonOf(const Catalog& catalog) {
    Json tables = Json::array();
    for (const Table& table : catalog.tables) {
        Json entry = {{"name", utf8(table.name)},
                      {"kind", table.isQuery()  ? "query"
                               : table.isView() ? "view"
                                                : "table"}};
        entry["comment"] = utf8(table.comment);
        entry["key"] = listOf(table.key);
        const QString reason = table.readOnlyReason();
        entry["read_only"] = reason.isEmpty() ? Json(nullptr) : Json(utf8(reason));
        entry["columns"] = Json::array();
        for (const Column& column : table.columns) {
            if (column.isBeyond())
                continue;
            Json json = {{"name", utf8(column.name)},
                         {"type", utf8(describe(column.type))},
                         {"declared", utf8(column.declaredType)},
                         {"nullable", column.nullable}};
            json["default"] = column.defaultExpression.isNull()
                                  ? Json(nullptr)
                                  : Json(utf8(column.defaultExpression));
            json["comment"] = utf8(column.comment);
            json["computed"] = column.computed;
            json["given_by_database"] = column.givenByDatabase;
            entry["columns"].push_back(json);
        }
        entry["unique"] = Json::array();
        for (const QStringList& unique : table.uniqueKeys)
            entry["unique"].push_back(listOf(unique));
        entry["references"] = Json::array();
        for (const ForeignKey& reference : table.foreignKeys)
            entry["references"].push_back({{"columns", listOf(reference.columns)},
                                           {"table", utf8(reference.table)},
                                           {"to", listOf(reference.referencedColumns)}});
        entry["checks"] = Json::array();
        for (const CheckConstraint& check : table.checks)
            entry["checks"].push_back(
                {{"name", utf8(check.name)}, {"expression", utf8(check.expression)}});
        entry["rights"] = {{"insert", table.reasonAgainst(Operation::Insert).isEmpty()},
                           {"update", table.reasonAgainst(Operation::Update).isEmpty()},
                           {"delete", table.reasonAgainst(Operation::Delete).isEmpty()}};
        tables.push_back(entry);
    }
    return {{"tables", tables}};
}

Json jsonOf(const ChangeSummary& change) {
    Json json = {{"id", change.id},
                 {"at", utf8(change.at)},
                 {"by", utf8(change.person)},
                 {"account", utf8(change.account)},
                 {"screen", utf8(change.screen)},
                 {"action", utf8(change.action)},
                 {"note", utf8(change.note)},
                 {"records", change.records}};
    json["tables"] = listOf(change.tables);
    json["undoes"] = change.refersTo ? Json(*change.refersTo) : Json(nullptr);
    return json;
}

Json jsonOf(const RollbackPlan& plan, const Catalog& catalog, const QStringList& notes) {
    Json counts = Json::object();
    for (const auto state :
         {RollbackState::Ready, RollbackState::AlreadySo, RollbackState::ChangedSince,
          RollbackState::RecordGone, RollbackState::KeyTaken, RollbackState::Held})
        counts[utf8(stateName(state))] = plan.count(state);
    Json steps = Json::array();
    for (const RollbackStep& step : plan.steps) {
        Json entry = {{"table", utf8(step.table)},
                      {"key", jsonOf(step.key, catalog.table(step.table))},
                      {"op", utf8(operationName(step.operation))},
                      {"state", utf8(stateName(step.state))},
                      {"change", step.change}};
        if (!step.reason.isEmpty())
            entry["reason"] = utf8(step.reason);
        if (step.changedBy > 0)
            entry["changed_by"] = step.changedBy;
        entry["fields"] = Json::object();
        for (const RollbackField& field : step.fields)
            entry["fields"][utf8(field.column)] = {{"now", jsonOf(field.now)},
                                                   {"restored", jsonOf(field.restored)}};
        steps.push_back(entry);
    }
    return {{"plan", counts}, {"steps", steps}, {"notes", listOf(notes)}};
}

Json jsonOf(const BulkPreview& preview) {
    Json steps = Json::array();
    for (const BulkStep& step : preview.steps)
        steps.push_back({{"key", jsonOf(step.key, preview.table.get())},
                         {"fields", fieldsOf(step.before, step.after)}});
    Json problems = Json::array();
    for (const Problem& problem : preview.problems)
        problems.push_back(jsonOf(problem));
    return {{"records", preview.records},
            {"changing", preview.changing.size()},
            {"unchanged", preview.unchanged},
            {"refused", preview.refused},
            {"problems", problems},
            {"steps", steps},
            {"notes", listOf(notesOn(preview))}};
}

void print(const Json& json) {
    std::string text = json.dump(2, ' ', false, Json::error_handler_t::replace);
    const bool isAscii =
        std::all_of(text.begin(), text.end(), [](char c) { return (c & 0x80) == 0 && c != 0x7f; });
    if (!isAscii)
        text = visibleJson(text);
    std::fwrite(text.data(), 1, text.size(), stdout);
    std::fputc('\n', stdout);
}

void printLine(const QString& line) { put(line, stdout); }

void complain(const QString& line) { put(line, stderr); }

int finish(int exitCode) {
    if (std::fflush(stdout) == 0 && std::ferror(stdout) == 0)
        return exitCode;
    complain(coreTr("The answer could not be written in full: %1.")
                 .arg(QString::fromStdString(std::generic_category().message(errno))));
    return TroubleExit;
}

bool agrees(const QString& question) {
    if (::isatty(STDIN_FILENO) == 0 || ::isatty(STDERR_FILENO) == 0)
        return false;
    std::fputs(question.toLocal8Bit().constData(), stderr);
    char answer[16];
    return std::fgets(answer, sizeof answer, stdin) &&
           QString::fromLocal8Bit(answer).trimmed() == coreTr("yes");
}

void printTable(const QStringList& heading, const QList<QStringList>& rows) {
    QList<qsizetype> widths;
    for (qsizetype i = 0; i < heading.size(); ++i) {
        qsizetype width = heading[i].size();
        for (const QStringList& row : rows)
            width = std::max(width, oneLine(row[i]).size());
        widths += width;
    }
    const auto line = [&](const QStringList& cells) {
        QString text;
        for (qsizetype i = 0; i < cells.size(); ++i)
            text += oneLine(cells[i]).leftJustified(widths[i] + 2);
        printLine(text.trimmed());
    };
    line(heading);
    for (const QStringList& row : rows)
        line(row);
}

Json jsonOf(const Problem& problem) {
    Json json = {{"record", utf8(problem.record)},
                 {"field", utf8(problem.field)},
                 {"check", utf8(problem.check)},
                 {"message", utf8(problem.message)}};
    if (problem.warning)
        json["severity"] = "warn";
    return json;
}

int report(const Error& error, bool json) {
    if (json) {
        print({{"error", {{"message", utf8(error.sentence)}, {"detail", utf8(error.detail)}}}});
    } else {
        complain(error.sentence);
        if (!error.detail.isEmpty())
            complain(coreTr("  (%1)").arg(error.detail));
    }
    return exitCodeOf(error.kind);
}

int report(const WriteFailure& failure, const Catalog& catalog, bool json) {
    if (failure.problems.empty() && failure.conflicts.empty())
        return report(failure.error, json);
    Json problems = Json::array();
    for (const Problem& problem : failure.problems)
        problems.push_back(jsonOf(problem));
    Json conflicts = Json::array();
    for (const RecordConflict& conflict : failure.conflicts) {
        const QString record = shownKey(conflict.key, catalog.table(conflict.table));
        if (conflict.gone)
            conflicts.push_back({{"record", utf8(record)}, {"gone", true}});
        for (const FieldConflict& field : conflict.fields)
            conflicts.push_back({{"record", utf8(record)},
                                 {"field", utf8(field.column)},
                                 {"before", jsonOf(field.before)},
                                 {"theirs", jsonOf(field.theirs)},
                                 {"mine", jsonOf(field.mine)}});
    }
    if (json) {
        Json answer =
            conflicts.empty() ? Json{{"problems", problems}} : Json{{"conflicts", conflicts}};
        if (!failure.error.detail.isEmpty())
            answer["detail"] = utf8(failure.error.detail);
        print(answer);
    } else {
        for (const Problem& problem : failure.problems)
            complain(problem.record.isEmpty()
                         ? problem.message
                         : coreTr("Record %1: %2").arg(problem.record, problem.message));
        if (!failure.conflicts.empty())
            complain(failure.error.sentence);
        if (!failure.error.detail.isEmpty())
            complain(coreTr("  (%1)").arg(failure.error.detail));
    }
    return exitCodeOf(failure.error.kind);
}

} // namespace gravin::cli
