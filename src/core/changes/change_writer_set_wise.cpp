// SPDX-License-Identifier: GPL-3.0-or-later
// The part of the one door that leaves many records to the engine, and proves what it made of them.
#include "core/base/text.h"
#include "core/changes/change_writer.h"
#include "core/changes/set_wise_update.h"

#include <algorithm>
#include <map>

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
                           mayTrust(*request.setWise, request);
    const bool isRestored =
        request.restoring && m_session.setWise() &&
        (request.more ? request.edits.empty()
                      : static_cast<qint64>(request.edits.size()) >= request.fewestSetWise &&
                            areAlike(request.edits));
    if (!isOffered && !isRestored)
        return false;
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
    return false;
}

// What was checked before is checked by the rules of this door, and by those that need no database.
bool ChangeWriter::mayTrust(const SetWiseOffer& offer, const ChangeRequest& request) const {
    const TableRules rules = m_rules.value(offer.table->name);
    if (!(rules == offer.checkedBy))
        return false;
    for (const QString& column : offer.columns) {
        const ScreenRules* screen = request.rulesFor(offer.table->name);
        const FieldRule* own = screen ? screen->rule(column) : nullptr;
        const FieldRule* rule = own ? own : rules.rule(column);
        const Column* stored = offer.table->column(column);
        if ((rule && !rule->editable) || !stored || !stored->mayUpdate)
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
    if (!mayWriteTogether(table, offer.columns, request))
        return cameToOther();
    const auto values = offer.values(m_session);
    if (!values)
        return cameToOther();
    SetWiseUpdate update(m_session, table, offer.columns, entry, offer.watched);
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

bool ChangeWriter::mayWriteTogether(const Table& table, const QStringList& columns,
                                    const ChangeRequest& request) {
    RecordEdit model;
    model.table = table.name;
    return tableFor(model, request) && canWriteTogether(m_session, m_catalog, table, columns);
}

struct ChangeWriter::Restoring {
    const ChangeRequest& request;
    LogEntry& entry;
    // By their table and columns.
    std::map<QStringList, std::unique_ptr<SetWiseUpdate>> updates = {};
    qint64 written = 0;
};

Status ChangeWriter::restored(const ChangeRequest& request, LogEntry& entry) {
    Restoring restoring{request, entry, {}, 0};
    if (!request.more) {
        if (Status written = restore(request.edits, restoring); !written)
            return written;
    }
    for (const EditSource next = request.more ? request.more() : EditSource(); next;) {
        const auto edits = next(m_session);
        if (!edits)
            return edits.error();
        if (edits->empty())
            break;
        if (!areAlike(*edits))
            return cameToOther();
        if (Status written = restore(*edits, restoring); !written)
            return written;
    }
    for (const auto& [columns, update] : restoring.updates) {
        if (update->content() != update->contentOfEdits())
            return cameToOther();
        if (Status ended = update->end(); !ended)
            return ended;
    }
    return done();
}

Status ChangeWriter::restore(const std::vector<RecordEdit>& edits, Restoring& restoring) {
    const Table* table = m_catalog.table(edits.front().table);
    QMap<QStringList, std::vector<const RecordEdit*>> byColumns;
    for (const RecordEdit& edit : edits)
        byColumns[edit.after.keys()].push_back(&edit);
    for (auto group = byColumns.begin(); group != byColumns.end(); ++group) {
        std::unique_ptr<SetWiseUpdate>& update =
            restoring.updates[QStringList(edits.front().table) + group.key()];
        if (!update) {
            ChangeRequest request;
            request.restoring = true;
            if (!table || !mayWriteTogether(*table, group.key(), request))
                return cameToOther();
            update =
                std::make_unique<SetWiseUpdate>(m_session, *table, group.key(), restoring.entry);
            if (Status begun = update->begin(); !begun)
                return begun;
        }
        const std::vector<const RecordEdit*>& all = *group;
        for (size_t first = 0; first < all.size(); first += SetWiseUpdate::AtOnce) {
            if (restoring.request.progress && !restoring.request.progress(restoring.written))
                return stopped();
            const size_t last = std::min(first + SetWiseUpdate::AtOnce, all.size());
            const std::vector<const RecordEdit*> part(
                all.begin() + static_cast<std::ptrdiff_t>(first),
                all.begin() + static_cast<std::ptrdiff_t>(last));
            if (Status written = update->write(part); !written)
                return written;
            restoring.written += static_cast<qint64>(part.size());
        }
    }
    return done();
}

} // namespace gravin
