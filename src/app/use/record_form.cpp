// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/record_form.h"

#include "app/look/theme.h"
#include "app/use/field_editor.h"
#include "core/base/text.h"
#include "core/value/text_form.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

constexpr int Columns = 2;
constexpr int WidestTitle = 260;

QLabel* roleLabel(const char* role, QWidget* parent) {
    auto* label = new QLabel(parent);
    label->setProperty("role", role);
    return label;
}

bool spansRow(const BoundField& field) { return field.definition.shownAs == ShownAs::LongText; }

QString linkTo(const QString& target, const QString& text) {
    return QStringLiteral("<a href=\"%1\">%2</a>")
        .arg(target.toHtmlEscaped(), text.toHtmlEscaped());
}

const QString FieldLink = QStringLiteral("field:");
const QString MineLink = QStringLiteral("mine:");
const QString TheirsLink = QStringLiteral("theirs:");

} // namespace

RecordForm::RecordForm(ScreenBinding* binding, QWidget* parent)
    : QWidget(parent)
    , m_binding(binding)
    , m_head(new QHBoxLayout)
    , m_title(roleLabel("title", this))
    , m_key(roleLabel("faint", this))
    , m_position(roleLabel("faint", this))
    , m_readOnly(roleLabel("faint", this))
    , m_save(new QPushButton(tr("Save record")))
    , m_discard(new QPushButton(tr("Discard edits")))
    , m_reason(roleLabel("problem", this)) {
    setObjectName(QStringLiteral("record-form"));
    m_title->setTextFormat(Qt::PlainText);
    m_save->setProperty("main", true);
    m_save->setObjectName(QStringLiteral("save-record"));
    m_discard->setObjectName(QStringLiteral("discard-edits"));
    m_reason->setObjectName(QStringLiteral("save-reason"));
    m_reason->setWordWrap(true);
    m_reason->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    m_readOnly->setWordWrap(true);

    m_head->addWidget(m_title);
    m_head->addWidget(m_key);
    m_head->addStretch();
    m_head->addWidget(m_position);
    auto* area = new QScrollArea;
    area->setFrameShape(QFrame::NoFrame);
    area->setWidgetResizable(true);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setFocusPolicy(Qt::NoFocus);
    m_fields = new QWidget;
    area->setWidget(m_fields);
    auto* foot = new QHBoxLayout;
    foot->addWidget(m_save);
    foot->addWidget(m_discard);
    foot->addWidget(m_reason, 1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 12, 18, 12);
    layout->addLayout(m_head);
    layout->addWidget(m_readOnly);
    layout->addWidget(area, 1);
    layout->addLayout(foot);

    connect(m_save, &QPushButton::clicked, this, &RecordForm::save);
    connect(m_discard, &QPushButton::clicked, this, &RecordForm::discard);
    connect(m_reason, &QLabel::linkActivated, this, &RecordForm::follow);
    Workspace* workspace = binding->workspace();
    connect(binding, &ScreenBinding::rebound, this, [this] {
        build();
        refresh();
    });
    connect(workspace->drafts(binding->tableName()), &DraftStore::changed, this,
            [this](const RecordId& id) {
                if (id == m_id)
                    refresh();
            });
    RecordStore* records = workspace->records(binding->tableName());
    connect(records, &RecordStore::recordsArrived, this, [this](const QList<Key>& keys) {
        if (keys.contains(m_id.key))
            refresh();
    });
    connect(records, &RecordStore::recordGone, this, [this](const Key& key) {
        if (key == m_id.key)
            refresh();
    });
    build();
    refresh();
}

void RecordForm::build() {
    qDeleteAll(m_fields->findChildren<QWidget*>(Qt::FindDirectChildrenOnly));
    delete m_fields->layout();
    m_slots.clear();
    m_typing = nullptr;
    auto* grid = new QGridLayout(m_fields);
    grid->setContentsMargins(0, 6, 8, 6);
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(2);
    int row = 0;
    int column = 0;
    for (const BoundField& field : m_binding->fields()) {
        if (field.placement.visible)
            addSlot(grid, field, row, column);
    }
    for (int i = 0; i < Columns; ++i)
        grid->setColumnStretch(i, 1);
    grid->setRowStretch(row + 6, 1);
    // Reading order is tab order.
    for (qsizetype i = 1; i < m_slots.size(); ++i)
        setTabOrder(m_slots[i - 1].editor->inner(), m_slots[i].editor->inner());
    if (!m_slots.isEmpty())
        setTabOrder(m_slots.back().editor->inner(), m_save);
}

void RecordForm::addSlot(QGridLayout* grid, const BoundField& field, int& row, int& column) {
    const bool wide = spansRow(field);
    if (wide && column > 0) {
        column = 0;
        row += 3;
    }
    Slot slot;
    slot.field = field;
    slot.editor = FieldEditor::create(field, m_binding->workspace(), m_fields);
    slot.label = roleLabel("faint", m_fields);
    slot.label->setTextFormat(Qt::PlainText);
    slot.label->setText(field.definition.required ? tr("%1 · required").arg(field.label())
                                                  : field.label());
    slot.label->setBuddy(slot.editor->inner());
    slot.was = roleLabel("faint", m_fields);
    slot.was->setTextFormat(Qt::PlainText);
    slot.message = roleLabel("problem", m_fields);
    slot.message->setWordWrap(true);
    slot.message->setTextInteractionFlags(Qt::LinksAccessibleByMouse |
                                          Qt::LinksAccessibleByKeyboard);
    slot.message->hide();
    connect(slot.message, &QLabel::linkActivated, this, &RecordForm::follow);

    auto* heading = new QHBoxLayout;
    heading->addWidget(slot.label);
    heading->addSpacing(10);
    heading->addStretch();
    heading->addWidget(slot.was);
    const int span = wide ? Columns : 1;
    grid->addLayout(heading, row, column, 1, span);
    grid->addWidget(slot.editor, row + 1, column, 1, span, Qt::AlignTop);
    grid->addWidget(slot.message, row + 2, column, 1, span);
    grid->setRowMinimumHeight(row + 2, 8);
    column += span;
    if (column >= Columns) {
        column = 0;
        row += 3;
    }
    FieldEditor* editor = slot.editor;
    connect(editor, &FieldEditor::edited, this, [this, editor, field] {
        if (m_id.isNone())
            return;
        m_typing = editor;
        applyContent(*m_binding, m_id, field, editor->content());
    });
    connect(editor, &FieldEditor::finished, this, [this, editor] {
        if (m_typing != editor)
            return;
        m_typing = nullptr;
        refresh();
    });
    m_slots += slot;
}

void RecordForm::setRecord(const RecordId& id) {
    if (id == m_id)
        return;
    m_typing = nullptr;
    m_id = id;
    refresh();
}

void RecordForm::setTag(QWidget* tag) { m_head->insertWidget(0, tag); }

void RecordForm::setPosition(const QString& text) { m_position->setText(text); }

const RecordForm::Slot* RecordForm::slotOf(const QString& column) const {
    const auto found = std::find_if(m_slots.begin(), m_slots.end(),
                                    [&](const Slot& slot) { return slot.field.name() == column; });
    return found == m_slots.end() ? nullptr : &*found;
}

void RecordForm::focusField(const QString& column) {
    if (const Slot* slot = slotOf(column)) {
        slot->editor->inner()->setFocus(Qt::OtherFocusReason);
        slot->editor->selectAll();
    }
}

void RecordForm::save() {
    m_typing = nullptr;
    if (saveReason().isEmpty())
        m_binding->workspace()->save(m_binding->screen(), m_id);
}

void RecordForm::discard() {
    m_typing = nullptr;
    m_binding->workspace()->drafts(m_binding->tableName())->discard(m_id);
}

QString RecordForm::saveReason() const {
    if (m_id.isNone())
        return tr("No record is chosen.");
    const auto operation = m_id.isNew() ? Operation::Insert : Operation::Update;
    if (const QString reason = m_binding->screen().reasonAgainst(operation); !reason.isEmpty())
        return reason;
    const Draft* draft = m_binding->draft(m_id);
    if (!draft)
        return tr("No changes");
    if (draft->saving)
        return tr("Saving…");
    std::vector<Problem> problems = m_binding->workspace()->problems(m_binding->tableName(), m_id);
    // A refused save may be tried again: what stood in its way may be mended elsewhere by now.
    std::erase_if(problems, [&](const Problem& problem) {
        return std::find(draft->refusals.begin(), draft->refusals.end(), problem) !=
               draft->refusals.end();
    });
    if (problems.empty())
        return {};
    QStringList missing;
    QStringList wrong;
    for (const Problem& problem : problems) {
        const QString link = problem.field.isEmpty()
                                 ? problem.message.toHtmlEscaped()
                                 : linkTo(FieldLink + problem.field, problem.label);
        (problem.check == u"required" ? missing : wrong) += link;
    }
    QStringList parts;
    if (!missing.isEmpty())
        parts += tr("%1 missing: %2")
                     .arg(counted(missing.size(), tr("thing"), tr("things")),
                          missing.join(QStringLiteral(", ")));
    if (!wrong.isEmpty())
        parts += tr("%1 to mend: %2")
                     .arg(counted(wrong.size(), tr("thing"), tr("things")),
                          wrong.join(QStringLiteral(", ")));
    return parts.join(QStringLiteral(" · "));
}

void RecordForm::follow(const QString& link) {
    DraftStore* drafts = m_binding->workspace()->drafts(m_binding->tableName());
    if (link.startsWith(FieldLink)) {
        focusField(link.mid(FieldLink.size()));
        return;
    }
    const bool mine = link.startsWith(MineLink);
    const int column =
        m_binding->screen().table->indexOf(link.mid(mine ? MineLink.size() : TheirsLink.size()));
    if (mine)
        drafts->keepMine(m_id, column);
    else
        drafts->takeTheirs(m_id, column);
}

void RecordForm::refresh() {
    const Draft* draft = m_binding->draft(m_id);
    const std::vector<Problem> problems =
        draft ? m_binding->workspace()->problems(m_binding->tableName(), m_id)
              : std::vector<Problem>{};
    refreshHead(draft);
    for (Slot& slot : m_slots)
        refreshSlot(slot, draft, problems);
    refreshFoot(draft, problems);
    Q_EMIT stateChanged();
}

void RecordForm::refreshHead(const Draft* draft) {
    const bool gone = !m_id.isNew() && !m_id.isNone() && !draft &&
                      m_binding->workspace()->records(m_binding->tableName())->isGone(m_id.key);
    QString title = m_binding->nameOf(m_id);
    if (m_id.isNone())
        title = tr("No record");
    else if (gone)
        title = tr("Record deleted");
    m_title->setText(
        m_title->fontMetrics().elidedText(title.simplified(), Qt::ElideRight, WidestTitle));
    m_title->setToolTip(title);
    m_key->setText(m_id.isNone()  ? QString()
                   : m_id.isNew() ? tr("key given on save")
                                  : keyText(m_id.key, m_binding->screen().table->keyTypes()));
    const QString readOnly =
        m_binding->screen().reasonAgainst(m_id.isNew() ? Operation::Insert : Operation::Update);
    m_readOnly->setText(readOnly);
    m_readOnly->setVisible(!readOnly.isEmpty());
    m_fields->setEnabled(!m_id.isNone() && !gone);
}

void RecordForm::refreshSlot(Slot& slot, const Draft* draft, const std::vector<Problem>& problems) {
    const QString readOnly = m_binding->readOnlyReason(slot.field, m_id);
    slot.editor->setReadOnly(!readOnly.isEmpty());
    slot.editor->setToolTip(readOnly.isEmpty() ? slot.field.definition.help : readOnly);
    slot.label->setToolTip(slot.field.definition.help);
    const int column = slot.field.columnIndex;
    const auto value = m_binding->value(m_id, slot.field);
    std::optional<QString> bad;
    if (draft && draft->bad.contains(column))
        bad = draft->bad[column].text;
    if (slot.editor != m_typing)
        slot.editor->setContent(value.value_or(Value()), bad);

    const bool changed = draft && (draft->changed.contains(column) || bad);
    slot.was->setText(changed && !m_id.isNew()
                          ? tr("was %1").arg(fontMetrics().elidedText(
                                m_binding->workspace()->shown(
                                    slot.field, draft->was[static_cast<size_t>(column)]),
                                Qt::ElideRight, 120))
                          : QString());
    QString message;
    QString state = changed ? QStringLiteral("draft") : QString();
    // A record just begun, or a field being typed in, is not wrong yet.
    const bool untouched = draft && draft->id.isNew() && !changed && draft->refusals.empty() &&
                           draft->changed.isEmpty() && draft->bad.isEmpty();
    for (const Problem& problem : problems) {
        if (problem.field != slot.field.name() || untouched || slot.editor == m_typing)
            continue;
        state =
            problem.check == u"conflict" ? QStringLiteral("elsewhere") : QStringLiteral("problem");
        message = problem.message.toHtmlEscaped();
    }
    if (draft && draft->theirs.contains(column)) {
        state = QStringLiteral("elsewhere");
        message = tr("Changed elsewhere to “%1”. %2 · %3")
                      .arg(m_binding->workspace()
                               ->shown(slot.field, draft->theirs[column])
                               .toHtmlEscaped(),
                           linkTo(MineLink + slot.field.name(), tr("Keep mine")),
                           linkTo(TheirsLink + slot.field.name(), tr("Take theirs")));
    }
    slot.editor->setState(state);
    slot.message->setText(message);
    slot.message->setVisible(!message.isEmpty());
}

void RecordForm::refreshFoot(const Draft* draft, const std::vector<Problem>& problems) {
    const QString reason = saveReason();
    m_save->setEnabled(reason.isEmpty());
    m_save->setToolTip(reason.isEmpty() ? tr("Save this record (Ctrl+S)") : QString());
    m_save->setAccessibleDescription(reason);
    m_discard->setEnabled(draft && !draft->saving);
    m_discard->setText(m_id.isNew() ? tr("Discard new record") : tr("Discard edits"));
    m_discard->setToolTip(draft ? QString() : tr("There are no edits to discard."));
    const bool calm = problems.empty();
    setStyleProperty(m_reason, "role", calm ? QStringLiteral("faint") : QStringLiteral("problem"));
    // The read-only reason stands under the name already.
    m_reason->setText(m_binding->isReadOnly() || m_id.isNone() ? QString() : reason);
}

} // namespace gravin
