// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/import_outcome.h"

#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "core/value/text_form.h"

#include <QHeaderView>
#include <QLocale>
#include <QTableWidget>

#include <algorithm>

namespace gravin {

namespace {
constexpr Distance RecordWidth(220);
constexpr size_t MostRowsShown = 500;
} // namespace

QTableWidget* makeLookTable(const QString& name, const QStringList& heads) {
    auto* table = new QTableWidget(0, static_cast<int>(heads.size()));
    table->setObjectName(name);
    table->setHorizontalHeaderLabels(heads);
    table->verticalHeader()->setVisible(false);
    table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table->setSelectionBehavior(QAbstractItemView::SelectRows);
    table->setTabKeyNavigation(false);
    table->horizontalHeader()->setStretchLastSection(true);
    return table;
}

void addLookRow(QTableWidget* table, const QStringList& cells) {
    const int row = table->rowCount();
    table->insertRow(row);
    for (int column = 0; column < cells.size(); ++column) {
        const QString shown = visibleText(cells[column]);
        auto* item = new QTableWidgetItem(shown);
        item->setToolTip(shown);
        table->setItem(row, column, item);
    }
}

ImportOutcomeView::ImportOutcomeView(const BoundScreen& screen, QWidget* parent)
    : QTabWidget(parent)
    , m_screen(screen)
    , m_changes(makeLookTable(QStringLiteral("import-changes"),
                              {tr("Row"), tr("What"), tr("Record"), tr("Fields")}))
    , m_refused(makeLookTable(QStringLiteral("import-refused"),
                              {tr("Row"), tr("Field"), tr("What stands there"), tr("Reason")}))
    , m_unusual(makeLookTable(QStringLiteral("import-unusual"),
                              {tr("Row"), tr("Field"), tr("What stands there"), tr("Reason")}))
    , m_missing(makeLookTable(QStringLiteral("import-lacked"), {tr("Key"), tr("Record")})) {
    for (QTableWidget* table : {m_changes, m_refused, m_unusual})
        table->setColumnWidth(2, RecordWidth);
    addTab(m_changes, tr("What changes"));
    addTab(m_refused, tr("Refused"));
    addTab(m_unusual, tr("Unusual"));
    addTab(m_missing, tr("Not in the file"));
    setTabVisible(2, false);
    setTabVisible(3, false);
}

QString ImportOutcomeView::inWords(const ImportPreview& preview) {
    const QLocale locale;
    const auto number = [&](ImportOutcome outcome) {
        return locale.toString(preview.count(outcome));
    };
    QStringList parts{tr("%1 to add").arg(number(ImportOutcome::Add)),
                      tr("%1 to change").arg(number(ImportOutcome::Change)),
                      tr("%1 as they are").arg(number(ImportOutcome::Same))};
    if (preview.count(ImportOutcome::PassOver) > 0)
        parts += tr("%1 passed over").arg(number(ImportOutcome::PassOver));
    if (preview.count(ImportOutcome::Refuse) > 0)
        parts += tr("%1 refused").arg(number(ImportOutcome::Refuse));
    if (preview.unusual > 0)
        parts += tr("%1 unusual").arg(locale.toString(preview.unusual));
    if (preview.count(ImportOutcome::Delete) > 0)
        parts += tr("%1 to delete").arg(number(ImportOutcome::Delete));
    else if (preview.lacked > 0)
        parts += tr("%1 not in the file").arg(locale.toString(preview.lacked));
    return parts.join(QStringLiteral(" · "));
}

void ImportOutcomeView::addProblems(QTableWidget* table, qint64 line,
                                    const std::vector<ImportProblem>& problems) {
    for (const ImportProblem& problem : problems)
        addLookRow(table, {QString::number(line), problem.label, problem.text, problem.reason});
}

void ImportOutcomeView::addChanged(const ImportRow& row) {
    QStringList fields;
    for (auto field = row.after.begin(); field != row.after.end(); ++field) {
        const BoundField* bound = m_screen.field(field.key());
        if (!bound || row.given.contains(field.key()))
            continue;
        const auto text = [&](const Value& value) {
            return value.isNull() ? QStringLiteral("–")
                                  : m_screen.form.text(value, bound->column.type);
        };
        if (row.outcome == ImportOutcome::Change)
            fields += QStringLiteral("%1: %2 → %3")
                          .arg(bound->label(), text(row.before.value(field.key())), text(*field));
        else if (!field->isNull())
            fields += QStringLiteral("%1: %2").arg(bound->label(), text(*field));
    }
    for (auto made = row.made.begin(); made != row.made.end(); ++made) {
        const BoundField* bound = m_screen.field(made.key());
        fields += tr("%1: %2 (new)").arg(bound ? bound->label() : made.key(), *made);
    }
    addLookRow(m_changes, {QString::number(row.line),
                           row.outcome == ImportOutcome::Add ? tr("added") : tr("changed"),
                           row.name, fields.join(QStringLiteral(" · "))});
}

void ImportOutcomeView::show(const ImportPreview& preview) {
    const QLocale locale;
    for (QTableWidget* table : {m_changes, m_refused, m_unusual, m_missing})
        table->setRowCount(0);
    for (const ImportRow& row : preview.rows)
        addChanged(row);
    const size_t refused = std::min(preview.refused.size(), MostRowsShown);
    for (size_t i = 0; i < refused; ++i)
        addProblems(m_refused, preview.refused[i].line, preview.refused[i].problems);
    for (const ImportRow& row : preview.warned)
        addProblems(m_unusual, row.line, row.warnings);
    const qint64 changed = preview.writing() - preview.count(ImportOutcome::Delete);
    setTabText(0, tr("What changes (%1)").arg(locale.toString(changed)));
    setTabText(1, tr("Refused (%1)").arg(locale.toString(preview.count(ImportOutcome::Refuse))));
    setTabVisible(2, preview.unusual > 0);
    setTabText(2, tr("Unusual (%1)").arg(locale.toString(preview.unusual)));
    const std::vector<ColumnType> keyTypes = m_screen.table->keyTypes();
    for (const ImportRow& row : preview.missing)
        addLookRow(m_missing, {keyText(row.key, keyTypes), row.name});
    setTabVisible(3, preview.lacked > 0);
    setTabText(3, (preview.deleting.empty() ? tr("Not in the file (%1)") : tr("Deleted (%1)"))
                      .arg(locale.toString(preview.lacked)));
    if (preview.refused.empty())
        setCurrentWidget(preview.unusual > 0 ? m_unusual : m_changes);
    else if (preview.writing() == 0)
        setCurrentWidget(m_refused);
}

} // namespace gravin
