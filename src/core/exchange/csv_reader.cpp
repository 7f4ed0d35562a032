// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/csv_reader.h"

#include "core/base/text.h"

#include <QStringDecoder>

#include <csv.h>

#include <algorithm>
#include <memory>

namespace gravin {

namespace {

struct Rows {
    QList<QStringList> rows;
    QStringList row;
};

void takeCell(void* bytes, size_t length, void* rows) {
    static_cast<Rows*>(rows)->row +=
        QString::fromUtf8(static_cast<const char*>(bytes), static_cast<qsizetype>(length));
}

void takeRow(int, void* data) {
    auto* rows = static_cast<Rows*>(data);
    rows->rows += rows->row;
    rows->row.clear();
}

// The one that stands most often in the first row, outside quotes.
char separatorOf(const QByteArray& bytes) {
    int commas = 0;
    int semicolons = 0;
    int tabs = 0;
    bool quoted = false;
    for (const char c : bytes) {
        if (c == '"')
            quoted = !quoted;
        else if (!quoted && c == '\n')
            break;
        else if (!quoted)
            (c == ',' ? commas : c == ';' ? semicolons : tabs) += c == ',' || c == ';' || c == '\t';
    }
    if (tabs > std::max(commas, semicolons))
        return '\t';
    return semicolons > commas ? ';' : ',';
}

} // namespace

Result<QList<QStringList>> rowsFromCsv(const QByteArray& bytes) {
    QStringDecoder decoder(QStringDecoder::Utf8);
    (void)QString(decoder(bytes));
    if (decoder.hasError())
        return Error{ErrorKind::Damaged, coreTr("This is no text in UTF-8.")};
    const QByteArray plain = bytes.startsWith("\xEF\xBB\xBF") ? bytes.mid(3) : bytes;

    csv_parser parser;
    if (csv_init(&parser, CSV_STRICT | CSV_STRICT_FINI) != 0)
        return Error{ErrorKind::Damaged, coreTr("There is not enough memory to read this.")};
    const std::unique_ptr<csv_parser, void (*)(csv_parser*)> freed(&parser, csv_free);
    csv_set_delim(&parser, static_cast<unsigned char>(separatorOf(plain)));
    Rows rows;
    const size_t length = static_cast<size_t>(plain.size());
    const bool read =
        csv_parse(&parser, plain.constData(), length, takeCell, takeRow, &rows) == length &&
        csv_fini(&parser, takeCell, takeRow, &rows) == 0;
    if (!read)
        return Error{ErrorKind::Damaged,
                     coreTr("Row %1 cannot be read: %2.")
                         .arg(rows.rows.size() + 1)
                         .arg(QString::fromUtf8(csv_strerror(csv_error(&parser))))};
    return rows.rows;
}

} // namespace gravin
