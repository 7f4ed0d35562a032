// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lists/filter_bar.h"

#include "app/look/theme.h"
#include "app/use/lists/shown_fields_dialog.h"
#include "core/fitting/list_query.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {
constexpr int SearchAfter = 180; // milliseconds without a key
constexpr Distance SearchWidth(200);
constexpr Distance NarrowestSearch(40);
constexpr qsizetype LongestWords = 44;

// Many words never make the window wider than it is: they give way.
class WordsRow : public QWidget {
public:
    QSize minimumSizeHint() const override { return {0, QWidget::minimumSizeHint().height()}; }
};
} // namespace

FilterBar::FilterBar(ScreenBinding* binding, RecordView* view, QWidget* parent)
    : QWidget(parent)
    , m_binding(binding)
    , m_view(view)
    , m_kept(new KeptLists(binding, this))
    , m_search(new QLineEdit)
    , m_savedButton(new QToolButton)
    , m_words(new WordsRow)
    , m_wordsLayout(new QHBoxLayout(m_words))
    , m_line(new QHBoxLayout) {
    setObjectName(QStringLiteral("filter-bar"));
    m_search->setObjectName(QStringLiteral("search"));
    m_search->setAccessibleName(tr("Search"));
    m_search->setClearButtonEnabled(true);
    m_search->setToolTip(tr("Words that stand in any field of the list (Ctrl+F)"));
    auto* filter = new QToolButton;
    filter->setObjectName(QStringLiteral("add-filter"));
    filter->setText(tr("+ filter"));
    filter->setToolTip(tr("Only some of the records: by values, limits or an expression (F8)"));
    m_wordsLayout->setContentsMargins(0, 0, 0, 0);
    m_wordsLayout->setSpacing(6);
    m_savedButton->setObjectName(QStringLiteral("saved-lists"));
    m_savedButton->setText(tr("Kept lists"));
    m_savedButton->setToolTip(tr("Filters, order and groups that you keep under a name"));
    connect(m_savedButton, &QToolButton::clicked, this, [this] {
        m_kept->show(m_savedButton->mapToGlobal(QPoint(0, m_savedButton->height())), m_setUp,
                     m_shapes);
    });
    connect(m_kept, &KeptLists::chosen, this, &FilterBar::take);
    connect(m_kept, &KeptLists::refused, this, &FilterBar::refused);
    m_line->setSpacing(6);
    m_line->addWidget(m_search);
    m_line->addWidget(filter);
    m_line->addStretch(0);
    auto* layout = new QVBoxLayout(this);
    layout->setSpacing(6);
    layout->addLayout(m_line);
    setInOneLine(false);
    m_searchSoon.setSingleShot(true);
    m_searchSoon.setInterval(SearchAfter);
    connect(m_search, &QLineEdit::textChanged, this, [this] { m_searchSoon.start(); });
    connect(m_search, &QLineEdit::returnPressed, this, &FilterBar::apply);
    connect(&m_searchSoon, &QTimer::timeout, this, &FilterBar::apply);
    connect(filter, &QToolButton::clicked, this, [this] { askForFilter({}); });
    connect(binding, &ScreenBinding::rebound, this, &FilterBar::followScreen);
    if (view->table().key.isEmpty()) {
        const QString reason = tr("Without a key these records cannot be filtered or searched.");
        for (QWidget* each : std::initializer_list<QWidget*>{m_search, filter}) {
            each->setEnabled(false);
            each->setToolTip(reason);
        }
    }
    takeScreens();
}

void FilterBar::setInOneLine(bool oneLine) {
    auto* lines = static_cast<QVBoxLayout*>(layout());
    lines->removeWidget(m_words);
    m_line->removeWidget(m_words);
    m_line->removeWidget(m_savedButton);
    if (oneLine) {
        m_line->insertWidget(0, m_words);
        m_line->insertWidget(m_line->count() - 1, m_savedButton); // before what is left of it
    } else {
        m_line->addWidget(m_savedButton);
    }
    if (!oneLine)
        lines->addWidget(m_words, 0, Qt::AlignLeft);
    lines->setContentsMargins(space::Pad, oneLine ? 0 : 4, oneLine ? 4 : space::Pad,
                              oneLine ? 0 : 6);
    m_search->setPlaceholderText(oneLine ? tr("Search") : tr("Search these records"));
    // In a line with others it gives way to them, and is the last to get more than it needs.
    m_search->setMinimumWidth(oneLine ? NarrowestSearch : SearchWidth);
    m_search->setMaximumWidth(SearchWidth);
    m_line->setStretch(m_line->indexOf(m_search), oneLine ? 1 : 0);
}

void FilterBar::setSame(const QStringList& columns) {
    m_same = columns;
    apply();
}

QStringList FilterBar::hidden() const {
    QStringList hidden = m_setUp.hidden;
    for (const QString& column : m_same) {
        if (!m_sameShown.contains(column) && !hidden.contains(column))
            hidden += column;
    }
    return hidden;
}

void FilterBar::focusSearch() {
    m_search->setFocus(Qt::ShortcutFocusReason);
    m_search->selectAll();
}

void FilterBar::sortBy(const QString& column, bool adds) {
    SortOrder& sort = m_setUp.sort;
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

void FilterBar::add(const ListFilter& filter) {
    if (!filter.column.isEmpty())
        m_setUp.filters.removeIf(
            [&](const ListFilter& each) { return each.column == filter.column && !isFixed(each); });
    m_setUp.filters += filter;
    apply();
}

void FilterBar::askForFilter(const QString& column) {
    auto* panel = new FilterPanel(m_binding, column, this);
    connect(panel, &FilterPanel::chosen, this, &FilterBar::add);
    panel->open();
}

void FilterBar::groupBy(const QString& column) {
    if (m_view->table().key.isEmpty()) {
        Q_EMIT refused(tr("Without a key these records cannot be grouped."));
        return;
    }
    if (m_setUp.groupedBy.removeAll(column) == 0)
        m_setUp.groupedBy += column;
    apply();
}

void FilterBar::hide(const QString& column) {
    if (!m_setUp.hidden.contains(column))
        m_setUp.hidden += column;
    apply();
}

void FilterBar::askForShownFields() {
    auto* dialog = new ShownFieldsDialog(m_binding->screen(), hidden(), this);
    connect(dialog, &ShownFieldsDialog::chosen, this, [this](const QStringList& hidden) {
        m_setUp.hidden = hidden;
        m_sameShown.clear();
        for (const QString& column : std::as_const(m_same)) {
            if (m_setUp.hidden.removeAll(column) == 0)
                m_sameShown += column;
        }
        apply();
    });
    dialog->open();
}

void FilterBar::showHeadMenu(const QString& column, const QPoint& globalPosition) {
    const BoundField* field = m_binding->screen().field(column);
    if (!field)
        return;
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("head-menu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const QString label = field->label();
    menu->addAction(tr("Sort by %1").arg(label), this, [this, column] { sortBy(column, false); });
    menu->addAction(tr("Filter by %1…").arg(label), this, [this, column] { askForFilter(column); });
    menu->addAction(m_setUp.groupedBy.contains(column) ? tr("Do not group by %1").arg(label)
                                                       : tr("Group by %1").arg(label),
                    this, [this, column] { groupBy(column); });
    menu->addAction(tr("Hide %1").arg(label), this, [this, column] { hide(column); });
    menu->addAction(tr("Shown fields…"), this, &FilterBar::askForShownFields);
    menu->popup(globalPosition);
}

void FilterBar::takeScreens() {
    m_screens = m_kept->ofScreen();
    m_sameShown.clear();
    take(m_screens);
}

namespace {

// What is kept of how somebody set a list up: not what was looked for just now.
ListSetUp orderIn(const ListSetUp& setUp) {
    ListSetUp order;
    order.sort = setUp.sort;
    order.groupedBy = setUp.groupedBy;
    order.hidden = setUp.hidden;
    return order;
}

} // namespace

std::optional<ListSetUp> FilterBar::ownOrder() const {
    const ListSetUp own = orderIn(m_setUp);
    return own == orderIn(m_screens) ? std::nullopt : std::optional(own);
}

void FilterBar::takeOwn(const std::optional<ListSetUp>& own, const QStringList& sameShown) {
    ListSetUp setUp = m_setUp;
    setUp.search = m_search->text();
    const ListSetUp& taken = own ? *own : m_screens;
    setUp.sort = taken.sort;
    setUp.groupedBy = taken.groupedBy;
    setUp.hidden = taken.hidden;
    m_sameShown = sameShown;
    take(setUp);
}

void FilterBar::clearSearch() {
    if (m_search->text().isEmpty())
        return;
    m_search->clear();
    apply();
}

void FilterBar::setShapes(bool shapes) {
    m_shapes = shapes;
    m_setUp.search = m_search->text();
    take(m_setUp);
}

void FilterBar::take(const ListSetUp& setUp) {
    m_setUp = fittingSetUp(setUp, *m_binding->screen().table);
    // What the screen holds to stays, whatever is taken up; and nothing else is held to.
    for (ListFilter& filter : m_setUp.filters)
        filter.fixed = false;
    for (const ListFilter& filter : std::as_const(m_screens.filters)) {
        const auto same = std::find_if(
            m_setUp.filters.begin(), m_setUp.filters.end(),
            [&](const ListFilter& each) { return each.condition == filter.condition; });
        if (same != m_setUp.filters.end())
            *same = filter;
        else if (isFixed(filter))
            m_setUp.filters.prepend(filter);
    }
    m_search->setText(m_setUp.search);
    apply();
}

QString FilterBar::labelsOf(const QStringList& columns) const {
    QStringList labels;
    for (const QString& column : columns) {
        const BoundField* field = m_binding->screen().field(column);
        labels += field ? field->label() : column;
    }
    return labels.join(QStringLiteral(", "));
}

void FilterBar::clearFilters() {
    m_setUp.filters.removeIf([&](const ListFilter& filter) { return !isFixed(filter); });
    m_search->clear();
    apply();
}

// Whoever had nothing of their own has what the screen begins with now.
void FilterBar::followScreen() {
    m_setUp.search = m_search->text(); // what is just being typed counts already
    const ListSetUp before = std::exchange(m_screens, m_kept->ofScreen());
    take(m_setUp == before ? m_screens : m_setUp);
}

void FilterBar::apply() {
    m_searchSoon.stop();
    m_setUp.search = m_search->text();
    m_query = listQuery(m_binding->screen(), m_setUp, m_binding->workspace()->catalog());
    m_query.only = m_view->restriction();
    // Without a key records are read by their place, which is one in this order.
    if (m_view->table().key.isEmpty()) {
        RecordStore* records = m_binding->workspace()->records()->store(m_binding->tableName());
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
    for (const ListFilter& filter : std::as_const(m_setUp.filters)) {
        if (isFixed(filter)) {
            auto* held = new QLabel(filter.words.left(LongestWords));
            held->setObjectName(QStringLiteral("held-word"));
            held->setTextFormat(Qt::PlainText);
            held->setProperty("role", "faint");
            held->setToolTip(filter.words + u'\n' + tr("This screen shows only these."));
            m_wordsLayout->addWidget(held);
            continue;
        }
        word(filter.words, tr("Take the filter away"), [this, filter] {
            m_setUp.filters.removeOne(filter);
            apply();
        })->setObjectName(QStringLiteral("filter-word"));
    }
    if (!m_setUp.groupedBy.isEmpty())
        word(tr("Grouped by %1").arg(labelsOf(m_setUp.groupedBy)), tr("Do not group"), [this] {
            m_setUp.groupedBy.clear();
            apply();
        })->setObjectName(QStringLiteral("group-word"));
    QStringList sorted;
    for (const SortBy& by : std::as_const(m_setUp.sort)) {
        const BoundField* field = m_binding->screen().field(by.column);
        sorted += (field ? field->label() : by.column) +
                  (by.descending ? QStringLiteral(" ↓") : QStringLiteral(" ↑"));
    }
    if (!sorted.isEmpty())
        word(tr("Sorted by %1").arg(sorted.join(QStringLiteral(", "))), tr("Do not sort"), [this] {
            m_setUp.sort.clear();
            apply();
        })->setObjectName(QStringLiteral("sort-word"));
    if (!m_setUp.hidden.isEmpty())
        word(tr("Without %1").arg(labelsOf(m_setUp.hidden)), tr("Show these fields again"), [this] {
            m_setUp.hidden.clear();
            apply();
        })->setObjectName(QStringLiteral("hidden-word"));
    m_words->setVisible(m_wordsLayout->count() > 0);
}

} // namespace gravin
