// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project_merge.h"

#include "core/base/text.h"
#include "core/project/project_json.h"
#include "core/project/strict_json.h"

#include <algorithm>
#include <optional>

namespace gravin {

namespace {

constexpr size_t MostMergedDepth = 64;
using Part = std::optional<OrderedJson>;

// By what people tell the entries of one list apart: the first of these that all of them have.
constexpr const char* Identities[] = {"id", "name", "column", "field", "screen", "table"};

QString text(const Part& part) {
    if (!part)
        return {};
    return part->is_string() ? loose::text(*part) : QString::fromUtf8(compactJson(*part));
}

Part memberOf(const Part& object, const std::string& name) {
    if (!object || !object->is_object() || !object->contains(name))
        return std::nullopt;
    return object->at(name);
}

QString nameOf(const OrderedJson& entry, const char* identity) {
    return loose::text(entry, identity);
}

bool isToldApartBy(const Part& list, const char* identity) {
    if (!list)
        return true;
    if (!list->is_array())
        return false;
    QSet<QString> names;
    for (const OrderedJson& entry : *list) {
        const QString name = entry.is_object() ? nameOf(entry, identity) : QString();
        if (name.isEmpty() || names.contains(name))
            return false;
        names += name;
    }
    return true;
}

QStringList namesOf(const Part& list, const char* identity) {
    QStringList names;
    for (const OrderedJson& entry : list.value_or(OrderedJson::array()))
        names += nameOf(entry, identity);
    return names;
}

Part entryOf(const Part& list, const QString& name, const char* identity) {
    for (const OrderedJson& entry : list.value_or(OrderedJson::array())) {
        if (nameOf(entry, identity) == name)
            return entry;
    }
    return std::nullopt;
}

// The order of `first`, with what only `second` has behind what it follows there.
QStringList woven(QStringList first, const QStringList& second) {
    qsizetype behind = 0;
    for (const QString& name : second) {
        const qsizetype at = first.indexOf(name);
        if (at < 0)
            first.insert(behind, name);
        behind = (at < 0 ? behind : at) + 1;
    }
    return first;
}

class Merger {
public:
    explicit Merger(const QSet<QString>& chosen)
        : m_chosen(chosen) {}

    Part merge(const QString& place, const Part& before, const Part& mine, const Part& theirs) {
        if (mine == theirs)
            return mine;
        if (areObjects(before, mine, theirs))
            return mergeMembers(place, before, mine, theirs);
        for (const char* identity : Identities) {
            if (mine && theirs && isToldApartBy(before, identity) &&
                isToldApartBy(mine, identity) && isToldApartBy(theirs, identity))
                return mergeEntries(place, identity, before, mine, theirs);
        }
        return choose(place, before, mine, theirs);
    }

    std::vector<SettingDifference> take() { return std::move(m_differences); }

private:
    static bool areObjects(const Part& before, const Part& mine, const Part& theirs) {
        return mine && mine->is_object() && theirs && theirs->is_object() &&
               (!before || before->is_object());
    }

    Part choose(QString place, const Part& before, const Part& mine, const Part& theirs) {
        // Two screens may have one label.
        while (m_places.contains(place))
            place += u'\'';
        m_places += place;
        SettingDifference difference{place, text(before), text(mine), text(theirs)};
        difference.takesTheirs = (mine == before) != m_chosen.contains(place);
        m_differences.push_back(difference);
        return difference.takesTheirs ? theirs : mine;
    }

    static QString below(const QString& place, const QString& name) {
        return place.isEmpty() ? name : place + QStringLiteral(" › ") + name;
    }

    Part mergeMembers(const QString& place, const Part& before, const Part& mine,
                      const Part& theirs) {
        const auto names = [](const OrderedJson& object) {
            QStringList all;
            for (const auto& member : object.items())
                all += fromUtf8(member.key());
            return all;
        };
        OrderedJson merged = OrderedJson::object();
        for (const QString& name : woven(names(*mine), names(*theirs))) {
            const std::string member = utf8(name);
            Part part = merge(below(place, name), memberOf(before, member), memberOf(mine, member),
                              memberOf(theirs, member));
            if (part)
                appendMember(merged, member, std::move(*part));
        }
        return merged;
    }

    Part mergeEntries(const QString& place, const char* identity, const Part& before,
                      const Part& mine, const Part& theirs) {
        const QStringList wasOrder = namesOf(before, identity);
        const QStringList myOrder = namesOf(mine, identity);
        const QStringList theirOrder = namesOf(theirs, identity);
        // Who left the order alone follows the other one.
        const bool followsThem = myOrder == wasOrder;
        OrderedJson merged = OrderedJson::array();
        for (const QString& name :
             followsThem ? woven(theirOrder, myOrder) : woven(myOrder, theirOrder)) {
            const Part was = entryOf(before, name, identity);
            const Part my = entryOf(mine, name, identity);
            const Part their = entryOf(theirs, name, identity);
            const QString here = below(place, calledBy(my ? *my : *their, name));
            const Part part = merge(here, was, my, their);
            if (part)
                merged.push_back(*part);
        }
        return merged;
    }

    // People know a screen by its label.
    static QString calledBy(const OrderedJson& entry, const QString& name) {
        const QString label = loose::text(entry, "label");
        return label.isEmpty() ? name : label;
    }

    const QSet<QString>& m_chosen;
    QSet<QString> m_places;
    std::vector<SettingDifference> m_differences;
};

} // namespace

Result<ProjectMerge> mergeProjects(const Project& before, const Project& mine,
                                   const Project& theirs, const QSet<QString>& chosen) {
    const auto json = [](const Project& project) {
        return Part(strictJson(projectToJson(project), MostMergedDepth));
    };
    Merger merger(chosen);
    const Part merged = merger.merge({}, json(before), json(mine), json(theirs));
    auto project = projectFromJson(compactJson(*merged));
    if (!project)
        return Error{ErrorKind::Damaged,
                     coreTr("What both of you made of the project does not go together: %1 Choose "
                            "otherwise.")
                         .arg(project.error().sentence)};
    project->distrust = theirs.distrust;
    return ProjectMerge{std::move(*project), merger.take()};
}

} // namespace gravin
