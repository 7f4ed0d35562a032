// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/cell_text.h"
#include "core/exchange/row_writer.h"
#include "core/value/text_form.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QRegularExpression>
#include <QTemporaryDir>

#include <xlsxwriter.h>

#include <cmath>

namespace gravin {

namespace {

constexpr lxw_row_t MostRows = 1'048'576; // of a sheet, its head among them
constexpr qsizetype LongestCell = 32'767; // of a cell, in UTF-16
constexpr int WrittenDigits = 16;
constexpr int CellDigits = 15; // of a figure, whatever it is
constexpr qint64 LargestWhole = 999'999'999'999'999;
constexpr int MostLevels = 7;    // that a sheet folds
constexpr int WidestColumn = 60; // in characters
const QDate FirstDay(1899, 12, 30);
const QDate FirstSafeDay(1900, 3, 1); // before it spreadsheets count a day that never was

// A text that itself reads like the way in which characters are written that XML cannot have
// (ECMA-376, 22.9.2.19); the library writes only those characters so.
QByteArray sheetText(QString text) {
    static const QRegularExpression escape(QStringLiteral("_(?=x[0-9A-Fa-f]{4}_)"));
    return text.replace(escape, QStringLiteral("_x005F_")).toUtf8();
}

// What counts as a name of a sheet: at most 31 characters, none of these.
QString sheetName(QString title, int number) {
    for (const QChar character : QStringLiteral("[]:*?/\\"))
        title.replace(character, u' ');
    const QString suffix = number == 0 ? QString() : QStringLiteral(" (%1)").arg(number + 1);
    title = title.trimmed().left(31 - suffix.size());
    while (title.startsWith(u'\'') || title.endsWith(u'\''))
        title = title.startsWith(u'\'') ? title.mid(1) : title.chopped(1);
    return (title.isEmpty() ? QStringLiteral("1") : title) + suffix;
}

class XlsxRowWriter : public RowWriter {
public:
    XlsxRowWriter(const QString& path, const QString& title, const LocaleForm& form)
        : m_path(path)
        , m_title(title)
        , m_form(form) {}
    ~XlsxRowWriter() override {
        if (m_book)
            workbook_close(m_book); // into the folder that goes
    }
    XlsxRowWriter(const XlsxRowWriter&) = delete;
    XlsxRowWriter& operator=(const XlsxRowWriter&) = delete;

    Status begin(const QList<FileColumn>& columns) override {
        // Beside the file that it becomes, so that the disk is the same.
        m_folder = std::make_unique<QTemporaryDir>(
            QFileInfo(m_path).absoluteDir().filePath(QStringLiteral(".gravin-export-XXXXXX")));
        if (!m_folder->isValid())
            return Error{ErrorKind::File, coreTr("Nothing can be written beside %1: %2")
                                              .arg(m_path, m_folder->errorString())};
        m_folderName = QFile::encodeName(m_folder->path());
        lxw_workbook_options options = {};
        options.constant_memory = LXW_TRUE;
        options.tmpdir = m_folderName.data();
        m_book = workbook_new_opt(QFile::encodeName(made()).constData(), &options);
        if (!m_book)
            return Error{ErrorKind::File, coreTr("The sheet could not be begun.")};
        m_columns = columns;
        m_head = workbook_add_format(m_book);
        format_set_bold(m_head);
        for (const FileColumn& column : columns) {
            m_formats.push_back(formatOf(column.type, false));
            m_boldFormats.push_back(formatOf(column.type, true));
        }
        return addSheet();
    }

    void setLevels(int levels) override {
        m_levels = static_cast<uint8_t>(std::clamp(levels, 0, MostLevels));
    }

    Status put(const std::vector<FileCell>& row) override {
        if (Status begun = beginRow(m_levels); !begun)
            return begun;
        for (size_t i = 0; i < row.size(); ++i) {
            if (Status placed = putCell(static_cast<lxw_col_t>(i), row[i]); !placed)
                return placed;
        }
        ++m_row;
        return ok();
    }

    Status putAside(const std::vector<FileCell>& row, int level) override {
        if (Status begun = beginRow(static_cast<uint8_t>(std::clamp(level, 0, MostLevels))); !begun)
            return begun;
        for (size_t i = 0; i < row.size(); ++i) {
            if (Status placed = putTotal(static_cast<lxw_col_t>(i), row[i]); !placed)
                return placed;
        }
        ++m_row;
        return ok();
    }

    Status end() override {
        const lxw_error closed = workbook_close(std::exchange(m_book, nullptr));
        if (closed != LXW_NO_ERROR)
            return Error{closed == LXW_ERROR_CREATING_XLSX_FILE ? ErrorKind::File : ErrorKind::Full,
                         coreTr("The sheet could not be written: %1.")
                             .arg(QString::fromUtf8(lxw_strerror(closed)))};
        QFile file(made());
        WholeFile target(m_path);
        if (Status opened = target.open(); !opened)
            return opened;
        if (!file.open(QIODevice::ReadOnly))
            return Error{ErrorKind::File, file.errorString()};
        while (!file.atEnd()) {
            const QByteArray part = file.read(1 << 20);
            if (part.isEmpty() || target.device().write(part) != part.size())
                return Error{
                    ErrorKind::File,
                    coreTr("The file could not be written: %1").arg(target.device().errorString())};
        }
        return target.commit();
    }

private:
    QString made() const { return m_folder->filePath(QStringLiteral("sheet.xlsx")); }

    // Rows of a level can be folded away in a sheet.
    Status beginRow(uint8_t level) {
        if (m_row == MostRows) {
            if (Status added = addSheet(); !added)
                return added;
        }
        if (level == 0)
            return ok();
        lxw_row_col_options options = {};
        options.level = level;
        return placed(worksheet_set_row_opt(m_sheet, m_row, LXW_DEF_ROW_HEIGHT, nullptr, &options));
    }

    // A total need not be of its column's type: an average has more digits.
    Status putTotal(lxw_col_t column, const FileCell& cell) {
        if (cell.value.isNull())
            return ok();
        if (cell.shown)
            return placed(worksheet_write_string(m_sheet, m_row, column,
                                                 sheetText(*cell.shown).constData(), m_head));
        ColumnType anyDigits;
        anyDigits.scale = 0;
        if (const auto figure = figureOf(cell.value, anyDigits))
            return placed(
                worksheet_write_number(m_sheet, m_row, column, *figure,
                                       m_boldFormats[column] ? m_boldFormats[column] : m_head));
        return placed(worksheet_write_string(
            m_sheet, m_row, column,
            sheetText(cellText(cell.value, m_columns[column].type, m_form)).constData(), m_head));
    }

    // Null: the usual one.
    lxw_format* formatOf(const ColumnType& type, bool isBold) {
        const char* pattern = nullptr;
        QByteArray decimals;
        switch (type.kind) {
        case TypeKind::Date:
            pattern = "yyyy-mm-dd";
            break;
        case TypeKind::Time:
            pattern = "hh:mm:ss";
            break;
        case TypeKind::Timestamp:
        case TypeKind::Instant:
            pattern = "yyyy-mm-dd hh:mm:ss";
            break;
        case TypeKind::Decimal:
            if (type.scale > 0)
                decimals = "0." + QByteArray(std::min(type.scale, CellDigits), '0');
            break;
        case TypeKind::Text:
            pattern = "@"; // what is typed into it later stays a text
            break;
        default:
            break;
        }
        if (!decimals.isEmpty())
            pattern = decimals.constData();
        if (!pattern)
            return nullptr;
        lxw_format* format = workbook_add_format(m_book);
        format_set_num_format(format, pattern);
        if (isBold)
            format_set_bold(format);
        return format;
    }

    Status addSheet() {
        m_sheet =
            workbook_add_worksheet(m_book, sheetName(m_title, m_sheets++).toUtf8().constData());
        if (!m_sheet)
            return Error{ErrorKind::File, coreTr("The sheet could not be begun.")};
        for (qsizetype i = 0; i < m_columns.size(); ++i) {
            const auto column = static_cast<lxw_col_t>(i);
            const auto width =
                std::clamp<qsizetype>(m_columns[i].head.size() + 3, 11, WidestColumn);
            worksheet_set_column(m_sheet, column, column, static_cast<double>(width), nullptr);
        }
        m_row = 0;
        for (qsizetype i = 0; i < m_columns.size(); ++i)
            worksheet_write_string(m_sheet, 0, static_cast<lxw_col_t>(i),
                                   sheetText(m_columns[i].head).constData(), m_head);
        worksheet_freeze_panes(m_sheet, 1, 0);
        m_row = 1;
        return ok();
    }

    // The figure that stands for it in a sheet; nothing: it would not come back as it is.
    static std::optional<double> figureOf(const Value& value, const ColumnType& type) {
        switch (value.kind()) {
        case Value::Kind::Integer:
            return std::abs(static_cast<double>(value.asInteger())) <= LargestWhole
                       ? std::optional(static_cast<double>(value.asInteger()))
                       : std::nullopt;
        case Value::Kind::Decimal: {
            // Where the column does not say how many digits there are, the value's own count.
            const double figure = value.asDecimal().toDouble();
            const auto back = Decimal::fromDouble(figure);
            const bool isSame = back && *back == value.asDecimal() &&
                                (type.scale >= 0 || back->scale() == value.asDecimal().scale());
            return isSame && std::abs(figure) <= LargestWhole ? std::optional(figure)
                                                              : std::nullopt;
        }
        case Value::Kind::Double: {
            // The library writes sixteen digits, which are one too few for some, and no −0.
            const double figure = value.asDouble();
            const bool isKept = std::isfinite(figure) && !(figure == 0 && std::signbit(figure)) &&
                                QByteArray::number(figure, 'g', WrittenDigits).toDouble() == figure;
            return isKept ? std::optional(figure) : std::nullopt;
        }
        case Value::Kind::Date:
            return dayOf(value.asDate());
        case Value::Kind::Time:
            return timeOf(value.asTime());
        case Value::Kind::Timestamp:
            return momentOf(value.asTimestamp());
        default:
            return std::nullopt;
        }
    }
    static std::optional<double> dayOf(QDate date) {
        return date >= FirstSafeDay && date.year() <= 9999
                   ? std::optional(static_cast<double>(FirstDay.daysTo(date)))
                   : std::nullopt;
    }
    static std::optional<double> timeOf(TimeOfDay time) {
        // Finer than a second a day's fraction is not exact.
        constexpr qint64 SecondsOfDay = 86'400;
        if (time.microseconds % TimeOfDay::PerSecond != 0)
            return std::nullopt;
        const qint64 seconds = time.microseconds / TimeOfDay::PerSecond;
        return static_cast<double>(seconds) / SecondsOfDay;
    }
    static std::optional<double> momentOf(const Timestamp& moment) {
        const auto day = dayOf(moment.date);
        const auto time = timeOf(moment.time);
        return day && time ? std::optional(*day + *time) : std::nullopt;
    }

    Status putCell(lxw_col_t column, const FileCell& cell) {
        if (cell.value.isNull())
            return ok();
        const FileColumn& of = m_columns[column];
        lxw_format* format = m_formats[column];
        if (!cell.shown && cell.value.kind() == Value::Kind::Boolean &&
            of.type.kind == TypeKind::Boolean)
            return placed(
                worksheet_write_boolean(m_sheet, m_row, column, cell.value.asBoolean(), nullptr));
        const auto figure =
            cell.shown || !conforms(cell.value, of.type) || of.type.kind == TypeKind::Any
                ? std::nullopt
                : figureOf(cell.value, of.type);
        if (figure)
            return placed(worksheet_write_number(m_sheet, m_row, column, *figure, format));
        QString text = cell.shown ? *cell.shown : cellText(cell.value, of.type, m_form);
        if (text.size() > LongestCell)
            return Error{ErrorKind::Refused,
                         coreTr("%1 of row %2 has %3 characters, and a sheet's cell takes 32,767. "
                                "Export it as CSV or JSON.")
                             .arg(of.head)
                             .arg(m_row + 1)
                             .arg(text.size())};
        // The library leaves out an empty text, which is not NULL.
        if (text.isEmpty() && !cell.shown)
            text = u'\\' + cell.value.encoded();
        return placed(
            worksheet_write_string(m_sheet, m_row, column, sheetText(text).constData(), format));
    }

    static Status placed(lxw_error error) {
        return error == LXW_NO_ERROR
                   ? ok()
                   : Status(
                         Error{ErrorKind::File, coreTr("The sheet could not be written: %1.")
                                                    .arg(QString::fromUtf8(lxw_strerror(error)))});
    }

    QString m_path;
    QString m_title;
    LocaleForm m_form;
    std::unique_ptr<QTemporaryDir> m_folder;
    QByteArray m_folderName;
    QList<FileColumn> m_columns;
    std::vector<lxw_format*> m_formats; // of the book; null: the usual
    std::vector<lxw_format*> m_boldFormats;
    uint8_t m_levels = 0; // that records stand below
    lxw_workbook* m_book = nullptr;
    lxw_worksheet* m_sheet = nullptr;
    lxw_format* m_head = nullptr;
    lxw_row_t m_row = 0;
    int m_sheets = 0;
};

} // namespace

std::unique_ptr<RowWriter> xlsxRowWriter(const QString& path, const QString& title,
                                         const LocaleForm& form) {
    return std::make_unique<XlsxRowWriter>(path, title, form);
}

} // namespace gravin
