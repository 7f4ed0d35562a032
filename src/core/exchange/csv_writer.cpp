// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/csv_writer.h"

#include "core/exchange/cell_text.h"

#include <csv.h>

#include <algorithm>

namespace gravin {

namespace {

// libcsv quotes bytes and knows no encoding: in UTF-8 nothing else has the byte of a quote.
QString quotedCell(const QString& text) {
    const QByteArray cell = text.toUtf8();
    const auto length = static_cast<size_t>(cell.size());
    QByteArray quoted(static_cast<qsizetype>(csv_write(nullptr, 0, cell.constData(), length)),
                      Qt::Uninitialized);
    csv_write(quoted.data(), static_cast<size_t>(quoted.size()), cell.constData(), length);
    return QString::fromUtf8(quoted);
}

QStringEncoder encoderOf(CsvForm::Encoding encoding) {
    switch (encoding) {
    case CsvForm::Encoding::Utf16:
        return QStringEncoder(QStringEncoder::Utf16LE);
    case CsvForm::Encoding::Latin1:
        return QStringEncoder(QStringEncoder::Latin1);
    case CsvForm::Encoding::Utf8:
        break;
    }
    return QStringEncoder(QStringEncoder::Utf8);
}

} // namespace

CsvWriter::CsvWriter(QIODevice& out, const CsvForm& form)
    : m_out(out)
    , m_form(form)
    , m_encoder(encoderOf(form.encoding)) {}

bool CsvWriter::put(const QString& row) {
    const bool isMarked = m_form.encoding == CsvForm::Encoding::Utf16 ||
                          (m_form.hasMark && m_form.encoding == CsvForm::Encoding::Utf8);
    QString whole =
        std::exchange(m_isFirst, false) && isMarked ? QString(QChar::ByteOrderMark) : QString();
    whole += row;
    whole += m_form.endsInCrLf ? QStringLiteral("\r\n") : QStringLiteral("\n");
    if (m_form.encoding == CsvForm::Encoding::Latin1 &&
        std::any_of(whole.begin(), whole.end(),
                    [](QChar character) { return character.unicode() > 0xff; })) {
        m_hasUnknown = true;
        return false;
    }
    const QByteArray bytes = m_encoder.encode(whole);
    return m_out.write(bytes) == bytes.size();
}

bool CsvWriter::putRow(const QStringList& cells) {
    std::vector<CsvCell> texts;
    for (const QString& cell : cells)
        texts.push_back({cell});
    return putCells(texts);
}

bool CsvWriter::putCells(const std::vector<CsvCell>& cells) {
    QStringList row;
    for (const CsvCell& cell : cells) {
        const bool isSafe = cell.kind == CsvCell::Kind::Plain &&
                            !cell.text.contains(m_form.separator) && !cell.text.contains(u'"') &&
                            !cell.text.contains(u'\n') && !cell.text.contains(u'\r');
        if (cell.kind == CsvCell::Kind::Null)
            row += QString();
        else if (isSafe)
            row += cell.text;
        else
            row += quotedCell(cell.kind == CsvCell::Kind::Text && isTakenForFormula(cell.text)
                                  ? u'\'' + cell.text
                                  : cell.text);
    }
    return put(row.join(m_form.separator));
}

} // namespace gravin
