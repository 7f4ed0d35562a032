// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/screen_page.h"

#include "app/build/plate_view.h"
#include "app/bulk/bulk_dialog.h"
#include "app/look/theme.h"
#include "app/use/grid_view.h"
#include "app/use/notice_line.h"
#include "app/use/open_edits.h"
#include "app/use/record_form.h"
#include "core/base/text.h"
#include "core/project/field_input.h"
#include "core/value/text_form.h"

#include <QHBoxLayout>
#include <QIcon>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QPushButton>
#include <QSplitter>
#include <QToolButton>
#include <QVBoxLayout>

namespace gravin {

namespace {

// A button that is its action: same words, same state, same reason.
QPushButton* buttonFor(QAction* action, const QString& name) {
    auto* button = new QPushButton;
    button->setObjectName(name);
    const auto follow = [button, action] {
        button->setText(action->text());
        button->setEnabled(action->isEnabled());
        button->setToolTip(action->toolTip());
        button->setAccessibleDescription(action->isEnabled() ? QString() : action->toolTip());
    };
    follow();
    QObject::connect(action, &QAction::changed, button, follow);
    QObject::connect(button, &QPushButton::clicked, action, &QAction::trigger);
    return button;
}

QToolButton* toolButtonFor(QAction* action, const QString& name) {
    auto* button = new QToolButton;
    button->setObjectName(name);
    button->setDefaultAction(action);
    return button;
}

QString arrangementWords(Arrangement arrangement) {
    switch (arrangement) {
    case Arrangement::Grid:
        return ScreenPage::tr("grid");
    case Arrangement::Form:
        return ScreenPage::tr("form");
    case Arrangement::GridForm:
        return ScreenPage::tr("grid beside form");
    }
    return {};
}

} // namespace

ScreenPage::ScreenPage(Workspace* workspace, const QString& screenId, OpenEdits* openEdits,
                       QUndoStack* undo, QWidget* parent)
    : QWidget(parent)
    , m_binding(workspace, screenId)
    , m_openEdits(openEdits)
    , m_model(new GridModel(&m_binding, openEdits, this))
    , m_grid(new GridView(m_model, this))
    , m_form(new RecordForm(&m_binding))
    , m_plateEditor(new PlateEditor(&m_binding, undo, this))
    , m_plate(new PlateView(new PlateModel(m_plateEditor, this), m_grid, this))
    , m_notice(new NoticeLine)
    , m_gridSide(new QWidget)
    , m_subtitle(new QLabel)
    , m_position(new QLabel)
    , m_footNote(new QLabel)
    , m_goTo(new QLineEdit) {
    makeActions();
    arrange();

    connect(m_grid, &GridView::currentRecordChanged, this, [this](const RecordId& id) {
        m_form->setRecord(id);
        refresh();
    });
    connect(m_grid->selectionModel(), &QItemSelectionModel::selectionChanged, this,
            &ScreenPage::refresh);
    connect(m_form, &RecordForm::stateChanged, this, &ScreenPage::refresh);
    connect(workspace, &Workspace::draftsChanged, this, &ScreenPage::refreshPosition);
    for (const auto signal : {&QAbstractItemModel::rowsInserted, &QAbstractItemModel::rowsRemoved})
        connect(m_model, signal, this, [this] {
            chooseFirstRecord();
            refresh();
        });
    connect(m_model, &QAbstractItemModel::modelReset, this, &ScreenPage::refresh);
    RecordView* view = workspace->view(screenId);
    connect(view, &RecordView::completed, this, [this] {
        chooseFirstRecord();
        m_grid->applyWidths();
        m_grid->viewport()->update();
        refresh();
    });
    // Widths fit the data as soon as there is some.
    connect(
        workspace->records(m_binding.tableName()), &RecordStore::recordsArrived, m_grid,
        [this] { m_grid->applyWidths(); }, Qt::SingleShotConnection);
    connect(workspace, &Workspace::lookupsLoaded, m_grid, &GridView::applyWidths);
    connect(workspace, &Workspace::saved, this,
            [this](const QString& table, const RecordId& before, const RecordId& now) {
                if (table == m_binding.tableName() && m_grid->currentRecord() == before)
                    m_grid->setCurrentRecord(now);
            });
    connect(m_plateEditor, &PlateEditor::refused, this, [this](const QString& reason) {
        showNotice({Notice::Kind::Refused, reason});
    });
    connect(m_plate, &PlateView::selectionDescribed, m_footNote, &QLabel::setText);
    connect(m_goTo, &QLineEdit::returnPressed, this, [this] { goTo(m_goTo->text()); });
    setBuild(false);
    chooseFirstRecord();
    refresh();
}

void ScreenPage::makeActions() {
    struct Entry {
        Command command;
        QString text;
        QKeySequence keys;
        const char* icon;
    };
    const QList<Entry> entries{
        {Command::Save, tr("Save record"), {}, "document-save"},
        {Command::Discard, tr("Discard edits"), {}, "edit-undo"},
        {Command::New, tr("New record"), QKeySequence(QKeySequence::New), "list-add"},
        {Command::Delete, tr("Delete…"), QKeySequence(Qt::CTRL | Qt::Key_Delete), "edit-delete"},
        {Command::Bulk, tr("Bulk update…"), QKeySequence(Qt::CTRL | Qt::Key_B), "edit-select-all"},
        {Command::Open, tr("Open in window"), QKeySequence(Qt::CTRL | Qt::Key_Return),
         "window-new"},
        {Command::First, tr("First record"), QKeySequence(Qt::CTRL | Qt::Key_Home), "go-first"},
        {Command::Previous, tr("Previous record"), QKeySequence(Qt::ALT | Qt::Key_Up),
         "go-previous"},
        {Command::Next, tr("Next record"), QKeySequence(Qt::ALT | Qt::Key_Down), "go-next"},
        {Command::Last, tr("Last record"), QKeySequence(Qt::CTRL | Qt::Key_End), "go-last"},
    };
    for (const Entry& entry : entries) {
        auto* action = new QAction(QIcon::fromTheme(QLatin1String(entry.icon)), entry.text, this);
        action->setShortcut(entry.keys);
        connect(action, &QAction::triggered, this,
                [this, command = entry.command] { run(command); });
        m_actions.insert(static_cast<int>(entry.command), action);
    }
    connect(&Theme::instance(), &Theme::changed, this, [this, entries] {
        for (const Entry& entry : entries)
            action(entry.command)->setIcon(QIcon::fromTheme(QLatin1String(entry.icon)));
    });
}

QWidget* ScreenPage::makeHead() {
    auto* head = new QWidget;
    auto* title = new QLabel(m_binding.screen().screen.label);
    title->setProperty("role", "title");
    m_subtitle->setProperty("role", "faint");
    auto* saveProject = new QPushButton(tr("Save project"));
    saveProject->setProperty("main", true);
    saveProject->setObjectName(QStringLiteral("save-project"));
    connect(saveProject, &QPushButton::clicked, this, &ScreenPage::saveProjectRequested);
    m_buildButtons = {saveProject, m_subtitle};
    m_useButtons = {buttonFor(action(Command::New), QStringLiteral("new-record")),
                    buttonFor(action(Command::Open), QStringLiteral("open-window")),
                    buttonFor(action(Command::Bulk), QStringLiteral("bulk-update")),
                    buttonFor(action(Command::Delete), QStringLiteral("delete-record"))};
    auto* layout = new QHBoxLayout(head);
    layout->setContentsMargins(space::Pad, 8, space::Pad, 8);
    layout->addWidget(title);
    layout->addWidget(m_subtitle);
    layout->addStretch();
    for (QWidget* button : m_useButtons)
        layout->addWidget(button);
    layout->addWidget(saveProject);
    return head;
}

QWidget* ScreenPage::makeFoot() {
    auto* foot = new QWidget;
    foot->setProperty("role", "raised");
    m_position->setObjectName(QStringLiteral("position"));
    m_footNote->setProperty("role", "faint");
    m_goTo->setObjectName(QStringLiteral("go-to"));
    m_goTo->setPlaceholderText(tr("Go to number or key"));
    m_goTo->setMaximumWidth(150);
    m_goTo->setToolTip(
        tr("A number goes to that position, anything else to the record with that key (Ctrl+G)"));
    auto* layout = new QHBoxLayout(foot);
    layout->setContentsMargins(8, 3, 8, 3);
    layout->setSpacing(2);
    layout->addWidget(toolButtonFor(action(Command::First), QStringLiteral("go-first")));
    layout->addWidget(toolButtonFor(action(Command::Previous), QStringLiteral("go-previous")));
    layout->addWidget(m_position);
    layout->addWidget(toolButtonFor(action(Command::Next), QStringLiteral("go-next")));
    layout->addWidget(toolButtonFor(action(Command::Last), QStringLiteral("go-last")));
    layout->addSpacing(8);
    layout->addWidget(m_goTo);
    layout->addStretch();
    layout->addWidget(m_footNote);
    return foot;
}

void ScreenPage::arrange() {
    auto* gridLayout = new QVBoxLayout(m_gridSide);
    gridLayout->setContentsMargins(0, 0, 0, 0);
    gridLayout->setSpacing(0);
    gridLayout->addWidget(m_plate);
    gridLayout->addWidget(m_grid, 1);
    gridLayout->addWidget(makeFoot());
    auto* halves = new QSplitter(Qt::Horizontal);
    halves->setHandleWidth(1);
    halves->setChildrenCollapsible(false);
    halves->addWidget(m_gridSide);
    halves->addWidget(m_form);
    halves->setStretchFactor(0, 1);
    halves->setSizes({620, 474});
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makeHead());
    layout->addWidget(m_notice);
    layout->addWidget(halves, 1);
}

void ScreenPage::setBuild(bool build) {
    m_build = build;
    const Arrangement arrangement = m_binding.screen().screen.arrangement;
    m_plate->setVisible(build);
    m_grid->horizontalHeader()->setVisible(!build);
    m_grid->showHiddenFields(build);
    for (int column = 0; column < m_model->columnCount(); ++column)
        m_plate->setColumnHidden(column, m_grid->isColumnHidden(column));
    m_gridSide->setVisible(build || arrangement != Arrangement::Form);
    m_form->setVisible(!build && arrangement != Arrangement::Grid);
    for (QWidget* button : m_useButtons)
        button->setVisible(!build);
    for (QWidget* button : m_buildButtons)
        button->setVisible(build);
    m_footNote->clear();
    refresh();
}

void ScreenPage::showNotice(const Notice& notice) { m_notice->show(notice); }

QString ScreenPage::noticeText() const { return m_notice->text(); }

void ScreenPage::focusGrid() { m_grid->setFocus(Qt::OtherFocusReason); }

// The first field that can be edited.
void ScreenPage::focusForm() {
    for (const BoundField& field : m_binding.fields()) {
        if (field.placement.visible &&
            m_binding.readOnlyReason(field, m_grid->currentRecord()).isEmpty()) {
            m_form->focusField(field.name());
            return;
        }
    }
}

void ScreenPage::askWhereToGo() {
    m_goTo->setFocus(Qt::ShortcutFocusReason);
    m_goTo->selectAll();
}

void ScreenPage::goTo(const QString& text) {
    bool isNumber = false;
    const int number = text.trimmed().toInt(&isNumber);
    int row = isNumber && number >= 1 && number <= m_model->rowCount() ? number - 1 : -1;
    if (!isNumber) {
        if (const auto key = keyFromText(text.trimmed(), m_binding.screen().table->keyTypes()))
            row = m_model->rowOf({*key, 0});
    }
    if (row < 0) {
        showNotice({Notice::Kind::Refused, tr("There is no record “%1” in this list.").arg(text)});
        return;
    }
    m_goTo->clear();
    step(row);
    focusGrid();
}

void ScreenPage::step(int row) { m_grid->setCurrentRecord(m_model->recordAt(row)); }

// The one place that decides what is possible now; the answer is the reason why not.
QString ScreenPage::reasonAgainst(Command command) const {
    const RecordId id = m_grid->currentRecord();
    const int row = m_grid->currentIndex().row();
    const int rows = m_model->rowCount();
    const BoundScreen& screen = m_binding.screen();
    const QString noRecord = tr("No record is chosen.");
    switch (command) {
    case Command::Save:
        return m_form->saveReason();
    case Command::Discard:
        return m_binding.draft(id) ? QString() : tr("There are no edits to discard.");
    case Command::New:
        return screen.reasonAgainst(Operation::Insert);
    case Command::Delete:
        if (const QString reason = screen.reasonAgainst(Operation::Delete); !reason.isEmpty())
            return reason;
        if (id.isNew())
            return tr("This record is not saved yet: discard it instead.");
        return id.isNone() ? noRecord : QString();
    case Command::Bulk:
        if (const QString reason = screen.reasonAgainst(Operation::Update); !reason.isEmpty())
            return reason;
        return id.isNone() ? tr("No records are selected.") : QString();
    case Command::Open:
        return id.isNone() ? noRecord : QString();
    case Command::First:
    case Command::Previous:
        return row > 0 ? QString() : tr("This is the first record.");
    case Command::Next:
    case Command::Last:
        return row >= 0 && row < rows - 1 ? QString() : tr("This is the last record.");
    }
    return {};
}

void ScreenPage::run(Command command) {
    if (!reasonAgainst(command).isEmpty())
        return;
    const int row = m_grid->currentIndex().row();
    switch (command) {
    case Command::Save:
        m_form->save();
        break;
    case Command::Discard:
        m_form->discard();
        break;
    case Command::New:
        newRecord();
        break;
    case Command::Delete:
        deleteRecord();
        break;
    case Command::Bulk:
        (new BulkDialog(m_binding.workspace(), screenId(), m_grid->selectedRecords(), this))
            ->open();
        break;
    case Command::Open:
        m_openEdits->open(screenId(), m_grid->currentRecord());
        break;
    case Command::First:
        step(0);
        break;
    case Command::Previous:
        step(row - 1);
        break;
    case Command::Next:
        step(row + 1);
        break;
    case Command::Last:
        step(m_model->rowCount() - 1);
        break;
    }
}

void ScreenPage::newRecord() {
    DraftStore* drafts = m_binding.workspace()->drafts(m_binding.tableName());
    const RecordId id = drafts->addNew();
    const QMap<QString, Value> defaults = defaultsOf(m_binding.screen());
    for (auto value = defaults.begin(); value != defaults.end(); ++value)
        drafts->setValue(id, nullptr, m_binding.screen().table->indexOf(value.key()),
                         value.value());
    m_grid->setCurrentRecord(id);
    focusForm();
}

void ScreenPage::deleteRecord() {
    const RecordId id = m_grid->currentRecord();
    const QString name = m_binding.nameOf(id);
    const QString key = keyText(id.key, m_binding.screen().table->keyTypes());
    auto* question = new QMessageBox(
        QMessageBox::NoIcon, tr("Delete record"),
        tr("Delete %1 (key %2) from %3?").arg(name, key, m_binding.screen().screen.label),
        QMessageBox::Cancel, this);
    question->setObjectName(QStringLiteral("delete-question"));
    question->setInformativeText(tr("It can be rolled back from the change log."));
    question->setAttribute(Qt::WA_DeleteOnClose);
    QPushButton* sure = question->addButton(tr("Delete 1 record"), QMessageBox::AcceptRole);
    sure->setObjectName(QStringLiteral("delete-sure"));
    question->setDefaultButton(QMessageBox::Cancel);
    connect(question, &QMessageBox::buttonClicked, this,
            [this, question, sure, id, name](QAbstractButton* button) {
                if (button == question->button(QMessageBox::Cancel) || button != sure)
                    return;
                m_binding.workspace()->deleteRecord(m_binding.screen(), id.key, name);
            });
    question->open();
}

// On opening, the first record is there; the list is never without a current record while it has
// any.
void ScreenPage::chooseFirstRecord() {
    if (!m_grid->currentIndex().isValid() && m_model->rowCount() > 0)
        step(0);
    if (m_model->rowCount() == 0)
        m_form->setRecord({});
}

void ScreenPage::refresh() {
    for (auto entry = m_actions.begin(); entry != m_actions.end(); ++entry) {
        const QString reason = reasonAgainst(static_cast<Command>(entry.key()));
        QAction* action = entry.value();
        action->setEnabled(reason.isEmpty());
        const QString keys = action->shortcut().toString(QKeySequence::NativeText);
        const QString plain =
            keys.isEmpty() ? action->text() : tr("%1 (%2)").arg(action->text(), keys);
        action->setToolTip(reason.isEmpty() ? plain : reason);
    }
    m_subtitle->setText(
        tr("%1 · table %2")
            .arg(arrangementWords(m_binding.screen().screen.arrangement), m_binding.tableName()));
    refreshPosition();
}

void ScreenPage::refreshPosition() {
    const RecordView* view = m_binding.workspace()->view(screenId());
    const RecordId id = m_grid->currentRecord();
    const QString count = QLocale().toString(static_cast<qint64>(view->count())) +
                          (view->isComplete() ? QString() : QStringLiteral("…"));
    QString position;
    if (id.isNew())
        position = tr("new record");
    else if (id.isNone())
        position = view->isComplete() ? tr("no records") : tr("reading…");
    else
        position = tr("%1 of %2").arg(QLocale().toString(m_grid->currentIndex().row() + 1), count);
    m_position->setText(position);
    m_form->setPosition(position);
    if (m_build)
        return;
    const auto drafts = m_binding.workspace()->drafts(m_binding.tableName())->all().size();
    m_footNote->setText(drafts == 0 ? QString() : counted(drafts, tr("draft"), tr("drafts")));
}

} // namespace gravin
