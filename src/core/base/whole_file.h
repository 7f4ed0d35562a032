// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QByteArray>
#include <QSaveFile>

namespace gravin {

// Who may read a file that is written.
enum class Readers { AsUsual, OwnerOnly };

// A file that appears under its name when it is there in full, or not at all. What was there before
// stays until then, and for good when anything fails.
class WholeFile {
public:
    explicit WholeFile(const QString& path, Readers readers = Readers::AsUsual);

    Status open();
    // Requires: open() went well.
    QIODevice& device() { return m_file; }
    // Only when every byte has reached the disk: a full one is told by this, not in silence.
    Status commit();

private:
    Error failure() const;

    QSaveFile m_file;
    Readers m_readers;
};

// All of it, as WholeFile.
Status writeWholeFile(const QString& path, const QByteArray& content,
                      Readers readers = Readers::AsUsual);

// What may be read as a file of the person's own: written by this account, and no link.
enum class Writers { Anybody, OwnAccount };
// A file of at most so many bytes. Refused is what has no end or would wait: a device, a pipe, a
// folder. Damaged: it is longer.
Result<QByteArray> readWholeFile(const QString& path, qint64 mostBytes,
                                 Writers writers = Writers::Anybody);

// A folder of the person's own, made where it is missing, that nobody else may look into, whatever
// the process's usual permissions. Refused, with the reason: it is a link, belongs to another
// account, or others may write in it.
Status makeOwnFolder(const QString& path);
// Where Gravin keeps what is the person's: XDG_DATA_HOME/gravin/NAME, with an empty name the folder
// above them. It may not be there yet; makeOwnFolder() makes both.
QString ownDataFolderPath(const QString& name);

} // namespace gravin
