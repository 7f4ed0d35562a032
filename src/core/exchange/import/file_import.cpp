// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/file_import.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/cell_text.h"
#include "core/exchange/import/row_reader.h"
#include "core/records/table_reader.h"

#include <QFileInfo>

#include <algorithm>

namespace gravin {

namespace {

// What a head may mean: a field's label or column, whatever its case; `isStored`: as a list that is
// exported calls what is stored of it.
bool isMeant(const BoundField& field, const QString& head, bool isStored) {
    const auto isCalled = [&](const QString& name) {
        return head.trimmed().compare(isStored ? storedHead(name) : name, Qt::CaseInsensitive) == 0;
    };
    return isCalled(field.label()) || isCalled(field.name());
}

} // namespace

FileState FileState::of(const QString& path) {
    const QFileInfo file(path);
    return {file.size(), file.lastModified()};
}

FieldValues ImportSetUp::givenTo(const QString& lookup, const QString& text) const {
    FieldValues values = given.value(lookup);
    values.insert(givenFor.value(lookup).value(text));
    return values;
}

InRuns ImportRow::gate() const {
    const auto has = [&](InRuns what) {
        return std::any_of(problems.begin(), problems.end(),
                           [&](const ImportProblem& problem) { return problem.inRuns == what; });
    };
    return has(InRuns::Stop) ? InRuns::Stop : has(InRuns::Ask) ? InRuns::Ask : InRuns::LeaveOut;
}

bool isImportable(const BoundField& field) {
    return !field.column.computed && !field.far && (field.isEditable() || field.isKey);
}

ImportSetUp guessedSetUp(const BoundScreen& screen, const FileForm& form,
                         const QStringList& heads) {
    ImportSetUp setUp;
    setUp.file = form;
    setUp.form = screen.form;
    QSet<QString> taken;
    const auto fieldFor = [&](const QString& head, bool isStored) -> QString {
        for (const BoundField& field : screen.fields) {
            if (isImportable(field) && isMeant(field, head, isStored) &&
                !taken.contains(field.name()))
                return field.name();
        }
        return {};
    };
    setUp.columns.resize(heads.size());
    // What is stored says more than what is shown beside it.
    for (const bool isStored : {true, false}) {
        for (qsizetype i = 0; i < heads.size(); ++i) {
            if (!setUp.columns[i].isEmpty())
                continue;
            setUp.columns[i] = fieldFor(heads[i], isStored);
            if (!setUp.columns[i].isEmpty())
                taken.insert(setUp.columns[i]);
        }
    }
    const QStringList& key = screen.table->key;
    if (!key.isEmpty() && std::all_of(key.begin(), key.end(), [&](const QString& column) {
            return taken.contains(column);
        }))
        setUp.match = key;
    return setUp;
}

QString reasonAgainst(const ImportSetUp& setUp, const BoundScreen& screen) {
    const auto goes = [&](const QString& column) { return setUp.columns.contains(column); };
    if (std::all_of(setUp.columns.begin(), setUp.columns.end(),
                    [](const QString& column) { return column.isEmpty(); }))
        return coreTr("No column of the file goes to a field.");
    for (const QString& column : setUp.columns) {
        if (!column.isEmpty() && setUp.columns.count(column) > 1) {
            const BoundField* field = screen.field(column);
            return coreTr("Two columns of the file go to %1.").arg(field ? field->label() : column);
        }
    }
    for (const QString& column : setUp.match) {
        const BoundField* field = screen.field(column);
        if (!goes(column))
            return coreTr("Records are to be found by %1, which no column of the file goes to.")
                .arg(field ? field->label() : column);
    }
    if (setUp.match.isEmpty() && setUp.does == ImportSetUp::Does::ChangeOnly)
        return coreTr("Say by which fields a row finds the record that it changes.");
    if (setUp.missing != ImportSetUp::Missing::Stay && setUp.match.isEmpty())
        return coreTr("Say by which fields a row finds its record; otherwise nobody knows what the "
                      "file lacks.");
    if (setUp.missing == ImportSetUp::Missing::Deleted) {
        if (const QString reason = screen.reasonAgainst(Operation::Delete); !reason.isEmpty())
            return reason;
    }
    if (setUp.does != ImportSetUp::Does::ChangeOnly) {
        if (const QString reason = screen.reasonAgainst(Operation::Insert); !reason.isEmpty())
            return reason;
    }
    if (!setUp.match.isEmpty() && setUp.does != ImportSetUp::Does::AddOnly)
        return screen.reasonAgainst(Operation::Update);
    return {};
}

namespace {

Error changedMeanwhile(const QString& path) {
    return {ErrorKind::Conflict,
            coreTr("The file %1 is not any more the one that was looked at. Look at it again.")
                .arg(path)};
}

// Makes the preview of what a reader says row by row.
class PreviewMaker {
public:
    explicit PreviewMaker(const ImportSetUp& setUp)
        : m_setUp(setUp) {}

    void add(ImportRow&& row) {
        ++preview.counts[row.outcome];
        if (row.outcome == ImportOutcome::Refuse)
            refuse(std::move(row));
        else if (row.outcome == ImportOutcome::Add || row.outcome == ImportOutcome::Change)
            write(std::move(row));
    }

    // The records that no row named. Requires: all rows were read.
    Status lookForMissing(Session& session, const BoundScreen& screen, const RowReader& reader) {
        const Table& table = *screen.table;
        const bool isDeleting = m_setUp.missing == ImportSetUp::Missing::Deleted;
        if (isDeleting && reader.unnamedLine() > 0) {
            preview.obstacle = coreTr("Row %1 is refused and does not say which record it means, "
                                      "so that nobody knows what the file lacks. Mend it first.")
                                   .arg(reader.unnamedLine());
            return ok();
        }
        QList<Column> columns;
        for (const QString& column : m_setUp.match + table.key)
            columns += *table.column(column);
        const auto matched = m_setUp.match.size();
        std::vector<Key> first;
        const Status scanned =
            TableReader(session, table).scanValues({}, columns, [&](std::vector<Value>&& values) {
                const auto keyAt = values.begin() + matched;
                if (reader.named().contains(Key({values.begin(), keyAt})))
                    return true;
                ++preview.lacked;
                Key key({keyAt, values.end()});
                if (first.size() < ImportPreview::MostListed)
                    first.push_back(key);
                if (isDeleting)
                    preview.deleting.push_back(std::move(key));
                return true;
            });
        if (!scanned)
            return scanned;
        const auto records = TableReader(session, table).records(first);
        if (!records)
            return records.error();
        for (const Record& record : *records) {
            ImportRow& row = preview.missing.emplace_back();
            row.outcome = ImportOutcome::Delete;
            row.key = record.key;
            row.name = screen.nameOf(record.values);
        }
        if (isDeleting)
            preview.counts[ImportOutcome::Delete] = preview.lacked;
        return ok();
    }

    ImportPreview preview;

private:
    void refuse(ImportRow&& row) {
        ++preview.gates[row.gate()];
        for (const ImportProblem& problem : row.problems) {
            if (!problem.isUnknown)
                continue;
            note(preview.unknown, problem.column, problem.text);
            for (const QString& column : problem.lacks)
                note(preview.lacks, problem.column, column);
        }
        if (preview.refused.size() < ImportPreview::MostRefused)
            preview.refused.push_back(std::move(row));
    }

    void write(ImportRow&& row) {
        for (auto made = row.made.begin(); made != row.made.end(); ++made)
            note(preview.made, made.key(), *made);
        if (!row.warnings.empty()) {
            ++preview.unusual;
            if (preview.warned.size() < ImportPreview::MostListed)
                preview.warned.push_back(row);
        }
        if (preview.rows.size() < ImportPreview::MostListed)
            preview.rows.push_back(std::move(row));
    }

    void note(QMap<QString, QStringList>& texts, const QString& column, const QString& text) {
        QSet<QString>& seen = m_seen[{&texts, column}];
        if (seen.contains(text))
            return;
        seen.insert(text);
        texts[column] += text;
    }

    const ImportSetUp& m_setUp;
    QMap<std::pair<const void*, QString>, QSet<QString>> m_seen;
};

} // namespace

Result<ImportPreview> previewImport(Session& session, const Catalog& catalog, const RuleBook& rules,
                                    const BoundScreen& screen, const ImportSetUp& setUp,
                                    const QString& path, const ImportProgress& progress) {
    if (const QString reason = reasonAgainst(setUp, screen); !reason.isEmpty())
        return Error{ErrorKind::Refused, reason};
    PreviewMaker maker(setUp);
    const FileState before = FileState::of(path);
    maker.preview.file = before;
    if (!setUp.answers.isEmpty() && setUp.answeredOf != before)
        return changedMeanwhile(path);
    RowReader reader(session, catalog, rules, screen, setUp);
    if (Status opened = reader.open(path); !opened)
        return opened.error();
    maker.preview.heads = reader.heads();
    qint64 done = 0;
    for (;;) {
        auto rows = reader.next();
        if (!rows)
            return rows.error();
        if (rows->empty())
            break;
        done += static_cast<qint64>(rows->size());
        for (ImportRow& row : *rows)
            maker.add(std::move(row));
        if (progress && !progress(done))
            return Error{ErrorKind::Cancelled, coreTr("Stopped. Nothing was written.")};
    }
    if (FileState::of(path) != before)
        return changedMeanwhile(path);
    if (setUp.missing != ImportSetUp::Missing::Stay) {
        if (Status looked = maker.lookForMissing(session, screen, reader); !looked)
            return looked.error();
    }
    return std::move(maker.preview);
}

namespace {

RecordEdit editOf(const ImportRow& row, const QString& table) {
    RecordEdit edit;
    edit.operation = row.outcome == ImportOutcome::Add ? Operation::Insert : Operation::Update;
    edit.table = table;
    edit.key = row.key;
    edit.before = row.before;
    edit.after = row.after;
    edit.given = row.given;
    return edit;
}

constexpr size_t DeletedTogether = 256;

// One reading of the file for one write.
struct Importing {
    std::shared_ptr<const Catalog> catalog;
    std::shared_ptr<const RuleBook> rules;
    BoundScreen screen;
    ImportSetUp setUp;
    QString path;
    FileState file;
    std::shared_ptr<const std::vector<Key>> deleting = {};
    std::unique_ptr<RowReader> reader = {};
    bool isRead = false;            // all rows were
    size_t deleted = 0;             // so many of these were given
    std::vector<qint64> lines = {}; // of the edits that were given last; 0: of none

    Result<std::vector<RecordEdit>> next(Session& session) {
        if (!reader) {
            if (FileState::of(path) != file)
                return changedMeanwhile(path);
            reader = std::make_unique<RowReader>(session, *catalog, *rules, screen, setUp);
            if (Status opened = reader->open(path); !opened)
                return opened.error();
        }
        lines.clear();
        if (!isRead) {
            auto edits = nextRows();
            if (!edits || !edits->empty())
                return edits;
        }
        return nextDeletions(session);
    }

    // The next rows that write something.
    Result<std::vector<RecordEdit>> nextRows() {
        std::vector<RecordEdit> edits;
        while (edits.empty()) {
            const auto rows = reader->next();
            if (!rows)
                return rows.error();
            isRead = rows->empty();
            if (isRead && FileState::of(path) != file)
                return changedMeanwhile(path);
            if (isRead)
                break;
            for (const ImportRow& row : *rows) {
                const bool isRefused = row.outcome == ImportOutcome::Refuse;
                if (isRefused && !setUp.leavesOut && row.gate() != InRuns::LeaveOut) {
                    const ImportProblem& problem = row.problems.front();
                    return Error{ErrorKind::Refused,
                                 coreTr("Row %1: %2").arg(row.line).arg(problem.reason)};
                }
                if (row.outcome != ImportOutcome::Add && row.outcome != ImportOutcome::Change)
                    continue;
                edits.push_back(editOf(row, screen.table->name));
                lines.push_back(row.line);
            }
        }
        return edits;
    }

    // Of the records that the preview listed, and of those that are still there.
    Result<std::vector<RecordEdit>> nextDeletions(Session& session) {
        std::vector<RecordEdit> edits;
        while (edits.empty() && deleted < deleting->size()) {
            const size_t end = std::min(deleted + DeletedTogether, deleting->size());
            const std::vector<Key> keys(deleting->begin() + static_cast<std::ptrdiff_t>(deleted),
                                        deleting->begin() + static_cast<std::ptrdiff_t>(end));
            deleted = end;
            const auto records = TableReader(session, *screen.table).records(keys);
            if (!records)
                return records.error();
            for (const Record& record : *records) {
                RecordEdit& edit = edits.emplace_back();
                edit.operation = Operation::Delete;
                edit.table = screen.table->name;
                edit.key = record.key;
                edit.before = fieldValues(*screen.table, record);
                lines.push_back(0);
            }
        }
        return edits;
    }
};

} // namespace

ImportRun importRun(const std::shared_ptr<const Catalog>& catalog,
                    const std::shared_ptr<const RuleBook>& rules, const BoundScreen& screen,
                    const ImportSetUp& setUp, const QString& path, const ImportPreview& preview) {
    // The write asks for a reading from the beginning each time that it begins.
    const auto current = std::make_shared<std::shared_ptr<Importing>>();
    ImportRun run;
    run.request.action = QStringLiteral("import");
    run.request.act = Act::Import;
    run.request.note = QFileInfo(path).fileName();
    run.request.screen = screen.screen.label;
    run.request.screenRules = screenRulesOf(screen);
    run.request.isRun = true;
    run.request.fills = true;
    run.request.edits = makingEdits(screen, setUp, preview.made);
    run.request.more =
        [=, file = preview.file,
         deleting = std::make_shared<const std::vector<Key>>(preview.deleting)]() -> EditSource {
        const auto importing = std::make_shared<Importing>(
            Importing{catalog, rules, screen, setUp, path, file, deleting});
        *current = importing;
        return [importing](Session& session) { return importing->next(session); };
    };
    run.line = [current](const WriteFailure& failure) -> qint64 {
        const bool isKnown = *current && failure.edit && *failure.edit < (*current)->lines.size();
        return isKnown ? (*current)->lines[*failure.edit] : 0;
    };
    return run;
}

Status writeRefused(const ImportPreview& preview, const QString& path) {
    WholeFile file(path);
    if (Status opened = file.open(); !opened)
        return opened;
    CsvWriter writer(file.device());
    bool written = writer.putRow(preview.heads + QStringList{coreTr("Reason")});
    for (const ImportRow& row : preview.refused) {
        QStringList reasons;
        for (const ImportProblem& problem : row.problems)
            reasons += problem.reason;
        std::vector<CsvCell> cells;
        for (const QString& cell : row.cells)
            cells.push_back({cell, cell.isNull() ? CsvCell::Kind::Null : CsvCell::Kind::Text});
        cells.push_back({reasons.join(u' ')});
        written = written && writer.putCells(cells);
    }
    if (!written)
        return Error{ErrorKind::File,
                     coreTr("The file could not be written: %1").arg(file.device().errorString())};
    return file.commit();
}

} // namespace gravin
