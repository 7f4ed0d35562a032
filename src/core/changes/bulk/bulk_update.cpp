// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/bulk/bulk_update.h"

#include "core/base/text.h"
#include "core/changes/bulk/bulk_offer.h"
#include "core/changes/bulk/set_wise_update.h"
#include "core/database/reach.h"
#include "core/records/field_filling.h"
#include "core/records/reached.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

namespace {

constexpr qsizetype RecordsAtOnce = 512;
// Records that a refusal names.
constexpr qsizetype MostNamed = 5;

quint64 fingerprintOf(const Record& record, const QList<int>& places) {
    std::vector<Value> watched;
    watched.reserve(static_cast<size_t>(places.size()));
    for (const int place : places)
        watched.push_back(record.values[static_cast<size_t>(place)]);
    return qHash(Key(std::move(watched)), 0);
}

QList<int> placesOf(const Table& table, const QStringList& columns) {
    QList<int> places;
    for (const QString& column : columns)
        places += table.indexOf(column);
    return places;
}

// In the table's order; of what Gravin computes, what it is computed from.
QStringList watchedColumns(const Table& table, const TableRules& rules, const BulkValues& values) {
    QSet<QString> watched(table.key.begin(), table.key.end());
    const auto read = [&](const BoundExpression& expression) {
        for (const int place : expression.places)
            watched += table.columns[place].name;
    };
    watched.unite({values.put.keyBegin(), values.put.keyEnd()});
    watched.unite({values.set.keyBegin(), values.set.keyEnd()});
    watched.unite({values.replace.keyBegin(), values.replace.keyEnd()});
    for (const BoundExpression& expression : values.set)
        read(expression);
    for (const CheckRule& rule : rules.checks) {
        watched.unite({rule.columns.begin(), rule.columns.end()});
        for (const BoundExpression& stage : rule.onStages)
            read(stage);
    }
    for (const FilledField& field :
         values.fills ? FilledFields(table).all() : std::vector<FilledField>()) {
        watched += table.columns[field.place].name;
        read(field.expression);
    }
    const FieldLocks locks(table, rules);
    for (const FieldLocks::Lock& lock : locks.all()) {
        if (watched.contains(lock.column))
            read(lock.when);
    }
    QStringList columns;
    for (const Column& column : table.columns) {
        if (watched.contains(column.name) && column.expression.isEmpty())
            columns += column.name;
    }
    return columns;
}

// The values for one record; a problem for each field whose expression gives none.
FieldValues valuesFor(const Table& table, const Record& record, const BulkValues& values,
                      const Present& present, std::vector<Problem>& problems) {
    FieldValues wanted = values.put;
    RecordValues pointers;
    if (!values.set.isEmpty()) {
        pointers.reserve(record.values.size());
        for (const Value& value : record.values)
            pointers.push_back(&value);
    }
    for (auto field = values.set.begin(); field != values.set.end(); ++field) {
        auto value = evaluate(*field, pointers, present);
        if (value)
            value = valueFor(*table.column(field.key()), *value);
        if (value)
            wanted.insert(field.key(), *value);
        else
            problems.push_back({keyText(record.key, table.keyTypes()), field.key(),
                                QStringLiteral("expression"), value.error().sentence, field.key()});
    }
    for (auto field = values.replace.begin(); field != values.replace.end(); ++field) {
        const Value& now = record.values[static_cast<size_t>(table.indexOf(field.key()))];
        if (now.kind() != Value::Kind::Text)
            continue;
        wanted.insert(field.key(), Value::text(field->applied(now.asText())));
    }
    return wanted;
}

// Adds what fields come to that are filled with what is written, and their columns to `given`; a
// problem where one cannot take it.
Status fill(FieldFilling& filling, const Record& record, FieldValues& written, QSet<QString>& given,
            std::vector<Problem>& problems) {
    const auto filled = filling.addTo(&record, written, given);
    if (filled)
        return ok();
    const auto& [column, error] = filled.error();
    if (column.isEmpty())
        return error;
    problems.push_back({{}, column, QStringLiteral("expression"), error.sentence, column});
    return ok();
}

BulkStep stepFor(const Table& table, const Record& record, const FieldValues& wanted) {
    BulkStep step{record.key, {}, {}, {}};
    for (auto field = wanted.begin(); field != wanted.end(); ++field) {
        const int at = table.indexOf(field.key());
        if (at < 0 || record.values[static_cast<size_t>(at)] == field.value())
            continue;
        step.before.insert(field.key(), record.values[static_cast<size_t>(at)]);
        step.after.insert(field.key(), field.value());
    }
    return step;
}

class Previewing {
public:
    Previewing(Session& session, BulkPreview& preview, const TableRules& rules)
        : m_session(session)
        , m_preview(preview)
        , m_rules(rules)
        , m_locks(*preview.table, rules)
        , m_filling(session, *preview.table, preview.present, FieldFilling::Reads::Once)
        , m_watched(placesOf(*preview.table, preview.watched)) {
        m_occasion.present = preview.present;
    }

    Status look(const BulkScope& scope, const ChangeProgress& progress) {
        KeyIndex keys;
        if (scope.keys) {
            for (const Key& key : *scope.keys)
                keys.append(key);
        } else {
            RecordQuery query = scope.query;
            query.sort.clear();
            Status scanned =
                TableReader(m_session, *m_preview.table).scanKeys(query, [&](KeyIndex&& run) {
                    keys.append(std::move(run));
                    return !progress || progress(0);
                });
            if (!scanned)
                return scanned;
        }
        for (qsizetype first = 0; first < keys.size(); first += RecordsAtOnce) {
            if (progress && !progress(first))
                return Error{ErrorKind::Cancelled, coreTr("Stopped.")};
            std::vector<Key> some;
            for (qsizetype place = first; place < std::min(first + RecordsAtOnce, keys.size());
                 ++place)
                some.push_back(keys.at(place));
            if (Status taken = take(some); !taken)
                return taken;
        }
        finish();
        return ok();
    }

private:
    struct Tally {
        Totals before;
        Totals after;
        QHash<Key, qint64> valuesBefore;
        QHash<Key, qint64> valuesAfter;
        bool isFew = true;
    };

    Status take(const std::vector<Key>& keys) {
        // Asked for first: what is changed in between is found changed by the run.
        QHash<Key, qint64> engineSays;
        if (m_session.setWise()) {
            auto told = fingerprintsOf(m_session, *m_preview.table, m_preview.watched, keys);
            if (!told)
                return told.error();
            engineSays = std::move(*told);
        }
        auto records = TableReader(m_session, *m_preview.table).records(keys);
        if (!records)
            return records.error();
        QHash<Key, const Record*> byKey;
        for (const Record& record : *records)
            byKey.insert(record.key, &record);
        for (const Key& key : keys) {
            const Record* record = byKey.value(key);
            if (!record) {
                m_preview.gone.push_back(key);
                continue;
            }
            if (Status taken = take(*record, engineSays.value(key)); !taken)
                return taken;
        }
        return ok();
    }

    Status take(const Record& record, qint64 engineSays) {
        ++m_preview.records;
        std::vector<Problem> problems;
        const Table& table = *m_preview.table;
        FieldValues wanted =
            valuesFor(table, record, m_preview.values, m_preview.present, problems);
        m_given.clear();
        if (m_preview.values.fills) {
            // Only what really changes is followed.
            wanted = stepFor(table, record, wanted).after;
            if (Status filled = fill(m_filling, record, wanted, m_given, problems); !filled)
                return filled;
        }
        BulkStep step = stepFor(table, record, wanted);
        if (!step.after.isEmpty())
            askChecks(record, step, problems);
        const auto found = problems.size();
        std::erase_if(problems, [](const Problem& problem) {
            return problem.warning || problem.inRuns != InRuns::Stop;
        });
        m_preview.isPlain = m_preview.isPlain && problems.size() == found;
        const bool isRefused = !problems.empty();
        if (isRefused) {
            ++m_preview.refused;
            for (Problem& problem : problems) {
                problem.record = keyText(record.key, m_preview.table->keyTypes());
                if (m_preview.problems.size() < BulkPreview::MostListed)
                    m_preview.problems.push_back(std::move(problem));
            }
        }
        if (step.after.isEmpty()) {
            m_preview.unchanged += problems.empty() ? 1 : 0;
            return ok();
        }
        m_preview.changing.append(record.key);
        m_preview.fingerprints.push_back(fingerprintOf(record, m_watched));
        m_preview.isRefused.push_back(isRefused);
        if (m_session.setWise())
            m_preview.engineSays.push_back(engineSays);
        (isRefused ? m_preview.contentRefused : m_preview.content) += contentOf(
            m_session.dialect(), *m_preview.table, record.key.encoded(), step.before, step.after);
        for (auto field = step.after.begin(); field != step.after.end(); ++field)
            tally(m_tallies[field.key()], step.before.value(field.key()), field.value());
        if (m_preview.steps.size() < BulkPreview::MostListed)
            m_preview.steps.push_back(std::move(step));
        return ok();
    }

    void askChecks(const Record& record, const BulkStep& step, std::vector<Problem>& problems) {
        ProposedValues values(record.values.begin(), record.values.end());
        m_occasion.written.clear();
        for (auto field = step.after.begin(); field != step.after.end(); ++field) {
            values[static_cast<size_t>(m_preview.table->indexOf(field.key()))] = field.value();
            m_occasion.written.insert(field.key());
        }
        askLocks(record, values, problems);
        leaveOutReached(*m_preview.table, values, m_occasion.written);
        for (Problem& problem : problemsOf(*m_preview.table, m_rules, values, m_occasion))
            problems.push_back(std::move(problem));
    }

    void askLocks(const Record& record, const ProposedValues& values,
                  std::vector<Problem>& problems) const {
        std::vector<Value> now;
        now.reserve(values.size());
        for (const std::optional<Value>& value : values)
            now.push_back(value.value_or(Value()));
        for (Problem& problem : m_locks.problems(m_occasion.written - m_given, &record.values, now,
                                                 m_occasion.present))
            problems.push_back(std::move(problem));
    }

    static void tally(Tally& tally, const Value& before, const Value& after) {
        tally.before.take(before);
        tally.after.take(after);
        if (!tally.isFew)
            return;
        ++tally.valuesBefore[Key({before})];
        ++tally.valuesAfter[Key({after})];
        tally.isFew = tally.valuesBefore.size() <= BulkSpread::MostValues &&
                      tally.valuesAfter.size() <= BulkSpread::MostValues;
        if (!tally.isFew) {
            tally.valuesBefore.clear();
            tally.valuesAfter.clear();
        }
    }

    void finish() {
        for (auto tally = m_tallies.begin(); tally != m_tallies.end(); ++tally)
            m_preview.spreads.insert(tally.key(), {tally->before.result(), tally->after.result(),
                                                   tally->valuesBefore, tally->valuesAfter});
    }

    Session& m_session;
    BulkPreview& m_preview;
    const TableRules& m_rules;
    FieldLocks m_locks;
    FieldFilling m_filling;
    QSet<QString> m_given; // what the record's fields are filled with
    QList<int> m_watched;
    Occasion m_occasion;
    QMap<QString, Tally> m_tallies;
};

// The edits of a run, a part at a time.
class Running {
public:
    Running(std::shared_ptr<const BulkPreview> preview, QHash<Key, FieldValues> filled,
            bool leavesOutRefused, OnMeanwhile onMeanwhile, std::shared_ptr<Meanwhile> meanwhile)
        : m_preview(std::move(preview))
        , m_filled(std::move(filled))
        , m_leavesOutRefused(leavesOutRefused)
        , m_onMeanwhile(onMeanwhile)
        , m_meanwhile(std::move(meanwhile))
        , m_watched(placesOf(*m_preview->table, m_preview->watched)) {
        *m_meanwhile = {}; // the run may begin anew
    }

    Result<std::vector<RecordEdit>> next(Session& session) {
        const Table& table = *m_preview->table;
        std::vector<Key> keys;
        std::vector<quint64> were;
        for (; m_next < m_preview->changing.size() &&
               static_cast<qsizetype>(keys.size()) < RecordsAtOnce;
             ++m_next) {
            const auto at = static_cast<size_t>(m_next);
            if (m_leavesOutRefused && m_preview->isRefused[at])
                continue;
            keys.push_back(m_preview->changing.at(m_next));
            were.push_back(m_preview->fingerprints[at]);
        }
        auto records = TableReader(session, table).recordsToChange(keys);
        if (!records)
            return records.error();
        QHash<Key, const Record*> byKey;
        for (const Record& record : *records)
            byKey.insert(record.key, &record);
        std::vector<RecordEdit> edits;
        QStringList others;
        for (size_t i = 0; i < keys.size(); ++i) {
            const Record* record = byKey.value(keys[i]);
            const bool isOther = !record || fingerprintOf(*record, m_watched) != were[i];
            const QString named = isOther ? keyText(keys[i], table.keyTypes()) : QString();
            if (isOther && m_onMeanwhile == OnMeanwhile::Stop) {
                others += named;
                continue;
            }
            if (isOther && (!record || m_onMeanwhile == OnMeanwhile::LeaveOut)) {
                m_meanwhile->leftOut += named;
                continue;
            }
            std::vector<Problem> problems;
            BulkStep step =
                stepFor(table, *record,
                        valuesFor(table, *record, m_preview->values, m_preview->present, problems));
            if (!problems.empty())
                return Error{ErrorKind::Refused, problems.front().message};
            if (isOther)
                m_meanwhile->computedAnew += named;
            const FieldValues more = m_filled.value(keys[i]);
            for (auto field = more.begin(); field != more.end(); ++field) {
                step.before.insert(field.key(),
                                   record->values[static_cast<size_t>(table.indexOf(field.key()))]);
                step.after.insert(field.key(), field.value());
            }
            edits.push_back({Operation::Update, table.name, keys[i], step.before, step.after});
        }
        if (!others.isEmpty())
            return changedSince(others);
        return edits;
    }

private:
    static Error changedSince(const QStringList& keys) {
        const QString named = keys.mid(0, MostNamed).join(QStringLiteral(", ")) +
                              (keys.size() > MostNamed ? QStringLiteral(", …") : QString());
        return {
            ErrorKind::Conflict,
            keys.size() == 1
                ? coreTr("Somebody changed the record %1 since the preview. Nothing was changed. "
                         "Look again, or choose what becomes of such records.")
                      .arg(named)
                : coreTr(
                      "Somebody changed records since the preview: %1. Nothing was changed. Look "
                      "again, or choose what becomes of such records.")
                      .arg(named)};
    }

    std::shared_ptr<const BulkPreview> m_preview;
    QHash<Key, FieldValues> m_filled;
    bool m_leavesOutRefused;
    OnMeanwhile m_onMeanwhile;
    std::shared_ptr<Meanwhile> m_meanwhile;
    QList<int> m_watched;
    qsizetype m_next = 0;
};

// What the expressions reach is read with the records: they are bound to a table that has it.
Status bindReached(BulkPreview& preview) {
    QStringList texts;
    for (const BoundExpression& expression : std::as_const(preview.values.set)) {
        if (expression.expression->reachesBeyond())
            texts += expression.expression->text();
    }
    if (texts.isEmpty())
        return ok();
    preview.table = std::make_shared<const Table>(withReached(*preview.table, texts));
    for (BoundExpression& expression : preview.values.set) {
        auto bound = bindExpression(expression.expression->text(), *preview.table);
        if (!bound)
            return Error{ErrorKind::Usage, bound.error().sentence};
        expression = std::move(*bound);
    }
    return ok();
}

} // namespace

Result<BulkPreview> previewBulkUpdate(Session& session, std::shared_ptr<const Table> table,
                                      const TableRules& rules, const BulkScope& scope,
                                      const BulkValues& values, const ChangeProgress& progress) {
    for (const QString& name :
         values.put.keys() + values.set.keys() + QStringList(values.replace.keys())) {
        const Column* column = table->column(name);
        if (column && !column->expression.isEmpty())
            return Error{ErrorKind::Refused,
                         coreTr("%1 is computed and cannot be changed.").arg(rules.labelOf(name))};
    }
    BulkPreview preview;
    preview.table = std::move(table);
    preview.values = values;
    // Otherwise an engine that could do it by itself would be left out for nothing.
    preview.values.fills = values.fills && couldFill(*preview.table, values);
    if (Status bound = bindReached(preview); !bound)
        return bound.error();
    preview.present = Present::take();
    preview.rules = rules;
    preview.watched = watchedColumns(*preview.table, rules, preview.values);
    if (Status looked = Previewing(session, preview, rules).look(scope, progress); !looked)
        return looked.error();
    return preview;
}

bool couldFill(const Table& table, const BulkValues& values) {
    const QStringList written =
        values.put.keys() + values.set.keys() + QStringList(values.replace.keys());
    const FilledFields fields(table);
    return std::any_of(fields.all().begin(), fields.all().end(), [&](const FilledField& field) {
        return !written.contains(table.columns[field.place].name) &&
               std::any_of(field.hangsOn.begin(), field.hangsOn.end(),
                           [&](const QString& name) { return written.contains(name); });
    });
}

QStringList notesOn(const BulkPreview& preview) {
    const QString triggers = noteOnTriggers(*preview.table);
    return triggers.isEmpty() ? QStringList() : QStringList{triggers};
}

qint64 BulkPreview::refusedChanging() const {
    return std::count(isRefused.begin(), isRefused.end(), true);
}

ChangeRequest bulkUpdateRequest(const std::shared_ptr<const BulkPreview>& preview,
                                const QHash<Key, FieldValues>& filled, bool leavesOutRefused,
                                OnMeanwhile onMeanwhile) {
    ChangeRequest request;
    request.action = QStringLiteral("bulk update");
    request.act = Act::BulkUpdate;
    request.isRun = true;
    request.fills = preview->values.fills;
    request.meanwhile = std::make_shared<Meanwhile>();
    if (filled.isEmpty() && !preview->values.fills)
        request.setWise = offerOf(preview, leavesOutRefused);
    request.more = [preview, filled, leavesOutRefused, onMeanwhile,
                    meanwhile = request.meanwhile]() -> EditSource {
        auto running =
            std::make_shared<Running>(preview, filled, leavesOutRefused, onMeanwhile, meanwhile);
        return [running](Session& session) { return running->next(session); };
    };
    return request;
}

} // namespace gravin
