// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/said_dialog.h"

#include "app/look/said_log.h"
#include "app/look/theme.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QLabel>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace gravin {

SaidDialog::SaidDialog(QWidget* parent)
    : QDialog(parent) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("said-dialog"));
    setWindowTitle(tr("What was said in the last hour"));
    resize(Distance(620), Distance(420));
    auto* list = new QTreeWidget;
    list->setObjectName(QStringLiteral("said-list"));
    list->setAccessibleName(windowTitle());
    list->setHeaderLabels({tr("When"), tr("What")});
    list->setRootIsDecorated(true);
    list->setWordWrap(true);
    list->header()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
    const auto& entries = SaidLog::instance().entries();
    for (auto entry = entries.rbegin(); entry != entries.rend(); ++entry) {
        auto* item = new QTreeWidgetItem(
            {locale().toString(entry->at.time(), QLocale::ShortFormat), entry->notice.text});
        item->setToolTip(1, entry->notice.text);
        if (entry->notice.kind == Notice::Kind::Refused)
            item->setForeground(1, Theme::instance().colours().problem);
        if (!entry->notice.detail.isEmpty())
            item->addChild(new QTreeWidgetItem({QString(), entry->notice.detail}));
        list->addTopLevelItem(item);
    }
    auto* layout = new QVBoxLayout(this);
    if (entries.empty()) {
        auto* nothing = new QLabel(tr("Nothing yet."));
        nothing->setProperty("role", "faint");
        layout->addWidget(nothing);
    }
    layout->addWidget(list, 1);
    auto* buttons = new QDialogButtonBox;
    buttons->addButton(tr("Close"), QDialogButtonBox::RejectRole);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    list->setFocus();
}

} // namespace gravin
