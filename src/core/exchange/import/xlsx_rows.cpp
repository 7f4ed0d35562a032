// SPDX-License-Identifier: GPL-3.0-or-later
// Workbooks of ECMA-376 (XLSX), as far as rows of cells are concerned.
#include "core/base/text.h"
#include "core/exchange/import/file_rows.h"
#include "core/exchange/import/package.h"
#include "core/exchange/import/sheet_moments.h"
#include "core/value/text_form.h"

#include <QHash>
#include <QXmlStreamReader>

#include <algorithm>
#include <set>

namespace gravin {

namespace {

constexpr quint64 LargestPart = 4ULL << 30;    // unpacked; what a small file may come to
constexpr quint64 LargestStrings = 1ULL << 30; // of texts that cells share, in memory
constexpr qsizetype MostColumns = 4096;
constexpr qint64 DaysOf1904 = 1462; // by which books of that origin count later

// Calls `take` at each element of a part; a part that is not there has none.
Status eachElement(const Package& package, const QString& part, quint64 most,
                   const std::function<void(QXmlStreamReader&)>& take) {
    const auto device = package.part(part, most);
    if (!device)
        return device.error();
    if (!*device)
        return ok();
    QXmlStreamReader xml(device->get());
    while (!xml.atEnd()) {
        if (xml.readNext() == QXmlStreamReader::StartElement)
            take(xml);
    }
    return xml.hasError() ? Status(Package::damaged(package.path())) : ok();
}

struct BookSheet {
    QString name;
    QString part;
};

// What all sheets share.
struct Workbook {
    std::vector<BookSheet> sheets;
    qint64 daysLater = 0;
    std::vector<QString> strings;
    std::vector<bool> isMoment; // by the number of a cell's style
};

Result<Workbook> readSheets(const Package& package) {
    constexpr quint64 LargestIndex = 64 << 20;
    Workbook book;
    QHash<QString, QString> parts; // by their relation
    const Status related =
        eachElement(package, QStringLiteral("xl/_rels/workbook.xml.rels"), LargestIndex,
                    [&](QXmlStreamReader& xml) {
                        const auto attributes = xml.attributes();
                        const QString target = attributes.value(QLatin1String("Target")).toString();
                        if (xml.name() == u"Relationship")
                            parts.insert(attributes.value(QLatin1String("Id")).toString(),
                                         target.startsWith(u'/') ? target.mid(1)
                                                                 : QStringLiteral("xl/") + target);
                    });
    if (!related)
        return related.error();
    const Status listed = eachElement(
        package, QStringLiteral("xl/workbook.xml"), LargestIndex, [&](QXmlStreamReader& xml) {
            const auto attributes = xml.attributes();
            if (xml.name() == u"workbookPr") {
                const auto origin = attributes.value(QLatin1String("date1904"));
                book.daysLater = origin == u"1" || origin == u"true" ? DaysOf1904 : 0;
            }
            if (xml.name() != u"sheet")
                return;
            // The relation's attribute has the namespace of relations, in two editions.
            for (const QXmlStreamAttribute& attribute : attributes) {
                if (attribute.name() == u"id" && !attribute.namespaceUri().isEmpty())
                    book.sheets.push_back({attributes.value(QLatin1String("name")).toString(),
                                           parts.value(attribute.value().toString())});
            }
        });
    if (!listed)
        return listed.error();
    if (book.sheets.empty())
        return Package::damaged(package.path());
    return book;
}

// Whether a pattern writes a moment: one of its letters outside quotes, brackets and escapes does.
bool isMomentPattern(const QString& pattern) {
    QChar within;
    for (qsizetype i = 0; i < pattern.size(); ++i) {
        const QChar character = pattern[i];
        if (!within.isNull()) {
            within = character == within ? QChar() : within;
        } else if (character == u'"') {
            within = u'"';
        } else if (character == u'[') {
            within = u']';
        } else if (character == u'\\' || character == u'_' || character == u'*') {
            ++i;
        } else if (QStringView(u"ymdhsYMDHS").contains(character)) {
            return true;
        }
    }
    return false;
}

Status readStyles(const Package& package, Workbook& book) {
    constexpr quint64 LargestStyles = 64 << 20;
    std::set<int> moments;
    // Those that every program knows (ECMA-376, 18.8.30).
    for (const auto& [first, last] : {std::pair{14, 22}, {27, 36}, {45, 47}, {50, 58}}) {
        for (int number = first; number <= last; ++number)
            moments.insert(number);
    }
    bool isInCells = false;
    return eachElement(package, QStringLiteral("xl/styles.xml"), LargestStyles,
                       [&](QXmlStreamReader& xml) {
                           const auto number = [&](const char* name) {
                               return xml.attributes().value(QLatin1String(name)).toInt();
                           };
                           if (xml.name() == u"numFmt") {
                               const QString pattern =
                                   xml.attributes().value(QLatin1String("formatCode")).toString();
                               if (isMomentPattern(pattern))
                                   moments.insert(number("numFmtId"));
                               else
                                   moments.erase(number("numFmtId"));
                           } else if (xml.name() == u"cellXfs" || xml.name() == u"cellStyleXfs" ||
                                      xml.name() == u"cellStyles") {
                               isInCells = xml.name() == u"cellXfs";
                           } else if (xml.name() == u"xf" && isInCells) {
                               book.isMoment.push_back(moments.contains(number("numFmtId")));
                           }
                       });
}

// The text of an element that may come in runs, each with a face of its own; how it is spoken is
// none of it. Requires: the reader stands at its beginning.
QString textOfRuns(QXmlStreamReader& xml) {
    const QString element = xml.name().toString();
    QString text = QStringLiteral("");
    int spoken = 0;
    while (!xml.atEnd()) {
        xml.readNext();
        if (xml.isEndElement() && xml.name() == element)
            break;
        if (xml.name() == u"rPh")
            spoken += xml.isStartElement() ? 1 : xml.isEndElement() ? -1 : 0;
        if (xml.isStartElement() && xml.name() == u"t" && spoken == 0)
            text += xml.readElementText();
    }
    return text;
}

// Characters that XML cannot have stand as _x0007_ (ECMA-376, 22.9.2.19).
QString unescaped(QString text) {
    if (!text.contains(u"_x"))
        return text;
    for (qsizetype at = text.indexOf(u"_x"); at >= 0; at = text.indexOf(u"_x", at + 1)) {
        bool isNumber = false;
        const uint code = QStringView(text).mid(at + 2, 4).toUInt(&isNumber, 16);
        if (isNumber && at + 6 < text.size() && text[at + 6] == u'_')
            text.replace(at, 7, QChar(static_cast<char16_t>(code)));
    }
    return text;
}

Status readStrings(const Package& package, Workbook& book) {
    return eachElement(package, QStringLiteral("xl/sharedStrings.xml"), LargestStrings,
                       [&](QXmlStreamReader& xml) {
                           if (xml.name() == u"si")
                               book.strings.push_back(unescaped(textOfRuns(xml)));
                       });
}

class XlsxRows : public HeadedRows {
public:
    XlsxRows(std::shared_ptr<Package> package, Workbook book)
        : m_package(std::move(package))
        , m_book(std::move(book)) {}

    Status open(const QString& part, bool hasHeads) {
        auto device = m_package->part(part, LargestPart);
        if (!device)
            return device.error();
        if (!*device)
            return Package::damaged(m_package->path());
        m_device = std::move(*device);
        m_xml.setDevice(m_device.get());
        return begin(m_package->path(), hasHeads);
    }
    qint64 line() const override { return m_line; }

protected:
    Result<bool> readRow(std::vector<FileInput>& row) override {
        while (!m_xml.atEnd()) {
            if (m_xml.readNext() != QXmlStreamReader::StartElement || m_xml.name() != u"row")
                continue;
            const qint64 line = m_xml.attributes().value(QLatin1String("r")).toLongLong();
            m_line = line > 0 ? line : m_line + 1;
            if (Status read = readCells(row); !read)
                return read.error();
            if (std::any_of(row.begin(), row.end(),
                            [](const FileInput& cell) { return !cell.isNull; }))
                return true;
        }
        if (m_xml.hasError())
            return Error{ErrorKind::Damaged, coreTr("Behind row %1 the sheet cannot be read: %2")
                                                 .arg(m_line)
                                                 .arg(m_xml.errorString())};
        return false;
    }

private:
    Status readCells(std::vector<FileInput>& row) {
        row.clear();
        while (!m_xml.atEnd()) {
            m_xml.readNext();
            if (m_xml.isEndElement() && m_xml.name() == u"row")
                break;
            if (!m_xml.isStartElement() || m_xml.name() != u"c")
                continue;
            const qsizetype place = placeOf(m_xml.attributes().value(QLatin1String("r")));
            const auto column = place < 0 ? static_cast<qsizetype>(row.size()) : place;
            if (column >= MostColumns)
                return Error{ErrorKind::Damaged,
                             coreTr("Row %1 has more than %2 cells.").arg(m_line).arg(MostColumns)};
            if (static_cast<size_t>(column) >= row.size())
                row.resize(static_cast<size_t>(column) + 1);
            row[static_cast<size_t>(column)] = readCell();
        }
        return ok();
    }

    // "AB12" → 27; −1: it does not say.
    static qsizetype placeOf(QStringView reference) {
        qsizetype column = 0;
        for (const QChar character : reference) {
            if (character < u'A' || character > u'Z' || column > MostColumns)
                break;
            column = column * 26 + (character.unicode() - u'A' + 1);
        }
        return column - 1;
    }

    FileInput readCell() {
        const QString type = m_xml.attributes().value(QLatin1String("t")).toString();
        const int style = m_xml.attributes().value(QLatin1String("s")).toInt();
        QString content;
        bool isText = false;
        while (!m_xml.atEnd()) {
            m_xml.readNext();
            if (m_xml.isEndElement() && m_xml.name() == u"c")
                break;
            if (!m_xml.isStartElement())
                continue;
            if (m_xml.name() == u"v") {
                content = m_xml.readElementText();
            } else if (m_xml.name() == u"is") {
                content = unescaped(textOfRuns(m_xml));
                isText = true;
            }
        }
        return inputOf(type, style, content, isText);
    }

    FileInput inputOf(const QString& type, int style, const QString& content, bool isText) const {
        FileInput input;
        input.isNull = content.isNull();
        input.text = content;
        input.isError = type == u"e";
        if (input.isNull || isText || input.isError || type == u"str" || type == u"d")
            return input;
        bool isNumber = false;
        if (type == u"s") {
            const auto index = content.toULongLong(&isNumber);
            if (isNumber && index < m_book.strings.size())
                input.text = m_book.strings[static_cast<size_t>(index)];
            return input;
        }
        if (type == u"b") {
            input.value = Value::boolean(content == u"1");
            input.text = toText(*input.value, {TypeKind::Boolean});
            return input;
        }
        const double number = content.toDouble(&isNumber);
        if (!isNumber)
            return input;
        const bool isMoment = style >= 0 && static_cast<size_t>(style) < m_book.isMoment.size() &&
                              m_book.isMoment[static_cast<size_t>(style)];
        if (isMoment) {
            input.days = number + static_cast<double>(m_book.daysLater);
            input.text = textOfSheetDays(*input.days);
        } else {
            input.value = Value::real(number);
            input.text = doubleText(number);
        }
        return input;
    }

    std::shared_ptr<Package> m_package;
    Workbook m_book;
    std::unique_ptr<QIODevice> m_device;
    QXmlStreamReader m_xml;
    qint64 m_line = 0;
};

} // namespace

Result<QStringList> xlsxSheetNames(const QString& path) {
    const auto package = Package::open(path);
    const auto book = package ? readSheets(**package) : Result<Workbook>(package.error());
    if (!book)
        return book.error();
    QStringList names;
    for (const BookSheet& sheet : book->sheets)
        names += sheet.name;
    return names;
}

Result<std::unique_ptr<FileRows>> openXlsxRows(const QString& path, const FileForm& form) {
    const auto package = Package::open(path);
    auto book = package ? readSheets(**package) : Result<Workbook>(package.error());
    if (!book)
        return book.error();
    const auto sheet =
        std::find_if(book->sheets.begin(), book->sheets.end(), [&](const BookSheet& each) {
            return form.sheet.isEmpty() || each.name == form.sheet;
        });
    if (sheet == book->sheets.end())
        return Error{ErrorKind::NotFound, coreTr("%1 has no sheet “%2”.").arg(path, form.sheet)};
    const QString part = sheet->part;
    Status read = readStyles(**package, *book);
    if (read)
        read = readStrings(**package, *book);
    if (!read)
        return read.error();
    auto rows = std::make_unique<XlsxRows>(*package, std::move(*book));
    if (Status opened = rows->open(part, form.hasHeads); !opened)
        return opened.error();
    return std::unique_ptr<FileRows>(std::move(rows));
}

} // namespace gravin
