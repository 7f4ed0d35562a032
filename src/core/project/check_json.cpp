// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/check_json.h"

namespace gravin {

namespace {

// Limits of a length: more than any text that an engine keeps.
constexpr int LongestLength = 2'000'000'000;

Check readCheck(ObjectReader& reader, const QString& place) {
    const QString word = reader.requiredString("check");
    const auto kind = checkFromName(word);
    if (!kind)
        throw BadProject(
            coreTr("%1.check is “%2”, which this Gravin does not know.").arg(place, word));
    Check check;
    check.kind = *kind;
    check.column =
        *kind == CheckKind::Condition ? reader.string("field", {}) : reader.requiredString("field");
    switch (*kind) {
    case CheckKind::Range:
        check.least = reader.string("least", {});
        check.most = reader.string("most", {});
        break;
    case CheckKind::Length:
        check.shortest = reader.integer("shortest", -1, 0, LongestLength);
        check.longest = reader.integer("longest", -1, 0, LongestLength);
        break;
    case CheckKind::Pattern:
        check.pattern = reader.requiredString("pattern");
        break;
    case CheckKind::OneOf:
        check.values = readTexts(reader.take("values"), place + QStringLiteral(".values"));
        break;
    case CheckKind::Unique:
        check.with = readTexts(reader.take("with"), place + QStringLiteral(".with"));
        break;
    case CheckKind::Reference:
        check.table = reader.requiredString("table");
        check.target = reader.requiredString("column");
        break;
    case CheckKind::Condition:
        check.condition = reader.requiredString("condition");
        break;
    case CheckKind::Required:
        break;
    }
    check.message = reader.string("message", {});
    check.severity = reader.word("severity", Severity::Stop, severityFromName);
    check.stages = readTexts(reader.take("stages"), place + QStringLiteral(".stages"));
    check.inRuns = reader.word("in_runs", InRuns::Stop, inRunsFromName);
    check.unknown = reader.rest();
    return check;
}

void putText(OrderedJson& json, const char* member, const QString& text) {
    if (!text.isEmpty())
        json[member] = utf8(text);
}

// What the check's kind needs, and nothing that a former kind of it has left behind.
void putPayload(OrderedJson& json, const Check& check) {
    switch (check.kind) {
    case CheckKind::Range:
        putText(json, "least", check.least);
        putText(json, "most", check.most);
        break;
    case CheckKind::Length:
        if (check.shortest >= 0)
            json["shortest"] = check.shortest;
        if (check.longest >= 0)
            json["longest"] = check.longest;
        break;
    case CheckKind::Pattern:
        putText(json, "pattern", check.pattern);
        break;
    case CheckKind::OneOf:
        if (!check.values.isEmpty())
            json["values"] = listOf(check.values);
        break;
    case CheckKind::Unique:
        if (!check.with.isEmpty())
            json["with"] = listOf(check.with);
        break;
    case CheckKind::Reference:
        putText(json, "table", check.table);
        putText(json, "column", check.target);
        break;
    case CheckKind::Condition:
        putText(json, "condition", check.condition);
        break;
    case CheckKind::Required:
        break;
    }
}

OrderedJson jsonOf(const Check& check) {
    OrderedJson json = OrderedJson::object();
    json["check"] = utf8(checkName(check.kind));
    putText(json, "field", check.column);
    putPayload(json, check);
    putText(json, "message", check.message);
    if (check.severity != Severity::Stop)
        json["severity"] = utf8(severityName(check.severity));
    if (!check.stages.isEmpty())
        json["stages"] = listOf(check.stages);
    if (check.inRuns != InRuns::Stop)
        json["in_runs"] = utf8(inRunsName(check.inRuns));
    putUnknown(json, check.unknown);
    return json;
}

} // namespace

void readTableChecks(ObjectReader& project, QMap<QString, TableChecks>& checks) {
    forEachTable(project.take("checks"), QStringLiteral("checks"),
                 [&](const QString& table, const OrderedJson& list, const QString& place) {
                     forEachObject(list, place, [&](ObjectReader& entry) {
                         checks[table].checks += readCheck(entry, place);
                     });
                 });
    forEachTable(project.take("stages"), QStringLiteral("stages"),
                 [&](const QString& table, const OrderedJson& list, const QString& place) {
                     forEachObject(list, place, [&](ObjectReader& entry) {
                         Stage stage{entry.requiredString("name"), entry.requiredString("when")};
                         stage.unknown = entry.rest();
                         checks[table].stages += stage;
                     });
                 });
    forEachTable(project.take("tags"), QStringLiteral("tags"),
                 [&](const QString& table, const OrderedJson& list, const QString& place) {
                     forEachObject(list, place, [&](ObjectReader& entry) {
                         Tag tag{entry.requiredString("when"), entry.requiredString("words")};
                         tag.column = entry.string("field", {});
                         tag.colour = entry.string("colour", {});
                         tag.unknown = entry.rest();
                         checks[table].tags += tag;
                     });
                 });
}

void putTableChecks(OrderedJson& project, const QMap<QString, TableChecks>& checks) {
    for (auto table = checks.begin(); table != checks.end(); ++table) {
        for (const Check& check : table->checks)
            project["checks"][utf8(table.key())].push_back(jsonOf(check));
    }
    for (auto table = checks.begin(); table != checks.end(); ++table) {
        for (const Stage& each : table->stages) {
            OrderedJson json = {{"name", utf8(each.name)}, {"when", utf8(each.when)}};
            putUnknown(json, each.unknown);
            project["stages"][utf8(table.key())].push_back(json);
        }
    }
    for (auto table = checks.begin(); table != checks.end(); ++table) {
        for (const Tag& each : table->tags) {
            OrderedJson json = {{"when", utf8(each.when)}, {"words", utf8(each.words)}};
            if (!each.column.isEmpty())
                json["field"] = utf8(each.column);
            if (!each.colour.isEmpty())
                json["colour"] = utf8(each.colour);
            putUnknown(json, each.unknown);
            project["tags"][utf8(table.key())].push_back(json);
        }
    }
}

} // namespace gravin
