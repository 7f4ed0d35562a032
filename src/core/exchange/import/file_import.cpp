// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/file_import.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/cell_text.h"
#include "core/exchange/import/row_reader.h"

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
    if (setUp.does != ImportSetUp::Does::ChangeOnly) {
        if (const QString reason = screen.reasonAgainst(Operation::Insert); !reason.isEmpty())
            return reason;
    }
    if (!setUp.match.isEmpty() && setUp.does != ImportSetUp::Does::AddOnly)
        return screen.reasonAgainst(Operation::Update);
    return {};
}

Result<ImportPreview> previewImport(Session& session, const Catalog& catalog, const RuleBook& rules,
                                    const BoundScreen& screen, const ImportSetUp& setUp,
                                    const QString& path, const ImportProgress& progress) {
    if (const QString reason = reasonAgainst(setUp, screen); !reason.isEmpty())
        return Error{ErrorKind::Refused, reason};
    ImportPreview preview;
    const QFileInfo file(path);
    preview.size = file.size();
    preview.modified = file.lastModified();
    RowReader reader(session, catalog, rules, screen, setUp);
    if (Status opened = reader.open(path); !opened)
        return opened.error();
    preview.heads = reader.heads();
    qint64 done = 0;
    for (;;) {
        auto rows = reader.next();
        if (!rows)
            return rows.error();
        if (rows->empty())
            return preview;
        done += static_cast<qint64>(rows->size());
        for (ImportRow& row : *rows) {
            ++preview.counts[row.outcome];
            const bool isRefused = row.outcome == ImportOutcome::Refuse;
            preview.unusual += row.warnings.empty() || isRefused ? 0 : 1;
            const bool isWriting =
                row.outcome == ImportOutcome::Add || row.outcome == ImportOutcome::Change;
            const bool isUnusual = !isRefused && !row.warnings.empty();
            if (isUnusual && preview.warned.size() < ImportPreview::MostListed)
                preview.warned.push_back(row);
            if (isRefused && preview.refused.size() < ImportPreview::MostRefused)
                preview.refused.push_back(std::move(row));
            else if (isWriting && preview.rows.size() < ImportPreview::MostListed)
                preview.rows.push_back(std::move(row));
        }
        if (progress && !progress(done))
            return Error{ErrorKind::Cancelled, coreTr("Stopped. Nothing was written.")};
    }
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

// One reading of the file for one write.
struct Importing {
    std::shared_ptr<const Catalog> catalog;
    std::shared_ptr<const RuleBook> rules;
    BoundScreen screen;
    ImportSetUp setUp;
    QString path;
    qint64 size = 0;
    QDateTime modified = {};
    std::unique_ptr<RowReader> reader = {};
    std::vector<qint64> lines = {}; // of the edits that were given last

    Result<std::vector<RecordEdit>> next(Session& session) {
        if (!reader) {
            const QFileInfo file(path);
            if (file.size() != size || file.lastModified() != modified)
                return Error{ErrorKind::Conflict,
                             coreTr("The file %1 is not any more the one that was looked at. Look "
                                    "at it again.")
                                 .arg(path)};
            reader = std::make_unique<RowReader>(session, *catalog, *rules, screen, setUp);
            if (Status opened = reader->open(path); !opened)
                return opened.error();
        }
        std::vector<RecordEdit> edits;
        lines.clear();
        while (edits.empty()) {
            const auto rows = reader->next();
            if (!rows)
                return rows.error();
            if (rows->empty())
                break;
            for (const ImportRow& row : *rows) {
                if (row.outcome == ImportOutcome::Refuse && !setUp.leavesOut) {
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
};

} // namespace

ImportRun importRun(const std::shared_ptr<const Catalog>& catalog,
                    const std::shared_ptr<const RuleBook>& rules, const BoundScreen& screen,
                    const ImportSetUp& setUp, const QString& path, const ImportPreview& preview) {
    // The write asks for a reading from the beginning each time that it begins.
    const auto current = std::make_shared<std::shared_ptr<Importing>>();
    ImportRun run;
    run.request.action = QStringLiteral("import");
    run.request.note = QFileInfo(path).fileName();
    run.request.screen = screen.screen.label;
    run.request.screenRules = screenRulesOf(screen);
    run.request.isRun = true;
    run.request.fills = true;
    run.request.more = [=, size = preview.size, modified = preview.modified]() -> EditSource {
        const auto importing = std::make_shared<Importing>(
            Importing{catalog, rules, screen, setUp, path, size, modified});
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
