// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/lookup_work.h"

#include "core/base/text.h"
#include "core/fitting/field_input.h"
#include "core/fitting/screen_links.h"
#include "core/project/offering.h"
#include "core/records/table_reader.h"
#include "session/database.h"
#include "session/drafts/draft_history.h"
#include "session/notices.h"
#include "session/project_document.h"
#include "session/records.h"

namespace gravin {

namespace {
constexpr int EnoughToTell = 20;
} // namespace

LookupWork::LookupWork(Notices* notices, Database* database, ProjectDocument* document,
                       Records* records)
    : m_notices(notices)
    , m_database(database)
    , m_document(document)
    , m_records(records) {}

void LookupWork::makeNew(const BoundScreen& screen, const RecordId& id, const BoundField& field) {
    const Lookup& wanted = field.definition.lookup;
    const QString screenId = screenIdFor(m_document->project(), wanted.table);
    const auto target = m_document->bound(screenId);
    if (!target || !target->reasonAgainst(Operation::Insert).isEmpty())
        return;
    const RecordId made = m_records->newRecord(*target);
    // Ends with the new record: saved, and chosen, or given up.
    auto* waiting = new QObject(this);
    connect(m_records, &Records::saved, waiting,
            [this, waiting, made, screen, id, field,
             wanted](const QString& table, const RecordId& before, const RecordId& now) {
                if (table != wanted.table || !(before == made))
                    return;
                waiting->deleteLater();
                const Table* source = m_database->catalog().table(wanted.table);
                const qsizetype inKey = source->key.indexOf(wanted.storedColumn);
                const Record* record = m_records->store(wanted.table)->record(now.key);
                if (inKey >= 0)
                    m_records->choose(screen, id, field, now.key[static_cast<size_t>(inKey)]);
                else if (record)
                    m_records->choose(
                        screen, id, field,
                        record->values[static_cast<size_t>(source->indexOf(wanted.storedColumn))]);
            });
    connect(m_records->drafts(wanted.table), &DraftStore::newRecordRemoved, waiting,
            [this, waiting, made, wanted] {
                if (!m_records->drafts(wanted.table)->find(made))
                    waiting->deleteLater();
            });
    m_records->want(screenId, made);
}

void LookupWork::open(const BoundField& field, const Value& stored) {
    const Lookup& lookup = field.definition.lookup;
    const Table* table = m_database->catalog().table(lookup.table);
    if (!table || stored.isNull())
        return;
    m_database->reader()->run<std::vector<Key>>(
        this,
        [table = *table, lookup, stored](Session& session) {
            return TableReader(session, table).keysWhere({lookup.storedColumn}, {stored});
        },
        [this, lookup](const Result<std::vector<Key>>& keys) {
            if (keys && !keys->empty())
                m_records->want(screenIdFor(m_document->project(), lookup.table),
                                {keys->front(), 0});
            else
                m_notices->refuse(keys ? tr("There is no such record in %1.").arg(lookup.table)
                                       : keys.error().sentence);
        });
}

// What was typed stays until it is known whom it means: a record shown just so, the only one that
// holds it, or one whose stored value it is.
void LookupWork::resolve(const BoundScreen& screen, const RecordId& id, const BoundField& field,
                         const QString& text, const Record* record) {
    const QString table = screen.table->name;
    m_records->drafts(table)->setBadText(
        id, record, field.editIndex(),
        {text, tr("“%1” is no record of %2. Choose one from the list.")
                   .arg(text, field.definition.lookup.table)});
    const auto isStillTyped = [this, table, id, column = field.editIndex(), text] {
        const Draft* draft = m_records->drafts(table)->find(id);
        return draft && draft->bad.contains(column) && draft->bad[column].text == text;
    };
    const Draft* draft = m_records->drafts(table)->find(id);
    const QString only = draft ? offeredFor(field.definition.lookup, *m_records->table(table),
                                            m_database->catalog(), draft->values())
                               : QString();
    find(field, text, only, [this, screen, id, field, isStillTyped](const Value& value) {
        if (isStillTyped())
            m_records->history()->quietly([&] { m_records->choose(screen, id, field, value); });
    });
}

void LookupWork::find(const BoundField& field, const QString& text, const QString& only,
                      const Found& found) {
    const Lookup& lookup = field.definition.lookup;
    const QString question = joinEscaped(
        QStringList{lookup.table, lookup.storedColumn, text, only} + lookup.shownColumns);
    const bool isAsked = m_asked.contains(question);
    m_asked[question] += found;
    if (!isAsked)
        ask(field, text, only, question);
}

void LookupWork::answer(const QString& question, const std::optional<Value>& value) {
    for (const Found& found : m_asked.take(question)) {
        if (value)
            found(*value);
    }
}

void LookupWork::ask(const BoundField& field, const QString& text, const QString& only,
                     const QString& question) {
    const Lookup wanted = field.definition.lookup;
    m_records->lookup(wanted)->find(
        text, 0, EnoughToTell, this,
        [this, text, wanted, field, question](const Result<QList<LookupStore::Entry>>& entries) {
            QList<Value> same;
            for (const LookupStore::Entry& entry :
                 entries ? *entries : QList<LookupStore::Entry>()) {
                if (entry.shown.value(0).compare(text.trimmed(), Qt::CaseInsensitive) == 0)
                    same += entry.stored;
            }
            if (same.isEmpty() && entries && entries->size() == 1)
                same += entries->front().stored;
            const auto stored = inputValue(field, text);
            const Table* target = m_database->catalog().table(wanted.table);
            if (!same.isEmpty() || !entries || !stored || !target) {
                answer(question, same.size() == 1 ? std::optional(same.front()) : std::nullopt);
                return;
            }
            m_database->reader()->run<qint64>(
                this,
                [table = *target, wanted, value = *stored](Session& session) {
                    return TableReader(session, table).countWhere({wanted.storedColumn}, {value});
                },
                [this, question, value = *stored](const Result<qint64>& count) {
                    answer(question, count && *count > 0 ? std::optional(value) : std::nullopt);
                });
        },
        only);
}

} // namespace gravin
