// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/command_line.h"

#include "cli/commands.h"
#include "cli/output.h"
#include "core/base/text.h"

#include <CLI/CLI.hpp>

#include <QFileInfo>
#include <QRegularExpression>
#include <QStringDecoder>

#include <map>
#include <memory>
#include <string_view>

namespace gravin::cli {

namespace {

// CLI11 fills standard strings; options hold QStrings. This binds one to the other.
CLI::Option* addText(CLI::App& command, const std::string& name, QString& target,
                     const std::string& help) {
    return command.add_option_function<std::string>(
        name, [&target](const std::string& text) { target = QString::fromStdString(text); }, help);
}

CLI::Option* addTexts(CLI::App& command, const std::string& name, QStringList& target,
                      const std::string& help) {
    return command.add_option_function<std::vector<std::string>>(
        name,
        [&target](const std::vector<std::string>& texts) {
            for (const std::string& text : texts)
                target += QString::fromStdString(text);
        },
        help);
}

// One value each time the option is given: values may begin like options and hold blanks.
CLI::Option* addRepeated(CLI::App& command, const std::string& name, QStringList& target,
                         const std::string& help) {
    return addTexts(command, name, target, help)->allow_extra_args(false);
}

class Parser {
public:
    Parser()
        : m_app("Data screens on a real database, with a change log that can be rolled back.",
                "gravin") {
        m_app.set_version_flag("--version", GRAVIN_VERSION);
        m_app.require_subcommand(0, 1);
        addText(m_app, "file", m_window.file, "the project to open in a window");
        m_app.add_subcommand("help", "list the commands")->callback([this] {
            m_command = [text = QString::fromStdString(m_help)] {
                printLine(text);
                return static_cast<int>(Done);
            };
        });
        defineUse();
        defineNew();
        defineReading();
        defineCopy();
        defineGrants();
        defineSign();
        definePack();
        defineExport();
        defineImport();
        definePrint();
        defineWriting();
        defineAct();
        defineHistory();
        m_help = m_app.help(); // once a command is read, the library tells of that one only
    }

    Invocation parse(int argc, char** argv) {
        bool wantsJson = false;
        for (int i = 1; i < argc; ++i) {
            wantsJson = wantsJson || std::string_view(argv[i]) == "--json";
            QStringDecoder decoder(QStringDecoder::Utf8);
            const QString text = decoder(QByteArrayView(argv[i]));
            if (decoder.hasError())
                return usage(coreTr("An argument is not UTF-8: “%1”.").arg(text), wantsJson);
        }
        try {
            m_app.parse(argc, argv);
        } catch (const CLI::ParseError& error) {
            if (error.get_exit_code() != 0)
                return usage(mistake(error), wantsJson);
            m_app.exit(error); // help or version
            return {finish(Done), {}, {}};
        }
        if (m_command)
            return {{}, m_command, {}, m_needsFonts};
        // A mistyped command is not a project that is missing.
        const QString& file = m_window.file;
        if (!file.isEmpty() && !m_window.useOnly && !file.contains(u'/') &&
            !file.endsWith(u".gravin") && !QFileInfo::exists(file))
            return usage(coreTr("There is no command and no project “%1”; gravin help lists the "
                                "commands.")
                             .arg(file),
                         wantsJson);
        return {{}, {}, m_window};
    }

private:
    static Invocation usage(const QString& sentence, bool wantsJson) {
        return {finish(report({ErrorKind::Usage, sentence}, wantsJson)), {}, {}};
    }

    // In our own words: the library's speak of its insides.
    static QString mistake(const CLI::ParseError& error) {
        const QString words = QString::fromStdString(error.what());
        const QString name = words.section(QRegularExpression(QStringLiteral("[: ]")), 0, 0);
        if (dynamic_cast<const CLI::ExtrasError*>(&error))
            return coreTr("“%1” is not understood here.")
                .arg(words.section(QStringLiteral(": "), 1));
        if (dynamic_cast<const CLI::RequiredError*>(&error))
            return coreTr("%1 is missing.").arg(name);
        if (dynamic_cast<const CLI::ArgumentMismatch*>(&error))
            return coreTr("%1 does not have the values it needs.").arg(name);
        if (dynamic_cast<const CLI::ExcludesError*>(&error))
            return coreTr("%1 and %2 cannot be given together.").arg(name, words.section(u' ', -1));
        if (dynamic_cast<const CLI::ConversionError*>(&error) ||
            dynamic_cast<const CLI::ValidationError*>(&error)) {
            static const QRegularExpression option(QStringLiteral("--[a-z-]+|change"));
            const QString which = option.match(words).captured();
            return which.isEmpty() ? coreTr("A value does not fit its option.")
                                   : coreTr("The value of %1 does not fit it.").arg(which);
        }
        return words;
    }

    // Makes the subcommand; its answer is kept to be run later, with its own copy of the options.
    template <typename Options>
    CLI::App& define(const std::string& name, const std::string& help,
                     const std::shared_ptr<Options>& options, int (*run)(const Options&)) {
        CLI::App& command = *m_app.add_subcommand(name, help);
        command.add_flag("--json", options->json, "answer as JSON");
        command.callback(
            [this, options, run] { m_command = [options, run] { return run(*options); }; });
        return command;
    }

    template <typename Options>
    CLI::App& defineOnScreen(const std::string& name, const std::string& help,
                             const std::shared_ptr<Options>& options, int (*run)(const Options&)) {
        CLI::App& command = define(name, help, options, run);
        addText(command, "file", options->file, "the project")->required();
        addText(command, "screen", options->screen, "the screen's id or label, or its table")
            ->required();
        addText(command, "--locale", options->locale,
                "read and write dates and figures as in de, en-GB …; else ISO forms and points");
        addRepeated(command, "--with", options->with, "what a SELECT asks for: name=value");
        return command;
    }

    void defineUse() {
        CLI::App& command = *m_app.add_subcommand("use", "open a project for keying data in");
        addText(command, "file", m_window.file, "the project")->required();
        addText(command, "--screen", m_window.screen, "the screen to begin with");
        command.callback([this] { m_window.useOnly = true; });
        m_app.add_subcommand("demo", "open your own copy of the demonstration")->callback([this] {
            m_window.demonstration = true;
        });
    }

    void defineGrants() {
        auto grants = std::make_shared<GrantsOptions>();
        CLI::App& command = define(
            "grants", "statements that let the database hold accounts to the project's roles",
            grants, runGrants);
        addText(command, "file", grants->file, "the project")->required();
    }

    void defineSign() {
        auto sign = std::make_shared<SignOptions>();
        CLI::App& command = define(
            "sign", "who gives a project out signs it; one that was changed since is read only",
            sign, runSign);
        addText(command, "file", sign->file, "the project")->required();
        CLI::Option* key =
            addText(command, "--key", sign->key,
                    "the secret key, Ed25519 in PEM; its passphrase is in GRAVIN_KEY_PASSPHRASE");
        command.add_flag("--new-key", sign->makeKey, "make the key first, in that file")
            ->needs(key);
        addText(command, "--by", sign->by, "the name that stands with it (default: yours)")
            ->needs(key);
        CLI::Option* off =
            command.add_flag("--off", sign->takeOff, "take the signature off")->excludes(key);
        command
            .add_flag("--accept", sign->accept,
                      "trust the project as it is now, whoever signed it before")
            ->excludes(key)
            ->excludes(off);
    }

    void definePack() {
        auto pack = std::make_shared<PackOptions>();
        CLI::App& command = define(
            "pack", "a project for those who key data in: a folder, or a package", pack, runPack);
        addText(command, "file", pack->file, "the project")->required();
        addText(command, "--out", pack->out,
                "the folder to make, or with --deb where the package is put")
            ->required();
        command.add_flag("--deb", pack->debian, "a Debian package, which needs that of Gravin");
        addText(command, "--name", pack->name, "what people read (default: the project's name)");
        addText(command, "--icon", pack->icon, "an SVG or PNG file (default: Gravin's)");
        addRepeated(command, "--guide", pack->guide, "a page of its guide, .md or .txt");
        addText(command, "--version", pack->version, "of the package (default: 1.0)");
        addText(command, "--maintainer", pack->maintainer, "of the package: Name <address>");
        command.add_flag("--ask-server", pack->asksServer,
                         "say no server: each person is asked for it once");
        command.add_flag("--ask-account", pack->asksAccount,
                         "say no account: each person is asked for theirs once");
    }

    void defineNew() {
        auto options = std::make_shared<NewOptions>();
        CLI::App& command =
            define("new", "make a project with screens for a database", options, runNew);
        addText(command, "file", options->file, "the project to write")->required();
        addText(command, "--database", options->database,
                "sqlite:PATH, postgresql://… or mariadb://…")
            ->required();
        addRepeated(command, "--table", options->tables,
                    "a table to make a screen for (default: all)");
        addText(
            command, "--arrangement", options->arrangement,
            "grid, form, grid-form, grid-windows, parent-children, form-children or grid-nested");
        command.add_flag("--read-only", options->readOnly,
                         "no change log in the database, hence no changes");
    }

    void defineReading() {
        auto tables = std::make_shared<TablesOptions>();
        CLI::App& listing = define("tables", "what the database says of itself", tables, runTables);
        addText(listing, "source", tables->source, "a project, or a database's address")
            ->required();

        auto check = std::make_shared<CheckOptions>();
        CLI::App& checking =
            define("check", "where a project does not fit its database", check, runCheck);
        addText(checking, "file", check->file, "the project")->required();
        addRepeated(checking, "--mend", check->mends, "mend this finding in the project");
        checking.add_flag("--no-data", check->noData, "ask the catalog only, read no records");

        auto repoint = std::make_shared<RepointOptions>();
        CLI::App& repointing = define("repoint", "give a project another database, after comparing",
                                      repoint, runRepoint);
        addText(repointing, "file", repoint->file, "the project")->required();
        addText(repointing, "--database", repoint->database, "the other database's address")
            ->required();
        repointing.add_flag("--dry-run", repoint->dryRun, "compare, change nothing");
        repointing.add_flag("--anyway", repoint->anyway, "also where something breaks there");
        repointing.add_flag("--no-data", repoint->noData, "compare the catalogs, read no records");

        auto rows = std::make_shared<RowsOptions>();
        CLI::App& reading = defineOnScreen("rows", "the records of a screen", rows, runRows);
        defineList(reading, *rows);
        addText(reading, "--as-of", rows->asOf,
                "as they were right after this change, or at this time");
        reading.add_flag("--stored", rows->stored,
                         "what is stored, where a lookup shows something else; sorted by it too");
        reading.add_option("--limit", rows->limit, "at most so many records")
            ->check(CLI::NonNegativeNumber);
        reading.add_option("--offset", rows->offset, "leave out so many first")
            ->check(CLI::NonNegativeNumber);
    }

    void defineCopy() {
        auto copy = std::make_shared<CopyOptions>();
        CLI::App& copying =
            define("copy", "take a database's tables and rows to another one", copy, runCopy);
        addText(copying, "source", copy->source, "a project, or a database's address")->required();
        addText(copying, "target", copy->target,
                "sqlite:PATH of a file that is not there yet, postgresql://… or mariadb://…")
            ->required();
        copying.add_flag("--repoint", copy->repoint, "the project then works on the copy");
        copying.add_flag("--dry-run", copy->dryRun,
                         "say the statements and what does not come along, copy nothing");
    }

    static void defineList(CLI::App& command, ListOptions& list) {
        addText(command, "--where", list.where, "a condition: \"cost > 100 AND done IS TRUE\"");
        addText(command, "--search", list.search, "words that stand in any field of the screen");
        addText(command, "--sort", list.sort, "columns to sort by: \"a, b DESC\"");
        command.add_flag("--all", list.all,
                         "all records, not only those that the screen's list begins with");
    }

    void defineExport() {
        auto to = std::make_shared<ExportFileOptions>();
        CLI::App& command = defineOnScreen("export", "a screen's list as a file", to, runExport);
        addText(command, "--out", to->out, "the file: .csv, .xlsx or .json")->required();
        defineList(command, *to);
        addRepeated(command, "--field", to->fields, "a field (default: those of the list)");
        command.add_flag("--all-fields", to->allFields, "all fields of the screen");
        command.add_flag("--columns", to->columnHeads, "heads are the columns' names, not labels");
        using Lookups = ExportOptions::Lookups;
        const std::map<std::string, Lookups> lookups{
            {"shown", Lookups::Shown}, {"stored", Lookups::Stored}, {"both", Lookups::Both}};
        command
            .add_option("--lookups", to->lookups, "of lookups and choices: shown, stored or both")
            ->transform(CLI::CheckedTransformer(lookups));
        using Bytes = ExportOptions::Bytes;
        const std::map<std::string, Bytes> bytes{
            {"leave-out", Bytes::LeftOut}, {"texts", Bytes::Texts}, {"files", Bytes::Beside}};
        command
            .add_option("--binary", to->bytes,
                        "pictures and files: leave-out (the default), as texts, or as files in a "
                        "folder beside")
            ->transform(CLI::CheckedTransformer(bytes));
        command.add_flag("--totals", to->withTotals, "of XLSX: lines for groups and totals");
        using Encoding = CsvForm::Encoding;
        const std::map<std::string, Encoding> encodings{
            {"utf-8", Encoding::Utf8}, {"utf-16", Encoding::Utf16}, {"latin-1", Encoding::Latin1}};
        command.add_option("--encoding", to->csv.encoding, "of CSV: utf-8, utf-16 or latin-1")
            ->transform(CLI::CheckedTransformer(encodings));
        const std::map<std::string, QChar> separators{
            {"comma", u','}, {"semicolon", u';'}, {"tab", u'\t'}};
        command
            .add_option_function<std::string>(
                "--separator",
                [to, separators](const std::string& name) {
                    to->csv.separator = separators.at(name);
                },
                "of CSV: comma, semicolon or tab")
            ->check(CLI::IsMember(separators));
        command.add_flag("--mark", to->csv.hasMark, "CSV begins with a byte order mark");
    }

    void definePrint() {
        auto to = std::make_shared<PrintOptions>();
        CLI::App& command =
            defineOnScreen("print", "records as sheets, or a list, into a PDF file", to, runPrint);
        command.callback([this, to] {
            m_command = [to] { return runPrint(*to); };
            m_needsFonts = true;
        });
        addText(command, "--out", to->out, "the PDF file")->required();
        defineList(command, *to);
        addText(command, "--as", to->as,
                "sheet (a record a page, as its form), list, or the name of cards that the project "
                "keeps");
        addRepeated(command, "--key", to->keys, "a record's key; give it once for each record");
        addRepeated(command, "--field", to->fields, "of a list: a field");
        const std::map<std::string, OnGap> gaps{{"as-checked", OnGap::AsChecked},
                                                {"leave-out", OnGap::LeaveOut},
                                                {"stop", OnGap::Stop}};
        command
            .add_option("--on-gap", to->onGap,
                        "of a record that a check of the stage output refuses: stop, leave-out, "
                        "or as-checked: as the check says")
            ->transform(CLI::CheckedTransformer(gaps));
        addText(command, "--page", to->page, "A4 or Letter");
        command.add_flag("--landscape", to->landscape, "across");
        addText(command, "--report", to->report, "write what was left out, as CSV");
    }

    void defineImport() {
        auto from = std::make_shared<ImportFileOptions>();
        CLI::App& command =
            defineOnScreen("import", "a file's rows as one change", from, runImport);
        addText(command, "from", from->from, "the file: .csv, .xlsx, .ods or .json")->required();
        addText(command, "--kept", from->kept,
                "an import that the project keeps; what is said beside it counts instead");
        addText(command, "--sheet", from->sheet, "of a workbook (default: its first)");
        addRepeated(command, "--map", from->mapped,
                    "head=field, where a head of the file is not called like a field; head=: not");
        CLI::Option* match = addRepeated(command, "--match", from->match,
                                         "a field by which rows find records (default: the key)");
        command.add_flag("--new", from->noMatch, "each row is a new record")->excludes(match);
        CLI::Option* addOnly =
            command.add_flag("--add-only", from->addOnly, "change no record that is there");
        command.add_flag("--change-only", from->changeOnly, "add no record")->excludes(addOnly);
        command.add_flag("--leave-out", from->leavesOut,
                         "go on without rows that are refused; otherwise nothing is written");
        const std::map<std::string, KeptImport::Missing> missing{
            {"stay", KeptImport::Missing::Stay},
            {"list", KeptImport::Missing::Listed},
            {"delete", KeptImport::Missing::Deleted}};
        command
            .add_option("--missing", from->missing,
                        "of the screen's records that no row finds: stay (the default), list or "
                        "delete")
            ->transform(CLI::CheckedTransformer(missing));
        addRepeated(command, "--make", from->makes,
                    "a lookup: texts that it does not find become new records of what it shows");
        addText(command, "--refused", from->refused,
                "write the refused rows there, as CSV with their reasons");
        addText(command, "--note", from->note, "for the log (default: the file's name)");
        command.add_flag("--dry-run", from->dryRun, "say what would happen, write nothing");
        command.add_flag("--accept-warnings", from->acceptWarnings,
                         "let checks pass that only warn");
    }

    void defineWriting() {
        auto add = std::make_shared<WriteOptions>();
        CLI::App& adding = defineOnScreen("add", "add a record", add, runAdd);
        addTexts(adding, "values", add->assignments, "field=value …");
        addRepeated(adding, "--null", add->nulls, "a field to leave empty (NULL)");
        addRepeated(adding, "--file", add->files,
                    "field=PATH: a binary field takes what the file holds");
        defineWarnings(adding, *add);

        auto edit = std::make_shared<WriteOptions>();
        CLI::App& editing = defineOnScreen("edit", "change a record", edit, runEdit);
        addRepeated(editing, "--key", edit->keys, "the record's key")->required()->expected(1);
        addTexts(editing, "values", edit->assignments, "field=value …");
        addRepeated(editing, "--null", edit->nulls, "a field to empty (NULL)");
        addRepeated(editing, "--file", edit->files,
                    "field=PATH: a binary field takes what the file holds");
        addRepeated(editing, "--was", edit->was,
                    "field=value that must still hold, else exit code 4");
        defineWarnings(editing, *edit);

        auto remove = std::make_shared<WriteOptions>();
        CLI::App& deleting = defineOnScreen("delete", "delete a record", remove, runDelete);
        addRepeated(deleting, "--key", remove->keys, "the record's key")->required()->expected(1);
        deleting.add_flag("--cascade", remove->cascade, "also delete what refers to it");

        auto bulk = std::make_shared<WriteOptions>();
        CLI::App& many = defineOnScreen("bulk", "change many records as one change", bulk, runBulk);
        CLI::Option* keys =
            addRepeated(many, "--key", bulk->keys, "a record's key; give it once for each record");
        addText(many, "--where", bulk->where, "a condition that says which records")
            ->excludes(keys);
        addRepeated(many, "--put", bulk->assignments, "field=value");
        addRepeated(many, "--set", bulk->sets, "field=EXPRESSION over the record's fields");
        using Pairs = std::vector<std::pair<std::string, std::string>>;
        many.add_option_function<Pairs>(
                "--fill",
                [bulk](const Pairs& pairs) {
                    for (const auto& [key, value] : pairs)
                        bulk->fills += {QString::fromStdString(key), QString::fromStdString(value)};
                },
                "KEY field=value: what a check asks for")
            ->allow_extra_args(false);
        addRepeated(many, "--null", bulk->nulls, "a field to empty (NULL)");
        addText(many, "--kept", bulk->kept, "one that the project keeps, by its name");
        const std::map<std::string, OnMeanwhile> meanwhile{{"stop", OnMeanwhile::Stop},
                                                           {"anew", OnMeanwhile::ComputeAnew},
                                                           {"leave-out", OnMeanwhile::LeaveOut}};
        many.add_option("--on-change", bulk->onMeanwhile,
                        "of a record that somebody changed meanwhile: stop, anew or leave-out")
            ->transform(CLI::CheckedTransformer(meanwhile));
        many.add_flag("--with-filled", bulk->withFilled,
                      "fields that are filled with what is changed follow");
        many.add_flag("--dry-run", bulk->dryRun, "say what would change, write nothing");
        defineWarnings(many, *bulk);
    }

    void defineAct() {
        auto act = std::make_shared<ActOptions>();
        CLI::App& command = define("act", "do what an action of a screen does", act, runAct);
        command.callback([this, act] {
            m_command = [act] { return runAct(*act); };
            m_needsFonts = true; // it may print
        });
        addText(command, "file", act->file, "the project")->required();
        addText(command, "screen", act->screen, "the screen's id or label, or its table")
            ->required();
        addText(command, "action", act->action, "the action's name")->required();
        addRepeated(command, "--key", act->keys, "a record's key; give it once for each record")
            ->required();
        addRepeated(command, "--with", act->with, "what a routine asks for: parameter=value");
        command.add_flag("--yes", act->yes, "do not ask before what cannot be rolled back");

        auto routines = std::make_shared<RoutinesOptions>();
        CLI::App& listing =
            define("routines", "the database's procedures and functions", routines, runRoutines);
        addText(listing, "source", routines->source, "a project, or a database's address")
            ->required();

        auto call = std::make_shared<CallOptions>();
        CLI::App& calling = define("call", "call a procedure or function", call, runCall);
        addText(calling, "file", call->file, "the project")->required();
        addText(calling, "routine", call->routine, "its name")->required();
        addRepeated(calling, "--with", call->with, "what it takes: parameter=value");
        calling.add_flag("--yes", call->yes, "do not ask before what cannot be rolled back");
    }

    static void defineWarnings(CLI::App& command, WriteOptions& options) {
        command.add_flag("--accept-warnings", options.acceptWarnings,
                         "let checks pass that only warn");
    }

    void defineHistory() {
        auto log = std::make_shared<LogOptions>();
        CLI::App& listing = define("log", "the change log, newest first", log, runLog);
        addText(listing, "file", log->file, "the project")->required();
        addText(listing, "--table", log->table, "only changes of this table");
        addText(listing, "--key", log->key, "only changes of this record (with --table)");
        addText(listing, "--since", log->since,
                "only changes at or after this time (UTC, ISO 8601)");
        addText(listing, "--by", log->by, "only changes of this person");
        addText(listing, "--field", log->field,
                "who set this field of the record (with --table and --key)");
        addText(listing, "--text", log->text,
                "only changes with this text in screen, action or note");
        addText(listing, "--out", log->out, "write it to this file, .csv or .json");
        listing.add_flag("--verify", log->verify, "whether the log is what was written");
        listing.add_flag("--accept", log->accept,
                         "with --verify: go by the log as it is now, whatever was seen before");
        addText(listing, "--head", log->head,
                "with --verify: the hash that was said before, to find a log cut short");
        listing.add_option("--limit", log->limit, "at most so many")->check(CLI::NonNegativeNumber);

        auto show = std::make_shared<ChangeOptions>();
        CLI::App& showing =
            define("show", "every field of a change, before and after", show, runShow);
        addText(showing, "file", show->file, "the project")->required();
        showing.add_option("change", show->change, "the change's number")->required();

        auto back = std::make_shared<RollbackOptions>();
        CLI::App& rolling = define("rollback", "take changes back", back, runRollback);
        addText(rolling, "file", back->file, "the project")->required();
        rolling.add_option("change", back->changes, "the changes' numbers");
        addText(rolling, "--to", back->to, "everything since this change, or this time");
        addText(rolling, "--by", back->by, "only what this person did");
        addText(rolling, "--table", back->table, "only what was done to this table");
        addText(rolling, "--key", back->key, "only what was done to this record (with --table)");
        addText(rolling, "--field", back->field, "only this field (with --table)");
        addText(rolling, "--note", back->note, "why, for the log");
        const std::map<std::string, OnConflict> ways{{"stop", OnConflict::Stop},
                                                     {"skip", OnConflict::Skip},
                                                     {"overwrite", OnConflict::Overwrite}};
        rolling.add_option("--on-conflict", back->onConflict, "stop, skip or overwrite")
            ->transform(CLI::CheckedTransformer(ways));
        rolling.add_flag("--dry-run", back->dryRun, "show the plan, write nothing");

        auto watch = std::make_shared<WatchOptions>();
        CLI::App& watching = define("watch", "which tables the database keeps the log of by itself",
                                    watch, runWatch);
        addText(watching, "file", watch->file, "the project")->required();
        addTexts(watching, "tables", watch->tables, "tables to watch; none: say which are");
        watching.add_flag("--all", watch->all, "all tables that can be");
        watching.add_flag("--off", watch->off, "watch them no more");
        watching.add_flag("--dry-run", watch->dryRun,
                          "say the statements and what they bring, run nothing");
        watching.add_flag("--yes", watch->yes, "do not ask whether to");

        auto note = std::make_shared<NoteOptions>();
        CLI::App& noting = define("note", "add a note to a change", note, runNote);
        addText(noting, "file", note->file, "the project")->required();
        noting.add_option("change", note->change, "the change's number")->required();
        addText(noting, "text", note->text, "the note")->required();

        auto trim = std::make_shared<TrimOptions>();
        CLI::App& trimming = define(
            "trim", "forget what old changes did; they cannot be rolled back then", trim, runTrim);
        addText(trimming, "file", trim->file, "the project")->required();
        addText(trimming, "--up-to", trim->upTo, "up to and with this change, or this time")
            ->required();
        trimming.add_flag("--yes", trim->yes, "do not ask whether to");
        trimming.add_flag("--dry-run", trim->dryRun, "say how many changes, forget nothing");
    }

    CLI::App m_app;
    std::string m_help;
    WindowRequest m_window;
    std::function<int()> m_command;
    bool m_needsFonts = false;
};

} // namespace

Invocation parseCommandLine(int argc, char** argv) { return Parser().parse(argc, argv); }

} // namespace gravin::cli
