// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/paint.h"

#include "app/look/theme.h"
#include "core/value/hex_colour.h"

#include <QCoreApplication>
#include <QHash>
#include <QPainter>
#include <QPainterPath>
#include <QPixmap>
#include <QStaticText>

#include <algorithm>
#include <vector>

namespace gravin {

namespace {

constexpr int TagSize = 16;
constexpr int SwatchSize = 14;

// Texts of one font, laid out once: doing so anew for each cell would take most of the time in
// which a grid is painted.
class FigureFont {
public:
    struct Run {
        int width;
        QStaticText text;
    };

    static FigureFont& of(const QFont& font, const QFontMetrics& metrics) {
        static std::vector<FigureFont> fonts;
        const auto found = std::find_if(fonts.begin(), fonts.end(), [&](const FigureFont& known) {
            return known.m_metrics == metrics;
        });
        if (found != fonts.end())
            return *found;
        if (fonts.size() >= MostFonts)
            fonts.clear();
        return fonts.emplace_back(font, metrics);
    }
    FigureFont(const QFont& font, const QFontMetrics& metrics)
        : m_font(font)
        , m_metrics(metrics) {
        for (char16_t digit = u'0'; digit <= u'9'; ++digit)
            m_digit = std::max(m_digit, metrics.horizontalAdvance(QChar(digit)));
    }

    int digit() const { return m_digit; }
    // Good until the next call.
    const Run& run(QStringView text) {
        const QString key = text.toString();
        if (const auto known = m_runs.constFind(key); known != m_runs.constEnd())
            return *known;
        if (m_runs.size() >= MostRuns)
            m_runs.clear();
        Run run{m_metrics.horizontalAdvance(key), QStaticText(key)};
        run.text.setTextFormat(Qt::PlainText);
        run.text.setPerformanceHint(QStaticText::AggressiveCaching);
        run.text.prepare(QTransform(), m_font);
        return *m_runs.insert(key, run);
    }
    QString elided(const QString& text, int width) {
        const std::pair<QString, int> key(text, width);
        if (const auto known = m_elided.constFind(key); known != m_elided.constEnd())
            return *known;
        if (m_elided.size() >= MostRuns)
            m_elided.clear();
        return *m_elided.insert(key, m_metrics.elidedText(text, Qt::ElideRight, width));
    }

private:
    static constexpr size_t MostFonts = 8;
    static constexpr qsizetype MostRuns = 4000;

    QFont m_font;
    QFontMetrics m_metrics;
    int m_digit = 0;
    QHash<QString, Run> m_runs;
    QHash<std::pair<QString, int>, QString> m_elided;
};

// Each digit alone, what stands between digits in one.
template <typename Take>
void forEachRun(QStringView text, const Take& take) {
    for (qsizetype at = 0; at < text.size();) {
        qsizetype end = at + 1;
        const bool isDigit = text[at].isDigit();
        while (!isDigit && end < text.size() && !text[end].isDigit())
            ++end;
        take(text.mid(at, end - at), isDigit);
        at = end;
    }
}

QString word(const char* text) { return QCoreApplication::translate("gravin", text); }

} // namespace

void paintNumberTag(QPainter& painter, const QRect& rect, int number) {
    const Colours& colours = Theme::instance().colours();
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    QRect tag(0, 0, TagSize, TagSize);
    QFont font = painter.font();
    font.setPointSizeF(font.pointSizeF() * 0.8);
    font.setWeight(QFont::DemiBold);
    const QString text = QString::number(number);
    tag.setWidth(std::max(TagSize, QFontMetrics(font).horizontalAdvance(text) + 8));
    tag.moveCenter(rect.center());
    painter.setPen(Qt::NoPen);
    painter.setBrush(colours.inverse);
    painter.drawRoundedRect(tag, 3, 3);
    painter.setPen(colours.onInverse);
    painter.setFont(font);
    painter.drawText(tag, Qt::AlignCenter, text);
    painter.restore();
}

void paintMarks(QPainter& painter, const QRect& rect, const RecordMarks& marks) {
    const Colours& colours = Theme::instance().colours();
    QRect place = rect;
    if (marks.windowNumber > 0) {
        QRect tag = rect;
        if (marks.draft || marks.problem || marks.warning || marks.elsewhere || marks.isNew) {
            tag.setWidth(rect.width() / 2);
            place.setLeft(tag.right());
        }
        paintNumberTag(painter, tag, marks.windowNumber);
    }
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const QPointF centre = QRectF(place).center();
    if (marks.elsewhere) {
        QPainterPath notch;
        notch.moveTo(centre + QPointF(-5, -5));
        notch.lineTo(centre + QPointF(5, 5));
        notch.lineTo(centre + QPointF(-5, 5));
        notch.closeSubpath();
        painter.fillPath(notch, colours.elsewhere);
    } else if (marks.problem) {
        painter.fillRect(QRectF(centre.x() - 7, centre.y() - 2, 14, 4), colours.problem);
    } else if (marks.warning) {
        painter.setPen(QPen(colours.warning, 1.5));
        painter.drawRect(QRectF(centre.x() - 7, centre.y() - 3, 14, 6));
    } else if (marks.isNew) {
        painter.setPen(QPen(colours.draft, 2));
        painter.drawEllipse(centre, 5, 5);
    } else if (marks.draft) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(colours.draft);
        painter.drawEllipse(centre, 5, 5);
    }
    painter.restore();
}

void paintChevron(QPainter& painter, const QPointF& tip, bool isOpen,
                  Qt::LayoutDirection direction) {
    const int onwards = direction == Qt::RightToLeft ? -1 : 1;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(
        QPen(Theme::instance().colours().accent, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    painter.drawPolyline(
        isOpen ? QPolygonF{tip + QPointF(-4, -2), tip + QPointF(0, 2.5), tip + QPointF(4, -2)}
               : QPolygonF{tip + QPointF(-2 * onwards, -4), tip + QPointF(2.5 * onwards, 0),
                           tip + QPointF(-2 * onwards, 4)});
    painter.restore();
}

int figuresWidth(const QFont& given, const QString& text) {
    FigureFont& font = FigureFont::of(given, QFontMetrics(given));
    int width = 0;
    forEachRun(text, [&](QStringView run, bool isDigit) {
        width += isDigit ? font.digit() : font.run(run).width;
    });
    return width;
}

void paintFigures(QPainter& painter, const QRect& rect, const QString& text, bool rightAligned) {
    const QFontMetrics metrics = painter.fontMetrics();
    FigureFont& font = FigureFont::of(painter.font(), metrics);
    const int top = rect.top() + (rect.height() - metrics.height()) / 2;
    // Not even the narrowest letters would fit: no need to measure a long text.
    const bool isLong = text.size() > rect.width();
    const int width = isLong ? rect.width() + 1 : figuresWidth(painter.font(), text);
    if (width > rect.width()) {
        painter.drawStaticText(QPointF(rect.left(), top),
                               font.run(font.elided(text, rect.width())).text);
        return;
    }
    int x = rightAligned ? rect.right() + 1 - width : rect.left();
    forEachRun(text, [&](QStringView each, bool isDigit) {
        const FigureFont::Run& run = font.run(each);
        const int room = isDigit ? font.digit() : run.width;
        painter.drawStaticText(QPointF(x + (room - run.width) / 2.0, top), run.text);
        x += room;
    });
}

QColor swatchColour(const QString& text) { return isHexColour(text) ? QColor(text) : QColor(); }

QIcon swatchIcon(const QString& text) {
    const QColor colour = swatchColour(text);
    if (!colour.isValid())
        return {};
    QPixmap square(SwatchSize, SwatchSize);
    square.fill(colour);
    QPainter painter(&square);
    painter.setPen(Theme::instance().colours().faint);
    painter.drawRect(square.rect().adjusted(0, 0, -1, -1));
    return square;
}

QString marksInWords(const RecordMarks& marks) {
    QStringList words;
    if (marks.removed)
        words += word("Will be deleted with the next save");
    else if (marks.isNew)
        words += word("New, not saved yet");
    else if (marks.draft)
        words += word("Unsaved edits");
    if (marks.problem)
        words += word("Something is wrong or missing");
    if (marks.warning)
        words += word("Something is unusual");
    if (marks.elsewhere)
        words += word("Changed elsewhere meanwhile");
    if (marks.windowNumber > 0)
        words += word("Open in edit window %1").arg(marks.windowNumber);
    return words.join(QStringLiteral(". "));
}

} // namespace gravin
