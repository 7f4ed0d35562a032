// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_keeper.h"

#include "core/base/whole_file.h"
#include "core/records/table_reader.h"
#include "session/database.h"
#include "session/records.h"

#include <QUuid>
#include <utility>

namespace gravin {

namespace {

// After an edit at most so long passes until it is kept.
constexpr int KeptWithin = 150; // milliseconds

} // namespace

DraftKeeper::DraftKeeper(const QString& projectFile, Database* database, Records* records)
    : m_database(database)
    , m_records(records)
    , m_journal(ownDataFolderPath(QStringLiteral("drafts")), projectFile)
    , m_run(QUuid::createUuid().toString(QUuid::WithoutBraces))
    , m_disk("gravin-drafts") {
    m_left = m_journal.takeLeftOver(m_problem);
    m_soon.setSingleShot(true);
    m_soon.setInterval(KeptWithin);
    connect(&m_soon, &QTimer::timeout, this, &DraftKeeper::write);
    connect(records, &Records::draftsChanged, this, [this] {
        if (!m_soon.isActive())
            m_soon.start();
    });
}

DraftKeeper::~DraftKeeper() {
    m_disk.drain();
    (void)m_journal.write(m_left);
}

void DraftKeeper::write() {
    QList<JournalledDraft> drafts = m_left;
    for (const auto& open : m_records->openDrafts()) {
        const Draft* draft = m_records->drafts(open.table)->find(open.id);
        const Table* table = m_database->catalog().table(open.table);
        if (draft && table)
            drafts += journalled(*draft, *table, m_run);
    }
    {
        const std::lock_guard lock(m_mutex);
        m_next = std::move(drafts);
        if (std::exchange(m_isWriting, true))
            return; // what is written now is followed by this
    }
    m_disk.run([this] { writeNext(); });
}

// In the thread of the disk, which nobody who types waits for: always what is newest.
void DraftKeeper::writeNext() {
    for (;;) {
        std::optional<QList<JournalledDraft>> next;
        {
            const std::lock_guard lock(m_mutex);
            next = std::exchange(m_next, std::nullopt);
            m_isWriting = next.has_value();
        }
        if (!next)
            return;
        const Status written = m_journal.write(*next);
        m_answers.post([this, written] { tell(written); });
    }
}

void DraftKeeper::tell(const Status& written) {
    if (!written && !m_hasFailed)
        Q_EMIT failed(written.error());
    m_hasFailed = !written;
}

void DraftKeeper::decide(const QList<int>& takenUp, QObject* context,
                         std::function<void(int)> answer) {
    const QList<JournalledDraft> kept = std::exchange(m_left, {});
    auto open = std::make_shared<int>(1); // answers that are still to come, and this function
    auto count = std::make_shared<int>(0);
    const auto close = [this, open, count, context = QPointer<QObject>(context),
                        answer = std::move(answer)] {
        if (--*open > 0)
            return;
        takeUpParents();
        write();
        if (context)
            answer(*count);
    };
    for (int place = 0; place < kept.size(); ++place) {
        const JournalledDraft& draft = kept[place];
        const Table* table = m_database->catalog().table(draft.table);
        // What could not be chosen was not given up either, unless all was.
        if (!table && !takenUp.isEmpty())
            m_left += draft;
        if (!table || !takenUp.contains(place))
            continue;
        if (draft.key.isEmpty()) {
            takeUp(draft, nullptr);
            ++*count;
            continue;
        }
        ++*open;
        m_database->reader()->run<std::optional<Record>>(
            this,
            [table = *table, key = draft.key](Session& session) {
                return TableReader(session, table).record(key);
            },
            [this, draft, count, close](const Result<std::optional<Record>>& record) {
                if (record && *record) {
                    takeUp(draft, &**record);
                    ++*count;
                } else {
                    m_left += draft; // gone, or out of reach: kept for another time
                }
                close();
            });
    }
    close();
}

void DraftKeeper::takeUp(const JournalledDraft& kept, const Record* now) {
    DraftStore* store = m_records->drafts(kept.table);
    const RecordId id = kept.key.isEmpty() ? store->addNew() : RecordId{kept.key, 0};
    store->takeUp(takenUp(kept, *m_database->catalog().table(kept.table), now, id));
    if (id.isNew())
        m_takenUp.insert(kept.id, id);
    if (kept.parent)
        m_orphans.append({{kept.table, id}, *kept.parent});
}

// A child whose parent was given up has to be given another one.
void DraftKeeper::takeUpParents() {
    for (const auto& [place, parent] : std::exchange(m_orphans, {})) {
        if (const auto found = m_takenUp.constFind(parent.id); found != m_takenUp.constEnd())
            m_records->drafts(place.table)
                ->setParent(place.id, {parent.table, *found, parent.columns, parent.targetColumns});
    }
}

} // namespace gravin
