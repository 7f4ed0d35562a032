// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/screen_settings.h"

#include "app/build/actions_dialog.h"
#include "app/build/children_dialog.h"
#include "app/build/table_switch_dialog.h"
#include "app/build/writing_dialog.h"
#include "app/look/theme.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/screen_links.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

namespace gravin {

namespace {

QString rightText(Operation operation) {
    switch (operation) {
    case Operation::Insert:
        return ScreenSettings::tr("add");
    case Operation::Update:
        return ScreenSettings::tr("edit");
    case Operation::Delete:
        return ScreenSettings::tr("delete");
    }
    return {};
}

QString actionText(const RowAction& action) {
    if (!action.label.isEmpty())
        return action.label;
    return action.kind == RowAction::Kind::Open     ? ScreenSettings::tr("Open in window")
           : action.kind == RowAction::Kind::Delete ? ScreenSettings::tr("Delete…")
                                                    : action.link.screen;
}

// Whatever it is called.
bool isSame(const RowAction& a, const RowAction& b) { return a.kind == b.kind && a.link == b.link; }
bool isSame(const RecordLink& a, const RecordLink& b) { return a == b; }

// Lists what is shown, marked, and then what could be.
template <typename T>
void fillList(QListWidget* list, const QList<T>& listed, QList<T> all, auto textOf, auto tipOf) {
    all.removeIf([&](const T& entry) {
        return std::any_of(listed.begin(), listed.end(),
                           [&](const T& shown) { return isSame(shown, entry); });
    });
    list->clear();
    for (const T& entry : listed + all) {
        auto* item = new QListWidgetItem(textOf(entry), list);
        item->setFlags((item->flags() | Qt::ItemIsUserCheckable) & ~Qt::ItemIsDropEnabled);
        item->setCheckState(listed.contains(entry) ? Qt::Checked : Qt::Unchecked);
        item->setData(Qt::UserRole, QVariant::fromValue(entry));
        item->setToolTip(tipOf(entry));
    }
}

template <typename T>
QList<T> markedOf(const QListWidget* list) {
    QList<T> marked;
    for (int row = 0; row < list->count(); ++row) {
        const QListWidgetItem* item = list->item(row);
        if (item->checkState() == Qt::Checked)
            marked += item->data(Qt::UserRole).value<T>();
    }
    return marked;
}

} // namespace

ScreenSettings::ScreenSettings(Workspace* workspace, const QString& screenId, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_screenId(screenId)
    , m_label(new QLineEdit)
    , m_group(new QComboBox)
    , m_table(new QLabel)
    , m_arrangement(new QComboBox)
    , m_start(new QCheckBox(tr("Shown first when the project is opened")))
    , m_rowHeight(new QComboBox)
    , m_tickBoxes(new QCheckBox(tr("Boxes to tick records by")))
    , m_savesItself(new QComboBox)
    , m_afterSaving(new QComboBox)
    , m_runAfterSaving(new QComboBox)
    , m_actions(new QListWidget)
    , m_children(new QListWidget)
    , m_childrenPart(new QWidget)
    , m_form(new QFormLayout(this)) {
    setObjectName(QStringLiteral("screen-settings-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    nameParts();
    offerChoices();
    connectParts();
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    m_form->addRow(tr("Name"), m_label);
    m_form->addRow(tr("Group"), m_group);
    m_form->addRow(tr("Table"), makeTable());
    m_form->addRow(tr("Arrangement"), m_arrangement);
    m_form->addRow(QString(), m_start);
    m_form->addRow(tr("Row height"), m_rowHeight);
    m_form->addRow(QString(), m_tickBoxes);
    m_form->addRow(tr("Saves"), m_savesItself);
    auto* after = new QHBoxLayout;
    after->addWidget(m_afterSaving, 1);
    after->addWidget(m_runAfterSaving, 1);
    m_form->addRow(tr("After saving"), after);
    m_form->addRow(tr("People may"), makeRights());
    m_form->addRow(tr("Children"), makeChildren());
    m_form->addRow(tr("Row actions"), m_actions);
    auto* own = new QPushButton(tr("Actions of its own…"));
    own->setObjectName(QStringLiteral("screen-own-actions"));
    own->setAutoDefault(false);
    connect(own, &QPushButton::clicked, this,
            [this] { (new ActionsDialog(m_workspace, m_screenId, this))->open(); });
    m_form->addRow(QString(), own);
    m_form->addRow(QString(), makePlaces());
    m_form->addRow(buttons);
    connect(workspace->document(), &ProjectDocument::screenChanged, this,
            [this](const QString& id) {
                if (id == m_screenId)
                    fill();
            });
    connect(workspace->document(), &ProjectDocument::screensChanged, this, &ScreenSettings::fill);
    fill();
}

// One that is open loses its focus as it goes, which counts as edited for what is no more.
ScreenSettings::~ScreenSettings() { m_label->disconnect(this); }

void ScreenSettings::nameParts() {
    m_label->setObjectName(QStringLiteral("screen-label"));
    m_group->setObjectName(QStringLiteral("screen-group"));
    m_group->setEditable(true);
    m_table->setObjectName(QStringLiteral("screen-table"));
    m_table->setTextFormat(Qt::PlainText);
    m_table->setFont(Theme::instance().monospace());
    m_arrangement->setObjectName(QStringLiteral("screen-arrangement"));
    m_rowHeight->setObjectName(QStringLiteral("screen-row-height"));
    m_tickBoxes->setObjectName(QStringLiteral("screen-tick-boxes"));
    m_tickBoxes->setToolTip(tr("What is ticked stays so while one moves, searches and sorts"));
    m_savesItself->setObjectName(QStringLiteral("screen-saves-itself"));
    m_afterSaving->setObjectName(QStringLiteral("screen-after-saving"));
    m_runAfterSaving->setObjectName(QStringLiteral("screen-run-after-saving"));
    m_runAfterSaving->setAccessibleName(tr("Action after saving"));
    m_runAfterSaving->setToolTip(
        tr("An action of the screen that runs on each record that is saved "
           "here, before what follows"));
    m_actions->setObjectName(QStringLiteral("screen-actions"));
    for (QListWidget* list : {m_actions, m_children})
        list->setProperty("role", "marked");
    m_actions->setFixedHeight(Distance(132));
    m_children->setObjectName(QStringLiteral("screen-children"));
    m_children->setFixedHeight(Distance(104));
    m_children->setToolTip(tr("Marked ones are shown, in this order. Drag one to move it."));
}

void ScreenSettings::offerChoices() {
    for (const Arrangement arrangement : allArrangements())
        m_arrangement->addItem(arrangementLabel(arrangement), static_cast<int>(arrangement));
    for (const auto& [height, text] : {std::pair{RowHeight::Comfortable, tr("comfortable")},
                                       std::pair{RowHeight::Compact, tr("compact")},
                                       std::pair{RowHeight::Tall, tr("tall, texts wrapped")}})
        m_rowHeight->addItem(text, static_cast<int>(height));
    for (const auto& [when, text] :
         {std::pair{SavesItself::Never, tr("when asked, one or all together")},
          std::pair{SavesItself::LeavingRecord, tr("by itself, on leaving a record")},
          std::pair{SavesItself::AfterField, tr("by itself, after each field")}})
        m_savesItself->addItem(text, static_cast<int>(when));
    for (const auto& [after, text] : {std::pair{AfterSaving::Stay, tr("stay on the record")},
                                      std::pair{AfterSaving::NextRecord, tr("go to the next")},
                                      std::pair{AfterSaving::NewRecord, tr("begin a new one")},
                                      std::pair{AfterSaving::Close, tr("close the edit window")}})
        m_afterSaving->addItem(text, static_cast<int>(after));
}

QLayout* ScreenSettings::makeTable() {
    auto* other = new QPushButton(tr("Another table…"));
    other->setObjectName(QStringLiteral("screen-other-table"));
    other->setToolTip(tr("What fits there is kept, and what does not is said before"));
    connect(other, &QPushButton::clicked, this,
            [this] { (new TableSwitchDialog(m_workspace, m_screenId, this))->open(); });
    auto* written = new QPushButton(tr("How it is written…"));
    written->setObjectName(QStringLiteral("screen-writing"));
    written->setToolTip(tr("By which fields records of a view are known, and whether routines of "
                           "the database write them"));
    written->setAutoDefault(false);
    connect(written, &QPushButton::clicked, this, [this] {
        const Screen* screen = m_workspace->project().screenById(m_screenId);
        const Table* table = screen ? m_workspace->catalog().table(screen->table) : nullptr;
        if (const Table* shown = table ? m_workspace->catalog().table(table->written()) : nullptr)
            (new WritingDialog(m_workspace, shown->name, this))->open();
    });
    auto* row = new QHBoxLayout;
    row->addWidget(m_table, 1);
    row->addWidget(written);
    row->addWidget(other);
    return row;
}

QLayout* ScreenSettings::makeRights() {
    auto* rights = new QHBoxLayout;
    for (const auto operation : {Operation::Insert, Operation::Update, Operation::Delete}) {
        auto* box = new QCheckBox(rightText(operation));
        m_rights.insert(operation, box);
        rights->addWidget(box);
        connect(box, &QCheckBox::clicked, this, [this, operation](bool allowed) {
            change(tr("rights"), [&](Screen& screen) { screen.allowed.set(operation, allowed); });
        });
    }
    rights->addStretch();
    return rights;
}

QWidget* ScreenSettings::makeChildren() {
    auto* other = new QPushButton(tr("Other records…"));
    other->setObjectName(QStringLiteral("screen-other-children"));
    other->setToolTip(tr("Records that belong here although the database does not say so"));
    connect(other, &QPushButton::clicked, this, [this] {
        auto* dialog = new ChildrenDialog(m_workspace, m_screenId, this);
        connect(dialog, &ChildrenDialog::chosen, this, [this](const RecordLink& link) {
            change(tr("children"), [&](Screen& screen) {
                screen.children =
                    childrenOf(m_workspace->project(), m_workspace->catalog(), screen) +
                    QList<RecordLink>{link};
            });
        });
        dialog->open();
    });
    auto* layout = new QVBoxLayout(m_childrenPart);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_children);
    layout->addWidget(other, 0, Qt::AlignLeft);
    return m_childrenPart;
}

QLayout* ScreenSettings::makePlaces() {
    auto* up = new QPushButton(tr("Earlier on the shelf"));
    auto* down = new QPushButton(tr("Later on the shelf"));
    auto* copying = new QPushButton(tr("Copy this screen"));
    copying->setObjectName(QStringLiteral("screen-copy"));
    connect(copying, &QPushButton::clicked, this, &ScreenSettings::copy);
    auto* removal = new QPushButton(tr("Remove this screen"));
    removal->setObjectName(QStringLiteral("screen-remove"));
    connect(up, &QPushButton::clicked, this, [this] { move(-1); });
    connect(down, &QPushButton::clicked, this, [this] { move(1); });
    connect(removal, &QPushButton::clicked, this, &ScreenSettings::remove);
    auto* places = new QHBoxLayout;
    for (QPushButton* button : {up, down, copying, removal})
        places->addWidget(button);
    return places;
}

void ScreenSettings::connectParts() {
    connect(m_label, &QLineEdit::editingFinished, this, [this] {
        if (!m_label->text().trimmed().isEmpty())
            change(tr("name"), [&](Screen& screen) { screen.label = m_label->text().trimmed(); });
    });
    connect(m_group, &QComboBox::currentTextChanged, this, [this](const QString& text) {
        change(tr("group"), [&](Screen& screen) { screen.group = text.trimmed(); });
    });
    connect(m_arrangement, &QComboBox::activated, this, [this] {
        change(tr("arrangement"), [&](Screen& screen) {
            screen.arrangement = static_cast<Arrangement>(m_arrangement->currentData().toInt());
        });
    });
    connect(m_rowHeight, &QComboBox::activated, this, [this] {
        change(tr("row height"), [&](Screen& screen) {
            screen.rowHeight = static_cast<RowHeight>(m_rowHeight->currentData().toInt());
        });
    });
    connect(m_tickBoxes, &QCheckBox::clicked, this, [this](bool boxes) {
        change(tr("boxes to tick"), [&](Screen& screen) { screen.tickBoxes = boxes; });
    });
    connect(m_savesItself, &QComboBox::activated, this, [this] {
        change(tr("when it saves"), [this](Screen& screen) {
            screen.savesItself = static_cast<SavesItself>(m_savesItself->currentData().toInt());
        });
    });
    connect(m_runAfterSaving, &QComboBox::activated, this, [this] {
        change(tr("after saving"), [this](Screen& screen) {
            screen.runAfterSaving = m_runAfterSaving->currentData().toString();
        });
    });
    connect(m_afterSaving, &QComboBox::activated, this, [this] {
        change(tr("after saving"), [&](Screen& screen) {
            screen.afterSaving = static_cast<AfterSaving>(m_afterSaving->currentData().toInt());
        });
    });
    connect(m_start, &QCheckBox::clicked, this, [this](bool start) {
        m_workspace->document()->change(tr("start screen"), [&](Project& project) {
            project.startScreen = start ? m_screenId : QString();
        });
    });
    connect(m_actions, &QListWidget::itemChanged, this, &ScreenSettings::changeActions);
    // Their order is that of the menu, so they can be dragged; a double click or F2 renames one.
    m_actions->setDragDropMode(QAbstractItemView::InternalMove);
    connect(m_actions->model(), &QAbstractItemModel::rowsMoved, this,
            &ScreenSettings::changeActions);
    connect(m_children, &QListWidget::itemChanged, this, &ScreenSettings::changeChildren);
    // Their order is that of the tabs, so it can be dragged.
    m_children->setDragDropMode(QAbstractItemView::InternalMove);
    connect(m_children->model(), &QAbstractItemModel::rowsMoved, this,
            &ScreenSettings::changeChildren);
}

void ScreenSettings::fill() {
    const Screen* screen = m_workspace->project().screenById(m_screenId);
    if (!screen) {
        close();
        return;
    }
    m_filling = true;
    setWindowTitle(tr("Screen %1").arg(screen->label));
    if (!m_label->hasFocus() || m_label->text().trimmed() == screen->label)
        m_label->setText(screen->label);
    if (!m_group->hasFocus() && !m_group->lineEdit()->hasFocus()) {
        m_group->clear();
        m_group->addItem(QString());
        for (const Screen& other : m_workspace->project().screens) {
            if (!other.group.isEmpty() && m_group->findText(other.group) < 0)
                m_group->addItem(other.group);
        }
        m_group->setCurrentText(screen->group);
    }
    m_table->setText(screen->table);
    m_arrangement->setCurrentIndex(m_arrangement->findData(static_cast<int>(screen->arrangement)));
    m_rowHeight->setCurrentIndex(m_rowHeight->findData(static_cast<int>(screen->rowHeight)));
    m_tickBoxes->setChecked(screen->tickBoxes);
    m_savesItself->setCurrentIndex(m_savesItself->findData(static_cast<int>(screen->savesItself)));
    m_afterSaving->setCurrentIndex(m_afterSaving->findData(static_cast<int>(screen->afterSaving)));
    fillRunAfterSaving();
    m_start->setChecked(m_workspace->project().startScreen == m_screenId);
    for (auto right = m_rights.begin(); right != m_rights.end(); ++right)
        right.value()->setChecked(screen->allowed.allow(right.key()));
    fillActions();
    fillChildren();
    m_form->setRowVisible(m_childrenPart, showsChildren(screen->arrangement));
    m_filling = false;
}

// All that could be done, marked where it is.
void ScreenSettings::fillRunAfterSaving() {
    const Screen& screen = *m_workspace->project().screenById(m_screenId);
    m_runAfterSaving->clear();
    m_runAfterSaving->addItem(tr("and run nothing"), QString());
    for (const ScreenAction& each : screen.ownActions)
        m_runAfterSaving->addItem(tr("and run %1").arg(each.name), each.name);
    if (m_runAfterSaving->findData(screen.runAfterSaving) < 0)
        m_runAfterSaving->addItem(tr("%1 (is not there)").arg(screen.runAfterSaving),
                                  screen.runAfterSaving);
    m_runAfterSaving->setCurrentIndex(m_runAfterSaving->findData(screen.runAfterSaving));
}

void ScreenSettings::fillActions() {
    const Screen* screen = m_workspace->project().screenById(m_screenId);
    Screen usual = *screen;
    usual.actions.reset();
    const auto listed = actionsOf(m_workspace->project(), m_workspace->catalog(), *screen);
    const auto all = actionsOf(m_workspace->project(), m_workspace->catalog(), usual);
    fillList<RowAction>(m_actions, listed, all, actionText, [this](const RowAction& action) {
        return action.kind == RowAction::Kind::GoTo ? missing(action.link) : QString();
    });
    for (int row = 0; row < m_actions->count(); ++row)
        m_actions->item(row)->setFlags(m_actions->item(row)->flags() | Qt::ItemIsEditable);
}

void ScreenSettings::fillChildren() {
    const Screen* screen = m_workspace->project().screenById(m_screenId);
    Screen usual = *screen;
    usual.children.reset();
    const auto listed = childrenOf(m_workspace->project(), m_workspace->catalog(), *screen);
    const auto all = childrenOf(m_workspace->project(), m_workspace->catalog(), usual);
    const auto text = [this](const RecordLink& link) {
        const auto target = m_workspace->document()->bound(link.screen);
        return tr("%1, by %2")
            .arg(target ? target->screen.label : link.screen,
                 link.targetColumns.join(QStringLiteral(", ")));
    };
    fillList<RecordLink>(m_children, listed, all, text,
                         [this](const RecordLink& link) { return missing(link); });
}

QString ScreenSettings::missing(const RecordLink& link) const {
    const auto target = m_workspace->document()->bound(link.screen);
    return target ? QString() : target.error().sentence;
}

void ScreenSettings::changeActions() {
    if (m_filling)
        return;
    QList<RowAction> chosen;
    for (int row = 0; row < m_actions->count(); ++row) {
        const QListWidgetItem* item = m_actions->item(row);
        if (item->checkState() != Qt::Checked)
            continue;
        RowAction action = item->data(Qt::UserRole).value<RowAction>();
        // Emptied, it has our word again.
        if (item->text() != actionText(action))
            action.label = item->text().trimmed();
        chosen += action;
    }
    changeSoon(tr("row actions"), [chosen](Screen& screen) { screen.actions = chosen; });
}

void ScreenSettings::changeChildren() {
    if (m_filling)
        return;
    changeSoon(tr("children"), [chosen = markedOf<RecordLink>(m_children)](Screen& screen) {
        screen.children = chosen;
    });
}

// The lists are filled anew by the change itself, which must not happen under their own signal.
void ScreenSettings::changeSoon(const QString& what, const std::function<void(Screen&)>& edit) {
    QMetaObject::invokeMethod(
        this, [this, what, edit] { change(what, edit); }, Qt::QueuedConnection);
}

void ScreenSettings::change(const QString& what, const std::function<void(Screen&)>& edit) {
    if (m_filling)
        return;
    m_workspace->document()->change(tr("%1 of the screen").arg(what), [&](Project& project) {
        if (Screen* screen = project.screenById(m_screenId))
            edit(*screen);
    });
}

void ScreenSettings::move(int steps) {
    m_workspace->document()->change(tr("order of screens"), [&](Project& project) {
        const Screen* screen = project.screenById(m_screenId);
        if (!screen)
            return;
        const qsizetype from = screen - project.screens.constData();
        const qsizetype to = std::clamp<qsizetype>(from + steps, 0, project.screens.size() - 1);
        project.screens.move(from, to);
    });
}

void ScreenSettings::copy() {
    QString made;
    m_workspace->document()->change(tr("copy a screen"), [&](Project& project) {
        made = addCopyOfScreen(project, m_screenId);
    });
    Q_EMIT copied(made);
}

// Undo brings it back; nothing in the database is touched.
void ScreenSettings::remove() {
    m_workspace->document()->change(tr("remove a screen"), [&](Project& project) {
        project.screens.removeIf([&](const Screen& screen) { return screen.id == m_screenId; });
        if (project.startScreen == m_screenId)
            project.startScreen.clear();
    });
}

} // namespace gravin
