// SPDX-License-Identifier: GPL-3.0-or-later
// Workbooks of OpenDocument (ISO/IEC 26300, ODS), as far as rows of cells are concerned.
#include "core/base/text.h"
#include "core/exchange/import/file_rows.h"
#include "core/exchange/import/package.h"
#include "core/exchange/import/sheet_moments.h"
#include "core/value/text_form.h"

#include <QDateTime>
#include <QRegularExpression>
#include <QXmlStreamReader>

#include <algorithm>

namespace gravin {

namespace {

constexpr quint64 LargestContent = 4ULL << 30; // unpacked; what a small file may come to
constexpr qsizetype MostSheetColumns = 4096;
constexpr qint64 MostSheetRows = 1 << 24;      // no office has more of them
constexpr qsizetype LongestOdsCell = 64 << 20; // characters
constexpr double SecondsInADay = 86'400;
const QDate FirstSheetDay(1899, 12, 30);

const QLatin1String OfficeNames("urn:oasis:names:tc:opendocument:xmlns:office:1.0");
const QLatin1String TableNames("urn:oasis:names:tc:opendocument:xmlns:table:1.0");
const QLatin1String TextNames("urn:oasis:names:tc:opendocument:xmlns:text:1.0");
// Not of the standard: by it the error of a formula is told from a text that reads like one.
const QLatin1String
    ExtendedNames("urn:org:documentfoundation:names:experimental:calc:xmlns:calcext:"
                  "1.0");
const QLatin1String ManifestNames("urn:oasis:names:tc:opendocument:xmlns:manifest:1.0");

bool isTable(const QXmlStreamReader& xml, QStringView name) {
    return xml.namespaceUri() == TableNames && xml.name() == name;
}

// "PT07H30M00S", also with days and a fraction, in days.
std::optional<double> daysOfDuration(const QString& duration) {
    static const QRegularExpression form(
        QStringLiteral("^(-?)P(?:(\\d+)D)?T?(?:(\\d+)H)?(?:(\\d+)M)?(?:(\\d+(?:[.,]\\d+)?)S)?$"));
    const auto found = form.match(duration);
    if (!found.hasMatch())
        return std::nullopt;
    const double seconds = found.captured(3).toDouble() * 3600 + found.captured(4).toDouble() * 60 +
                           found.captured(5).replace(u',', u'.').toDouble();
    const double days = found.captured(2).toDouble() + seconds / SecondsInADay;
    return found.captured(1).isEmpty() ? days : -days;
}

// "2026-11-30" or "2026-11-30T07:30:00", in days since the first day of sheets.
std::optional<double> daysOfDate(const QString& text) {
    const QDate date = QDate::fromString(text.left(10), Qt::ISODate);
    if (!date.isValid())
        return std::nullopt;
    const auto day = static_cast<double>(FirstSheetDay.daysTo(date));
    if (text.size() <= 11)
        return day;
    const QTime time = QTime::fromString(text.mid(11), Qt::ISODateWithMs);
    if (!time.isValid())
        return std::nullopt;
    return day + time.msecsSinceStartOfDay() / (1000 * SecondsInADay);
}

class OdsRows : public HeadedRows {
public:
    explicit OdsRows(std::shared_ptr<Package> package)
        : m_package(std::move(package)) {}

    // `sheet`: empty: the first.
    Status open(const QString& sheet, bool hasHeads) {
        if (Status opened = openContent(); !opened)
            return opened;
        while (nextSheet()) {
            if (sheet.isEmpty() || m_sheet == sheet)
                return begin(m_package->path(), hasHeads);
            m_xml.skipCurrentElement();
        }
        if (m_xml.hasError() || sheet.isEmpty())
            return Package::damaged(m_package->path());
        return Error{ErrorKind::NotFound,
                     coreTr("%1 has no sheet “%2”.").arg(m_package->path(), sheet)};
    }

    Result<QStringList> names() {
        if (Status opened = openContent(); !opened)
            return opened.error();
        QStringList names;
        while (nextSheet()) {
            names += m_sheet;
            m_xml.skipCurrentElement();
        }
        return m_xml.hasError() || names.isEmpty()
                   ? Result<QStringList>(Package::damaged(m_package->path()))
                   : names;
    }

    qint64 line() const override { return m_line; }

protected:
    Result<bool> readRow(std::vector<FileInput>& row) override {
        if (m_repeats > 0) {
            --m_repeats;
            ++m_line;
            row = m_repeated;
            return true;
        }
        while (!m_xml.atEnd()) {
            m_xml.readNext();
            if (m_xml.isEndElement() && isTable(m_xml, u"table"))
                return false;
            if (!m_xml.isStartElement() || !isTable(m_xml, u"table-row"))
                continue;
            const qint64 times = repeated("number-rows-repeated");
            if (++m_line > MostSheetRows)
                return Package::tooLarge(m_package->path());
            if (Status read = readCells(row); !read)
                return read.error();
            const bool isEmpty = std::all_of(row.begin(), row.end(),
                                             [](const FileInput& cell) { return cell.isNull; });
            if (isEmpty) {
                m_line += times - 1;
                continue; // up to the end of the sheet, as a rule
            }
            if (m_line + times > MostSheetRows)
                return Package::tooLarge(m_package->path());
            m_repeats = times - 1;
            if (m_repeats > 0)
                m_repeated = row;
            return true;
        }
        if (m_xml.hasError())
            return Error{ErrorKind::Damaged, coreTr("Behind row %1 the sheet cannot be read: %2")
                                                 .arg(m_line)
                                                 .arg(m_xml.errorString())};
        return false;
    }

private:
    Status openContent() {
        if (isEncrypted())
            return Package::damaged(m_package->path());
        auto device = m_package->part(QStringLiteral("content.xml"), LargestContent);
        if (!device)
            return device.error();
        if (!*device)
            return Package::damaged(m_package->path());
        m_device = std::move(*device);
        m_xml.setDevice(m_device.get());
        return ok();
    }

    // What is encrypted says so in the package's list of its parts.
    bool isEncrypted() const {
        constexpr quint64 LargestList = 64 << 20;
        const auto device = m_package->part(QStringLiteral("META-INF/manifest.xml"), LargestList);
        if (!device || !*device)
            return false;
        QXmlStreamReader xml(device->get());
        while (!xml.atEnd()) {
            xml.readNext();
            if (xml.isStartElement() && xml.namespaceUri() == ManifestNames &&
                xml.name() == u"encryption-data")
                return true;
        }
        return false;
    }

    // Up to the next sheet, whose name it keeps.
    bool nextSheet() {
        while (!m_xml.atEnd()) {
            m_xml.readNext();
            if (!m_xml.isStartElement() || !isTable(m_xml, u"table"))
                continue;
            m_sheet = m_xml.attributes().value(TableNames, QLatin1String("name")).toString();
            return true;
        }
        return false;
    }

    qint64 repeated(const char* attribute) const {
        const qint64 times =
            m_xml.attributes().value(TableNames, QLatin1String(attribute)).toLongLong();
        return std::clamp<qint64>(times, 1, MostSheetRows);
    }

    Status readCells(std::vector<FileInput>& row) {
        row.clear();
        qint64 column = 0;
        while (!m_xml.atEnd()) {
            m_xml.readNext();
            if (m_xml.isEndElement() && isTable(m_xml, u"table-row"))
                break;
            const bool isCell = m_xml.isStartElement() && (isTable(m_xml, u"table-cell") ||
                                                           isTable(m_xml, u"covered-table-cell"));
            if (!isCell)
                continue;
            const qint64 times = repeated("number-columns-repeated");
            const FileInput input = readCell();
            if (m_isTooLong)
                return Error{ErrorKind::Damaged,
                             coreTr("Row %1 has a cell that is too large.").arg(m_line)};
            if (!input.isNull) {
                if (column + times > MostSheetColumns)
                    return Error{
                        ErrorKind::Damaged,
                        coreTr("Row %1 has more than %2 cells.").arg(m_line).arg(MostSheetColumns)};
                row.resize(static_cast<size_t>(column));
                row.insert(row.end(), static_cast<size_t>(times), input);
            }
            column += times;
        }
        return ok();
    }

    FileInput readCell() {
        const QXmlStreamAttributes attributes = m_xml.attributes();
        const auto value = [&](const char* name) {
            return attributes.value(OfficeNames, QLatin1String(name)).toString();
        };
        const QString type = value("value-type");
        const bool isError =
            attributes.value(ExtendedNames, QLatin1String("value-type")) == QLatin1String("error");
        const QString stated = value("string-value");
        const QString shown = readTexts();
        FileInput input;
        input.isNull = type.isEmpty() && shown.isEmpty();
        input.text = isError || stated.isNull() ? shown : stated;
        input.isError = isError;
        if (input.isNull || isError)
            return input;
        if (input.text.isNull())
            input.text = QStringLiteral("");
        if (type == u"boolean") {
            input.value = Value::boolean(value("boolean-value") == u"true");
            input.text = toText(*input.value, {TypeKind::Boolean});
        } else if (type == u"date" || type == u"time") {
            input.days = type == u"date" ? daysOfDate(value("date-value"))
                                         : daysOfDuration(value("time-value"));
            if (input.days)
                input.text = textOfSheetDays(*input.days);
        } else if (type == u"float" || type == u"currency" || type == u"percentage") {
            bool isNumber = false;
            const double number = value("value").toDouble(&isNumber);
            if (isNumber) {
                input.value = Value::real(number);
                input.text = doubleText(number);
            }
        }
        return input;
    }

    // The paragraphs of a cell, without what is noted or drawn on it. Up to its end.
    QString readTexts() {
        QString text;
        bool isFirst = true;
        m_isTooLong = false;
        while (m_xml.readNextStartElement()) {
            if (m_xml.namespaceUri() != TextNames || m_xml.name() != u"p") {
                m_xml.skipCurrentElement();
                continue;
            }
            if (!std::exchange(isFirst, false))
                text += u'\n';
            readParagraph(text);
        }
        return text;
    }

    void readParagraph(QString& text) {
        for (int depth = 1; depth > 0 && !m_xml.atEnd();) {
            m_xml.readNext();
            if (text.size() > LongestOdsCell) {
                m_isTooLong = true;
                text.clear();
            }
            if (m_xml.isCharacters()) {
                text += m_xml.text();
            } else if (m_xml.isEndElement()) {
                --depth;
            } else if (m_xml.isStartElement()) {
                if (m_xml.namespaceUri() != TextNames) {
                    m_xml.skipCurrentElement();
                    continue;
                }
                ++depth;
                if (m_xml.name() == u"s")
                    text += QString(blanks(), u' ');
                else if (m_xml.name() == u"tab")
                    text += u'\t';
                else if (m_xml.name() == u"line-break")
                    text += u'\n';
            }
        }
    }

    qsizetype blanks() const {
        const qint64 count = m_xml.attributes().value(TextNames, QLatin1String("c")).toLongLong();
        return static_cast<qsizetype>(std::clamp<qint64>(count, 1, 10'000));
    }

    std::shared_ptr<Package> m_package;
    std::unique_ptr<QIODevice> m_device;
    QXmlStreamReader m_xml;
    QString m_sheet;
    qint64 m_line = 0;
    qint64 m_repeats = 0; // of the row that was read last
    std::vector<FileInput> m_repeated;
    bool m_isTooLong = false;
};

} // namespace

Result<QStringList> odsSheetNames(const QString& path) {
    const auto package = Package::open(path);
    return package ? OdsRows(*package).names() : package.error();
}

Result<std::unique_ptr<FileRows>> openOdsRows(const QString& path, const FileForm& form) {
    const auto package = Package::open(path);
    if (!package)
        return package.error();
    auto rows = std::make_unique<OdsRows>(*package);
    if (Status opened = rows->open(form.sheet, form.hasHeads); !opened)
        return opened.error();
    return std::unique_ptr<FileRows>(std::move(rows));
}

} // namespace gravin
