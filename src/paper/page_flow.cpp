// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/page_flow.h"

#include <QCoreApplication>
#include <QTextLayout>

#include <algorithm>
#include <utility>

namespace gravin {

namespace {

constexpr double PointsPerInch = 72;
// What Qt calls a point is one only at 72 dots an inch, which no screen has.
constexpr double FontUnit = PointsPerInch / 96.0;
constexpr double TitleSize = 11;
constexpr double FootSize = 8;
constexpr double HeadHeight = 26; // with what is free below it
constexpr double FootHeight = 20;
const QColor Ink(0x1f, 0x2a, 0x30);
const QColor Faint(0x6b, 0x73, 0x76);
const QColor Line(0xb9, 0xb3, 0xa6);

// Lines of a text as they are drawn; a line separator is a line feed for the layout.
QString prepared(const QString& text) {
    QString lines = text;
    return lines.replace(u'\n', QChar::LineSeparator);
}

QTextOption optionFor(const QString& text, Qt::Alignment alignment) {
    QTextOption option(alignment);
    option.setWrapMode(QTextOption::WrapAtWordBoundaryOrAnywhere);
    option.setTextDirection(text.isRightToLeft() ? Qt::RightToLeft : Qt::LeftToRight);
    return option;
}

// Texts of scripts that need no shaping are written without any: a face may draw a hyphen or a
// minus beside figures by a glyph of its own, which who copies from the file would find to be
// nothing.
QFont fitting(const QFont& font, const QString& text) {
    constexpr char16_t FirstShaped = 0x300;
    const bool isSimple = std::all_of(text.begin(), text.end(), [](QChar character) {
        return character.unicode() < FirstShaped ||
               (character.unicode() >= 0x2010 && character.unicode() <= 0x2193);
    });
    QFont fitted = font;
    if (isSimple)
        fitted.setStyleStrategy(QFont::PreferNoShaping);
    return fitted;
}

} // namespace

PageFlow::PageFlow(QPagedPaintDevice& device, PageWords words)
    : m_device(device)
    , m_words(std::move(words))
    , m_isActive(m_painter.begin(&device)) {
    if (!m_isActive)
        return;
    const QRectF page = device.pageLayout().paintRect(QPageLayout::Point);
    m_width = page.width();
    m_height = page.height();
    m_top = HeadHeight;
    m_bottom = m_height - FootHeight;
    // A point is a unit, whatever the device counts in.
    m_painter.scale(device.logicalDpiX() / PointsPerInch, device.logicalDpiY() / PointsPerInch);
    beginPage();
}

PageFlow::~PageFlow() {
    if (!m_isActive)
        return;
    endPage();
    m_painter.end();
}

QFont PageFlow::font(double points, bool bold) {
    QFont font(QStringList{QStringLiteral("Inter"), QStringLiteral("DejaVu Sans")});
    // The painter's unit is a point.
    font.setPointSizeF(points * FontUnit);
    font.setBold(bold);
    return font;
}

void PageFlow::beginPage() {
    ++m_page;
    m_y = m_top;
    m_painter.setPen(Ink);
    draw(m_words.title, font(TitleSize, true), 0, 0, m_width, HeadHeight);
    m_painter.setPen(QPen(Line, 0.5));
    m_painter.drawLine(QPointF(0, HeadHeight - 7), QPointF(m_width, HeadHeight - 7));
    m_painter.setPen(Ink);
}

void PageFlow::endPage() {
    const double y = m_height - FootHeight + 8;
    m_painter.setPen(Faint);
    draw(m_words.left, font(FootSize), 0, y, m_width * 0.8, FootHeight);
    draw(QString::number(m_page), font(FootSize), m_width * 0.8, y, m_width * 0.2, FootHeight,
         Qt::AlignRight);
}

void PageFlow::nextPage() {
    endPage();
    m_device.newPage();
    beginPage();
}

void PageFlow::want(double height) {
    if (room() < height && !isAtTop())
        nextPage();
}

double PageFlow::heightOf(const QString& text, const QFont& font, double width) const {
    QTextLayout layout(prepared(text), fitting(font, text));
    layout.setTextOption(optionFor(text, Qt::AlignLeft));
    double height = 0;
    layout.beginLayout();
    for (QTextLine line = layout.createLine(); line.isValid(); line = layout.createLine()) {
        line.setLineWidth(width);
        height += line.height();
    }
    layout.endLayout();
    return height;
}

double PageFlow::widthOf(const QString& text, const QFont& font) const {
    return QFontMetricsF(fitting(font, text)).horizontalAdvance(text);
}

PageFlow::Drawn PageFlow::draw(const QString& text, const QFont& font, double x, double y,
                               double width, double height, Qt::Alignment alignment) {
    QTextLayout layout(prepared(text), fitting(font, text));
    layout.setTextOption(optionFor(text, alignment));
    Drawn drawn;
    layout.beginLayout();
    for (QTextLine line = layout.createLine(); line.isValid(); line = layout.createLine()) {
        line.setLineWidth(width);
        line.setPosition({0, drawn.height});
        if (drawn.height + line.height() > height + 0.01)
            break;
        line.draw(&m_painter, {x, y});
        drawn.height += line.height();
        drawn.end = line.textStart() + line.textLength();
    }
    layout.endLayout();
    return drawn;
}

} // namespace gravin
