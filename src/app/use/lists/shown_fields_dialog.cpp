// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lists/shown_fields_dialog.h"

#include "app/look/paint.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

ShownFieldsDialog::ShownFieldsDialog(const BoundScreen& screen, const QStringList& hidden,
                                     QWidget* parent)
    : QDialog(parent)
    , m_fields(new QListWidget) {
    setObjectName(QStringLiteral("shown-fields"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Shown fields of %1").arg(screen.screen.label));
    m_fields->setProperty("role", "marked");
    m_fields->setObjectName(QStringLiteral("shown-fields-list"));
    m_fields->setAccessibleName(tr("Fields that are shown"));
    for (const BoundField& field : screen.fields) {
        if (!field.placement.inGrid())
            continue;
        auto* item = new QListWidgetItem(field.label(), m_fields);
        item->setData(Qt::UserRole, field.name());
        item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable);
        item->setCheckState(hidden.contains(field.name()) ? Qt::Unchecked : Qt::Checked);
    }
    m_fields->setCurrentRow(0);
    auto* hint = new QLabel(tr("Space shows or hides a field. The project stays as it is."));
    hint->setProperty("role", "faint");
    hint->setWordWrap(true);
    auto* buttons = new QDialogButtonBox;
    QPushButton* all = buttons->addButton(tr("Show all"), QDialogButtonBox::ResetRole);
    QPushButton* close = buttons->addButton(tr("Close"), QDialogButtonBox::AcceptRole);
    all->setAutoDefault(false);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_fields);
    layout->addWidget(hint);
    layout->addWidget(buttons);
    close->setDefault(true);
    connect(m_fields, &QListWidget::itemChanged, this, &ShownFieldsDialog::takeTicks);
    connect(all, &QPushButton::clicked, this, [this] {
        for (int row = 0; row < m_fields->count(); ++row)
            m_fields->item(row)->setCheckState(Qt::Checked);
    });
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
}

void ShownFieldsDialog::takeTicks() {
    QStringList hidden;
    for (int row = 0; row < m_fields->count(); ++row) {
        if (m_fields->item(row)->checkState() == Qt::Unchecked)
            hidden += m_fields->item(row)->data(Qt::UserRole).toString();
    }
    // A list without any field would not be one.
    if (hidden.size() == m_fields->count())
        m_fields->currentItem()->setCheckState(Qt::Checked);
    else
        Q_EMIT chosen(hidden);
}

} // namespace gravin
