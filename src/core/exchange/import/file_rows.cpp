// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/file_rows.h"

#include "core/base/text.h"

#include <QFileInfo>
#include <QSet>

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

Status verifyHeads(const QStringList& heads) {
    QSet<QString> seen;
    for (const QString& head : heads) {
        if (seen.contains(head.toCaseFolded()))
            return Error{ErrorKind::Damaged,
                         coreTr("Two columns of the file are called “%1”.").arg(head)};
        seen.insert(head.toCaseFolded());
    }
    return ok();
}

Result<QStringList> sheetNames(const QString& path, FileKind kind) {
    if (kind == FileKind::Xlsx)
        return xlsxSheetNames(path);
    return kind == FileKind::Ods ? odsSheetNames(path) : Result<QStringList>(QStringList());
}

Result<FileForm> guessedForm(const QString& path) {
    if (Status file = verifyIsFile(path); !file)
        return file.error();
    const auto kind = fileKindOf(path);
    if (!kind)
        return Error{ErrorKind::Refused, coreTr("Rows are read from files that end with .csv, "
                                                ".tsv, .txt, .xlsx, .ods or .json.")};
    if (*kind == FileKind::Csv)
        return guessedCsvForm(path);
    FileForm form;
    form.kind = *kind;
    return form;
}

Result<std::unique_ptr<FileRows>> openRows(const QString& path, const FileForm& form) {
    if (Status file = verifyIsFile(path); !file)
        return file.error();
    switch (form.kind) {
    case FileKind::Json:
        return openJsonRows(path);
    case FileKind::Xlsx:
        return openXlsxRows(path, form);
    case FileKind::Ods:
        return openOdsRows(path, form);
    case FileKind::Csv:
        break;
    }
    return openCsvRows(path, form);
}

} // namespace gravin
