// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/actions_dialog.h"

#include "app/editors/expression_field.h"
#include "app/look/theme.h"
#include "core/fitting/action_steps.h"

#include <QAction>
#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QKeySequenceEdit>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

constexpr Distance ActionsWidth(980);
constexpr Distance ActionsHeight(640);
constexpr Distance ActionListWidth(190);
constexpr Distance StepRowHeight(30);
constexpr Distance DoesWidth(190);
constexpr Distance WhichWidth(170);
constexpr Distance OnlyWidth(190);
constexpr Distance ActionRowHeight(26);

enum StepColumn { StepDoesColumn, StepWhichColumn, StepWhatColumn, StepOnlyColumn, StepColumns };

// "id = aid_id": there and here.
QString pairsText(const ActionStep& step) {
    QMap<QString, QString> pairs;
    for (qsizetype i = 0; i < step.columns.size(); ++i)
        pairs.insert(step.match[i], step.columns[i]);
    return assignmentsText(pairs);
}

QString whatOf(const ActionStep& step) {
    switch (step.does) {
    case ActionStep::Does::Set:
    case ActionStep::Does::NewRecord:
    case ActionStep::Does::Call:
        return assignmentsText(step.values);
    case ActionStep::Does::GoTo:
        return pairsText(step);
    default:
        return step.text;
    }
}

QString helpFor(ActionStep::Does does) {
    switch (does) {
    case ActionStep::Does::Set:
        return ActionsDialog::tr("field = expression; field = expression");
    case ActionStep::Does::NewRecord:
        return ActionsDialog::tr("field there = expression over this record; …");
    case ActionStep::Does::Call:
        return ActionsDialog::tr("parameter = expression over this record; …; the others are asked "
                                 "for");
    case ActionStep::Does::GoTo:
        return ActionsDialog::tr("field there = field here; …");
    case ActionStep::Does::OpenLink:
        return ActionsDialog::tr("an expression that gives the address");
    case ActionStep::Does::Print:
        return ActionsDialog::tr("a folder for the PDF file; empty: the printer");
    default:
        return {};
    }
}

// Tab goes through its cells and their boxes, and on from the last one.
class StepTable : public QTableWidget {
protected:
    bool focusNextPrevChild(bool next) override {
        const int column = next ? columnCount() - 1 : 0;
        const int row = next ? rowCount() - 1 : 0;
        const bool isAtEnd = rowCount() == 0 || (currentRow() == row && currentColumn() == column);
        setTabKeyNavigation(!isAtEnd);
        return QTableWidget::focusNextPrevChild(next);
    }
};

QPushButton* plainButton(const QString& text, const char* name) {
    auto* button = new QPushButton(text);
    button->setObjectName(QLatin1String(name));
    button->setAutoDefault(false);
    return button;
}

} // namespace

ActionsDialog::ActionsDialog(Workspace* workspace, const QString& screenId, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_screenId(screenId)
    , m_list(new QListWidget)
    , m_part(new QWidget)
    , m_name(new QLineEdit)
    , m_key(new QKeySequenceEdit)
    , m_button(new QCheckBox(tr("has a button; else it stands in the record's menu only")))
    , m_when(new ExpressionField(ExpressionField::Asks::Condition))
    , m_asks(new QLineEdit)
    , m_steps(new StepTable)
    , m_reason(new QLabel) {
    setObjectName(QStringLiteral("own-actions"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Actions of %1").arg(workspace->project().screenById(screenId)->label));
    resize(ActionsWidth, ActionsHeight);
    m_reason->setObjectName(QStringLiteral("action-reason"));
    m_reason->setWordWrap(true);
    m_reason->setTextFormat(Qt::PlainText);
    auto* about =
        new QLabel(tr("A button or a key with which people do several things with a record "
                      "at once. What is edited is saved before; each step that writes is "
                      "one change and can be rolled back."));
    about->setWordWrap(true);
    auto* sides = new QHBoxLayout;
    sides->addWidget(makeList());
    sides->addWidget(makeAction(), 1);
    auto* buttons = new QDialogButtonBox;
    buttons->addButton(tr("Close"), QDialogButtonBox::RejectRole);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(about);
    layout->addLayout(sides, 1);
    layout->addWidget(m_reason);
    layout->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    if (const auto bound = workspace->document()->bound(screenId))
        m_when->setTable(*bound->table);
    connectParts();
    fill();
}

// What is open loses its focus as it goes, which counts as edited for what is no more.
ActionsDialog::~ActionsDialog() {
    for (QObject* part :
         std::initializer_list<QObject*>{m_name, m_asks, m_key, m_when, m_steps, m_list})
        part->disconnect(this);
}

QWidget* ActionsDialog::makeList() {
    m_list->setObjectName(QStringLiteral("own-actions-list"));
    m_list->setAccessibleName(tr("Actions"));
    auto* add = plainButton(tr("Add an action"), "add-action");
    auto* up = plainButton(tr("Up"), "action-up");
    auto* down = plainButton(tr("Down"), "action-down");
    auto* remove = plainButton(tr("Remove it"), "remove-action");
    auto* side = new QWidget;
    side->setFixedWidth(ActionListWidth);
    auto* layout = new QVBoxLayout(side);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_list, 1);
    auto* order = new QHBoxLayout;
    order->addWidget(up);
    order->addWidget(down);
    layout->addLayout(order);
    layout->addWidget(add);
    layout->addWidget(remove);
    connect(add, &QPushButton::clicked, this, &ActionsDialog::add);
    connect(remove, &QPushButton::clicked, this, &ActionsDialog::remove);
    connect(up, &QPushButton::clicked, this, [this] { move(-1); });
    connect(down, &QPushButton::clicked, this, [this] { move(1); });
    return side;
}

QWidget* ActionsDialog::makeAction() {
    m_name->setObjectName(QStringLiteral("action-name"));
    m_key->setObjectName(QStringLiteral("action-key"));
    m_button->setObjectName(QStringLiteral("action-button"));
    m_when->setName(QStringLiteral("action-when"));
    m_asks->setObjectName(QStringLiteral("action-asks"));
    m_asks->setPlaceholderText(tr("nothing: it begins at once"));
    auto* form = new QFormLayout;
    form->addRow(tr("Name"), m_name);
    form->addRow(tr("Key"), m_key);
    form->addRow(QString(), m_button);
    form->addRow(tr("Only when"), m_when);
    form->addRow(tr("Asks before"), m_asks);
    auto* layout = new QVBoxLayout(m_part);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(form);
    layout->addWidget(makeSteps(), 1);
    return m_part;
}

QWidget* ActionsDialog::makeSteps() {
    m_steps->setObjectName(QStringLiteral("action-steps"));
    m_steps->setAccessibleName(tr("Steps"));
    m_steps->setColumnCount(StepColumns);
    m_steps->setHorizontalHeaderLabels(
        {tr("Does"), tr("Which"), tr("Values, address or folder"), tr("Only those with")});
    m_steps->verticalHeader()->hide();
    m_steps->verticalHeader()->setDefaultSectionSize(StepRowHeight);
    m_steps->horizontalHeader()->setHighlightSections(false);
    m_steps->horizontalHeader()->setSectionResizeMode(StepWhatColumn, QHeaderView::Stretch);
    m_steps->setColumnWidth(StepDoesColumn, DoesWidth);
    m_steps->setColumnWidth(StepWhichColumn, WhichWidth);
    m_steps->setColumnWidth(StepOnlyColumn, OnlyWidth);
    m_steps->setProperty("role", "typed");
    auto* add = plainButton(tr("Add a step"), "add-step");
    auto* remove = plainButton(tr("Remove the step"), "remove-step");
    connect(add, &QPushButton::clicked, this, &ActionsDialog::addStep);
    connect(remove, &QPushButton::clicked, this, &ActionsDialog::removeStep);
    auto* part = new QWidget;
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_steps, 1);
    auto* line = new QHBoxLayout;
    line->addWidget(add);
    line->addWidget(remove);
    line->addStretch();
    layout->addLayout(line);
    return part;
}

void ActionsDialog::connectParts() {
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
        if (m_filling || row < 0)
            return;
        m_current = row;
        fillAction();
    });
    for (QLineEdit* line : {m_name, m_asks})
        connect(line, &QLineEdit::editingFinished, this, &ActionsDialog::take);
    connect(m_key, &QKeySequenceEdit::editingFinished, this, &ActionsDialog::take);
    connect(m_button, &QCheckBox::clicked, this, &ActionsDialog::take);
    connect(m_when, &ExpressionField::textChanged, this, &ActionsDialog::take);
    connect(m_steps, &QTableWidget::itemChanged, this, &ActionsDialog::take);
    // Undo and redo are seen here too.
    connect(m_workspace->document(), &ProjectDocument::screenChanged, this,
            [this](const QString& screenId) {
                if (screenId == m_screenId && !m_filling)
                    fill();
            });
    // It is about a screen that may go.
    connect(m_workspace->document(), &ProjectDocument::screensChanged, this, [this] {
        if (!m_workspace->project().screenById(m_screenId))
            reject();
    });
}

const ScreenAction* ActionsDialog::action() const {
    const Screen* screen = m_workspace->project().screenById(m_screenId);
    return screen && m_current >= 0 && m_current < screen->ownActions.size()
               ? &screen->ownActions[m_current]
               : nullptr;
}

void ActionsDialog::fill() {
    const Screen* screen = m_workspace->project().screenById(m_screenId);
    if (!screen)
        return;
    m_filling = true;
    m_current =
        std::clamp<int>(m_current, 0, std::max(0, static_cast<int>(screen->ownActions.size()) - 1));
    m_list->clear();
    for (const ScreenAction& each : screen->ownActions) {
        m_list->addItem(each.name);
        m_list->item(m_list->count() - 1)->setSizeHint({0, ActionRowHeight});
    }
    m_list->setCurrentRow(m_current);
    m_filling = false;
    fillAction();
}

void ActionsDialog::fillAction() {
    const ScreenAction* now = action();
    m_part->setEnabled(now);
    const ScreenAction shown = now ? *now : ScreenAction();
    m_filling = true;
    m_name->setText(shown.name);
    m_key->setKeySequence(QKeySequence::fromString(shown.key, QKeySequence::PortableText));
    m_button->setChecked(shown.place == ScreenAction::Place::Button);
    if (m_when->text() != shown.when)
        m_when->setText(shown.when);
    m_asks->setText(shown.asks);
    // Whoever is typing in a cell goes on with it.
    const bool isCounted = m_steps->rowCount() == shown.steps.size();
    const auto there = isCounted ? typed() : std::nullopt;
    if (!there || there->steps != shown.steps)
        fillSteps(shown.steps);
    m_filling = false;
    say();
}

void ActionsDialog::fillSteps(const QList<ActionStep>& steps) {
    const int row = m_steps->currentRow();
    const int column = m_steps->currentColumn();
    m_steps->setRowCount(0);
    m_steps->setRowCount(static_cast<int>(steps.size()));
    for (int i = 0; i < steps.size(); ++i)
        addStepRow(i, steps[i]);
    if (row >= 0 && row < steps.size())
        m_steps->setCurrentCell(row, column);
}

void ActionsDialog::addStepRow(int row, const ActionStep& step) {
    using Of = ActionStep::Does;
    auto* does = new QComboBox;
    does->setObjectName(QStringLiteral("step-does-%1").arg(row));
    for (const Of each : allActionSteps())
        does->addItem(actionStepLabel(each), static_cast<int>(each));
    does->setCurrentIndex(does->findData(static_cast<int>(step.does)));
    connect(does, &QComboBox::activated, this, &ActionsDialog::take);
    m_steps->setCellWidget(row, StepDoesColumn, does);
    auto* which = new QComboBox;
    which->setObjectName(QStringLiteral("step-which-%1").arg(row));
    const Project& project = m_workspace->project();
    if (step.does == Of::Print)
        which->addItem(tr("the sheet"), QString());
    if (step.does == Of::Print) {
        for (const KeptCards& cards : project.cards) {
            if (cards.screen == m_screenId)
                which->addItem(cards.name, cards.name);
        }
    }
    for (const KeptBulkUpdate& kept : project.bulkUpdates) {
        if (step.does == Of::BulkUpdate && kept.screen == m_screenId)
            which->addItem(kept.name, kept.name);
    }
    for (const Routine& routine : m_workspace->catalog().routines) {
        if (step.does == Of::Call && !routine.answersRows) {
            which->addItem(routine.name, routine.name);
            which->setItemData(which->count() - 1, routine.described(), Qt::ToolTipRole);
        }
    }
    const bool isThere = step.does == Of::NewRecord || step.does == Of::GoTo;
    for (const Screen& screen : project.screens) {
        if (isThere)
            which->addItem(screen.label, screen.id);
    }
    which->setVisible(which->count() > 0);
    const int at = which->findData(isThere ? step.screen : step.name);
    which->setCurrentIndex(at);
    connect(which, &QComboBox::activated, this, &ActionsDialog::take);
    // A table shows what it is given.
    auto* holder = new QWidget;
    auto* around = new QVBoxLayout(holder);
    around->setContentsMargins(0, 0, 0, 0);
    around->addWidget(which);
    m_steps->setCellWidget(row, StepWhichColumn, holder);
    auto* what = new QTableWidgetItem(whatOf(step));
    what->setToolTip(helpFor(step.does));
    m_steps->setItem(row, StepWhatColumn, what);
    auto* only = new QTableWidgetItem(step.where);
    if (step.does != Of::GoTo)
        only->setFlags(only->flags() & ~(Qt::ItemIsEditable | Qt::ItemIsEnabled));
    m_steps->setItem(row, StepOnlyColumn, only);
}

std::optional<ScreenAction> ActionsDialog::typed() const {
    using Of = ActionStep::Does;
    ScreenAction typed = action() ? *action() : ScreenAction();
    typed.name = m_name->text().trimmed();
    typed.key = m_key->keySequence().toString(QKeySequence::PortableText);
    typed.place = m_button->isChecked() ? ScreenAction::Place::Button : ScreenAction::Place::Menu;
    typed.when = m_when->text().trimmed();
    typed.asks = m_asks->text().trimmed();
    typed.steps.resize(m_steps->rowCount());
    for (int row = 0; row < m_steps->rowCount(); ++row) {
        const auto* does = static_cast<QComboBox*>(m_steps->cellWidget(row, StepDoesColumn));
        const auto* which = m_steps->cellWidget(row, StepWhichColumn)->findChild<QComboBox*>();
        const QString what = m_steps->item(row, StepWhatColumn)->text().trimmed();
        ActionStep step;
        step.unknown = typed.steps[row].unknown;
        step.does = static_cast<Of>(does->currentData().toInt());
        const bool isAsBefore = step.does == typed.steps[row].does;
        const QString chosen = isAsBefore ? which->currentData().toString() : QString();
        const bool isThere = step.does == Of::NewRecord || step.does == Of::GoTo;
        (isThere ? step.screen : step.name) = chosen;
        if (isThere || step.does == Of::Set || step.does == Of::Call) {
            const auto values = assignmentsFrom(what);
            if (!values)
                return std::nullopt;
            if (step.does == Of::GoTo) {
                step.match = values->keys();
                step.columns = values->values();
                step.where = m_steps->item(row, StepOnlyColumn)->text().trimmed();
            } else {
                step.values = *values;
            }
        } else {
            step.text = what;
        }
        typed.steps[row] = step;
    }
    return typed;
}

void ActionsDialog::take() {
    const ScreenAction* now = action();
    if (m_filling || !now)
        return;
    const auto next = typed();
    if (!next) {
        m_reason->setText(tr("Values are written so: field = expression; field = expression"));
        return;
    }
    const QList<ScreenAction>& all = m_workspace->project().screenById(m_screenId)->ownActions;
    for (int i = 0; i < all.size(); ++i) {
        if (i != m_current && all[i].name == next->name) {
            m_reason->setText(tr("There is an action %1 already.").arg(next->name));
            return;
        }
    }
    if (next->name.isEmpty() || *next == *now)
        return say();
    m_filling = true;
    m_workspace->document()->change(tr("action"), [&](Project& project) {
        if (Screen* screen = project.screenById(m_screenId))
            screen->ownActions[m_current] = *next;
    });
    m_filling = false;
    // A cell whose editor is about to close is still one of the table's.
    QMetaObject::invokeMethod(this, &ActionsDialog::fill, Qt::QueuedConnection);
}

void ActionsDialog::change(const QString& step,
                           const std::function<void(QList<ScreenAction>&)>& edit) {
    m_workspace->document()->change(step, [&](Project& project) {
        if (Screen* screen = project.screenById(m_screenId))
            edit(screen->ownActions);
    });
    fill();
}

void ActionsDialog::add() {
    const QList<ScreenAction>& all = m_workspace->project().screenById(m_screenId)->ownActions;
    QString name = tr("Action");
    for (int number = 2; std::any_of(all.begin(), all.end(),
                                     [&](const ScreenAction& each) { return each.name == name; });
         ++number)
        name = tr("Action %1").arg(number);
    m_current = static_cast<int>(all.size());
    change(tr("action added"), [&](QList<ScreenAction>& actions) {
        actions += ScreenAction{.name = name, .steps = {ActionStep()}};
    });
    m_name->setFocus();
    m_name->selectAll();
}

void ActionsDialog::remove() {
    if (action())
        change(tr("action removed"),
               [this](QList<ScreenAction>& actions) { actions.removeAt(m_current); });
}

void ActionsDialog::move(int by) {
    const int to = m_current + by;
    if (!action() || to < 0 ||
        to >= m_workspace->project().screenById(m_screenId)->ownActions.size())
        return;
    const int from = std::exchange(m_current, to);
    change(tr("order of actions"), [&](QList<ScreenAction>& actions) { actions.move(from, to); });
}

void ActionsDialog::addStep() {
    change(tr("step added"),
           [this](QList<ScreenAction>& actions) { actions[m_current].steps += ActionStep(); });
    m_steps->setCurrentCell(m_steps->rowCount() - 1, StepWhatColumn);
    m_steps->setFocus();
}

void ActionsDialog::removeStep() {
    const int row = m_steps->currentRow();
    if (action() && row >= 0)
        change(tr("step removed"),
               [&](QList<ScreenAction>& actions) { actions[m_current].steps.removeAt(row); });
}

// A key that a command of the window has too would do neither of the two.
QString ActionsDialog::keyTaken() const {
    const QKeySequence keys = m_key->keySequence();
    QWidget* top = window();
    while (top->parentWidget())
        top = top->parentWidget()->window();
    for (const QAction* each : top->actions()) {
        if (!keys.isEmpty() && each->shortcut() == keys)
            return tr("%1 is the key of “%2” already: neither would answer to it.")
                .arg(keys.toString(QKeySequence::NativeText), QString(each->text()).remove(u'&'));
    }
    return {};
}

void ActionsDialog::say() {
    const auto bound = m_workspace->document()->bound(m_screenId);
    QString reason = action() && bound ? reasonAgainst(*action(), m_workspace->project(),
                                                       m_workspace->catalog(), *bound)
                                       : QString();
    if (reason.isEmpty() && action())
        reason = keyTaken();
    m_reason->setText(reason);
}

} // namespace gravin
