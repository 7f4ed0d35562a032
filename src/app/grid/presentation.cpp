// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/presentation.h"

#include "app/grid/window_numbers.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/fitting/field_input.h"
#include "core/value/text_form.h"
#include "session/remote_changes.h"

#include <algorithm>

namespace gravin {

namespace {
// More than any window shows at once.
constexpr qsizetype MostKept = 1000;
// What is computed of the present moment changes by itself.
constexpr qint64 KeptMilliseconds = 60'000;
// As Records::shownBriefly() has it.
constexpr int LongestText = 1000;
} // namespace

Presentations::Presentations(const ScreenBinding* binding, const WindowNumbers* windows)
    : m_binding(binding)
    , m_windows(windows) {
    m_age.start();
}

const RecordPresentation& Presentations::of(const RecordId& id) {
    if (m_age.hasExpired(KeptMilliseconds) || m_known.size() >= MostKept) {
        m_known.clear();
        m_age.restart();
    }
    if (const auto known = m_known.constFind(id); known != m_known.constEnd())
        return **known;
    m_last = std::make_shared<const RecordPresentation>(workOut(id));
    ++m_workedOut;
    // What is still being read has to be asked for again.
    const bool isPending =
        std::any_of(m_last->cells.begin(), m_last->cells.end(), [](const CellPresentation& cell) {
            return cell.kind == CellPresentation::Kind::Pending;
        });
    if (!isPending)
        m_known.insert(id, m_last);
    return *m_last;
}

QString Presentations::newsOf(const RecordId& id, const QString& column) const {
    if (id.isNew() || id.isNone())
        return {};
    return records().remoteChanges()->of(m_binding->screen().table->written(), id.key, column);
}

RecordPresentation Presentations::workOut(const RecordId& id) const {
    RecordPresentation shown;
    const Draft* draft = m_binding->draft(id);
    for (const BoundField& field : m_binding->fields())
        shown.cells.push_back(cell(id, field, draft));
    // A record just begun is not wrong yet.
    const bool isTouched =
        draft && !(draft->changed.isEmpty() && draft->bad.isEmpty() && !draft->removed);
    const std::vector<Problem> problems =
        isTouched ? records().problems(m_binding->tableName(), id) : std::vector<Problem>{};
    for (const Problem& problem : problems) {
        for (qsizetype i = 0; i < m_binding->fields().size(); ++i) {
            CellPresentation& cell = shown.cells[static_cast<size_t>(i)];
            if (m_binding->fields()[i].isAbout(problem.field))
                (problem.warning ? cell.isWarning : cell.isProblem) = true;
        }
    }
    shown.marks = marks(id, draft, problems);
    addTags(id, shown.cells);
    return shown;
}

CellPresentation Presentations::cell(const RecordId& id, const BoundField& field,
                                     const Draft* draft) const {
    using Kind = CellPresentation::Kind;
    CellPresentation cell;
    const auto value = m_binding->value(id, field);
    if (draft) {
        const int column = field.editIndex();
        cell.isDraft = draft->changed.contains(column) || draft->bad.contains(column);
        cell.isElsewhere = draft->theirs.contains(column);
        cell.isRemoved = draft->removed || (m_goes && m_goes(*draft));
    }
    cell.isNews = !newsOf(id, field.name()).isEmpty();
    if (value && !m_binding->isShown(field, id)) {
        cell.kind = Kind::Other; // blank, where an empty value is a dash
        return cell;
    }
    if (!value) {
        cell.kind = Kind::Pending;
    } else if (value->isNull()) {
        const bool isGiven =
            field.column.givenByDatabase ||
            (draft && draft->parent && draft->parent->columns.contains(field.name()));
        cell.kind = id.isNew() && isGiven ? Kind::Given : Kind::Empty;
    } else if (value->kind() == Value::Kind::Boolean && field.definition.choices.isEmpty()) {
        cell.kind = value->asBoolean() ? Kind::Yes : Kind::No;
    }
    if (draft && draft->bad.contains(field.editIndex()))
        cell.text = beginningOf(draft->bad[field.editIndex()].text, LongestText);
    else if (cell.kind == Kind::Given)
        cell.text = ScreenBinding::tr("given on save");
    else if (value)
        cell.text = records().shownBriefly(field, *value);
    const bool isPicture = field.definition.shownAs == ShownAs::Picture ||
                           field.definition.shownAs == ShownAs::Signature;
    if (value && isPicture && value->kind() == Value::Kind::Binary) {
        cell.picture = value->asBinary();
        cell.pictureKey = qHash(cell.picture);
    }
    if (value) {
        cell.isOdd = !conforms(*value, field.column.type);
        if (const Choice* choice = choiceOf(field, *value))
            cell.colour = choice->colour;
    }
    return cell;
}

RecordMarks Presentations::marks(const RecordId& id, const Draft* draft,
                                 const std::vector<Problem>& problems) const {
    RecordMarks marks;
    marks.windowNumber = m_windows->numberOf(m_binding->tableName(), id);
    marks.elsewhere = !newsOf(id).isEmpty();
    if (!draft)
        return marks;
    marks.draft = true;
    marks.removed = draft->removed;
    marks.isNew = id.isNew();
    marks.elsewhere = marks.elsewhere || !draft->theirs.isEmpty() || draft->gone;
    for (const Problem& problem : problems)
        (problem.warning ? marks.warning : marks.problem) = true;
    return marks;
}

// The cell in which the words of a tag stand: its field's, or for the whole record that of its
// name.
qsizetype Presentations::cellOf(const Tag& tag) const {
    const auto& fields = m_binding->fields();
    const auto placeOf = [&](const QString& column, bool mustBeShown) -> qsizetype {
        for (qsizetype i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == column && (!mustBeShown || fields[i].placement.inGrid()))
                return i;
        }
        return -1;
    };
    if (!tag.column.isEmpty())
        return placeOf(tag.column, false);
    return std::max(qsizetype{0}, placeOf(m_binding->screen().namingColumn, true));
}

// A field's own tag goes before the record's.
void Presentations::addTags(const RecordId& id, std::vector<CellPresentation>& cells) const {
    if (cells.empty())
        return;
    QHash<qsizetype, QStringList> words;
    QSet<size_t> tintedByOwn;
    for (const Tag& tag : m_binding->tags(id)) {
        const qsizetype at = cellOf(tag);
        if (at >= 0)
            words[at] += tag.words;
        const QColor tint =
            tag.colour.isEmpty() ? Theme::instance().colours().warning : QColor(tag.colour);
        for (size_t i = 0; i < cells.size(); ++i) {
            const bool isOfField = !tag.column.isEmpty() && static_cast<qsizetype>(i) == at;
            if (isOfField && !tintedByOwn.contains(i)) {
                cells[i].tint = tint;
                tintedByOwn.insert(i);
            } else if (tag.column.isEmpty() && !cells[i].tint.isValid()) {
                cells[i].tint = tint;
            }
        }
    }
    for (auto each = words.begin(); each != words.end(); ++each)
        cells[static_cast<size_t>(each.key())].tag = each->join(QStringLiteral(", "));
}

} // namespace gravin
