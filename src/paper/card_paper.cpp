// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/card_paper.h"

#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "paper/paper_colours.h"
#include "paper/paper_picture.h"

#include <algorithm>
#include <cmath>

namespace gravin {

namespace {

constexpr double PointsPerMillimetre = 72 / 25.4;
constexpr double CardPad = 2.5 * PointsPerMillimetre;
constexpr double MarkLength = 3 * PointsPerMillimetre;
constexpr double LargestText = 10;
constexpr double SmallestText = 5;
constexpr double TextStep = 0.5;
constexpr double FirstIsLarger = 1.35;
constexpr double PictureShare = 0.42; // of a card's width
// What is rounded in a length must not cost a card.
constexpr double Tolerance = 0.05;
const QColor MarkInk(0x9a, 0x94, 0x88);

int fitting(double room, double size, double gap) {
    return static_cast<int>(std::floor((room + gap + Tolerance) / (size + gap)));
}

class CardPaper : public RecordPaper {
public:
    CardPaper(const BoundScreen& screen, const CardForm& form)
        : m_form(form)
        , m_picture(screen.field(form.picture))
        , m_width(form.width * PointsPerMillimetre)
        , m_height(form.height * PointsPerMillimetre)
        , m_gap(form.gap * PointsPerMillimetre) {
        for (const QString& column : form.columns) {
            if (const BoundField* field = screen.field(column))
                m_fields += field;
        }
    }

    QList<const BoundField*> fields() const override { return m_fields; }

    void put(PageFlow& flow, const Record& record, const ShownTexts& texts) override {
        const int columns = std::max(1, fitting(flow.width(), m_width, m_gap));
        const int rows = std::max(1, fitting(flow.room() + flow.y(), m_height, m_gap));
        if (m_next == columns * rows) {
            flow.nextPage();
            m_next = 0;
        }
        const QRectF card((m_next % columns) * (m_width + m_gap),
                          std::floor(m_next / columns) * (m_height + m_gap), m_width, m_height);
        ++m_next;
        if (m_form.hasCutMarks)
            mark(flow, card);
        fill(flow, card.adjusted(CardPad, CardPad, -CardPad, -CardPad), record, texts);
    }

private:
    // A cross at each corner; neighbours share theirs.
    static void mark(PageFlow& flow, const QRectF& card) {
        const double half = MarkLength / 2;
        for (const QPointF& at :
             {card.topLeft(), card.topRight(), card.bottomLeft(), card.bottomRight()}) {
            flow.drawStroke(at - QPointF(half, 0), at + QPointF(half, 0), MarkInk);
            flow.drawStroke(at - QPointF(0, half), at + QPointF(0, half), MarkInk);
        }
    }

    void fill(PageFlow& flow, QRectF inside, const Record& record, const ShownTexts& texts) const {
        if (m_picture) {
            QRectF place = inside;
            place.setWidth(inside.width() * (m_fields.isEmpty() ? 1 : PictureShare));
            const QImage image = paperPicture(*m_picture, record, place.size());
            if (!image.isNull()) {
                flow.drawImage(image, place);
                inside.setLeft(place.right() + CardPad);
            }
        }
        QStringList lines;
        const Present present = Present::take();
        for (const BoundField* field : m_fields) {
            const auto text = paperText(*field, record, texts, present);
            const bool isNothing =
                !text || record.values[static_cast<size_t>(field->columnIndex)].isNull();
            lines += isNothing         ? QString()
                     : m_form.hasHeads ? QStringLiteral("%1: %2").arg(field->label(), *text)
                                       : *text;
        }
        double size = LargestText;
        while (size > SmallestText && heightOf(flow, lines, size, inside.width()) > inside.height())
            size -= TextStep;
        flow.setInk(PaperInk);
        double y = inside.top();
        for (qsizetype i = 0; i < lines.size(); ++i) {
            if (lines[i].isEmpty())
                continue;
            const QFont font = fontOf(i, size);
            const double room = inside.bottom() - y;
            const auto drawn = flow.draw(lines[i], font, inside.left(), y, inside.width(), room);
            y += drawn.height;
        }
    }

    static QFont fontOf(qsizetype line, double size) {
        return PageFlow::font(line == 0 ? size * FirstIsLarger : size, line == 0);
    }

    static double heightOf(const PageFlow& flow, const QStringList& lines, double size,
                           double width) {
        double height = 0;
        for (qsizetype i = 0; i < lines.size(); ++i) {
            if (!lines[i].isEmpty())
                height += flow.heightOf(lines[i], fontOf(i, size), width);
        }
        return height;
    }

    CardForm m_form;
    QList<const BoundField*> m_fields;
    const BoundField* m_picture;
    double m_width;
    double m_height;
    double m_gap;
    int m_next = 0; // place on this page
};

} // namespace

std::unique_ptr<RecordPaper> cardPaper(const BoundScreen& screen, const CardForm& form) {
    return std::make_unique<CardPaper>(screen, form);
}

QPageLayout pageOf(const CardForm& form, QPageLayout page) {
    page.setUnits(QPageLayout::Millimeter);
    page.setMinimumMargins({0, 0, 0, 0});
    page.setMargins({form.margin, form.margin, form.margin, form.margin});
    return page;
}

QString reasonAgainst(const CardForm& form, const BoundScreen& screen, const QPageLayout& page) {
    const bool hasField = std::any_of(form.columns.begin(), form.columns.end(),
                                      [&](const QString& name) { return screen.field(name); });
    if (!hasField && !screen.field(form.picture))
        return coreTr("Say which fields stand on a card.");
    if (form.width < CardForm::Least || form.height < CardForm::Least || form.gap < 0 ||
        form.margin < 0)
        return coreTr("A card is at least %1 mm wide and high.").arg(CardForm::Least);
    const QSizeF whole = page.fullRect(QPageLayout::Millimeter).size();
    const QSizeF room = whole - QSizeF(2 * form.margin, 2 * form.margin);
    if (form.width > room.width() + Tolerance || form.height > room.height() + Tolerance)
        return coreTr(
                   "A card of %1 × %2 mm is larger than the page, which has room for %3 × %4 mm.")
            .arg(form.width)
            .arg(form.height)
            .arg(std::max(0.0, room.width()), 0, 'f', 0)
            .arg(std::max(0.0, room.height()), 0, 'f', 0);
    return {};
}

} // namespace gravin
