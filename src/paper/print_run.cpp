// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/print_run.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/csv_writer.h"
#include "core/exchange/record_run.h"
#include "core/records/database_rules.h"
#include "core/value/text_form.h"
#include "paper/card_paper.h"
#include "paper/record_paper.h"

#include <QDir>
#include <QPdfWriter>
#include <QSet>

namespace gravin {

namespace {

constexpr double MarginMillimetres = 15;
constexpr int PdfResolution = 300; // dots an inch; texts do not depend on it

// What stands in the way of a record at the stage "output", none of it a mere warning.
Result<std::vector<PrintGap>> gapsOf(Session& session, const Catalog& catalog,
                                     const RuleBook& rules, const BoundScreen& screen,
                                     const Record& record, const Present& present) {
    const Table& table = *screen.table;
    const TableRules of = rules.value(table.written());
    const ProposedValues values(record.values.begin(), record.values.end());
    Occasion occasion(Occasion::What::Output, present);
    occasion.isStored = true;
    std::vector<Problem> problems = problemsOf(table, of, values, occasion);
    DatabaseRules database(session, catalog, table, of, record.key);
    if (Status asked = database.askChecks(values, occasion, problems); !asked)
        return asked.error();
    std::vector<PrintGap> gaps;
    for (const Problem& problem : problems) {
        if (problem.warning)
            continue;
        const int place = table.indexOf(problem.field);
        gaps.push_back({record.key, screen.nameOf(record.values), problem.field, problem.label,
                        problem.message,
                        place < 0 ? Value() : record.values[static_cast<size_t>(place)],
                        problem.inRuns});
    }
    return gaps;
}

bool stops(const std::vector<PrintGap>& gaps, OnGap onGap) {
    return onGap == OnGap::Stop || (onGap == OnGap::AsChecked &&
                                    std::any_of(gaps.begin(), gaps.end(), [](const PrintGap& gap) {
                                        return gap.inRuns != InRuns::LeaveOut;
                                    }));
}

Status eachOf(Session& session, const BoundScreen& screen, const PrintSetUp& setUp,
              const std::function<Status(std::vector<Record>&&, qint64)>& take) {
    return setUp.keys.empty() ? eachRecord(session, *screen.table, setUp.query, take)
                              : eachRecord(session, *screen.table, setUp.keys, take);
}

std::unique_ptr<RecordPaper> paperFor(const BoundScreen& screen, const PrintSetUp& setUp) {
    switch (setUp.as) {
    case PaperForm::Sheet:
        break;
    case PaperForm::List:
        // Records that were chosen stand in an order of their own.
        return listPaper(screen, setUp.columns,
                         setUp.keys.empty() ? setUp.groupedBy : QStringList());
    case PaperForm::Cards:
        return cardPaper(screen, setUp.cards);
    }
    return sheetPaper(screen);
}

Error stopped() { return {ErrorKind::Cancelled, coreTr("Stopped. Nothing was printed.")}; }

Error cutOff() {
    return {ErrorKind::File, coreTr("The printer or the file took no more in the midst of it.")};
}

} // namespace

Result<PrintReport> printToDevice(Session& session, const Catalog& catalog, const RuleBook& rules,
                                  const BoundScreen& screen, const PrintSetUp& setUp,
                                  QPagedPaintDevice& device, const PrintProgress& progress) {
    PagedTarget target(device);
    auto report = printRecords(session, catalog, rules, screen, setUp, target, progress);
    return !report || report->isWhole ? report : Result<PrintReport>(cutOff());
}

Result<std::vector<PrintGap>> outputGaps(Session& session, const Catalog& catalog,
                                         const RuleBook& rules, const BoundScreen& screen,
                                         const PrintSetUp& setUp, const PrintProgress& progress) {
    std::vector<PrintGap> all;
    qint64 done = 0;
    const Present present = Present::take();
    const Status asked =
        eachOf(session, screen, setUp, [&](std::vector<Record>&& records, qint64 of) -> Status {
            for (const Record& record : records) {
                auto gaps = gapsOf(session, catalog, rules, screen, record, present);
                if (!gaps)
                    return gaps.error();
                all.insert(all.end(), gaps->begin(), gaps->end());
            }
            done += static_cast<qint64>(records.size());
            return !progress || progress(done, of) ? ok() : Status(stopped());
        });
    if (!asked)
        return asked.error();
    return all;
}

Result<PrintReport> printRecords(Session& session, const Catalog& catalog, const RuleBook& rules,
                                 const BoundScreen& screen, const PrintSetUp& setUp,
                                 PageTarget& target, const PrintProgress& progress) {
    PrintReport report;
    const bool isCards = setUp.as == PaperForm::Cards;
    const QString reason =
        isCards ? reasonAgainst(setUp.cards, screen, target.layout()) : QString();
    if (!reason.isEmpty())
        return Error{ErrorKind::Usage, reason};
    const auto paper = paperFor(screen, setUp);
    ShownTexts texts(session, catalog, screen.form);
    PageFlow flow(target, {screen.screen.label, setUp.said, isCards});
    if (!flow.isActive())
        return Error{ErrorKind::File, coreTr("The printer or the file takes nothing.")};
    const Present present = Present::take();
    bool isFull = false;
    const Status printed =
        eachOf(session, screen, setUp, [&](std::vector<Record>&& records, qint64 of) -> Status {
            if (Status known = texts.lookUp(paper->fields(), records); !known)
                return known;
            for (const Record& record : records) {
                auto gaps = gapsOf(session, catalog, rules, screen, record, present);
                if (!gaps)
                    return gaps.error();
                if (!gaps->empty() && stops(*gaps, setUp.onGap))
                    return Error{ErrorKind::Refused,
                                 coreTr("%1: %2 Nothing was printed.")
                                     .arg(gaps->front().name, gaps->front().reason)};
                if (!gaps->empty()) {
                    report.gaps.insert(report.gaps.end(), gaps->begin(), gaps->end());
                    continue;
                }
                isFull = !flow.isActive();
                if (isFull)
                    return stopped();
                paper->put(flow, record, texts);
                ++report.printed;
                if (progress && !progress(report.printed, of))
                    return stopped();
            }
            return ok();
        });
    if (!printed && !isFull)
        return printed.error();
    paper->finish(flow);
    report.isWhole = flow.isActive();
    report.pages = flow.pages();
    return report;
}

Result<PrintReport> printToPdf(Session& session, const Catalog& catalog, const RuleBook& rules,
                               const BoundScreen& screen, const PrintSetUp& setUp,
                               const QPageLayout& page, const QString& path,
                               const PrintProgress& progress) {
    WholeFile file(path);
    if (Status opened = file.open(); !opened)
        return opened.error();
    Result<PrintReport> report = PrintReport();
    {
        QPdfWriter writer(&file.device());
        writer.setResolution(PdfResolution);
        writer.setPageLayout(setUp.as == PaperForm::Cards ? pageOf(setUp.cards, page) : page);
        writer.setTitle(screen.screen.label);
        writer.setCreator(QStringLiteral("Gravin"));
        report = printToDevice(session, catalog, rules, screen, setUp, writer, progress);
    }
    if (!report)
        return report.error();
    // Without any record there is nothing to keep.
    if (report->printed == 0)
        return report;
    if (Status kept = file.commit(); !kept)
        return kept.error();
    return report;
}

std::optional<QPageLayout> pageNamed(const QString& name, QPageLayout::Orientation orientation) {
    const auto size = name.compare(u"A4", Qt::CaseInsensitive) == 0 ? std::optional(QPageSize::A4)
                      : name.compare(u"Letter", Qt::CaseInsensitive) == 0
                          ? std::optional(QPageSize::Letter)
                          : std::nullopt;
    if (!size)
        return std::nullopt;
    const QMarginsF margins(MarginMillimetres, MarginMillimetres, MarginMillimetres,
                            MarginMillimetres);
    return QPageLayout(QPageSize(*size), orientation, margins, QPageLayout::Millimeter);
}

PrintSetUp printSetUpOf(const ActionStep& step, const Project& project, const QString& screenId,
                        const std::vector<Key>& keys) {
    PrintSetUp setUp;
    setUp.keys = keys;
    if (const KeptCards* cards = project.cardsNamed(screenId, step.name)) {
        setUp.as = PaperForm::Cards;
        setUp.cards = cards->form;
    }
    return setUp;
}

QString printedFile(const ActionStep& step, const QString& action, const QString& record) {
    QString name = QStringLiteral("%1 %2.pdf").arg(action, record);
    for (QChar& letter : name) {
        if (letter == u'/' || letter == u'\\' || !letter.isPrint())
            letter = u'-';
    }
    while (name.startsWith(u'.'))
        name.remove(0, 1);
    return QDir(QDir::home().absoluteFilePath(step.text)).filePath(name);
}

Status writeGaps(const std::vector<PrintGap>& gaps, const QString& path) {
    WholeFile file(path);
    if (Status opened = file.open(); !opened)
        return opened;
    CsvWriter writer(file.device());
    bool written =
        writer.putRow({coreTr("Key"), coreTr("Record"), coreTr("Field"), coreTr("Reason")});
    for (const PrintGap& gap : gaps) {
        QStringList key;
        for (const Value& part : gap.key.values())
            key += toText(part, {});
        written = written && writer.putRow({joinEscaped(key), gap.name, gap.label, gap.reason});
    }
    if (!written)
        return Error{ErrorKind::File,
                     coreTr("The file could not be written: %1").arg(file.device().errorString())};
    return file.commit();
}

} // namespace gravin
