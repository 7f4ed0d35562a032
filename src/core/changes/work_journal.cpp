// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/work_journal.h"

#include "core/base/file_tag.h"
#include "core/base/json.h"
#include "core/base/text.h"
#include "core/base/whole_file.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace gravin {

namespace {

constexpr qint64 MostWorkBytes = 1024 * 1024;

std::unique_ptr<QLockFile> lockFor(const QString& file) {
    auto lock = std::make_unique<QLockFile>(file + QStringLiteral(".lock"));
    lock->setStaleLockTime(0); // only a process that is gone leaves one behind
    return lock;
}

} // namespace

WorkJournal::WorkJournal(QString folder, const QString& projectFile)
    : m_folder(std::move(folder))
    , m_name(fileTag(projectFile)) {}

QString WorkJournal::path(const QString& uid) const {
    return m_folder + u'/' + m_name + u'-' + uid + QStringLiteral(".work");
}

Status WorkJournal::begin(const LongWork& work) {
    const std::lock_guard alone(m_mutex);
    if (Status made = makeOwnFolder(m_folder); !made)
        return made;
    const QString file = path(work.uid);
    auto lock = lockFor(file);
    if (!lock->tryLock())
        return Error{ErrorKind::File, coreTr("%1 cannot be written.").arg(file)};
    const OrderedJson json = {{"uid", utf8(work.uid)},
                              {"action", utf8(work.action)},
                              {"screen", utf8(work.screen)},
                              {"began", utf8(work.began)}};
    Status kept = writeWholeFile(file, compactJson(json), Readers::OwnerOnly);
    if (!kept)
        return kept;
    m_open[work.uid] = std::move(lock);
    return kept;
}

void WorkJournal::end(const QString& uid) {
    const std::lock_guard alone(m_mutex);
    QFile::remove(path(uid));
    m_open.erase(uid);
}

QList<LongWork> WorkJournal::takeLeftOver() {
    const std::lock_guard alone(m_mutex);
    QList<LongWork> left;
    const QFileInfoList files =
        QDir(m_folder).entryInfoList({m_name + QStringLiteral("-*.work")}, QDir::Files, QDir::Name);
    for (const QFileInfo& info : files) {
        const QString name = info.filePath();
        const auto lock = lockFor(name);
        if (!lock->tryLock())
            continue; // somebody is at it
        if (const auto content = readWholeFile(name, MostWorkBytes, Writers::OwnAccount)) {
            const OrderedJson json = loose::parsed(*content);
            const LongWork work{loose::text(json, "uid"), loose::text(json, "action"),
                                loose::text(json, "screen"), loose::text(json, "began")};
            if (!work.uid.isEmpty())
                left += work;
        }
        QFile::remove(name);
    }
    return left;
}

} // namespace gravin
