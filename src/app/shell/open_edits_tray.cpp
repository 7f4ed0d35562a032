// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/open_edits_tray.h"

#include "app/look/paint.h"
#include "app/look/theme.h"
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"
#include "core/base/text.h"

#include <QHBoxLayout>
#include <QIcon>
#include <QLabel>
#include <QMenu>
#include <QMessageBox>
#include <QPainter>
#include <QPushButton>
#include <QToolButton>

#include <utility>

namespace gravin {

namespace {

// Beyond this many names the tray shows numbers only.
constexpr int MostNames = 3;
constexpr int LongestName = 110;
constexpr int MostListed = 12;

QIcon numberIcon(int number) {
    QPixmap pixmap(40, 40);
    pixmap.setDevicePixelRatio(2);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    paintNumberTag(painter, QRect(0, 0, 20, 20), number);
    return pixmap;
}

} // namespace

OpenEditsTray::OpenEditsTray(OpenEdits* edits, QWidget* parent)
    : QWidget(parent)
    , m_edits(edits)
    , m_layout(new QHBoxLayout(this)) {
    setObjectName(QStringLiteral("open-edits"));
    setFixedHeight(space::Timeline);
    m_layout->setContentsMargins(14, 4, 14, 4);
    connect(edits, &OpenEdits::changed, this, &OpenEditsTray::fillSoon);
    connect(&Theme::instance(), &Theme::changed, this, &OpenEditsTray::fill);
    fill();
}

void OpenEditsTray::fillSoon() {
    if (std::exchange(m_fillsSoon, true))
        return;
    QMetaObject::invokeMethod(
        this,
        [this] {
            m_fillsSoon = false;
            fill();
        },
        Qt::QueuedConnection);
}

void OpenEditsTray::fill() {
    while (QLayoutItem* item = m_layout->takeAt(0)) {
        if (item->widget())
            item->widget()->deleteLater();
        delete item;
    }
    const QList<EditWindow*> windows = m_edits->windows();
    auto* label = new QLabel(windows.isEmpty() ? tr("Open edits  none") : tr("Open edits"));
    label->setProperty("role", "faint");
    m_layout->addWidget(label);
    for (EditWindow* window : windows) {
        QString text;
        if (windows.size() <= MostNames)
            text = fontMetrics().elidedText(window->recordName(), Qt::ElideRight, LongestName);
        if (window->hasDraft())
            text += QStringLiteral(" ●");
        auto* button = new QPushButton(numberIcon(window->number()), text.trimmed());
        button->setToolTip(window->hasDraft() ? tr("%1: unsaved edits").arg(window->windowTitle())
                                              : window->windowTitle());
        button->setAccessibleName(button->toolTip());
        connect(button, &QPushButton::clicked, window, [window] {
            window->showNormal();
            window->raise();
            window->activateWindow();
        });
        m_layout->addWidget(button);
    }
    if (!windows.isEmpty())
        addMenu();
    if (m_offered > 0)
        addOffer();
}

void OpenEditsTray::offer(qsizetype windows, const std::function<void()>& open) {
    m_offered = windows;
    m_openOffered = open;
    fill();
}

void OpenEditsTray::addOffer() {
    auto* open =
        new QPushButton(tr("Open %1 of last time").arg(counted(m_offered, "window", "windows")));
    open->setObjectName(QStringLiteral("open-former"));
    auto* decline = new QToolButton;
    decline->setObjectName(QStringLiteral("decline-former"));
    decline->setText(QStringLiteral("✕"));
    decline->setToolTip(tr("Leave them closed"));
    decline->setAccessibleName(decline->toolTip());
    connect(open, &QPushButton::clicked, this, [this] {
        m_offered = 0;
        m_openOffered();
    });
    connect(decline, &QToolButton::clicked, this, [this] {
        m_offered = 0;
        fillSoon();
    });
    m_layout->addWidget(open);
    m_layout->addWidget(decline);
}

void OpenEditsTray::addMenu() {
    auto* button = new QToolButton;
    button->setObjectName(QStringLiteral("open-edits-menu"));
    button->setText(QStringLiteral("⋯"));
    button->setAccessibleName(tr("All edit windows"));
    button->setToolTip(tr("All edit windows"));
    button->setPopupMode(QToolButton::InstantPopup);
    auto* menu = new QMenu(button);
    menu->setToolTipsVisible(true);
    menu->addAction(tr("Arrange side by side"), m_edits, &OpenEdits::arrangeSideBySide);
    const auto unsaved = m_edits->unsaved().size();
    QAction* save = menu->addAction(unsaved > 0 ? tr("Save all: %1").arg(countedRecords(unsaved))
                                                : tr("Save all"),
                                    m_edits, &OpenEdits::saveAll);
    save->setEnabled(unsaved > 0);
    save->setToolTip(unsaved > 0 ? QString() : tr("There are no edits to save."));
    menu->addAction(tr("Close all…"), this, &OpenEditsTray::askToCloseAll);
    button->setMenu(menu);
    m_layout->addWidget(button);
}

// Closing keeps the drafts; what is unsaved is named all the same.
void OpenEditsTray::askToCloseAll() {
    const QStringList unsaved = m_edits->unsaved();
    if (unsaved.isEmpty()) {
        m_edits->closeAll();
        return;
    }
    auto* question = new QMessageBox(
        QMessageBox::NoIcon, tr("Close all edit windows"),
        tr("%1 not saved:").arg(counted(unsaved.size(), "window is", "windows are")),
        QMessageBox::Cancel, this);
    question->setObjectName(QStringLiteral("close-all-question"));
    question->setAttribute(Qt::WA_DeleteOnClose);
    question->setInformativeText(unsaved.mid(0, MostListed).join(u'\n') + QStringLiteral("\n\n") +
                                 tr("The edits stay as drafts of their records."));
    QPushButton* sure = question->addButton(tr("Close all"), QMessageBox::AcceptRole);
    sure->setObjectName(QStringLiteral("close-all-sure"));
    connect(sure, &QPushButton::clicked, m_edits, &OpenEdits::closeAll);
    question->open();
}

void OpenEditsTray::paintEvent(QPaintEvent*) {
    const Colours& colours = Theme::instance().colours();
    QPainter painter(this);
    painter.fillRect(rect(), colours.raised);
    painter.fillRect(QRect(0, 0, width(), 1), colours.lines);
    painter.fillRect(QRect(0, 0, 1, height()), colours.lines);
}

} // namespace gravin
