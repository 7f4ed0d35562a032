// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/changes/change_writer.h"
#include "core/exchange/import/file_import.h"

#include <algorithm>

namespace gravin::cli {

namespace {

constexpr size_t MostSaid = 20; // refused rows, where no file takes them

// "head=field" sends the file's column there and nowhere else.
Status sendColumn(ImportSetUp& setUp, const QString& mapped, const QStringList& heads,
                  const BoundScreen& screen) {
    const qsizetype equals = mapped.lastIndexOf(u'=');
    const auto at = heads.indexOf(mapped.left(std::max<qsizetype>(equals, 0)));
    if (equals < 0 || at < 0)
        return Error{ErrorKind::Usage,
                     coreTr("“%1” should read head=field, with one of these heads: %2.")
                         .arg(mapped, heads.join(QStringLiteral(", ")))};
    const QString name = mapped.mid(equals + 1);
    const BoundField* field = name.isEmpty() ? nullptr : findField(screen, name);
    if (!name.isEmpty() && !field)
        return unknownField(screen, name);
    const QString column = field ? field->name() : QString();
    if (!column.isEmpty())
        std::replace(setUp.columns.begin(), setUp.columns.end(), column, QString());
    setUp.columns[at] = column;
    return ok();
}

Result<QStringList> columnsOf(const QStringList& names, const BoundScreen& screen) {
    QStringList columns;
    for (const QString& name : names) {
        const BoundField* field = findField(screen, name);
        if (!field)
            return unknownField(screen, name);
        columns += field->name();
    }
    return columns;
}

// What is said beside the file, whatever was guessed or kept.
Status takeOptions(ImportSetUp& setUp, const ImportFileOptions& options, const QStringList& heads,
                   const BoundScreen& screen) {
    for (const QString& mapped : options.mapped) {
        if (Status sent = sendColumn(setUp, mapped, heads, screen); !sent)
            return sent;
    }
    if (!options.match.isEmpty() || options.noMatch) {
        auto match = columnsOf(options.match, screen);
        if (!match)
            return match.error();
        setUp.match = *match;
    }
    if (options.addOnly)
        setUp.does = ImportSetUp::Does::AddOnly;
    else if (options.changeOnly)
        setUp.does = ImportSetUp::Does::ChangeOnly;
    setUp.leavesOut = setUp.leavesOut || options.leavesOut;
    setUp.missing = options.missing.value_or(setUp.missing);
    if (!options.makes.isEmpty()) {
        const auto lookups = columnsOf(options.makes, screen);
        if (!lookups)
            return lookups.error();
        setUp.makes = *lookups;
    }
    return ok();
}

Result<ImportSetUp> setUpFor(const ImportFileOptions& options, const Opened& opened,
                             const BoundScreen& screen) {
    const KeptImport* kept = nullptr;
    if (!options.kept.isEmpty()) {
        kept = opened.project.importNamed(screen.screen.id, options.kept);
        if (!kept)
            return Error{ErrorKind::Usage, coreTr("The screen %1 keeps no import “%2”.")
                                               .arg(screen.screen.label, options.kept)};
    }
    auto form = guessedForm(options.from);
    if (!form)
        return form.error();
    if (kept)
        form = keptForm(*kept, *form);
    if (!options.sheet.isEmpty())
        form->sheet = options.sheet;
    const auto rows = openRows(options.from, *form);
    if (!rows)
        return rows.error();
    const QStringList heads = (*rows)->heads();
    auto setUp = kept ? keptSetUp(*kept, opened.project, opened.catalog, screen, *form, heads)
                      : Result<ImportSetUp>(guessedSetUp(screen, *form, heads));
    if (!setUp)
        return setUp;
    setUp->given = makingDefaults(opened.project, opened.catalog, screen);
    if (Status taken = takeOptions(*setUp, options, heads, screen); !taken)
        return taken.error();
    return setUp;
}

Json countsOf(const ImportPreview& preview) {
    qint64 made = 0;
    for (const QStringList& texts : preview.made)
        made += texts.size();
    return {{"add", preview.count(ImportOutcome::Add)},
            {"change", preview.count(ImportOutcome::Change)},
            {"same", preview.count(ImportOutcome::Same)},
            {"passed_over", preview.count(ImportOutcome::PassOver)},
            {"refused", preview.count(ImportOutcome::Refuse)},
            {"missing", preview.lacked},
            {"delete", preview.count(ImportOutcome::Delete)},
            {"make", made},
            {"unusual", preview.unusual}};
}

Json refusedOf(const ImportPreview& preview) {
    Json list = Json::array();
    for (const ImportRow& row : preview.refused) {
        Json problems = Json::array();
        for (const ImportProblem& problem : row.problems)
            problems.push_back({{"field", utf8(problem.column)},
                                {"text", utf8(problem.text)},
                                {"reason", utf8(problem.reason)}});
        list.push_back({{"row", row.line}, {"problems", problems}});
    }
    return list;
}

void sayUnusual(const ImportPreview& preview) {
    for (size_t i = 0; i < std::min(preview.warned.size(), MostSaid); ++i) {
        for (const ImportProblem& problem : preview.warned[i].warnings)
            complain(coreTr("Row %1: %2").arg(preview.warned[i].line).arg(problem.reason));
    }
}

void sayMissing(const ImportPreview& preview) {
    if (preview.lacked == 0)
        return;
    const bool isDeleted = preview.count(ImportOutcome::Delete) > 0;
    printLine((isDeleted ? coreTr("%1 that the file lacks are deleted:")
                         : coreTr("%1 that the file lacks:"))
                  .arg(countedRecords(preview.lacked)));
    const size_t said = std::min(preview.missing.size(), MostSaid);
    for (size_t i = 0; i < said; ++i)
        printLine(QStringLiteral("  ") + preview.missing[i].name);
    if (preview.lacked > static_cast<qint64>(said))
        printLine(coreTr("  and %1 more").arg(preview.lacked - static_cast<qint64>(said)));
}

void say(const ImportPreview& preview, const QString& refusedFile) {
    printLine(coreTr("%1 to add, %2 to change, %3 so already, %4 passed over, %5 refused.")
                  .arg(preview.count(ImportOutcome::Add))
                  .arg(preview.count(ImportOutcome::Change))
                  .arg(preview.count(ImportOutcome::Same))
                  .arg(preview.count(ImportOutcome::PassOver))
                  .arg(preview.count(ImportOutcome::Refuse)));
    for (auto made = preview.made.begin(); made != preview.made.end(); ++made)
        printLine(coreTr("New for %1: %2").arg(made.key(), made->join(QStringLiteral(", "))));
    sayMissing(preview);
    size_t said = 0;
    for (const ImportRow& row : preview.refused) {
        if (!refusedFile.isEmpty() || said++ == MostSaid)
            break;
        for (const ImportProblem& problem : row.problems)
            complain(coreTr("Row %1: %2").arg(row.line).arg(problem.reason));
    }
    if (refusedFile.isEmpty() && preview.refused.size() > MostSaid)
        complain(coreTr("And %1 more. --refused writes them to a file.")
                     .arg(preview.refused.size() - MostSaid));
}

} // namespace

int runImport(const ImportFileOptions& options) {
    auto opened = openProject(
        options.file, options.dryRun ? Session::Access::ReadOnly : Session::Access::ReadWrite,
        options.locale, options.with);
    if (!opened)
        return report(opened.error(), options.json);
    const auto screen = findScreen(*opened, options.screen, Act::Import);
    if (!screen)
        return report(screen.error(), options.json);
    const auto setUp = setUpFor(options, *opened, *screen);
    if (!setUp)
        return report(setUp.error(), options.json);
    const auto preview = previewImport(*opened->session, opened->catalog, opened->rules, *screen,
                                       *setUp, options.from);
    if (!preview)
        return report(preview.error(), options.json);
    if (!options.refused.isEmpty() && !preview->refused.empty()) {
        if (Status written = writeRefused(*preview, options.refused); !written)
            return report(written.error(), options.json);
    }
    const bool isRefused = preview->stopping(*setUp) + preview->asking(*setUp) > 0;
    const bool isUnusual = preview->unusual > 0 && !options.acceptWarnings;
    const bool isStopped = isRefused || isUnusual || !preview->obstacle.isEmpty();
    Json answer = countsOf(*preview);
    if (!options.json)
        say(*preview, options.refused);
    else
        answer["refused_rows"] = refusedOf(*preview);
    if (options.json && !preview->obstacle.isEmpty())
        answer["obstacle"] = utf8(preview->obstacle);
    if (options.dryRun || isStopped || preview->writing() == 0) {
        if (options.json)
            print(answer);
        else if (isRefused && !options.dryRun)
            complain(coreTr("Nothing was written. --leave-out goes on without the refused rows."));
        if (!preview->obstacle.isEmpty() && !options.json)
            complain(preview->obstacle);
        if (isUnusual && !options.json)
            sayUnusual(*preview);
        if (isUnusual && !isRefused && !options.dryRun && !options.json)
            complain(coreTr("Nothing was written. --accept-warnings takes what is unusual."));
        return isStopped ? RefusedExit : Done;
    }
    ImportRun run = importRun(std::make_shared<const Catalog>(opened->catalog),
                              std::make_shared<const RuleBook>(opened->rules), *screen, *setUp,
                              options.from, *preview);
    run.request.person = personName();
    run.request.acceptsAllWarnings = options.acceptWarnings;
    if (!options.note.isEmpty())
        run.request.note = options.note;
    const auto written =
        ChangeWriter(*opened->session, opened->catalog, opened->rules).write(run.request);
    if (!written) {
        if (const qint64 line = run.line(written.error()); line > 0 && !options.json)
            complain(coreTr("Row %1 stands in the way:").arg(line));
        return report(written.error(), opened->catalog, options.json);
    }
    if (options.json) {
        answer["change"] = written->id;
        answer["records"] = written->count();
        print(answer);
    } else {
        printLine(coreTr("Change %1: %2, %3.")
                      .arg(written->id)
                      .arg(run.request.action, countedRecords(written->count())));
    }
    return Done;
}

} // namespace gravin::cli
