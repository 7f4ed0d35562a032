// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/exchange/import/file_rows.h"
#include "core/fitting/binding.h"

#include <QDateTime>

#include <functional>

namespace gravin {

// Whether a file is still the one that was read.
struct FileState {
    qint64 size = 0;
    QDateTime modified = {};
    static FileState of(const QString& path);
    friend bool operator==(const FileState&, const FileState&) = default;
};

// What is made of a file's rows on a screen.
struct ImportSetUp {
    FileForm file = {};
    // For each of the file's columns the field that it goes to, by its column; empty: none.
    QStringList columns = {};
    // By which fields a row finds its record; empty: each row is a new one.
    QStringList match = {};
    using Does = KeptImport::Does;
    Does does = Does::Both;
    // Rows that are refused are left out; otherwise nothing is written while there are some.
    bool leavesOut = false;
    // How dates and figures are written in the file; ISO forms and points are always taken.
    LocaleForm form = LocaleForm::plain();
    using Missing = KeptImport::Missing;
    Missing missing = Missing::Stay;
    // Lookups, by their column, whose unknown texts become new records.
    QStringList makes = {};
    // What new records of lookups get beside what they show, by the lookup's column; and single
    // ones by their text, which counts before.
    QMap<QString, FieldValues> given = {};
    QMap<QString, QMap<QString, FieldValues>> givenFor = {};
    FieldValues givenTo(const QString& lookup, const QString& text) const;
    // What was asked for, by the row's line; it counts instead of what the file says, as long as
    // that is the one it was asked of.
    QHash<qint64, FieldValues> answers = {};
    FileState answeredOf = {};
};

// Why a row is refused, or could not be understood.
struct ImportProblem {
    QString column; // the field's; empty: it concerns the whole row
    QString label;
    QString text; // what stands there
    QString reason;
    InRuns inRuns = InRuns::Stop; // as its check says
    bool isUnknown = false;       // a lookup's text, of which a record could be made
    QStringList lacks = {};       // columns of that record that have to be said before
};

enum class ImportOutcome {
    Add,
    Change,
    Same,     // the record is so already
    PassOver, // to be added, or changed, which was not asked for
    Refuse,
    Delete // no row, but a record that the file lacks
};

// What becomes of one row.
struct ImportRow {
    qint64 line = 0; // of the file, from 1
    ImportOutcome outcome = ImportOutcome::Same;
    Key key = {};            // of the record that is changed
    QString name;            // of the record
    FieldValues before = {}; // only what changes
    FieldValues after = {};
    QSet<QString> given = {};         // of these, what defaults give
    QMap<QString, QString> made = {}; // of lookups, what records that are made for it will show
    std::vector<ImportProblem> problems = {};
    // What is unusual about a row that is taken: the change is refused unless it accepts warnings.
    std::vector<ImportProblem> warnings = {};
    // As they stand in the file, null where nothing does; of refused rows only.
    QStringList cells = {};

    // What becomes of it when it is refused: it stops the import where one of its problems does;
    // else it is asked for what is missing, where one asks; else it is left out.
    InRuns gate() const;
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
    QMap<InRuns, qint64> gates;     // of the refused
    // Records that the file lacks: the first ones, and where they are to be deleted all their keys.
    std::vector<ImportRow> missing;
    std::vector<Key> deleting;
    qint64 lacked = 0; // how many there are
    // Texts that lookups do not find, and of which records could be made; and those of which
    // records will be made. By the lookup's column, each text once.
    QMap<QString, QStringList> unknown;
    QMap<QString, QStringList> lacks; // what has to be said of those that are unknown
    QMap<QString, QStringList> made;
    // Why nothing can be written, whatever is left out; empty: nothing stands in the way.
    QString obstacle;
    FileState file; // as it was then

    qint64 count(ImportOutcome outcome) const { return counts.value(outcome); }
    qint64 writing() const {
        return count(ImportOutcome::Add) + count(ImportOutcome::Change) +
               count(ImportOutcome::Delete);
    }
    // Refused rows that stop the import so set up, and those that ask.
    qint64 stopping(const ImportSetUp& setUp) const {
        return setUp.leavesOut ? 0 : gates.value(InRuns::Stop);
    }
    qint64 asking(const ImportSetUp& setUp) const {
        return setUp.leavesOut ? 0 : gates.value(InRuns::Ask);
    }
};

// Rows so far; false stops it.
using ImportProgress = std::function<bool(qint64 rows)>;

// Whether rows can say anything of the field: what it is, or which record is meant.
bool isImportable(const BoundField& field);

// What the file's heads and the screen's fields say of each other; matched by the key where the
// file has it.
ImportSetUp guessedSetUp(const BoundScreen& screen, const FileForm& form, const QStringList& heads);
// What a kept one says of a file that has these heads and is read so. Usage: it lacks a head, or
// the screen a field.
Result<ImportSetUp> keptSetUp(const KeptImport& kept, const Project& project,
                              const Catalog& catalog, const BoundScreen& screen,
                              const FileForm& form, const QStringList& heads);
// How its file is read.
FileForm keptForm(const KeptImport& kept, FileForm guessed);
// What is kept of a set-up; `locale`: its form's name. Answers stay with their file.
KeptImport keptImport(const QString& name, const BoundScreen& screen, const ImportSetUp& setUp,
                      const QStringList& heads, const QString& locale);
// What the project gives new records of the screen's lookups (ImportSetUp::given).
QMap<QString, FieldValues> makingDefaults(const Project& project, const Catalog& catalog,
                                          const BoundScreen& screen);
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
