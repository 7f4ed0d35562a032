// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/change_log_panel.h"

#include "app/history/timeline_strip.h"
#include "app/session/log_time.h"
#include "core/base/text.h"
#include "core/project/screen_generator.h"
#include "core/value/text_form.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QSplitter>
#include <QTableWidget>
#include <QToolButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

QString operationWord(Operation operation) {
    switch (operation) {
    case Operation::Insert:
        return ChangeLogPanel::tr("added");
    case Operation::Update:
        return ChangeLogPanel::tr("changed");
    case Operation::Delete:
        return ChangeLogPanel::tr("deleted");
    }
    return {};
}

QString orDash(const QString& text) { return text.isEmpty() ? QStringLiteral("–") : text; }

} // namespace

ChangeLogPanel::ChangeLogPanel(Workspace* workspace, QWidget* parent)
    : QWidget(parent)
    , m_workspace(workspace)
    , m_list(new QTableWidget(0, 6))
    , m_details(new QTreeWidget)
    , m_empty(
          new QLabel(tr("No changes yet. Everything that is saved here will stand in this list.")))
    , m_rollback(new QPushButton(tr("Roll back…"))) {
    setObjectName(QStringLiteral("change-log"));
    auto* title = new QLabel(tr("Change log"));
    title->setProperty("role", "heading");
    auto* close = new QToolButton;
    close->setText(QStringLiteral("×"));
    close->setToolTip(tr("Close the change log (Esc)"));
    close->setAccessibleName(tr("Close the change log"));
    m_rollback->setObjectName(QStringLiteral("roll-back"));
    m_empty->setProperty("role", "faint");

    m_list->setObjectName(QStringLiteral("change-list"));
    m_list->setAccessibleName(tr("Changes"));
    m_list->setHorizontalHeaderLabels(
        {tr("Change"), tr("When"), tr("Who"), tr("What"), tr("Screen"), tr("Records")});
    m_list->verticalHeader()->hide();
    m_list->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_list->setSelectionMode(QAbstractItemView::SingleSelection);
    m_list->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_list->setTabKeyNavigation(false);
    m_list->setShowGrid(false);
    m_list->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_list->horizontalHeader()->setStretchLastSection(true);
    m_list->horizontalHeader()->setHighlightSections(false);
    const QList<int> widths{70, 150, 80, 110, 110};
    for (int i = 0; i < widths.size(); ++i)
        m_list->setColumnWidth(i, widths[i]);
    m_details->setObjectName(QStringLiteral("change-details"));
    m_details->setAccessibleName(tr("Fields of the change"));
    m_details->setHeaderLabels({tr("Record and field"), tr("Before"), tr("After")});
    m_details->header()->setSectionResizeMode(QHeaderView::Stretch);

    auto* head = new QHBoxLayout;
    head->addWidget(title);
    head->addWidget(m_empty);
    head->addStretch();
    head->addWidget(m_rollback);
    head->addWidget(close);
    auto* halves = new QSplitter(Qt::Horizontal);
    halves->setHandleWidth(1);
    halves->addWidget(m_list);
    halves->addWidget(m_details);
    halves->setSizes({560, 480});
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 8, 14, 4);
    layout->addWidget(halves, 1);
    // Put in last, so that Tab goes from the list over the fields to the buttons above them.
    layout->insertLayout(0, head);

    connect(close, &QToolButton::clicked, this, &ChangeLogPanel::closeRequested);
    connect(m_list, &QTableWidget::currentCellChanged, this, &ChangeLogPanel::loadDetails);
    connect(m_rollback, &QPushButton::clicked, this, [this] {
        if (chosen() > 0)
            Q_EMIT rollbackRequested(chosen());
    });
    connect(workspace, &Workspace::committed, this, &ChangeLogPanel::load);
    load();
}

void ChangeLogPanel::load() {
    m_workspace->reader()->run<std::vector<ChangeSummary>>(
        this,
        [](Session& session) {
            LogFilter filter;
            filter.limit = MaximumListed;
            return ChangeLog(session).list(filter);
        },
        [this](const Result<std::vector<ChangeSummary>>& changes) {
            if (changes)
                fill(*changes);
        });
}

void ChangeLogPanel::fill(const std::vector<ChangeSummary>& changes) {
    const qint64 wanted = m_wanted > 0 ? m_wanted : chosen();
    m_wanted = 0;
    const QSignalBlocker blocker(m_list);
    m_list->setRowCount(static_cast<int>(changes.size()));
    int row = 0;
    int current = 0;
    for (const ChangeSummary& change : changes) {
        const QString what =
            change.undoes ? tr("%1 of %2").arg(change.action).arg(*change.undoes) : change.action;
        const QStringList cells{QString::number(change.id),
                                shownTime(change.at),
                                change.person,
                                what,
                                change.screen.isEmpty() ? change.tables.join(QStringLiteral(", "))
                                                        : change.screen,
                                QLocale().toString(change.records)};
        for (int column = 0; column < cells.size(); ++column)
            m_list->setItem(row, column, new QTableWidgetItem(cells[column]));
        m_list->item(row, 0)->setData(Qt::UserRole, change.id);
        if (change.id == wanted)
            current = row;
        ++row;
    }
    m_empty->setVisible(changes.empty());
    m_rollback->setEnabled(!changes.empty());
    m_rollback->setToolTip(changes.empty() ? tr("There is no change to roll back.") : QString());
    if (!changes.empty()) {
        m_list->setCurrentCell(current, 0);
        loadDetails();
    }
}

void ChangeLogPanel::choose(qint64 id) {
    for (int row = 0; row < m_list->rowCount(); ++row) {
        if (m_list->item(row, 0)->data(Qt::UserRole).toLongLong() == id) {
            m_list->setCurrentCell(row, 0);
            return;
        }
    }
    m_wanted = id;
}

void ChangeLogPanel::chooseNewest() {
    if (m_list->rowCount() > 0)
        m_list->setCurrentCell(0, 0);
}

qint64 ChangeLogPanel::chosen() const {
    const QTableWidgetItem* item = m_list->item(m_list->currentRow(), 0);
    return item ? item->data(Qt::UserRole).toLongLong() : 0;
}

void ChangeLogPanel::focusList() { m_list->setFocus(Qt::OtherFocusReason); }

void ChangeLogPanel::loadDetails() {
    const qint64 id = chosen();
    if (id == 0)
        return;
    m_workspace->reader()->run<CommittedChange>(
        this,
        [id, catalog = m_workspace->catalog()](Session& session) {
            return ChangeLog(session).change(id, catalog);
        },
        [this, id](const Result<CommittedChange>& change) {
            if (id == chosen())
                showDetails(change);
        });
}

void ChangeLogPanel::showDetails(const Result<CommittedChange>& change) {
    m_details->clear();
    if (!change) {
        m_details->addTopLevelItem(new QTreeWidgetItem({change.error().sentence}));
        return;
    }
    for (const RecordChange& record : change->records)
        addRecord(record);
    // One record is read at once; many are opened as wished.
    if (change->records.size() <= 5)
        m_details->expandAll();
}

void ChangeLogPanel::addRecord(const RecordChange& record) {
    const Table* table = m_workspace->catalog().table(record.table);
    const QString key = keyText(record.key, table ? table->keyTypes() : std::vector<ColumnType>{});
    QString name;
    if (table && record.operation == Operation::Update) {
        name = m_workspace->nameOf(record.table, record.keyAfter(table->key));
    } else if (table) {
        const QString naming = namingColumn(*table);
        const Value value = record.after.value(naming, record.before.value(naming));
        if (!value.isNull())
            name =
                toText(value, table->column(naming) ? table->column(naming)->type : ColumnType{});
    }
    const QString shown = name.isEmpty() ? tr("%1 %2").arg(record.table, key)
                                         : tr("%1 %2 · %3").arg(record.table, key, name);
    auto* item = new QTreeWidgetItem({tr("%1: %2").arg(shown, operationWord(record.operation))});
    item->setFirstColumnSpanned(true);
    m_details->addTopLevelItem(item);
    item->setFirstColumnSpanned(true);
    const FieldValues& columns =
        record.operation == Operation::Delete ? record.before : record.after;
    const TableRules rules = m_workspace->rules(record.table);
    for (auto field = columns.begin(); field != columns.end(); ++field) {
        const Column* column = table ? table->column(field.key()) : nullptr;
        const FieldDefinition* definition =
            m_workspace->project().definition(record.table, field.key());
        const auto text = [&](const FieldValues& values) {
            const Value value = values.value(field.key());
            if (column && definition)
                return m_workspace->shown({*column, 0, *definition, {}}, value);
            return toText(value, column ? column->type : ColumnType{});
        };
        item->addChild(new QTreeWidgetItem(
            {rules.labelOf(field.key()), orDash(text(record.before)), orDash(text(record.after))}));
    }
}

void ChangeLogPanel::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        Q_EMIT closeRequested();
    else
        QWidget::keyPressEvent(event);
}

} // namespace gravin
