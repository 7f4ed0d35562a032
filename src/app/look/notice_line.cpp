// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/notice_line.h"

#include "app/look/said_log.h"
#include "app/look/theme.h"
#include "core/base/text.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QToolButton>
#include <QVBoxLayout>

namespace gravin {

NoticeLine::NoticeLine(QWidget* parent)
    : QFrame(parent)
    , m_text(new QLabel)
    , m_detail(new QLabel)
    , m_rollback(new QToolButton)
    , m_more(new QToolButton) {
    setObjectName(QStringLiteral("notice"));
    m_text->setTextFormat(Qt::PlainText);
    m_text->setWordWrap(true);
    m_text->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_detail->setTextFormat(Qt::PlainText);
    m_detail->setWordWrap(true);
    m_detail->setProperty("role", "faint");
    m_more->setText(tr("In the database's words"));
    m_more->setCheckable(true);
    auto* close = new QToolButton;
    close->setText(QStringLiteral("×"));
    close->setAccessibleName(tr("Close this line"));
    auto* line = new QHBoxLayout;
    line->addWidget(m_text, 1);
    line->addWidget(m_rollback);
    line->addWidget(m_more);
    line->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 4, 6, 4);
    layout->addLayout(line);
    layout->addWidget(m_detail);
    m_rollback->setObjectName(QStringLiteral("notice-roll-back"));
    m_rollback->setText(tr("Roll back…"));
    connect(m_rollback, &QToolButton::clicked, this, [this] {
        hide();
        Q_EMIT rollbackRequested(m_change);
    });
    connect(m_more, &QToolButton::toggled, m_detail, &QWidget::setVisible);
    connect(close, &QToolButton::clicked, this, &QWidget::hide);
    m_detail->hide();
    hide();
}

void NoticeLine::setNotice(const Notice& notice) {
    SaidLog::instance().add(notice);
    const bool refused = notice.kind == Notice::Kind::Refused;
    setStyleProperty(this, "kind", refused ? QStringLiteral("refused") : QStringLiteral("done"));
    // Whoever says it may quote what is stored, at any length.
    constexpr qsizetype Longest = 2000;
    m_text->setText(beginningOf(notice.text, Longest));
    m_detail->setText(beginningOf(notice.detail, Longest));
    m_more->setChecked(false);
    m_more->setVisible(!notice.detail.isEmpty());
    m_change = notice.change;
    m_isUntilEdited = notice.isUntilEdited;
    m_rollback->setVisible(m_change > 0);
    setVisible(!notice.text.isEmpty());
}

void NoticeLine::forgetUntilEdited() {
    if (std::exchange(m_isUntilEdited, false))
        hide();
}

QString NoticeLine::text() const { return isHidden() ? QString() : m_text->text(); }

} // namespace gravin
