// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/source_json.h"

#include <QSet>

namespace gravin {

namespace {

SourceParameter readParameter(ObjectReader& entry) {
    SourceParameter parameter;
    parameter.name = entry.requiredString("name");
    parameter.kind = entry.word("type", parameter.kind, parameterKindFromName);
    parameter.label = entry.string("label", {});
    parameter.initial = entry.string("initial", {});
    parameter.unknown = entry.rest();
    return parameter;
}

QuerySource readSource(ObjectReader& entry) {
    QuerySource source{entry.requiredString("name"), entry.requiredString("select"),
                       entry.string("table", {})};
    forEachObject(entry.take("parameters"), QStringLiteral("sources.parameters"),
                  [&](ObjectReader& parameter) {
                      source.parameters += readParameter(parameter);
                      for (qsizetype i = 0; i + 1 < source.parameters.size(); ++i) {
                          if (source.parameters[i].name == source.parameters.back().name)
                              throw BadProject(coreTr("The source %1 has the parameter %2 twice.")
                                                   .arg(source.name, source.parameters[i].name));
                      }
                  });
    source.unknown = entry.rest();
    return source;
}

QMap<Operation, RoutineUse> readUses(const OrderedJson& json, const QString& place) {
    if (!json.is_object())
        throw BadProject(coreTr("%1 should be an object.").arg(place));
    QMap<Operation, RoutineUse> uses;
    for (const auto& [name, entry] : json.items()) {
        const auto operation = operationFromName(fromUtf8(name));
        if (!operation)
            throw BadProject(coreTr("%1 names insert, update and delete only.").arg(place));
        ObjectReader use(entry, place);
        uses.insert(*operation,
                    {use.requiredString("routine"),
                     readTextMap(use.take("parameters"), place + QStringLiteral(".parameters"))});
    }
    return uses;
}

OrderedJson jsonOf(const QMap<Operation, RoutineUse>& uses) {
    OrderedJson json = OrderedJson::object();
    for (auto use = uses.begin(); use != uses.end(); ++use) {
        OrderedJson entry = {{"routine", utf8(use->routine)}};
        for (auto column = use->columns.begin(); column != use->columns.end(); ++column)
            entry["parameters"][utf8(column.key())] = utf8(*column);
        json[utf8(operationName(use.key()))] = entry;
    }
    return json;
}

} // namespace

void readSources(ObjectReader& reader, Project& project) {
    QSet<QString> names;
    forEachObject(reader.take("sources"), QStringLiteral("sources"), [&](ObjectReader& entry) {
        const QuerySource source = readSource(entry);
        if (names.contains(source.name))
            throw BadProject(coreTr("Two sources have the name “%1”.").arg(source.name));
        names += source.name;
        project.sources += source;
    });
    forEachTable(reader.take("view_keys"), QStringLiteral("view_keys"),
                 [&](const QString& view, const OrderedJson& columns, const QString& place) {
                     project.viewKeys.insert(view, readTexts(columns, place));
                 });
    forEachTable(reader.take("written_through"), QStringLiteral("written_through"),
                 [&](const QString& table, const OrderedJson& uses, const QString& place) {
                     project.writtenThrough.insert(table, readUses(uses, place));
                 });
}

void putSources(OrderedJson& json, const Project& project) {
    for (const QuerySource& source : project.sources) {
        OrderedJson entry = OrderedJson::object();
        entry["name"] = utf8(source.name);
        entry["select"] = utf8(source.select);
        if (!source.table.isEmpty())
            entry["table"] = utf8(source.table);
        for (const SourceParameter& parameter : source.parameters) {
            OrderedJson asked = {{"name", utf8(parameter.name)},
                                 {"type", utf8(parameterKindName(parameter.kind))}};
            if (!parameter.label.isEmpty())
                asked["label"] = utf8(parameter.label);
            if (!parameter.initial.isEmpty())
                asked["initial"] = utf8(parameter.initial);
            putUnknown(asked, parameter.unknown);
            entry["parameters"].push_back(asked);
        }
        putUnknown(entry, source.unknown);
        json["sources"].push_back(entry);
    }
    for (auto view = project.viewKeys.begin(); view != project.viewKeys.end(); ++view)
        json["view_keys"][utf8(view.key())] = listOfTexts(*view);
    for (auto table = project.writtenThrough.begin(); table != project.writtenThrough.end();
         ++table)
        json["written_through"][utf8(table.key())] = jsonOf(*table);
}

} // namespace gravin
