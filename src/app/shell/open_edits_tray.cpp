// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/open_edits_tray.h"

#include "app/look/paint.h"
#include "app/look/theme.h"
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"

#include <QHBoxLayout>
#include <QIcon>
#include <QLabel>
#include <QPainter>
#include <QPushButton>

namespace gravin {

namespace {

// Beyond this many names the tray shows numbers only.
constexpr int MostNames = 3;
constexpr int LongestName = 110;

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
    connect(edits, &OpenEdits::changed, this, &OpenEditsTray::fill);
    connect(&Theme::instance(), &Theme::changed, this, &OpenEditsTray::fill);
    fill();
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
}

void OpenEditsTray::paintEvent(QPaintEvent*) {
    const Colours& colours = Theme::instance().colours();
    QPainter painter(this);
    painter.fillRect(rect(), colours.raised);
    painter.fillRect(QRect(0, 0, width(), 1), colours.lines);
    painter.fillRect(QRect(0, 0, 1, height()), colours.lines);
}

} // namespace gravin
