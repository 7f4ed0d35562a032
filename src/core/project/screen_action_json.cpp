// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/screen_action_json.h"

namespace gravin {

namespace {

ActionStep readStep(ObjectReader& entry, const QString& place) {
    ActionStep step;
    step.does = entry.word("do", step.does, actionStepFromName);
    step.values = readTextMap(entry.take("values"), place + QStringLiteral(".values"));
    step.name = entry.string("name", {});
    step.screen = entry.string("screen", {});
    step.columns = readTexts(entry.take("columns"), place + QStringLiteral(".columns"));
    step.match = readTexts(entry.take("match"), place + QStringLiteral(".match"));
    if (step.columns.size() != step.match.size())
        throw BadProject(coreTr("%1 should have as many columns as match.").arg(place));
    step.where = entry.string("where", {});
    step.text = entry.string("text", {});
    step.unknown = entry.rest();
    return step;
}

OrderedJson jsonOf(const ActionStep& step) {
    OrderedJson json = {{"do", utf8(actionStepName(step.does))}};
    for (auto value = step.values.begin(); value != step.values.end(); ++value)
        json["values"][utf8(value.key())] = utf8(*value);
    const auto put = [&](const char* member, const QString& text) {
        if (!text.isEmpty())
            json[member] = utf8(text);
    };
    put("name", step.name);
    put("screen", step.screen);
    if (!step.columns.isEmpty()) {
        json["columns"] = listOfTexts(step.columns);
        json["match"] = listOfTexts(step.match);
    }
    put("where", step.where);
    put("text", step.text);
    putUnknown(json, step.unknown);
    return json;
}

} // namespace

QList<ScreenAction> readOwnActions(ObjectReader& screen, const QString& place) {
    QList<ScreenAction> actions;
    forEachObject(screen.take("own_actions"), place, [&](ObjectReader& entry) {
        ScreenAction action{entry.requiredString("name")};
        for (const ScreenAction& other : std::as_const(actions)) {
            if (other.name == action.name)
                throw BadProject(coreTr("%1 has “%2” twice.").arg(place, action.name));
        }
        action.place =
            entry.boolean("button", true) ? ScreenAction::Place::Button : ScreenAction::Place::Menu;
        action.key = entry.string("key", {});
        action.when = entry.string("when", {});
        action.asks = entry.string("asks", {});
        const QString steps = place + QStringLiteral(".steps");
        forEachObject(entry.take("steps"), steps,
                      [&](ObjectReader& step) { action.steps += readStep(step, steps); });
        action.unknown = entry.rest();
        actions += action;
    });
    return actions;
}

void putOwnActions(OrderedJson& screen, const QList<ScreenAction>& actions) {
    for (const ScreenAction& action : actions) {
        OrderedJson json = {{"name", utf8(action.name)}};
        if (action.place == ScreenAction::Place::Menu)
            json["button"] = false;
        if (!action.key.isEmpty())
            json["key"] = utf8(action.key);
        if (!action.when.isEmpty())
            json["when"] = utf8(action.when);
        if (!action.asks.isEmpty())
            json["asks"] = utf8(action.asks);
        json["steps"] = OrderedJson::array();
        for (const ActionStep& step : action.steps)
            json["steps"].push_back(jsonOf(step));
        putUnknown(json, action.unknown);
        screen["own_actions"].push_back(json);
    }
}

} // namespace gravin
