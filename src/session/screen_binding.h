// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/drafts/draft_saver.h"
#include "session/workspace.h"

namespace gravin {

// A link of a form's message that leads to a field: "field:COLUMN".
QString linkToField(const QString& column, const QString& text);

// One that leads to what is to be mended in another record that is saved with this one.
QString linkToOther(const QString& text);

// A screen bound to its table that stays so while the developer shapes it. The grid, the form, the
// plate and the edit windows of a screen all read their fields here.
class ScreenBinding : public QObject {
    Q_OBJECT
public:
    // `workspace` must outlive the binding. Requires: the screen's table is in the catalog.
    ScreenBinding(Workspace* workspace, QString screenId, QObject* parent = nullptr);

    Workspace* workspace() const { return m_workspace; }
    const QString& screenId() const { return m_screenId; }
    const BoundScreen& screen() const { return m_screen; }
    const QList<BoundField>& fields() const { return m_screen.fields; }
    const QString& tableName() const { return m_screen.table->name; }
    bool isReadOnly() const { return !m_screen.readOnlyReason.isEmpty(); }

    // The value a person sees in a field of a record, with its draft; nothing while it is on its
    // way.
    std::optional<Value> value(const RecordId& id, const BoundField& field) const;
    // "Cooper Rock"; for a new record without a name, "New record".
    QString nameOf(const RecordId& id) const;
    const Draft* draft(const RecordId& id) const;
    // What the record is tagged with, as it is with its edits; none while it is on its way.
    QList<Tag> tags(const RecordId& id) const;
    // Whether the field is shown in this record, by its condition: it is while the record is on its
    // way.
    bool isShown(const BoundField& field, const RecordId& id) const;
    // Whether a condition over the table is true of the record, as it is with its edits.
    bool fits(const QString& condition, const RecordId& id) const;
    // Whether the record cannot be saved without it, as it is with its edits.
    bool isRequired(const BoundField& field, const RecordId& id) const;
    // Why this field cannot be edited in this record (RecordId{}: in any stored one); empty when it
    // can.
    QString readOnlyReason(const BoundField& field, const RecordId& id) const;

    // Whether saving a record of this screen saves what is edited of its children with it.
    void setSavesChildren(bool saves) { m_savesChildren = saves; }
    bool savesChildren() const { return m_savesChildren; }
    // How many records a save of this one writes.
    qsizetype recordsSaved(const RecordId& id) const;
    // The other drafts that are saved together with this record, parents first.
    QList<DraftRef> savedWith(const RecordId& id) const;
    // The first thing that stands in the way of saving it, or what is saved with it; the column is
    // empty where it is of the whole record. Nothing: nothing that could be mended.
    struct ToMend {
        DraftRef place;
        QString column;
    };
    std::optional<ToMend> firstToMend(const RecordId& id) const;
    // Saves the record, and with it what has to be and what is to be.
    void save(const RecordId& id);
    // Saves an edited record that is left, where the screen does so by itself; what keeps it from
    // that is said with the workspace's notice().
    void saveLeft(const RecordId& id);
    // The same after a field was edited. A new record is finished before any of it is stored.
    void saveWritten(const RecordId& id);
    // Why a record cannot be deleted now; empty: it can.
    QString reasonAgainstDeleting(const RecordId& id) const;
    // Why the record cannot be saved now, as rich text with a link to each field; empty: it can.
    QString saveReason(const RecordId& id) const;
    // What is unusual about a record that can be saved, in the same form; empty: nothing.
    QString warningReason(const RecordId& id) const;
    // Whether the next save lets the warnings pass: they have been told.
    bool isWarned(const RecordId& id) const;

    // Which records a lookup offers for this record as it is with its edits, an expression over
    // them; empty: all.
    QString offered(const RecordId& id, const BoundField& field) const;

Q_SIGNALS:
    // The screen was bound anew: BoundFields of before are dead.
    void rebound();

private:
    void rebind();
    // Whether a condition is true of the record: as it is with its edits, or as it was before them.
    // Nothing while it is on its way.
    enum class AsIt { Is, IsOrWas };
    std::optional<bool> isTrue(const BoundExpression& condition, const RecordId& id,
                               AsIt when) const;
    QString reasonAgainstFar(const BoundField& field, const RecordId& id) const;
    // A problem as rich text, with a link to its field where it has one.
    QString linkTo(const Problem& problem) const;
    std::vector<Problem> standingInTheWay(const DraftRef& place) const;
    QString linkToFirst(const QList<DraftRef>& others) const;

    Workspace* m_workspace;
    QString m_screenId;
    BoundScreen m_screen;
    bool m_savesChildren = false;
};

} // namespace gravin
