// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lists/record_list.h"

#include "app/grid/totals_row.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/lists/list_figures.h"
#include "app/use/lists/parameter_bar.h"

#include <QApplication>
#include <QHeaderView>
#include <QScopedValueRollback>
#include <QScrollBar>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr int KeepAfter = 300; // milliseconds
}

RecordList::RecordList(ScreenBinding* binding, RecordView* view, WindowNumbers* windows,
                       QWidget* parent)
    : QWidget(parent)
    , m_binding(binding)
    , m_grid(new GridView(new GridModel(binding, view, windows, this), this))
    , m_bar(new FilterBar(binding, view, this))
    , m_figures(new ListFigures(binding, m_grid, this))
    , m_totals(new TotalsRow(m_grid, this)) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    if (!binding->screen().table->given.isEmpty()) {
        m_parameters = new ParameterBar(binding, this);
        layout->addWidget(m_parameters);
        connect(m_parameters, &ParameterBar::refused, this,
                [this](const QString& reason, const QString& detail) {
                    Q_EMIT told({Notice::Kind::Refused, reason, detail});
                });
    }
    layout->addWidget(m_bar);
    layout->addWidget(m_grid, 1);
    layout->addWidget(m_totals);
    connectHeads();
    connect(m_bar, &FilterBar::changed, this, &RecordList::followBar);
    connect(m_grid, &GridView::arranged, this, &RecordList::keepOwnSoon);
    m_keepSoon.setSingleShot(true);
    m_keepSoon.setInterval(KeepAfter);
    connect(&m_keepSoon, &QTimer::timeout, this, &RecordList::keepOwn);
    connect(m_bar, &FilterBar::refused, this, [this](const QString& reason) {
        Q_EMIT told({Notice::Kind::Refused, reason});
    });
    connect(m_figures, &ListFigures::totalsChanged, this, &RecordList::totalsChanged);
    connect(m_figures, &ListFigures::failed, this, [this](const Error& error) {
        Q_EMIT told({Notice::Kind::Refused, error.sentence, error.detail});
    });
    connect(m_grid->verticalHeader(), &QHeaderView::sectionCountChanged, this,
            &RecordList::needChanged);
    connect(m_grid->verticalHeader(), &QHeaderView::sectionResized, this, &RecordList::needChanged);
    followBar();
}

RecordList::~RecordList() {
    if (m_keepSoon.isActive())
        keepOwn();
    // What reads the model goes before it.
    delete m_totals;
    delete m_figures;
    delete m_grid;
}

void RecordList::connectHeads() {
    QHeaderView* heads = m_grid->horizontalHeader();
    heads->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(heads, &QWidget::customContextMenuRequested, this, [this, heads](const QPoint& at) {
        const int section = heads->logicalIndexAt(at);
        if (section >= 0)
            m_bar->showHeadMenu(m_binding->fields()[section].name(), heads->mapToGlobal(at));
    });
    connect(heads, &QHeaderView::sectionClicked, this, [this](int section) {
        m_bar->sortBy(m_binding->fields()[section].name(),
                      QApplication::keyboardModifiers() & Qt::ShiftModifier);
    });
}

int RecordList::neededHeight() const {
    const QHeaderView* rows = m_grid->verticalHeader();
    const bool isWide = m_grid->horizontalHeader()->length() > m_grid->viewport()->width();
    // An empty one says that it is.
    return m_grid->horizontalHeader()->height() +
           std::max(rows->length(), rows->defaultSectionSize()) + 2 * m_grid->frameWidth() +
           (isWide ? m_grid->horizontalScrollBar()->sizeHint().height() : 0) +
           (m_totals->isVisibleTo(this) ? m_totals->sizeHint().height() : 0);
}

void RecordList::putBarBack() {
    qobject_cast<QVBoxLayout*>(layout())->insertWidget(m_parameters ? 1 : 0, m_bar);
}

void RecordList::setOverRows(QWidget* widget) {
    auto* lines = qobject_cast<QVBoxLayout*>(layout());
    lines->insertWidget(lines->indexOf(m_grid), widget);
}

void RecordList::followBar() {
    m_grid->hideFields(m_bar->hidden());
    m_figures->group(m_bar->groupedBy());
    m_figures->askForTotals();
    keepOwnSoon();
    Q_EMIT setUpChanged();
}

void RecordList::setOwnPlace(const QString& place) {
    m_own.emplace(m_binding->workspace()->document()->file(), place);
    if (m_own->list())
        takeKept();
    connect(&ArrangementNews::instance(), &ArrangementNews::kept, this,
            [this](const QString& kept) {
                if (kept == m_own->place() && !m_isKeeping && !m_bar->shapes())
                    takeKept();
            });
}

void RecordList::takeKept() {
    const ListArrangement list = m_own->list().value_or(ListArrangement());
    const QScopedValueRollback taking(m_isTakingOwn, true);
    m_grid->arrange(list.widths, list.order);
    m_bar->takeOwn(list.setUp.isEmpty() ? std::nullopt : std::optional(list.setUp),
                   list.shownAlike);
}

ListArrangement RecordList::ownNow() const {
    return {m_grid->ownWidths(), m_grid->ownOrder(), m_bar->ownOrder().value_or(ListSetUp()),
            m_bar->sameShown()};
}

bool RecordList::isArranged() const { return !ownNow().isEmpty(); }

// While a screen is shaped, what becomes of its list is for everyone.
void RecordList::keepOwnSoon() {
    if (m_own && !m_isTakingOwn && !m_bar->shapes())
        m_keepSoon.start();
}

void RecordList::keepOwn() {
    m_keepSoon.stop();
    const ListArrangement now = ownNow();
    const QScopedValueRollback keeping(m_isKeeping, true);
    if (now != m_own->list().value_or(ListArrangement()))
        m_own->keep(now);
}

QString RecordList::currentColumn() const {
    const int column = m_grid->currentIndex().column();
    return column < 0 ? QString() : m_binding->fields()[column].name();
}

void RecordList::focusSearch() { m_bar->focusSearch(); }

void RecordList::askForFilter() { m_bar->askForFilter(currentColumn()); }

void RecordList::groupByField() {
    if (const QString column = currentColumn(); !column.isEmpty())
        m_bar->groupBy(column);
}

void RecordList::takeScreens() {
    {
        const QScopedValueRollback taking(m_isTakingOwn, true);
        m_grid->arrange({}, {});
        m_bar->takeScreens();
    }
    keepOwnSoon();
    Q_EMIT putBack();
}

void RecordList::askForShownFields() { m_bar->askForShownFields(); }

} // namespace gravin
