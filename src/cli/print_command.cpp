// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/list_options.h"
#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/text.h"
#include "paper/print_run.h"

#include <QGuiApplication>
#include <QLocale>

namespace gravin::cli {

namespace {

Json gapsJson(const std::vector<PrintGap>& gaps) {
    Json list = Json::array();
    for (const PrintGap& gap : gaps)
        list.push_back({{"key", jsonOf(gap.key, nullptr)},
                        {"record", utf8(gap.name)},
                        {"field", utf8(gap.column)},
                        {"reason", utf8(gap.reason)}});
    return list;
}

Result<PrintSetUp> setUpFor(const PrintOptions& options, BoundScreen& screen,
                            const Opened& opened) {
    const auto list = listFor(options, screen, opened);
    if (!list)
        return list.error();
    PrintSetUp setUp;
    // The two words come first, whatever cards are called.
    const bool isWord = options.as == u"list" || options.as == u"sheet";
    const KeptCards* cards =
        isWord ? nullptr : opened.project.cardsNamed(screen.screen.id, options.as);
    if (options.as == u"list") {
        setUp.as = PaperForm::List;
    } else if (cards) {
        setUp.as = PaperForm::Cards;
        setUp.cards = cards->form;
    } else if (!isWord) {
        return Error{ErrorKind::Usage,
                     coreTr("--as takes sheet, list or the name of cards; the screen %1 has none "
                            "called “%2”.")
                         .arg(screen.screen.label, options.as)};
    }
    setUp.onGap = options.onGap;
    setUp.query = list->query;
    setUp.groupedBy = list->groupedBy;
    for (const QString& text : options.keys) {
        const auto key = keyFrom(opened, *screen.table, text);
        if (!key)
            return key.error();
        setUp.keys.push_back(*key);
    }
    for (const QString& name : options.fields) {
        const BoundField* field = findField(screen, name);
        if (!field)
            return unknownField(screen, name);
        setUp.columns += field->name();
    }
    setUp.said = coreTr("%1 · %2").arg(
        opened.project.name, screen.form.text(Value::date(QDate::currentDate()), {TypeKind::Date}));
    return setUp;
}

} // namespace

int runPrint(const PrintOptions& options) {
    auto opened =
        openProject(options.file, Session::Access::ReadOnly, options.locale, options.with);
    if (!opened)
        return report(opened.error(), options.json);
    auto screen = findScreen(*opened, options.screen, Act::Print);
    if (!screen)
        return report(screen.error(), options.json);
    const auto page =
        pageNamed(options.page, options.landscape ? QPageLayout::Landscape : QPageLayout::Portrait);
    if (!page)
        return report({ErrorKind::Usage, coreTr("--page takes A4 or Letter.")}, options.json);
    const auto setUp = setUpFor(options, *screen, *opened);
    if (!setUp)
        return report(setUp.error(), options.json);
    const auto printed = printToPdf(*opened->session, opened->catalog, opened->rules, *screen,
                                    *setUp, *page, options.out);
    if (!printed)
        return report(printed.error(), options.json);
    if (!options.report.isEmpty()) {
        if (Status written = writeGaps(printed->gaps, options.report); !written)
            return report(written.error(), options.json);
    }
    if (options.json) {
        print({{"records", printed->printed},
               {"pages", printed->pages},
               {"file", printed->printed > 0 ? Json(utf8(options.out)) : Json(nullptr)},
               {"left_out", gapsJson(printed->gaps)}});
    } else {
        for (const PrintGap& gap : printed->gaps)
            complain(coreTr("Left out %1: %2").arg(gap.name, gap.reason));
        printLine(printed->printed == 0 ? coreTr("There is no record to print.")
                                        : coreTr("Wrote %1 to %2: %3.")
                                              .arg(countedRecords(printed->printed), options.out,
                                                   counted(printed->pages, "page", "pages")));
    }
    return printed->gaps.empty() ? Done : RefusedExit;
}

} // namespace gravin::cli
