// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/role_json.h"

namespace gravin {

namespace {

// A word that this Gravin does not know is refused: to go on without it would let a role do less
// than was said, or, where another one forbids by it, more.
Acts readActs(const OrderedJson& json, const QString& place, bool ofScreens) {
    Acts acts;
    for (const QString& name : readTexts(json, place)) {
        const auto act = actFromName(name);
        if (!act || (ofScreens && !isOfScreens(*act)))
            throw BadProject(
                coreTr("%1 has “%2”, which is nothing that a role may do there.").arg(place, name));
        acts.set(*act, true);
    }
    return acts;
}

Role readRole(ObjectReader& reader, const QString& place) {
    Role role;
    role.name = reader.requiredString("name");
    role.members = readTexts(reader.take("members"), place + QStringLiteral(".members"));
    role.may = readActs(reader.take("may"), place + QStringLiteral(".may"), false);
    const QString screens = place + QStringLiteral(".screens");
    forEachObject(reader.take("screens"), screens, [&](ObjectReader& entry) {
        RoleOnScreen own{entry.requiredString("screen")};
        if (const OrderedJson may = entry.take("may"); !may.is_null())
            own.may = readActs(may, screens + QStringLiteral(".may"), true);
        own.locked = readTexts(entry.take("locked"), screens + QStringLiteral(".locked"));
        own.hidden = readTexts(entry.take("hidden"), screens + QStringLiteral(".hidden"));
        if (role.onScreen(own.screen))
            throw BadProject(coreTr("%1 names the screen %2 twice.").arg(screens, own.screen));
        own.unknown = entry.rest();
        role.screens += own;
    });
    role.records = readTextMap(reader.take("records"), place + QStringLiteral(".records"));
    role.unknown = reader.rest();
    return role;
}

OrderedJson jsonOf(const Acts& acts) {
    OrderedJson json = OrderedJson::array();
    for (const Act act : allActs()) {
        if (acts.has(act))
            json.push_back(utf8(actName(act)));
    }
    return json;
}

OrderedJson jsonOf(const RoleOnScreen& own) {
    OrderedJson json = OrderedJson::object();
    json["screen"] = utf8(own.screen);
    if (own.may)
        json["may"] = jsonOf(*own.may);
    if (!own.locked.isEmpty())
        json["locked"] = listOfTexts(own.locked);
    if (!own.hidden.isEmpty())
        json["hidden"] = listOfTexts(own.hidden);
    putUnknown(json, own.unknown);
    return json;
}

OrderedJson jsonOf(const Role& role) {
    OrderedJson json = OrderedJson::object();
    json["name"] = utf8(role.name);
    json["members"] = listOfTexts(role.members);
    json["may"] = jsonOf(role.may);
    for (const RoleOnScreen& own : role.screens)
        json["screens"].push_back(jsonOf(own));
    for (auto table = role.records.begin(); table != role.records.end(); ++table)
        json["records"][utf8(table.key())] = utf8(*table);
    putUnknown(json, role.unknown);
    return json;
}

} // namespace

void readRoles(ObjectReader& reader, Project& project) {
    const QString place = QStringLiteral("roles");
    forEachObject(reader.take("roles"), place, [&](ObjectReader& entry) {
        const Role role = readRole(entry, place);
        for (const Role& other : std::as_const(project.roles)) {
            if (other.name == role.name)
                throw BadProject(coreTr("Two roles have the name “%1”.").arg(role.name));
        }
        project.roles += role;
    });
}

void putRoles(OrderedJson& json, const Project& project) {
    for (const Role& role : project.roles)
        json["roles"].push_back(jsonOf(role));
}

} // namespace gravin
