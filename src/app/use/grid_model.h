// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/paint.h"
#include "app/session/screen_binding.h"
#include "app/use/group_rows.h"

#include <QAbstractTableModel>
#include <QColor>

namespace gravin {

class OpenEdits;

// The records of a view as rows, the fields of its screen (also hidden ones) as columns. New
// records that are not saved yet stand after the others, as far as they fit the view's restriction.
class GridModel : public QAbstractTableModel {
    Q_OBJECT
public:
    enum Role {
        ValueRole = Qt::UserRole, // whether the value is NULL, yes or no: see cellKind()
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
    GridModel(ScreenBinding* binding, RecordView* view, OpenEdits* openEdits,
              QObject* parent = nullptr);

    // Shows the new records that belong to this one, which is not saved either; nothing: none.
    void setNewParent(const std::optional<DraftPlace>& parent);

    ScreenBinding* binding() const { return m_binding; }
    RecordView* view() const { return m_view; }

    // The record of a row; none where the head of a group stands. A record without a row answers
    // −1, also one in a group that is closed.
    RecordId recordAt(int row) const;
    int rowOf(const RecordId& id) const;

    // Shows the list in groups. `groups` are those of the view, by these columns, with what these
    // others come to; no columns: no groups.
    void setGroups(std::vector<RecordGroup> groups, const QStringList& columns,
                   const QStringList& totalled);
    bool isGrouped() const { return m_groups.isGrouped(); }
    const QStringList& groupedBy() const { return m_groupedBy; }
    // The group whose head stands in this row; null: none does.
    const RecordGroup* groupAt(int row) const;
    bool isGroupOpen(int row) const;
    // "Sector: Fairway", and "12 records".
    QString groupName(int row) const;
    QString groupCount(int row) const;
    // What this field comes to in the group, as people read it; empty: nothing.
    QString groupTotal(int row, int column) const;
    void openGroup(int row, bool open);
    void openAllGroups(bool open);
    // Opens the groups that this record stands in. False: it is not in the list.
    bool reveal(const RecordId& id);
    // The row of the head that stands for a record of a closed group; −1: none does.
    int headRowOf(const RecordId& id) const;
    // Places count the records of the whole list from 0, new ones last, whatever groups are open.
    // The place of a row's record; −1: it has none.
    qsizetype placeAt(int row) const;
    RecordId recordAtPlace(qsizetype place) const;
    qsizetype placeCount() const { return m_view->count() + m_new.size(); }
    // Of the next record before and behind a row; there may be none there.
    qsizetype placeBefore(int row) const;
    qsizetype placeAfter(int row) const;
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
    int storedRows() const;
    void connectView();
    void connectDrafts();
    QString newsOf(const RecordId& id, const QString& column = {}) const;
    bool belongsHere(const RecordId& newRecord) const;
    void syncNew(const RecordId& newRecord);
    void takeNew();
    void rebound();
    void allChanged();
    void recordChanged(const RecordId& id);
    bool hasProblem(const RecordId& id, const QString& column, bool warning) const;
    QString toolTip(const QModelIndex& index) const;
    QVariant groupData(const QModelIndex& index, int role) const;
    QString sortMark(const QString& column) const;
    // Whether the words of a tag stand in this cell: its field's, or for the whole record that of
    // its name.
    bool bears(const Tag& tag, const QModelIndex& index) const;
    QString tagWords(const QModelIndex& index) const;
    QColor tint(const QModelIndex& index) const;

    ScreenBinding* m_binding;
    OpenEdits* m_openEdits;
    RecordView* m_view;
    DraftStore* m_drafts;
    RecordStore* m_records;
    GroupRows m_groups;
    QStringList m_groupedBy;
    QStringList m_totalled;
    QList<RecordId> m_new;
    std::optional<DraftPlace> m_newParent;
    QStringList m_names; // of the columns
    int m_columns = 0;
};

// How the values of a field stand in a list: as the project says, else figures at the right.
Qt::Alignment alignmentOf(const BoundField& field);

} // namespace gravin
