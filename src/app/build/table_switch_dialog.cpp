// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/table_switch_dialog.h"

#include "app/look/theme.h"
#include "core/base/text.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>

#include <algorithm>

namespace gravin {

namespace {

constexpr Distance DialogWidth(560);
constexpr Distance DialogHeight(440);

void addGroup(QTreeWidget* list, const QString& heading, const QStringList& entries) {
    if (entries.isEmpty())
        return;
    auto* group = new QTreeWidgetItem(list, {heading});
    QFont font = list->font();
    font.setWeight(QFont::DemiBold);
    group->setFont(0, font);
    for (const QString& entry : entries)
        new QTreeWidgetItem(group, {entry});
    group->setExpanded(true);
}

} // namespace

TableSwitchDialog::TableSwitchDialog(Workspace* workspace, const QString& screenId, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_screenId(screenId)
    , m_table(new QComboBox)
    , m_list(new QTreeWidget)
    , m_reason(new QLabel) {
    setObjectName(QStringLiteral("table-switch-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(
        tr("Another table for %1").arg(workspace->project().screenById(screenId)->label));
    m_table->setObjectName(QStringLiteral("switch-table"));
    m_list->setObjectName(QStringLiteral("switch-list"));
    m_list->setAccessibleName(tr("What stays and what goes"));
    m_list->header()->hide();
    m_list->setColumnCount(1);
    m_list->setWordWrap(true);
    m_reason->setObjectName(QStringLiteral("switch-reason"));
    m_reason->setProperty("role", "faint");
    m_reason->setTextFormat(Qt::PlainText);
    m_reason->setWordWrap(true);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    m_switch = buttons->addButton(tr("Show this table"), QDialogButtonBox::AcceptRole);
    m_switch->setObjectName(QStringLiteral("switch-apply"));
    connect(buttons, &QDialogButtonBox::accepted, this, &TableSwitchDialog::apply);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* form = new QFormLayout(this);
    form->addRow(tr("Table"), m_table);
    form->addRow(m_list);
    form->addRow(m_reason);
    form->addRow(buttons);
    resize(DialogWidth, DialogHeight);
    offerTables();
    connect(m_table, &QComboBox::currentIndexChanged, this, &TableSwitchDialog::refresh);
    refresh();
}

// Those that have most of what the screen shows come first.
void TableSwitchDialog::offerTables() {
    const Screen& screen = *m_workspace->project().screenById(m_screenId);
    std::vector<std::pair<qsizetype, QString>> tables;
    for (const Table& table : m_workspace->catalog().tables) {
        if (table.name == screen.table)
            continue;
        const auto alike =
            std::count_if(screen.fields.begin(), screen.fields.end(),
                          [&](const ScreenField& field) { return table.column(field.column); });
        tables.emplace_back(-alike, table.name);
    }
    std::stable_sort(tables.begin(), tables.end());
    for (const auto& [alike, name] : tables)
        m_table->addItem(name, name);
}

void TableSwitchDialog::refresh() {
    m_list->clear();
    m_plan.reset();
    const Screen* screen = m_workspace->project().screenById(m_screenId);
    const QString table = m_table->currentData().toString();
    QString reason;
    const DraftStore* drafts =
        screen ? m_workspace->records()->draftsInUse(screen->table) : nullptr;
    if (table.isEmpty())
        reason = tr("The database has no other table.");
    else if (!screen || !m_workspace->catalog().table(screen->table))
        reason = tr("The screen's own table is not there.");
    else if (drafts && !drafts->all().isEmpty())
        reason = tr("Save or discard what is edited in %1 first.").arg(screen->table);
    else
        m_plan = switchedTable(m_workspace->project(), m_workspace->catalog(), m_screenId, table);
    if (m_plan) {
        addGroup(m_list, tr("Goes: %1").arg(m_plan->lost.size()), m_plan->lost);
        addGroup(m_list, tr("To know"), m_plan->notes);
        addGroup(m_list, counted(m_plan->kept.size(), "field stays", "fields stay"), m_plan->kept);
        reason = tr("One step: undo puts everything back.");
    }
    m_reason->setText(reason);
    m_switch->setEnabled(m_plan.has_value());
}

void TableSwitchDialog::apply() {
    // What was changed since it was shown, in another window too, must not be lost.
    refresh();
    if (!m_plan)
        return;
    m_workspace->document()->change(tr("another table for a screen"),
                                    [&](Project& project) { project = m_plan->project; });
    accept();
}

} // namespace gravin
