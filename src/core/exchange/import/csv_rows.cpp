// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/exchange/import/file_rows.h"

#include <QFile>
#include <QStringDecoder>

#include <csv.h>

#include <array>
#include <deque>

namespace gravin {

namespace {

constexpr qint64 PartSize = 1 << 16;    // read at once
constexpr qint64 LargestRow = 64 << 20; // in bytes; a file without line ends is none
constexpr qsizetype MostCells = 4096;   // of a row
constexpr qint64 LookedAt = 1 << 20;    // for guessing
const QByteArray Utf8Mark("\xEF\xBB\xBF");

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

Error cannotBeRead(const QFile& file) {
    return {ErrorKind::File,
            coreTr("%1 cannot be read: %2").arg(file.fileName(), file.errorString())};
}

class CsvRows : public FileRows {
public:
    CsvRows(const QString& path, const FileForm& form)
        : m_file(path)
        , m_form(form)
        , m_decoder(QStringDecoder::Utf8) {}
    ~CsvRows() override {
        if (m_isBegun)
            csv_free(&m_parser);
    }
    CsvRows(const CsvRows&) = delete;
    CsvRows& operator=(const CsvRows&) = delete;

    Status open() {
        if (!m_file.open(QIODevice::ReadOnly))
            return cannotBeRead(m_file);
        m_decoder = decoderOf(m_form.encoding, m_file.peek(2));
        if (csv_init(&m_parser,
                     CSV_STRICT | CSV_STRICT_FINI | CSV_EMPTY_IS_NULL | CSV_APPEND_NULL) != 0)
            return Error{ErrorKind::Damaged, coreTr("There is not enough memory to read this.")};
        m_isBegun = true;
        // A cell grows by so much at once: by the usual 128 bytes a long one would be moved for
        // ever.
        csv_set_blk_size(&m_parser, static_cast<size_t>(PartSize));
        csv_set_delim(&m_parser, static_cast<unsigned char>(m_form.separator.toLatin1()));
        std::vector<FileInput> first;
        const auto isThere = nextRow(first);
        if (!isThere)
            return isThere.error();
        if (!*isThere)
            return Error{ErrorKind::Damaged, coreTr("%1 is empty.").arg(m_file.fileName())};
        for (size_t i = 0; i < first.size(); ++i)
            m_heads += m_form.hasHeads && !first[i].isNull ? first[i].text.trimmed()
                                                           : QString::number(i + 1);
        if (!m_form.hasHeads)
            m_kept = std::move(first);
        else if (Status named = verifyHeads(m_heads); !named)
            return named;
        return ok();
    }

    QStringList heads() const override { return m_heads; }
    qint64 line() const override { return m_line; }

    Result<bool> next(std::vector<FileInput>& row) override {
        if (m_kept) {
            row = *std::exchange(m_kept, std::nullopt);
            return true;
        }
        auto isThere = nextRow(row);
        if (!isThere || !*isThere)
            return isThere;
        if (row.size() > static_cast<size_t>(m_heads.size()))
            return Error{ErrorKind::Damaged,
                         coreTr("Row %1 has %2 cells, the first one %3. Is the separator right?")
                             .arg(m_line)
                             .arg(row.size())
                             .arg(m_heads.size())};
        row.resize(static_cast<size_t>(m_heads.size()));
        return true;
    }

private:
    static void takeCell(void* bytes, size_t length, void* self) {
        auto& row = static_cast<CsvRows*>(self)->m_row;
        if (static_cast<qsizetype>(row.size()) > MostCells)
            return;
        FileInput cell;
        cell.isNull = !bytes;
        if (bytes)
            cell.text =
                QString::fromUtf8(static_cast<const char*>(bytes), static_cast<qsizetype>(length));
        if (bytes && cell.text.isNull())
            cell.text = QStringLiteral("");
        row.push_back(std::move(cell));
    }
    static void takeRow(int, void* data) {
        auto* self = static_cast<CsvRows*>(data);
        self->m_rows.push_back(std::move(self->m_row));
        self->m_row.clear();
        self->m_sinceRow = 0;
    }

    // One of those that were read, or the first of the next part.
    Result<bool> nextRow(std::vector<FileInput>& row) {
        while (m_rows.empty() && !m_isAtEnd) {
            if (Status read = readPart(); !read)
                return read.error();
        }
        if (m_rows.empty())
            return false;
        row = std::move(m_rows.front());
        m_rows.pop_front();
        ++m_line;
        if (static_cast<qsizetype>(row.size()) > MostCells)
            return Error{ErrorKind::Damaged,
                         coreTr("Row %1 has more than %2 cells.").arg(m_line).arg(MostCells)};
        return true;
    }

    Status readPart() {
        const QByteArray bytes = m_file.read(PartSize);
        if (bytes.isEmpty() && m_file.error() != QFileDevice::NoError)
            return cannotBeRead(m_file);
        m_isAtEnd = bytes.isEmpty();
        if (m_isAtEnd) {
            if (csv_fini(&m_parser, takeCell, takeRow, this) != 0)
                return notReadable();
            return ok();
        }
        QString text = m_decoder.decode(bytes);
        if (m_decoder.hasError())
            return Error{ErrorKind::Damaged,
                         coreTr("Behind row %1 there are bytes that are no text in this encoding.")
                             .arg(m_line + static_cast<qint64>(m_rows.size()))};
        if (text.contains(QChar(u'\0')))
            return Error{ErrorKind::Damaged,
                         coreTr("Behind row %1 there is a null character, which no text has.")
                             .arg(m_line + static_cast<qint64>(m_rows.size()))};
        if (std::exchange(m_isFirst, false) && text.startsWith(QChar::ByteOrderMark))
            text.remove(0, 1);
        const QByteArray plain = text.toUtf8();
        m_sinceRow += plain.size();
        const auto length = static_cast<size_t>(plain.size());
        if (csv_parse(&m_parser, plain.constData(), length, takeCell, takeRow, this) != length)
            return notReadable();
        if (m_sinceRow > LargestRow)
            return Error{ErrorKind::Damaged,
                         coreTr("Row %1 is longer than 64 MB. Is a quote never closed?")
                             .arg(m_line + static_cast<qint64>(m_rows.size()) + 1)};
        return ok();
    }
    Error notReadable() {
        return {ErrorKind::Damaged,
                coreTr("Row %1 cannot be read: %2.")
                    .arg(m_line + static_cast<qint64>(m_rows.size()) + 1)
                    .arg(QString::fromUtf8(csv_strerror(csv_error(&m_parser))))};
    }

    QFile m_file;
    FileForm m_form;
    QStringDecoder m_decoder;
    csv_parser m_parser = {};
    bool m_isBegun = false;
    QStringList m_heads;
    std::optional<std::vector<FileInput>> m_kept; // the first row, where it is no head
    std::vector<FileInput> m_row;
    std::deque<std::vector<FileInput>> m_rows;
    qint64 m_line = 0;
    qint64 m_sinceRow = 0; // bytes
    bool m_isFirst = true;
    bool m_isAtEnd = false;
};

} // namespace

Result<FileForm> guessedCsvForm(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return cannotBeRead(file);
    FileForm form;
    const QByteArray begin = file.peek(LookedAt);
    if (begin.startsWith("\xFF\xFE") || begin.startsWith("\xFE\xFF")) {
        form.encoding = CsvForm::Encoding::Utf16;
    } else {
        // All of it, as one name far behind may have an accent.
        QStringDecoder decoder(QStringDecoder::Utf8);
        while (!file.atEnd() && !decoder.hasError()) {
            const QByteArray part = file.read(LookedAt);
            if (part.isEmpty())
                return cannotBeRead(file);
            (void)QString(decoder.decode(part));
        }
        if (decoder.hasError())
            form.encoding = CsvForm::Encoding::Latin1;
    }
    QStringDecoder decoder = decoderOf(form.encoding, begin);
    form.separator = separatorIn(decoder.decode(begin));
    return form;
}

Result<std::unique_ptr<FileRows>> openCsvRows(const QString& path, const FileForm& form) {
    auto rows = std::make_unique<CsvRows>(path, form);
    if (Status opened = rows->open(); !opened)
        return opened.error();
    return std::unique_ptr<FileRows>(std::move(rows));
}

} // namespace gravin
