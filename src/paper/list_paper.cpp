// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "core/exchange/list_totals.h"

#include "paper/paper_colours.h"
#include "paper/record_paper.h"

#include <algorithm>

namespace gravin {

namespace {

constexpr double CellPad = 3;
constexpr double ListSize = 8;
constexpr double SmallestSize = 5.5;
constexpr double MostColumn = 190;
constexpr double LevelIndent = 8;

class ListPaper : public RecordPaper {
public:
    ListPaper(const BoundScreen& screen, const QStringList& columns, const QStringList& groupedBy)
        : m_fields(fieldsOf(screen, columns))
        , m_totals(screen, m_fields, groupedBy) {}

    QList<const BoundField*> fields() const override { return m_fields + m_totals.groups(); }

    void put(PageFlow& flow, const Record& record, const ShownTexts& texts) override {
        if (m_fields.isEmpty())
            return;
        for (ListTotals::Line& line : m_totals.before(record, texts))
            add(flow, {{}, std::move(line)});
        m_totals.take(record);
        const Present present = Present::take();
        QStringList cells;
        for (const BoundField* field : m_fields)
            cells += paperText(*field, record, texts, present).value_or(QString());
        add(flow, {std::move(cells), std::nullopt});
    }

    void finish(PageFlow& flow) override {
        if (m_fields.isEmpty())
            return;
        decide(flow);
        for (ListTotals::Line& line : m_totals.end())
            add(flow, {{}, std::move(line)});
    }

private:
    static constexpr size_t LookedAt = 200;

    // What stands below each other: a record's cells, or a line among them.
    struct Row {
        QStringList cells;
        std::optional<ListTotals::Line> aside;
    };

    static QList<const BoundField*> fieldsOf(const BoundScreen& screen,
                                             const QStringList& columns) {
        QList<const BoundField*> fields;
        for (const BoundField& field : screen.fields) {
            if (columns.isEmpty() && field.placement.inGrid())
                fields += &field;
        }
        for (const QString& column : columns) {
            if (const BoundField* field = screen.field(column))
                fields += field;
        }
        return fields;
    }

    // Widths come from what is to be seen: the first records decide for all.
    void add(PageFlow& flow, Row row) {
        if (!m_widths.empty()) {
            putRow(flow, row);
            return;
        }
        m_waiting.push_back(std::move(row));
        if (m_waiting.size() == LookedAt)
            decide(flow);
    }

    void decide(PageFlow& flow) {
        if (!m_widths.empty())
            return;
        decideWidths(flow);
        putHeads(flow);
        for (const Row& row : std::exchange(m_waiting, {}))
            putRow(flow, row);
    }

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
        for (const Row& row : m_waiting) {
            if (!row.aside)
                take(row.cells[column], values);
        }
        // What many values come to has more digits than each of them.
        if (m_fields[column]->definition.total == FieldTotal::Sum)
            need.least =
                std::min(MostColumn, need.least + flow.widthOf(QStringLiteral("0,00"),
                                                               PageFlow::font(m_size, true)));
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

    void putRow(PageFlow& flow, const Row& row) {
        if (row.aside) {
            putAside(flow, *row.aside);
            return;
        }
        const QFont font = PageFlow::font(m_size);
        double height = 0;
        for (qsizetype i = 0; i < row.cells.size(); ++i)
            height = std::max(height, flow.heightOf(row.cells[i], font, innerWidth(i)));
        want(flow, height + 2 * CellPad);
        putCells(flow, row.cells, font, PaperLine);
        m_isAtHeads = false;
    }

    // Begins a page with its heads, where this does not fit on the one that is there.
    void want(PageFlow& flow, double height) {
        if (flow.room() >= height || m_isAtHeads)
            return;
        flow.nextPage();
        putHeads(flow);
    }

    // A group's name, or figures below their columns with the name to their left.
    void putAside(PageFlow& flow, const ListTotals::Line& line) {
        using What = ListTotals::Line::What;
        const QFont font = PageFlow::font(m_size, true);
        const double indent = CellPad + line.level * LevelIndent;
        QStringList figures;
        double room = flow.width(); // for the name
        double x = 0;
        for (qsizetype i = 0; i < m_fields.size(); ++i) {
            const auto at = static_cast<size_t>(i);
            const Value total = at < line.totals.size() ? line.totals[at] : Value();
            figures += visibleText(totalText(*m_fields[i], m_fields[i]->definition.total, total));
            if (!figures.back().isEmpty())
                room = std::min(room, x);
            x += m_widths[at];
        }
        const QString name = line.what == What::Ends
                                 ? coreTr("%1: %2").arg(line.name, countedRecords(line.count))
                                 : line.name;
        const double width = std::max(room - indent, 0.0);
        // Where the first column has a figure, the name stands above it.
        const bool isBeside = width > MostColumn / 4;
        const double nameHeight =
            flow.heightOf(name, font, isBeside ? width : flow.width() - indent);
        const double lineHeight = flow.heightOf(QStringLiteral("X"), font, flow.width());
        // A name is not left alone at the foot of a page.
        const double more = line.what == What::Begins ? 2 * (lineHeight + 2 * CellPad) : 0;
        want(flow, nameHeight + lineHeight + 2 * CellPad + more);
        flow.setInk(PaperInk);
        flow.draw(name, font, indent, flow.y() + CellPad, isBeside ? width : flow.width() - indent,
                  nameHeight + 1);
        if (!isBeside)
            flow.advance(nameHeight);
        x = 0;
        double highest = isBeside ? nameHeight : 0;
        for (qsizetype i = 0; i < m_fields.size(); ++i) {
            const auto drawn = flow.draw(figures[i], font, x + CellPad, flow.y() + CellPad,
                                         innerWidth(i), flow.room(), alignmentOf(i));
            highest = std::max(highest, drawn.height);
            x += m_widths[static_cast<size_t>(i)];
        }
        flow.advance(highest + 2 * CellPad);
        flow.drawLine(flow.y(), line.what == What::All ? PaperInk : PaperLine);
        m_isAtHeads = line.what == What::Begins;
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

    QList<const BoundField*> m_fields;
    ListTotals m_totals;
    double m_size = ListSize;
    std::vector<double> m_widths; // empty: not decided yet
    std::vector<Row> m_waiting;
    bool m_isAtHeads = false;
};

} // namespace

std::unique_ptr<RecordPaper> listPaper(const BoundScreen& screen, const QStringList& columns,
                                       const QStringList& groupedBy) {
    return std::make_unique<ListPaper>(screen, columns, groupedBy);
}

} // namespace gravin
