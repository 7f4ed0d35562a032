// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/check_json.h"
#include "core/project/kept_json.h"
#include "core/project/list_set_up_json.h"
#include "core/project/object_reader.h"
#include "core/project/project_json.h"
#include "core/project/role_json.h"
#include "core/project/screen_action_json.h"
#include "core/project/source_json.h"

namespace gravin {

namespace {

void putRights(OrderedJson& object, const Rights& rights) {
    if (rights == Rights{})
        return;
    object["allow"] = OrderedJson::array();
    for (const auto operation : {Operation::Insert, Operation::Update, Operation::Delete}) {
        if (rights.allow(operation))
            object["allow"].push_back(utf8(operationName(operation)));
    }
}

OrderedJson jsonOf(Editable editable) {
    switch (editable) {
    case Editable::Always:
        return true;
    case Editable::OnlyNew:
        return "new";
    case Editable::Never:
        return false;
    }
    return {};
}

OrderedJson jsonOf(const FieldDefault& standard) {
    if (standard.kind == FieldDefault::Kind::None)
        return {};
    if (standard.kind == FieldDefault::Kind::Fixed)
        return {{"value", utf8(standard.text)}};
    if (standard.kind == FieldDefault::Kind::Computed)
        return {{"computed", utf8(standard.text)}};
    return {{"from", utf8(defaultKindName(standard.kind))}};
}

OrderedJson jsonOf(const QList<Choice>& choices) {
    OrderedJson json = OrderedJson::array();
    for (const Choice& choice : choices) {
        OrderedJson entry = OrderedJson::object();
        entry["stored"] = utf8(choice.stored);
        entry["label"] = utf8(choice.label);
        if (!choice.colour.isEmpty())
            entry["colour"] = utf8(choice.colour);
        putUnknown(entry, choice.unknown);
        json.push_back(entry);
    }
    return json;
}

OrderedJson jsonOf(const Lookup& lookup) {
    OrderedJson json = OrderedJson::object();
    json["table"] = utf8(lookup.table);
    json["stored"] = utf8(lookup.storedColumn);
    json["shown"] = lookup.shownColumns.size() == 1 ? OrderedJson(utf8(lookup.shownColumns.front()))
                                                    : listOf(lookup.shownColumns);
    if (!lookup.sortColumn.isEmpty())
        json["sort"] = utf8(lookup.sortColumn);
    if (lookup.sortDescending)
        json["descending"] = true;
    for (const LookupCondition& only : lookup.conditions)
        json["only"].push_back({{"column", utf8(only.column)}, {"value", utf8(only.value)}});
    if (!lookup.where.isEmpty())
        json["where"] = utf8(lookup.where);
    if (lookup.empties)
        json["empties"] = true;
    putUnknown(json, lookup.unknown);
    return json;
}

void putSource(OrderedJson& json, const FieldDefinition& field) {
    if (!field.nameColumn.isEmpty())
        json["name_column"] = utf8(field.nameColumn);
    if (!field.mask.isEmpty())
        json["mask"] = utf8(field.mask);
    if (!field.choices.isEmpty())
        json["choices"] = jsonOf(field.choices);
    if (!field.lookup.table.isEmpty())
        json["lookup"] = jsonOf(field.lookup);
}

void putLabels(OrderedJson& json, const FieldDefinition& field) {
    for (auto label = field.labels.begin(); label != field.labels.end(); ++label)
        json["labels"][utf8(label.key())] = utf8(label.value());
}

OrderedJson jsonOf(const FieldDefinition& field) {
    OrderedJson json = OrderedJson::object();
    json["label"] = utf8(field.label);
    putLabels(json, field);
    json["shown_as"] = utf8(shownAsName(field.shownAs));
    if (field.required)
        json["required"] = true;
    if (!field.requiredWhen.isEmpty())
        json["required_when"] = utf8(field.requiredWhen);
    if (!field.message.isEmpty())
        json["message"] = utf8(field.message);
    if (field.editable != Editable::Always)
        json["editable"] = jsonOf(field.editable);
    if (!field.editableWhen.isEmpty())
        json["editable_when"] = utf8(field.editableWhen);
    if (!field.help.isEmpty())
        json["help"] = utf8(field.help);
    if (field.defaultValue.kind != FieldDefault::Kind::None)
        json["default"] = jsonOf(field.defaultValue);
    if (!field.hint.isEmpty())
        json["hint"] = utf8(field.hint);
    if (!field.filledWith.isEmpty())
        json["filled_with"] = utf8(field.filledWith);
    if (field.stamp.when != Stamp::When::Never)
        json["stamped"] = {{"when", utf8(stampWhenName(field.stamp.when))},
                           {"with", utf8(field.stamp.expression)}};
    if (!field.format.isEmpty())
        json["format"] = utf8(field.format);
    if (field.alignment != Alignment::Natural)
        json["align"] = utf8(alignmentName(field.alignment));
    if (field.total != FieldTotal::None)
        json["total"] = utf8(fieldTotalName(field.total));
    putSource(json, field);
    if (!field.type.isEmpty())
        json["type"] = utf8(field.type);
    putUnknown(json, field.unknown);
    return json;
}

// Only what the screen has of its own, and that even where it is empty.
OrderedJson jsonOfOwn(const ScreenField& field) {
    OrderedJson json = OrderedJson::object();
    for (const FieldSetting setting : allFieldSettings()) {
        if (!field.overridden.contains(setting))
            continue;
        OrderedJson& value = json[settingMember(setting)];
        switch (setting) {
        case FieldSetting::Label:
            value = utf8(field.own.label);
            putLabels(json, field.own);
            break;
        case FieldSetting::ShownAs:
            value = utf8(shownAsName(field.own.shownAs));
            break;
        case FieldSetting::Help:
            value = utf8(field.own.help);
            break;
        case FieldSetting::Default:
            value = jsonOf(field.own.defaultValue);
            break;
        case FieldSetting::Editable:
            value = jsonOf(field.own.editable);
            break;
        case FieldSetting::Format:
            value = utf8(field.own.format);
            break;
        case FieldSetting::Alignment:
            if (field.own.alignment != Alignment::Natural)
                value = utf8(alignmentName(field.own.alignment));
            break;
        }
    }
    if (field.overridden.contains(FieldSetting::ShownAs))
        putSource(json, field.own);
    if (field.overridden.contains(FieldSetting::Editable) && !field.own.editableWhen.isEmpty())
        json["editable_when"] = utf8(field.own.editableWhen);
    putUnknown(json, field.own.unknown);
    return json;
}

OrderedJson jsonOf(const ScreenField& field) {
    OrderedJson json = OrderedJson::object();
    json["column"] = utf8(field.column);
    if (field.shownIn == ShownIn::Nowhere)
        json["visible"] = false;
    else if (field.shownIn != ShownIn::GridAndForm)
        json["visible"] = field.shownIn == ShownIn::Grid ? "grid" : "form";
    if (!field.visibleWhen.isEmpty())
        json["visible_when"] = utf8(field.visibleWhen);
    if (field.width != ScreenField::FittedWidth)
        json["width"] = field.width;
    if (field.frozen)
        json["frozen"] = true;
    if (!field.overridden.isEmpty())
        json["own"] = jsonOfOwn(field);
    putUnknown(json, field.unknown);
    return json;
}

OrderedJson jsonOf(const FormSection& section) {
    OrderedJson json = OrderedJson::object();
    if (!section.title.isEmpty())
        json["title"] = utf8(section.title);
    json["columns"] = section.columns;
    json["fields"] = OrderedJson::array();
    for (const FormPlace& place : section.places) {
        OrderedJson entry = OrderedJson::object();
        if (!place.column.isEmpty())
            entry["column"] = utf8(place.column);
        if (place.span != 1)
            entry["span"] = place.span;
        if (place.beginsRow)
            entry["begins_row"] = true;
        putUnknown(entry, place.unknown);
        json["fields"].push_back(entry);
    }
    putUnknown(json, section.unknown);
    return json;
}

OrderedJson jsonOf(const FormLayout& form) {
    OrderedJson json = OrderedJson::object();
    if (form.labels == LabelSide::Beside)
        json["labels"] = "beside";
    for (const FormSection& section : form.sections)
        json["sections"].push_back(jsonOf(section));
    if (!form.tabOrder.isEmpty())
        json["tab_order"] = listOf(form.tabOrder);
    putUnknown(json, form.unknown);
    return json;
}

void putLink(OrderedJson& json, const RecordLink& link) {
    json["screen"] = utf8(link.screen);
    json["columns"] = listOf(link.columns);
    json["match"] = listOf(link.targetColumns);
    putUnknown(json, link.unknown);
}

OrderedJson jsonOf(const RowAction& action) {
    OrderedJson json = OrderedJson::object();
    json["do"] = utf8(rowActionName(action.kind));
    if (!action.label.isEmpty())
        json["label"] = utf8(action.label);
    if (action.kind == RowAction::Kind::GoTo)
        putLink(json, action.link);
    putUnknown(json, action.unknown);
    return json;
}

OrderedJson jsonOf(const Screen& screen) {
    OrderedJson json = OrderedJson::object();
    json["id"] = utf8(screen.id);
    json["label"] = utf8(screen.label);
    if (!screen.group.isEmpty())
        json["group"] = utf8(screen.group);
    json["table"] = utf8(screen.table);
    json["arrangement"] = utf8(arrangementName(screen.arrangement));
    putRights(json, screen.allowed);
    if (screen.rowHeight != RowHeight::Comfortable)
        json["row_height"] = utf8(rowHeightName(screen.rowHeight));
    if (screen.savesItself != SavesItself::Never)
        json["saves_itself"] = utf8(savesItselfName(screen.savesItself));
    if (screen.tickBoxes)
        json["tick_boxes"] = true;
    if (!screen.runAfterSaving.isEmpty())
        json["run_after_saving"] = utf8(screen.runAfterSaving);
    if (screen.afterSaving != AfterSaving::Stay)
        json["after_saving"] = utf8(afterSavingName(screen.afterSaving));
    json["fields"] = OrderedJson::array();
    for (const ScreenField& field : screen.fields)
        json["fields"].push_back(jsonOf(field));
    if (!screen.list.isEmpty())
        json["list"] = jsonOf(screen.list);
    if (!(screen.form == FormLayout{}))
        json["form"] = jsonOf(screen.form);
    if (screen.children) {
        json["children"] = OrderedJson::array();
        for (const RecordLink& child : *screen.children) {
            OrderedJson entry = OrderedJson::object();
            putLink(entry, child);
            json["children"].push_back(entry);
        }
    }
    if (screen.actions) {
        json["actions"] = OrderedJson::array();
        for (const RowAction& action : *screen.actions)
            json["actions"].push_back(jsonOf(action));
    }
    putOwnActions(json, screen.ownActions);
    putUnknown(json, screen.unknown);
    return json;
}

} // namespace

QByteArray projectToJson(const Project& project) {
    OrderedJson json = OrderedJson::object();
    json["gravin"] = project.roles.isEmpty() ? 1 : ProjectFileVersion;
    json["name"] = utf8(project.name);
    OrderedJson connection = OrderedJson::object();
    connection["database"] = utf8(project.connection.url());
    connection["change_log"] = project.connection.changeLog;
    if (!project.connection.copyOf.isEmpty())
        connection["copy_of"] = utf8(project.connection.copyOf);
    putRights(connection, project.connection.allowed);
    if (project.connection.timeLimit > 0)
        connection["time_limit"] = project.connection.timeLimit;
    if (project.connection.mayTrim)
        connection["may_trim"] = true;
    putUnknown(connection, project.unknownOfConnection);
    json["connection"] = connection;
    putSources(json, project);
    json["fields"] = OrderedJson::object();
    for (auto table = project.fields.begin(); table != project.fields.end(); ++table) {
        OrderedJson columns = OrderedJson::object();
        for (const FieldDefinition& field : table.value())
            columns[utf8(field.column)] = jsonOf(field);
        for (const ComputedField& field : project.computed.value(table.key())) {
            const FieldDefinition* shown = project.definition(table.key(), field.name);
            if (shown && shown->editable == Editable::Always)
                columns[utf8(field.name)]["editable"] = true;
        }
        json["fields"][utf8(table.key())] = columns;
    }
    for (auto table = project.computed.begin(); table != project.computed.end(); ++table) {
        for (const ComputedField& field : table.value()) {
            OrderedJson entry = {{"name", utf8(field.name)},
                                 {"expression", utf8(field.expression)}};
            putUnknown(entry, field.unknown);
            json["computed"][utf8(table.key())].push_back(entry);
        }
    }
    putTableChecks(json, project.checks);
    if (!project.locale.isEmpty())
        json["locale"] = utf8(project.locale);
    if (!project.startScreen.isEmpty())
        json["start_screen"] = utf8(project.startScreen);
    json["screens"] = OrderedJson::array();
    for (const Screen& screen : project.screens)
        json["screens"].push_back(jsonOf(screen));
    for (const KeptList& kept : project.lists) {
        OrderedJson entry = {{"name", utf8(kept.name)}, {"screen", utf8(kept.screen)}};
        const OrderedJson setUp = jsonOf(kept.setUp);
        for (const auto& [member, value] : setUp.items())
            appendMember(entry, member, value);
        json["lists"].push_back(entry);
    }
    putKept(json, project);
    putRoles(json, project);
    putUnknown(json, project.unknown);
    return QByteArray::fromStdString(
               json.dump(2, ' ', false, OrderedJson::error_handler_t::replace)) +
           '\n';
}

} // namespace gravin
