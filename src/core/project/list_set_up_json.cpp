// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/list_set_up_json.h"

namespace gravin {

OrderedJson jsonOf(const ListSetUp& setUp) {
    OrderedJson json = OrderedJson::object();
    for (const ListFilter& filter : setUp.filters) {
        OrderedJson entry = OrderedJson::object();
        if (!filter.column.isEmpty())
            entry["column"] = utf8(filter.column);
        entry["words"] = utf8(filter.words);
        entry["condition"] = utf8(filter.condition);
        if (filter.fixed)
            entry["fixed"] = true;
        putUnknown(entry, filter.unknown);
        json["filters"].push_back(entry);
    }
    if (!setUp.search.isEmpty())
        json["search"] = utf8(setUp.search);
    for (const SortBy& by : setUp.sort) {
        OrderedJson entry = OrderedJson::object();
        entry["column"] = utf8(by.column);
        if (by.descending)
            entry["descending"] = true;
        json["sort"].push_back(entry);
    }
    if (!setUp.groupedBy.isEmpty())
        json["grouped"] = listOf(setUp.groupedBy);
    if (!setUp.hidden.isEmpty())
        json["hidden"] = listOf(setUp.hidden);
    putUnknown(json, setUp.unknown);
    return json;
}

ListSetUp readListSetUp(ObjectReader& reader, const QString& place) {
    ListSetUp setUp;
    const QString filters = place + QStringLiteral(".filters");
    forEachObject(reader.take("filters"), filters, [&](ObjectReader& entry) {
        ListFilter filter{entry.string("column", {}), entry.string("words", {}),
                          entry.requiredString("condition"), entry.boolean("fixed", false)};
        if (filter.words.isEmpty())
            filter.words = filter.condition;
        filter.unknown = entry.rest();
        setUp.filters += filter;
    });
    setUp.search = reader.string("search", {});
    forEachObject(reader.take("sort"), place + QStringLiteral(".sort"), [&](ObjectReader& entry) {
        setUp.sort += SortBy{entry.requiredString("column"), entry.boolean("descending", false)};
    });
    setUp.groupedBy = readTexts(reader.take("grouped"), place + QStringLiteral(".grouped"));
    setUp.hidden = readTexts(reader.take("hidden"), place + QStringLiteral(".hidden"));
    setUp.unknown = reader.rest();
    return setUp;
}

} // namespace gravin
