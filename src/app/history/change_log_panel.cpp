// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/change_log_panel.h"

#include "app/history/action_words.h"

#include "app/history/change_details.h"

#include "app/editors/picture_decoder.h"
#include "app/history/field_history_dialog.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "core/base/whole_file.h"
#include "core/changes/log/log_verification.h"
#include "core/exchange/log_export.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/value/text_form.h"
#include "session/log_time.h"

#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QInputDialog>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QSplitter>
#include <QTableWidget>
#include <QToolButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr int FilterAfter = 250; // milliseconds without a key
constexpr Distance NarrowFilter(150);
constexpr qint64 MostDetailed = 5000; // records

} // namespace

ChangeLogPanel::ChangeLogPanel(Workspace* workspace, QWidget* parent)
    : QWidget(parent)
    , m_workspace(workspace)
    , m_worker(startWorker(workspace->project().connection, Session::Access::ReadOnly))
    , m_list(new QTableWidget(0, 7))
    , m_details(new ChangeDetails(workspace))
    , m_empty(new QLabel)
    , m_text(new QLineEdit)
    , m_by(new QComboBox)
    , m_table(new QComboBox)
    , m_onlyRecord(new QPushButton)
    , m_rollback(new QPushButton(tr("Roll back…")))
    , m_more(new QToolButton) {
    setObjectName(QStringLiteral("change-log"));
    m_list->setObjectName(QStringLiteral("change-list"));
    m_list->setAccessibleName(tr("Changes"));
    m_list->setHorizontalHeaderLabels(
        {tr("Change"), tr("When"), tr("Who"), tr("What"), tr("Screen"), tr("Records"), tr("Note")});
    m_list->verticalHeader()->hide();
    m_list->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_list->setSelectionMode(QAbstractItemView::ExtendedSelection);
    m_list->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_list->setTabKeyNavigation(false);
    m_list->setShowGrid(false);
    m_list->setContextMenuPolicy(Qt::CustomContextMenu);
    m_list->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_list->horizontalHeader()->setStretchLastSection(true);
    m_list->horizontalHeader()->setHighlightSections(false);
    const QList<int> widths{74, 150, 70, 110, 90, 78};
    for (int i = 0; i < widths.size(); ++i)
        m_list->setColumnWidth(i,
                               std::max(widths[i], m_list->horizontalHeader()->sectionSizeHint(i)));

    auto* halves = new QSplitter(Qt::Horizontal);
    halves->setHandleWidth(1);
    halves->addWidget(m_list);
    halves->addWidget(m_details);
    halves->setSizes({620, 460});
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 8, 14, 4);
    layout->addWidget(halves, 1);
    layout->insertWidget(0, makeHead());
    // From the list over the fields to what is done with them; narrowing comes last.
    QWidget* before = m_list;
    for (QWidget* next :
         std::initializer_list<QWidget*>{m_details, m_rollback, m_more, m_text, m_by, m_table}) {
        setTabOrder(before, next);
        before = next;
    }

    m_soon.setSingleShot(true);
    m_soon.setInterval(FilterAfter);
    connect(&m_soon, &QTimer::timeout, this, &ChangeLogPanel::load);
    connect(m_list, &QTableWidget::currentCellChanged, this, &ChangeLogPanel::loadDetails);
    for (QAbstractItemView* view : std::initializer_list<QAbstractItemView*>{m_list, m_details})
        connect(view, &QWidget::customContextMenuRequested, this, [this, view](const QPoint& at) {
            makeMenu()->popup(view->viewport()->mapToGlobal(at));
        });
    connect(workspace->writing(), &Writing::committed, this, &ChangeLogPanel::load);
    load();
}

QWidget* ChangeLogPanel::makeHead() {
    auto* title = new QLabel(tr("Change log"));
    title->setProperty("role", "heading");
    m_empty->setProperty("role", "faint");
    // It gives way before the window would have to grow.
    m_empty->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    m_empty->setWordWrap(true);
    m_text->setObjectName(QStringLiteral("log-text"));
    m_text->setPlaceholderText(tr("Search the log"));
    m_text->setAccessibleName(tr("Search the log"));
    m_text->setClearButtonEnabled(true);
    m_text->setMaximumWidth(NarrowFilter);
    m_by->setObjectName(QStringLiteral("log-by"));
    m_by->setAccessibleName(tr("By whom"));
    m_by->addItem(tr("by anybody"));
    m_table->setObjectName(QStringLiteral("log-table"));
    m_table->setAccessibleName(tr("In which table"));
    m_table->addItem(tr("in any table"));
    m_rollback->setObjectName(QStringLiteral("roll-back"));
    m_more->setObjectName(QStringLiteral("log-more"));
    m_more->setText(tr("More…"));
    m_more->setToolTip(tr("What else can be done to the change, and to the log"));
    auto* close = new QToolButton;
    close->setText(QStringLiteral("×"));
    close->setToolTip(tr("Close the change log (Esc)"));
    close->setAccessibleName(tr("Close the change log"));
    auto* head = new QWidget;
    auto* layout = new QHBoxLayout(head);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(title);
    layout->addWidget(m_text);
    layout->addWidget(m_by);
    layout->addWidget(m_table);
    layout->addWidget(m_onlyRecord);
    layout->addWidget(m_empty, 1);
    layout->addStretch();
    layout->addWidget(m_rollback);
    layout->addWidget(m_more);
    layout->addWidget(close);
    connect(close, &QToolButton::clicked, this, &ChangeLogPanel::closeRequested);
    m_onlyRecord->setObjectName(QStringLiteral("log-only-record"));
    m_onlyRecord->setToolTip(tr("All changes again"));
    m_onlyRecord->hide();
    connect(m_onlyRecord, &QPushButton::clicked, this, [this] {
        m_record.reset();
        m_onlyRecord->hide();
        load();
    });
    connect(m_text, &QLineEdit::textChanged, this, [this] { m_soon.start(); });
    for (QComboBox* box : {m_by, m_table})
        connect(box, &QComboBox::activated, this, &ChangeLogPanel::load);
    connect(m_rollback, &QPushButton::clicked, this, &ChangeLogPanel::rollBackSelected);
    connect(m_more, &QToolButton::clicked, this,
            [this] { makeMenu()->popup(m_more->mapToGlobal(QPoint(0, m_more->height()))); });
    return head;
}

void ChangeLogPanel::narrowTo(const QString& table, const Key& key, const QString& name) {
    m_record = {table, key};
    m_onlyRecord->setText(tr("of %1  ✕").arg(name));
    m_onlyRecord->show();
    m_wanted = 0;
    load();
}

LogFilter ChangeLogPanel::filter() const {
    LogFilter filter;
    filter.limit = MaximumListed;
    filter.text = m_text->text().trimmed();
    if (m_by->currentIndex() > 0)
        filter.person = m_by->currentText();
    if (m_table->currentIndex() > 0)
        filter.table = m_table->currentText();
    if (m_record) {
        filter.table = m_record->first;
        filter.key = m_record->second;
    }
    return filter;
}

void ChangeLogPanel::load() {
    m_workspace->database()->reader()->run<std::vector<ChangeSummary>>(
        this, [filter = filter()](Session& session) { return ChangeLog(session).list(filter); },
        [this](const Result<std::vector<ChangeSummary>>& changes) {
            if (changes)
                fill(*changes);
        });
}

// People and tables that were met are offered from then on.
void ChangeLogPanel::offerNarrowing(const std::vector<ChangeSummary>& changes) {
    const auto offer = [](QComboBox* box, const QString& text) {
        if (!text.isEmpty() && box->findText(text) < 0)
            box->addItem(text);
    };
    for (const ChangeSummary& change : changes) {
        offer(m_by, change.person);
        for (const QString& table : change.tables)
            offer(m_table, table);
    }
}

void ChangeLogPanel::fill(const std::vector<ChangeSummary>& changes) {
    offerNarrowing(changes);
    const qint64 wanted = m_wanted > 0 ? m_wanted : chosen();
    m_wanted = 0;
    const QSignalBlocker blocker(m_list);
    m_list->setRowCount(static_cast<int>(changes.size()));
    int row = 0;
    int current = 0;
    for (const ChangeSummary& change : changes) {
        const QString what =
            change.refersTo ? tr("%1 of %2").arg(actionWords(change.action)).arg(*change.refersTo)
                            : actionWords(change.action);
        const QStringList cells{QString::number(change.id),
                                shownTime(change.at, m_workspace->project().form()),
                                whoWrote(change),
                                what,
                                change.screen.isEmpty() ? change.tables.join(QStringLiteral(", "))
                                                        : change.screen,
                                QLocale().toString(change.records),
                                change.note};
        for (int column = 0; column < cells.size(); ++column) {
            // Names and notes are anybody's, and may try to read like something else.
            const QString shown = visibleText(cells[column]);
            auto* item = new QTableWidgetItem(shown);
            item->setToolTip(shown);
            m_list->setItem(row, column, item);
        }
        m_list->item(row, 0)->setData(Qt::UserRole, change.id);
        m_list->item(row, 2)->setData(Qt::UserRole, change.person);
        if (change.id == wanted)
            current = row;
        ++row;
    }
    const LogFilter narrowed = filter();
    const bool isNarrowed =
        !narrowed.text.isEmpty() || !narrowed.person.isEmpty() || !narrowed.table.isEmpty();
    m_empty->setText(
        isNarrowed ? tr("No change is like this.")
                   : tr("No changes yet. Everything that is saved here will stand in this list."));
    m_empty->setVisible(changes.empty());
    m_rollback->setEnabled(!changes.empty());
    m_rollback->setToolTip(changes.empty() ? tr("There is no change to roll back.")
                                           : tr("Roll back the selected changes"));
    if (changes.empty()) {
        m_details->clear();
    } else {
        goToRow(current);
        loadDetails();
    }
}

// Alone, whatever keys are still down.
void ChangeLogPanel::goToRow(int row) {
    m_list->setCurrentCell(row, 0, QItemSelectionModel::ClearAndSelect | QItemSelectionModel::Rows);
}

void ChangeLogPanel::choose(qint64 id) {
    for (int row = 0; row < m_list->rowCount(); ++row) {
        if (m_list->item(row, 0)->data(Qt::UserRole).toLongLong() == id) {
            goToRow(row);
            return;
        }
    }
    m_wanted = id;
}

void ChangeLogPanel::chooseNewest() {
    if (m_list->rowCount() > 0)
        goToRow(0);
}

qint64 ChangeLogPanel::chosen() const {
    const QTableWidgetItem* item = m_list->item(m_list->currentRow(), 0);
    return item ? item->data(Qt::UserRole).toLongLong() : 0;
}

std::vector<qint64> ChangeLogPanel::selected() const {
    std::vector<qint64> ids;
    const QModelIndexList rows = m_list->selectionModel()->selectedRows();
    for (const QModelIndex& row : rows)
        ids.push_back(m_list->item(row.row(), 0)->data(Qt::UserRole).toLongLong());
    if (ids.empty() && chosen() > 0)
        ids.push_back(chosen());
    return ids;
}

void ChangeLogPanel::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    loadDetails();
}

void ChangeLogPanel::focusList() { m_list->setFocus(Qt::OtherFocusReason); }

void ChangeLogPanel::loadDetails() {
    const qint64 id = chosen();
    if (id == 0 || !isVisible())
        return; // read when somebody looks
    struct Detailed {
        CommittedChange change;
        Status whole = ok();
    };
    m_workspace->database()->reader()->run<Detailed>(
        this,
        [id,
         catalog = m_workspace->database()->sharedCatalog()](Session& session) -> Result<Detailed> {
            ChangeLog log(session);
            const auto summary = log.summary(id);
            if (!summary)
                return summary.error();
            if (*summary && (*summary)->records > MostDetailed)
                return Error{ErrorKind::Usage,
                             tr("%1: too many to be listed here. Export the log to read them.")
                                 .arg(countedRecords((*summary)->records))};
            auto change = log.change(id, *catalog);
            if (!change)
                return change.error();
            return Detailed{std::move(*change), LogVerifier(session).verifyChanges({id})};
        },
        [this, id](const Result<Detailed>& detailed) {
            if (id != chosen())
                return;
            m_details->setChange(
                detailed ? Result<CommittedChange>(detailed->change) : detailed.error(),
                detailed && !detailed->whole ? detailed->whole.error().sentence : QString());
        });
}

QMenu* ChangeLogPanel::makeMenu() {
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("log-menu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const qint64 id = chosen();
    if (const auto part = m_details->currentPart()) {
        // By index and name: the items may be others by the time that one chooses.
        const bool isField = !part->column.isEmpty();
        menu->addAction(isField ? tr("Roll back this field only…")
                                : tr("Roll back this record only…"),
                        this, [this, chosen = *part] { rollBackPart(chosen); });
        if (isField)
            menu->addAction(tr("History of this field"), this,
                            [this, chosen = *part] { showFieldHistory(chosen); });
        menu->addSeparator();
    }
    if (id > 0) {
        menu->addAction(tr("Roll back everything since change %1…").arg(id), this, [this, id] {
            LogScope scope;
            scope.afterId = id;
            Q_EMIT rollbackRequested(scope, tr("everything since change %1").arg(id));
        });
        menu->addAction(tr("Roll back change %1 and everything since…").arg(id), this, [this, id] {
            LogScope scope;
            scope.afterId = id - 1;
            Q_EMIT rollbackRequested(scope, tr("change %1 and everything since").arg(id));
        });
        const QString person = m_list->item(m_list->currentRow(), 2)->data(Qt::UserRole).toString();
        if (!person.isEmpty())
            menu->addAction(tr("Roll back all that %1 did since change %2…")
                                .arg(visibleText(person), QString::number(id)),
                            this, [this, id, person] {
                                LogScope scope;
                                scope.afterId = id - 1;
                                scope.person = person;
                                Q_EMIT rollbackRequested(
                                    scope, tr("what %1 did since change %2")
                                               .arg(visibleText(person), QString::number(id)));
                            });
        menu->addSeparator();
        menu->addAction(tr("Show the screen as it was after change %1").arg(id), this,
                        [this, id] { Q_EMIT asItWasRequested(id); });
        menu->addAction(tr("Show the screen as it was before change %1").arg(id), this,
                        [this, id] { Q_EMIT asItWasRequested(id - 1); });
        menu->addAction(tr("Add a note to change %1…").arg(id), this, &ChangeLogPanel::addNote);
        menu->addSeparator();
    }
    menu->addAction(tr("Verify the log"), this, &ChangeLogPanel::verify);
    menu->addAction(tr("Go by this log from now on"), m_workspace->writing(), &Writing::acceptLog);
    menu->addAction(tr("Export these changes…"), this, &ChangeLogPanel::exportAll)
        ->setEnabled(id > 0);
    return menu;
}

void ChangeLogPanel::rollBackSelected() {
    LogScope scope;
    scope.changes = selected();
    if (scope.changes.empty())
        return;
    Q_EMIT rollbackRequested(
        scope,
        scope.changes.size() == 1
            ? tr("change %1").arg(scope.changes.front())
            : tr("%1 changes").arg(QLocale().toString(static_cast<qint64>(scope.changes.size()))));
}

void ChangeLogPanel::rollBackPart(const ChangeDetails::Part& part) {
    const RecordChange* record = m_details->recordOf(part);
    if (!record)
        return;
    const Table* table = m_workspace->catalog().table(record->table);
    LogScope scope;
    scope.changes = {part.change};
    scope.table = record->table;
    scope.key = table ? record->keyAfter(table->key) : record->key;
    scope.column = part.column;
    Q_EMIT rollbackRequested(
        scope, part.column.isEmpty()
                   ? tr("one record of change %1").arg(part.change)
                   : tr("%1 of one record of change %2")
                         .arg(m_workspace->document()->rules(record->table).labelOf(part.column))
                         .arg(part.change));
}

void ChangeLogPanel::showFieldHistory(const ChangeDetails::Part& part) {
    const RecordChange* record = m_details->recordOf(part);
    const Table* table = record ? m_workspace->catalog().table(record->table) : nullptr;
    if (table)
        (new FieldHistoryDialog(m_workspace, *table, record->keyAfter(table->key), part.column,
                                this))
            ->open();
}

void ChangeLogPanel::addNote() {
    const qint64 id = chosen();
    auto* question = new QInputDialog(this);
    question->setObjectName(QStringLiteral("log-note"));
    question->setAttribute(Qt::WA_DeleteOnClose);
    question->setWindowTitle(tr("Note on change %1").arg(id));
    question->setLabelText(tr("What should be known of this change later?"));
    question->setOkButtonText(tr("Add the note"));
    connect(question, &QInputDialog::textValueSelected, this, [this, id](const QString& text) {
        if (!text.trimmed().isEmpty())
            m_workspace->writing()->addNote(id, text.trimmed());
    });
    question->open();
}

void ChangeLogPanel::verify() {
    m_worker->run<LogVerification>(
        this, [](Session& session) { return LogVerifier(session).verify({}); },
        [this](const Result<LogVerification>& found) {
            if (!found) {
                m_workspace->notices()->tell(
                    {Notice::Kind::Refused, found.error().sentence, found.error().detail});
                return;
            }
            QStringList damages;
            for (const LogDamage& damage : found->damages)
                damages += damage.reason;
            m_workspace->notices()->tell(
                found->isIntact()
                    ? Notice{Notice::Kind::Done,
                             tr("The change log is intact: %1 changes.")
                                 .arg(QLocale().toString(found->changes)),
                             tr("Its newest hash is %1").arg(found->head)}
                    : Notice{Notice::Kind::Refused,
                             tr("The change log is not what was written. %1").arg(damages.front()),
                             damages.join(u'\n')});
        });
}

void ChangeLogPanel::exportAll() {
    auto* dialog = new QFileDialog(this, tr("Export the change log"));
    dialog->setObjectName(QStringLiteral("log-export"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setAcceptMode(QFileDialog::AcceptSave);
    dialog->setNameFilters({tr("Spreadsheet text (*.csv)"), tr("JSON (*.json)")});
    dialog->setDefaultSuffix(QStringLiteral("csv"));
    connect(dialog, &QFileDialog::fileSelected, this, [this](const QString& path) {
        LogFilter all = filter();
        all.limit = -1;
        m_worker->run<qint64>(
            this,
            [path, all, catalog = m_workspace->database()->sharedCatalog()](
                Session& session) -> Result<qint64> {
                WholeFile file(path);
                if (Status begun = file.open(); !begun)
                    return begun.error();
                auto written = exportLog(session, *catalog, all,
                                         logFormatOf(path).value_or(LogFormat::Csv), file.device());
                if (!written)
                    return written;
                if (Status kept = file.commit(); !kept)
                    return kept.error();
                return written;
            },
            [this, path](const Result<qint64>& written) {
                m_workspace->notices()->tell(
                    written
                        ? Notice{Notice::Kind::Done, tr("Exported %1 changes to %2.")
                                                         .arg(QLocale().toString(*written), path)}
                        : Notice{Notice::Kind::Refused, written.error().sentence,
                                 written.error().detail});
            });
    });
    dialog->open();
}

void ChangeLogPanel::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        Q_EMIT closeRequested();
    else
        QWidget::keyPressEvent(event);
}

} // namespace gravin
