// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/commands/keys_dialog.h"

#include "app/look/theme.h"

#include <QHeaderView>
#include <QKeySequenceEdit>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

enum KeysPart { NameColumn, KeysColumn };
constexpr Distance KeysWidthUsual(520);
constexpr Distance KeysHeightUsual(560);
constexpr Distance NameWidth(330);

} // namespace

KeysDialog::KeysDialog(CommandList* commands, QWidget* parent)
    : QDialog(parent)
    , m_commands(commands)
    , m_narrow(new QLineEdit)
    , m_list(new QTreeWidget)
    , m_edit(new QKeySequenceEdit)
    , m_said(new QLabel) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("keys-dialog"));
    setWindowTitle(tr("Keys"));
    resize(KeysWidthUsual, KeysHeightUsual);
    m_narrow->setObjectName(QStringLiteral("keys-narrow"));
    m_narrow->setPlaceholderText(tr("Narrow by name or key"));
    m_narrow->setAccessibleName(m_narrow->placeholderText());
    m_narrow->setClearButtonEnabled(true);
    m_list->setObjectName(QStringLiteral("keys-list"));
    m_list->setAccessibleName(tr("Commands and their keys"));
    m_list->setHeaderLabels({tr("Command"), tr("Keys")});
    m_list->setColumnWidth(NameColumn, NameWidth);
    m_edit->setObjectName(QStringLiteral("keys-edit"));
    m_edit->setAccessibleName(tr("Keys of the chosen command"));
    m_said->setObjectName(QStringLiteral("keys-said"));
    m_said->setProperty("role", "faint");
    m_said->setWordWrap(true);
    m_said->setTextFormat(Qt::PlainText);
    auto* none = new QPushButton(tr("No keys"));
    none->setObjectName(QStringLiteral("keys-none"));
    auto* usual = new QPushButton(tr("All as usual"));
    usual->setObjectName(QStringLiteral("keys-usual"));
    auto* close = new QPushButton(tr("Close"));
    for (QPushButton* button : {none, usual, close})
        button->setAutoDefault(false);
    auto* editing = new QHBoxLayout;
    editing->addWidget(m_edit, 1);
    editing->addWidget(none);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(usual);
    buttons->addStretch();
    buttons->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_narrow);
    layout->addWidget(m_list, 1);
    layout->addLayout(editing);
    layout->addWidget(m_said);
    layout->addLayout(buttons);
    connect(m_narrow, &QLineEdit::textChanged, this, &KeysDialog::narrow);
    connect(m_list, &QTreeWidget::currentItemChanged, this, &KeysDialog::showCurrent);
    connect(m_list, &QTreeWidget::itemActivated, this, [this] { m_edit->setFocus(); });
    connect(m_edit, &QKeySequenceEdit::editingFinished, this,
            [this] { take(m_edit->keySequence()); });
    connect(none, &QPushButton::clicked, this, [this] { take({}); });
    connect(usual, &QPushButton::clicked, m_commands, &CommandList::useUsualKeys);
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    connect(m_commands, &CommandList::keysChanged, this, &KeysDialog::fill);
    fill();
    m_list->setCurrentItem(m_list->topLevelItem(0)->child(0));
}

// One that is open loses its focus as it goes, which counts as edited for what is no more.
KeysDialog::~KeysDialog() { m_edit->disconnect(this); }

void KeysDialog::fill() {
    const QString current = currentId();
    m_list->clear();
    for (const CommandGroup group : allCommandGroups()) {
        auto* heading = new QTreeWidgetItem({commandGroupLabel(group)});
        for (const Command& command : m_commands->all()) {
            if (command.group != group)
                continue;
            auto* item = new QTreeWidgetItem(
                {command.text, m_commands->keys(command.id).toString(QKeySequence::NativeText)});
            item->setData(NameColumn, Qt::UserRole, command.id);
            heading->addChild(item);
        }
        if (heading->childCount() == 0) {
            delete heading;
            continue;
        }
        m_list->addTopLevelItem(heading);
        heading->setExpanded(true);
        for (int i = 0; i < heading->childCount(); ++i) {
            if (heading->child(i)->data(NameColumn, Qt::UserRole).toString() == current)
                m_list->setCurrentItem(heading->child(i));
        }
    }
    narrow(m_narrow->text());
}

void KeysDialog::narrow(const QString& text) {
    for (int group = 0; group < m_list->topLevelItemCount(); ++group) {
        QTreeWidgetItem* heading = m_list->topLevelItem(group);
        int shown = 0;
        for (int i = 0; i < heading->childCount(); ++i) {
            QTreeWidgetItem* item = heading->child(i);
            const bool fits = item->text(NameColumn).contains(text, Qt::CaseInsensitive) ||
                              item->text(KeysColumn).contains(text, Qt::CaseInsensitive);
            item->setHidden(!fits);
            shown += fits ? 1 : 0;
        }
        heading->setHidden(shown == 0);
    }
}

QString KeysDialog::currentId() const {
    const QTreeWidgetItem* item = m_list->currentItem();
    return item ? item->data(NameColumn, Qt::UserRole).toString() : QString();
}

void KeysDialog::showCurrent() {
    const QString id = currentId();
    m_edit->setEnabled(!id.isEmpty());
    m_edit->setKeySequence(id.isEmpty() ? QKeySequence() : m_commands->keys(id));
}

void KeysDialog::take(const QKeySequence& keys) {
    const QString id = currentId();
    if (id.isEmpty() || m_commands->keys(id) == keys)
        return;
    for (const Command& command : m_commands->all()) {
        if (command.id == id && command.isKeyOfWidgets) {
            m_said->setText(tr("%1 has the keys of the desktop, which stay.").arg(command.text));
            showCurrent();
            return;
        }
    }
    const Command* other = m_commands->usedBy(keys, id);
    const QString name = other ? other->text : QString();
    if (other && other->isKeyOfWidgets) {
        m_said->setText(tr("These are the keys of %1, which stay.").arg(name));
        showCurrent();
        return;
    }
    m_commands->setKeys(id, keys);
    m_said->setText(other ? tr("They were the keys of %1, which has none now.").arg(name)
                          : QString());
}

} // namespace gravin
