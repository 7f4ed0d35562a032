// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sources/table_plan_model.h"

#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/exchange/cell_block.h"

#include <QUndoCommand>

#include <algorithm>

namespace gravin {

namespace {

// The table a field of this name seems to refer to: "sector_id" with a table sector whose key is
// id.
QString referenceFromName(const Catalog& catalog, const QString& name) {
    for (const Table& table : catalog.tables) {
        if (table.key.size() == 1 &&
            name.compare(table.name + u'_' + table.key.front(), Qt::CaseInsensitive) == 0)
            return table.name;
    }
    return {};
}

bool meansYes(const QString& text) {
    const QString word = text.trimmed().toLower();
    return word == u"true" || word == u"1" || word == u"x" ||
           word == PlannedFieldsModel::tr("yes").toLower();
}

} // namespace

class TablePlanStep : public QUndoCommand {
public:
    TablePlanStep(TablePlanDraft* draft, const QString& text, TablePlan before, TablePlan after)
        : QUndoCommand(text)
        , m_draft(draft)
        , m_before(std::move(before))
        , m_after(std::move(after)) {}
    void redo() override { m_draft->set(m_after); }
    void undo() override { m_draft->set(m_before); }

private:
    TablePlanDraft* m_draft;
    TablePlan m_before;
    TablePlan m_after;
};

TablePlanDraft::TablePlanDraft(std::shared_ptr<const Catalog> catalog, const LocaleForm& form,
                               QObject* parent)
    : QObject(parent)
    , m_catalog(std::move(catalog)) {
    m_plan.form = form;
    // What nearly every table begins with.
    m_plan.fields += FieldPlan{QStringLiteral("id"), FieldKind::GivenNumber, -1, false, true};
}

void TablePlanDraft::setCatalog(std::shared_ptr<const Catalog> catalog) {
    m_catalog = std::move(catalog);
    set(TablePlan(m_plan));
}

void TablePlanDraft::change(const QString& text, const std::function<void(TablePlan&)>& edit) {
    TablePlan after = m_plan;
    edit(after);
    if (!(after == m_plan))
        m_undo.push(new TablePlanStep(this, text, m_plan, std::move(after)));
}

void TablePlanDraft::set(const TablePlan& plan) {
    Q_EMIT aboutToChange(plan);
    m_plan = plan;
    Q_EMIT changed();
}

TablePlanModel::TablePlanModel(TablePlanDraft* draft, QObject* parent)
    : QAbstractTableModel(parent)
    , m_draft(draft) {
    connect(draft, &TablePlanDraft::aboutToChange, this, &TablePlanModel::beginChange);
    connect(draft, &TablePlanDraft::changed, this, [this] {
        std::exchange(m_endChange, {})();
        if (columnCount() > 0)
            Q_EMIT dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
        Q_EMIT headerDataChanged(Qt::Horizontal, 0, std::max(0, columnCount() - 1));
    });
}

// Lines and columns come and go singly, so that the person's place in the grid stays.
void TablePlanModel::beginChange(const TablePlan& after) {
    const int rows = rowCount();
    const int rowsAfter = entriesOf(after) + 1;
    const int columns = columnCount();
    const int columnsAfter = columnsOf(after);
    // Where the first difference is; the empty last row is never one of them.
    int at = 0;
    while (at < std::min(entries(), entriesOf(after)) && isSameEntry(plan(), after, at))
        ++at;
    if (rows != rowsAfter && columns != columnsAfter) {
        beginResetModel();
        m_endChange = [this] { endResetModel(); };
    } else if (rowsAfter > rows) {
        beginInsertRows({}, at, at + rowsAfter - rows - 1);
        m_endChange = [this] { endInsertRows(); };
    } else if (rowsAfter < rows) {
        beginRemoveRows({}, at, at + rows - rowsAfter - 1);
        m_endChange = [this] { endRemoveRows(); };
    } else if (columnsAfter > columns) {
        beginInsertColumns({}, columns, columnsAfter - 1);
        m_endChange = [this] { endInsertColumns(); };
    } else if (columnsAfter < columns) {
        beginRemoveColumns({}, columnsAfter, columns - 1);
        m_endChange = [this] { endRemoveColumns(); };
    } else {
        m_endChange = [] {};
    }
}

int TablePlanModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : entries() + 1;
}

int TablePlanModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : columnsOf(plan());
}

void TablePlanModel::paste(const QModelIndex& at, const QString& text) {
    const QList<QStringList> lines = cellBlockFromText(text);
    m_draft->change(tr("pasted lines"), [&](TablePlan& plan) {
        for (qsizetype line = 0; line < lines.size(); ++line) {
            const QStringList& cells = lines[line];
            for (qsizetype cell = 0; cell < cells.size(); ++cell) {
                const int column = at.column() + static_cast<int>(cell);
                if (column < columnCount())
                    put(plan, at.row() + static_cast<int>(line), column, cells[cell]);
            }
        }
    });
}

void TablePlanModel::removeRows(const QList<int>& rows) {
    QList<int> sorted = rows;
    std::sort(sorted.begin(), sorted.end(), std::greater<>());
    m_draft->change(tr("without lines"), [&](TablePlan& plan) {
        for (const int row : sorted) {
            if (row < entries())
                remove(plan, row);
        }
    });
}

QVariant PlannedFieldsModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (role != Qt::DisplayRole || orientation != Qt::Horizontal)
        return {};
    const QStringList titles{tr("Field"),    tr("Kind"), tr("Length"),
                             tr("Required"), tr("Key"),  tr("Refers to")};
    return titles.value(section);
}

QVariant PlannedFieldsModel::data(const QModelIndex& index, int role) const {
    const FieldPlan* field =
        index.row() < plan().fields.size() ? &plan().fields[index.row()] : nullptr;
    const bool isMark = index.column() == Required || index.column() == Key;
    if (role == Qt::CheckStateRole && field && isMark) {
        const bool set = index.column() == Key ? field->key : field->required || field->key;
        return set ? Qt::Checked : Qt::Unchecked;
    }
    if (role == Qt::ForegroundRole && !field)
        return Theme::instance().colours().faint;
    if (role == Qt::ToolTipRole && index.column() == Length)
        return tr("Characters of a text; digits behind the point of a decimal number.");
    if (role != Qt::DisplayRole && role != Qt::EditRole)
        return {};
    if (!field) {
        const bool invites = role == Qt::DisplayRole && index.column() == Name;
        return invites ? tr("type the next field here") : QVariant();
    }
    switch (index.column()) {
    case Name:
        return field->name;
    case Kind:
        return field->reference.isEmpty() ? fieldKindLabel(field->kind)
                                          : tr("as %1").arg(field->reference);
    case Length:
        return field->length > 0 ? QVariant(QString::number(field->length)) : QVariant();
    case Reference:
        return field->reference;
    default:
        return {};
    }
}

bool PlannedFieldsModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    const bool isMark = index.column() == Required || index.column() == Key;
    if (role != Qt::EditRole && !(role == Qt::CheckStateRole && isMark))
        return false;
    const QString text = role == Qt::CheckStateRole
                             ? (value.toInt() == Qt::Checked ? tr("yes") : tr("no"))
                             : value.toString();
    draft()->change(headerData(index.column(), Qt::Horizontal, Qt::DisplayRole).toString(),
                    [&](TablePlan& plan) { put(plan, index.row(), index.column(), text); });
    return true;
}

void PlannedFieldsModel::put(TablePlan& plan, int row, int column, const QString& text) const {
    if (row >= plan.fields.size() && text.trimmed().isEmpty())
        return;
    while (plan.fields.size() <= row)
        plan.fields += FieldPlan{};
    FieldPlan& field = plan.fields[row];
    switch (column) {
    case Name:
        if (field.name.isEmpty() && field.reference.isEmpty())
            field.reference = referenceFromName(draft()->catalog(), text.trimmed());
        field.name = text.trimmed();
        break;
    case Kind:
        for (const FieldKind kind : allFieldKinds()) {
            if (fieldKindLabel(kind).compare(text.trimmed(), Qt::CaseInsensitive) == 0) {
                field.kind = kind;
                field.reference.clear();
            }
        }
        break;
    case Length: {
        const int length = text.trimmed().toInt();
        field.length = length > 0 ? length : -1;
        break;
    }
    case Required:
        field.required = meansYes(text);
        break;
    case Key:
        field.key = meansYes(text);
        break;
    case Reference:
        field.reference = text.trimmed();
        if (!field.reference.isEmpty() && field.kind == FieldKind::GivenNumber)
            field.kind = FieldKind::Integer;
        break;
    default:
        break;
    }
}

void PlannedFieldsModel::remove(TablePlan& plan, int row) const {
    plan.fields.removeAt(row);
    for (QStringList& values : plan.rows) {
        if (row < values.size())
            values.removeAt(row);
    }
}

Qt::ItemFlags PlannedFieldsModel::flags(const QModelIndex& index) const {
    if (!index.isValid())
        return Qt::NoItemFlags;
    Qt::ItemFlags flags = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    const bool isMark = index.column() == Required || index.column() == Key;
    const bool isThere = index.row() < plan().fields.size();
    if (isMark)
        return isThere ? flags | Qt::ItemIsUserCheckable : flags;
    return isThere || index.column() == Name ? flags | Qt::ItemIsEditable : flags;
}

QStringList PlannedFieldsModel::words(const QModelIndex& index) const {
    QStringList words;
    if (index.column() == Kind) {
        for (const FieldKind kind : allFieldKinds())
            words += fieldKindLabel(kind);
    } else if (index.column() == Reference) {
        words += QString();
        for (const Table& table : draft()->catalog().tables) {
            if (table.key.size() == 1 && !table.isView() && !table.isQuery())
                words += table.name;
        }
        if (!plan().name.isEmpty())
            words += plan().name;
    }
    return words;
}

QVariant PlannedRowsModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (role != Qt::DisplayRole || orientation != Qt::Horizontal || section >= plan().fields.size())
        return {};
    return plan().fields[section].name;
}

QVariant PlannedRowsModel::data(const QModelIndex& index, int role) const {
    if (index.column() >= plan().fields.size())
        return {};
    const bool given = plan().fields[index.column()].kind == FieldKind::GivenNumber;
    if (role == Qt::ForegroundRole && given)
        return Theme::instance().colours().faint;
    if (role == Qt::DisplayRole || role == Qt::EditRole) {
        const QString text = plan().rows.value(index.row()).value(index.column());
        if (text.isEmpty() && given && role == Qt::DisplayRole && index.row() < entries())
            return tr("given");
        return text;
    }
    return {};
}

bool PlannedRowsModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    if (role != Qt::EditRole)
        return false;
    draft()->change(tr("first records"), [&](TablePlan& plan) {
        put(plan, index.row(), index.column(), value.toString());
    });
    return true;
}

void PlannedRowsModel::put(TablePlan& plan, int row, int column, const QString& text) const {
    if (row >= plan.rows.size() && text.trimmed().isEmpty())
        return;
    while (plan.rows.size() <= row)
        plan.rows += QStringList();
    QStringList& values = plan.rows[row];
    while (values.size() <= column)
        values += QString();
    values[column] = text;
}

void PlannedRowsModel::remove(TablePlan& plan, int row) const { plan.rows.removeAt(row); }

Qt::ItemFlags PlannedRowsModel::flags(const QModelIndex& index) const {
    if (!index.isValid())
        return Qt::NoItemFlags;
    return Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsEditable;
}

QString reasonAgainstRows(const Catalog& catalog, const TablePlan& plan) {
    for (qsizetype row = 0; row < plan.rows.size(); ++row) {
        const auto refuse = [&](const QString& why) {
            return PlannedRowsModel::tr("First record %1: %2").arg(row + 1).arg(why);
        };
        const auto values = plannedValues(catalog, plan, plan.rows[row]);
        if (!values)
            return refuse(values.error().sentence);
        for (const FieldPlan& field : plan.fields) {
            const bool wanted =
                (field.required || field.key) && field.kind != FieldKind::GivenNumber;
            if (!values->isEmpty() && wanted && !values->contains(field.name))
                return refuse(PlannedRowsModel::tr("%1 is missing.").arg(field.name));
        }
    }
    return {};
}

} // namespace gravin
