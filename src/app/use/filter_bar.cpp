// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/filter_bar.h"

#include "app/look/theme.h"

#include <QHBoxLayout>
#include <QLineEdit>
#include <QToolButton>

#include <algorithm>

namespace gravin {

namespace {
constexpr int SearchAfter = 180; // milliseconds without a key
constexpr Distance SearchWidth(200);
constexpr qsizetype LongestWords = 60;
} // namespace

FilterBar::FilterBar(ScreenBinding* binding, RecordView* view, QWidget* parent)
    : QWidget(parent)
    , m_binding(binding)
    , m_view(view)
    , m_query(view->query())
    , m_search(new QLineEdit)
    , m_words(new QWidget)
    , m_wordsLayout(new QHBoxLayout(m_words)) {
    setObjectName(QStringLiteral("filter-bar"));
    m_search->setObjectName(QStringLiteral("search"));
    m_search->setAccessibleName(tr("Search"));
    m_search->setPlaceholderText(tr("Search these records"));
    m_search->setClearButtonEnabled(true);
    m_search->setFixedWidth(SearchWidth);
    m_search->setToolTip(tr("Words that stand in any field of the list (Ctrl+F)"));
    auto* filter = new QToolButton;
    filter->setObjectName(QStringLiteral("add-filter"));
    filter->setText(tr("+ filter"));
    filter->setToolTip(tr("Only some of the records: by values, limits or an expression (F8)"));
    m_wordsLayout->setContentsMargins(0, 0, 0, 0);
    m_wordsLayout->setSpacing(6);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(space::Pad, 4, space::Pad, 6);
    layout->setSpacing(6);
    layout->addWidget(m_search);
    layout->addWidget(m_words);
    layout->addWidget(filter);
    layout->addStretch();
    m_searchSoon.setSingleShot(true);
    m_searchSoon.setInterval(SearchAfter);
    connect(m_search, &QLineEdit::textChanged, this, [this] { m_searchSoon.start(); });
    connect(m_search, &QLineEdit::returnPressed, this, &FilterBar::apply);
    connect(&m_searchSoon, &QTimer::timeout, this, &FilterBar::apply);
    connect(filter, &QToolButton::clicked, this, [this] { askForFilter({}); });
    connect(binding, &ScreenBinding::rebound, this, &FilterBar::removeUnfit);
    if (view->table().key.isEmpty()) {
        const QString reason = tr("Without a key these records cannot be filtered or searched.");
        for (QWidget* each : std::initializer_list<QWidget*>{m_search, filter}) {
            each->setEnabled(false);
            each->setToolTip(reason);
        }
    }
    showWords();
}

void FilterBar::focusSearch() {
    m_search->setFocus(Qt::ShortcutFocusReason);
    m_search->selectAll();
}

void FilterBar::sortBy(const QString& column, bool adds) {
    SortOrder& sort = m_query.sort;
    const auto found = std::find_if(sort.begin(), sort.end(),
                                    [&](const SortBy& by) { return by.column == column; });
    const bool wasSorted = found != sort.end();
    const bool wasDescending = wasSorted && found->descending;
    if (!adds)
        sort = wasDescending ? SortOrder{} : SortOrder{{column, wasSorted}};
    else if (!wasSorted)
        sort += SortBy{column, false};
    else if (!wasDescending)
        found->descending = true;
    else
        sort.erase(found);
    apply();
}

void FilterBar::add(const ActiveFilter& filter) {
    if (!filter.column.isEmpty())
        m_filters.removeIf([&](const ActiveFilter& each) { return each.column == filter.column; });
    m_filters += filter;
    apply();
}

void FilterBar::askForFilter(const QString& column) {
    auto* panel = new FilterPanel(m_binding, column, this);
    connect(panel, &FilterPanel::chosen, this, &FilterBar::add);
    panel->open();
}

void FilterBar::clearFilters() {
    m_filters.clear();
    m_search->clear();
    apply();
}

// What names a column that is not there any more.
void FilterBar::removeUnfit() {
    const Table& table = *m_binding->screen().table;
    m_filters.removeIf(
        [&](const ActiveFilter& each) { return !bindCondition(each.condition, table).ok(); });
    m_query.sort.removeIf([&](const SortBy& by) { return !table.column(by.column); });
    apply();
}

void FilterBar::apply() {
    m_searchSoon.stop();
    m_query.search = m_search->text();
    m_query.searched = searchedColumns(m_binding->screen(), m_binding->workspace()->catalog());
    m_query.conditions.clear();
    for (const ActiveFilter& filter : std::as_const(m_filters))
        m_query.conditions += filter.condition;
    m_query.only = m_view->restriction();
    if (m_query.words().isEmpty())
        m_query.searched.clear();
    // Without a key records are read by their place, which is one in this order.
    if (m_view->table().key.isEmpty()) {
        RecordStore* records = m_binding->workspace()->records(m_binding->tableName());
        records->setSort(m_query.sort);
        records->forgetAll();
    }
    m_view->setQuery(m_query);
    showWords();
    Q_EMIT changed();
}

QToolButton* FilterBar::word(const QString& text, const QString& help,
                             const std::function<void()>& remove) {
    auto* button = new QToolButton;
    button->setProperty("role", "word");
    button->setText((text.size() > LongestWords ? text.left(LongestWords) + u'…' : text) +
                    QStringLiteral("  ✕"));
    button->setToolTip(text + u'\n' + help);
    button->setAccessibleName(help + QStringLiteral(": ") + text);
    connect(button, &QToolButton::clicked, this, remove, Qt::QueuedConnection);
    m_wordsLayout->addWidget(button);
    return button;
}

void FilterBar::showWords() {
    while (QLayoutItem* item = m_wordsLayout->takeAt(0)) {
        item->widget()->deleteLater();
        item->widget()->hide();
        delete item;
    }
    for (const ActiveFilter& filter : std::as_const(m_filters))
        word(filter.words, tr("Take the filter away"), [this, filter] {
            m_filters.removeOne(filter);
            apply();
        })->setObjectName(QStringLiteral("filter-word"));
    QStringList sorted;
    for (const SortBy& by : std::as_const(m_query.sort)) {
        const BoundField* field = m_binding->screen().field(by.column);
        sorted += (field ? field->label() : by.column) +
                  (by.descending ? QStringLiteral(" ↓") : QStringLiteral(" ↑"));
    }
    if (!sorted.isEmpty())
        word(tr("Sorted by %1").arg(sorted.join(QStringLiteral(", "))), tr("Do not sort"), [this] {
            m_query.sort.clear();
            apply();
        })->setObjectName(QStringLiteral("sort-word"));
    m_words->setVisible(m_wordsLayout->count() > 0);
}

} // namespace gravin
