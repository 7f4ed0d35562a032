// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/status_bar.h"

#include "app/look/theme.h"
#include "core/base/text.h"

#include <QAction>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QStyle>
#include <QToolButton>

namespace gravin {

namespace {
constexpr Distance GoToWidth(130);

// What there is no room for is left out, with a sign that it is.
class ElidedLabel : public QLabel {
protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        style()->drawItemText(&painter, contentsRect(), Qt::AlignVCenter, palette(), isEnabled(),
                              fontMetrics().elidedText(text(), Qt::ElideRight, width()),
                              foregroundRole());
    }
};

QToolButton* toolButtonFor(QAction* action, const QString& name) {
    auto* button = new QToolButton;
    button->setObjectName(name);
    button->setDefaultAction(action);
    return button;
}
} // namespace

StatusBar::StatusBar(const Steps& steps, QWidget* parent)
    : QWidget(parent)
    , m_position(new QLabel)
    , m_goTo(new QLineEdit)
    , m_totals(new ElidedLabel)
    , m_note(new QLabel)
    , m_saveAll(new QPushButton) {
    setProperty("role", "raised");
    m_position->setObjectName(QStringLiteral("position"));
    m_note->setProperty("role", "faint");
    m_note->setObjectName(QStringLiteral("foot-note"));
    m_goTo->setObjectName(QStringLiteral("go-to"));
    m_goTo->setAccessibleName(tr("Go to a record"));
    m_goTo->setPlaceholderText(tr("Go to…"));
    m_goTo->setMaximumWidth(GoToWidth);
    m_goTo->setToolTip(tr("A number goes to that position, anything else to the record with that "
                          "key, or to the next one that shows it (Ctrl+G)"));
    m_totals->setObjectName(QStringLiteral("totals"));
    m_totals->setTextFormat(Qt::PlainText);
    m_totals->setProperty("role", "faint");
    // Where there is no room for all of it, the rest of the line goes first.
    m_totals->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    m_saveAll->setObjectName(QStringLiteral("save-all"));
    m_saveAll->hide();
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(8, 3, 8, 3);
    layout->setSpacing(2);
    layout->addWidget(toolButtonFor(steps.first, QStringLiteral("go-first")));
    layout->addWidget(toolButtonFor(steps.previous, QStringLiteral("go-previous")));
    layout->addWidget(m_position);
    layout->addWidget(toolButtonFor(steps.next, QStringLiteral("go-next")));
    layout->addWidget(toolButtonFor(steps.last, QStringLiteral("go-last")));
    layout->addSpacing(8);
    layout->addWidget(m_goTo);
    layout->addSpacing(12);
    layout->addWidget(m_totals, 1);
    layout->addWidget(m_note);
    layout->addSpacing(8);
    layout->addWidget(m_saveAll);
    connect(m_goTo, &QLineEdit::returnPressed, this,
            [this] { Q_EMIT goToRequested(m_goTo->text()); });
    connect(m_saveAll, &QPushButton::clicked, this, &StatusBar::saveAllRequested);
}

void StatusBar::setPosition(const QString& text) { m_position->setText(text); }

void StatusBar::setNote(const QString& text) { m_note->setText(text); }

void StatusBar::setTotals(const QString& text) {
    m_totals->setText(text);
    m_totals->setToolTip(text);
}

void StatusBar::setDrafts(qsizetype count) {
    m_saveAll->setVisible(count > 0);
    m_saveAll->setText(tr("Save %1").arg(countedRecords(count)));
    m_saveAll->setToolTip(
        tr("Saves what is edited on this screen as one change, all or nothing (Ctrl+Shift+S)"));
}

void StatusBar::askWhereToGo() {
    m_goTo->setFocus(Qt::ShortcutFocusReason);
    m_goTo->selectAll();
}

void StatusBar::went() { m_goTo->clear(); }

} // namespace gravin
