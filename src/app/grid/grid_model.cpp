// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/grid_model.h"

#include "app/editors/field_editor.h"
#include "app/grid/window_numbers.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/fitting/field_input.h"
#include "core/value/text_form.h"
#include "session/remote_changes.h"

#include <algorithm>
#include <limits>

namespace gravin {

namespace {

bool isFigure(const BoundField& field) {
    switch (field.column.type.kind) {
    case TypeKind::Integer:
    case TypeKind::Decimal:
    case TypeKind::Double:
        return !isPicked(field.definition.shownAs);
    default:
        return false;
    }
}

// What holds of a record that is not begun yet.
const RecordId AnyNewRecord{{}, std::numeric_limits<int>::max()};

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

GridModel::GridModel(ScreenBinding* binding, RecordView* view, WindowNumbers* windows,
                     QObject* parent)
    : QAbstractTableModel(parent)
    , m_binding(binding)
    , m_view(view)
    , m_drafts(binding->workspace()->records()->drafts(binding->tableName()))
    , m_records(binding->workspace()->records()->store(binding->tableName()))
    , m_rows(view)
    , m_shown(binding, windows)
    , m_names(namesOf(binding->fields()))
    , m_columns(static_cast<int>(m_names.size())) {
    // Lines that move to another record.
    m_shown.setGoes([this](const Draft& draft) {
        return !draft.id.isNew() && comesHere(draft) && !m_rows.newRecords().contains(draft.id);
    });
    takeNew();
    connectView();
    connectDrafts();
    // Finding each one's row would take long in a large sorted list; only what is in sight is
    // painted anew anyway.
    connect(m_records, &RecordStore::recordsArrived, this, [this](const QList<Key>& keys) {
        for (const Key& key : keys)
            m_shown.forget({key, 0});
        allInSightChanged();
    });
    connect(m_records, &RecordStore::recordGone, this, [this](const Key& key) {
        recordChanged({key, 0});
    });
    connect(binding->workspace()->records(), &Records::lookupsLoaded, this, &GridModel::allChanged);
    connect(windows, &WindowNumbers::changed, this, [this] {
        m_shown.forgetAll();
        Q_EMIT marksChanged();
    });
    // Rules and colours are other ones.
    connect(binding->workspace()->document(), &ProjectDocument::findingsChanged, this,
            [this] { m_shown.forgetAll(); });
    connect(&Theme::instance(), &Theme::changed, this, [this] { m_shown.forgetAll(); });
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
    m_shown.forgetAll();
    allInSightChanged();
}

void GridModel::allInSightChanged() {
    if (rowCount() > 0 && m_columns > 0)
        Q_EMIT dataChanged(index(0, 0), index(rowCount() - 1, m_columns - 1));
    Q_EMIT marksChanged();
}

bool GridModel::isOpen(const QModelIndex& index) const {
    if (!(flags(index) & Qt::ItemIsEditable))
        return false;
    const BoundField& field = m_binding->fields()[index.column()];
    if (m_rows.isEmptyLine(index.row()))
        return field.column.filledWith.isEmpty() &&
               field.definition.defaultValue.kind == FieldDefault::Kind::None;
    const Draft* draft = m_binding->draft(recordAt(index.row()));
    return !draft || !draft->id.isNew() || !draft->given.contains(field.editIndex());
}

QString GridModel::groupName(int row) const {
    const RecordGroup* group = m_rows.groupAt(row);
    const BoundField* field =
        group ? m_binding->screen().field(m_groupedBy.value(group->level)) : nullptr;
    if (!field)
        return {};
    const QString shown =
        m_binding->workspace()->records()->shownBriefly(*field, group->values.back());
    return tr("%1: %2").arg(field->label(), shown.isEmpty() ? QStringLiteral("–") : shown);
}

QString GridModel::groupCount(int row) const {
    const RecordGroup* group = m_rows.groupAt(row);
    return group ? countedRecords(group->count) : QString();
}

QString GridModel::groupTotal(int row, int column) const {
    const RecordGroup* group = m_rows.groupAt(row);
    const BoundField& field = m_binding->fields()[column];
    const qsizetype at = m_totalled.indexOf(field.name());
    if (!group || at < 0 || static_cast<size_t>(at) >= group->totals.size())
        return {};
    const Value& sum = group->totals[static_cast<size_t>(at)].sum;
    return sum.isNull() ? QString() : shownText(field, sum);
}

RecordMarks GridModel::marks(int row) const {
    const RecordId id = recordAt(row);
    return id.isNone() ? RecordMarks() : m_shown.of(id).marks;
}

const CellPresentation& GridModel::cell(const QModelIndex& index) const {
    return m_shown.of(recordAt(index.row())).cells[static_cast<size_t>(index.column())];
}

std::optional<Value> GridModel::value(const QModelIndex& index) const {
    return m_binding->value(recordAt(index.row()), m_binding->fields()[index.column()]);
}

void GridModel::apply(const QModelIndex& index, const std::variant<QString, Value>& content) {
    const RecordId id = recordAt(index.row());
    const BoundField& field = m_binding->fields()[index.column()];
    if (const QString* text = std::get_if<QString>(&content))
        m_binding->workspace()->records()->type(m_binding->screen(), id, field, *text);
    else
        m_binding->workspace()->records()->choose(m_binding->screen(), id, field,
                                                  std::get<Value>(content));
}

void GridModel::recordChanged(const RecordId& id) {
    m_shown.forget(id);
    const int row = rowOf(id);
    if (row < 0 || m_columns == 0)
        return;
    Q_EMIT dataChanged(index(row, 0), index(row, m_columns - 1));
    Q_EMIT marksChanged();
}

int GridModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : m_rows.rowCount();
}

int GridModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : m_columns;
}

QString GridModel::toolTip(const QModelIndex& index) const {
    const BoundField& field = m_binding->fields()[index.column()];
    const RecordId id = recordAt(index.row());
    const Draft* draft = m_drafts->find(id);
    QStringList lines;
    if (draft) {
        if (draft->changed.contains(field.editIndex()) && !id.isNew())
            lines += tr("was %1").arg(m_binding->workspace()->records()->shownBriefly(
                field, draft->before(field.editIndex())));
        if (!field.column.filledWith.isEmpty() && draft->given.contains(field.editIndex()))
            lines += tr("filled with %1").arg(field.column.filledWith);
        for (const Problem& problem :
             m_binding->workspace()->records()->problems(m_binding->tableName(), id)) {
            if (field.isAbout(problem.field))
                lines += problem.message;
        }
    }
    if (!m_binding->isShown(field, id))
        lines += m_binding->readOnlyReason(field, id);
    if (const QString words = cell(index).tag; !words.isEmpty())
        lines += words;
    if (const QString news = m_shown.newsOf(id, field.name()); !news.isEmpty())
        lines += news;
    if (cell(index).isOdd)
        lines += tr("Stored as another type than the column's (%1)").arg(field.column.declaredType);
    const QString& text = cell(index).text;
    if (lines.isEmpty() && text.size() > 20)
        lines += text;
    return lines.join(u'\n');
}

QString GridModel::textToEdit(const RecordId& id, const BoundField& field) const {
    const Draft* draft = m_drafts->find(id);
    if (draft && draft->bad.contains(field.editIndex()))
        return draft->bad[field.editIndex()].text;
    const auto value = m_binding->value(id, field);
    return value ? m_binding->workspace()->records()->shown(field, *value) : QString();
}

QVariant GridModel::roleOf(const CellPresentation& cell, int role) const {
    using Kind = CellPresentation::Kind;
    switch (role) {
    case Qt::DisplayRole:
        return cell.text;
    case ValueRole:
        if (cell.kind == Kind::Yes || cell.kind == Kind::No)
            return cell.kind == Kind::Yes;
        return cell.kind == Kind::Other ? QVariant(0) : QVariant();
    case ColourRole:
        return cell.colour;
    case PendingRole:
        return cell.kind == Kind::Pending;
    case DraftRole:
        return cell.isDraft;
    case ProblemRole:
        return cell.isProblem;
    case WarningRole:
        return cell.isWarning;
    case ElsewhereRole:
        return cell.isElsewhere;
    case NewsRole:
        return cell.isNews;
    case OddRole:
        return cell.isOdd;
    case TintRole:
        return cell.tint;
    case TagRole:
        return cell.tag;
    default:
        return {};
    }
}

QVariant GridModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.column() >= m_binding->fields().size())
        return {};
    const RecordId id = recordAt(index.row());
    if (id.isNone())
        return groupData(index, role);
    switch (role) {
    case Qt::EditRole:
        return textToEdit(id, m_binding->fields()[index.column()]);
    case Qt::TextAlignmentRole:
        return QVariant(Qt::AlignVCenter | alignmentOf(m_binding->fields()[index.column()]));
    case Qt::ToolTipRole:
    case Qt::AccessibleDescriptionRole:
        return toolTip(index);
    default:
        return roleOf(cell(index), role);
    }
}

// The head of a group has no values; it says itself.
QVariant GridModel::groupData(const QModelIndex& index, int role) const {
    if (role != Qt::AccessibleTextRole && role != Qt::ToolTipRole)
        return {};
    if (m_rows.isEmptyLine(index.row()))
        return tr("%1, empty: typing begins a record")
            .arg(m_binding->fields()[index.column()].label());
    if (m_rows.isInset(index.row()))
        return tr("What belongs to the record above");
    const RecordGroup* group = m_rows.groupAt(index.row());
    if (!group)
        return {};
    const QString total = groupTotal(index.row(), index.column());
    const QString state = m_rows.isGroupOpen(index.row()) ? tr("open") : tr("closed");
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
        const QString news = m_shown.newsOf(recordAt(section));
        QString words = marksInWords(marks(section));
        if (opensRows() && !recordAt(section).isNone())
            words = (m_rows.isOpen(section) ? tr("open") : tr("closed")) +
                    (words.isEmpty() ? QString() : QStringLiteral(", ") + words);
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
        const QString help = helpOn(field);
        return help.isEmpty() ? column : help + u'\n' + column;
    }
    case Qt::TextAlignmentRole:
        return QVariant(Qt::AlignVCenter | alignmentOf(field));
    default:
        return {};
    }
}

Qt::ItemFlags GridModel::flags(const QModelIndex& index) const {
    // Nobody stands in an inset: the keys lead into the lists there.
    if (!index.isValid() || index.column() >= m_binding->fields().size() ||
        m_rows.isInset(index.row()))
        return Qt::NoItemFlags;
    Qt::ItemFlags flags = Qt::ItemIsSelectable | Qt::ItemIsEnabled;
    const BoundField& field = m_binding->fields()[index.column()];
    const bool inWindows = m_binding->screen().screen.arrangement == Arrangement::GridWindows;
    if (m_rows.groupAt(index.row()))
        return flags;
    // What can be edited in the record that begins here is known when it has begun.
    if (m_rows.isEmptyLine(index.row()))
        return !inWindows && FieldEditor::fitsInCell(field) &&
                       m_binding->readOnlyReason(field, AnyNewRecord).isEmpty()
                   ? flags | Qt::ItemIsEditable
                   : flags;
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
    if (role != Qt::EditRole || !(flags(index) & Qt::ItemIsEditable) ||
        recordAt(index.row()).isNone())
        return false;
    apply(index, text.toString());
    return true;
}

} // namespace gravin
