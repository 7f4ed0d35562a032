// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/bulk/set_wise_writer.h"

#include "core/changes/parent_checks.h"

#include "core/base/text.h"

#include <algorithm>
#include <map>

namespace gravin {

namespace {

constexpr auto AtOnce = static_cast<qint64>(SetWiseUpdate::AtOnce);

Error stopped() { return {ErrorKind::Cancelled, coreTr("Stopped. Nothing was changed.")}; }

// What another way of writing would not help against.
bool endsAnyWay(const Error& error) {
    return error.kind == ErrorKind::Cancelled || error.kind == ErrorKind::Unavailable ||
           error.kind == ErrorKind::Full;
}

Error cameToOther() {
    return {ErrorKind::Database, coreTr("The database made something else of the values.")};
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

bool SetWiseWriter::isOffered() const {
    const ChangeRequest& request = m_run.request;
    return request.setWise && request.edits.empty() &&
           request.setWise->records >= request.fewestSetWise && mayTrust(*request.setWise);
}

bool SetWiseWriter::isRestored() const {
    const ChangeRequest& request = m_run.request;
    if (!request.restoring || !m_run.session.setWise())
        return false;
    return request.more ? request.edits.empty()
                        : static_cast<qint64>(request.edits.size()) >= request.fewestSetWise &&
                              areAlike(request.edits);
}

Result<bool, NotDone> SetWiseWriter::apply() {
    const bool offers = isOffered();
    if (!offers && !isRestored())
        return false;
    if (Status set = m_run.writer.setSavepoint(); !set)
        return ChangeRun::failed(set.error());
    Status written = m_entry.begin(m_run.change);
    if (written)
        written = offers ? offered(*m_run.request.setWise) : restored();
    if (SetWise* engine = m_run.session.setWise())
        engine->setComputer({});
    if (written) {
        if (Status kept = m_run.writer.keepSavepoint(); !kept)
            return ChangeRun::failed(kept.error());
        return true;
    }
    if (endsAnyWay(written.error()))
        return ChangeRun::failed(written.error());
    if (Status returned = m_run.writer.returnToSavepoint(); !returned)
        return ChangeRun::failed(returned.error());
    m_run.change.id = 0;
    return false;
}

// What was checked before is checked by the rules of this door, and by those that need no database.
bool SetWiseWriter::mayTrust(const SetWiseOffer& offer) const {
    const TableRules rules = m_run.rules.value(offer.table->name);
    if (!(rules == offer.checkedBy))
        return false;
    // What may not be done is said of its first record.
    if (m_run.request.act && rules.forbidden.contains(*m_run.request.act))
        return false;
    if (ParentChecks::areAskedBy(m_run.catalog, m_run.rules, offer.table->name))
        return false;
    // What is no longer among the person's records must not pass.
    if (!offer.table->only.isEmpty())
        return false;
    // Stamps are set record by record.
    const QList<Column>& columns = offer.table->columns;
    if (std::any_of(columns.begin(), columns.end(),
                    [](const Column& column) { return column.stamp.when == Stamp::When::Changed; }))
        return false;
    for (const QString& column : offer.columns) {
        const ScreenRules* screen = m_run.request.rulesFor(offer.table->name);
        const FieldRule* own = screen ? screen->rule(column) : nullptr;
        const FieldRule* rule = own ? own : rules.rule(column);
        const Column* stored = offer.table->column(column);
        if ((rule && (!rule->editable || !rule->editableWhen.isEmpty())) || !stored ||
            !stored->mayUpdate)
            return false;
    }
    const Table* table = m_run.catalog.table(offer.table->name);
    return table && !table->isWrittenIndirectly() &&
           std::none_of(rules.checks.begin(), rules.checks.end(), [&](const auto& rule) {
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

Status SetWiseWriter::offered(const SetWiseOffer& offer) {
    const ChangeRequest& request = m_run.request;
    const Table& table = *m_run.catalog.table(offer.table->name);
    if (!mayWriteTogether(table, offer.columns, request))
        return cameToOther();
    const auto values = offer.values(m_run.session);
    if (!values)
        return cameToOther();
    SetWiseUpdate update(m_run.writer, table, offer.columns, m_entry, offer.watched);
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

bool SetWiseWriter::mayWriteTogether(const Table& table, const QStringList& columns,
                                     const ChangeRequest& request) const {
    RecordEdit model;
    model.table = table.name;
    return m_records.tableFor(model, request) &&
           canWriteTogether(m_run.session, m_run.catalog, table, columns);
}

Status SetWiseWriter::restored() {
    const ChangeRequest& request = m_run.request;
    Updates updates;
    if (!request.more) {
        if (Status written = restore(request.edits, updates); !written)
            return written;
    }
    for (const EditSource next = request.more ? request.more() : EditSource(); next;) {
        const auto edits = next(m_run.session);
        if (!edits)
            return edits.error();
        if (edits->empty())
            break;
        if (!areAlike(*edits))
            return cameToOther();
        if (Status written = restore(*edits, updates); !written)
            return written;
    }
    for (const auto& [columns, update] : updates) {
        if (update->content() != update->contentOfEdits())
            return cameToOther();
        if (Status ended = update->end(); !ended)
            return ended;
    }
    return ok();
}

Result<SetWiseUpdate*> SetWiseWriter::updateFor(const QString& tableName,
                                                const QStringList& columns, Updates& updates) {
    std::unique_ptr<SetWiseUpdate>& update = updates[QStringList(tableName) + columns];
    if (update)
        return update.get();
    const Table* table = m_run.catalog.table(tableName);
    ChangeRequest request;
    request.restoring = true;
    if (!table || table->isWrittenIndirectly() || !mayWriteTogether(*table, columns, request))
        return cameToOther();
    update = std::make_unique<SetWiseUpdate>(m_run.writer, *table, columns, m_entry);
    if (Status begun = update->begin(); !begun)
        return begun.error();
    return update.get();
}

Status SetWiseWriter::restore(const std::vector<RecordEdit>& edits, Updates& updates) {
    QMap<QStringList, std::vector<const RecordEdit*>> byColumns;
    for (const RecordEdit& edit : edits)
        byColumns[edit.after.keys()].push_back(&edit);
    for (auto group = byColumns.begin(); group != byColumns.end(); ++group) {
        const auto update = updateFor(edits.front().table, group.key(), updates);
        if (!update)
            return update.error();
        const std::vector<const RecordEdit*>& all = *group;
        for (size_t first = 0; first < all.size(); first += SetWiseUpdate::AtOnce) {
            if (m_run.request.progress && !m_run.request.progress(m_restored))
                return stopped();
            const size_t last = std::min(first + SetWiseUpdate::AtOnce, all.size());
            const std::vector<const RecordEdit*> part(
                all.begin() + static_cast<std::ptrdiff_t>(first),
                all.begin() + static_cast<std::ptrdiff_t>(last));
            if (Status written = (*update)->write(part); !written)
                return written;
            m_restored += static_cast<qint64>(part.size());
        }
    }
    return ok();
}

} // namespace gravin
