// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/work_keeper.h"

#include "core/base/whole_file.h"
#include "core/changes/log/change_log.h"
#include "core/changes/log/log_time.h"
#include "session/database.h"
#include "session/log_time.h"
#include "session/notices.h"

#include <QPointer>

namespace gravin {

WorkKeeper::WorkKeeper(const QString& projectFile, Notices* notices, Database* database)
    : m_notices(notices)
    , m_database(database)
    , m_journal(std::make_shared<WorkJournal>(ownDataFolderPath(QStringLiteral("under-way")),
                                              projectFile)) {}

std::function<WriteResult(const std::function<WriteResult()>&)>
WorkKeeper::noting(const ChangeRequest& request) {
    return
        [this, journal = m_journal, here = QPointer<QObject>(this), worker = m_database->writer(),
         work = LongWork{request.uid, request.action, request.screen, logTime()}](
            const std::function<WriteResult()>& write) {
            if (const Status noted = journal->begin(work); !noted)
                worker->report(here, [this, error = noted.error()] { sayNotNoted(error); });
            WriteResult result = write();
            // An answer that was lost with the connection is none.
            if (result || result.error().error.kind != ErrorKind::Unavailable)
                journal->end(work.uid);
            return result;
        };
}

void WorkKeeper::sayNotNoted(const Error& error) {
    m_notices->refuse(tr("This is under way, but it could not be noted: were Gravin cut off now, "
                         "the next start could not say what became of it."),
                      error.sentence);
}

void WorkKeeper::tellWhatBecame() {
    const QList<LongWork> left = m_journal->takeLeftOver();
    if (left.isEmpty())
        return;
    m_database->reader()->run<QList<qint64>>(
        this,
        [left](Session& session) -> Result<QList<qint64>> {
            QList<qint64> changes;
            for (const LongWork& work : left) {
                const auto change = ChangeLog(session).idOf(work.uid);
                if (!change)
                    return change.error();
                changes += *change;
            }
            return changes;
        },
        [this, left](const Result<QList<qint64>>& changes) {
            Notice notice;
            if (!changes) {
                notice = {Notice::Kind::Refused,
                          tr("What became of the work that was under way cannot be told: %1")
                              .arg(changes.error().sentence)};
            } else {
                QStringList sentences;
                for (qsizetype i = 0; i < left.size(); ++i) {
                    sentences += told(left[i], (*changes)[i]);
                    if ((*changes)[i] > 0)
                        notice.change = (*changes)[i];
                    else
                        notice.kind = Notice::Kind::Refused;
                }
                // "Roll back" beside it is about one.
                if (left.size() > 1)
                    notice.change = 0;
                notice.text = sentences.join(u' ');
            }
            m_notices->tell(notice);
        });
}

QString WorkKeeper::told(const LongWork& work, qint64 change) const {
    const bool isRollback = work.action == u"roll back";
    const QString what = isRollback              ? tr("Rolling back")
                         : work.screen.isEmpty() ? tr("The bulk update")
                                                 : tr("The bulk update on “%1”").arg(work.screen);
    const QString began = shownTime(work.began, LocaleForm());
    return change > 0 ? tr("%1, begun at %2, was done before Gravin ended: change %3.")
                            .arg(what, began)
                            .arg(change)
                      : tr("%1, begun at %2, was cut off when Gravin ended. Nothing of it was "
                           "changed; run it again.")
                            .arg(what, began);
}

} // namespace gravin
