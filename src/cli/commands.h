// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/bulk/bulk_update.h"
#include "core/changes/rollback.h"
#include "core/exchange/list_export.h"
#include "core/project/project.h"
#include "paper/print_run.h"

#include <QStringList>

namespace gravin::cli {

// Each command answers the exit code. Options are plain values; texts are what was typed.

struct NewOptions {
    QString file;
    QString database;
    QStringList tables; // empty: all
    QString arrangement = QStringLiteral("grid-form");
    bool readOnly = false;
    bool json = false;
};
int runNew(const NewOptions& options);

struct TablesOptions {
    QString source; // a project file or a URL
    bool json = false;
};
int runTables(const TablesOptions& options);

struct CheckOptions {
    QString file;
    QStringList mends; // ids of findings
    bool noData = false;
    bool json = false;
};
int runCheck(const CheckOptions& options);

struct RepointOptions {
    QString file;
    QString database; // the address of the other database
    bool dryRun = false;
    bool anyway = false; // also where something breaks
    bool noData = false;
    bool json = false;
};
int runRepoint(const RepointOptions& options);

struct CopyOptions {
    QString source; // a project file or a URL
    QString target; // a URL
    bool repoint = false;
    bool dryRun = false;
    bool json = false;
};
int runCopy(const CopyOptions& options);

struct GrantsOptions {
    QString file;
    bool json = false;
};
int runGrants(const GrantsOptions& options);

struct SignOptions {
    QString file;
    QString key; // a file
    QString by;  // empty: the person's name
    bool makeKey = false;
    bool takeOff = false;
    bool accept = false; // nothing is signed: the project counts as it is
    bool json = false;
};
int runSign(const SignOptions& options);

struct ActOptions {
    QString file;
    QString screen;
    QString action;
    QStringList keys;
    QStringList with; // "parameter=value": what routines are asked with
    bool yes = false; // do not ask whether to do what cannot be rolled back
    bool json = false;
};
int runAct(const ActOptions& options);

struct RoutinesOptions {
    QString source; // a project file or a URL
    bool json = false;
};
int runRoutines(const RoutinesOptions& options);

struct CallOptions {
    QString file;
    QString routine;
    QStringList with; // "parameter=value"
    bool yes = false;
    bool json = false;
};
int runCall(const CallOptions& options);

struct PackOptions {
    QString file;
    QString out; // the folder that is made, or in which the package is
    bool debian = false;
    QString name;
    QString icon;
    QStringList guide;
    QString version = QStringLiteral("1.0");
    QString maintainer;
    bool asksServer = false;
    bool asksAccount = false;
    bool json = false;
};
int runPack(const PackOptions& options);

// What every command on a screen has in common.
struct ScreenOptions {
    QString file;
    QString screen;
    QString locale = QStringLiteral("C"); // how dates and figures are read and written
    QStringList with;                     // "name=value": what SELECTs are asked with
    bool json = false;
};

// Which records of a screen, in which order.
struct ListOptions : ScreenOptions {
    QString where;  // an expression; empty: all records
    QString search; // words that have to stand in the screen's fields
    QString sort;
    bool all = false; // without what the screen's list begins with
};

struct RowsOptions : ListOptions {
    QString asOf;        // a change or a time; empty: now
    bool stored = false; // as it is stored, not what lookups show
    qint64 limit = -1;
    qint64 offset = 0;
};
int runRows(const RowsOptions& options);

struct ExportFileOptions : ListOptions {
    QString out;        // by its end .csv, .xlsx or .json
    QStringList fields; // empty: those of the list
    bool allFields = false;
    bool columnHeads = false; // what columns are called, not what fields are
    ExportOptions::Bytes bytes = ExportOptions::Bytes::LeftOut;
    bool withTotals = false;
    ExportOptions::Lookups lookups = ExportOptions::Lookups::Shown;
    CsvForm csv;
};
int runExport(const ExportFileOptions& options);

struct PrintOptions : ListOptions {
    QString out;                          // a PDF file
    QString as = QStringLiteral("sheet"); // "sheet", "list" or the name of cards that are kept
    QStringList keys;                     // these records; empty: those of the list
    QStringList fields;                   // of a list; empty: those that it shows
    OnGap onGap = OnGap::AsChecked;
    QString page = QStringLiteral("A4");
    bool landscape = false;
    QString report; // a CSV file of what was left out
};
// Requires: a QGuiApplication.
int runPrint(const PrintOptions& options);

struct ImportFileOptions : ScreenOptions {
    QString from;
    QString kept;       // an import that the project keeps; what is said beside counts instead
    QString sheet;      // of a workbook; empty: its first one
    QStringList mapped; // "head=field"; "head=" leaves the column out
    QStringList match;  // fields; empty: the key, where the file has it
    bool noMatch = false;
    bool addOnly = false;
    bool changeOnly = false;
    bool leavesOut = false;
    std::optional<KeptImport::Missing> missing; // of records that the file lacks
    QStringList makes;                          // lookups whose unknown texts become records
    QString refused;                            // a file for the refused rows
    QString note;
    bool dryRun = false;
    bool acceptWarnings = false;
};
int runImport(const ImportFileOptions& options);

struct WriteOptions : ScreenOptions {
    OnMeanwhile onMeanwhile = OnMeanwhile::Stop; // of a bulk update
    QStringList keys;                            // edit and delete: one; bulk: any number
    QString where;                               // bulk: an expression that says which records
    QStringList assignments;                     // "field=value"
    QStringList sets;                            // bulk: "field=expression"
    QString kept;                                // bulk: the name of one that the project keeps
    QStringList fills;       // bulk: a key and "field=value", in turn: what the run asks for
    QStringList nulls;       // fields to set to NULL
    QStringList files;       // "field=path": a binary field takes what the file holds
    QStringList was;         // edit: "field=value" that must still hold
    bool withFilled = false; // bulk: what fields are filled with follows
    bool cascade = false;
    bool dryRun = false;
    bool acceptWarnings = false;
};
int runAdd(const WriteOptions& options);
int runEdit(const WriteOptions& options);
int runDelete(const WriteOptions& options);
int runBulk(const WriteOptions& options);

struct LogOptions {
    bool accept = false; // with verify: the log as it is counts from now on
    QString file;
    QString table;
    QString key;
    QString field; // who set it: with table and key
    QString since;
    QString by;
    QString text;
    QString head; // what a verification said before
    QString out;  // a file to write it to
    qint64 limit = -1;
    bool verify = false;
    bool json = false;
};
int runLog(const LogOptions& options);

struct ChangeOptions {
    QString file;
    qint64 change = 0;
    bool json = false;
};
int runShow(const ChangeOptions& options);

struct RollbackOptions {
    QString file;
    std::vector<qint64> changes;
    QString to; // a change or a time: everything since
    QString by; // of this person
    QString table;
    QString key;
    QString field;
    OnConflict onConflict = OnConflict::Stop;
    QString note;
    bool dryRun = false;
    bool json = false;
};
int runRollback(const RollbackOptions& options);

// Which tables the database keeps the log of by itself.
struct WatchOptions {
    QString file;
    QStringList tables; // empty, and not all: say which are watched
    bool all = false;   // that can be
    bool off = false;
    bool yes = false;    // nobody is asked
    bool dryRun = false; // say the statements
    bool json = false;
};
int runWatch(const WatchOptions& options);

struct NoteOptions {
    QString file;
    qint64 change = 0;
    QString text;
    bool json = false;
};
int runNote(const NoteOptions& options);

struct TrimOptions {
    bool yes = false; // nobody is asked
    QString file;
    QString upTo; // a change or a time
    bool dryRun = false;
    bool json = false;
};
int runTrim(const TrimOptions& options);

} // namespace gravin::cli
