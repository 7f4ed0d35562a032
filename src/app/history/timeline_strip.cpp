// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/timeline_strip.h"

#include "app/history/action_words.h"

#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "session/log_time.h"

#include <QDateTime>
#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include <algorithm>
#include <cmath>

namespace gravin {

namespace {

constexpr int TickDistance = 12;
constexpr int SideMargin = 22;
constexpr Distance NowWidth(34);
constexpr int ShortestTick = 5;
constexpr int TallestTick = 20;
constexpr int GripWidth = 8;

QColor tint(const ChangeSummary& change) {
    const Colours& colours = Theme::instance().colours();
    if (change.refersTo)
        return colours.draft;
    if (!change.operation)
        return colours.ink;
    switch (*change.operation) {
    case Operation::Insert:
        return colours.elsewhere;
    case Operation::Update:
        return colours.accent;
    case Operation::Delete:
        return colours.problem;
    }
    return colours.ink;
}

int height(const ChangeSummary& change) {
    const double steps = std::log10(std::max<double>(1, static_cast<double>(change.records)));
    return std::min(TallestTick, ShortestTick + static_cast<int>(steps * 5));
}

QString dayName(const QDate& day) {
    const QDate today = QDate::currentDate();
    if (day == today)
        return TimelineStrip::tr("today");
    return QLocale().toString(day, QStringLiteral("ddd d"));
}

} // namespace

TimelineStrip::TimelineStrip(Workspace* workspace, QWidget* parent)
    : QWidget(parent)
    , m_workspace(workspace) {
    setLayoutDirection(Qt::LeftToRight); // time runs so here, whatever the language
    setObjectName(QStringLiteral("timeline"));
    setAccessibleName(tr("Timeline of changes"));
    setFixedHeight(space::Timeline);
    setMouseTracking(true);
    connect(workspace->writing(), &Writing::committed, this, &TimelineStrip::add);
    connect(&Theme::instance(), &Theme::changed, this, qOverload<>(&QWidget::update));
    load();
}

void TimelineStrip::load() {
    m_workspace->database()->reader()->run<std::vector<ChangeSummary>>(
        this,
        [](Session& session) {
            LogFilter filter;
            filter.limit = MaximumTicks;
            return ChangeLog(session).list(filter);
        },
        [this](const Result<std::vector<ChangeSummary>>& changes) {
            if (!changes)
                return;
            m_changes = QList<ChangeSummary>(changes->rbegin(), changes->rend());
            update();
        });
}

void TimelineStrip::add(const CommittedChange& change) {
    const bool known =
        std::any_of(m_changes.begin(), m_changes.end(),
                    [&](const ChangeSummary& other) { return other.id == change.id; });
    if (known)
        return;
    ChangeSummary summary{change.id,       change.at,   change.person,  change.screen,
                          change.action,   change.note, change.count(), {},
                          change.refersTo, {},          change.account};
    if (!change.records.empty()) {
        summary.operation = change.records.front().operation;
        for (const RecordChange& record : change.records) {
            if (record.operation != change.records.front().operation)
                summary.operation = std::nullopt;
        }
    }
    m_changes += summary;
    update();
}

int TimelineStrip::firstShown() const {
    const int room = std::max(1, (width() - 2 * SideMargin - NowWidth) / TickDistance);
    return std::max(0, static_cast<int>(m_changes.size()) - room);
}

int TimelineStrip::tickX(int index) const {
    // The newest stands beside "now".
    return width() - SideMargin - NowWidth -
           (static_cast<int>(m_changes.size()) - 1 - index) * TickDistance;
}

int TimelineStrip::indexAt(int x) const {
    for (int i = firstShown(); i < m_changes.size(); ++i) {
        if (std::abs(tickX(i) - x) <= TickDistance / 2)
            return i;
    }
    return -1;
}

void TimelineStrip::paintEvent(QPaintEvent*) {
    const Colours& colours = Theme::instance().colours();
    QPainter painter(this);
    painter.fillRect(rect(), colours.raised);
    painter.fillRect(0, 0, width(), 1, colours.lines);
    QFont small = font();
    small.setPointSizeF(small.pointSizeF() * 0.82);
    painter.setFont(small);
    const int base = height() - 7;

    QDate day;
    int labelEnd = 0;
    for (int i = firstShown(); i < m_changes.size(); ++i) {
        const int x = tickX(i);
        painter.fillRect(
            QRect(x - 1, base - gravin::height(m_changes[i]), 2, gravin::height(m_changes[i])),
            tint(m_changes[i]));
        const QDate on = localTime(m_changes[i].at).date();
        const int labelWidth = painter.fontMetrics().horizontalAdvance(dayName(on));
        // Beside "now" there may be no room to the right of the tick.
        const int labelX = std::min(x, width() - SideMargin - NowWidth - labelWidth - 6);
        if (on != day && labelX > labelEnd) {
            painter.setPen(colours.faint);
            painter.drawText(labelX, 15, dayName(on));
            labelEnd = labelX + labelWidth + 10;
        }
        day = on;
    }
    if (m_changes.isEmpty()) {
        painter.setPen(colours.faint);
        painter.drawText(rect().adjusted(SideMargin, 0, -NowWidth, 0),
                         Qt::AlignVCenter | Qt::AlignLeft | Qt::AlignAbsolute,
                         tr("No changes yet. Each one will leave its mark here."));
    }
    small.setWeight(QFont::DemiBold);
    painter.setFont(small);
    painter.setPen(colours.ink);
    const int now = width() - SideMargin;
    painter.drawText(QRect(now - NowWidth, 4, NowWidth - 6, 14), Qt::AlignRight | Qt::AlignVCenter,
                     tr("now"));
    painter.fillRect(QRect(now - 1, 4, 2, height() - 8), colours.ink);
    const int handle = handleX();
    if (m_moment || m_dragged)
        painter.fillRect(QRect(handle - 1, 4, 2, height() - 8), colours.draft);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(m_moment || m_dragged ? colours.draft : colours.ink);
    painter.drawRoundedRect(QRect(handle - GripWidth / 2, height() / 2 - 2, GripWidth, 14), 2, 2);
}

void TimelineStrip::setMoment(std::optional<qint64> change) {
    m_moment = change;
    update();
}

int TimelineStrip::handleX() const {
    if (m_dragged)
        return *m_dragged;
    if (!m_moment)
        return width() - SideMargin;
    for (int i = firstShown(); i < m_changes.size(); ++i) {
        if (m_changes[i].id > *m_moment)
            return tickX(i) - TickDistance / 2;
    }
    return width() - SideMargin - NowWidth + TickDistance / 2;
}

std::optional<qint64> TimelineStrip::momentAt(int x) const {
    if (x > width() - SideMargin - NowWidth / 2)
        return std::nullopt;
    qint64 before = firstShown() > 0 ? m_changes[firstShown() - 1].id : 0;
    for (int i = firstShown(); i < m_changes.size() && tickX(i) <= x; ++i)
        before = m_changes[i].id;
    return before;
}

void TimelineStrip::mousePressEvent(QMouseEvent* event) {
    const int x = event->position().toPoint().x();
    if (std::abs(x - handleX()) <= GripWidth && !m_changes.isEmpty()) {
        m_dragged = x;
        update();
        return;
    }
    const int index = indexAt(x);
    if (index >= 0)
        Q_EMIT changeChosen(m_changes[index].id);
}

void TimelineStrip::mouseMoveEvent(QMouseEvent* event) {
    if (!m_dragged)
        return;
    m_dragged = std::clamp(event->position().toPoint().x(), SideMargin, width() - SideMargin);
    const auto moment = momentAt(*m_dragged);
    const auto change =
        std::find_if(m_changes.begin(), m_changes.end(),
                     [&](const ChangeSummary& each) { return moment && each.id == *moment; });
    QToolTip::showText(event->globalPosition().toPoint(),
                       !moment ? tr("now")
                       : change == m_changes.end()
                           ? tr("before all of these changes")
                           : tr("after change %1, %2")
                                 .arg(change->id)
                                 .arg(shownTime(change->at, m_workspace->project().form())));
    update();
}

void TimelineStrip::mouseReleaseEvent(QMouseEvent* event) {
    if (!m_dragged)
        return;
    m_dragged.reset();
    update();
    if (const auto moment = momentAt(event->position().toPoint().x()))
        Q_EMIT momentChosen(*moment);
    else
        Q_EMIT nowChosen();
}

bool TimelineStrip::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        if (const int index = indexAt(help->pos().x()); index >= 0) {
            const ChangeSummary& change = m_changes[index];
            QToolTip::showText(help->globalPos(),
                               tr("%1 · %2\n%3, %4 · change %5")
                                   .arg(shownTime(change.at, m_workspace->project().form()),
                                        visibleText(whoWrote(change)), actionWords(change.action),
                                        countedRecords(change.records))
                                   .arg(change.id));
            return true;
        }
        QToolTip::hideText();
    }
    return QWidget::event(event);
}

} // namespace gravin
