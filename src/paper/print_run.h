// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/fitting/binding.h"
#include "core/project/kept_cards.h"
#include "core/records/record.h"
#include "core/records/record_query.h"
#include "paper/page_flow.h"

#include <QPageLayout>

#include <functional>

namespace gravin {

enum class PaperForm { Sheet, List, Cards };

// What a run does with a record that a check of the stage "output" refuses.
enum class OnGap {
    AsChecked, // what the check says of runs: one that asks stops here, as nobody is there to
               // answer
    LeaveOut,
    Stop
};

struct PrintSetUp {
    PaperForm as = PaperForm::Sheet;
    OnGap onGap = OnGap::AsChecked;
    QStringList columns = {};   // of a list; empty: those that the grid shows
    QStringList groupedBy = {}; // of a list of the query's records: columns, in whose order it is
    CardForm cards = {};        // of cards
    std::vector<Key> keys = {}; // these records; empty: those of the query
    RecordQuery query = {};
    QString said = {}; // below each page: whose it is, of when
};

// Why a record is not on paper.
struct PrintGap {
    Key key;
    QString name;
    QString column; // empty: it concerns the whole record
    QString label;
    QString reason;
    Value now = {}; // of the field
    InRuns inRuns = InRuns::Stop;
};

struct PrintReport {
    qint64 printed = 0;  // records
    bool isWhole = true; // otherwise the target took no more before the end
    int pages = 0;
    std::vector<PrintGap> gaps; // of records that were left out
};

// Records so far, of how many; false stops it.
using PrintProgress = std::function<bool(qint64 done, qint64 of)>;

// What the stage "output" says of the records that are meant, without printing any.
Result<std::vector<PrintGap>> outputGaps(Session& session, const Catalog& catalog,
                                         const RuleBook& rules, const BoundScreen& screen,
                                         const PrintSetUp& setUp,
                                         const PrintProgress& progress = {});

// Prints the records that are meant, each asked by the stage "output" before. Refused, with the
// record: one stops the run; nothing of the target counts then. Where the target takes no more, it
// ends there. Usage: no card fits on the target's pages. Needs fonts, thus a QGuiApplication.
Result<PrintReport> printRecords(Session& session, const Catalog& catalog, const RuleBook& rules,
                                 const BoundScreen& screen, const PrintSetUp& setUp,
                                 PageTarget& target, const PrintProgress& progress = {});

// The same to a printer or the like. File: it took no more before the end.
Result<PrintReport> printToDevice(Session& session, const Catalog& catalog, const RuleBook& rules,
                                  const BoundScreen& screen, const PrintSetUp& setUp,
                                  QPagedPaintDevice& device, const PrintProgress& progress = {});

// The same into a PDF file (ISO 32000), which is there in full or not at all.
Result<PrintReport> printToPdf(Session& session, const Catalog& catalog, const RuleBook& rules,
                               const BoundScreen& screen, const PrintSetUp& setUp,
                               const QPageLayout& page, const QString& path,
                               const PrintProgress& progress = {});

// "A4" or "Letter"; nothing: neither. Margins of 15 mm.
std::optional<QPageLayout> pageNamed(const QString& name, QPageLayout::Orientation orientation);

// What a step of an action prints of these records: their sheets, or cards that the project keeps.
PrintSetUp printSetUpOf(const ActionStep& step, const Project& project, const QString& screenId,
                        const std::vector<Key>& keys);
// The PDF file that such a step writes, in its folder, which is seen from the person's own; a name
// that leads nowhere else.
QString printedFile(const ActionStep& step, const QString& action, const QString& record);

// The report as a CSV file: record, field, reason.
Status writeGaps(const std::vector<PrintGap>& gaps, const QString& path);

} // namespace gravin
