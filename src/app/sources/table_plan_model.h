// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/table_plan.h"

#include <QAbstractTableModel>
#include <QUndoStack>

namespace gravin {

// The plan of a table while it is typed in, with every edit a step of undo.
class TablePlanDraft : public QObject {
    Q_OBJECT
public:
    // `form`: by which first records are typed.
    TablePlanDraft(std::shared_ptr<const Catalog> catalog, const LocaleForm& form,
                   QObject* parent = nullptr);

    const TablePlan& plan() const { return m_plan; }
    const Catalog& catalog() const { return *m_catalog; }
    void setCatalog(std::shared_ptr<const Catalog> catalog);
    QUndoStack* undoStack() { return &m_undo; }
    void change(const QString& text, const std::function<void(TablePlan&)>& edit);

Q_SIGNALS:
    void aboutToChange(const gravin::TablePlan& after);
    void changed(); // after each change(), and with another catalog

private:
    friend class TablePlanStep;
    void set(const TablePlan& plan);

    std::shared_ptr<const Catalog> m_catalog;
    TablePlan m_plan;
    QUndoStack m_undo;
};

// A grid over the draft, with an empty line at its end in which the next entry begins.
class TablePlanModel : public QAbstractTableModel {
    Q_OBJECT
public:
    explicit TablePlanModel(TablePlanDraft* draft, QObject* parent = nullptr);

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    // Takes lines of cells separated by tabs, from this place on, as one step.
    void paste(const QModelIndex& at, const QString& text);
    void removeRows(const QList<int>& rows);

protected:
    virtual int entriesOf(const TablePlan& plan) const = 0;
    virtual int columnsOf(const TablePlan& plan) const = 0;
    virtual bool isSameEntry(const TablePlan& a, const TablePlan& b, int entry) const = 0;
    int entries() const { return entriesOf(plan()); }
    virtual void put(TablePlan& plan, int row, int column, const QString& text) const = 0;
    virtual void remove(TablePlan& plan, int row) const = 0;
    TablePlanDraft* draft() const { return m_draft; }
    const TablePlan& plan() const { return m_draft->plan(); }

private:
    void beginChange(const TablePlan& after);

    TablePlanDraft* m_draft;
    std::function<void()> m_endChange = [] {};
};

// The fields of the table: one per line.
class PlannedFieldsModel : public TablePlanModel {
    Q_OBJECT
public:
    enum Place { Name, Kind, Length, Required, Key, Reference, PlaceCount };
    using TablePlanModel::TablePlanModel;

    QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    // The words that can stand here; empty: any.
    QStringList words(const QModelIndex& index) const;

protected:
    int entriesOf(const TablePlan& plan) const override {
        return static_cast<int>(plan.fields.size());
    }
    int columnsOf(const TablePlan&) const override { return PlaceCount; }
    bool isSameEntry(const TablePlan& a, const TablePlan& b, int entry) const override {
        return a.fields[entry] == b.fields[entry];
    }
    void put(TablePlan& plan, int row, int column, const QString& text) const override;
    void remove(TablePlan& plan, int row) const override;
};

// Its first records: one per line, a column for each field.
class PlannedRowsModel : public TablePlanModel {
    Q_OBJECT
public:
    using TablePlanModel::TablePlanModel;

    QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

protected:
    int entriesOf(const TablePlan& plan) const override {
        return static_cast<int>(plan.rows.size());
    }
    int columnsOf(const TablePlan& plan) const override {
        return static_cast<int>(plan.fields.size());
    }
    bool isSameEntry(const TablePlan& a, const TablePlan& b, int entry) const override {
        return a.rows[entry] == b.rows[entry];
    }
    void put(TablePlan& plan, int row, int column, const QString& text) const override;
    void remove(TablePlan& plan, int row) const override;
};

// Why the first records cannot be stored as they are typed; empty: they can.
QString reasonAgainstRows(const Catalog& catalog, const TablePlan& plan);

} // namespace gravin
