// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/cell_text.h"
#include "core/exchange/row_writer.h"

namespace gravin {

namespace {

class CsvRowWriter : public RowWriter {
public:
    CsvRowWriter(const QString& path, const CsvForm& csv, const LocaleForm& form)
        : m_file(path)
        , m_csv(csv)
        , m_form(form) {}

    Status begin(const QList<FileColumn>& columns) override {
        if (Status opened = m_file.open(); !opened)
            return opened;
        m_columns = columns;
        m_writer = std::make_unique<CsvWriter>(m_file.device(), m_csv);
        QStringList heads;
        for (const FileColumn& column : columns)
            heads += column.head;
        return written(m_writer->putRow(heads));
    }
    Status put(const std::vector<FileCell>& row) override {
        std::vector<CsvCell> cells;
        cells.reserve(row.size());
        for (size_t i = 0; i < row.size(); ++i)
            cells.push_back(cellOf(row[i], m_columns[static_cast<qsizetype>(i)]));
        return written(m_writer->putCells(cells));
    }
    Status end() override { return m_file.commit(); }

private:
    CsvCell cellOf(const FileCell& cell, const FileColumn& column) const {
        if (cell.value.isNull())
            return {{}, CsvCell::Kind::Null};
        if (cell.shown)
            return {*cell.shown, CsvCell::Kind::Text};
        const bool isText = cell.value.kind() == Value::Kind::Text;
        return {cellText(cell.value, column.type, m_form),
                isText ? CsvCell::Kind::Text : CsvCell::Kind::Plain};
    }
    Status written(bool isWritten) {
        if (isWritten)
            return ok();
        if (m_writer->hasUnknown())
            return Error{ErrorKind::Refused,
                         coreTr("A text has a character that Latin-1 does not have. Take UTF-8.")};
        return Error{
            ErrorKind::File,
            coreTr("The file could not be written: %1").arg(m_file.device().errorString())};
    }

    WholeFile m_file;
    CsvForm m_csv;
    LocaleForm m_form;
    QList<FileColumn> m_columns;
    std::unique_ptr<CsvWriter> m_writer;
};

} // namespace

std::unique_ptr<RowWriter> csvRowWriter(const QString& path, const CsvForm& csv,
                                        const LocaleForm& form) {
    return std::make_unique<CsvRowWriter>(path, csv, form);
}

} // namespace gravin
