// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/page_flow.h"

#include "paper/paper_colours.h"

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

QPaintDevice* PagedTarget::nextPage() {
    // The device begins its first page by itself.
    if (!std::exchange(m_isFirst, false) && !m_device.newPage())
        return nullptr;
    return &m_device;
}

QPaintDevice* PicturedPages::nextPage() {
    if (static_cast<int>(m_pages.size()) == m_most)
        return nullptr;
    const QSize size = (m_layout.fullRect(QPageLayout::Point).size() * m_scale).toSize();
    auto page = std::make_unique<QImage>(size, QImage::Format_RGB32);
    page->fill(Qt::white);
    // Its own count of dots makes a point as large as everywhere.
    const double dotsPerMetre = m_scale * PointsPerInch / 0.0254;
    page->setDotsPerMeterX(static_cast<int>(dotsPerMetre));
    page->setDotsPerMeterY(static_cast<int>(dotsPerMetre));
    m_pages.push_back(std::move(page));
    return m_pages.back().get();
}

QList<QImage> PicturedPages::images() const {
    QList<QImage> images;
    for (const auto& page : m_pages)
        images += *page;
    return images;
}

PageFlow::PageFlow(PageTarget& target, PageWords words)
    : m_target(target)
    , m_words(std::move(words)) {
    const QRectF page = target.layout().paintRect(QPageLayout::Point);
    m_width = page.width();
    m_height = page.height();
    m_top = m_words.isBare ? 0 : HeadHeight;
    m_bottom = m_words.isBare ? m_height : m_height - FootHeight;
    beginPage();
}

PageFlow::~PageFlow() {
    if (!m_painter.isActive())
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
    m_y = m_top;
    QPaintDevice* device = m_target.nextPage();
    if (device != m_device) {
        if (m_painter.isActive())
            m_painter.end();
        m_device = device;
        if (!device || !m_painter.begin(device))
            return;
        // A point is a unit, whatever the device counts in. Pictures have their margins in them.
        m_painter.scale(device->logicalDpiX() / PointsPerInch,
                        device->logicalDpiY() / PointsPerInch);
        if (device->devType() == QInternal::Image) {
            const QRectF paint = m_target.layout().paintRect(QPageLayout::Point);
            m_painter.translate(paint.topLeft());
        }
    }
    ++m_page;
    m_painter.setPen(PaperInk);
    if (m_words.isBare)
        return;
    draw(m_words.title, font(TitleSize, true), 0, 0, m_width, HeadHeight);
    drawLine(HeadHeight - 7, Line);
}

void PageFlow::endPage() {
    if (m_words.isBare)
        return;
    const double y = m_height - FootHeight + 8;
    m_painter.setPen(PaperFaint);
    draw(m_words.left, font(FootSize), 0, y, m_width * 0.8, FootHeight);
    draw(QString::number(m_page), font(FootSize), m_width * 0.8, y, m_width * 0.2, FootHeight,
         Qt::AlignRight);
}

void PageFlow::nextPage() {
    if (isActive()) {
        endPage();
        beginPage();
    } else {
        m_y = m_top; // what goes on is drawn nowhere
    }
}

void PageFlow::setInk(const QColor& colour) {
    if (m_painter.isActive())
        m_painter.setPen(colour);
}

void PageFlow::drawLine(double y, const QColor& colour) {
    drawStroke({0, y}, {m_width, y}, colour);
}

void PageFlow::drawStroke(QPointF from, QPointF to, const QColor& colour) {
    if (!m_painter.isActive())
        return;
    const QPen before = m_painter.pen();
    m_painter.setPen(QPen(colour, 0.5));
    m_painter.drawLine(from, to);
    m_painter.setPen(before);
}

void PageFlow::drawImage(const QImage& image, const QRectF& place) {
    if (!m_painter.isActive() || image.isNull())
        return;
    QRectF drawn({}, QSizeF(image.size()).scaled(place.size(), Qt::KeepAspectRatio));
    drawn.moveCenter(place.center());
    m_painter.drawImage(drawn, image);
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
        if (m_painter.isActive())
            line.draw(&m_painter, {x, y});
        drawn.height += line.height();
        drawn.end = line.textStart() + line.textLength();
    }
    layout.endLayout();
    return drawn;
}

} // namespace gravin
