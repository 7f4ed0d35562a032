// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/import/file_rows.h"
#include "core/exchange/import/package.h"
#include "core/exchange/import/sheet_moments.h"
#include "core/value/text_form.h"

#include <orcus/orcus_ods.hpp>
#include <orcus/spreadsheet/import_interface.hpp>

#include <cmath>
#include <exception>
#include <map>

namespace gravin {

namespace {

namespace sheets = orcus::spreadsheet;
namespace calls = orcus::spreadsheet::iface;

constexpr qint64 LargestBook = 256LL << 20;     // packed
constexpr quint64 LargestUnpacked = 2ULL << 30; // what a book may come to
constexpr size_t MostSheetCells = 30'000'000;
constexpr int MostSheetColumns = 4096;
constexpr sheets::row_t MostSheetRows = 1'048'576;
const QDate Origin(1899, 12, 30);

// A cell of a sheet; an index into the book's strings, or what it holds itself.
struct SheetCell {
    enum class Kind : quint8 { None, Text, Number, Boolean, Moment };
    Kind kind = Kind::None;
    double number = 0; // of Moment days since 1899-12-30
    size_t string = 0;
};

class TooLarge : public std::exception {};

// What a filter tells of a workbook, kept as little as it takes.
class Book : public calls::import_factory,
             public calls::import_shared_strings,
             public calls::import_global_settings,
             public calls::import_reference_resolver {
public:
    class Sheet;

    calls::import_global_settings* get_global_settings() override { return this; }
    calls::import_shared_strings* get_shared_strings() override { return this; }
    calls::import_reference_resolver*
    get_reference_resolver(sheets::formula_ref_context_t) override {
        return this;
    }
    calls::import_sheet* append_sheet(sheets::sheet_t index, std::string_view name) override;
    calls::import_sheet* get_sheet(std::string_view name) override;
    calls::import_sheet* get_sheet(sheets::sheet_t index) override;
    void finalize() override {}

    size_t append(std::string_view text) override {
        m_strings.emplace_back(text);
        return m_strings.size() - 1;
    }
    size_t add(std::string_view text) override {
        const auto [place, isNew] = m_known.try_emplace(std::string(text), m_strings.size());
        if (isNew)
            m_strings.emplace_back(text);
        return place->second;
    }
    void set_segment_font(size_t) override {}
    void set_segment_bold(bool) override {}
    void set_segment_italic(bool) override {}
    void set_segment_font_name(std::string_view) override {}
    void set_segment_font_size(double) override {}
    void set_segment_font_color(sheets::color_elem_t, sheets::color_elem_t, sheets::color_elem_t,
                                sheets::color_elem_t) override {}
    void append_segment(std::string_view text) override { m_segments += text; }
    size_t commit_segments() override { return append(std::exchange(m_segments, {})); }

    void set_origin_date(int, int, int) override {} // moments come as such
    void set_default_formula_grammar(sheets::formula_grammar_t) override {}
    sheets::formula_grammar_t get_default_formula_grammar() const override {
        return sheets::formula_grammar_t::xlsx;
    }
    void set_character_set(orcus::character_set_t) override {}

    sheets::src_address_t resolve_address(std::string_view address) override;
    sheets::src_range_t resolve_range(std::string_view range) override;

    const std::string& string(size_t index) const {
        static const std::string none;
        return index < m_strings.size() ? m_strings[index] : none;
    }
    void count() {
        if (++m_cells > MostSheetCells)
            throw TooLarge();
    }
    QStringList names() const;
    const Sheet* named(const QString& name) const; // empty: the first; null: none

private:
    std::vector<std::unique_ptr<Sheet>> m_sheets;
    std::vector<std::string> m_strings;
    std::map<std::string, size_t> m_known;
    std::string m_segments;
    size_t m_cells = 0;
};

class Book::Sheet : public calls::import_sheet, public calls::import_formula {
public:
    Sheet(Book& book, std::string_view name)
        : m_book(book)
        , m_name(name) {}

    calls::import_formula* get_formula() override { return this; }
    void set_auto(sheets::row_t row, sheets::col_t column, std::string_view text) override {
        put(row, column, {SheetCell::Kind::Text, 0, m_book.add(text)});
    }
    void set_string(sheets::row_t row, sheets::col_t column, sheets::string_id_t string) override {
        put(row, column, {SheetCell::Kind::Text, 0, string});
    }
    void set_value(sheets::row_t row, sheets::col_t column, double value) override {
        put(row, column, {SheetCell::Kind::Number, value, 0});
    }
    void set_bool(sheets::row_t row, sheets::col_t column, bool value) override {
        put(row, column, {SheetCell::Kind::Boolean, value ? 1.0 : 0.0, 0});
    }
    void set_date_time(sheets::row_t row, sheets::col_t column, int year, int month, int day,
                       int hour, int minute, double second) override {
        const QDate date(year, month, day);
        const double seconds = hour * 3600.0 + minute * 60.0 + second;
        put(row, column,
            {SheetCell::Kind::Moment, static_cast<double>(Origin.daysTo(date)) + seconds / 86'400.0,
             0});
    }
    void set_format(sheets::row_t, sheets::col_t, size_t) override {}
    void set_format(sheets::row_t, sheets::col_t, sheets::row_t, sheets::col_t, size_t) override {}
    void fill_down_cells(sheets::row_t row, sheets::col_t column, sheets::row_t count) override {
        const SheetCell* cell = this->cell(row, column);
        if (!cell)
            return;
        const SheetCell copied = *cell;
        for (sheets::row_t i = 1; i <= count; ++i)
            put(row + i, column, copied);
    }
    sheets::range_size_t get_sheet_size() const override {
        return {MostSheetRows, MostSheetColumns};
    }

    // Of a formula what it last came to.
    void set_position(sheets::row_t row, sheets::col_t column) override {
        m_row = row;
        m_column = column;
    }
    void set_formula(sheets::formula_grammar_t, std::string_view) override {}
    void set_shared_formula_index(size_t) override {}
    void set_result_string(std::string_view text) override {
        m_result = {SheetCell::Kind::Text, 0, m_book.add(text)};
    }
    void set_result_value(double value) override { m_result = {SheetCell::Kind::Number, value, 0}; }
    void set_result_bool(bool value) override {
        m_result = {SheetCell::Kind::Boolean, value ? 1.0 : 0.0, 0};
    }
    void set_result_empty() override { m_result = {}; }
    void commit() override { put(m_row, m_column, std::exchange(m_result, {})); }

    const std::string& name() const { return m_name; }
    const std::vector<std::vector<SheetCell>>& rows() const { return m_rows; }

private:
    const SheetCell* cell(sheets::row_t row, sheets::col_t column) const {
        const auto at = static_cast<size_t>(row);
        const auto place = static_cast<size_t>(column);
        return at < m_rows.size() && place < m_rows[at].size() ? &m_rows[at][place] : nullptr;
    }
    void put(sheets::row_t row, sheets::col_t column, const SheetCell& cell) {
        if (row < 0 || column < 0 || row >= MostSheetRows || column >= MostSheetColumns ||
            cell.kind == SheetCell::Kind::None)
            return;
        m_book.count();
        if (static_cast<size_t>(row) >= m_rows.size())
            m_rows.resize(static_cast<size_t>(row) + 1);
        std::vector<SheetCell>& cells = m_rows[static_cast<size_t>(row)];
        if (static_cast<size_t>(column) >= cells.size())
            cells.resize(static_cast<size_t>(column) + 1);
        cells[static_cast<size_t>(column)] = cell;
    }

    Book& m_book;
    std::string m_name;
    std::vector<std::vector<SheetCell>> m_rows;
    sheets::row_t m_row = 0;
    sheets::col_t m_column = 0;
    SheetCell m_result;
};

calls::import_sheet* Book::append_sheet(sheets::sheet_t, std::string_view name) {
    m_sheets.push_back(std::make_unique<Sheet>(*this, name));
    return m_sheets.back().get();
}

calls::import_sheet* Book::get_sheet(std::string_view name) {
    for (const auto& sheet : m_sheets) {
        if (sheet->name() == name)
            return sheet.get();
    }
    return nullptr;
}

calls::import_sheet* Book::get_sheet(sheets::sheet_t index) {
    return index >= 0 && static_cast<size_t>(index) < m_sheets.size()
               ? m_sheets[static_cast<size_t>(index)].get()
               : nullptr;
}

QStringList Book::names() const {
    QStringList names;
    for (const auto& sheet : m_sheets)
        names += QString::fromStdString(sheet->name());
    return names;
}

const Book::Sheet* Book::named(const QString& name) const {
    for (const auto& sheet : m_sheets) {
        if (name.isEmpty() || QString::fromStdString(sheet->name()) == name)
            return sheet.get();
    }
    return nullptr;
}

// "AB12", with or without dollars.
sheets::src_address_t Book::resolve_address(std::string_view address) {
    sheets::src_address_t place{0, 0, 0};
    sheets::col_t column = 0;
    sheets::row_t row = 0;
    for (const char character : address) {
        if (character >= 'A' && character <= 'Z' && column < 1'000'000)
            column = column * 26 + (character - 'A' + 1);
        else if (character >= '0' && character <= '9' && row < 100'000'000)
            row = row * 10 + (character - '0');
    }
    place.column = column - 1;
    place.row = row - 1;
    return place;
}

sheets::src_range_t Book::resolve_range(std::string_view range) {
    const size_t colon = range.find(':');
    const auto first = resolve_address(range.substr(0, colon));
    return {first,
            colon == std::string_view::npos ? first : resolve_address(range.substr(colon + 1))};
}

Result<std::shared_ptr<const Book>> readBook(const QString& path) {
    const auto package = Package::open(path);
    if (!package)
        return package.error();
    if ((*package)->unpackedSize() > LargestUnpacked)
        return Package::tooLarge(path);
    const auto content = readWholeFile(path, LargestBook);
    if (!content)
        return content.error();
    auto book = std::make_shared<Book>();
    const std::string_view bytes(content->constData(), static_cast<size_t>(content->size()));
    try {
        orcus::orcus_ods(book.get()).read_stream(bytes);
    } catch (const TooLarge&) {
        return Package::tooLarge(path);
    } catch (const std::bad_alloc&) {
        return Package::tooLarge(path);
    } catch (const std::exception& failure) {
        Error damaged = Package::damaged(path);
        damaged.detail = QString::fromUtf8(failure.what());
        return damaged;
    }
    if (book->names().isEmpty())
        return Package::damaged(path);
    return std::shared_ptr<const Book>(std::move(book));
}

class OdsRows : public HeadedRows {
public:
    OdsRows(std::shared_ptr<const Book> book, const Book::Sheet& sheet)
        : m_book(std::move(book))
        , m_sheet(sheet) {}

    Status open(const QString& path, bool hasHeads) { return begin(path, hasHeads); }
    qint64 line() const override { return static_cast<qint64>(m_next); }

protected:
    Result<bool> readRow(std::vector<FileInput>& row) override {
        const auto& rows = m_sheet.rows();
        while (m_next < rows.size() && isEmpty(rows[m_next]))
            ++m_next;
        if (m_next == rows.size())
            return false;
        row.clear();
        for (const SheetCell& cell : rows[m_next++])
            row.push_back(inputOf(cell));
        return true;
    }

private:
    static bool isEmpty(const std::vector<SheetCell>& row) {
        return std::all_of(row.begin(), row.end(), [](const SheetCell& cell) {
            return cell.kind == SheetCell::Kind::None;
        });
    }
    FileInput inputOf(const SheetCell& cell) const {
        FileInput input;
        input.isNull = cell.kind == SheetCell::Kind::None;
        switch (cell.kind) {
        case SheetCell::Kind::None:
            break;
        case SheetCell::Kind::Text:
            input.text = QString::fromStdString(m_book->string(cell.string));
            if (input.text.isNull())
                input.text = QStringLiteral("");
            break;
        case SheetCell::Kind::Number:
            input.value = Value::real(cell.number);
            input.text = doubleText(cell.number);
            break;
        case SheetCell::Kind::Boolean:
            input.value = Value::boolean(cell.number != 0);
            input.text = toText(*input.value, {TypeKind::Boolean});
            break;
        case SheetCell::Kind::Moment:
            input.days = cell.number;
            input.text = textOfSheetDays(cell.number);
            break;
        }
        return input;
    }
    std::shared_ptr<const Book> m_book;
    const Book::Sheet& m_sheet;
    size_t m_next = 0;
};

} // namespace

Result<QStringList> odsSheetNames(const QString& path) {
    const auto book = readBook(path);
    return book ? Result<QStringList>((*book)->names()) : book.error();
}

Result<std::unique_ptr<FileRows>> openOdsRows(const QString& path, const FileForm& form) {
    const auto book = readBook(path);
    if (!book)
        return book.error();
    const Book::Sheet* sheet = (*book)->named(form.sheet);
    if (!sheet)
        return Error{ErrorKind::NotFound, coreTr("%1 has no sheet “%2”.").arg(path, form.sheet)};
    auto rows = std::make_unique<OdsRows>(*book, *sheet);
    if (Status opened = rows->open(path, form.hasHeads); !opened)
        return opened.error();
    return std::unique_ptr<FileRows>(std::move(rows));
}

} // namespace gravin
