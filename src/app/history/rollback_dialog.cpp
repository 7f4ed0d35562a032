// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/rollback_dialog.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

QString stateWords(RollbackState state) {
    switch (state) {
    case RollbackState::Ready:
        return RollbackDialog::tr("ready");
    case RollbackState::AlreadySo:
        return RollbackDialog::tr("already so");
    case RollbackState::ChangedSince:
        return RollbackDialog::tr("changed since");
    case RollbackState::RecordGone:
        return RollbackDialog::tr("record gone");
    case RollbackState::KeyTaken:
        return RollbackDialog::tr("key taken");
    case RollbackState::Held:
        return RollbackDialog::tr("held by a reference");
    }
    return {};
}

QString doingWords(Operation operation) {
    switch (operation) {
    case Operation::Insert:
        return RollbackDialog::tr("comes back");
    case Operation::Update:
        return RollbackDialog::tr("is restored");
    case Operation::Delete:
        return RollbackDialog::tr("goes again");
    }
    return {};
}

constexpr size_t MostExpanded = 12;

} // namespace

RollbackDialog::RollbackDialog(Workspace* workspace, qint64 change, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_change(change)
    , m_counts(new QLabel(tr("Reading…")))
    , m_steps(new QTreeWidget)
    , m_onConflict(new QComboBox)
    , m_run(new QPushButton(tr("Roll back")))
    , m_reason(new QLabel) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("rollback-dialog"));
    setWindowTitle(tr("Roll back change %1").arg(change));
    resize(760, 480);
    m_steps->setObjectName(QStringLiteral("rollback-steps"));
    m_steps->setHeaderLabels(
        {tr("Record and field"), tr("Now"), tr("After rolling back"), tr("State")});
    m_steps->header()->setSectionResizeMode(QHeaderView::Stretch);
    m_onConflict->setObjectName(QStringLiteral("rollback-on-conflict"));
    m_onConflict->addItems({tr("Stop where something is in the way"),
                            tr("Leave those records as they are"),
                            tr("Overwrite what was changed since")});
    m_run->setProperty("main", true);
    m_run->setObjectName(QStringLiteral("rollback-run"));
    m_run->setEnabled(false);
    m_run->setDefault(true);
    m_reason->setProperty("role", "problem");
    m_reason->setWordWrap(true);
    auto* cancel = new QPushButton(tr("Cancel"));
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(m_run);
    buttons->addWidget(cancel);
    buttons->addWidget(m_reason, 1);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_counts);
    layout->addWidget(m_steps, 1);
    layout->addWidget(m_onConflict);
    layout->addLayout(buttons);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    connect(m_run, &QPushButton::clicked, this, &RollbackDialog::run);
    // What is overwritten decides on the steps behind it.
    connect(m_onConflict, &QComboBox::currentIndexChanged, this, &RollbackDialog::load);
    load();
}

void RollbackDialog::load() {
    m_workspace->reader()->run<RollbackPlan>(
        this,
        [change = m_change, choice = onConflict(),
         catalog = m_workspace->sharedCatalog()](Session& session) {
            LogScope scope;
            scope.changes = {change};
            return planRollback(session, *catalog, scope, choice);
        },
        [this](const Result<RollbackPlan>& plan) { show(plan); });
}

void RollbackDialog::show(const Result<RollbackPlan>& plan) {
    m_steps->clear();
    m_plan = plan ? *plan : RollbackPlan{};
    if (!plan) {
        m_counts->setText(plan.error().sentence);
        return;
    }
    QStringList counts;
    for (const auto state :
         {RollbackState::Ready, RollbackState::AlreadySo, RollbackState::ChangedSince,
          RollbackState::RecordGone, RollbackState::KeyTaken, RollbackState::Held}) {
        if (const qint64 count = m_plan.count(state); count > 0)
            counts += tr("%1 %2").arg(QLocale().toString(count), stateWords(state));
    }
    m_counts->setText(counts.join(QStringLiteral(" · ")));
    for (const RollbackStep& step : m_plan.steps)
        addStep(step);
    if (m_plan.steps.size() <= MostExpanded)
        m_steps->expandAll();
    m_onConflict->setVisible(!m_plan.isClean());
    refresh();
}

void RollbackDialog::addStep(const RollbackStep& step) {
    const Table* table = m_workspace->catalog().table(step.table);
    const QString key = keyText(step.key, table ? table->keyTypes() : std::vector<ColumnType>{});
    const QString name = m_workspace->nameOf(step.table, step.key);
    const QString record = name.isEmpty() ? tr("%1 %2").arg(step.table, key)
                                          : tr("%1 %2 · %3").arg(step.table, key, name);
    auto* item = new QTreeWidgetItem({tr("%1 %2").arg(record, doingWords(step.operation)),
                                      QString(), QString(), stateWords(step.state)});
    item->setToolTip(3, step.reason);
    if (!step.reason.isEmpty())
        item->addChild(new QTreeWidgetItem({step.reason}));
    const TableRules rules = m_workspace->rules(step.table);
    const bool goes = step.operation == Operation::Delete;
    for (const RollbackField& field : step.fields) {
        const Column* column = table ? table->column(field.column) : nullptr;
        const FieldDefinition* definition =
            m_workspace->project().definition(step.table, field.column);
        const auto text = [&](const Value& value) {
            const QString shown = column && definition
                                      ? m_workspace->shown({*column, 0, *definition, {}}, value)
                                      : toText(value, column ? column->type : ColumnType{});
            return shown.isEmpty() ? QStringLiteral("–") : shown;
        };
        // Of a record that goes or comes, empty fields say nothing.
        if (step.operation != Operation::Update && field.now.isNull() && field.restored.isNull())
            continue;
        item->addChild(new QTreeWidgetItem({rules.labelOf(field.column), text(field.now),
                                            goes ? QStringLiteral("–") : text(field.restored)}));
    }
    m_steps->addTopLevelItem(item);
}

OnConflict RollbackDialog::onConflict() const {
    switch (m_onConflict->currentIndex()) {
    case 1:
        return OnConflict::Skip;
    case 2:
        return OnConflict::Overwrite;
    default:
        return OnConflict::Stop;
    }
}

// One function decides whether it can run, and says why not.
void RollbackDialog::refresh() {
    const auto request = rollbackRequest(m_plan, onConflict());
    const bool something = request && !request->edits.empty();
    m_run->setEnabled(something);
    if (!request)
        m_reason->setText(tr("Something is in the way: %1").arg(request.error().sentence));
    else if (!something)
        m_reason->setText(tr("There is nothing to roll back: the records already are so."));
    else
        m_reason->clear();
    m_run->setText(
        something
            ? tr("Roll back %1").arg(countedRecords(static_cast<qint64>(request->edits.size())))
            : tr("Roll back"));
}

void RollbackDialog::run() {
    auto request = rollbackRequest(m_plan, onConflict());
    if (!request)
        return;
    m_run->setEnabled(false);
    m_reason->setText(tr("Rolling back…"));
    Workspace* workspace = m_workspace;
    workspace->write(*request, this, [this, workspace](const WriteResult& result) {
        if (!result) {
            m_reason->setText(tr("Nothing was rolled back. %1").arg(result.error().error.sentence));
            // Something moved since the plan was made: plan again.
            load();
            return;
        }
        Q_EMIT workspace->notice(
            {Notice::Kind::Done,
             tr("Rolled back %1 of change %2: change %3.")
                 .arg(countedRecords(static_cast<qint64>(result->records.size())))
                 .arg(m_change)
                 .arg(result->id)});
        accept();
    });
}

} // namespace gravin
