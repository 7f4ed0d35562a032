// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/bulk/kept_menu.h"

#include <QInputDialog>
#include <QMenu>

namespace gravin {

KeptMenu::KeptMenu(Workspace* workspace, const QString& screenId, Now now, QWidget* parent)
    : QPushButton(tr("Kept…"), parent)
    , m_workspace(workspace)
    , m_screenId(screenId)
    , m_now(std::move(now)) {
    setObjectName(QStringLiteral("bulk-kept"));
    setToolTip(tr("Bulk updates that the project keeps"));
    setAutoDefault(false);
    connect(this, &QPushButton::clicked, this, [this] {
        QMenu* menu = makeMenu();
        menu->setAttribute(Qt::WA_DeleteOnClose);
        menu->popup(mapToGlobal(QPoint(0, height())));
    });
}

QMenu* KeptMenu::makeMenu() {
    auto* menu = new QMenu(this);
    auto* forgetting = new QMenu(tr("Forget"), menu);
    for (const KeptBulkUpdate& kept : m_workspace->project().bulkUpdates) {
        if (kept.screen != m_screenId)
            continue;
        connect(menu->addAction(kept.name), &QAction::triggered, this,
                [this, kept] { Q_EMIT chosen(kept); });
        connect(forgetting->addAction(kept.name), &QAction::triggered, this,
                [this, name = kept.name] { forget(name); });
    }
    if (menu->isEmpty())
        menu->addAction(tr("None is kept yet"))->setEnabled(false);
    menu->addSeparator();
    connect(menu->addAction(tr("Keep this one as…")), &QAction::triggered, this,
            &KeptMenu::askForName);
    if (!forgetting->isEmpty())
        menu->addMenu(forgetting);
    return menu;
}

void KeptMenu::askForName() {
    if (const auto now = m_now(); !now) {
        Q_EMIT said(tr("It cannot be kept yet. %1").arg(now.error().sentence));
        return;
    }
    auto* dialog = new QInputDialog(this);
    dialog->setObjectName(QStringLiteral("bulk-kept-name"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Keep this bulk update"));
    dialog->setLabelText(tr("Under this name, in the project:"));
    connect(dialog, &QInputDialog::textValueSelected, this,
            [this](const QString& name) { keep(name.trimmed()); });
    dialog->open();
}

void KeptMenu::keep(const QString& name) {
    auto now = m_now();
    if (name.isEmpty() || !now)
        return;
    now->name = name;
    now->screen = m_screenId;
    const bool isAnother = m_workspace->project().bulkUpdate(m_screenId, name) != nullptr;
    m_workspace->document()->change(tr("Keep the bulk update “%1”").arg(name),
                                    [&](Project& project) {
                                        for (KeptBulkUpdate& kept : project.bulkUpdates) {
                                            if (kept.isCalled(m_screenId, name)) {
                                                kept = *now;
                                                return;
                                            }
                                        }
                                        project.bulkUpdates += *now;
                                    });
    Q_EMIT said(
        isAnother
            ? tr("“%1” is now this one. It stands in the project once that is saved.").arg(name)
            : tr("Kept as “%1”. It stands in the project once that is saved.").arg(name));
}

void KeptMenu::forget(const QString& name) {
    m_workspace->document()->change(
        tr("Forget the bulk update “%1”").arg(name), [&](Project& project) {
            project.bulkUpdates.removeIf(
                [&](const KeptBulkUpdate& kept) { return kept.isCalled(m_screenId, name); });
        });
    Q_EMIT said(tr("“%1” is forgotten. Undo brings it back.").arg(name));
}

} // namespace gravin
