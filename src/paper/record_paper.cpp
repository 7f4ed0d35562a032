// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/record_paper.h"

#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "core/fitting/field_input.h"
#include "core/fitting/form_arranging.h"
#include "paper/paper_colours.h"
#include "paper/paper_picture.h"

#include <algorithm>

namespace gravin {

namespace {

constexpr double LabelSize = 7.5;
constexpr double ValueSize = 10;
constexpr double SectionSize = 11;
constexpr double NameSize = 16;
constexpr double Gap = 12;            // between columns
constexpr double RowGap = 9;          // between rows of fields
constexpr double PictureHeight = 150; // at most, on a sheet

class SheetPaper : public RecordPaper {
public:
    explicit SheetPaper(const BoundScreen& screen)
        : m_screen(screen)
        , m_form(arrangedForm(screen)) {}

    QList<const BoundField*> fields() const override {
        QList<const BoundField*> fields;
        for (const FormSection& section : m_form.sections) {
            for (const FormPlace& place : section.places) {
                if (const BoundField* field = m_screen.field(place.column))
                    fields += field;
            }
        }
        return fields;
    }

    void put(PageFlow& flow, const Record& record, const ShownTexts& texts) override {
        if (!std::exchange(m_isFirst, false))
            flow.nextPage();
        const QFont name = PageFlow::font(NameSize, true);
        const QString words = visibleText(m_screen.nameOf(record.values));
        const auto drawn = flow.draw(words, name, 0, flow.y(), flow.width(), flow.room());
        flow.advance(drawn.height + RowGap);
        const Present present = Present::take();
        for (const FormSection& section : m_form.sections)
            putSection(flow, section, record, texts, present);
    }

private:
    struct Cell {
        QString label;
        QString text;
        double x;
        double width;
        QImage picture = {}; // instead of the text
    };

    void putSection(PageFlow& flow, const FormSection& section, const Record& record,
                    const ShownTexts& texts, const Present& present) {
        if (!section.title.isEmpty()) {
            const QFont font = PageFlow::font(SectionSize, true);
            const double height = flow.heightOf(section.title, font, flow.width());
            flow.want(height * 4); // not alone at the foot of a page
            flow.setInk(PaperInk);
            flow.draw(section.title, font, 0, flow.y(), flow.width(), height + 1);
            flow.advance(height + RowGap / 2);
        }
        const int columns = std::clamp(section.columns, 1, FormSection::MostColumns);
        const double width = (flow.width() - Gap * (columns - 1)) / columns;
        std::vector<Cell> row;
        int used = 0;
        const auto end = [&] {
            if (!row.empty())
                putRow(flow, std::exchange(row, {}));
            used = 0;
        };
        for (const FormPlace& place : section.places) {
            const int span = std::clamp(place.span, 1, columns);
            if (used + span > columns || place.beginsRow)
                end();
            const BoundField* field = m_screen.field(place.column);
            const auto text = field ? paperText(*field, record, texts, present) : std::nullopt;
            if (text) {
                Cell cell{field->label(), *text, used * (width + Gap),
                          span * width + (span - 1) * Gap};
                cell.picture = paperPicture(*field, record, {cell.width, PictureHeight});
                if (!cell.picture.isNull())
                    cell.text.clear();
                row.push_back(std::move(cell));
            }
            used += span;
        }
        end();
    }

    static QSizeF sizeOf(const Cell& cell) {
        return cell.picture.isNull() ? QSizeF(0, 0)
                                     : QSizeF(cell.picture.size())
                                           .scaled(cell.width, PictureHeight, Qt::KeepAspectRatio);
    }
    static double heightOf(const Cell& cell) { return sizeOf(cell).height(); }

    // Side by side; what is longer than the page goes on on the next one.
    void putRow(PageFlow& flow, std::vector<Cell> row) {
        const QFont labels = PageFlow::font(LabelSize);
        const QFont values = PageFlow::font(ValueSize);
        double labelHeight = 0;
        double valueHeight = 0;
        double pictureHeight = 0;
        for (const Cell& cell : row) {
            labelHeight = std::max(labelHeight, flow.heightOf(cell.label, labels, cell.width));
            valueHeight = std::max(valueHeight, flow.heightOf(cell.text, values, cell.width));
            pictureHeight = std::max(pictureHeight, heightOf(cell));
        }
        const double line = flow.heightOf(QStringLiteral("X"), values, flow.width());
        const double texts = valueHeight < 12 * line ? valueHeight : 3 * line;
        flow.want(labelHeight + std::max(texts, pictureHeight));
        flow.setInk(PaperFaint);
        for (const Cell& cell : row)
            flow.draw(cell.label, labels, cell.x, flow.y(), cell.width, labelHeight + 1);
        flow.advance(labelHeight + 1);
        flow.setInk(PaperInk);
        for (const Cell& cell : row)
            flow.drawImage(cell.picture, {cell.x, flow.y(), sizeOf(cell).width(), heightOf(cell)});
        for (bool isLeft = true; isLeft;) {
            isLeft = false;
            double highest = std::exchange(pictureHeight, 0);
            for (Cell& cell : row) {
                const auto drawn =
                    flow.draw(cell.text, values, cell.x, flow.y(), cell.width, flow.room());
                highest = std::max(highest, drawn.height);
                cell.text = cell.text.mid(drawn.end);
                isLeft = isLeft || !cell.text.isEmpty();
            }
            flow.advance(highest);
            if (isLeft)
                flow.nextPage();
        }
        flow.advance(RowGap);
    }

    const BoundScreen& m_screen;
    FormLayout m_form;
    bool m_isFirst = true;
};

} // namespace

std::unique_ptr<RecordPaper> sheetPaper(const BoundScreen& screen) {
    return std::make_unique<SheetPaper>(screen);
}

std::optional<QString> paperText(const BoundField& field, const Record& record,
                                 const ShownTexts& texts, const Present& present) {
    if (field.visibleWhen && !isTrueOf(*field.visibleWhen, record.values, present))
        return std::nullopt;
    const Value& value = record.values[static_cast<size_t>(field.columnIndex)];
    if (value.isNull())
        return QStringLiteral("–");
    if (const auto text = texts.of(field, value))
        return visibleText(*text, true);
    return visibleText(shownText(field, value), true);
}

} // namespace gravin
