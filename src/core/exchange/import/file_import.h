// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/exchange/import/file_rows.h"
#include "core/fitting/binding.h"

#include <QDateTime>

#include <functional>

namespace gravin {

// What is made of a file's rows on a screen.
struct ImportSetUp {
    FileForm file = {};
    // For each of the file's columns the field that it goes to, by its column; empty: none.
    QStringList columns = {};
    // By which fields a row finds its record; empty: each row is a new one.
    QStringList match = {};
    enum class Does { Both, AddOnly, ChangeOnly };
    Does does = Does::Both;
    // Rows that are refused are left out; otherwise nothing is written while there are some.
    bool leavesOut = false;
    // How dates and figures are written in the file; ISO forms and points are always taken.
    LocaleForm form = LocaleForm::plain();
};

// Why a row is refused, or could not be understood.
struct ImportProblem {
    QString column; // the field's; empty: it concerns the whole row
    QString label;
    QString text; // what stands there
    QString reason;
};

enum class ImportOutcome {
    Add,
    Change,
    Same,     // the record is so already
    PassOver, // to be added, or changed, which was not asked for
    Refuse
};

// What becomes of one row.
struct ImportRow {
    qint64 line = 0; // of the file, from 1
    ImportOutcome outcome = ImportOutcome::Same;
    Key key = {};            // of the record that is changed
    QString name;            // of the record
    FieldValues before = {}; // only what changes
    FieldValues after = {};
    QSet<QString> given = {}; // of these, what defaults give
    std::vector<ImportProblem> problems = {};
    // What is unusual about a row that is taken: the change is refused unless it accepts warnings.
    std::vector<ImportProblem> warnings = {};
    // As they stand in the file, null where nothing does; of refused rows only.
    QStringList cells = {};
};

// What an import would do. A plain value, made in a worker.
struct ImportPreview {
    static constexpr size_t MostListed = 500;
    static constexpr size_t MostRefused = 100'000;

    QStringList heads; // of the file
    QMap<ImportOutcome, qint64> counts;
    std::vector<ImportRow> rows;    // the first that would be added or changed
    std::vector<ImportRow> refused; // all of them, up to a limit
    std::vector<ImportRow> warned;  // the first of which something is unusual
    qint64 unusual = 0;             // how many there are of these
    // The file as it was then.
    qint64 size = 0;
    QDateTime modified = {};

    qint64 count(ImportOutcome outcome) const { return counts.value(outcome); }
    qint64 writing() const { return count(ImportOutcome::Add) + count(ImportOutcome::Change); }
};

// Rows so far; false stops it.
using ImportProgress = std::function<bool(qint64 rows)>;

// Whether rows can say anything of the field: what it is, or which record is meant.
bool isImportable(const BoundField& field);

// What the file's heads and the screen's fields say of each other; matched by the key where the
// file has it.
ImportSetUp guessedSetUp(const BoundScreen& screen, const FileForm& form, const QStringList& heads);
// Why nothing can be done so; empty: it can.
QString reasonAgainst(const ImportSetUp& setUp, const BoundScreen& screen);

// Reads all of the file and writes nothing. Damaged: the file cannot be read on.
Result<ImportPreview> previewImport(Session& session, const Catalog& catalog, const RuleBook& rules,
                                    const BoundScreen& screen, const ImportSetUp& setUp,
                                    const QString& path, const ImportProgress& progress = {});

// The change that does what the preview says: all of it or nothing. It reads the file again; where
// that is not the one that was looked at, it fails. `line`: the row that stands in the way, when
// the write fails at one; 0: at none. Both may be asked for after the write only.
struct ImportRun {
    ChangeRequest request;
    std::function<qint64(const WriteFailure&)> line;
};
ImportRun importRun(const std::shared_ptr<const Catalog>& catalog,
                    const std::shared_ptr<const RuleBook>& rules, const BoundScreen& screen,
                    const ImportSetUp& setUp, const QString& path, const ImportPreview& preview);

// The refused rows as a file like the one they are from, with a column of reasons.
Status writeRefused(const ImportPreview& preview, const QString& path);

} // namespace gravin
