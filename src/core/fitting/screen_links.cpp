// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/screen_links.h"

#include "core/base/text.h"
#include "core/fitting/generation/screen_generator.h"

#include <algorithm>

namespace gravin {

namespace {

const QString StandIn = QStringLiteral("table:");

QString labelOf(const Project& project, const QString& screenId) {
    const Screen* screen = project.screenById(screenId);
    return screen ? screen->label : labelFromName(standInTable(screenId));
}

// A SELECT's records are those of its table, also for what refers to them.
QString writtenTable(const Catalog& catalog, const Screen& screen) {
    const Table* table = catalog.table(screen.table);
    return table ? table->written() : screen.table;
}

} // namespace

QString standInId(const QString& table) { return StandIn + table; }

QString standInTable(const QString& screenId) {
    return screenId.startsWith(StandIn) ? screenId.mid(StandIn.size()) : QString();
}

QString screenIdFor(const Project& project, const QString& table) {
    const auto found = std::find_if(project.screens.begin(), project.screens.end(),
                                    [&](const Screen& screen) { return screen.table == table; });
    return found == project.screens.end() ? standInId(table) : found->id;
}

QList<RecordLink> childrenOf(const Project& project, const Catalog& catalog, const Screen& screen) {
    if (screen.children)
        return *screen.children;
    QList<RecordLink> children;
    for (const auto& [table, reference] : catalog.referencesTo(writtenTable(catalog, screen)))
        children.append({screenIdFor(project, table->name),
                         reference->referencedColumns,
                         reference->columns,
                         {}});
    return children;
}

ChildDepth::ChildDepth(const Screen& screen)
    : m_shows(gravin::showsChildren(screen.arrangement))
    , m_within(screen.arrangement == Arrangement::GridNested ? NestedLevels - 1 : 0) {}

ChildDepth ChildDepth::of(const Screen& children) const {
    ChildDepth depth(children);
    if (m_within > 0) {
        depth.m_within = m_within - 1;
        depth.m_shows = depth.m_within > 0;
    }
    return depth;
}

QList<RowAction> actionsOf(const Project& project, const Catalog& catalog, const Screen& screen) {
    if (screen.actions)
        return *screen.actions;
    QList<RowAction> actions{{RowAction::Kind::Open, {}, {}, {}},
                             {RowAction::Kind::Delete, {}, {}, {}}};
    const auto add = [&](const QString& words, const RecordLink& link) {
        actions.append({RowAction::Kind::GoTo, words.arg(labelOf(project, link.screen)), link, {}});
    };
    if (const Table* table = catalog.table(screen.table)) {
        for (const ForeignKey& reference : table->foreignKeys)
            add(coreTr("Go to %1"), {screenIdFor(project, reference.table),
                                     reference.columns,
                                     reference.referencedColumns,
                                     {}});
    }
    for (const auto& [table, reference] : catalog.referencesTo(writtenTable(catalog, screen)))
        add(coreTr("List its %1"), {screenIdFor(project, table->name),
                                    reference->referencedColumns,
                                    reference->columns,
                                    {}});
    return actions;
}

} // namespace gravin
