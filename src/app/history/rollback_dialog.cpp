// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/rollback_dialog.h"

#include "app/look/deliberate_button.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/value/text_form.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include <algorithm>
#include <array>

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

// What stands in the way; of these kinds it is chosen what is done.
constexpr std::array InTheWay{RollbackState::ChangedSince, RollbackState::RecordGone,
                              RollbackState::KeyTaken, RollbackState::Held};
constexpr size_t MostExpanded = 12;
constexpr size_t MostListed = 500;
constexpr QSize RollbackSize(820, 560);
constexpr Distance ValueWidth(140);

bool canOverwrite(RollbackState state) {
    return state == RollbackState::ChangedSince || state == RollbackState::KeyTaken;
}

// What becomes of a step.
QString wayWords(const RollbackStep& step) {
    return step.overwrites ? RollbackDialog::tr("%1: overwrite").arg(stateWords(step.state))
                           : stateWords(step.state);
}

} // namespace

RollbackDialog* RollbackDialog::ofChange(Workspace* workspace, qint64 change, QWidget* parent) {
    LogScope scope;
    scope.changes = {change};
    return new RollbackDialog(workspace, scope, tr("change %1").arg(change), parent);
}

RollbackDialog::RollbackDialog(Workspace* workspace, const LogScope& scope, const QString& words,
                               QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_scope(scope)
    , m_words(words)
    , m_planner(startWorker(workspace->project().connection, Session::Access::ReadOnly))
    , m_counts(new QLabel(tr("Reading…")))
    , m_steps(new QTreeWidget)
    , m_skipStep(new QPushButton(tr("Leave these as they are")))
    , m_overwriteStep(new QPushButton(tr("Overwrite these")))
    , m_note(new QLineEdit)
    , m_run(new QPushButton(tr("Roll back")))
    , m_reason(new QLabel) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("rollback-dialog"));
    setWindowTitle(tr("Roll back %1").arg(words));
    resize(RollbackSize);
    nameParts();
    auto* cancel = new QPushButton(tr("Cancel"));
    auto* single = new QHBoxLayout;
    single->addWidget(m_skipStep);
    single->addWidget(m_overwriteStep);
    single->addStretch();
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(m_run);
    buttons->addWidget(cancel);
    buttons->addWidget(m_reason, 1);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_counts);
    layout->addWidget(m_steps, 1);
    layout->addLayout(single);
    layout->addWidget(makeKinds());
    layout->addWidget(m_note);
    layout->addLayout(buttons);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    connect(m_run, &QPushButton::clicked, this, &RollbackDialog::run);
    connect(m_steps, &QTreeWidget::itemSelectionChanged, this, &RollbackDialog::refresh);
    connect(m_skipStep, &QPushButton::clicked, this, [this] { chooseForSteps(OnConflict::Skip); });
    connect(m_overwriteStep, &QPushButton::clicked, this,
            [this] { chooseForSteps(OnConflict::Overwrite); });
    makeDeliberate(this, m_run);
    load();
}

void RollbackDialog::nameParts() {
    m_counts->setObjectName(QStringLiteral("rollback-counts"));
    m_counts->setWordWrap(true);
    m_steps->setObjectName(QStringLiteral("rollback-steps"));
    m_steps->setAccessibleName(tr("Steps of rolling back"));
    m_steps->setHeaderLabels(
        {tr("Record and field"), tr("Now"), tr("After rolling back"), tr("State")});
    m_steps->header()->setStretchLastSection(false);
    m_steps->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    for (int column = 1; column < m_steps->columnCount(); ++column)
        m_steps->setColumnWidth(column, ValueWidth);
    m_steps->setSelectionMode(QAbstractItemView::ExtendedSelection);
    m_skipStep->setObjectName(QStringLiteral("rollback-skip"));
    m_overwriteStep->setObjectName(QStringLiteral("rollback-overwrite"));
    m_note->setObjectName(QStringLiteral("rollback-note"));
    m_note->setPlaceholderText(tr("Note for the change log, if you like"));
    m_note->setAccessibleName(tr("Note for the change log"));
    m_run->setProperty("main", true);
    m_run->setObjectName(QStringLiteral("rollback-run"));
    m_run->setEnabled(false);
    m_reason->setObjectName(QStringLiteral("rollback-reason"));
    m_reason->setProperty("role", "problem");
    m_reason->setWordWrap(true);
}

QWidget* RollbackDialog::makeKinds() {
    auto* kinds = new QWidget;
    auto* grid = new QGridLayout(kinds);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setColumnStretch(2, 1);
    int row = 0;
    for (const RollbackState state : InTheWay) {
        auto* label = new QLabel;
        auto* way = new QComboBox;
        way->setObjectName(QStringLiteral("rollback-on-") + stateName(state));
        way->setAccessibleName(tr("What to do where it is: %1").arg(stateWords(state)));
        way->addItem(tr("Stop: nothing is rolled back"), static_cast<int>(OnConflict::Stop));
        way->addItem(tr("Leave those as they are"), static_cast<int>(OnConflict::Skip));
        if (canOverwrite(state))
            way->addItem(tr("Overwrite them"), static_cast<int>(OnConflict::Overwrite));
        label->setBuddy(way);
        grid->addWidget(label, row, 0);
        grid->addWidget(way, row++, 1);
        m_kinds.insert(state, {label, way});
        // What is overwritten decides on the steps behind it.
        connect(way, &QComboBox::currentIndexChanged, this, [this, state, way] {
            m_choices.byState.insert(state, static_cast<OnConflict>(way->currentData().toInt()));
            load();
        });
    }
    return kinds;
}

void RollbackDialog::load() {
    m_run->setEnabled(false);
    m_plans.run(
        m_planner.get(), this,
        [scope = m_scope, choices = m_choices, catalog = m_workspace->database()->sharedCatalog()](
            Session& session) { return planRollback(session, *catalog, scope, choices); },
        [this](const Result<RollbackPlan>& plan) { setPlan(plan); });
}

void RollbackDialog::setPlan(const Result<RollbackPlan>& plan) {
    m_plan = plan ? *plan : RollbackPlan{};
    if (!plan) {
        m_steps->clear();
        m_counts->setText(plan.error().sentence);
        refreshKinds();
        return;
    }
    QStringList counts;
    for (const auto state :
         {RollbackState::Ready, RollbackState::AlreadySo, RollbackState::ChangedSince,
          RollbackState::RecordGone, RollbackState::KeyTaken, RollbackState::Held}) {
        if (const qint64 count = m_plan.count(state); count > 0)
            counts += tr("%1 %2").arg(QLocale().toString(count), stateWords(state));
    }
    if (m_plan.changes.size() > 1)
        counts += tr("of %1 changes").arg(QLocale().toString(m_plan.changes.size()));
    m_counts->setText(counts.isEmpty() ? tr("There is nothing in the log to roll back.")
                                       : counts.join(QStringLiteral(" · ")));
    if (const QStringList notes =
            notesOn(m_plan, m_workspace->catalog(), m_workspace->document()->rules());
        !notes.isEmpty())
        m_counts->setText(m_counts->text() + u'\n' + notes.join(u'\n'));
    fillSteps();
    refreshKinds();
    refresh();
}

// What stands in the way comes first.
void RollbackDialog::fillSteps() {
    m_steps->clear();
    size_t listed = 0;
    for (const bool clear : {false, true}) {
        for (const RollbackStep& step : m_plan.steps) {
            const bool isClear =
                step.state == RollbackState::Ready || step.state == RollbackState::AlreadySo;
            if (isClear == clear && listed < MostListed) {
                addStep(step);
                ++listed;
            }
        }
    }
    if (const qint64 more = m_plan.count() - static_cast<qint64>(listed); more > 0)
        m_steps->addTopLevelItem(
            new QTreeWidgetItem({tr("… and %1 more steps").arg(QLocale().toString(more))}));
    if (m_plan.steps.size() <= MostExpanded)
        m_steps->expandAll();
}

void RollbackDialog::refreshKinds() {
    for (auto kind = m_kinds.begin(); kind != m_kinds.end(); ++kind) {
        const qint64 count = m_plan.count(kind.key());
        kind->first->setText(tr("%1 %2:").arg(QLocale().toString(count), stateWords(kind.key())));
        kind->first->setVisible(count > 0);
        kind->second->setVisible(count > 0);
    }
}

// With the field as people know it.
QString RollbackDialog::reasonOf(const RollbackStep& step) const {
    if (step.state != RollbackState::ChangedSince)
        return step.reason;
    const QString label = m_workspace->document()->rules(step.table).labelOf(step.changedColumn);
    return step.changedBy > 0
               ? tr("%1 was changed since, by change %2.").arg(label).arg(step.changedBy)
               : tr("%1 was changed since, outside Gravin.").arg(label);
}

void RollbackDialog::addStep(const RollbackStep& step) {
    const Table* table = m_workspace->catalog().table(step.table);
    const QString key = keyText(step.key, table ? table->keyTypes() : std::vector<ColumnType>{});
    const QString name = m_workspace->records()->nameOf(step.table, step.key);
    const QString record = name.isEmpty() ? tr("%1 %2").arg(step.table, key)
                                          : tr("%1 %2 · %3").arg(step.table, key, name);
    auto* item = new QTreeWidgetItem({tr("%1 %2").arg(record, doingWords(step.operation)),
                                      QString(), QString(), wayWords(step)});
    item->setData(0, Qt::UserRole, QVariant::fromValue<qint64>(step.change));
    item->setData(1, Qt::UserRole, QVariant::fromValue<qint64>(step.sequence));
    const TableRules rules = m_workspace->document()->rules(step.table);
    const QString reason = reasonOf(step);
    item->setToolTip(3, reason);
    if (!reason.isEmpty())
        item->addChild(new QTreeWidgetItem({reason}));
    const bool goes = step.operation == Operation::Delete;
    for (const RollbackField& field : step.fields) {
        const auto text = [&](const Value& value) {
            const QString shown = m_workspace->records()->shownOf(step.table, field.column, value);
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

// For the selected steps alone, whatever is chosen for their kind.
void RollbackDialog::chooseForSteps(OnConflict way) {
    const QList<QTreeWidgetItem*> items = m_steps->selectedItems();
    for (const QTreeWidgetItem* item : items) {
        const QTreeWidgetItem* top = item->parent() ? item->parent() : item;
        const std::pair<qint64, qint64> step{top->data(0, Qt::UserRole).toLongLong(),
                                             top->data(1, Qt::UserRole).toLongLong()};
        if (step.first > 0)
            m_choices.bySteps.insert(step, way);
    }
    load();
}

// One function decides what can be done, and says why not.
void RollbackDialog::refresh() {
    const auto request = rollbackRequest(m_plan, m_choices);
    const bool something = request && m_plan.writing > 0;
    const QString forbidden = reasonAgainst(m_plan, m_workspace->document()->rules());
    m_run->setEnabled(something && m_writing == 0 && forbidden.isEmpty());
    if (!forbidden.isEmpty()) {
        m_reason->setText(forbidden);
        return;
    }
    if (!request) {
        const auto step = std::find_if(
            m_plan.steps.begin(), m_plan.steps.end(), [this](const RollbackStep& each) {
                return !each.isClear() && m_choices.of(each) != OnConflict::Skip;
            });
        m_reason->setText(
            tr("Something is in the way: %1")
                .arg(step == m_plan.steps.end() ? request.error().sentence : reasonOf(*step)));
    } else if (!something) {
        m_reason->setText(m_plan.steps.empty()
                              ? QString()
                              : tr("There is nothing to roll back: the records already are so."));
    } else {
        m_reason->clear();
    }
    m_run->setText(something ? tr("Roll back %1").arg(countedRecords(m_plan.writing))
                             : tr("Roll back"));
    const bool isChosen = !m_steps->selectedItems().isEmpty();
    for (QPushButton* button : {m_skipStep, m_overwriteStep}) {
        button->setVisible(!m_plan.isClean());
        button->setEnabled(isChosen);
        button->setToolTip(isChosen ? QString()
                                    : tr("Select steps that something stands in the "
                                         "way of."));
    }
}

void RollbackDialog::run() {
    auto request = rollbackRequest(m_plan, m_choices);
    if (!request || m_writing != 0)
        return;
    if (const QString note = m_note->text().trimmed(); !note.isEmpty())
        request->note = request->note.isEmpty() ? note : request->note + u' ' + note;
    m_writing = m_workspace->writing()->writeLong(
        *request, this,
        [this](qint64 done) {
            m_reason->setText(tr("Rolling back… %1 so far").arg(countedRecords(done)));
        },
        [this](const WriteResult& result) {
            m_writing = 0;
            finish(result);
        });
    m_run->setEnabled(false);
    m_reason->setText(tr("Rolling back…"));
}

void RollbackDialog::finish(const WriteResult& result) {
    if (!result) {
        const QString text = tr("Nothing was rolled back. %1").arg(result.error().error.sentence);
        // Something moved since the plan was made: plan again.
        load();
        m_reason->setText(text);
        return;
    }
    QString text = tr("Rolled back %1 of %2: change %3.")
                       .arg(countedRecords(result->count()), m_words)
                       .arg(result->id);
    if (m_plan.left > 0)
        text += u' ' + tr("%1 left as they are.").arg(countedRecords(m_plan.left));
    for (auto table = result->setAgain.begin(); table != result->setAgain.end(); ++table)
        text += u' ' + tr("The database set %1 of %2 again by itself.")
                           .arg(table->join(QStringLiteral(", ")), table.key());
    Notice notice{Notice::Kind::Done, text};
    notice.change = result->id;
    m_workspace->notices()->tell(notice);
    Q_EMIT rolledBack(result->id);
    accept();
}

void RollbackDialog::reject() {
    if (m_writing != 0) {
        m_workspace->writing()->cancel(m_writing);
        m_reason->setText(tr("Stopping…"));
        return;
    }
    QDialog::reject();
}

} // namespace gravin
