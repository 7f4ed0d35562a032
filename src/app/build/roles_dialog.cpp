// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/roles_dialog.h"

#include "app/build/grants_dialog.h"
#include "app/look/theme.h"
#include "core/records/record_limit.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSignalBlocker>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

constexpr Distance RolesWidth(1140);
constexpr Distance RolesHeight(760);
constexpr Distance RoleListWidth(180);
constexpr Distance RoleRowHeight(26);
constexpr Distance TableNameWidth(170);
constexpr Distance ScreenWidth(112);
constexpr Distance RecordsHeight(110);

// All screens stand before single ones; whether one of these says otherwise, before the acts;
// behind them the columns that the role does not write there, and does not see.
constexpr int AllScreens = 0;
constexpr int OtherwiseRow = 0;
int rowOf(Act act) { return static_cast<int>(act) + 1; }
int lockedRow() { return static_cast<int>(allActs().size()) + 1; }
int hiddenRow() { return lockedRow() + 1; }

QStringList namesIn(const QString& text) {
    QStringList names;
    for (const QString& part : text.split(u',')) {
        if (const QString name = part.trimmed(); !name.isEmpty() && !names.contains(name))
            names += name;
    }
    return names;
}

QTableWidgetItem* tick(bool isTicked, bool mayBe) {
    auto* item = new QTableWidgetItem;
    item->setFlags(mayBe ? Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable
                         : Qt::ItemIsSelectable);
    item->setCheckState(isTicked ? Qt::Checked : Qt::Unchecked);
    return item;
}

QTableWidgetItem* words(const QString& text, bool mayBeTyped) {
    auto* item = new QTableWidgetItem(text);
    item->setFlags(mayBeTyped ? Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsEditable
                              : Qt::ItemIsEnabled | Qt::ItemIsSelectable);
    return item;
}

} // namespace

RolesDialog::RolesDialog(Workspace* workspace, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_roles(new QListWidget)
    , m_role(new QWidget)
    , m_name(new QLineEdit)
    , m_members(new QLineEdit)
    , m_acts(new QTableWidget)
    , m_records(new QTableWidget)
    , m_reason(new QLabel) {
    setObjectName(QStringLiteral("roles"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Who may do what"));
    resize(RolesWidth, RolesHeight);
    auto* about =
        new QLabel(tr("Without roles everybody may do everything here. With roles each account may "
                      "do what its roles let it do, and who has none may do nothing. What other "
                      "programs may do is the database's affair: grant no more there."));
    about->setWordWrap(true);
    m_reason->setObjectName(QStringLiteral("roles-reason"));
    m_reason->setWordWrap(true);
    m_reason->setTextFormat(Qt::PlainText);
    auto* sides = new QHBoxLayout;
    auto* list = new QWidget;
    list->setFixedWidth(RoleListWidth);
    makeList(list);
    makeRole(m_role);
    sides->addWidget(list);
    sides->addWidget(m_role, 1);
    auto* buttons = new QDialogButtonBox;
    auto* grants = buttons->addButton(tr("Grants…"), QDialogButtonBox::ActionRole);
    grants->setObjectName(QStringLiteral("show-grants"));
    grants->setAutoDefault(false);
    grants->setEnabled(!workspace->project().connection.isFile());
    grants->setToolTip(grants->isEnabled() ? tr("What lets the server hold accounts to these roles")
                                           : tr("A file has no accounts."));
    connect(grants, &QPushButton::clicked, this,
            [this] { (new GrantsDialog(m_workspace, this))->open(); });
    buttons->addButton(tr("Close"), QDialogButtonBox::RejectRole);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(about);
    layout->addLayout(sides, 1);
    layout->addWidget(m_reason);
    layout->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    // Undo and redo are seen here too.
    // Not while a cell whose edit led here still closes its editor.
    connect(workspace->document(), &ProjectDocument::findingsChanged, this, &RolesDialog::fill,
            Qt::QueuedConnection);
    fill();
}

// What is open loses its focus as it goes, which counts as edited for what is no more.
RolesDialog::~RolesDialog() {
    for (QObject* part : std::initializer_list<QObject*>{m_name, m_members, m_acts, m_records})
        part->disconnect(this);
}

void RolesDialog::makeList(QWidget* around) {
    m_roles->setObjectName(QStringLiteral("roles-list"));
    m_roles->setAccessibleName(tr("Roles"));
    auto* add = new QPushButton(tr("Add a role"));
    add->setObjectName(QStringLiteral("add-role"));
    auto* remove = new QPushButton(tr("Remove it"));
    remove->setObjectName(QStringLiteral("remove-role"));
    for (QPushButton* button : {add, remove})
        button->setAutoDefault(false);
    auto* layout = new QVBoxLayout(around);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_roles, 1);
    layout->addWidget(add);
    layout->addWidget(remove);
    connect(m_roles, &QListWidget::currentTextChanged, this, [this](const QString& name) {
        m_current = name;
        m_reason->clear(); // it was about another one
        fillRole();
    });
    connect(add, &QPushButton::clicked, this, &RolesDialog::addRole);
    connect(remove, &QPushButton::clicked, this, &RolesDialog::removeRole);
}

void RolesDialog::makeRole(QWidget* around) {
    m_name->setObjectName(QStringLiteral("role-name"));
    m_members->setObjectName(QStringLiteral("role-members"));
    m_members->setPlaceholderText(
        m_workspace->project().connection.isFile()
            ? tr("accounts of this desktop, with commas between; * for everybody")
            : tr("accounts or roles of the database, with commas between; * for everybody"));
    m_acts->setObjectName(QStringLiteral("role-acts"));
    m_acts->setAccessibleName(tr("What it may"));
    m_acts->setToolTip(tr("Tick the first line of a screen to say otherwise for it."));
    m_acts->horizontalHeader()->setDefaultSectionSize(ScreenWidth);
    m_acts->verticalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_records->setObjectName(QStringLiteral("role-records"));
    m_records->setAccessibleName(tr("Only these records"));
    m_records->setColumnCount(2);
    m_records->setHorizontalHeaderLabels({tr("Table"), tr("Only these records")});
    m_records->horizontalHeader()->setStretchLastSection(true);
    m_records->setColumnWidth(0, TableNameWidth);
    m_records->setFixedHeight(RecordsHeight);
    m_records->verticalHeader()->hide();
    for (QTableWidget* table : {m_acts, m_records}) {
        table->horizontalHeader()->setHighlightSections(false);
        table->verticalHeader()->setHighlightSections(false);
        table->verticalHeader()->setDefaultSectionSize(RoleRowHeight);
        table->setProperty("role", "typed");
        table->setTabKeyNavigation(false);
    }
    auto* form = new QFormLayout;
    form->addRow(tr("Name"), m_name);
    form->addRow(tr("Who has it"), m_members);
    auto* layout = new QVBoxLayout(around);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(form);
    layout->addWidget(m_acts, 1);
    layout->addWidget(m_records);
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        const QString name = m_name->text().trimmed();
        const Role* now = role();
        if (!now || name.isEmpty() || name == now->name)
            return;
        const auto& roles = m_workspace->project().roles;
        if (std::any_of(roles.begin(), roles.end(),
                        [&](const Role& other) { return other.name == name; })) {
            m_reason->setText(tr("There is a role %1 already.").arg(name));
            return;
        }
        const QString former = std::exchange(m_current, name);
        change(tr("name of a role"), [&](Project& project) {
            for (Role& each : project.roles) {
                if (each.name == former)
                    each.name = name;
            }
        });
    });
    connect(m_members, &QLineEdit::editingFinished, this, [this] {
        const QStringList members = namesIn(m_members->text());
        if (role() && members != role()->members)
            editRole(tr("who has a role"), [&](Role& each) { each.members = members; });
    });
    connect(m_acts, &QTableWidget::itemChanged, this, &RolesDialog::onAct);
    connect(m_records, &QTableWidget::itemChanged, this, &RolesDialog::onRecords);
}

const Role* RolesDialog::role() const {
    const QList<Role>& roles = m_workspace->project().roles;
    const auto found = std::find_if(roles.begin(), roles.end(),
                                    [this](const Role& each) { return each.name == m_current; });
    return found == roles.end() ? nullptr : &*found;
}

void RolesDialog::fill() {
    {
        const QSignalBlocker quiet(m_roles);
        m_roles->clear();
        for (const Role& each : m_workspace->project().roles) {
            m_roles->addItem(each.name);
            m_roles->item(m_roles->count() - 1)->setSizeHint({0, RoleRowHeight});
        }
        if (!role() && m_roles->count() > 0)
            m_current = m_roles->item(0)->text();
        for (int row = 0; row < m_roles->count(); ++row) {
            if (m_roles->item(row)->text() == m_current)
                m_roles->setCurrentRow(row);
        }
    }
    fillRole();
}

void RolesDialog::fillRole() {
    const Role* now = role();
    m_role->setEnabled(now);
    const Role shown = now ? *now : Role();
    for (const auto& [line, text] :
         {std::pair{m_name, shown.name},
          std::pair{m_members, shown.members.join(QStringLiteral(", "))}}) {
        if (line->text() != text)
            line->setText(text);
    }
    fillActs(shown);
    fillRecords(shown);
}

QString RolesDialog::screenAt(int column) const {
    return column == AllScreens ? QString() : m_workspace->project().screens.value(column - 1).id;
}

void RolesDialog::fillActs(const Role& role) {
    const QSignalBlocker quiet(m_acts);
    const QList<Screen>& screens = m_workspace->project().screens;
    m_acts->setColumnCount(static_cast<int>(screens.size()) + 1);
    m_acts->setRowCount(hiddenRow() + 1);
    QStringList heads{tr("All screens")};
    for (const Screen& screen : screens)
        heads += screen.label;
    m_acts->setHorizontalHeaderLabels(heads);
    QStringList lines{tr("Otherwise here")};
    for (const Act act : allActs())
        lines += actLabel(act);
    m_acts->setVerticalHeaderLabels(lines +
                                    QStringList{tr("Fields not written"), tr("Fields not seen")});
    for (int column = 0; column < m_acts->columnCount(); ++column)
        fillScreen(column, role, role.onScreen(screenAt(column)));
}

void RolesDialog::fillScreen(int column, const Role& role, const RoleOnScreen* own) {
    const bool isAll = column == AllScreens;
    const bool hasOwn = own && own->may;
    m_acts->setItem(OtherwiseRow, column, isAll ? words({}, false) : tick(hasOwn, true));
    for (const Act act : allActs()) {
        auto* item = isAll || isOfScreens(act)
                         ? tick(hasOwn ? own->may->has(act) : role.may.has(act), isAll || hasOwn)
                         : words({}, false);
        item->setData(Qt::UserRole, QVariant::fromValue(act));
        m_acts->setItem(rowOf(act), column, item);
    }
    const auto names = [own](QStringList RoleOnScreen::*columns) {
        return own ? (own->*columns).join(QStringLiteral(", ")) : QString();
    };
    m_acts->setItem(lockedRow(), column, words(names(&RoleOnScreen::locked), !isAll));
    m_acts->setItem(hiddenRow(), column, words(names(&RoleOnScreen::hidden), !isAll));
}

void RolesDialog::fillRecords(const Role& role) {
    const QSignalBlocker quiet(m_records);
    QStringList tables;
    for (const Screen& screen : m_workspace->project().screens) {
        if (!tables.contains(screen.table))
            tables += screen.table;
    }
    m_records->setRowCount(static_cast<int>(tables.size()));
    for (int row = 0; row < tables.size(); ++row) {
        m_records->setItem(row, 0, words(tables[row], false));
        m_records->setItem(row, 1, words(role.records.value(tables[row]), true));
    }
}

// The first one is for who makes it, and may do everything: nobody is to lock themselves out.
void RolesDialog::addRole() {
    const QList<Role>& roles = m_workspace->project().roles;
    Role made;
    if (roles.isEmpty()) {
        made = {tr("Developer"), {m_workspace->catalog().account}, Acts::all()};
    } else {
        made.name = tr("Role");
        for (int number = 2; std::any_of(roles.begin(), roles.end(),
                                         [&](const Role& each) { return each.name == made.name; });
             ++number)
            made.name = tr("Role %1").arg(number);
        for (const Act act : {Act::Open, Act::Add, Act::Change, Act::Print, Act::History,
                              Act::RollBackOwn, Act::Note})
            made.may.set(act, true);
    }
    m_current = made.name;
    change(tr("role added"), [&](Project& project) { project.roles += made; });
    fill();
    m_name->setFocus();
    m_name->selectAll();
}

void RolesDialog::removeRole() {
    change(tr("role removed"), [this](Project& project) {
        project.roles.removeIf([this](const Role& each) { return each.name == m_current; });
    });
}

void RolesDialog::editRole(const QString& step, const std::function<void(Role&)>& edit) {
    change(step, [&](Project& project) {
        for (Role& each : project.roles) {
            if (each.name == m_current)
                edit(each);
        }
    });
}

void RolesDialog::change(const QString& step, const std::function<void(Project&)>& edit) {
    Project after = m_workspace->project();
    edit(after);
    if (!Standing::of(after, m_workspace->catalog()).may(Act::Build)) {
        m_reason->setText(tr("You could not build any more then. Give %1 a role that may build "
                             "first.")
                              .arg(m_workspace->catalog().account));
        fill();
        return;
    }
    m_reason->clear();
    m_workspace->document()->change(step, edit);
}

void RolesDialog::onAct(const QTableWidgetItem* item) {
    const QString screen = screenAt(item->column());
    const int row = item->row();
    const bool isTicked = item->checkState() == Qt::Checked;
    editRole(tr("what a role may"), [&](Role& each) {
        if (screen.isEmpty()) {
            each.may.set(item->data(Qt::UserRole).value<Act>(), isTicked);
            return;
        }
        if (!each.onScreen(screen))
            each.screens += RoleOnScreen{screen};
        RoleOnScreen& own =
            *std::find_if(each.screens.begin(), each.screens.end(),
                          [&](const RoleOnScreen& there) { return there.screen == screen; });
        if (row == OtherwiseRow)
            own.may = isTicked ? std::optional(each.may) : std::nullopt;
        else if (row == lockedRow())
            own.locked = namesIn(item->text());
        else if (row == hiddenRow())
            own.hidden = namesIn(item->text());
        else if (own.may)
            own.may->set(item->data(Qt::UserRole).value<Act>(), isTicked);
        for (const Act act : allActs()) {
            if (own.may && !isOfScreens(act))
                own.may->set(act, false);
        }
        // What says nothing of its own goes.
        if (!own.may && own.locked.isEmpty() && own.hidden.isEmpty() && own.unknown.isEmpty())
            each.screens.removeIf(
                [&](const RoleOnScreen& there) { return there.screen == screen; });
    });
}

void RolesDialog::onRecords(const QTableWidgetItem* item) {
    const QString name = m_records->item(item->row(), 0)->text();
    const QString condition = item->text().trimmed();
    const Table* table = m_workspace->catalog().table(name);
    QString why;
    if (!condition.isEmpty() && table &&
        !recordLimit(condition, *table, m_workspace->project().connection.engine, &why)) {
        m_reason->setText(why);
        return;
    }
    editRole(tr("records of a role"), [&](Role& each) {
        if (condition.isEmpty())
            each.records.remove(name);
        else
            each.records[name] = condition;
    });
}

} // namespace gravin
