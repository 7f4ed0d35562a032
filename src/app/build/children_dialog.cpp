// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/children_dialog.h"

#include "core/fitting/screen_links.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QPushButton>

namespace gravin {

namespace {

QComboBox* named(const char* name) {
    auto* box = new QComboBox;
    box->setObjectName(QLatin1String(name));
    return box;
}

} // namespace

ChildrenDialog::ChildrenDialog(Workspace* workspace, const QString& screenId, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_screenId(screenId)
    , m_screen(named("children-screen"))
    , m_column(named("children-column"))
    , m_own(named("children-own"))
    , m_reason(new QLabel)
    , m_buttons(new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel)) {
    setObjectName(QStringLiteral("children-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    const QString label = workspace->project().screenById(screenId)->label;
    setWindowTitle(tr("Children of %1").arg(label));
    m_reason->setProperty("role", "faint");
    m_reason->setWordWrap(true);
    m_buttons->button(QDialogButtonBox::Ok)->setText(tr("Show them"));
    auto* form = new QFormLayout(this);
    form->addRow(tr("Records of"), m_screen);
    form->addRow(tr("Belong by their"), m_column);
    form->addRow(tr("Which is the record's"), m_own);
    form->addRow(m_reason);
    form->addRow(m_buttons);
    // Screens first; a table without one is shown all the same.
    for (const Screen& screen : workspace->project().screens)
        m_screen->addItem(screen.label, screen.id);
    for (const Table& table : workspace->catalog().tables) {
        const QString id = screenIdFor(workspace->project(), table.name);
        if (m_screen->findData(id) < 0)
            m_screen->addItem(table.name, id);
    }
    connect(m_screen, &QComboBox::activated, this, &ChildrenDialog::offerColumns);
    connect(m_column, &QComboBox::activated, this, &ChildrenDialog::offerOwn);
    connect(m_own, &QComboBox::activated, this, &ChildrenDialog::check);
    connect(m_buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_buttons, &QDialogButtonBox::accepted, this, [this] {
        Q_EMIT chosen(link());
        accept();
    });
    offerColumns();
}

const Table* ChildrenDialog::tableOf(const QString& screenId) const {
    const auto bound = m_workspace->document()->bound(screenId);
    return bound ? m_workspace->catalog().table(bound->table->name) : nullptr;
}

// First what the name hints at: "aid_id" of the aid, or what is called alike.
void ChildrenDialog::offerColumns() {
    m_column->clear();
    const Table* children = tableOf(m_screen->currentData().toString());
    const Table* own = tableOf(m_screenId);
    for (const Column& column : children ? children->columns : QList<Column>()) {
        if (!column.expression.isEmpty())
            continue;
        m_column->addItem(column.name);
        if (own && column.name.startsWith(own->written(), Qt::CaseInsensitive))
            m_column->setCurrentIndex(m_column->count() - 1);
    }
    offerOwn();
}

// Only what can be compared.
void ChildrenDialog::offerOwn() {
    m_own->clear();
    const Table* children = tableOf(m_screen->currentData().toString());
    const Table* own = tableOf(m_screenId);
    const Column* by = children ? children->column(m_column->currentText()) : nullptr;
    for (const Column& column : own&& by ? own->columns : QList<Column>()) {
        if (!column.expression.isEmpty() ||
            expressionTypeOf(column.type) != expressionTypeOf(by->type))
            continue;
        m_own->addItem(column.name);
        if (own->key == QStringList{column.name})
            m_own->setCurrentIndex(m_own->count() - 1);
    }
    check();
}

void ChildrenDialog::check() {
    QString reason;
    const Screen& screen = *m_workspace->project().screenById(m_screenId);
    const Table* children = tableOf(m_screen->currentData().toString());
    if (!children)
        reason = tr("That screen has no records now.");
    else if (children->key.isEmpty())
        reason = tr("%1 has no key: its records could not be told apart.").arg(children->name);
    else if (m_own->count() == 0)
        reason = tr("No field of %1 can be compared with it.").arg(screen.label);
    else if (childrenOf(m_workspace->project(), m_workspace->catalog(), screen).contains(link()))
        reason = tr("They are shown already.");
    m_reason->setText(reason);
    m_reason->setVisible(!reason.isEmpty());
    m_buttons->button(QDialogButtonBox::Ok)->setEnabled(reason.isEmpty());
    m_buttons->button(QDialogButtonBox::Ok)->setToolTip(reason);
}

RecordLink ChildrenDialog::link() const {
    return {
        m_screen->currentData().toString(), {m_own->currentText()}, {m_column->currentText()}, {}};
}

} // namespace gravin
