// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/screen_binding.h"

#include "core/base/text.h"
#include "core/project/offering.h"

#include <algorithm>

namespace gravin {

QString linkToField(const QString& column, const QString& text) {
    return QStringLiteral("<a href=\"field:%1\">%2</a>")
        .arg(column.toHtmlEscaped(), text.toHtmlEscaped());
}

QString linkToOther(const QString& text) {
    return QStringLiteral("<a href=\"other:\">%1</a>").arg(text.toHtmlEscaped());
}

ScreenBinding::ScreenBinding(Workspace* workspace, QString screenId, QObject* parent)
    : QObject(parent)
    , m_workspace(workspace)
    , m_screenId(std::move(screenId))
    , m_screen(*workspace->document()->bound(m_screenId)) {
    connect(workspace->document(), &ProjectDocument::screenChanged, this,
            [this](const QString& id) {
                if (id == m_screenId)
                    rebind();
            });
    connect(workspace->document(), &ProjectDocument::definitionsChanged, this,
            [this](const QString& table) {
                if (table == tableName() || table == m_screen.table->written())
                    rebind();
            });
}

void ScreenBinding::rebind() {
    auto bound = m_workspace->document()->bound(m_screenId);
    // One of another table is made anew by whoever shows it.
    if (!bound || bound->table->name != tableName())
        return;
    m_screen = std::move(*bound);
    Q_EMIT rebound();
}

const Draft* ScreenBinding::draft(const RecordId& id) const {
    return m_workspace->records()->drafts(tableName())->find(id);
}

std::optional<Value> ScreenBinding::value(const RecordId& id, const BoundField& field) const {
    const Draft* found = draft(id);
    if (found && (field.far || field.column.expression.isEmpty()))
        return found->value(field.editIndex());
    if (found) {
        std::vector<Value> values = found->values();
        m_screen.computed->fillIn(values, Present::take());
        return values[static_cast<size_t>(field.columnIndex)];
    }
    if (const Record* record = m_workspace->records()->store(tableName())->record(id.key))
        return record->values[static_cast<size_t>(field.columnIndex)];
    return std::nullopt;
}

QList<Tag> ScreenBinding::tags(const RecordId& id) const {
    if (m_screen.tags.isEmpty())
        return {};
    if (const Draft* found = draft(id))
        return m_screen.tagsOf(found->values());
    const Record* record = m_workspace->records()->store(tableName())->record(id.key);
    return record ? m_screen.tagsOf(record->values) : QList<Tag>();
}

QString ScreenBinding::nameOf(const RecordId& id) const {
    const Draft* found = draft(id);
    if (found) {
        const int naming = m_screen.table->indexOf(m_screen.namingColumn);
        if (id.isNew() && (naming < 0 || isEmptyValue(found->value(naming))))
            return tr("New record");
        return m_screen.nameOf(found->values());
    }
    const Record* record = m_workspace->records()->store(tableName())->record(id.key);
    return record ? m_screen.nameOf(record->values) : QString();
}

std::optional<bool> ScreenBinding::isTrue(const BoundExpression& condition, const RecordId& id,
                                          AsIt when) const {
    const Present present = Present::take();
    if (const Draft* held = draft(id))
        return isTrueOf(condition, held->values(), present) ||
               (when == AsIt::IsOrWas && isTrueOf(condition, held->was, present));
    const Record* record = id.isNone() || id.isNew()
                               ? nullptr
                               : m_workspace->records()->store(tableName())->record(id.key);
    return record ? std::optional(isTrueOf(condition, record->values, present)) : std::nullopt;
}

bool ScreenBinding::isShown(const BoundField& field, const RecordId& id) const {
    return !field.visibleWhen || isTrue(*field.visibleWhen, id, AsIt::Is).value_or(true);
}

bool ScreenBinding::fits(const QString& condition, const RecordId& id) const {
    const auto bound = bindCondition(condition, *m_screen.table);
    return bound && isTrue(*bound, id, AsIt::Is).value_or(false);
}

bool ScreenBinding::isRequired(const BoundField& field, const RecordId& id) const {
    return field.definition.required ||
           (field.requiredWhen && isTrue(*field.requiredWhen, id, AsIt::Is).value_or(false));
}

QString ScreenBinding::readOnlyReason(const BoundField& field, const RecordId& id) const {
    const auto operation = id.isNew() ? Operation::Insert : Operation::Update;
    if (const QString reason = m_screen.reasonAgainst(operation); !reason.isEmpty())
        return reason;
    if (const Draft* held = draft(id); held && held->removed)
        return tr("This record is deleted with the next save.");
    if (field.far)
        return reasonAgainstFar(field, id);
    if (!field.column.expression.isEmpty())
        return tr("%1 is computed: %2").arg(field.label(), field.column.expression);
    if (field.column.computed && m_screen.table->isQuery())
        return tr("%1 is only shown here: it is not a column of %2 under its own name.")
            .arg(field.label(), m_screen.table->base);
    if (field.column.computed)
        return tr("%1 is computed by the database.").arg(field.label());
    if (field.column.givenByDatabase)
        return tr("%1 is given by the database.").arg(field.label());
    if (field.column.stamp.when != Stamp::When::Never)
        return field.column.stamp.when == Stamp::When::Added
                   ? tr("%1 is set by itself when a record is added.").arg(field.label())
                   : tr("%1 is set by itself with every change.").arg(field.label());
    if (field.definition.editable == Editable::OnlyNew && !id.isNew())
        return tr("%1 can only be filled in while the record is new.").arg(field.label());
    if (field.definition.editable == Editable::Never)
        return tr("%1 is not to be changed on this screen.").arg(field.label());
    if (!field.isEditable())
        return isOnlyShown(field.definition.shownAs)
                   ? tr("%1 is only shown here.").arg(field.label())
                   : tr("%1 is of the type %2, which can only be shown.")
                         .arg(field.label(), field.column.declaredType);
    if (!isShown(field, id))
        return tr("%1 is not shown for this record.").arg(field.label());
    if (field.editableWhen && !isTrue(*field.editableWhen, id, AsIt::IsOrWas).value_or(true))
        return tr("%1 can only be changed while this is true: %2")
            .arg(field.label(), field.definition.editableWhen);
    return {};
}

// Where the record refers to none, there is nothing to write to.
QString ScreenBinding::reasonAgainstFar(const BoundField& field, const RecordId& id) const {
    const QString column = m_screen.table->columns[field.far->reference.front()].name;
    const BoundField* reference = m_screen.field(column);
    const QString by = reference ? reference->label() : column;
    if (id.isNone())
        return tr("%1 stands in the record that %2 refers to: it is changed one by one.")
            .arg(field.label(), by);
    if (!isShown(field, id))
        return tr("%1 is not shown for this record.").arg(field.label());
    if (field.editableWhen && !isTrue(*field.editableWhen, id, AsIt::IsOrWas).value_or(true))
        return tr("%1 can only be changed while this is true: %2")
            .arg(field.label(), field.definition.editableWhen);
    const Draft* held = draft(id);
    const Record* record =
        held || id.isNew() ? nullptr : m_workspace->records()->store(tableName())->record(id.key);
    const auto valueOf = [&](int place) {
        return held ? held->value(place) : record->values[static_cast<size_t>(place)];
    };
    const bool isEmpty = (held || record) && !field.far->keyFrom(valueOf);
    // An edit is measured by what the other record holds.
    if (held && !isEmpty) {
        const auto reached = held->reached.constFind(field.far->place);
        if (reached != held->reached.cend() && !reached->value)
            return tr("%1 is still being read.").arg(field.label());
    }
    return isEmpty ? tr("%1 stands in the record that %2 refers to, and %2 is empty.")
                         .arg(field.label(), by)
                   : QString();
}

QString ScreenBinding::offered(const RecordId& id, const BoundField& field) const {
    const Lookup& lookup = field.definition.lookup;
    if (field.definition.shownAs != ShownAs::Lookup || lookup.where.isEmpty())
        return {};
    const Draft* held = draft(id);
    const Record* record = held || id.isNew() || id.isNone()
                               ? nullptr
                               : m_workspace->records()->store(tableName())->record(id.key);
    if (!held && !record)
        return {};
    return offeredFor(lookup, *m_workspace->records()->table(tableName()), m_workspace->catalog(),
                      held ? held->values() : record->values);
}

QList<DraftRef> ScreenBinding::savedWith(const RecordId& id) const {
    QList<DraftRef> places = m_workspace->records()->families().savedTogether({{tableName(), id}});
    if (m_savesChildren && showsChildren(m_screen.screen.arrangement)) {
        for (const DraftRef& place : m_workspace->records()->families().draftsBelow(m_screen, id)) {
            if (!places.contains(place))
                places += place;
        }
    }
    places.removeAll(DraftRef{tableName(), id});
    return places;
}

void ScreenBinding::save(const RecordId& id) {
    m_workspace->writing()->saver()->save(m_screen.screen.label, {tableName(), id}, savedWith(id));
}

std::vector<Problem> ScreenBinding::standingInTheWay(const DraftRef& place) const {
    const Draft* draft = m_workspace->records()->drafts(place.table)->find(place.id);
    std::vector<Problem> problems = m_workspace->records()->problems(place.table, place.id);
    // A refused save may be tried again: what stood in its way may be mended elsewhere by now.
    std::erase_if(problems, [&](const Problem& problem) {
        return problem.warning ||
               (draft && std::find(draft->refusals.begin(), draft->refusals.end(), problem) !=
                             draft->refusals.end());
    });
    return problems;
}

QString ScreenBinding::linkTo(const Problem& problem) const {
    if (problem.field.isEmpty())
        return problem.message.toHtmlEscaped();
    for (const BoundField& field : fields()) {
        if (field.isAbout(problem.field))
            return linkToField(field.name(), field.label());
    }
    return linkToField(problem.field, problem.label);
}

qsizetype ScreenBinding::recordsSaved(const RecordId& id) const {
    qsizetype count = savedWith(id).size();
    const Draft* held = draft(id);
    if (!held)
        return count;
    // What stands in other records is written there.
    QSet<std::pair<QString, Key>> far;
    bool isOwn = id.isNew() || !held->bad.isEmpty() || held->removed;
    for (auto field = held->changed.begin(); field != held->changed.end(); ++field) {
        if (!m_screen.table->columns[field.key()].reach) {
            isOwn = true;
            continue;
        }
        const FarField at = farFieldAt(*m_screen.table, field.key());
        if (const auto key = at.keyFrom([&](int place) { return held->value(place); }))
            far.insert({at.table, *key});
    }
    return count + far.size() + (isOwn ? 1 : 0);
}

void ScreenBinding::saveLeft(const RecordId& id) {
    const Draft* left = draft(id);
    if (!left || left->saving || m_screen.screen.savesItself == SavesItself::Never ||
        (left->changed.isEmpty() && left->bad.isEmpty()))
        return;
    const auto problems = m_workspace->records()->problems(tableName(), id);
    if (problems.empty()) {
        save(id);
        return;
    }
    m_workspace->notices()->tell(
        {Notice::Kind::Refused,
         tr("%1 is not saved yet. %2").arg(nameOf(id), problems.front().message)});
}

void ScreenBinding::saveWritten(const RecordId& id) {
    const Draft* written = draft(id);
    if (written && !written->saving && !id.isNew() &&
        m_screen.screen.savesItself == SavesItself::AfterField &&
        m_workspace->records()->problems(tableName(), id).empty())
        save(id);
}

QString ScreenBinding::reasonAgainstDeleting(const RecordId& id) const {
    if (const QString reason = m_screen.reasonAgainst(Operation::Delete); !reason.isEmpty())
        return reason;
    if (const Draft* held = draft(id); held && held->removed)
        return tr("It is deleted with the next save. Discard that to keep it.");
    if (id.isNew())
        return tr("This record is not saved yet: discard it instead.");
    return id.isNone() ? tr("No record is chosen.") : QString();
}

QString ScreenBinding::saveReason(const RecordId& id) const {
    if (id.isNone())
        return tr("No record is chosen.");
    const Draft* draft = this->draft(id);
    const QList<DraftRef> others = savedWith(id);
    const auto operation = id.isNew()                ? Operation::Insert
                           : draft && draft->removed ? Operation::Delete
                                                     : Operation::Update;
    if (const QString reason = m_screen.reasonAgainst(operation);
        !reason.isEmpty() && (draft || others.isEmpty()))
        return reason.toHtmlEscaped();
    if (!draft && others.isEmpty())
        return tr("No changes");
    if (draft && draft->saving)
        return tr("Saving…");
    const std::vector<Problem> problems = standingInTheWay({tableName(), id});
    const auto wrongOthers =
        std::count_if(others.begin(), others.end(),
                      [&](const DraftRef& place) { return !standingInTheWay(place).empty(); });
    if (problems.empty() && wrongOthers == 0)
        return {};
    QStringList missing;
    QStringList wrong;
    for (const Problem& problem : problems) {
        const QString link = linkTo(problem);
        (problem.check == u"required" ? missing : wrong) += link;
    }
    QStringList parts;
    if (!missing.isEmpty())
        parts += tr("%1 missing: %2")
                     .arg(counted(missing.size(), "thing", "things"),
                          missing.join(QStringLiteral(", ")));
    if (!wrong.isEmpty())
        parts +=
            tr("%1 to mend: %2")
                .arg(counted(wrong.size(), "thing", "things"), wrong.join(QStringLiteral(", ")));
    if (wrongOthers > 0)
        parts += tr("%1 saved with it to mend: %2")
                     .arg(countedRecords(wrongOthers), linkToFirst(others));
    return parts.join(QStringLiteral(" · "));
}

QString ScreenBinding::linkToFirst(const QList<DraftRef>& others) const {
    for (const DraftRef& place : others) {
        const std::vector<Problem> problems = standingInTheWay(place);
        if (!problems.empty())
            return linkToOther(m_workspace->records()->nameOf(place) + QStringLiteral(", ") +
                               problems.front().message);
    }
    return {};
}

std::optional<ScreenBinding::ToMend> ScreenBinding::firstToMend(const RecordId& id) const {
    for (const DraftRef& place : QList<DraftRef>{{tableName(), id}} + savedWith(id)) {
        const std::vector<Problem> problems = standingInTheWay(place);
        if (!problems.empty())
            return ToMend{place, problems.front().field};
    }
    return std::nullopt;
}

QString ScreenBinding::warningReason(const RecordId& id) const {
    QStringList unusual;
    for (const Problem& problem : m_workspace->records()->problems(tableName(), id)) {
        if (problem.warning)
            unusual += linkTo(problem);
    }
    if (unusual.isEmpty())
        return {};
    unusual.removeDuplicates();
    return tr("%1: %2").arg(counted(unusual.size(), "warning", "warnings"),
                            unusual.join(QStringLiteral(", ")));
}

bool ScreenBinding::isWarned(const RecordId& id) const {
    const Draft* draft = this->draft(id);
    return draft && !draft->warned.empty();
}

} // namespace gravin
