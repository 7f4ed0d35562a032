// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/as_it_was_page.h"

#include "app/grid/grid_model.h"
#include "app/look/notice_line.h"
#include "app/look/paint.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/fitting/field_filter.h"
#include "core/value/text_form.h"
#include "session/log_time.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableView>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr int LookAfter = 250; // milliseconds without a key
} // namespace

AsItWasModel::AsItWasModel(ScreenBinding* binding, const AsItWas& then, RecordView* view,
                           RecordStore* records, QObject* parent)
    : QAbstractTableModel(parent)
    , m_binding(binding)
    , m_differences(then.differences)
    , m_view(view)
    , m_records(records) {
    for (const BoundField& field : binding->fields()) {
        if (field.placement.inGrid())
            m_fields += field;
    }
    connectView();
}

void AsItWasModel::connectView() {
    connect(m_view, &RecordView::rowsAboutToBeAppended, this,
            [this](qsizetype first, qsizetype last) {
                beginInsertRows({}, static_cast<int>(first), static_cast<int>(last));
            });
    connect(m_view, &RecordView::rowsAppended, this, [this] { endInsertRows(); });
    connect(m_view, &RecordView::aboutToReset, this, [this] { beginResetModel(); });
    connect(m_view, &RecordView::reset, this, [this] { endResetModel(); });
    const auto allChanged = [this] {
        if (rowCount() > 0)
            Q_EMIT dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
    };
    connect(m_records, &RecordStore::recordsArrived, this, allChanged);
    connect(m_binding->workspace()->records()->store(m_binding->tableName()),
            &RecordStore::recordsArrived, this, allChanged);
    connect(m_binding->workspace()->records(), &Records::lookupsLoaded, this, allChanged);
}

int AsItWasModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_view->count());
}

int AsItWasModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_fields.size());
}

std::optional<Value> AsItWasModel::valueThen(const QModelIndex& index) const {
    const Record* record = m_records->record(m_view->keyAt(index.row()));
    if (!record)
        return std::nullopt;
    return record->values[static_cast<size_t>(m_fields[index.column()].columnIndex)];
}

bool AsItWasModel::isGone(int row) const {
    const auto difference = m_differences.constFind(m_view->keyAt(row));
    return difference != m_differences.constEnd() && *difference == Difference::Gone;
}

std::optional<Value> AsItWasModel::changedTo(const QModelIndex& index) const {
    const Key key = m_view->keyAt(index.row());
    if (m_differences.value(key, Difference::Gone) != Difference::Changed)
        return std::nullopt;
    const BoundField& field = m_fields[index.column()];
    const Record* now =
        m_binding->workspace()->records()->store(m_binding->tableName())->record(key);
    const auto then = valueThen(index);
    if (!now || !then || field.column.computed)
        return std::nullopt;
    const Value& value = now->values[static_cast<size_t>(field.columnIndex)];
    return value == *then ? std::nullopt : std::optional(value);
}

QVariant AsItWasModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid())
        return {};
    const BoundField& field = m_fields[index.column()];
    switch (role) {
    case Qt::DisplayRole: {
        const auto value = valueThen(index);
        if (!value)
            return QString();
        const QString text = m_binding->workspace()->records()->shownBriefly(field, *value);
        return text.isEmpty() ? QStringLiteral("–") : text;
    }
    case Qt::TextAlignmentRole:
        return QVariant(Qt::AlignVCenter | alignmentOf(field));
    case Qt::ToolTipRole:
    case Qt::AccessibleDescriptionRole: {
        if (isGone(index.row()))
            return tr("This record is not there any more.");
        const auto now = changedTo(index);
        if (!now)
            return {};
        const QString text = m_binding->workspace()->records()->shownBriefly(field, *now);
        return tr("now: %1").arg(text.isEmpty() ? tr("empty") : text);
    }
    case Qt::BackgroundRole: {
        QColor tint = Theme::instance().colours().elsewhere;
        tint.setAlphaF(0.16F);
        return changedTo(index) ? QVariant(tint) : QVariant();
    }
    case Qt::ForegroundRole:
        return isGone(index.row()) ? QVariant(Theme::instance().colours().problem) : QVariant();
    case Qt::FontRole: {
        // Never by colour alone.
        QFont font;
        font.setStrikeOut(isGone(index.row()));
        font.setBold(changedTo(index).has_value());
        return font;
    }
    default:
        return {};
    }
}

QVariant AsItWasModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation == Qt::Vertical || section >= m_fields.size())
        return {};
    if (role == Qt::DisplayRole)
        return m_fields[section].label();
    if (role == Qt::TextAlignmentRole)
        return QVariant(Qt::AlignVCenter | alignmentOf(m_fields[section]));
    if (role == Qt::UserRole)
        return m_fields[section].name();
    return {};
}

AsItWasPage::AsItWasPage(Workspace* workspace, const QString& screenId, qint64 after,
                         QWidget* parent)
    : QWidget(parent)
    , m_binding(workspace, screenId)
    , m_after(after)
    , m_worker(startWorker(workspace->project().connection, Session::Access::ReadWrite))
    , m_notice(new NoticeLine)
    , m_title(new QLabel)
    , m_counts(new QLabel(tr("Looking back…")))
    , m_search(new QLineEdit)
    , m_list(new QTableView)
    , m_back(new QPushButton(tr("Roll back to here…")))
    , m_backSelected(new QPushButton(tr("Roll back these records…"))) {
    m_worker->keepConnection(); // the past stands in a table of its session
    setObjectName(QStringLiteral("as-it-was"));
    m_search->setObjectName(QStringLiteral("as-it-was-search"));
    m_search->setPlaceholderText(tr("Search, or write a condition after ="));
    m_search->setAccessibleName(tr("Search the records as they were"));
    m_search->setToolTip(
        tr("Words that stand in any field; or, after =, a condition: = day_rate > 100"));
    m_search->setClearButtonEnabled(true);
    m_list->setObjectName(QStringLiteral("as-it-was-list"));
    m_list->setAccessibleName(tr("Records as they were"));
    m_list->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_list->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_list->setShowGrid(false);
    m_list->setProperty("role", "typed");
    m_list->setTabKeyNavigation(false);
    m_list->verticalHeader()->hide();
    m_list->horizontalHeader()->setHighlightSections(false);
    m_list->horizontalHeader()->setSortIndicatorShown(true);
    m_list->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    m_list->horizontalHeader()->setSectionsClickable(true);
    auto* inside = new QWidget;
    auto* insideLayout = new QVBoxLayout(inside);
    insideLayout->setContentsMargins(space::Pad, 8, space::Pad, 8);
    insideLayout->addWidget(m_search);
    insideLayout->addWidget(m_list, 1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makeBand());
    layout->addWidget(m_notice);
    layout->addWidget(inside, 1);
    m_soon.setSingleShot(true);
    m_soon.setInterval(LookAfter);
    connect(m_search, &QLineEdit::textChanged, this, [this] { m_soon.start(); });
    connect(&m_soon, &QTimer::timeout, this, &AsItWasPage::search);
    // What is committed meanwhile is one more difference.
    connect(workspace->writing(), &Writing::committed, this, [this](const CommittedChange& change) {
        if (change.tables().contains(m_binding.screen().table->written()))
            look();
    });
    refresh();
    look();
}

AsItWasPage::~AsItWasPage() {
    m_list->setModel(nullptr);
    delete m_model;
}

QWidget* AsItWasPage::makeBand() {
    auto* band = new QFrame;
    band->setObjectName(QStringLiteral("as-it-was-band"));
    band->setProperty("role", "band");
    m_title->setProperty("role", "title");
    m_title->setTextFormat(Qt::PlainText);
    m_counts->setObjectName(QStringLiteral("as-it-was-counts"));
    m_counts->setTextFormat(Qt::PlainText);
    auto* back = new QPushButton(tr("Return to now"));
    back->setObjectName(QStringLiteral("as-it-was-return"));
    back->setToolTip(tr("Return to now (Esc)"));
    m_back->setObjectName(QStringLiteral("as-it-was-roll-back"));
    m_backSelected->setObjectName(QStringLiteral("as-it-was-roll-back-selected"));
    auto* words = new QVBoxLayout;
    words->setSpacing(2);
    words->addWidget(m_title);
    words->addWidget(m_counts);
    auto* layout = new QHBoxLayout(band);
    layout->setContentsMargins(space::Pad, 8, space::Pad, 8);
    layout->addLayout(words, 1);
    layout->addWidget(m_backSelected);
    layout->addWidget(m_back);
    layout->addWidget(back);
    connect(m_notice, &NoticeLine::rollbackRequested, this, [this](qint64 change) {
        LogScope scope;
        scope.changes = {change};
        Q_EMIT rollbackRequested(scope, tr("change %1").arg(change));
    });
    connect(back, &QPushButton::clicked, this, &AsItWasPage::returnRequested);
    connect(m_back, &QPushButton::clicked, this, &AsItWasPage::rollBackHere);
    connect(m_backSelected, &QPushButton::clicked, this, &AsItWasPage::rollBackSelected);
    return band;
}

QString AsItWasPage::state() const { return m_counts->text(); }

void AsItWasPage::showNotice(const Notice& notice) { m_notice->setNotice(notice); }

void AsItWasPage::look() {
    struct Looked {
        AsItWas then;
        QString at;
    };
    m_worker->run<Looked>(
        this,
        [after = m_after, table = m_binding.screen().table,
         catalog = m_binding.workspace()->database()->sharedCatalog()](
            Session& session) -> Result<Looked> {
            auto then = lookBack(session, *catalog, *table, after);
            if (!then)
                return then.error();
            LogFilter filter;
            filter.upToId = after;
            filter.limit = 1;
            const auto change = ChangeLog(session).list(filter);
            if (!change)
                return change.error();
            return Looked{std::move(*then), change->empty() ? QString() : change->front().at};
        },
        [this](const Result<Looked>& looked) {
            if (looked)
                m_at = looked->at;
            setThen(looked ? Result<AsItWas>(looked->then) : Result<AsItWas>(looked.error()));
        });
}

void AsItWasPage::setThen(const Result<AsItWas>& then) {
    m_list->setModel(nullptr);
    delete std::exchange(m_model, nullptr);
    m_view.reset();
    m_records.reset();
    if (!then) {
        m_then.reset();
        refresh();
        m_counts->setText(then.error().sentence);
        return;
    }
    m_then = *then;
    m_view = std::make_unique<RecordView>(m_then->table, m_worker.get());
    m_records = std::make_unique<RecordStore>(m_then->table, m_worker.get());
    m_model = new AsItWasModel(&m_binding, *m_then, m_view.get(), m_records.get(), this);
    m_list->setModel(m_model);
    connect(m_view.get(), &RecordView::failed, this,
            [this](const Error& error) { m_counts->setText(error.sentence); });
    connect(m_view.get(), &RecordView::completed, this, &AsItWasPage::refresh);
    connect(m_list->selectionModel(), &QItemSelectionModel::selectionChanged, this,
            &AsItWasPage::refresh);
    connect(m_list->horizontalHeader(), &QHeaderView::sortIndicatorChanged, m_model,
            [this] { search(); });
    connect(
        m_records.get(), &RecordStore::recordsArrived, m_list,
        [this] { m_list->resizeColumnsToContents(); }, Qt::SingleShotConnection);
    search();
    refresh();
}

void AsItWasPage::search() {
    m_soon.stop();
    if (!m_view)
        return;
    RecordQuery query;
    const QString text = m_search->text().trimmed();
    if (text.startsWith(u'=')) {
        const QString condition = text.mid(1).trimmed();
        if (!condition.isEmpty()) {
            if (const auto bound =
                    bindCondition(condition, withReached(*m_then->table, {condition}));
                !bound) {
                m_counts->setText(bound.error().sentence);
                return;
            }
            query.conditions = {condition};
        }
    } else {
        query.search = text;
        if (!query.words().isEmpty())
            query.searched = searchedColumns(m_binding.screen(), m_binding.workspace()->catalog());
        query.form = m_binding.screen().form;
    }
    const QHeaderView* heads = m_list->horizontalHeader();
    if (heads->sortIndicatorSection() >= 0 &&
        heads->sortIndicatorSection() < m_model->columnCount())
        query.sort = {
            {m_model->headerData(heads->sortIndicatorSection(), Qt::Horizontal, Qt::UserRole)
                 .toString(),
             heads->sortIndicatorOrder() == Qt::DescendingOrder}};
    for (SortBy& by : query.sort) {
        const BoundField* field = m_binding.screen().field(by.column);
        by.by = field ? orderOf(*field, *m_then->table) : QString();
    }
    m_view->setQuery(query);
    if (m_view->count() == 0 && !m_view->isComplete())
        m_view->reload();
}

void AsItWasPage::refresh() {
    const QString label = m_binding.screen().screen.label;
    m_title->setText(m_at.isEmpty() ? tr("%1, as it was before the first change").arg(label)
                                    : tr("%1, as it was on %2, after change %3")
                                          .arg(label, shownTime(m_at, m_binding.screen().form))
                                          .arg(m_after));
    const bool isThere = m_then.has_value();
    const bool differs = isThere && !m_then->differences.isEmpty();
    m_back->setEnabled(differs);
    m_back->setToolTip(differs ? QString() : tr("Nothing differs from now."));
    const bool isChosen =
        differs && m_list->selectionModel() && m_list->selectionModel()->hasSelection();
    m_backSelected->setEnabled(isChosen);
    m_backSelected->setToolTip(isChosen ? QString() : tr("No records are selected."));
    if (!isThere)
        return;
    QStringList counts{countedRecords(m_view->count()) +
                       (m_view->isComplete() ? QString() : QStringLiteral("…"))};
    const auto add = [&](Difference difference, const QString& words) {
        if (const qint64 count = m_then->count(difference); count > 0)
            counts += words.arg(QLocale().toString(count));
    };
    add(Difference::Changed, tr("%1 changed since"));
    add(Difference::Gone, tr("%1 gone since"));
    add(Difference::Added, tr("%1 added since, not shown"));
    if (!differs)
        counts += tr("nothing differs from now");
    m_counts->setText(counts.join(QStringLiteral(" · ")));
}

void AsItWasPage::rollBackHere() {
    LogScope scope;
    scope.afterId = m_after;
    scope.table = m_binding.screen().table->name;
    Q_EMIT rollbackRequested(
        scope, tr("%1 to change %2").arg(m_binding.screen().screen.label).arg(m_after));
}

void AsItWasPage::rollBackSelected() {
    const QModelIndexList rows = m_list->selectionModel()->selectedRows();
    LogScope scope;
    scope.afterId = m_after;
    scope.table = m_binding.screen().table->name;
    for (const QModelIndex& row : rows)
        scope.keys.push_back(m_model->keyAt(row.row()));
    Q_EMIT rollbackRequested(scope,
                             tr("%1 to change %2").arg(countedRecords(rows.size())).arg(m_after));
}

void AsItWasPage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        Q_EMIT returnRequested();
    else
        QWidget::keyPressEvent(event);
}

} // namespace gravin
