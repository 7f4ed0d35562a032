// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/value/key.h"

#include <QByteArray>
#include <QSet>
#include <QTemporaryDir>

#include <memory>

namespace gravin {

// The folder for pictures and files that belongs to a file of rows.
QString folderBeside(const QString& path);

// Pictures and files that go into a folder beside the file of rows that names them; all of them or
// none.
class FilesBeside {
public:
    // `path`: of the file of rows. File: the folder is there already, or cannot be.
    Status begin(const QString& path);
    // The name by which the file of rows speaks of it, relative to that file.
    Result<QString> put(const Key& key, const QString& column, const QByteArray& bytes);
    // The folder is there from now on, unless nothing was put into it.
    Status commit();

private:
    QString makingFolder() const;

    QString m_folder;
    std::unique_ptr<QTemporaryDir> m_making;
    QSet<QString> m_names;
};

// What a name in a file of rows at `path` speaks of: a file in a folder beside it that is called
// as an export calls it. Nothing: it is none. Damaged: it is too large; or File.
Result<std::optional<QByteArray>> fileBeside(const QString& path, const QString& name);

} // namespace gravin
