// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/grid_model.h"

#include "app/editors/field_editor.h"
#include "app/look/theme.h"
#include "app/session/others_news.h"
#include "app/use/open_edits.h"
#include "core/base/text.h"
#include "core/project/field_input.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

namespace {

bool isFigure(const BoundField& field) {
    switch (field.column.type.kind) {
    case TypeKind::Integer:
    case TypeKind::Decimal:
    case TypeKind::Double:
        return field.definition.shownAs != ShownAs::Lookup &&
               field.definition.shownAs != ShownAs::Choices &&
               field.definition.shownAs != ShownAs::Radio;
    default:
        return false;
    }
}

QStringList namesOf(const QList<BoundField>& fields) {
    QStringList names;
    for (const BoundField& field : fields)
        names += field.name();
    return names;
}
} // namespace

Qt::Alignment alignmentOf(const BoundField& field) {
    switch (field.definition.alignment) {
    case Alignment::Left:
        return Qt::AlignLeft;
    case Alignment::Centre:
        return Qt::AlignHCenter;
    case Alignment::Right:
        return Qt::AlignRight;
    case Alignment::Natural:
        break;
    }
    return isFigure(field) ? Qt::AlignRight : Qt::AlignLeft;
}

GridModel::GridModel(ScreenBinding* binding, RecordView* view, OpenEdits* openEdits,
                     QObject* parent)
    : QAbstractTableModel(parent)
    , m_binding(binding)
    , m_openEdits(openEdits)
    , m_view(view)
    , m_drafts(binding->workspace()->drafts(binding->tableName()))
    , m_records(binding->workspace()->records(binding->tableName()))
    , m_names(namesOf(binding->fields()))
    , m_columns(static_cast<int>(m_names.size())) {
    takeNew();
    connectView();
    connectDrafts();
    // Finding each one's row would take long in a large sorted list; only what is in sight is
    // painted anew anyway.
    connect(m_records, &RecordStore::recordsArrived, this, &GridModel::allChanged);
    connect(m_records, &RecordStore::recordGone, this, [this](const Key& key) {
        recordChanged({key, 0});
    });
    connect(binding->workspace(), &Workspace::lookupsLoaded, this, &GridModel::allChanged);
    connect(openEdits, &OpenEdits::changed, this, &GridModel::marksChanged);
    connect(binding, &ScreenBinding::rebound, this, &GridModel::rebound);
}

// Fields that came, went or changed places make other columns; anything else is looks.
void GridModel::rebound() {
    const QStringList names = namesOf(m_binding->fields());
    if (names != m_names) {
        beginResetModel();
        m_names = names;
        m_columns = static_cast<int>(names.size());
        endResetModel();
    } else if (m_columns > 0) {
        Q_EMIT headerDataChanged(Qt::Horizontal, 0, m_columns - 1);
        allChanged();
    }
}

void GridModel::allChanged() {
    if (rowCount() > 0 && m_columns > 0)
        Q_EMIT dataChanged(index(0, 0), index(rowCount() - 1, m_columns - 1));
    Q_EMIT marksChanged();
}

bool GridModel::belongsHere(const RecordId& newRecord) const {
    const Draft* draft = m_drafts->find(newRecord);
    if (draft && m_newParent)
        return draft->parent && draft->parent->table == m_newParent->table &&
               draft->parent->id == m_newParent->id;
    const Restriction& only = m_view->restriction();
    for (qsizetype i = 0; draft && i < only.columns.size(); ++i) {
        const int column = m_view->table().indexOf(only.columns[i]);
        if (column < 0 || !(draft->value(column) == only.values[static_cast<size_t>(i)]))
            return false;
    }
    return draft != nullptr && !m_view->isEmptied();
}

void GridModel::setNewParent(const std::optional<DraftPlace>& parent) {
    if (parent == m_newParent)
        return;
    beginResetModel();
    m_newParent = parent;
    takeNew();
    endResetModel();
}

void GridModel::takeNew() {
    m_new.clear();
    for (const RecordId& id : m_drafts->newRecords()) {
        if (belongsHere(id))
            m_new += id;
    }
}

int GridModel::storedRows() const {
    return isGrouped() ? m_groups.rowCount() : static_cast<int>(m_view->count());
}

void GridModel::setGroups(std::vector<RecordGroup> groups, const QStringList& columns,
                          const QStringList& totalled) {
    if (columns.isEmpty() && !isGrouped())
        return;
    beginResetModel();
    m_groupedBy = columns;
    m_totalled = totalled;
    qint64 records = 0;
    for (const RecordGroup& group : groups)
        records += group.level == 0 ? group.count : 0;
    if (columns.isEmpty())
        m_groups.clear();
    else
        m_groups.setGroups(std::move(groups), static_cast<int>(columns.size()), records);
    endResetModel();
}

const RecordGroup* GridModel::groupAt(int row) const {
    return isGrouped() ? m_groups.groupAt(row) : nullptr;
}

bool GridModel::isGroupOpen(int row) const {
    const RecordGroup* group = groupAt(row);
    return group && m_groups.isOpen(*group);
}

QString GridModel::groupName(int row) const {
    const RecordGroup* group = groupAt(row);
    const BoundField* field =
        group ? m_binding->screen().field(m_groupedBy.value(group->level)) : nullptr;
    if (!field)
        return {};
    const QString shown = m_binding->workspace()->shownBriefly(*field, group->values.back());
    return tr("%1: %2").arg(field->label(), shown.isEmpty() ? QStringLiteral("–") : shown);
}

QString GridModel::groupCount(int row) const {
    const RecordGroup* group = groupAt(row);
    return group ? countedRecords(group->count) : QString();
}

QString GridModel::groupTotal(int row, int column) const {
    const RecordGroup* group = groupAt(row);
    const BoundField& field = m_binding->fields()[column];
    const qsizetype at = m_totalled.indexOf(field.name());
    if (!group || at < 0 || static_cast<size_t>(at) >= group->totals.size())
        return {};
    const Value& sum = group->totals[static_cast<size_t>(at)].sum;
    return sum.isNull() ? QString() : shownText(field, sum);
}

void GridModel::openGroup(int row, bool open) {
    if (!groupAt(row) || isGroupOpen(row) == open)
        return;
    beginResetModel();
    m_groups.setOpen(row, open);
    endResetModel();
}

void GridModel::openAllGroups(bool open) {
    beginResetModel();
    m_groups.setAllOpen(open);
    endResetModel();
}

bool GridModel::reveal(const RecordId& id) {
    const qsizetype place = id.isNew() || id.isNone() ? -1 : m_view->rowOf(id.key);
    if (place < 0)
        return rowOf(id) >= 0;
    if (isGrouped() && m_groups.rowOf(place) < 0) {
        beginResetModel();
        m_groups.reveal(place);
        endResetModel();
    }
    return true;
}

int GridModel::headRowOf(const RecordId& id) const {
    const qsizetype place = !isGrouped() || id.isNew() || id.isNone() ? -1 : m_view->rowOf(id.key);
    return place < 0 ? -1 : m_groups.headRowOf(place);
}

qsizetype GridModel::placeAt(int row) const {
    if (row < 0 || row >= rowCount() || groupAt(row))
        return -1;
    if (row >= storedRows())
        return m_view->count() + row - storedRows();
    return isGrouped() ? m_groups.placeAt(row) : row;
}

RecordId GridModel::recordAtPlace(qsizetype place) const {
    if (place < 0 || place >= placeCount())
        return {};
    return place < m_view->count() ? RecordId{m_view->keyAt(place), 0}
                                   : m_new[place - m_view->count()];
}

qsizetype GridModel::placeBefore(int row) const {
    const RecordGroup* group = groupAt(row);
    return (group ? group->first : placeAt(row)) - 1;
}

qsizetype GridModel::placeAfter(int row) const {
    const RecordGroup* group = groupAt(row);
    return group ? group->first : placeAt(row) + 1;
}

void GridModel::syncNew(const RecordId& newRecord) {
    const qsizetype at = m_new.indexOf(newRecord);
    const bool belongs = belongsHere(newRecord);
    if (belongs == (at >= 0))
        return;
    const int row = storedRows() + static_cast<int>(belongs ? m_new.size() : at);
    if (belongs) {
        beginInsertRows({}, row, row);
        m_new += newRecord;
        endInsertRows();
    } else {
        beginRemoveRows({}, row, row);
        m_new.removeAt(at);
        endRemoveRows();
    }
}

void GridModel::connectView() {
    // Rows of a grouped list stand elsewhere; its groups are read anew after each such change.
    const auto beginInsert = [this](qsizetype first, qsizetype last) {
        if (isGrouped())
            beginResetModel();
        else
            beginInsertRows({}, static_cast<int>(first), static_cast<int>(last));
    };
    const auto endInsert = [this] {
        if (isGrouped())
            endResetModel();
        else
            endInsertRows();
    };
    connect(m_view, &RecordView::rowsAboutToBeAppended, this, beginInsert);
    connect(m_view, &RecordView::rowsAppended, this, endInsert);
    connect(m_view, &RecordView::rowAboutToBeInserted, this,
            [beginInsert](qsizetype row) { beginInsert(row, row); });
    connect(m_view, &RecordView::rowInserted, this, endInsert);
    connect(m_view, &RecordView::rowAboutToBeRemoved, this, [this](qsizetype row) {
        if (isGrouped())
            beginResetModel();
        else
            beginRemoveRows({}, static_cast<int>(row), static_cast<int>(row));
    });
    connect(m_view, &RecordView::rowRemoved, this, [this] {
        if (isGrouped())
            endResetModel();
        else
            endRemoveRows();
    });
    connect(m_view, &RecordView::queryChanged, this, [this] {
        if (m_columns > 0)
            Q_EMIT headerDataChanged(Qt::Horizontal, 0, m_columns - 1);
    });
    connect(m_view, &RecordView::aboutToReset, this, [this] { beginResetModel(); });
    connect(m_view, &RecordView::reset, this, [this] {
        takeNew();
        endResetModel();
    });
}

// Who has just saved it, in words; empty: nobody else has.
QString GridModel::newsOf(const RecordId& id, const QString& column) const {
    if (id.isNew() || id.isNone())
        return {};
    return m_binding->workspace()->othersNews()->of(m_binding->screen().table->written(), id.key,
                                                    column);
}

void GridModel::connectDrafts() {
    connect(m_binding->workspace()->othersNews(), &OthersNews::changed, this,
            [this](const QString& table, const Key& key) {
                if (table == m_binding->screen().table->written())
                    recordChanged({key, 0});
            });
    connect(m_drafts, &DraftStore::changed, this, [this](const RecordId& id) {
        if (id.isNew())
            syncNew(id);
        recordChanged(id);
    });
    connect(m_drafts, &DraftStore::newRecordAdded, this, &GridModel::syncNew);
    connect(m_drafts, &DraftStore::newRecordAboutToBeRemoved, this, [this](int position) {
        const qsizetype at = m_new.indexOf(m_drafts->newRecords()[position]);
        if (at < 0)
            return;
        const int row = storedRows() + static_cast<int>(at);
        beginRemoveRows({}, row, row);
        m_new.removeAt(at);
        endRemoveRows();
    });
}

RecordId GridModel::recordAt(int row) const {
    if (row < 0)
        return {};
    return recordAtPlace(placeAt(row));
}

int GridModel::rowOf(const RecordId& id) const {
    if (id.isNone())
        return -1;
    if (!id.isNew()) {
        const qsizetype place = m_view->rowOf(id.key);
        return place >= 0 && isGrouped() ? m_groups.rowOf(place) : static_cast<int>(place);
    }
    const qsizetype position = m_new.indexOf(id);
    return position < 0 ? -1 : storedRows() + static_cast<int>(position);
}

RecordMarks GridModel::marks(int row) const {
    const RecordId id = recordAt(row);
    RecordMarks marks;
    marks.windowNumber = m_openEdits->numberOf(m_binding->tableName(), id);
    marks.elsewhere = !newsOf(id).isEmpty();
    const Draft* draft = m_drafts->find(id);
    if (!draft)
        return marks;
    marks.draft = true;
    marks.isNew = id.isNew();
    marks.elsewhere = marks.elsewhere || !draft->theirs.isEmpty() || draft->gone;
    // A record just begun is not wrong yet.
    const bool untouched = draft->changed.isEmpty() && draft->bad.isEmpty();
    if (untouched)
        return marks;
    for (const Problem& problem : m_binding->workspace()->problems(m_binding->tableName(), id))
        (problem.warning ? marks.warning : marks.problem) = true;
    return marks;
}

std::optional<Value> GridModel::value(const QModelIndex& index) const {
    return m_binding->value(recordAt(index.row()), m_binding->fields()[index.column()]);
}

void GridModel::apply(const QModelIndex& index, const std::variant<QString, Value>& content) {
    const RecordId id = recordAt(index.row());
    const BoundField& field = m_binding->fields()[index.column()];
    if (const QString* text = std::get_if<QString>(&content))
        m_binding->workspace()->type(m_binding->screen(), id, field, *text);
    else
        m_binding->workspace()->choose(m_binding->screen(), id, field, std::get<Value>(content));
}

void GridModel::recordChanged(const RecordId& id) {
    const int row = rowOf(id);
    if (row < 0 || m_columns == 0)
        return;
    Q_EMIT dataChanged(index(row, 0), index(row, m_columns - 1));
    Q_EMIT marksChanged();
}

int GridModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : storedRows() + static_cast<int>(m_new.size());
}

int GridModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : m_columns;
}

bool GridModel::hasProblem(const RecordId& id, const QString& column, bool warning) const {
    const Draft* draft = m_drafts->find(id);
    if (!draft || (draft->changed.isEmpty() && draft->bad.isEmpty()))
        return false;
    const auto problems = m_binding->workspace()->problems(m_binding->tableName(), id);
    return std::any_of(problems.begin(), problems.end(), [&](const Problem& problem) {
        return problem.field == column && problem.warning == warning;
    });
}

bool GridModel::bears(const Tag& tag, const QModelIndex& index) const {
    const auto& fields = m_binding->fields();
    if (!tag.column.isEmpty())
        return fields[index.column()].name() == tag.column;
    const QString& naming = m_binding->screen().namingColumn;
    const bool isNamed = std::any_of(fields.begin(), fields.end(), [&](const BoundField& field) {
        return field.name() == naming && field.placement.inGrid();
    });
    return isNamed ? fields[index.column()].name() == naming : index.column() == 0;
}

QString GridModel::tagWords(const QModelIndex& index) const {
    QStringList words;
    for (const Tag& tag : m_binding->tags(recordAt(index.row()))) {
        if (bears(tag, index))
            words += tag.words;
    }
    return words.join(QStringLiteral(", "));
}

// A field's own tag goes before the record's.
QColor GridModel::tint(const QModelIndex& index) const {
    QColor tint;
    for (const Tag& tag : m_binding->tags(recordAt(index.row()))) {
        const bool isOfField = tag.column == m_binding->fields()[index.column()].name();
        if (!isOfField && (!tag.column.isEmpty() || tint.isValid()))
            continue;
        tint = tag.colour.isEmpty() ? Theme::instance().colours().warning : QColor(tag.colour);
        if (isOfField)
            break;
    }
    return tint;
}

QString GridModel::toolTip(const QModelIndex& index) const {
    const BoundField& field = m_binding->fields()[index.column()];
    const RecordId id = recordAt(index.row());
    const Draft* draft = m_drafts->find(id);
    QStringList lines;
    if (draft) {
        if (draft->changed.contains(field.columnIndex) && !id.isNew())
            lines += tr("was %1").arg(m_binding->workspace()->shownBriefly(
                field, draft->was[static_cast<size_t>(field.columnIndex)]));
        for (const Problem& problem :
             m_binding->workspace()->problems(m_binding->tableName(), id)) {
            if (problem.field == field.name())
                lines += problem.message;
        }
    }
    if (const QString words = tagWords(index); !words.isEmpty())
        lines += words;
    if (const QString news = newsOf(id, field.name()); !news.isEmpty())
        lines += news;
    if (data(index, OddRole).toBool())
        lines += tr("Stored as another type than the column's (%1)").arg(field.column.declaredType);
    const QString text = data(index, Qt::DisplayRole).toString();
    if (lines.isEmpty() && text.size() > 20)
        lines += text;
    return lines.join(u'\n');
}

QVariant GridModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.column() >= m_binding->fields().size())
        return {};
    const BoundField& field = m_binding->fields()[index.column()];
    const RecordId id = recordAt(index.row());
    if (id.isNone())
        return groupData(index, role);
    const Draft* draft = m_drafts->find(id);
    switch (role) {
    case Qt::DisplayRole:
    case Qt::EditRole: {
        if (draft && draft->bad.contains(field.columnIndex))
            return role == Qt::EditRole ? draft->bad[field.columnIndex].text
                                        : beginningOf(draft->bad[field.columnIndex].text, 1000);
        const auto shown = m_binding->value(id, field);
        if (!shown)
            return QString();
        const bool isGiven =
            field.column.givenByDatabase ||
            (draft && draft->parent && draft->parent->columns.contains(field.name()));
        if (id.isNew() && shown->isNull() && isGiven)
            return tr("given on save");
        return role == Qt::EditRole ? m_binding->workspace()->shown(field, *shown)
                                    : m_binding->workspace()->shownBriefly(field, *shown);
    }
    case ValueRole: {
        const auto shown = m_binding->value(id, field);
        if (!shown || shown->isNull())
            return {};
        // Of a yes or no that has words, the words are shown.
        return shown->kind() == Value::Kind::Boolean && field.definition.choices.isEmpty()
                   ? QVariant(shown->asBoolean())
                   : QVariant(0);
    }
    case ColourRole: {
        const auto shown = m_binding->value(id, field);
        const Choice* choice = shown ? choiceOf(field, *shown) : nullptr;
        return choice ? choice->colour : QString();
    }
    case PendingRole:
        return !m_binding->value(id, field).has_value();
    case DraftRole:
        return draft && (draft->changed.contains(field.columnIndex) ||
                         draft->bad.contains(field.columnIndex));
    case ProblemRole:
        return hasProblem(id, field.name(), false);
    case WarningRole:
        return hasProblem(id, field.name(), true);
    case ElsewhereRole:
        return draft && draft->theirs.contains(field.columnIndex);
    case NewsRole:
        return !newsOf(id, field.name()).isEmpty();
    case OddRole: {
        const auto shown = m_binding->value(id, field);
        return shown && !conforms(*shown, field.column.type);
    }
    case TintRole:
        return tint(index);
    case TagRole:
        return tagWords(index);
    case Qt::TextAlignmentRole:
        return QVariant(Qt::AlignVCenter | alignmentOf(field));
    case Qt::ToolTipRole:
    case Qt::AccessibleDescriptionRole:
        return toolTip(index);
    default:
        return {};
    }
}

// The head of a group has no values; it says itself.
QVariant GridModel::groupData(const QModelIndex& index, int role) const {
    if (role != Qt::AccessibleTextRole && role != Qt::ToolTipRole)
        return {};
    const RecordGroup* group = groupAt(index.row());
    if (!group)
        return {};
    const QString total = groupTotal(index.row(), index.column());
    const QString state = isGroupOpen(index.row()) ? tr("open") : tr("closed");
    const QString text =
        tr("%1, %2, %3").arg(groupName(index.row()), groupCount(index.row()), state);
    return total.isEmpty() ? text
                           : tr("%1, %2 in all: %3")
                                 .arg(text, m_binding->fields()[index.column()].label(), total);
}

// " ↓", and its place where several fields are sorted by.
QString GridModel::sortMark(const QString& column) const {
    const SortOrder& sort = m_view->query().sort;
    for (qsizetype i = 0; i < sort.size(); ++i) {
        if (sort[i].column != column)
            continue;
        const QString arrow = sort[i].descending ? QStringLiteral(" ↓") : QStringLiteral(" ↑");
        return sort.size() > 1 ? arrow + QString::number(i + 1) : arrow;
    }
    return {};
}

QVariant GridModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation == Qt::Vertical) {
        if (role != Qt::ToolTipRole && role != Qt::AccessibleTextRole)
            return {};
        const QString news = newsOf(recordAt(section));
        const QString words = marksInWords(marks(section));
        return news.isEmpty() ? words : words + QStringLiteral(": ") + news;
    }
    if (section < 0 || section >= m_binding->fields().size())
        return {};
    const BoundField& field = m_binding->fields()[section];
    switch (role) {
    case Qt::DisplayRole:
        return field.label() + sortMark(field.name());
    case Qt::ToolTipRole: {
        const QString column = tr("Column %1, %2").arg(field.name(), field.column.declaredType);
        return field.definition.help.isEmpty() ? column : field.definition.help + u'\n' + column;
    }
    case Qt::TextAlignmentRole:
        return QVariant(Qt::AlignVCenter | alignmentOf(field));
    default:
        return {};
    }
}

Qt::ItemFlags GridModel::flags(const QModelIndex& index) const {
    if (!index.isValid() || index.column() >= m_binding->fields().size())
        return Qt::NoItemFlags;
    Qt::ItemFlags flags = Qt::ItemIsSelectable | Qt::ItemIsEnabled;
    const BoundField& field = m_binding->fields()[index.column()];
    const bool inWindows = m_binding->screen().screen.arrangement == Arrangement::GridWindows;
    if (groupAt(index.row()))
        return flags;
    // One so long is edited where it can be seen.
    const auto value = m_binding->value(recordAt(index.row()), field);
    const bool isTooLong = value && value->kind() == Value::Kind::Text &&
                           value->asText().size() > FieldEditor::LongestInLine;
    if (!inWindows && !isTooLong && FieldEditor::fitsInCell(field) &&
        m_binding->readOnlyReason(field, recordAt(index.row())).isEmpty())
        flags |= Qt::ItemIsEditable;
    return flags;
}

bool GridModel::setData(const QModelIndex& index, const QVariant& text, int role) {
    if (role != Qt::EditRole || !(flags(index) & Qt::ItemIsEditable))
        return false;
    apply(index, text.toString());
    return true;
}

} // namespace gravin
