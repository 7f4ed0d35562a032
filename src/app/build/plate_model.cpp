// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/plate_model.h"

#include "core/fitting/form_arranging.h"
#include "session/column_profiles.h"

namespace gravin {

PlateModel::PlateModel(PlateEditor* editor, Qt::Orientation fields, QObject* parent)
    : QAbstractTableModel(parent)
    , m_editor(editor)
    , m_fieldAxis(fields)
    , m_columns(currentColumns()) {
    connect(editor->binding(), &ScreenBinding::rebound, this, &PlateModel::refresh);
    connect(editor->binding()->workspace()->records()->profiles(), &ColumnProfiles::changed, this,
            [this](const QString& table) {
                if (table == m_editor->binding()->tableName())
                    refresh();
            });
}

// Beside a form: as the form reads, then what it does not show.
QStringList PlateModel::currentColumns() const {
    const BoundScreen& screen = m_editor->binding()->screen();
    QStringList columns;
    if (m_fieldAxis == Qt::Vertical) {
        for (const FormSection& section : arrangedForm(screen).sections) {
            for (const FormPlace& place : section.places) {
                if (!place.column.isEmpty())
                    columns += place.column;
            }
        }
    }
    for (const BoundField& field : screen.fields) {
        if (!columns.contains(field.name()))
            columns += field.name();
    }
    return columns;
}

void PlateModel::refresh() {
    const QStringList now = currentColumns();
    if (now != m_columns) {
        beginResetModel();
        m_columns = now;
        endResetModel();
        return;
    }
    if (m_columns.isEmpty() || m_lines.isEmpty())
        return;
    Q_EMIT dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
    Q_EMIT headerDataChanged(m_fieldAxis, 0, static_cast<int>(m_columns.size()) - 1);
}

void PlateModel::setLines(const QList<PlateLine>& lines) {
    beginResetModel();
    m_lines = lines;
    endResetModel();
}

PlateLine PlateModel::lineAt(const QModelIndex& index) const {
    return m_lines[m_fieldAxis == Qt::Horizontal ? index.row() : index.column()];
}

const BoundField* PlateModel::fieldAt(const QModelIndex& index) const {
    const int at = m_fieldAxis == Qt::Horizontal ? index.column() : index.row();
    return m_editor->binding()->screen().field(m_columns.value(at));
}

QModelIndex PlateModel::indexOf(PlateLine line, const QString& column) const {
    const int along = static_cast<int>(m_columns.indexOf(column));
    const int across = static_cast<int>(m_lines.indexOf(line));
    if (along < 0 || across < 0)
        return {};
    return m_fieldAxis == Qt::Horizontal ? index(across, along) : index(along, across);
}

int PlateModel::rowCount(const QModelIndex& parent) const {
    if (parent.isValid())
        return 0;
    return static_cast<int>(m_fieldAxis == Qt::Horizontal ? m_lines.size() : m_columns.size());
}

int PlateModel::columnCount(const QModelIndex& parent) const {
    if (parent.isValid())
        return 0;
    return static_cast<int>(m_fieldAxis == Qt::Horizontal ? m_columns.size() : m_lines.size());
}

QVariant PlateModel::data(const QModelIndex& index, int role) const {
    const BoundField* field = index.isValid() ? fieldAt(index) : nullptr;
    if (!field)
        return {};
    const PlateLine line = lineAt(index);
    switch (role) {
    case Qt::DisplayRole:
    case Qt::EditRole:
        return m_editor->text(line, *field);
    case OwnRole:
        return m_editor->isOwn(line, *field);
    case QuietRole:
        return line == PlateLine::BoundTo || line == PlateLine::Order ||
               line == PlateLine::Evidence || field->placement.shownIn == ShownIn::Nowhere ||
               m_editor->isUsual(line, *field);
    case Qt::ToolTipRole: {
        QStringList lines{plateLineLabel(line) + QStringLiteral(": ") + plateLineHelp(line)};
        const QString text = m_editor->text(line, *field);
        if (!text.isEmpty())
            lines.prepend(text);
        if (m_editor->isOwn(line, *field))
            lines += tr("On this screen only.");
        return lines.join(u'\n');
    }
    case Qt::AccessibleTextRole:
        return tr("%1 of %2: %3")
            .arg(plateLineLabel(line), field->label(), m_editor->text(line, *field));
    default:
        return {};
    }
}

QVariant PlateModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (role != Qt::DisplayRole && role != Qt::ToolTipRole)
        return {};
    if (orientation != m_fieldAxis)
        return section < m_lines.size()
                   ? (role == Qt::DisplayRole ? plateLineLabel(m_lines[section])
                                              : plateLineHelp(m_lines[section]))
                   : QString();
    const BoundField* field = m_editor->binding()->screen().field(m_columns.value(section));
    return field ? field->label() : QString();
}

Qt::ItemFlags PlateModel::flags(const QModelIndex& index) const {
    if (!index.isValid())
        return Qt::NoItemFlags;
    Qt::ItemFlags flags = Qt::ItemIsSelectable | Qt::ItemIsEnabled;
    const PlateLine line = lineAt(index);
    if (line != PlateLine::BoundTo && !isOpened(line) && !isSwitch(line))
        flags |= Qt::ItemIsEditable;
    return flags;
}

bool PlateModel::setData(const QModelIndex& index, const QVariant& text, int role) {
    const BoundField* field = fieldAt(index);
    if (role != Qt::EditRole || !field)
        return false;
    m_editor->set(lineAt(index), {field->name()}, text.toString());
    return true;
}

} // namespace gravin
