// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/files_beside.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/value/text_form.h"

#include <QDir>
#include <QFileInfo>
#include <QMimeDatabase>

#include <optional>

namespace gravin {

namespace {

constexpr qint64 LargestBeside = 256 << 20;
constexpr qsizetype LongestFileName = 60; // characters: none of them takes more than four bytes
const QString FolderEnd = QStringLiteral("-files");

// Letters, figures and dashes: what every file system takes.
QString plainName(const QString& text) {
    QString name;
    for (const QChar character : text)
        name += character.isLetterOrNumber() ? character : QChar(u'-');
    return name;
}

} // namespace

QString folderBeside(const QString& path) {
    const QFileInfo file(path);
    return file.absoluteDir().filePath(file.completeBaseName() + FolderEnd);
}

QString FilesBeside::makingFolder() const { return m_making->filePath(QStringLiteral("files")); }

Status FilesBeside::begin(const QString& path) {
    m_folder = folderBeside(path);
    if (QFileInfo::exists(m_folder))
        return Error{ErrorKind::File,
                     coreTr("%1 is there already. Pictures and files go into a folder of their "
                            "own: choose another file, or take that folder away.")
                         .arg(m_folder)};
    m_making = std::make_unique<QTemporaryDir>(
        QFileInfo(m_folder).absoluteDir().filePath(QStringLiteral(".gravin-files-XXXXXX")));
    if (!m_making->isValid())
        return Error{
            ErrorKind::File,
            coreTr("Nothing can be written beside %1: %2").arg(path, m_making->errorString())};
    // Others may look into it as into any folder that the person makes.
    if (!QDir().mkdir(makingFolder()))
        return Error{ErrorKind::File, coreTr("The folder %1 could not be made.").arg(m_folder)};
    return ok();
}

Result<QString> FilesBeside::put(const Key& key, const QString& column, const QByteArray& bytes) {
    QStringList parts;
    for (const Value& part : key.values())
        parts += plainName(toText(part, {}));
    const QString suffix = QMimeDatabase().mimeTypeForData(bytes).preferredSuffix();
    const QString stem = (parts.join(u'-') + u'-' + plainName(column)).left(LongestFileName);
    const auto named = [&](const QString& end) {
        return stem + end + (suffix.isEmpty() ? QString() : u'.' + suffix);
    };
    // Keys that differ in what a name cannot have.
    QString name = named({});
    for (int n = 2; m_names.contains(name.toCaseFolded()); ++n)
        name = named(QStringLiteral("-%1").arg(n));
    m_names.insert(name.toCaseFolded());
    WholeFile file(makingFolder() + u'/' + name);
    if (Status opened = file.open(); !opened)
        return opened.error();
    if (file.device().write(bytes) != bytes.size())
        return Error{ErrorKind::File,
                     coreTr("The file could not be written: %1").arg(file.device().errorString())};
    if (Status kept = file.commit(); !kept)
        return kept.error();
    return QFileInfo(m_folder).fileName() + u'/' + name;
}

Status FilesBeside::commit() {
    if (m_names.isEmpty())
        return ok();
    if (!QDir().rename(makingFolder(), m_folder))
        return Error{ErrorKind::File, coreTr("The folder %1 could not be made.").arg(m_folder)};
    return ok();
}

Result<std::optional<QByteArray>> fileBeside(const QString& path, const QString& name) {
    const QStringList parts = name.split(u'/');
    const bool isNamedSo = parts.size() == 2 && parts[0].endsWith(FolderEnd) && !parts[1].isEmpty();
    if (!isNamedSo)
        return std::optional<QByteArray>();
    const QString folder = QFileInfo(path).absoluteDir().canonicalPath();
    const QFileInfo file(QDir(folder).filePath(name));
    // No link leads out of it, whatever lies there.
    if (folder.isEmpty() || !file.isFile() || file.canonicalFilePath() != folder + u'/' + name)
        return std::optional<QByteArray>();
    auto bytes = readWholeFile(file.canonicalFilePath(), LargestBeside);
    if (!bytes)
        return bytes.error();
    return std::optional(std::move(*bytes));
}

} // namespace gravin
