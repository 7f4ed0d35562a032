// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/file_rows.h"

#include "core/base/text.h"

#include <QFileInfo>

namespace gravin {

namespace {

Status verifyIsFile(const QString& path) {
    const QFileInfo file(path);
    if (!file.exists())
        return Error{ErrorKind::NotFound, coreTr("There is no file %1.").arg(path)};
    // A pipe would wait, and a device has no end.
    if (!file.isFile())
        return Error{ErrorKind::Refused, coreTr("%1 is no ordinary file.").arg(path)};
    return ok();
}

} // namespace

Result<FileForm> guessedForm(const QString& path) {
    if (Status file = verifyIsFile(path); !file)
        return file.error();
    const auto kind = fileKindOf(path);
    if (!kind || *kind == FileKind::Xlsx)
        return Error{ErrorKind::Refused,
                     coreTr("Rows are read from files that end with .csv, .tsv, .txt or .json. A "
                            "spreadsheet saves its sheet as CSV.")};
    if (*kind == FileKind::Csv)
        return guessedCsvForm(path);
    FileForm form;
    form.kind = *kind;
    return form;
}

Result<std::unique_ptr<FileRows>> openRows(const QString& path, const FileForm& form) {
    if (Status file = verifyIsFile(path); !file)
        return file.error();
    return form.kind == FileKind::Json ? openJsonRows(path) : openCsvRows(path, form);
}

} // namespace gravin
