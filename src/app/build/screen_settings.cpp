// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/screen_settings.h"

#include "core/project/screen_links.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHBoxLayout>
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
        return ScreenSettings::tr("change");
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

} // namespace

ScreenSettings::ScreenSettings(Workspace* workspace, const QString& screenId, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_screenId(screenId)
    , m_label(new QLineEdit)
    , m_group(new QComboBox)
    , m_arrangement(new QComboBox)
    , m_start(new QCheckBox(tr("Shown first when the project is opened")))
    , m_rowHeight(new QComboBox)
    , m_afterSaving(new QComboBox)
    , m_actions(new QListWidget) {
    setObjectName(QStringLiteral("screen-settings-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    m_label->setObjectName(QStringLiteral("screen-label"));
    m_group->setObjectName(QStringLiteral("screen-group"));
    m_group->setEditable(true);
    m_arrangement->setObjectName(QStringLiteral("screen-arrangement"));
    m_rowHeight->setObjectName(QStringLiteral("screen-row-height"));
    m_afterSaving->setObjectName(QStringLiteral("screen-after-saving"));
    m_actions->setObjectName(QStringLiteral("screen-actions"));
    m_actions->setMaximumHeight(150);
    for (const Arrangement arrangement : allArrangements())
        m_arrangement->addItem(arrangementLabel(arrangement), static_cast<int>(arrangement));
    for (const auto& [height, text] : {std::pair{RowHeight::Comfortable, tr("comfortable")},
                                       std::pair{RowHeight::Compact, tr("compact")},
                                       std::pair{RowHeight::Tall, tr("tall, texts wrapped")}})
        m_rowHeight->addItem(text, static_cast<int>(height));
    for (const auto& [after, text] : {std::pair{AfterSaving::Stay, tr("stay on the record")},
                                      std::pair{AfterSaving::NextRecord, tr("go to the next")},
                                      std::pair{AfterSaving::NewRecord, tr("begin a new one")},
                                      std::pair{AfterSaving::Close, tr("close the edit window")}})
        m_afterSaving->addItem(text, static_cast<int>(after));
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

    auto* up = new QPushButton(tr("Earlier on the shelf"));
    auto* down = new QPushButton(tr("Later on the shelf"));
    auto* removal = new QPushButton(tr("Remove this screen"));
    removal->setObjectName(QStringLiteral("screen-remove"));
    connect(up, &QPushButton::clicked, this, [this] { move(-1); });
    connect(down, &QPushButton::clicked, this, [this] { move(1); });
    connect(removal, &QPushButton::clicked, this, &ScreenSettings::remove);
    auto* places = new QHBoxLayout;
    for (QPushButton* button : {up, down, removal})
        places->addWidget(button);

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
    connect(m_afterSaving, &QComboBox::activated, this, [this] {
        change(tr("after saving"), [&](Screen& screen) {
            screen.afterSaving = static_cast<AfterSaving>(m_afterSaving->currentData().toInt());
        });
    });
    connect(m_start, &QCheckBox::clicked, this, [this](bool start) {
        m_workspace->change(tr("start screen"), [&](Project& project) {
            project.startScreen = start ? m_screenId : QString();
        });
    });
    connect(m_actions, &QListWidget::itemChanged, this, &ScreenSettings::changeActions);

    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* form = new QFormLayout(this);
    form->addRow(tr("Name"), m_label);
    form->addRow(tr("Group"), m_group);
    form->addRow(tr("Arrangement"), m_arrangement);
    form->addRow(QString(), m_start);
    form->addRow(tr("Row height"), m_rowHeight);
    form->addRow(tr("After saving"), m_afterSaving);
    form->addRow(tr("People may"), rights);
    form->addRow(tr("Row actions"), m_actions);
    form->addRow(QString(), places);
    form->addRow(buttons);
    connect(workspace, &Workspace::screenChanged, this, [this](const QString& id) {
        if (id == m_screenId)
            fill();
    });
    connect(workspace, &Workspace::screensChanged, this, &ScreenSettings::fill);
    fill();
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
    m_arrangement->setCurrentIndex(m_arrangement->findData(static_cast<int>(screen->arrangement)));
    m_rowHeight->setCurrentIndex(m_rowHeight->findData(static_cast<int>(screen->rowHeight)));
    m_afterSaving->setCurrentIndex(m_afterSaving->findData(static_cast<int>(screen->afterSaving)));
    m_start->setChecked(m_workspace->project().startScreen == m_screenId);
    for (auto right = m_rights.begin(); right != m_rights.end(); ++right)
        right.value()->setChecked(screen->allowed.allow(right.key()));
    fillActions();
    m_filling = false;
}

// All that could be done, marked where it is.
void ScreenSettings::fillActions() {
    const Screen* screen = m_workspace->project().screenById(m_screenId);
    Screen usual = *screen;
    usual.actions.reset();
    QList<RowAction> all = actionsOf(m_workspace->project(), m_workspace->catalog(), *screen);
    const QList<RowAction> listed = all;
    for (const RowAction& action :
         actionsOf(m_workspace->project(), m_workspace->catalog(), usual)) {
        if (!all.contains(action))
            all += action;
    }
    m_actions->clear();
    for (const RowAction& action : std::as_const(all)) {
        auto* item = new QListWidgetItem(actionText(action), m_actions);
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(listed.contains(action) ? Qt::Checked : Qt::Unchecked);
        item->setData(Qt::UserRole, QVariant::fromValue(action));
        if (action.kind == RowAction::Kind::GoTo) {
            const auto target = m_workspace->bound(action.link.screen);
            item->setToolTip(target ? QString() : target.error().sentence);
        }
    }
}

void ScreenSettings::changeActions() {
    if (m_filling)
        return;
    QList<RowAction> chosen;
    for (int row = 0; row < m_actions->count(); ++row) {
        const QListWidgetItem* item = m_actions->item(row);
        if (item->checkState() == Qt::Checked)
            chosen += item->data(Qt::UserRole).value<RowAction>();
    }
    // The list is filled anew by the change itself, which must not happen under its own signal.
    QMetaObject::invokeMethod(
        this,
        [this, chosen] {
            change(tr("row actions"), [&](Screen& screen) { screen.actions = chosen; });
        },
        Qt::QueuedConnection);
}

void ScreenSettings::change(const QString& what, const std::function<void(Screen&)>& edit) {
    if (m_filling)
        return;
    m_workspace->change(tr("%1 of the screen").arg(what), [&](Project& project) {
        if (Screen* screen = project.screenById(m_screenId))
            edit(*screen);
    });
}

void ScreenSettings::move(int steps) {
    m_workspace->change(tr("order of screens"), [&](Project& project) {
        const Screen* screen = project.screenById(m_screenId);
        if (!screen)
            return;
        const qsizetype from = screen - project.screens.constData();
        const qsizetype to = std::clamp<qsizetype>(from + steps, 0, project.screens.size() - 1);
        project.screens.move(from, to);
    });
}

// Undo brings it back; nothing in the database is touched.
void ScreenSettings::remove() {
    m_workspace->change(tr("remove a screen"), [&](Project& project) {
        project.screens.removeIf([&](const Screen& screen) { return screen.id == m_screenId; });
        if (project.startScreen == m_screenId)
            project.startScreen.clear();
    });
}

} // namespace gravin
