// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/exchange/csv_writer.h"
#include "core/value/column_type.h"
#include "core/value/locale_form.h"
#include "core/value/value.h"

#include <memory>
#include <optional>

namespace gravin {

// A column of a file that records are written to.
struct FileColumn {
    QString head;
    ColumnType type;
};

// What stands in one cell.
struct FileCell {
    Value value;
    // What people read instead: of a lookup, or a choice. Nothing: the value itself.
    std::optional<QString> shown = {};
};

// Writes rows into a file of some kind; one after the other, so that any number may come.
class RowWriter {
public:
    virtual ~RowWriter() = default;
    virtual Status begin(const QList<FileColumn>& columns) = 0;
    // Refused: the kind of file cannot take a value, which is named.
    virtual Status put(const std::vector<FileCell>& row) = 0;
    // A line that is no record: a group's name, or totals. Kinds of file that have nothing but
    // records leave it out. `level`: how deep it stands; records stand deeper than all groups.
    virtual Status putAside(const std::vector<FileCell>& row, int level) {
        Q_UNUSED(row)
        Q_UNUSED(level)
        return ok();
    }
    // How deep records stand, below so many groups. Before the first one.
    virtual void setLevels(int levels) { Q_UNUSED(levels) }
    // Nothing stands under the file's name before this went well.
    virtual Status end() = 0;
};

// Each takes the file's name. CSV: RFC 4180 in this form, values so that the very same can be read
// again (cellText()). JSON (RFC 8259): an array of objects. XLSX (ECMA-376): typed cells, a frozen
// head; what such a cell cannot hold exactly is a text.
std::unique_ptr<RowWriter> csvRowWriter(const QString& path, const CsvForm& csv,
                                        const LocaleForm& form);
std::unique_ptr<RowWriter> jsonRowWriter(const QString& path);
std::unique_ptr<RowWriter> xlsxRowWriter(const QString& path, const QString& title,
                                         const LocaleForm& form);

} // namespace gravin
