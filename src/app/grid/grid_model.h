// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/presentation.h"
#include "app/grid/row_map.h"

#include <QAbstractTableModel>

#include <functional>
#include <memory>

namespace gravin {

class WindowNumbers;

// The records of a view as rows, the fields of its screen (also hidden ones) as columns. New
// records that are not saved yet stand after the others, as far as they fit the view's restriction.
class GridModel : public QAbstractTableModel {
    Q_OBJECT
public:
    enum Role {
        ValueRole = Qt::UserRole, // a yes or no; 0 of any other value; invalid of none
        DraftRole,                // the field is edited and not saved
        ProblemRole,              // the field stands in the way of saving
        WarningRole,              // the field is unusual, but the record can be saved so
        ElsewhereRole,            // somebody else changed it too
        NewsRole,                 // somebody else has just saved it
        OddRole,                  // not of its column's declared type
        PendingRole,              // still being read
        ColourRole,               // of the choice that the value is, as text; empty: none
        TintRole,                 // of the tag that the record or the field bears; invalid: none
        TagRole,                  // the words of tags that stand in this cell
    };

    // All must outlive the model.
    GridModel(ScreenBinding* binding, RecordView* view, WindowNumbers* windows,
              QObject* parent = nullptr);

    // Shows the new records that belong to this one, which is not saved either; nothing: none.
    void setNewParent(const std::optional<DraftRef>& parent);

    // Shows an empty line below the last record, in which typing begins one; `begin` makes it, and
    // gives none where it cannot. Null: there is no such line.
    void setEmptyLine(std::function<RecordId()> begin);
    // Whether work goes on from line to line here.
    bool takesLines() const { return m_rows.hasEmptyLine(); }
    RecordId beginLine() { return m_begin ? m_begin() : RecordId(); }
    // Where work in a line goes on: it can be edited there, and what stands there was not given by
    // itself.
    bool isOpen(const QModelIndex& index) const;

    ScreenBinding* binding() const { return m_binding; }
    RecordView* view() const { return m_view; }

    // Where its records stand; see RowMap for what rows and list indexes are.
    const RowMap& rows() const { return m_rows; }
    RecordId recordAt(int row) const { return m_rows.recordAt(row); }
    int rowOf(const RecordId& id) const { return m_rows.rowOf(id); }

    // Shows the list in groups. `groups` are those of the view, by these columns, with what these
    // others come to; no columns: no groups.
    void setGroups(std::vector<RecordGroup> groups, const QStringList& columns,
                   const QStringList& totalled);
    bool isGrouped() const { return m_rows.isGrouped(); }
    const QStringList& groupedBy() const { return m_groupedBy; }
    // "Sector: Fairway", and "12 records".
    QString groupName(int row) const;
    QString groupCount(int row) const;
    // What this field comes to in the group, as people read it; empty: nothing.
    QString groupTotal(int row, int column) const;
    void openGroup(int row, bool open);
    void openAllGroups(bool open);
    // Opens the groups that this record stands in. False: it is not in the list.
    bool reveal(const RecordId& id);

    // Rows can be opened, each having an inset then; those of these records are. Lists that show
    // one after the other parts of the same records can share them. Null: rows do not open.
    void setOpened(std::shared_ptr<QSet<RecordId>> opened);
    bool opensRows() const { return m_opened != nullptr; }
    void openRow(const RecordId& id, bool open);
    // How the field of a record is shown. Requires: a record stands in this row. Good until the
    // next call.
    const CellPresentation& cell(const QModelIndex& index) const;
    const Presentations& presentations() const { return m_shown; }
    RecordMarks marks(int row) const;
    // Writes what an editor holds.
    void apply(const QModelIndex& index, const std::variant<QString, Value>& content);
    std::optional<Value> value(const QModelIndex& index) const;

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    // Takes the text a person types, as from a test or the clipboard.
    bool setData(const QModelIndex& index, const QVariant& text, int role) override;

Q_SIGNALS:
    // Of any rows in sight: what stands in the gutter.
    void marksChanged();

private:
    void connectView();
    void connectDrafts();
    bool belongsHere(const RecordId& id) const;
    bool comesHere(const Draft& draft) const;
    // Among the new ones, or such as come from elsewhere.
    bool mayStandBehind(const RecordId& id) const;
    void syncNew(const RecordId& newRecord);
    void takeNew();
    // Around a change of what rows there are; rows are plain ones here.
    void beginRows(int first, int last);
    void endRows();
    void beginRowGoes(int plain);
    void endRowGoes();
    void endReset();
    void placeInset(int plain, bool open);
    void rebound();
    void allChanged();
    void allInSightChanged();
    void recordChanged(const RecordId& id);
    QString toolTip(const QModelIndex& index) const;
    QVariant groupData(const QModelIndex& index, int role) const;
    QString sortMark(const QString& column) const;
    QVariant roleOf(const CellPresentation& cell, int role) const;
    QString textToEdit(const RecordId& id, const BoundField& field) const;

    ScreenBinding* m_binding;
    RecordView* m_view;
    DraftStore* m_drafts;
    RecordStore* m_records;
    RowMap m_rows;
    mutable Presentations m_shown;
    QStringList m_groupedBy;
    QStringList m_totalled;
    std::optional<DraftRef> m_newParent;
    std::function<RecordId()> m_begin;
    std::shared_ptr<QSet<RecordId>> m_opened;
    std::pair<int, int> m_coming; // the first of the rows that come, and how many
    int m_going = -1;
    QStringList m_names; // of the columns
    int m_columns = 0;
};

// How the values of a field stand in a list: as the project says, else figures at the right.
Qt::Alignment alignmentOf(const BoundField& field);

} // namespace gravin
