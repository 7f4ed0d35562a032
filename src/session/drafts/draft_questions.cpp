// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_questions.h"

#include "core/records/database_rules.h"
#include "session/database.h"
#include "session/project_document.h"
#include "session/records.h"

namespace gravin {

namespace {
// Long enough not to ask with every key, short enough to be answered before the field is left.
constexpr int AskAfter = 150; // milliseconds
constexpr qsizetype MostAtOnce = 50;
} // namespace

DraftQuestions::DraftQuestions(Database* database, ProjectDocument* document, Records* records)
    : m_database(database)
    , m_document(document)
    , m_records(records) {
    m_soon.setSingleShot(true);
    connect(&m_soon, &QTimer::timeout, this, &DraftQuestions::askAll);
}

void DraftQuestions::follow(const QString& table, const RecordId& id) {
    const Place place{table, id};
    if (!m_known.contains(place)) {
        m_known.insert(place);
        m_waiting += place;
    }
    m_soon.start(AskAfter);
}

void DraftQuestions::askAgain() {
    m_asked.clear();
    for (const auto& draft : m_records->openDrafts())
        follow(draft.table, draft.id);
}

void DraftQuestions::askAll() {
    const qsizetype count = std::min(MostAtOnce, m_waiting.size());
    for (const Place& place : m_waiting.mid(0, count)) {
        m_known.remove(place);
        ask(place.first, place.second);
    }
    m_waiting.remove(0, count);
    // Of a thousand pasted records the others have their turn after what people do meanwhile.
    if (!m_waiting.isEmpty())
        m_soon.start(0);
}

void DraftQuestions::ask(const QString& tableName, const RecordId& id) {
    const Table* table = m_database->catalog().table(tableName);
    // A source may have gone since.
    const Draft* draft = table ? m_records->drafts(tableName)->find(id) : nullptr;
    if (!draft || table->isQuery()) {
        m_asked.remove({tableName, id});
        return;
    }
    const ProposedValues values = draft->proposed();
    if (draft->saving || m_asked.value({tableName, id}) == values)
        return;
    m_asked.insert({tableName, id}, values);
    m_database->reader()->run<std::vector<Problem>>(
        this,
        [catalog = m_database->sharedCatalog(), table, rules = m_document->rules(tableName),
         occasion = occasionOf(*draft, *table), values,
         id](Session& session) -> Result<std::vector<Problem>> {
            std::vector<Problem> problems;
            DatabaseRules database(session, *catalog, *table, rules, id.key);
            Status asked = database.askReferences(values, occasion.written, problems);
            if (asked)
                asked = database.askUniqueKeys(values, occasion.written, problems);
            if (asked)
                asked = database.askChecks(values, occasion, problems);
            return asked ? Result<std::vector<Problem>>(std::move(problems)) : asked.error();
        },
        [this, tableName, id, values](const Result<std::vector<Problem>>& problems) {
            if (!problems || !m_database->catalog().table(tableName))
                return;
            DraftStore* store = m_records->drafts(tableName);
            const Draft* now = store->find(id);
            if (now && now->proposed() == values)
                store->setAnswers(id, *problems);
        });
}

} // namespace gravin
