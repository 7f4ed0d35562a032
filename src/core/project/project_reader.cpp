// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/check_json.h"
#include "core/project/kept_json.h"
#include "core/project/list_set_up_json.h"
#include "core/project/object_reader.h"
#include "core/project/project_json.h"
#include "core/project/role_json.h"
#include "core/project/screen_action_json.h"
#include "core/project/source_json.h"
#include "core/project/strict_json.h"

#include <QSet>

#include <limits>

namespace gravin {

namespace {

// Real projects nest seven deep; a hostile file must not be able to use up the stack.
constexpr size_t MaximumDepth = 32;

Editable readEditable(const OrderedJson& json, const QString& place) {
    if (json.is_null() || json == true)
        return Editable::Always;
    if (json == false)
        return Editable::Never;
    if (json == "new")
        return Editable::OnlyNew;
    throw BadProject(coreTr("%1.editable should be true, false or “new”.").arg(place));
}

FieldDefault readDefault(const OrderedJson& json, const QString& place) {
    if (json.is_null())
        return {};
    if (json.is_object() && json.size() == 1) {
        const OrderedJson& value = json.begin().value();
        const QString word = value.is_string() ? fromUtf8(value.get<std::string>()) : QString();
        if (json.begin().key() == "value" && value.is_string())
            return {FieldDefault::Kind::Fixed, word};
        if (json.begin().key() == "computed" && value.is_string())
            return {FieldDefault::Kind::Computed, word};
        if (const auto kind = defaultKindFromName(word); kind && json.begin().key() == "from")
            return {*kind, {}};
    }
    throw BadProject(coreTr("%1.default should be an object with “value”, a text, “computed”, an "
                            "expression, or “from”: today, now, person or next_number.")
                         .arg(place));
}

QList<Choice> readChoices(const OrderedJson& json, const QString& place) {
    QList<Choice> choices;
    forEachObject(json, place, [&](ObjectReader& choice) {
        const QString stored = choice.string("stored", {});
        const QString label = choice.string("label", stored);
        const QString colour = choice.string("colour", {});
        choices.append({stored, label, colour, choice.rest()});
    });
    return choices;
}

Lookup readLookup(const OrderedJson& json, const QString& place) {
    Lookup lookup;
    if (json.is_null())
        return lookup;
    ObjectReader entry(json, place);
    lookup.table = entry.requiredString("table");
    lookup.storedColumn = entry.requiredString("stored");
    const OrderedJson shown = entry.take("shown");
    if (shown.is_string())
        lookup.shownColumns = {fromUtf8(shown.get<std::string>())};
    else
        lookup.shownColumns = readTexts(shown, place + QStringLiteral(".shown"));
    if (lookup.shownColumns.isEmpty())
        throw BadProject(coreTr("%1.shown is missing.").arg(place));
    lookup.sortColumn = entry.string("sort", {});
    lookup.sortDescending = entry.boolean("descending", false);
    forEachObject(entry.take("only"), place + QStringLiteral(".only"), [&](ObjectReader& only) {
        const QString column = only.requiredString("column");
        lookup.conditions.append({column, only.string("value", {})});
    });
    lookup.where = entry.string("where", {});
    lookup.empties = entry.boolean("empties", false);
    lookup.unknown = entry.rest();
    return lookup;
}

Stamp readStamp(const OrderedJson& json, const QString& place) {
    if (json.is_null())
        return {};
    ObjectReader reader(json, place);
    Stamp stamp;
    stamp.when = reader.word("when", Stamp::When::Changed, stampWhenFromName);
    stamp.expression = reader.requiredString("with");
    return stamp;
}

QMap<QString, QString> readLabels(const OrderedJson& json, const QString& place) {
    QMap<QString, QString> labels;
    if (json.is_null())
        return labels;
    if (!json.is_object())
        throw BadProject(coreTr("%1 should be an object.").arg(place));
    for (const auto& [language, label] : json.items()) {
        if (!label.is_string() || !isLanguageName(fromUtf8(language)))
            throw BadProject(
                coreTr("%1 should give texts by language, as in de or pt-BR.").arg(place));
        labels.insert(fromUtf8(language), fromUtf8(label.get<std::string>()));
    }
    return labels;
}

FieldDefinition readDefinition(ObjectReader& reader, const QString& place, const QString& column) {
    FieldDefinition field;
    field.column = column;
    field.label = reader.string("label", column);
    field.labels = readLabels(reader.take("labels"), place + QStringLiteral(".labels"));
    field.shownAs = reader.word("shown_as", ShownAs::Text, shownAsFromName);
    field.required = reader.boolean("required", false);
    field.requiredWhen = reader.string("required_when", {});
    field.message = reader.string("message", {});
    field.editable = readEditable(reader.take("editable"), place);
    field.editableWhen = reader.string("editable_when", {});
    field.help = reader.string("help", {});
    field.defaultValue = readDefault(reader.take("default"), place);
    field.hint = reader.string("hint", {});
    field.filledWith = reader.string("filled_with", {});
    field.stamp = readStamp(reader.take("stamped"), place + QStringLiteral(".stamped"));
    field.nameColumn = reader.string("name_column", {});
    field.mask = reader.string("mask", {});
    field.format = reader.string("format", {});
    field.alignment = reader.word("align", Alignment::Natural, alignmentFromName);
    field.total = reader.word("total", FieldTotal::None, fieldTotalFromName);
    field.choices = readChoices(reader.take("choices"), place + QStringLiteral(".choices"));
    field.lookup = readLookup(reader.take("lookup"), place + QStringLiteral(".lookup"));
    return field;
}

FieldDefinition readShared(const OrderedJson& json, const QString& place, const QString& column) {
    ObjectReader reader(json, place);
    FieldDefinition field = readDefinition(reader, place, column);
    field.type = reader.string("type", {});
    field.unknown = reader.rest();
    return field;
}

std::optional<ShownIn> shownInFrom(const OrderedJson& json) {
    if (json.is_null() || json == true)
        return ShownIn::GridAndForm;
    if (json == false)
        return ShownIn::Nowhere;
    if (json == "grid")
        return ShownIn::Grid;
    if (json == "form")
        return ShownIn::Form;
    return std::nullopt;
}

// What a screen has of its own: the settings that are named.
void readOwn(const OrderedJson& json, const QString& place, ScreenField& field) {
    if (json.is_null())
        return;
    ObjectReader reader(json, place);
    for (const FieldSetting setting : allFieldSettings()) {
        if (json.contains(settingMember(setting)))
            field.overridden += setting;
    }
    field.own = readDefinition(reader, place, field.column);
    field.own.unknown = reader.rest();
}

ScreenField readScreenField(ObjectReader& reader, const QString& place) {
    ScreenField field;
    field.column = reader.requiredString("column");
    const auto shownIn = shownInFrom(reader.take("visible"));
    if (!shownIn)
        throw BadProject(coreTr("%1.visible should be true, false, “grid” or “form”.").arg(place));
    field.shownIn = *shownIn;
    field.visibleWhen = reader.string("visible_when", {});
    field.width = reader.integer("width", ScreenField::FittedWidth, 0, 4000);
    field.frozen = reader.boolean("frozen", false);
    readOwn(reader.take("own"), place + QStringLiteral(".own"), field);
    field.unknown = reader.rest();
    return field;
}

FormSection readSection(ObjectReader& reader, const QString& place) {
    FormSection section;
    section.title = reader.string("title", {});
    section.columns = reader.integer("columns", 2, 1, FormSection::MostColumns);
    forEachObject(reader.take("fields"), place + QStringLiteral(".fields"),
                  [&](ObjectReader& entry) {
                      FormPlace field;
                      field.column = entry.string("column", {});
                      field.span = entry.integer("span", 1, 1, FormSection::MostColumns);
                      field.beginsRow = entry.boolean("begins_row", false);
                      field.unknown = entry.rest();
                      section.places += field;
                  });
    section.unknown = reader.rest();
    return section;
}

FormLayout readForm(const OrderedJson& json, const QString& place) {
    FormLayout form;
    if (json.is_null())
        return form;
    ObjectReader reader(json, place);
    const QString labels = reader.string("labels", QStringLiteral("above"));
    if (labels != u"above" && labels != u"beside")
        throw BadProject(coreTr("%1.labels should be “above” or “beside”.").arg(place));
    form.labels = labels == u"beside" ? LabelSide::Beside : LabelSide::Above;
    const QString sections = place + QStringLiteral(".sections");
    QStringList placed;
    forEachObject(reader.take("sections"), sections, [&](ObjectReader& entry) {
        form.sections += readSection(entry, sections);
        for (const FormPlace& field : form.sections.back().places) {
            if (!field.column.isEmpty() && placed.contains(field.column))
                throw BadProject(
                    coreTr("%1 names the column %2 twice.").arg(sections, field.column));
            placed += field.column;
        }
    });
    form.tabOrder = readTexts(reader.take("tab_order"), place + QStringLiteral(".tab_order"));
    form.unknown = reader.rest();
    return form;
}

RecordLink readLink(ObjectReader& reader, const QString& place) {
    RecordLink link;
    link.screen = reader.requiredString("screen");
    link.columns = readTexts(reader.take("columns"), place + QStringLiteral(".columns"));
    link.targetColumns = readTexts(reader.take("match"), place + QStringLiteral(".match"));
    if (link.columns.isEmpty() || link.columns.size() != link.targetColumns.size())
        throw BadProject(coreTr("%1 should have as many columns as match.").arg(place));
    return link;
}

RowAction readAction(ObjectReader& reader, const QString& place) {
    RowAction action;
    action.kind = reader.word("do", RowAction::Kind::Open, rowActionFromName);
    action.label = reader.string("label", {});
    if (action.kind == RowAction::Kind::GoTo)
        action.link = readLink(reader, place);
    action.unknown = reader.rest();
    return action;
}

Rights readRights(const OrderedJson& json, const QString& place) {
    if (json.is_null())
        return {};
    if (!json.is_array())
        throw BadProject(coreTr("%1.allow should be a list.").arg(place));
    Rights rights{false, false, false};
    for (const OrderedJson& entry : json) {
        const auto operation =
            operationFromName(entry.is_string() ? fromUtf8(entry.get<std::string>()) : QString());
        if (!operation)
            throw BadProject(coreTr("%1.allow lists insert, update and delete only.").arg(place));
        rights.set(*operation, true);
    }
    return rights;
}

Screen readScreen(const OrderedJson& json, const QString& place) {
    ObjectReader reader(json, place);
    Screen screen;
    screen.id = reader.requiredString("id");
    screen.label = reader.string("label", screen.id);
    screen.group = reader.string("group", {});
    screen.table = reader.requiredString("table");
    screen.arrangement = reader.word("arrangement", Arrangement::GridForm, arrangementFromName);
    screen.allowed = readRights(reader.take("allow"), place);
    const OrderedJson fields = reader.take("fields");
    if (!fields.is_array())
        throw BadProject(coreTr("%1.fields should be a list.").arg(place));
    const QString fieldPlace = place + QStringLiteral(".fields");
    forEachObject(fields, fieldPlace, [&](ObjectReader& entry) {
        const ScreenField placed = readScreenField(entry, fieldPlace);
        screen.fields.append(placed);
    });
    if (const OrderedJson list = reader.take("list"); !list.is_null()) {
        const QString listPlace = place + QStringLiteral(".list");
        ObjectReader entry(list, listPlace);
        screen.list = readListSetUp(entry, listPlace);
    }
    screen.form = readForm(reader.take("form"), place + QStringLiteral(".form"));
    screen.rowHeight = reader.word("row_height", RowHeight::Comfortable, rowHeightFromName);
    screen.savesItself = reader.word("saves_itself", SavesItself::Never, savesItselfFromName);
    screen.tickBoxes = reader.boolean("tick_boxes", false);
    screen.runAfterSaving = reader.string("run_after_saving", {});
    screen.afterSaving = reader.word("after_saving", AfterSaving::Stay, afterSavingFromName);
    const QString childPlace = place + QStringLiteral(".children");
    if (const OrderedJson children = reader.take("children"); !children.is_null()) {
        screen.children.emplace();
        forEachObject(children, childPlace, [&](ObjectReader& entry) {
            RecordLink link = readLink(entry, childPlace);
            link.unknown = entry.rest();
            *screen.children += link;
        });
    }
    const QString actionPlace = place + QStringLiteral(".actions");
    if (const OrderedJson actions = reader.take("actions"); !actions.is_null()) {
        screen.actions.emplace();
        forEachObject(actions, actionPlace, [&](ObjectReader& entry) {
            *screen.actions += readAction(entry, actionPlace);
        });
    }
    screen.ownActions = readOwnActions(reader, place + QStringLiteral(".own_actions"));
    screen.unknown = reader.rest();
    return screen;
}

void verifyVersion(ObjectReader& reader) {
    const int version = reader.integer("gravin", 0, 0, std::numeric_limits<int>::max());
    if (version == 0)
        throw BadProject(coreTr("This is no Gravin project: the member “gravin” is missing."));
    if (version > ProjectFileVersion)
        throw BadProject(
            coreTr("This project was written by a newer Gravin (format %1; this one reads "
                   "up to %2). Open it with that one.")
                .arg(version)
                .arg(ProjectFileVersion));
}

QString readLocale(ObjectReader& reader) {
    const QString name = reader.string("locale", {});
    if (!name.isEmpty() && !localeNamed(name))
        throw BadProject(coreTr("“%1” is no locale. Name it as in de, en-GB or pt-BR.").arg(name));
    return name;
}

void readConnection(ObjectReader& reader, Project& project) {
    ObjectReader connection(reader.take("connection"), QStringLiteral("connection"));
    auto spec = ConnectionSpec::fromKeptUrl(connection.requiredString("database"));
    if (!spec)
        throw BadProject(spec.error().sentence);
    project.connection = *spec;
    project.connection.changeLog = connection.boolean("change_log", false);
    project.connection.copyOf = connection.string("copy_of", {});
    project.connection.allowed = readRights(connection.take("allow"), QStringLiteral("connection"));
    constexpr int MostSeconds = 24 * 60 * 60;
    project.connection.timeLimit = connection.integer("time_limit", 0, 0, MostSeconds);
    project.connection.mayTrim = connection.boolean("may_trim", false);
    project.unknownOfConnection = connection.rest();
}

// Answers which definitions say nothing of being edited, as table and column.
QSet<std::pair<QString, QString>> readFields(ObjectReader& reader, Project& project) {
    QSet<std::pair<QString, QString>> silent;
    if (const OrderedJson tables = reader.take("fields"); tables.is_object()) {
        for (const auto& [tableName, columns] : tables.items()) {
            const QString table = fromUtf8(tableName);
            if (!columns.is_object())
                throw BadProject(coreTr("fields.%1 should be an object.").arg(table));
            QList<FieldDefinition>& definitions = project.fields[table];
            for (const auto& [column, definition] : columns.items()) {
                definitions += readShared(
                    definition, QStringLiteral("fields.%1.%2").arg(table, fromUtf8(column)),
                    fromUtf8(column));
                if (!definition.contains("editable"))
                    silent.insert({table, fromUtf8(column)});
            }
        }
    } else if (!tables.is_null()) {
        throw BadProject(coreTr("“fields” should be an object."));
    }
    return silent;
}

// What is computed is edited, in another record, only where that is said.
void readComputed(ObjectReader& reader, const QSet<std::pair<QString, QString>>& silent,
                  Project& project) {
    forEachTable(reader.take("computed"), QStringLiteral("computed"),
                 [&](const QString& table, const OrderedJson& list, const QString& place) {
                     forEachObject(list, place, [&](ObjectReader& entry) {
                         ComputedField field{entry.requiredString("name"),
                                             entry.requiredString("expression")};
                         field.unknown = entry.rest();
                         project.computed[table] += field;
                         FieldDefinition* shown = silent.contains({table, field.name})
                                                      ? project.definition(table, field.name)
                                                      : nullptr;
                         if (shown)
                             shown->editable = Editable::Never;
                     });
                 });
}

void readScreens(ObjectReader& reader, Project& project) {
    if (const OrderedJson screens = reader.take("screens"); screens.is_array()) {
        QSet<QString> screenIds;
        for (const OrderedJson& entry : screens) {
            Screen screen =
                readScreen(entry, QStringLiteral("screens[%1]").arg(project.screens.size()));
            if (screenIds.contains(screen.id))
                throw BadProject(coreTr("Two screens have the id “%1”.").arg(screen.id));
            screenIds += screen.id;
            project.screens.append(std::move(screen));
        }
    } else if (!screens.is_null()) {
        throw BadProject(coreTr("“screens” should be a list."));
    }
}

Project readProject(const OrderedJson& json) {
    ObjectReader reader(json, coreTr("The project"));
    verifyVersion(reader);
    Project project;
    project.name = reader.string("name", {});
    readConnection(reader, project);
    readSources(reader, project);
    const auto silent = readFields(reader, project);
    readTableChecks(reader, project.checks);
    readComputed(reader, silent, project);
    readScreens(reader, project);
    forEachObject(reader.take("lists"), QStringLiteral("lists"), [&](ObjectReader& entry) {
        KeptList kept{entry.requiredString("name"), entry.requiredString("screen"), {}};
        kept.setUp = readListSetUp(entry, QStringLiteral("lists"));
        project.lists += kept;
    });
    readKept(reader, project);
    readRoles(reader, project);
    project.locale = readLocale(reader);
    project.startScreen = reader.string("start_screen", {});
    (void)reader.take("signature"); // of the file as it was; what is saved has another
    project.unknown = reader.rest();
    return project;
}

} // namespace

Result<Project> projectFromJson(const QByteArray& json) {
    try {
        return readProject(strictJson(json, MaximumDepth));
    } catch (const BadProject& bad) {
        return Error{ErrorKind::Damaged, QString::fromUtf8(bad.what())};
    } catch (const OrderedJson::exception& bad) {
        return Error{ErrorKind::Damaged,
                     coreTr("It is not complete or not JSON. Mend it or take an earlier copy."),
                     QString::fromUtf8(bad.what())};
    }
}

} // namespace gravin
