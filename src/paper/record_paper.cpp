// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/record_paper.h"

#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "core/fitting/field_input.h"
#include "core/fitting/form_arranging.h"
#include "paper/paper_picture.h"

#include <algorithm>

namespace gravin {

namespace {

constexpr double LabelSize = 7.5;
constexpr double ValueSize = 10;
constexpr double SectionSize = 11;
constexpr double NameSize = 16;
constexpr double Gap = 12;   // between columns
constexpr double RowGap = 9; // between rows of fields
constexpr double CellPad = 3;
constexpr double ListSize = 8;
constexpr double SmallestSize = 5.5;
constexpr double MostColumn = 190;
constexpr double PictureHeight = 150; // at most, on a sheet
const QColor PaperInk(0x1f, 0x2a, 0x30);
const QColor PaperFaint(0x6b, 0x73, 0x76);
const QColor PaperLine(0xd5, 0xd0, 0xc5);

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

class ListPaper : public RecordPaper {
public:
    ListPaper(const BoundScreen& screen, const QStringList& columns)
        : m_screen(screen) {
        for (const BoundField& field : screen.fields) {
            if (columns.isEmpty() && field.placement.inGrid())
                m_fields += &field;
        }
        for (const QString& column : columns) {
            if (const BoundField* field = screen.field(column))
                m_fields += field;
        }
    }

    QList<const BoundField*> fields() const override { return m_fields; }

    void put(PageFlow& flow, const Record& record, const ShownTexts& texts) override {
        if (m_fields.isEmpty())
            return;
        const Present present = Present::take();
        QStringList cells;
        for (const BoundField* field : m_fields)
            cells += paperText(*field, record, texts, present).value_or(QString());
        // Widths come from what is to be seen: the first records decide for all.
        if (m_widths.empty()) {
            m_waiting.push_back(cells);
            if (m_waiting.size() < LookedAt)
                return;
            flush(flow);
            return;
        }
        putRow(flow, cells);
    }

    void flush(PageFlow& flow) override {
        if (!m_widths.empty() || m_fields.isEmpty())
            return;
        decideWidths(flow);
        putHeads(flow);
        for (const QStringList& cells : std::exchange(m_waiting, {}))
            putRow(flow, cells);
    }

private:
    static constexpr size_t LookedAt = 200;

    // What a column takes so that no word is broken, and so that nothing is.
    struct Need {
        double least = 0;
        double whole = 0;
    };

    Need needOf(const PageFlow& flow, qsizetype column, const QFont& heads,
                const QFont& values) const {
        Need need;
        const auto take = [&](const QString& text, const QFont& font) {
            for (const QString& line : text.split(u'\n')) {
                need.whole = std::max(need.whole, std::min(MostColumn, flow.widthOf(line, font)));
                for (const QString& word : line.split(u' '))
                    need.least =
                        std::max(need.least, std::min(MostColumn, flow.widthOf(word, font)));
            }
        };
        take(m_fields[column]->label(), heads);
        for (const QStringList& cells : m_waiting)
            take(cells[column], values);
        // A head alone does not make a column wide.
        need.whole = std::max(need.least, need.whole);
        return {need.least + 2 * CellPad + 1, need.whole + 2 * CellPad + 1};
    }

    void decideWidths(PageFlow& flow) {
        std::vector<Need> needs;
        double least = 0;
        double whole = 0;
        // Smaller, where even the words do not fit side by side.
        for (const double size : {ListSize, ListSize * 0.85, SmallestSize}) {
            m_size = size;
            needs.clear();
            least = whole = 0;
            for (qsizetype i = 0; i < m_fields.size(); ++i) {
                needs.push_back(
                    needOf(flow, i, PageFlow::font(m_size, true), PageFlow::font(m_size)));
                least += needs.back().least;
                whole += needs.back().whole;
            }
            if (least <= flow.width())
                break;
        }
        const double spare = std::max(0.0, flow.width() - least);
        for (const Need& need : needs) {
            const double more = need.whole - need.least;
            m_widths.push_back(whole <= flow.width() ? need.whole
                               : least > flow.width()
                                   ? need.least * flow.width() / least
                                   : need.least + more * spare / std::max(1.0, whole - least));
        }
    }

    Qt::Alignment alignmentOf(qsizetype column) const {
        const BoundField& field = *m_fields[column];
        const bool isFigure = field.column.type.isNumber() &&
                              field.definition.shownAs != ShownAs::Lookup &&
                              field.definition.choices.isEmpty();
        return isFigure ? Qt::AlignRight : Qt::AlignLeft;
    }

    void putHeads(PageFlow& flow) {
        QStringList heads;
        for (const BoundField* field : m_fields)
            heads += field->label();
        putCells(flow, heads, PageFlow::font(m_size, true), PaperInk);
    }

    void putRow(PageFlow& flow, const QStringList& cells) {
        const QFont font = PageFlow::font(m_size);
        double height = 0;
        for (qsizetype i = 0; i < cells.size(); ++i)
            height = std::max(height, flow.heightOf(cells[i], font, innerWidth(i)));
        if (flow.room() < height + 2 * CellPad && !m_isAtHeads) {
            flow.nextPage();
            putHeads(flow);
        }
        putCells(flow, cells, font, PaperLine);
        m_isAtHeads = false;
    }

    double innerWidth(qsizetype column) const {
        return m_widths[static_cast<size_t>(column)] - 2 * CellPad;
    }

    // A row that is higher than a page goes on on the next one.
    void putCells(PageFlow& flow, QStringList cells, const QFont& font, const QColor& below) {
        m_isAtHeads = true;
        for (bool isLeft = true; isLeft;) {
            isLeft = false;
            double x = 0;
            double highest = 0;
            for (qsizetype i = 0; i < cells.size(); ++i) {
                const auto drawn =
                    flow.draw(cells[i], font, x + CellPad, flow.y() + CellPad, innerWidth(i),
                              flow.room() - 2 * CellPad, alignmentOf(i));
                highest = std::max(highest, drawn.height);
                cells[i] = cells[i].mid(drawn.end);
                // A page that takes nothing at all would be tried for ever.
                isLeft = isLeft || (!cells[i].isEmpty() && drawn.height > 0);
                x += m_widths[static_cast<size_t>(i)];
            }
            flow.advance(highest + 2 * CellPad);
            if (isLeft)
                flow.nextPage();
        }
        flow.drawLine(flow.y(), below);
    }

    const BoundScreen& m_screen;
    QList<const BoundField*> m_fields;
    double m_size = ListSize;
    std::vector<double> m_widths; // empty: not decided yet
    std::vector<QStringList> m_waiting;
    bool m_isAtHeads = false;
};

} // namespace

std::unique_ptr<RecordPaper> sheetPaper(const BoundScreen& screen) {
    return std::make_unique<SheetPaper>(screen);
}

std::unique_ptr<RecordPaper> listPaper(const BoundScreen& screen, const QStringList& columns) {
    return std::make_unique<ListPaper>(screen, columns);
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
