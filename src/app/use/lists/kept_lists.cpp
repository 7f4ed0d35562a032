// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lists/kept_lists.h"

#include "core/fitting/list_query.h"

#include <QInputDialog>
#include <QMenu>

namespace gravin {

KeptLists::KeptLists(ScreenBinding* binding, QWidget* widget)
    : QObject(widget)
    , m_binding(binding)
    , m_widget(widget)
    , m_own(binding->workspace()->document()->file(), binding->screenId()) {}

ListSetUp KeptLists::ofScreen() const {
    ListSetUp setUp = fittingSetUp(m_binding->screen().screen.list, *m_binding->screen().table);
    // Without a key records are read by their place: there is nothing to narrow or group by.
    if (m_binding->screen().table->key.isEmpty()) {
        setUp.filters.clear();
        setUp.groupedBy.clear();
    }
    return setUp;
}

void KeptLists::show(const QPoint& globalPosition, const ListSetUp& now, bool shapes) {
    auto* menu = new QMenu(m_widget);
    menu->setObjectName(QStringLiteral("saved-menu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->setToolTipsVisible(true);
    addKept(menu, shapes);
    const ListSetUp usual = ofScreen();
    QAction* all = menu->addAction(usual.isEmpty() ? tr("All records, as the screen has them")
                                                   : tr("As the screen has it"),
                                   this, [this, usual] { Q_EMIT chosen(usual); });
    all->setEnabled(now != usual);
    QAction* keep = menu->addAction(tr("Keep this list as…"), this,
                                    [this, now] { askForName(For::Oneself, now); });
    keep->setEnabled(!now.isEmpty());
    if (shapes)
        addForEveryone(menu, now);
    menu->popup(globalPosition);
}

void KeptLists::addKept(QMenu* menu, bool shapes) {
    auto* forget = new QMenu(tr("Forget"), menu);
    for (const KeptList& kept : m_binding->workspace()->project().lists) {
        if (kept.screen != m_binding->screenId())
            continue;
        QAction* action = menu->addAction(kept.name, this, [this, kept] {
            Q_EMIT chosen(fittingSetUp(kept.setUp, *m_binding->screen().table));
        });
        action->setToolTip(tr("Kept in the project, for everyone"));
        if (shapes)
            forget->addAction(tr("%1, for everyone").arg(kept.name), this,
                              [this, name = kept.name] { forgetOfProject(name); });
    }
    for (const QString& name : m_own.names()) {
        menu->addAction(name, this, [this, name] { Q_EMIT chosen(m_own.find(name)); });
        forget->addAction(name, this, [this, name] { m_own.forget(name); });
    }
    if (!menu->isEmpty())
        menu->addSeparator();
    if (!forget->isEmpty())
        menu->addMenu(forget);
}

void KeptLists::addForEveryone(QMenu* menu, const ListSetUp& now) {
    menu->addSeparator();
    ListSetUp shown = now;
    shown.search.clear(); // what somebody just looks for is nobody else's
    QAction* begins = menu->addAction(tr("The screen begins with this list"), this,
                                      [this, shown] { keepAsScreens(shown, false); });
    begins->setEnabled(shown != ofScreen());
    QAction* fixed = menu->addAction(tr("…and nobody lifts its filters"), this,
                                     [this, shown] { keepAsScreens(shown, true); });
    fixed->setEnabled(!shown.filters.isEmpty());
    QAction* keep = menu->addAction(tr("Keep this list for everyone as…"), this,
                                    [this, now] { askForName(For::Everyone, now); });
    keep->setEnabled(!now.isEmpty());
}

void KeptLists::askForName(For whom, const ListSetUp& now) {
    auto* question = new QInputDialog(m_widget);
    question->setObjectName(QStringLiteral("keep-list"));
    question->setAttribute(Qt::WA_DeleteOnClose);
    question->setWindowTitle(whom == For::Everyone ? tr("Keep this list for everyone")
                                                   : tr("Keep this list"));
    question->setLabelText(tr("Name, under which it is found again"));
    question->setOkButtonText(tr("Keep"));
    connect(question, &QInputDialog::textValueSelected, this,
            [this, whom, now](const QString& name) {
                if (!name.trimmed().isEmpty())
                    keep(whom, name.trimmed(), now);
            });
    question->open();
}

void KeptLists::keep(For whom, const QString& name, const ListSetUp& now) {
    if (whom == For::Oneself) {
        if (!m_own.keep(name, now))
            Q_EMIT refused(tr("The list could not be kept in your settings."));
        return;
    }
    m_binding->workspace()->document()->change(tr("Keep the list “%1” for everyone").arg(name),
                                               [&](Project& project) {
                                                   KeptList kept{name, m_binding->screenId(), now};
                                                   for (KeptList& each : project.lists) {
                                                       if (each.isCalled(kept.screen, name)) {
                                                           each = kept;
                                                           return;
                                                       }
                                                   }
                                                   project.lists += kept;
                                               });
}

void KeptLists::forgetOfProject(const QString& name) {
    m_binding->workspace()->document()->change(
        tr("Forget the list “%1”").arg(name), [&](Project& project) {
            project.lists.removeIf(
                [&](const KeptList& each) { return each.isCalled(m_binding->screenId(), name); });
        });
}

void KeptLists::keepAsScreens(ListSetUp setUp, bool fixed) {
    for (ListFilter& filter : setUp.filters)
        filter.fixed = fixed;
    m_binding->workspace()->document()->change(
        tr("What %1 begins with").arg(m_binding->screen().screen.label), [&](Project& project) {
            if (Screen* screen = project.screenById(m_binding->screenId()))
                screen->list = setUp;
        });
}

} // namespace gravin
