// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/kept_json.h"

namespace gravin {

namespace {

KeptBulkUpdate readBulkUpdate(ObjectReader& entry) {
    using Field = KeptBulkUpdate::Line;
    KeptBulkUpdate kept{entry.requiredString("name"),
                        entry.requiredString("screen"),
                        entry.string("where", {}),
                        {}};
    forEachObject(entry.take("fields"), QStringLiteral("bulk_updates.fields"),
                  [&](ObjectReader& field) {
                      Field line{field.requiredString("column"),
                                 field.word("gets", Field::Gets::Value, keptGets),
                                 field.string("text", {}), field.string("with", {}),
                                 field.word("found", Field::Found::AsItStands, keptFound)};
                      line.unknown = field.rest();
                      kept.lines += line;
                  });
    kept.fills = entry.boolean("fills", false);
    kept.unknown = entry.rest();
    return kept;
}

KeptCards readCards(ObjectReader& entry) {
    KeptCards kept{entry.requiredString("name"), entry.requiredString("screen"), {}};
    CardForm& form = kept.form;
    form.columns = readTexts(entry.take("fields"), QStringLiteral("cards.fields"));
    form.picture = entry.string("picture", {});
    form.width = entry.number("width", form.width, CardForm::Least, CardForm::Most);
    form.height = entry.number("height", form.height, CardForm::Least, CardForm::Most);
    form.gap = entry.number("gap", form.gap, 0, CardForm::Most);
    form.margin = entry.number("margin", form.margin, 0, CardForm::Most);
    form.hasCutMarks = entry.boolean("cut_marks", form.hasCutMarks);
    form.hasHeads = entry.boolean("heads", form.hasHeads);
    kept.unknown = entry.rest();
    return kept;
}

KeptImport readImport(ObjectReader& entry) {
    const QString place = QStringLiteral("imports");
    KeptImport kept;
    kept.name = entry.requiredString("name");
    kept.screen = entry.requiredString("screen");
    kept.columns = readTextMap(entry.take("fields"), place + QStringLiteral(".fields"));
    kept.match = readTexts(entry.take("match"), place + QStringLiteral(".match"));
    kept.does = entry.word("does", kept.does, keptDoes);
    kept.leavesOut = entry.boolean("leave_out", kept.leavesOut);
    kept.missing = entry.word("missing", kept.missing, keptMissing);
    kept.makes = readTexts(entry.take("makes"), place + QStringLiteral(".makes"));
    kept.locale = entry.string("locale", {});
    kept.sheet = entry.string("sheet", {});
    kept.separator = entry.string("separator", {});
    if (kept.separator.size() > 1)
        throw BadProject(coreTr("%1.separator should be one character.").arg(place));
    kept.hasHeads = entry.boolean("heads", kept.hasHeads);
    kept.unknown = entry.rest();
    return kept;
}

OrderedJson jsonOf(const KeptBulkUpdate& kept) {
    OrderedJson json = OrderedJson::object();
    json["name"] = utf8(kept.name);
    json["screen"] = utf8(kept.screen);
    if (!kept.where.isEmpty())
        json["where"] = utf8(kept.where);
    json["fields"] = OrderedJson::array();
    for (const KeptBulkUpdate::Line& line : kept.lines) {
        OrderedJson entry = OrderedJson::object();
        entry["column"] = utf8(line.column);
        entry["gets"] = utf8(wordOf(line.gets));
        if (line.gets != KeptBulkUpdate::Line::Gets::Nothing)
            entry["text"] = utf8(line.text);
        if (line.gets == KeptBulkUpdate::Line::Gets::Replaced) {
            entry["with"] = utf8(line.with);
            entry["found"] = utf8(wordOf(line.found));
        }
        putUnknown(entry, line.unknown);
        json["fields"].push_back(entry);
    }
    if (kept.fills)
        json["fills"] = true;
    putUnknown(json, kept.unknown);
    return json;
}

OrderedJson jsonOf(const KeptCards& kept) {
    OrderedJson json = OrderedJson::object();
    json["name"] = utf8(kept.name);
    json["screen"] = utf8(kept.screen);
    json["fields"] = OrderedJson::array();
    for (const QString& column : kept.form.columns)
        json["fields"].push_back(utf8(column));
    if (!kept.form.picture.isEmpty())
        json["picture"] = utf8(kept.form.picture);
    json["width"] = kept.form.width;
    json["height"] = kept.form.height;
    json["gap"] = kept.form.gap;
    json["margin"] = kept.form.margin;
    json["cut_marks"] = kept.form.hasCutMarks;
    json["heads"] = kept.form.hasHeads;
    putUnknown(json, kept.unknown);
    return json;
}

OrderedJson jsonOf(const KeptImport& kept) {
    OrderedJson json = OrderedJson::object();
    json["name"] = utf8(kept.name);
    json["screen"] = utf8(kept.screen);
    json["fields"] = OrderedJson::object();
    for (auto column = kept.columns.begin(); column != kept.columns.end(); ++column)
        json["fields"][utf8(column.key())] = utf8(*column);
    json["match"] = listOfTexts(kept.match);
    json["does"] = utf8(wordOf(kept.does));
    json["leave_out"] = kept.leavesOut;
    json["missing"] = utf8(wordOf(kept.missing));
    if (!kept.makes.isEmpty())
        json["makes"] = listOfTexts(kept.makes);
    if (!kept.locale.isEmpty())
        json["locale"] = utf8(kept.locale);
    if (!kept.sheet.isEmpty())
        json["sheet"] = utf8(kept.sheet);
    if (!kept.separator.isEmpty())
        json["separator"] = utf8(kept.separator);
    json["heads"] = kept.hasHeads;
    putUnknown(json, kept.unknown);
    return json;
}

} // namespace

void readKept(ObjectReader& reader, Project& project) {
    forEachObject(reader.take("bulk_updates"), QStringLiteral("bulk_updates"),
                  [&](ObjectReader& entry) { project.bulkUpdates += readBulkUpdate(entry); });
    forEachObject(reader.take("cards"), QStringLiteral("cards"),
                  [&](ObjectReader& entry) { project.cards += readCards(entry); });
    forEachObject(reader.take("imports"), QStringLiteral("imports"),
                  [&](ObjectReader& entry) { project.imports += readImport(entry); });
}

void putKept(OrderedJson& json, const Project& project) {
    for (const KeptBulkUpdate& kept : project.bulkUpdates)
        json["bulk_updates"].push_back(jsonOf(kept));
    for (const KeptCards& kept : project.cards)
        json["cards"].push_back(jsonOf(kept));
    for (const KeptImport& kept : project.imports)
        json["imports"].push_back(jsonOf(kept));
}

} // namespace gravin
