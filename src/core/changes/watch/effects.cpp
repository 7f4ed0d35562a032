// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/watch/effects.h"

#include "core/changes/watch/watched_run.h"

#include <algorithm>

namespace gravin {

namespace {
// How often what is taken back may bring about something else.
constexpr int MostRounds = 5;
} // namespace

Effects::Left Effects::leftBy(const std::vector<RecordEdit>& done) const {
    Left left;
    for (const RecordEdit& edit : done) {
        const Table* table = m_run.catalog.table(edit.table);
        if (!table)
            continue;
        if (edit.operation == Operation::Delete) {
            left.insert({edit.table, edit.key}, std::nullopt);
            continue;
        }
        const Key now =
            RecordChange{edit.operation, edit.table, edit.key, edit.before, edit.after}.keyAfter(
                table->key);
        FieldValues fields = left.value({edit.table, edit.key}).value_or(FieldValues());
        fields.insert(edit.after);
        if (!(now == edit.key) && !edit.key.isEmpty())
            left.insert({edit.table, edit.key}, std::nullopt);
        left.insert({edit.table, now}, fields);
    }
    return left;
}

RecordEdit Effects::undoing(const RecordChange& effect, const Left& left) const {
    const Table* table = m_run.catalog.table(effect.table);
    RecordEdit edit;
    edit.table = effect.table;
    const auto planned = left.constFind({effect.table, effect.key});
    const bool isPlanned = planned != left.constEnd();
    switch (effect.operation) {
    case Operation::Insert:
        if (isPlanned && *planned) {
            edit.operation = Operation::Update;
            edit.key = effect.key;
            edit.after = **planned;
        } else {
            edit.operation = Operation::Delete;
            edit.key = effect.key;
        }
        break;
    case Operation::Update:
        edit.operation = Operation::Update;
        edit.key = effect.keyAfter(table->key);
        edit.after = effect.before;
        break;
    case Operation::Delete:
        if (isPlanned && !*planned) {
            edit.operation = Operation::Update; // it was to go anyway: nothing is to be done
            break;
        }
        edit.operation = Operation::Insert;
        edit.after = effect.before;
        edit.rowNumber = effect.rowNumber;
        break;
    }
    if (isPlanned && *planned) {
        for (auto field = (*planned)->begin(); field != (*planned)->end(); ++field) {
            if (edit.after.contains(field.key()))
                edit.after.insert(field.key(), field.value());
        }
    }
    return edit;
}

Step Effects::write(const RecordEdit& edit, const RecordChange& effect) {
    if (Status set = m_run.writer.setSavepoint(); !set)
        return ChangeRun::failed(set.error());
    const size_t recordsBefore = m_run.change.records.size();
    const Step written = m_records.apply(edit);
    if (written) {
        const Status kept = m_run.writer.keepSavepoint();
        return kept ? Step(Success{}) : ChangeRun::failed(kept.error());
    }
    const Error& error = written.error().failure.error;
    if (error.kind == ErrorKind::Cancelled || error.kind == ErrorKind::Unavailable)
        return written;
    // What the database does not let be taken back is in the log with this change.
    if (Status returned = m_run.writer.returnToSavepoint(); !returned)
        return ChangeRun::failed(returned.error());
    m_run.forgetFrom(recordsBefore);
    QStringList& told = m_run.change.setAgain[effect.table];
    const FieldValues& fields =
        effect.operation == Operation::Delete ? effect.before : effect.after;
    for (auto field = fields.keyBegin(); field != fields.keyEnd(); ++field) {
        if (!told.contains(*field))
            told += *field;
    }
    return Success{};
}

Step Effects::takeBack(const std::vector<RecordEdit>& done) {
    const Left left = leftBy(done);
    QSet<RecordPlace> mended;
    for (int round = 0; round < MostRounds; ++round) {
        auto effects = m_run.watched->newEffects(m_run.change.records);
        if (!effects)
            return ChangeRun::failed(effects.error());
        if (effects->empty())
            break;
        std::reverse(effects->begin(), effects->end());
        for (const RecordChange& effect : *effects) {
            const Table* table = m_run.catalog.table(effect.table);
            const RecordPlace place{effect.table, effect.key};
            // A trigger that answers to its record being put back would do so for ever.
            if (!table || (round > 0 && mended.contains(place)))
                continue;
            mended.insert(place);
            const RecordEdit edit = undoing(effect, left);
            const bool isNothing = edit.operation == Operation::Update && edit.after.isEmpty();
            if (const Step written = isNothing ? Success{} : write(edit, effect); !written)
                return written;
        }
    }
    return Success{};
}

} // namespace gravin
