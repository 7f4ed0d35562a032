// SPDX-License-Identifier: GPL-3.0-or-later
// The part of the one door that leaves many records to the engine, and proves what it made of them.
#include "core/base/text.h"
#include "core/changes/change_writer.h"
#include "core/changes/set_wise_update.h"

#include <algorithm>

namespace gravin {

namespace {

constexpr auto AtOnce = static_cast<qint64>(SetWiseUpdate::AtOnce);

Error stopped() { return {ErrorKind::Cancelled, say("Stopped. Nothing was changed.")}; }

// What another way of writing would not help against.
bool isFinal(const Error& error) {
    return error.kind == ErrorKind::Cancelled || error.kind == ErrorKind::Unavailable ||
           error.kind == ErrorKind::Full;
}

Error cameToOther() {
    return {ErrorKind::Database, say("The database made something else of the values.")};
}

// Whether these edits are updates of one table, each of another record, that say what was there.
bool areAlike(const std::vector<RecordEdit>& edits) {
    QSet<Key> keys;
    keys.reserve(static_cast<qsizetype>(edits.size()));
    return std::all_of(edits.begin(), edits.end(), [&](const RecordEdit& edit) {
        const bool saysWhatWas = std::equal(edit.before.keyBegin(), edit.before.keyEnd(),
                                            edit.after.keyBegin(), edit.after.keyEnd());
        const qsizetype known = keys.size();
        keys.insert(edit.key);
        return edit.operation == Operation::Update && edit.table == edits.front().table &&
               edit.handedDown.isEmpty() && saysWhatWas && keys.size() > known;
    });
}

} // namespace

Result<bool, ChangeWriter::Stop> ChangeWriter::applySetWise(const ChangeRequest& request,
                                                            LogEntry& entry) {
    const bool isOffered = request.setWise && request.edits.empty() &&
                           request.setWise->records >= request.fewestSetWise &&
                           mayTrust(*request.setWise);
    const bool isRestored = request.restoring && !request.more &&
                            static_cast<qint64>(request.edits.size()) >= request.fewestSetWise &&
                            m_session.setWise() && areAlike(request.edits);
    if (!isOffered && !isRestored)
        return false;
    RecordEdit model;
    model.table = isOffered ? request.setWise->table->name : request.edits.front().table;
    if (const auto allowed = tableFor(model); !allowed)
        return Stop{};
    if (Status set = m_session.setSavepoint(); !set)
        return fail(set.error());
    Status written = entry.begin(m_change);
    if (written)
        written = isOffered ? offered(*request.setWise, request, entry) : restored(request, entry);
    if (SetWise* engine = m_session.setWise())
        engine->setComputer({});
    if (written) {
        if (Status kept = m_session.keepSavepoint(); !kept)
            return fail(kept.error());
        return true;
    }
    if (isFinal(written.error()))
        return fail(written.error());
    if (Status returned = m_session.returnToSavepoint(); !returned)
        return fail(returned.error());
    m_change.id = 0;
    m_logged = 0;
    return false;
}

// What was checked before is checked by the rules of this door, and by those that need no database.
bool ChangeWriter::mayTrust(const SetWiseOffer& offer) const {
    const TableRules rules = m_rules.value(offer.table->name);
    if (!(rules == offer.checkedBy))
        return false;
    for (const QString& column : offer.columns) {
        const FieldRule* rule = rules.rule(column);
        if (rule && !rule->editable)
            return false;
    }
    const Table* table = m_catalog.table(offer.table->name);
    return table && std::none_of(rules.checks.begin(), rules.checks.end(), [&](const auto& rule) {
               // What the database computes is known after the statement only.
               const bool readsComputed =
                   std::any_of(rule.columns.begin(), rule.columns.end(), [&](const QString& name) {
                       const Column* column = table->column(name);
                       return column && column->computed;
                   });
               return rule.asks == CheckRule::Asks::Unique ||
                      rule.asks == CheckRule::Asks::Reference || readsComputed;
           });
}

Status ChangeWriter::offered(const SetWiseOffer& offer, const ChangeRequest& request,
                             LogEntry& entry) {
    const Table& table = *m_catalog.table(offer.table->name);
    if (!canWriteTogether(m_session, m_catalog, table, offer.columns))
        return cameToOther();
    const auto values = offer.values(m_session);
    if (!values)
        return cameToOther();
    SetWiseUpdate update(m_session, table, offer.columns, entry);
    Status written = update.begin();
    for (qint64 done = 0; written && done < offer.records; done += AtOnce) {
        if (request.progress && !request.progress(done))
            return stopped();
        written = update.write(offer.targets(done, AtOnce), *values);
    }
    if (written && update.content() != offer.content)
        return cameToOther();
    return written ? update.end() : written;
}

Status ChangeWriter::restored(const ChangeRequest& request, LogEntry& entry) {
    const Table& table = *m_catalog.table(request.edits.front().table);
    QMap<QStringList, std::vector<const RecordEdit*>> byColumns;
    for (const RecordEdit& edit : request.edits)
        byColumns[edit.after.keys()].push_back(&edit);
    qint64 written = 0;
    for (auto group = byColumns.begin(); group != byColumns.end(); ++group) {
        if (!canWriteTogether(m_session, m_catalog, table, group.key()))
            return cameToOther();
        SetWiseUpdate update(m_session, table, group.key(), entry);
        if (Status begun = update.begin(); !begun)
            return begun;
        const std::vector<const RecordEdit*>& edits = *group;
        for (size_t first = 0; first < edits.size(); first += SetWiseUpdate::AtOnce) {
            if (request.progress && !request.progress(written))
                return stopped();
            const size_t last = std::min(first + SetWiseUpdate::AtOnce, edits.size());
            const std::vector<const RecordEdit*> part(
                edits.begin() + static_cast<std::ptrdiff_t>(first),
                edits.begin() + static_cast<std::ptrdiff_t>(last));
            if (Status done = update.write(part); !done)
                return done;
            written += static_cast<qint64>(part.size());
        }
        if (update.content() != update.contentOfEdits())
            return cameToOther();
        if (Status ended = update.end(); !ended)
            return ended;
    }
    return done();
}

} // namespace gravin
