// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project_file.h"

#include "core/base/text.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSaveFile>

#include <nlohmann/json.hpp>

#include <stdexcept>

namespace gravin {

namespace {

using Json = nlohmann::ordered_json;

// Real projects nest five deep; a hostile file must not be able to use up the stack.
constexpr int MaximumDepth = 32;
constexpr qint64 MaximumFileSize = 64 * 1024 * 1024;

// Thrown and caught within this file only.
struct BadProject : std::runtime_error {
    explicit BadProject(const QString& sentence)
        : std::runtime_error(sentence.toStdString()) {}
};

QString text(const std::string& utf8) { return QString::fromStdString(utf8); }
std::string utf8(const QString& text) { return text.toStdString(); }

// Reads the members of one object; what nobody asked for is handed out at the end.
class ObjectReader {
public:
    ObjectReader(const Json& object, QString place)
        : m_place(std::move(place))
        , m_rest(object) {
        if (!object.is_object())
            throw BadProject(say("%1 should be an object.").arg(m_place));
    }

    QString string(const char* name, const QString& fallback) {
        const Json value = take(name);
        if (value.is_null())
            return fallback;
        if (!value.is_string())
            throw BadProject(say("%1.%2 should be a text.").arg(m_place, QLatin1String(name)));
        return text(value.get<std::string>());
    }

    QString requiredString(const char* name) {
        const QString value = string(name, {});
        if (value.isEmpty())
            throw BadProject(say("%1.%2 is missing.").arg(m_place, QLatin1String(name)));
        return value;
    }

    bool boolean(const char* name, bool fallback) {
        const Json value = take(name);
        if (value.is_null())
            return fallback;
        if (!value.is_boolean())
            throw BadProject(
                say("%1.%2 should be true or false.").arg(m_place, QLatin1String(name)));
        return value.get<bool>();
    }

    int integer(const char* name, int fallback, int least, int most) {
        const Json value = take(name);
        if (value.is_null())
            return fallback;
        if (!value.is_number_integer() || value < least || value > most)
            throw BadProject(say("%1.%2 should be a whole number from %3 to %4.")
                                 .arg(m_place, QLatin1String(name))
                                 .arg(least)
                                 .arg(most));
        return value.get<int>();
    }

    // A word of a closed list, read by `parse`.
    template <typename T, typename Parse>
    T word(const char* name, T fallback, Parse parse) {
        const QString value = string(name, {});
        if (value.isNull())
            return fallback;
        const std::optional<T> parsed = parse(value);
        if (!parsed)
            throw BadProject(say("%1.%2 is “%3”, which this Gravin does not know.")
                                 .arg(m_place, QLatin1String(name), value));
        return *parsed;
    }

    // The member, or null; asked for once.
    Json take(const char* name) {
        const auto found = m_rest.find(name);
        if (found == m_rest.end())
            return {};
        Json value = std::move(*found);
        m_rest.erase(found);
        return value;
    }

    QByteArray rest() const {
        return m_rest.empty() ? QByteArray() : QByteArray::fromStdString(m_rest.dump());
    }

private:
    QString m_place;
    Json m_rest;
};

void putUnknown(Json& object, const QByteArray& unknown) {
    if (unknown.isEmpty())
        return;
    const Json rest = Json::parse(unknown.toStdString());
    for (const auto& [name, value] : rest.items())
        object[name] = value;
}

Editable readEditable(const Json& json, const QString& place) {
    if (json.is_null() || json == true)
        return Editable::Always;
    if (json == false)
        return Editable::Never;
    if (json == "new")
        return Editable::OnlyNew;
    throw BadProject(say("%1.editable should be true, false or “new”.").arg(place));
}

FieldDefault readDefault(const Json& json, const QString& place) {
    if (json.is_null())
        return {};
    if (json.is_object() && json.size() == 1) {
        const Json& value = json.begin().value();
        const QString word = value.is_string() ? text(value.get<std::string>()) : QString();
        if (json.begin().key() == "value" && value.is_string())
            return {FieldDefault::Kind::Fixed, word};
        if (const auto kind = defaultKindFromName(word); kind && json.begin().key() == "from")
            return {*kind, {}};
    }
    throw BadProject(say("%1.default should be an object with “value”, a text, or “from”: today, "
                         "now or person.")
                         .arg(place));
}

FieldDefinition readDefinition(const Json& json, const QString& place, const QString& column) {
    ObjectReader reader(json, place);
    FieldDefinition field;
    field.column = column;
    field.label = reader.string("label", column);
    field.shownAs = reader.word("shown_as", ShownAs::Text, shownAsFromName);
    field.required = reader.boolean("required", false);
    field.editable = readEditable(reader.take("editable"), place);
    field.help = reader.string("help", {});
    field.standard = readDefault(reader.take("default"), place);
    if (const Json choices = reader.take("choices"); choices.is_array()) {
        for (const Json& entry : choices) {
            ObjectReader choice(entry, place + QStringLiteral(".choices"));
            const QString stored = choice.string("stored", {});
            field.choices.append({stored, choice.string("label", stored), choice.rest()});
        }
    } else if (!choices.is_null()) {
        throw BadProject(say("%1.choices should be a list.").arg(place));
    }
    if (const Json lookup = reader.take("lookup"); !lookup.is_null()) {
        ObjectReader entry(lookup, place + QStringLiteral(".lookup"));
        field.lookup.table = entry.requiredString("table");
        field.lookup.storedColumn = entry.requiredString("stored");
        field.lookup.shownColumn = entry.requiredString("shown");
        field.lookup.unknown = entry.rest();
    }
    field.unknown = reader.rest();
    return field;
}

Rights readRights(const Json& json, const QString& place) {
    if (json.is_null())
        return {};
    if (!json.is_array())
        throw BadProject(say("%1.allow should be a list.").arg(place));
    Rights rights{false, false, false};
    for (const Json& entry : json) {
        const auto operation =
            operationFromName(entry.is_string() ? text(entry.get<std::string>()) : QString());
        if (!operation)
            throw BadProject(say("%1.allow lists insert, update and delete only.").arg(place));
        rights.set(*operation, true);
    }
    return rights;
}

void putRights(Json& object, const Rights& rights) {
    if (rights == Rights{})
        return;
    object["allow"] = Json::array();
    for (const auto operation : {Operation::Insert, Operation::Update, Operation::Delete}) {
        if (rights.allow(operation))
            object["allow"].push_back(utf8(operationName(operation)));
    }
}

Screen readScreen(const Json& json, const QString& place) {
    ObjectReader reader(json, place);
    Screen screen;
    screen.id = reader.requiredString("id");
    screen.label = reader.string("label", screen.id);
    screen.group = reader.string("group", {});
    screen.table = reader.requiredString("table");
    screen.arrangement = reader.word("arrangement", Arrangement::GridForm, arrangementFromName);
    screen.allowed = readRights(reader.take("allow"), place);
    const Json fields = reader.take("fields");
    if (!fields.is_array())
        throw BadProject(say("%1.fields should be a list.").arg(place));
    for (const Json& entry : fields) {
        ObjectReader field(entry, place + QStringLiteral(".fields"));
        ScreenField placed;
        placed.column = field.requiredString("column");
        placed.visible = field.boolean("visible", true);
        placed.width = field.integer("width", ScreenField::FittedWidth, 0, 4000);
        placed.unknown = field.rest();
        if (screen.field(placed.column))
            throw BadProject(say("%1 names the column %2 twice.").arg(place, placed.column));
        screen.fields.append(placed);
    }
    screen.unknown = reader.rest();
    return screen;
}

Project readProject(const Json& json) {
    ObjectReader reader(json, say("The project"));
    const int version = reader.integer("gravin", 0, 0, std::numeric_limits<int>::max());
    if (version == 0)
        throw BadProject(say("This is no Gravin project: the member “gravin” is missing."));
    if (version > ProjectFileVersion)
        throw BadProject(
            say("This project was written by a newer Gravin (format %1; this one reads "
                "up to %2). Open it with that one.")
                .arg(version)
                .arg(ProjectFileVersion));
    Project project;
    project.name = reader.string("name", {});

    ObjectReader connection(reader.take("connection"), QStringLiteral("connection"));
    auto spec = ConnectionSpec::fromUrl(connection.requiredString("database"));
    if (!spec)
        throw BadProject(spec.error().sentence);
    project.connection = *spec;
    project.connection.changeLog = connection.boolean("change_log", false);
    project.connection.copyOf = connection.string("copy_of", {});
    project.connection.allowed = readRights(connection.take("allow"), QStringLiteral("connection"));
    project.unknownOfConnection = connection.rest();

    if (const Json tables = reader.take("fields"); tables.is_object()) {
        for (const auto& [tableName, columns] : tables.items()) {
            const QString table = text(tableName);
            if (!columns.is_object())
                throw BadProject(say("fields.%1 should be an object.").arg(table));
            QList<FieldDefinition>& definitions = project.fields[table];
            for (const auto& [column, definition] : columns.items())
                definitions += readDefinition(
                    definition, QStringLiteral("fields.%1.%2").arg(table, text(column)),
                    text(column));
        }
    } else if (!tables.is_null()) {
        throw BadProject(say("“fields” should be an object."));
    }
    if (const Json screens = reader.take("screens"); screens.is_array()) {
        for (const Json& entry : screens) {
            Screen screen =
                readScreen(entry, QStringLiteral("screens[%1]").arg(project.screens.size()));
            for (const Screen& other : project.screens) {
                if (other.id == screen.id)
                    throw BadProject(say("Two screens have the id “%1”.").arg(screen.id));
            }
            project.screens.append(std::move(screen));
        }
    } else if (!screens.is_null()) {
        throw BadProject(say("“screens” should be a list."));
    }
    project.unknown = reader.rest();
    return project;
}

Json jsonOf(const FieldDefinition& field) {
    Json json = Json::object();
    json["label"] = utf8(field.label);
    json["shown_as"] = utf8(shownAsName(field.shownAs));
    if (field.required)
        json["required"] = true;
    if (field.editable != Editable::Always)
        json["editable"] = field.editable == Editable::Never ? Json(false) : Json("new");
    if (!field.help.isEmpty())
        json["help"] = utf8(field.help);
    if (field.standard.kind == FieldDefault::Kind::Fixed)
        json["default"] = {{"value", utf8(field.standard.text)}};
    else if (field.standard.kind != FieldDefault::Kind::None)
        json["default"] = {{"from", utf8(defaultKindName(field.standard.kind))}};
    for (const Choice& choice : field.choices) {
        Json entry = Json::object();
        entry["stored"] = utf8(choice.stored);
        entry["label"] = utf8(choice.label);
        putUnknown(entry, choice.unknown);
        json["choices"].push_back(entry);
    }
    if (!field.lookup.table.isEmpty()) {
        Json lookup = Json::object();
        lookup["table"] = utf8(field.lookup.table);
        lookup["stored"] = utf8(field.lookup.storedColumn);
        lookup["shown"] = utf8(field.lookup.shownColumn);
        putUnknown(lookup, field.lookup.unknown);
        json["lookup"] = lookup;
    }
    putUnknown(json, field.unknown);
    return json;
}

Json jsonOf(const Screen& screen) {
    Json json = Json::object();
    json["id"] = utf8(screen.id);
    json["label"] = utf8(screen.label);
    if (!screen.group.isEmpty())
        json["group"] = utf8(screen.group);
    json["table"] = utf8(screen.table);
    json["arrangement"] = utf8(arrangementName(screen.arrangement));
    putRights(json, screen.allowed);
    json["fields"] = Json::array();
    for (const ScreenField& field : screen.fields) {
        Json entry = Json::object();
        entry["column"] = utf8(field.column);
        if (!field.visible)
            entry["visible"] = false;
        if (field.width != ScreenField::FittedWidth)
            entry["width"] = field.width;
        putUnknown(entry, field.unknown);
        json["fields"].push_back(entry);
    }
    putUnknown(json, screen.unknown);
    return json;
}

} // namespace

Result<Project> projectFromJson(const QByteArray& json) {
    try {
        const auto limitDepth = [](int depth, Json::parse_event_t, Json&) {
            if (depth > MaximumDepth)
                throw BadProject(say("It is nested too deeply."));
            return true;
        };
        return readProject(Json::parse(json.begin(), json.end(), limitDepth));
    } catch (const BadProject& bad) {
        return Error{ErrorKind::Damaged, QString::fromUtf8(bad.what())};
    } catch (const Json::exception& bad) {
        return Error{ErrorKind::Damaged,
                     say("It is not complete or not JSON. Mend it or take an earlier copy."),
                     QString::fromUtf8(bad.what())};
    }
}

QByteArray projectToJson(const Project& project) {
    Json json = Json::object();
    json["gravin"] = ProjectFileVersion;
    json["name"] = utf8(project.name);
    Json connection = Json::object();
    connection["database"] = utf8(project.connection.url());
    connection["change_log"] = project.connection.changeLog;
    if (!project.connection.copyOf.isEmpty())
        connection["copy_of"] = utf8(project.connection.copyOf);
    putRights(connection, project.connection.allowed);
    putUnknown(connection, project.unknownOfConnection);
    json["connection"] = connection;
    json["fields"] = Json::object();
    for (auto table = project.fields.begin(); table != project.fields.end(); ++table) {
        Json columns = Json::object();
        for (const FieldDefinition& field : table.value())
            columns[utf8(field.column)] = jsonOf(field);
        json["fields"][utf8(table.key())] = columns;
    }
    json["screens"] = Json::array();
    for (const Screen& screen : project.screens)
        json["screens"].push_back(jsonOf(screen));
    putUnknown(json, project.unknown);
    return QByteArray::fromStdString(json.dump(2, ' ', false, Json::error_handler_t::replace)) +
           '\n';
}

Result<Project> loadProject(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return Error{ErrorKind::File, say("The project %1 cannot be read.").arg(path),
                     file.errorString()};
    if (file.size() > MaximumFileSize)
        return Error{ErrorKind::Damaged, say("%1 is far too large for a project.").arg(path)};
    auto project = projectFromJson(file.readAll());
    if (!project)
        return Error{project.error().kind,
                     say("The project %1 cannot be opened. %2").arg(path, project.error().sentence),
                     project.error().detail};
    if (project->connection.isFile())
        project->connection.path = QDir::cleanPath(
            QFileInfo(path).absoluteDir().absoluteFilePath(project->connection.path));
    if (project->name.isEmpty())
        project->name = QFileInfo(path).completeBaseName();
    return project;
}

Status saveProject(const Project& project, const QString& path) {
    Project written = project;
    const QDir folder = QFileInfo(path).absoluteDir();
    const QString relative = folder.relativeFilePath(project.connection.path);
    if (written.connection.isFile() && !relative.startsWith(u".."))
        written.connection.path = relative;
    const QByteArray json = projectToJson(written);
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(json) != json.size() || !file.commit())
        return Error{
            ErrorKind::File,
            say("The project could not be written to %1. What was there is untouched.").arg(path),
            file.errorString()};
    return done();
}

} // namespace gravin
