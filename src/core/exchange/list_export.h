// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/row_writer.h"
#include "core/fitting/binding.h"
#include "core/records/record_query.h"

#include <functional>

namespace gravin {

enum class FileKind { Csv, Xlsx, Json, Ods }; // ODS is read only
// By the end of a file's name; nothing: it is none of them.
std::optional<FileKind> fileKindOf(const QString& fileName);
// "CSV", for people.
QString fileKindName(FileKind kind);

struct ExportOptions {
    FileKind kind = FileKind::Csv;
    CsvForm csv = {};
    enum class Heads { Labels, Columns };
    Heads heads = Heads::Labels;
    // Of lookups and choices: what people see, what is stored, or a column for each.
    enum class Lookups { Shown, Stored, Both };
    Lookups lookups = Lookups::Shown;
    // Pictures and files: their columns are left out, or they are texts, or files in a folder
    // beside (folderBeside()), which must not be there yet.
    enum class Bytes { LeftOut, Texts, Beside };
    Bytes bytes = Bytes::LeftOut;
    // Of XLSX: lines for groups, and what groups and the list come to, stand among the records.
    bool withTotals = false;
    QStringList groupedBy = {}; // columns; the query is in their order
    // How dates and figures are written in texts; figures never lose a digit.
    LocaleForm form = LocaleForm::plain();
};

// What a column is called that has what is stored, beside one that has what people see.
QString storedHead(const QString& head);

// How many records are written; false stops it.
using ExportProgress = std::function<bool(qint64 done, qint64 of)>;

// Writes the records that the query lists, in its order, to a file that is there in full or not at
// all. `columns`: of which fields of the screen, in this order. Records are read in parts, so that
// there may be any number of them. Answers how many were written. Cancelled: it was stopped.
Result<qint64> exportList(Session& session, const Catalog& catalog, const BoundScreen& screen,
                          const RecordQuery& query, const QStringList& columns,
                          const ExportOptions& options, const QString& path,
                          const ExportProgress& progress = {});

} // namespace gravin
