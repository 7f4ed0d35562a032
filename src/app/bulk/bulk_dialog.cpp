// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/bulk/bulk_dialog.h"

#include "app/bulk/bulk_line.h"
#include "app/bulk/bulk_preview_view.h"
#include "app/bulk/kept_menu.h"
#include "app/editors/expression_field.h"
#include "app/look/deliberate_button.h"
#include "core/base/text.h"
#include "core/fitting/binding.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {
constexpr int PreviewAfter = 250; // milliseconds without a change
constexpr QSize BulkSize(860, 620);
} // namespace

BulkDialog::BulkDialog(Workspace* workspace, const QString& screenId,
                       const QList<RecordId>& records, const RecordQuery& list, QWidget* parent)
    : QDialog(parent)
    , m_binding(workspace, screenId)
    , m_list(list)
    , m_worker(startWorker(workspace->project().connection, Session::Access::ReadOnly))
    , m_which(new QComboBox)
    , m_where(new ExpressionField(ExpressionField::Asks::Condition))
    , m_linesLayout(new QVBoxLayout)
    , m_add(new QPushButton(tr("+ field")))
    , m_kept(new KeptMenu(workspace, screenId, [this] { return now(); }))
    , m_counts(new QLabel)
    , m_shown(new BulkPreviewView(&m_binding))
    , m_fills(new QCheckBox(tr("Fields that are filled with these follow")))
    , m_leaveOut(new QCheckBox)
    , m_onMeanwhile(new QComboBox)
    , m_note(new QLineEdit)
    , m_reason(new QLabel)
    , m_run(new QPushButton) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("bulk-dialog"));
    for (const RecordId& id : records) {
        if (!id.isNew() && !id.isNone())
            m_selected.push_back(id.key);
    }
    for (const BoundField& field : m_binding.fields()) {
        if (m_binding.readOnlyReason(field, {}).isEmpty())
            m_choice += field;
    }
    setWindowTitle(
        m_selected.size() > 1
            ? tr("Bulk update of %1").arg(countedRecords(static_cast<qint64>(m_selected.size())))
            : tr("Bulk update of %1").arg(m_binding.screen().screen.label));
    resize(BulkSize);
    m_counts->setObjectName(QStringLiteral("bulk-counts"));
    m_counts->setWordWrap(true);
    m_fills->setObjectName(QStringLiteral("bulk-fills"));
    m_fills->setToolTip(tr("Otherwise they keep what they hold"));
    m_fills->hide(); // until there are such fields
    m_leaveOut->setObjectName(QStringLiteral("bulk-leave-out"));
    m_note->setObjectName(QStringLiteral("bulk-note"));
    m_note->setPlaceholderText(tr("Note for the change log, if you like"));
    m_note->setAccessibleName(tr("Note for the change log"));
    m_run->setProperty("main", true);
    m_run->setObjectName(QStringLiteral("bulk-run"));
    m_reason->setObjectName(QStringLiteral("bulk-reason"));
    m_reason->setProperty("role", "faint");
    m_reason->setWordWrap(true);
    auto* cancel = new QPushButton(tr("Cancel"));
    cancel->setObjectName(QStringLiteral("bulk-cancel"));
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(m_run);
    buttons->addWidget(cancel);
    buttons->addWidget(m_reason, 1);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(makeScope());
    layout->addWidget(makeChanges());
    layout->addWidget(m_counts);
    layout->addWidget(m_shown, 1);
    layout->addWidget(m_leaveOut);
    layout->addLayout(makeMeanwhile());
    layout->addWidget(m_note);
    layout->addLayout(buttons);

    m_soon.setSingleShot(true);
    m_soon.setInterval(PreviewAfter);
    connect(&m_soon, &QTimer::timeout, this, &BulkDialog::preview);
    connect(m_leaveOut, &QCheckBox::toggled, this, &BulkDialog::refresh);
    connect(m_run, &QPushButton::clicked, this, &BulkDialog::run);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    makeDeliberate(this, m_run);
    if (!m_choice.isEmpty()) {
        addLine();
        m_lines.front()->focusField();
    }
    preview();
}

BulkDialog::~BulkDialog() = default;

QWidget* BulkDialog::makeScope() {
    m_which->setObjectName(QStringLiteral("bulk-scope"));
    m_which->setAccessibleName(tr("Which records"));
    const auto offer = [this](const QString& text, Which which) {
        m_which->addItem(text, static_cast<int>(which));
    };
    if (!m_selected.empty())
        offer(tr("the selected: %1").arg(countedRecords(static_cast<qint64>(m_selected.size()))),
              Which::Selected);
    if (m_list.isFiltered() || !m_list.only.isEmpty())
        offer(tr("those of the list, as it is filtered"), Which::List);
    offer(tr("all of %1").arg(m_binding.screen().screen.label), Which::All);
    offer(tr("those where…"), Which::Where);
    m_where->setName(QStringLiteral("bulk-where"));
    m_where->setTable(*m_binding.screen().table);
    m_where->hide();
    auto* scope = new QWidget;
    auto* layout = new QHBoxLayout(scope);
    layout->setContentsMargins(0, 0, 0, 0);
    auto* label = new QLabel(tr("Records"));
    label->setProperty("role", "faint");
    label->setBuddy(m_which);
    layout->addWidget(label, 0, Qt::AlignTop);
    layout->addWidget(m_which, 0, Qt::AlignTop);
    layout->addWidget(m_where, 1);
    layout->addStretch();
    connect(m_which, &QComboBox::currentIndexChanged, this, [this] {
        m_where->setVisible(m_which->currentData().toInt() == static_cast<int>(Which::Where));
        previewSoon();
    });
    connect(m_where, &ExpressionField::textChanged, this, &BulkDialog::previewSoon);
    return scope;
}

QWidget* BulkDialog::makeChanges() {
    m_add->setObjectName(QStringLiteral("bulk-add"));
    m_add->setToolTip(tr("Change one more field"));
    m_add->setAutoDefault(false);
    auto* changes = new QWidget;
    auto* layout = new QVBoxLayout(changes);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(m_linesLayout);
    auto* below = new QHBoxLayout;
    below->addWidget(m_add);
    below->addWidget(m_kept);
    below->addStretch();
    below->addWidget(m_fills);
    layout->addLayout(below);
    connect(m_add, &QPushButton::clicked, this, &BulkDialog::addLine);
    connect(m_fills, &QCheckBox::toggled, this, &BulkDialog::previewSoon);
    connect(m_kept, &KeptMenu::chosen, this, &BulkDialog::takeUp);
    connect(m_kept, &KeptMenu::said, m_reason, &QLabel::setText);
    return changes;
}

void BulkDialog::addLine() {
    auto* line = new BulkLine(&m_binding, m_choice, static_cast<int>(m_lines.size()) + 1);
    // A field that no other line has.
    for (const BoundField& field : std::as_const(m_choice)) {
        const bool isTaken =
            std::any_of(m_lines.begin(), m_lines.end(),
                        [&](const BulkLine* other) { return other->column() == field.name(); });
        if (!isTaken) {
            line->setField(field.name());
            break;
        }
    }
    if (!m_selected.empty()) {
        const Record* record = m_binding.workspace()
                                   ->records()
                                   ->store(m_binding.tableName())
                                   ->record(m_selected.front());
        QMap<QString, Value> sample;
        const Table& table = *m_binding.screen().table;
        for (qsizetype i = 0; record && i < table.columns.size(); ++i)
            sample.insert(table.columns[i].name, record->values[static_cast<size_t>(i)]);
        line->setSample(sample);
    }
    connect(line, &BulkLine::changed, this, &BulkDialog::previewSoon);
    connect(line, &BulkLine::removeRequested, this, [this, line] { removeLine(line); });
    m_linesLayout->addWidget(line);
    m_lines += line;
    for (BulkLine* each : std::as_const(m_lines))
        each->setRemovable(m_lines.size() > 1);
    m_add->setEnabled(m_lines.size() < m_choice.size());
    previewSoon();
}

void BulkDialog::removeLine(BulkLine* line) {
    m_lines.removeOne(line);
    line->hide();
    line->deleteLater();
    for (BulkLine* each : std::as_const(m_lines))
        each->setRemovable(m_lines.size() > 1);
    m_add->setEnabled(true);
    previewSoon();
}

void BulkDialog::setField(const QString& column) {
    if (!m_lines.isEmpty())
        m_lines.front()->setField(column);
}

Result<BulkScope> BulkDialog::scope() const {
    BulkScope scope;
    switch (static_cast<Which>(m_which->currentData().toInt())) {
    case Which::Selected:
        scope.keys = m_selected;
        break;
    case Which::List:
        scope.query = m_list;
        break;
    case Which::All:
        break;
    case Which::Where:
        if (m_where->text().trimmed().isEmpty())
            return Error{ErrorKind::Usage, tr("Write the condition that says which records.")};
        if (!m_where->isGood())
            return Error{ErrorKind::Usage, tr("The condition is not complete.")};
        scope.query.conditions = {m_where->text()};
        break;
    }
    return scope;
}

Result<BulkValues> BulkDialog::values() const {
    if (m_choice.isEmpty())
        return Error{ErrorKind::Usage, tr("No field of these records can be changed.")};
    BulkValues values;
    for (const BulkLine* line : m_lines) {
        if (Status added = line->addTo(values); !added)
            return added.error();
    }
    values.fills = m_fills->isChecked();
    return values;
}

Result<KeptBulkUpdate> BulkDialog::now() const {
    KeptBulkUpdate kept;
    if (static_cast<Which>(m_which->currentData().toInt()) == Which::Where)
        kept.where = m_where->text().trimmed();
    for (const BulkLine* line : m_lines) {
        auto said = line->said();
        if (!said)
            return said.error();
        const BoundField* field = m_binding.screen().field(said->column);
        if (said->gets == KeptBulkUpdate::Line::Gets::Value && field &&
            field->column.type.kind == TypeKind::Binary)
            return Error{ErrorKind::Usage, tr("A picture cannot stand in a project.")};
        kept.lines += *said;
    }
    kept.fills = m_fills->isChecked();
    return kept;
}

void BulkDialog::takeUp(const KeptBulkUpdate& kept) {
    if (!kept.where.isEmpty()) {
        m_which->setCurrentIndex(m_which->findData(static_cast<int>(Which::Where)));
        m_where->setText(kept.where);
    }
    QStringList missing;
    qsizetype taken = 0;
    for (const KeptBulkUpdate::Line& line : kept.lines) {
        const bool isThere =
            std::any_of(m_choice.begin(), m_choice.end(),
                        [&](const BoundField& field) { return field.name() == line.column; });
        if (!isThere) {
            missing += line.column;
            continue;
        }
        if (taken == m_lines.size())
            addLine();
        m_lines[taken++]->say(line);
    }
    while (m_lines.size() > std::max<qsizetype>(1, taken))
        removeLine(m_lines.last());
    m_fills->setChecked(kept.fills);
    if (!missing.isEmpty())
        m_reason->setText(tr("“%1” also changes %2, which cannot be changed here.")
                              .arg(kept.name, missing.join(QStringLiteral(", "))));
}

void BulkDialog::previewSoon() {
    m_question.cancel();
    m_run->setEnabled(false);
    m_soon.start();
}

void BulkDialog::preview() {
    m_soon.stop();
    m_question.cancel();
    const auto wanted = scope();
    const auto put = wanted ? values() : Result<BulkValues>(wanted.error());
    if (!put) {
        setPreview(put.error());
        return;
    }
    m_fills->setVisible(couldFill(*m_binding.screen().table, *put));
    m_counts->setText(tr("Looking…"));
    m_question.runInParts(
        m_worker.get(), this,
        [this, table = m_binding.screen().table,
         rules = m_binding.workspace()->document()->rules(m_binding.screen().table->written()),
         scope = *wanted, values = *put](Session& session, const auto& meanwhile) {
            return previewBulkUpdate(session, table, rules, scope, values, [&](qint64 read) {
                meanwhile.tell([this, read] { showProgress(read); });
                return !meanwhile.isCancelled();
            });
        },
        [this](const Result<BulkPreview>& preview) { setPreview(preview); });
}

void BulkDialog::showProgress(qint64 done) {
    if (done > 0 && m_question.isRunning())
        m_counts->setText(tr("Looking… %1 so far").arg(countedRecords(done)));
    if (done > 0 && m_writing != 0)
        m_reason->setText(tr("Changing… %1 so far").arg(countedRecords(done)));
}

void BulkDialog::setPreview(const Result<BulkPreview>& preview) {
    m_preview = preview ? std::make_shared<const BulkPreview>(*preview) : nullptr;
    m_wrong = preview ? QString() : preview.error().sentence;
    m_filled.clear();
    refresh();
    m_shown->setPreview(m_preview);
}

// The one place that decides whether it can run, and says why not.
void BulkDialog::refresh() {
    const qint64 refused = m_preview ? m_preview->refused : 0;
    m_leaveOut->setVisible(refused > 0);
    m_leaveOut->setText(tr("Leave out the %1 that would be refused").arg(countedRecords(refused)));
    const qint64 changing = !m_preview
                                ? 0
                                : m_preview->changing.size() -
                                      (m_leaveOut->isChecked() ? m_preview->refusedChanging() : 0);
    m_run->setText(changing > 0 ? tr("Change %1").arg(countedRecords(changing))
                                : tr("Change records"));
    const bool isStopped = refused > 0 && !m_leaveOut->isChecked();
    m_run->setEnabled(m_writing == 0 && changing > 0 && !isStopped);
    if (!m_preview) {
        m_counts->clear();
        m_reason->setText(m_wrong);
        return;
    }
    QStringList counts{tr("%1 of %2 would change")
                           .arg(QLocale().toString(m_preview->changing.size()),
                                countedRecords(m_preview->records))};
    if (m_preview->unchanged > 0)
        counts += tr("%1 already so").arg(countedRecords(m_preview->unchanged));
    if (refused > 0)
        counts += tr("%1 would be refused").arg(QLocale().toString(refused));
    if (!m_preview->gone.empty())
        counts += tr("%1 not there any more")
                      .arg(QLocale().toString(static_cast<qint64>(m_preview->gone.size())));
    const QStringList said{counts.join(QStringLiteral(" · "))};
    m_counts->setText((said + notesOn(*m_preview)).join(u'\n'));
    m_reason->setText(isStopped ? tr("%1 Mend it, or leave out what would be refused.")
                                      .arg(m_preview->problems.front().message)
                      : changing == 0 ? tr("There is nothing to change.")
                                      : QString());
}

// What somebody does between the preview and the run is nobody's fault, and may go on all day.
QHBoxLayout* BulkDialog::makeMeanwhile() {
    m_onMeanwhile->setObjectName(QStringLiteral("bulk-on-change"));
    for (const auto& [way, text] :
         {std::pair{OnMeanwhile::Stop, tr("Stop, and change nothing")},
          std::pair{OnMeanwhile::ComputeAnew, tr("Compute it anew from what it holds then")},
          std::pair{OnMeanwhile::LeaveOut, tr("Leave it out")}})
        m_onMeanwhile->addItem(text, static_cast<int>(way));
    auto* label = new QLabel(tr("If somebody changes one of them &meanwhile"));
    label->setBuddy(m_onMeanwhile);
    auto* line = new QHBoxLayout;
    line->addWidget(label);
    line->addWidget(m_onMeanwhile);
    line->addStretch();
    return line;
}

void BulkDialog::run() {
    if (!m_preview || m_writing != 0)
        return;
    ChangeRequest request =
        bulkUpdateRequest(m_preview, m_filled, m_leaveOut->isChecked(),
                          static_cast<OnMeanwhile>(m_onMeanwhile->currentData().toInt()));
    request.screen = m_binding.screen().screen.label;
    request.screenRules = screenRulesOf(m_binding.screen());
    request.note = m_note->text().trimmed();
    m_reason->setText(tr("Changing…"));
    m_writing = m_binding.workspace()->writing()->writeLong(
        std::move(request), this, [this](qint64 done) { showProgress(done); },
        [this](const WriteResult& result) {
            m_writing = 0;
            finish(result);
        });
    refresh();
    m_reason->setText(tr("Changing…"));
}

void BulkDialog::finish(const WriteResult& result) {
    if (!result) {
        fail(result.error());
        return;
    }
    QStringList labels;
    for (auto spread = m_preview->spreads.begin(); spread != m_preview->spreads.end(); ++spread) {
        const BoundField* field = m_binding.screen().field(spread.key());
        labels += field ? field->label() : spread.key();
    }
    QString text = tr("Changed %1 of %2: change %3. It can be rolled back.")
                       .arg(labels.join(QStringLiteral(", ")), countedRecords(result->count()))
                       .arg(result->id);
    if (!result->leftOut.empty())
        text += u' ' + tr("Left out: %1, for example %2: %3")
                           .arg(countedRecords(static_cast<qint64>(result->leftOut.size())),
                                result->leftOut.front().record, result->leftOut.front().message);
    const Meanwhile& meanwhile = result->meanwhile;
    if (!meanwhile.computedAnew.isEmpty())
        text += u' ' + tr("Changed meanwhile and computed anew: %1.")
                           .arg(countedRecords(meanwhile.computedAnew.size()));
    if (!meanwhile.leftOut.isEmpty())
        text +=
            u' ' +
            tr("Changed meanwhile and left out: %1.").arg(countedRecords(meanwhile.leftOut.size()));
    Notice notice{Notice::Kind::Done, text};
    notice.change = result->id;
    m_binding.workspace()->notices()->tell(notice);
    accept();
}

void BulkDialog::reject() {
    if (m_writing != 0) {
        m_binding.workspace()->writing()->cancel(m_writing);
        m_reason->setText(tr("Stopping…"));
        return;
    }
    m_question.cancel();
    QDialog::reject();
}

void BulkDialog::fail(const WriteFailure& failure) {
    refresh();
    const bool asks =
        !failure.problems.empty() &&
        std::all_of(failure.problems.begin(), failure.problems.end(),
                    [](const Problem& problem) { return problem.inRuns == InRuns::Ask; });
    QString text = failure.error.sentence;
    if (!asks && !failure.problems.empty() && !failure.problems.front().record.isEmpty())
        text = tr("Record %1: %2").arg(failure.problems.front().record, text);
    m_reason->setText(tr("Nothing was changed. %1").arg(text));
    if (asks)
        askForGaps(failure.problems);
}

// The records are read anew: what is filled in is guarded by what they hold now.
void BulkDialog::askForGaps(const std::vector<Problem>& problems) {
    const Table& table = *m_binding.screen().table;
    std::vector<Key> keys;
    for (const Problem& problem : problems) {
        const auto key = keyFromText(problem.record, table.keyTypes());
        if (key && std::find(keys.begin(), keys.end(), *key) == keys.end())
            keys.push_back(*key);
    }
    m_binding.workspace()->database()->reader()->run<std::vector<Record>>(
        this,
        [shared = m_binding.screen().table, keys](Session& session) {
            return TableReader(session, *shared).records(keys);
        },
        [this, problems](const Result<std::vector<Record>>& records) {
            if (records)
                fillGaps(problems, *records);
            else
                m_reason->setText(records.error().sentence);
        });
}

void BulkDialog::fillGaps(const std::vector<Problem>& problems,
                          const std::vector<Record>& records) {
    const Table& table = *m_binding.screen().table;
    Workspace* workspace = m_binding.workspace();
    std::vector<Gap> gaps;
    for (const Problem& problem : problems) {
        const auto record = std::find_if(records.begin(), records.end(), [&](const Record& each) {
            return keyText(each.key, table.keyTypes()) == problem.record;
        });
        if (record == records.end() || !table.column(problem.field))
            continue;
        const BoundField field = bindField(workspace->project(), workspace->catalog(), table,
                                           ScreenField{problem.field});
        gaps.push_back({record->key, m_binding.screen().nameOf(record->values), field,
                        record->values[static_cast<size_t>(field.columnIndex)], problem.message});
    }
    if (gaps.empty())
        return;
    auto* dialog = new GapsDialog(workspace, std::move(gaps), this);
    connect(dialog, &QDialog::accepted, this, [this, dialog] {
        // What was filled in before and did not do is replaced.
        for (const GapsDialog::Filled& filled : dialog->filled())
            m_filled[filled.key].insert(filled.column, filled.after);
        run();
    });
    dialog->open();
}

} // namespace gravin
