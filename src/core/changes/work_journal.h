// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QList>
#include <QLockFile>
#include <QString>

#include <map>
#include <memory>
#include <mutex>

namespace gravin {

// A change of many records while it is written.
struct LongWork {
    QString uid;    // of the change, by which the log knows it
    QString action; // as the log will have it
    QString screen; // as people call it
    QString began;  // UTC, ISO 8601
};

// Which long changes of one project are under way, in files of the person's own, so that the next
// run can say what became of those that a crash cut off. Each file is held by a lock that goes with
// its process. Where nothing can be kept the work goes on without. Any
// thread; each call waits for the disk.
class WorkJournal {
public:
    WorkJournal(QString folder, const QString& projectFile);

    // Fails when it could not be noted: the work may be done all the same, but the next start will
    // not know of it.
    Status begin(const LongWork& work);
    // Its answer is known.
    void end(const QString& uid);
    // What processes that are gone have left without an answer. It is told once.
    QList<LongWork> takeLeftOver();

private:
    QString path(const QString& uid) const;

    QString m_folder;
    QString m_name;     // of the project, as the beginning of a file's name
    std::mutex m_mutex; // guards what follows
    std::map<QString, std::unique_ptr<QLockFile>> m_open; // by uid
};

} // namespace gravin
