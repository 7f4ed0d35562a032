// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/folding_row.h"

#include <QAbstractButton>
#include <QEvent>
#include <QHBoxLayout>
#include <QMenu>
#include <QToolButton>

namespace gravin {

namespace {
constexpr int Spacing = 6;
}

FoldingRow::FoldingRow(QWidget* parent)
    : QWidget(parent)
    , m_layout(new QHBoxLayout(this))
    , m_more(new QToolButton) {
    m_layout->setContentsMargins(0, 0, 0, 0);
    m_layout->setSpacing(Spacing);
    m_more->setObjectName(QStringLiteral("more-tools"));
    m_more->setText(tr("More"));
    m_more->setToolTip(tr("What there is no room for"));
    m_more->setPopupMode(QToolButton::InstantPopup);
    m_more->setMenu(new QMenu(m_more));
    m_more->menu()->setToolTipsVisible(true);
    m_more->hide();
    m_layout->addWidget(m_more);
    connect(m_more->menu(), &QMenu::aboutToShow, this, &FoldingRow::fillMenu);
}

void FoldingRow::add(QWidget* widget) {
    m_fixed += widget;
    m_layout->insertWidget(m_layout->count() - 1, widget);
}

void FoldingRow::addFolding(QAbstractButton* button) {
    m_folding += button;
    m_shown = m_folding.size();
    m_layout->insertWidget(m_layout->count() - 1, button);
}

bool FoldingRow::isFolded(const QAbstractButton* button) const {
    const qsizetype place = m_folding.indexOf(button);
    return place >= m_shown;
}

int FoldingRow::widthWith(qsizetype shown) const {
    int width = 0;
    int count = 0;
    const auto take = [&](const QWidget* widget, const QSize& size) {
        width += std::min(std::max(size.width(), widget->minimumWidth()), widget->maximumWidth());
        ++count;
    };
    for (const QWidget* widget : m_fixed) {
        if (!widget->isHidden())
            take(widget,
                 shown == m_folding.size() ? widget->sizeHint() : widget->minimumSizeHint());
    }
    for (qsizetype i = 0; i < shown; ++i)
        take(m_folding[i], m_folding[i]->sizeHint());
    if (shown < m_folding.size())
        take(m_more, m_more->sizeHint());
    return width + std::max(0, count - 1) * Spacing;
}

QSize FoldingRow::sizeHint() const {
    return {widthWith(m_folding.size()), m_layout->sizeHint().height()};
}

QSize FoldingRow::minimumSizeHint() const {
    return {widthWith(0), m_layout->minimumSize().height()};
}

void FoldingRow::fold() {
    qsizetype shown = m_folding.size();
    while (shown > 0 && widthWith(shown) > width())
        --shown;
    m_shown = shown;
    for (qsizetype i = 0; i < m_folding.size(); ++i)
        m_folding[i]->setVisible(i < shown);
    m_more->setVisible(shown < m_folding.size());
}

void FoldingRow::fillMenu() {
    m_more->menu()->clear();
    for (QAbstractButton* button : m_folding.mid(m_shown)) {
        QAction* action =
            m_more->menu()->addAction(button->text(), button, &QAbstractButton::click);
        action->setToolTip(button->toolTip());
        action->setEnabled(button->isEnabled());
        if (const auto* tool = qobject_cast<QToolButton*>(button))
            action->setMenu(tool->menu());
    }
}

void FoldingRow::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    fold();
}

bool FoldingRow::event(QEvent* event) {
    if (event->type() == QEvent::LayoutRequest)
        fold();
    return QWidget::event(event);
}

} // namespace gravin
