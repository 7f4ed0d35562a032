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

// What was guessed, with what the options say instead.
Result<ImportSetUp> setUpFor(const ImportFileOptions& options, const BoundScreen& screen) {
    auto form = guessedForm(options.from);
    if (!form)
        return form.error();
    form->sheet = options.sheet;
    const auto rows = openRows(options.from, *form);
    if (!rows)
        return rows.error();
    const QStringList heads = (*rows)->heads();
    ImportSetUp setUp = guessedSetUp(screen, *form, heads);
    for (const QString& mapped : options.mapped) {
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
        // It goes there and nowhere else.
        if (!column.isEmpty())
            std::replace(setUp.columns.begin(), setUp.columns.end(), column, QString());
        setUp.columns[at] = column;
    }
    if (!options.match.isEmpty() || options.noMatch)
        setUp.match.clear();
    for (const QString& name : options.match) {
        const BoundField* field = findField(screen, name);
        if (!field)
            return unknownField(screen, name);
        setUp.match += field->name();
    }
    setUp.does = options.addOnly      ? ImportSetUp::Does::AddOnly
                 : options.changeOnly ? ImportSetUp::Does::ChangeOnly
                                      : ImportSetUp::Does::Both;
    setUp.leavesOut = options.leavesOut;
    return setUp;
}

Json countsOf(const ImportPreview& preview) {
    return {{"add", preview.count(ImportOutcome::Add)},
            {"change", preview.count(ImportOutcome::Change)},
            {"same", preview.count(ImportOutcome::Same)},
            {"passed_over", preview.count(ImportOutcome::PassOver)},
            {"refused", preview.count(ImportOutcome::Refuse)},
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

void say(const ImportPreview& preview, const QString& refusedFile) {
    printLine(coreTr("%1 to add, %2 to change, %3 so already, %4 passed over, %5 refused.")
                  .arg(preview.count(ImportOutcome::Add))
                  .arg(preview.count(ImportOutcome::Change))
                  .arg(preview.count(ImportOutcome::Same))
                  .arg(preview.count(ImportOutcome::PassOver))
                  .arg(preview.count(ImportOutcome::Refuse)));
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
        options.locale);
    if (!opened)
        return report(opened.error(), options.json);
    const auto screen = findScreen(*opened, options.screen);
    if (!screen)
        return report(screen.error(), options.json);
    const auto setUp = setUpFor(options, *screen);
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
    const bool isRefused = !preview->refused.empty() && !setUp->leavesOut;
    const bool isUnusual = preview->unusual > 0 && !options.acceptWarnings;
    const bool isStopped = isRefused || isUnusual;
    Json answer = countsOf(*preview);
    if (!options.json)
        say(*preview, options.refused);
    else
        answer["refused_rows"] = refusedOf(*preview);
    if (options.dryRun || isStopped || preview->writing() == 0) {
        if (options.json)
            print(answer);
        else if (isRefused && !options.dryRun)
            complain(coreTr("Nothing was written. --leave-out goes on without the refused rows."));
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
