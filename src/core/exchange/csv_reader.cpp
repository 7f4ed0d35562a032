// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/csv_reader.h"

#include "core/base/text.h"

#include <QBuffer>

#include <csv.h>

#include <algorithm>
#include <array>
#include <deque>

namespace gravin {

namespace {

constexpr qint64 PartSize = 1 << 16;    // read at once
constexpr qint64 LargestRow = 64 << 20; // in bytes; a file without line ends is none
constexpr qsizetype MostCsvCells = 4096;
constexpr qint64 LookedAt = 1 << 20; // for guessing

QStringDecoder decoderOf(CsvForm::Encoding encoding, const QByteArray& begin) {
    switch (encoding) {
    case CsvForm::Encoding::Utf16:
        return QStringDecoder(begin.startsWith("\xFE\xFF") ? QStringDecoder::Utf16BE
                                                           : QStringDecoder::Utf16LE);
    case CsvForm::Encoding::Latin1:
        return QStringDecoder(QStringDecoder::Latin1);
    case CsvForm::Encoding::Utf8:
        break;
    }
    return QStringDecoder(QStringDecoder::Utf8);
}

// The one that stands most often in the first row, outside quotes.
QChar separatorIn(const QString& text) {
    std::array<std::pair<QChar, int>, 4> found{{{u',', 0}, {u';', 0}, {u'\t', 0}, {u'|', 0}}};
    bool isQuoted = false;
    for (const QChar character : text) {
        if (character == u'"')
            isQuoted = !isQuoted;
        if (!isQuoted && (character == u'\n' || character == u'\r'))
            break;
        for (auto& [separator, count] : found)
            count += !isQuoted && character == separator ? 1 : 0;
    }
    return std::max_element(found.begin(), found.end(),
                            [](const auto& a, const auto& b) { return a.second < b.second; })
        ->first;
}

Error cannotBeRead(const QIODevice& in) {
    return {ErrorKind::File, coreTr("The file cannot be read: %1").arg(in.errorString())};
}

} // namespace

struct CsvReader::Parsing {
    csv_parser parser = {};
    bool isBegun = false;
    QStringList row;
    std::deque<QStringList> rows;
    qint64 sinceRow = 0; // bytes

    ~Parsing() {
        if (isBegun)
            csv_free(&parser);
    }
    static void takeCell(void* bytes, size_t length, void* self) {
        QStringList& row = static_cast<Parsing*>(self)->row;
        if (row.size() > MostCsvCells)
            return;
        row += bytes ? notNull(QString::fromUtf8(static_cast<const char*>(bytes),
                                                 static_cast<qsizetype>(length)))
                     : QString();
    }
    static void takeRow(int, void* data) {
        auto* self = static_cast<Parsing*>(data);
        self->rows.push_back(std::exchange(self->row, {}));
        self->sinceRow = 0;
    }
};

CsvReader::CsvReader(QIODevice& in, const CsvForm& form)
    : m_in(in)
    , m_decoder(decoderOf(form.encoding, in.peek(2)))
    , m_parsing(std::make_unique<Parsing>()) {
    csv_parser& parser = m_parsing->parser;
    m_parsing->isBegun = csv_init(&parser, CSV_STRICT | CSV_STRICT_FINI | CSV_EMPTY_IS_NULL) == 0;
    // A cell grows by so much at once: by the usual 128 bytes a long one would be moved for ever.
    csv_set_blk_size(&parser, static_cast<size_t>(PartSize));
    csv_set_delim(&parser, static_cast<unsigned char>(form.separator.toLatin1()));
}

CsvReader::~CsvReader() = default;

Result<bool> CsvReader::next(QStringList& row) {
    if (!m_parsing->isBegun)
        return Error{ErrorKind::Damaged, coreTr("There is not enough memory to read this.")};
    while (m_parsing->rows.empty() && !m_isAtEnd) {
        if (Status read = readPart(); !read)
            return read.error();
    }
    if (m_parsing->rows.empty())
        return false;
    row = std::move(m_parsing->rows.front());
    m_parsing->rows.pop_front();
    ++m_line;
    if (row.size() > MostCsvCells)
        return Error{ErrorKind::Damaged,
                     coreTr("Row %1 has more than %2 cells.").arg(m_line).arg(MostCsvCells)};
    return true;
}

Status CsvReader::readPart() {
    const QByteArray bytes = m_in.read(PartSize);
    if (bytes.isEmpty() && !m_in.atEnd())
        return cannotBeRead(m_in);
    m_isAtEnd = bytes.isEmpty();
    if (m_isAtEnd)
        return csv_fini(&m_parsing->parser, Parsing::takeCell, Parsing::takeRow, m_parsing.get()) ==
                       0
                   ? ok()
                   : Status(notReadable());
    QString text = m_decoder.decode(bytes);
    const auto behind = m_line + static_cast<qint64>(m_parsing->rows.size());
    if (m_decoder.hasError())
        return Error{
            ErrorKind::Damaged,
            coreTr("Behind row %1 there are bytes that are no text in this encoding.").arg(behind)};
    if (text.contains(QChar(u'\0')))
        return Error{
            ErrorKind::Damaged,
            coreTr("Behind row %1 there is a null character, which no text has.").arg(behind)};
    if (std::exchange(m_isFirst, false) && text.startsWith(QChar::ByteOrderMark))
        text.remove(0, 1);
    return parse(text.toUtf8());
}

Status CsvReader::parse(const QByteArray& utf8) {
    m_parsing->sinceRow += utf8.size();
    const auto length = static_cast<size_t>(utf8.size());
    if (csv_parse(&m_parsing->parser, utf8.constData(), length, Parsing::takeCell, Parsing::takeRow,
                  m_parsing.get()) != length)
        return notReadable();
    if (m_parsing->sinceRow > LargestRow)
        return Error{ErrorKind::Damaged,
                     coreTr("Row %1 is longer than 64 MB. Is a quote never closed?")
                         .arg(m_line + static_cast<qint64>(m_parsing->rows.size()) + 1)};
    return ok();
}

Error CsvReader::notReadable() const {
    return {ErrorKind::Damaged,
            coreTr("Row %1 cannot be read: %2.")
                .arg(m_line + static_cast<qint64>(m_parsing->rows.size()) + 1)
                .arg(QString::fromUtf8(csv_strerror(csv_error(&m_parsing->parser))))};
}

Result<CsvForm> guessedCsvForm(QIODevice& in) {
    CsvForm form;
    const QByteArray begin = in.peek(LookedAt);
    if (begin.startsWith("\xFF\xFE") || begin.startsWith("\xFE\xFF")) {
        form.encoding = CsvForm::Encoding::Utf16;
    } else {
        // All of it, as one name far behind may have an accent.
        QStringDecoder decoder(QStringDecoder::Utf8);
        while (!in.atEnd() && !decoder.hasError()) {
            const QByteArray part = in.read(LookedAt);
            if (part.isEmpty())
                return cannotBeRead(in);
            (void)QString(decoder.decode(part));
        }
        if (decoder.hasError())
            form.encoding = CsvForm::Encoding::Latin1;
        if (!in.seek(0))
            return cannotBeRead(in);
    }
    QStringDecoder decoder = decoderOf(form.encoding, begin);
    form.separator = separatorIn(decoder.decode(begin));
    return form;
}

Result<QList<QStringList>> rowsFromCsv(const QByteArray& bytes) {
    QBuffer buffer;
    buffer.setData(bytes);
    buffer.open(QIODevice::ReadOnly);
    auto form = guessedCsvForm(buffer);
    if (!form)
        return form.error();
    form->encoding = CsvForm::Encoding::Utf8;
    CsvReader reader(buffer, *form);
    QList<QStringList> rows;
    QStringList row;
    for (;;) {
        const auto isThere = reader.next(row);
        if (!isThere)
            return isThere.error();
        if (!*isThere)
            return rows;
        rows += row;
    }
}

} // namespace gravin
