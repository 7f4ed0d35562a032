// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/evidence_bars.h"

#include "app/look/paint.h"
#include "app/look/theme.h"

#include <QPainter>

#include <algorithm>

namespace gravin {

namespace {
constexpr Distance BarsHeight(150);
constexpr Distance BarsWidth(360);
constexpr Distance WidestLabel(170);
constexpr Distance CountWidth(70);
constexpr int Gap = 2;
} // namespace

EvidenceBars::EvidenceBars(QWidget* parent)
    : QWidget(parent) {
    setObjectName(QStringLiteral("evidence-bars"));
}

void EvidenceBars::setEvidence(const ColumnEvidence& evidence, const LocaleForm& form) {
    m_form = form;
    m_evidence = evidence;
    // For those who do not see it; the facts beside it say the rest.
    setAccessibleName(isSpread() ? tr("How the values are spread from the smallest to the largest")
                                 : tr("The most frequent values"));
    update();
}

QSize EvidenceBars::sizeHint() const { return {BarsWidth, BarsHeight}; }

void EvidenceBars::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    if (isSpread())
        paintSpread(painter);
    else
        paintFrequent(painter);
}

void EvidenceBars::paintSpread(QPainter& painter) const {
    const Colours& colours = Theme::instance().colours();
    const int textHeight = fontMetrics().height();
    const QRect ground = rect().adjusted(0, 0, 0, -textHeight - Gap);
    const qint64 most = *std::max_element(m_evidence.bars.begin(), m_evidence.bars.end());
    const auto count = static_cast<int>(m_evidence.bars.size());
    for (int i = 0; i < count; ++i) {
        const qint64 here = m_evidence.bars[static_cast<size_t>(i)];
        const int left = ground.left() + ground.width() * i / count;
        const int right = ground.left() + ground.width() * (i + 1) / count - Gap;
        // What is there is seen, however little.
        const int height =
            here == 0 ? 0 : std::max(2, static_cast<int>(ground.height() * here / most));
        painter.fillRect(
            QRect(QPoint(left, ground.bottom() - height + 1), QPoint(right, ground.bottom())),
            colours.accent);
    }
    painter.setPen(colours.lines);
    painter.drawLine(ground.bottomLeft() + QPoint(0, 1), ground.bottomRight() + QPoint(0, 1));
    painter.setPen(colours.faint);
    const QRect under(0, ground.bottom() + Gap, width(), textHeight);
    painter.drawText(under, Qt::AlignLeft, m_form.text(m_evidence.smallest, m_evidence.type));
    painter.drawText(under, Qt::AlignRight, m_form.text(m_evidence.largest, m_evidence.type));
}

void EvidenceBars::paintFrequent(QPainter& painter) const {
    if (m_evidence.seen.empty())
        return;
    const Colours& colours = Theme::instance().colours();
    const int step = fontMetrics().height() + 2 * Gap;
    const int bar = std::max(10, width() - WidestLabel - CountWidth);
    const qint64 most = std::max<qint64>(1, m_evidence.seen.front().count);
    int top = 0;
    for (const ColumnEvidence::Seen& each : m_evidence.seen) {
        if (top + step > height())
            break;
        const QString text = m_form.text(each.value, m_evidence.type).simplified();
        const QRect label(0, top, WidestLabel - 2 * Gap, step);
        painter.setPen(colours.ink);
        painter.drawText(label, Qt::AlignLeft | Qt::AlignVCenter,
                         fontMetrics().elidedText(text, Qt::ElideRight, label.width()));
        const int length = std::max(2, static_cast<int>(bar * each.count / most));
        painter.fillRect(QRect(WidestLabel, top + Gap, length, step - 2 * Gap), colours.accent);
        painter.setPen(colours.faint);
        paintFigures(painter, QRect(WidestLabel + length + 3 * Gap, top, CountWidth, step),
                     locale().toString(each.count), false);
        top += step;
    }
}

} // namespace gravin
