// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/change_log_panel.h"

#include "app/editors/picture_decoder.h"
#include "app/history/field_history_dialog.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "core/base/whole_file.h"
#include "core/changes/log/log_verification.h"
#include "core/exchange/log_export.h"
#include "core/fitting/screen_generator.h"
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

QString operationWord(Operation operation) {
    switch (operation) {
    case Operation::Insert:
        return ChangeLogPanel::tr("added");
    case Operation::Update:
        return ChangeLogPanel::tr("changed");
    case Operation::Delete:
        return ChangeLogPanel::tr("deleted");
    }
    return {};
}

constexpr int FilterAfter = 250; // milliseconds without a key
constexpr Distance NarrowFilter(150);
constexpr qint64 MostDetailed = 5000; // records
constexpr QSize PictureSize(64, 64);

QString orDash(const QString& text) { return text.isEmpty() ? QStringLiteral("–") : text; }

} // namespace

ChangeLogPanel::ChangeLogPanel(Workspace* workspace, QWidget* parent)
    : QWidget(parent)
    , m_workspace(workspace)
    , m_worker(startWorker(workspace->project().connection, Session::Access::ReadOnly))
    , m_list(new QTableWidget(0, 7))
    , m_details(new QTreeWidget)
    , m_empty(new QLabel)
    , m_text(new QLineEdit)
    , m_by(new QComboBox)
    , m_table(new QComboBox)
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
        m_list->setColumnWidth(i, widths[i]);
    m_details->setObjectName(QStringLiteral("change-details"));
    m_details->setAccessibleName(tr("Fields of the change"));
    m_details->setHeaderLabels({tr("Record and field"), tr("Before"), tr("After")});
    m_details->header()->setSectionResizeMode(QHeaderView::Stretch);
    m_details->setContextMenuPolicy(Qt::CustomContextMenu);

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
    layout->addWidget(m_empty);
    layout->addStretch();
    layout->addWidget(m_rollback);
    layout->addWidget(m_more);
    layout->addWidget(close);
    connect(close, &QToolButton::clicked, this, &ChangeLogPanel::closeRequested);
    connect(m_text, &QLineEdit::textChanged, this, [this] { m_soon.start(); });
    for (QComboBox* box : {m_by, m_table})
        connect(box, &QComboBox::activated, this, &ChangeLogPanel::load);
    connect(m_rollback, &QPushButton::clicked, this, &ChangeLogPanel::rollBackSelected);
    connect(m_more, &QToolButton::clicked, this,
            [this] { makeMenu()->popup(m_more->mapToGlobal(QPoint(0, m_more->height()))); });
    return head;
}

LogFilter ChangeLogPanel::filter() const {
    LogFilter filter;
    filter.limit = MaximumListed;
    filter.text = m_text->text().trimmed();
    if (m_by->currentIndex() > 0)
        filter.person = m_by->currentText();
    if (m_table->currentIndex() > 0)
        filter.table = m_table->currentText();
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
        const QString what = change.refersTo
                                 ? tr("%1 of %2").arg(change.action).arg(*change.refersTo)
                                 : change.action;
        const QStringList cells{QString::number(change.id),
                                shownTime(change.at),
                                change.person,
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

void ChangeLogPanel::focusList() { m_list->setFocus(Qt::OtherFocusReason); }

void ChangeLogPanel::loadDetails() {
    const qint64 id = chosen();
    if (id == 0)
        return;
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
            showDetails(detailed ? Result<CommittedChange>(detailed->change) : detailed.error());
            if (detailed && !detailed->whole)
                m_details->insertTopLevelItem(
                    0, new QTreeWidgetItem({detailed->whole.error().sentence}));
        });
}

void ChangeLogPanel::showDetails(const Result<CommittedChange>& change) {
    m_details->clear();
    m_shown = change ? *change : CommittedChange{};
    if (!change) {
        m_details->addTopLevelItem(new QTreeWidgetItem({change.error().sentence}));
        return;
    }
    for (size_t place = 0; place < m_shown.records.size(); ++place)
        addRecord(place);
    if (m_shown.records.empty() && !m_shown.note.isEmpty())
        m_details->addTopLevelItem(new QTreeWidgetItem({m_shown.note}));
    // One record is read at once; many are opened as wished.
    if (m_shown.records.size() <= 5)
        m_details->expandAll();
}

QString ChangeLogPanel::shownValue(const QString& tableName, const QString& name,
                                   const Value& value) const {
    const Table* table = m_workspace->catalog().table(tableName);
    const Column* column = table ? table->column(name) : nullptr;
    const FieldDefinition* definition = m_workspace->project().definition(tableName, name);
    const QString plain = toText(value, column ? column->type : ColumnType{});
    if (!column || !definition)
        return orDash(plain);
    const QString shown =
        m_workspace->records()->shownBriefly({*column, 0, *definition, {}}, value);
    // Of a lookup also what is stored.
    return !definition->lookup.table.isEmpty() && !value.isNull() && shown != plain
               ? tr("%1 (%2)").arg(shown, plain)
               : orDash(shown);
}

void ChangeLogPanel::addRecord(size_t place) {
    const RecordChange& record = m_shown.records[place];
    const Table* table = m_workspace->catalog().table(record.table);
    const QString key = keyText(record.key, table ? table->keyTypes() : std::vector<ColumnType>{});
    QString name;
    if (table && record.operation == Operation::Update) {
        name = m_workspace->records()->nameOf(record.table, record.keyAfter(table->key));
    } else if (table) {
        const QString naming = namingColumn(*table);
        const Value value = record.after.value(naming, record.before.value(naming));
        if (!value.isNull())
            name =
                toText(value, table->column(naming) ? table->column(naming)->type : ColumnType{});
    }
    const QString shown = name.isEmpty() ? tr("%1 %2").arg(record.table, key)
                                         : tr("%1 %2 · %3").arg(record.table, key, name);
    auto* item = new QTreeWidgetItem({tr("%1: %2").arg(shown, operationWord(record.operation))});
    item->setData(0, Qt::UserRole, QVariant::fromValue<qulonglong>(place));
    m_details->addTopLevelItem(item);
    item->setFirstColumnSpanned(true);
    const FieldValues& columns =
        record.operation == Operation::Delete ? record.before : record.after;
    const TableRules rules = m_workspace->document()->rules(record.table);
    for (auto field = columns.begin(); field != columns.end(); ++field) {
        const auto text = [&](const FieldValues& values, bool isThere) {
            return isThere ? shownValue(record.table, field.key(), values.value(field.key()))
                           : QStringLiteral("–");
        };
        auto* child = new QTreeWidgetItem(
            {rules.labelOf(field.key()), text(record.before, record.operation != Operation::Insert),
             text(record.after, record.operation != Operation::Delete)});
        child->setData(0, Qt::UserRole, QVariant::fromValue<qulonglong>(place));
        child->setData(1, Qt::UserRole, field.key());
        const Value picture = record.after.value(field.key(), record.before.value(field.key()));
        if (picture.kind() == Value::Kind::Binary) {
            for (const auto& [column, value] : {std::pair{1, record.before.value(field.key())},
                                                std::pair{2, record.after.value(field.key())}}) {
                if (value.kind() != Value::Kind::Binary)
                    continue;
                // A large one is told by its size.
                const auto icon = decodeSmallPicture(value.asBinary(), PictureSize);
                if (icon && !icon->image.isNull())
                    child->setIcon(column, QIcon(QPixmap::fromImage(icon->image)));
            }
        }
        item->addChild(child);
    }
}

QMenu* ChangeLogPanel::makeMenu() {
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("log-menu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const qint64 id = chosen();
    const QTreeWidgetItem* part = m_details->currentItem();
    if (part && part->data(0, Qt::UserRole).isValid()) {
        // By place and name: the items may be others by the time that one chooses.
        const bool isField = part->parent() != nullptr;
        const Part chosenPart{m_shown.id, part->data(0, Qt::UserRole).toULongLong(),
                              part->data(1, Qt::UserRole).toString()};
        menu->addAction(isField ? tr("Roll back this field only…")
                                : tr("Roll back this record only…"),
                        this, [this, chosenPart] { rollBackPart(chosenPart); });
        if (isField)
            menu->addAction(tr("History of this field"), this,
                            [this, chosenPart] { showFieldHistory(chosenPart); });
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

const RecordChange* ChangeLogPanel::recordOf(const Part& part) const {
    return part.change == m_shown.id && part.place < m_shown.records.size()
               ? &m_shown.records[part.place]
               : nullptr;
}

void ChangeLogPanel::rollBackPart(const Part& part) {
    const RecordChange* record = recordOf(part);
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

void ChangeLogPanel::showFieldHistory(const Part& part) {
    const RecordChange* record = recordOf(part);
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
