// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/use/lists/filter_panel.h"
#include "app/use/lists/kept_lists.h"

#include <QTimer>

class QHBoxLayout;
class QToolButton;

namespace gravin {

// Above the records: the line that searches as one types, and everything that narrows or orders the
// list as words that can be taken away.
class FilterBar : public QWidget {
    Q_OBJECT
public:
    // Both must outlive the bar.
    FilterBar(ScreenBinding* binding, RecordView* view, QWidget* parent = nullptr);

    // Sorts by this field; once more the other way round; a third time not at all. `adds`: behind
    // what is sorted by already.
    void sortBy(const QString& column, bool adds);
    // Groups by this field behind what is grouped by already; once more: not.
    void groupBy(const QString& column);
    const QStringList& groupedBy() const { return m_setUp.groupedBy; }
    void hide(const QString& column);
    void askForShownFields();
    QStringList hidden() const;
    // Columns that say the same in every record, as that of the parent among its children: hidden
    // without a word until somebody asks for them.
    void setSame(const QStringList& columns);
    // All in one line, where there is little height.
    void setInOneLine(bool oneLine);
    // What can be done to the list by this field.
    void showHeadMenu(const QString& column, const QPoint& globalPosition);
    void add(const ListFilter& filter);
    void askForFilter(const QString& column);
    void focusSearch();
    // What was searched for, for those who mark it.
    QStringList words() const { return m_query.words(); }
    // Everything that leaves records out and that the person may lift, gone.
    void clearFilters();
    // The list as the screen has it.
    void takeScreens();
    // Who shapes the screen may lift everything, and keeps lists for everyone.
    void setShapes(bool shapes);
    bool shapes() const { return m_shapes; }
    // What the person made of the list beside filters and search, against what the screen has;
    // nothing: all is as the screen has it.
    std::optional<ListSetUp> ownOrder() const;
    const QStringList& sameShown() const { return m_sameShown; }
    // Nothing: as the screen has it. Filters and what is searched for stay.
    void takeOwn(const std::optional<ListSetUp>& own, const QStringList& sameShown);
    // Looks for nothing any more.
    void clearSearch();
    bool isFiltered() const { return m_query.isFiltered(); }

Q_SIGNALS:
    void changed(); // of what is searched, narrowed, sorted, grouped or hidden
    void refused(const QString& reason);

private:
    void take(const ListSetUp& setUp);
    void apply();
    void showWords();
    QString labelsOf(const QStringList& columns) const;
    QToolButton* word(const QString& text, const QString& help,
                      const std::function<void()>& remove);
    void followScreen();
    bool isFixed(const ListFilter& filter) const { return filter.fixed && !m_shapes; }

    ScreenBinding* m_binding;
    RecordView* m_view;
    RecordQuery m_query;
    ListSetUp m_setUp;
    ListSetUp m_screens; // what the screen begins with
    KeptLists* m_kept;
    QStringList m_same;
    QStringList m_sameShown; // those that were asked for
    bool m_shapes = false;
    QTimer m_searchSoon;
    QLineEdit* m_search;
    QToolButton* m_savedButton;
    QWidget* m_words;
    QHBoxLayout* m_wordsLayout;
    QHBoxLayout* m_line;
};

} // namespace gravin
