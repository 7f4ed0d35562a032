// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/form_fields.h"

#include "app/editors/field_editor.h"
#include "app/look/theme.h"
#include "core/fitting/field_input.h"
#include "core/fitting/form_arranging.h"
#include "session/lookup_work.h"
#include "session/remote_changes.h"

#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

// A column is never narrower than so many average characters: with less, a section takes fewer.
constexpr int NarrowestColumn = 24;
constexpr int LongestWas = 120; // pixels of the former value
constexpr int LabelShare = 2;   // of five parts, when labels stand beside

QString linkTo(const QString& target, const QString& text) {
    return QStringLiteral("<a href=\"%1\">%2</a>")
        .arg(target.toHtmlEscaped(), text.toHtmlEscaped());
}

const QString FieldLink = QStringLiteral("field:");
const QString MineLink = QStringLiteral("mine:");
const QString TheirsLink = QStringLiteral("theirs:");
const QString OtherLink = QStringLiteral("other:");

} // namespace

QLabel* roleLabel(const char* role, QWidget* parent) {
    auto* label = new QLabel(parent);
    label->setProperty("role", role);
    return label;
}

QString form_link::keepMine(const QString& column, const QString& text) {
    return linkTo(MineLink + column, text);
}
QString form_link::takeTheirs(const QString& column, const QString& text) {
    return linkTo(TheirsLink + column, text);
}
std::pair<form_link::Kind, QString> form_link::read(const QString& link) {
    if (link.startsWith(MineLink))
        return {Kind::Mine, link.mid(MineLink.size())};
    if (link.startsWith(TheirsLink))
        return {Kind::Theirs, link.mid(TheirsLink.size())};
    if (link == OtherLink)
        return {Kind::Other, {}};
    return {Kind::Field, link.mid(FieldLink.size())};
}

FormFields::FormFields(ScreenBinding* binding, QWidget* parent)
    : QWidget(parent)
    , m_binding(binding) {
    new QVBoxLayout(this);
    layout()->setContentsMargins(4, 6, 8, 6); // room for the frame of what is chosen in Build
    layout()->setSpacing(14);
    connect(binding, &ScreenBinding::rebound, this, &FormFields::build);
    build();
}

void FormFields::build() {
    for (const SectionPart& part : std::as_const(m_sections))
        delete part.box;
    while (QLayoutItem* item = layout()->takeAt(0))
        delete item;
    m_slots.clear();
    m_sections.clear();
    m_typing = nullptr;
    m_arranged = arrangedForm(m_binding->screen());
    for (int section = 0; section < m_arranged.sections.size(); ++section)
        addSection(section);
    static_cast<QVBoxLayout*>(layout())->addStretch(1);
    const QStringList order = tabOrderOf(m_arranged);
    for (qsizetype i = 1; i < order.size(); ++i)
        setTabOrder(slotOf(order[i - 1])->editor->inner(), slotOf(order[i])->editor->inner());
    Q_EMIT rebuilt();
}

void FormFields::addSection(int section) {
    const FormSection& wanted = m_arranged.sections[section];
    SectionPart part;
    part.box = new QWidget(this);
    auto* inside = new QVBoxLayout(part.box);
    inside->setContentsMargins(0, 0, 0, 0);
    inside->setSpacing(6);
    part.title = roleLabel("heading", part.box);
    part.title->setTextFormat(Qt::PlainText);
    part.title->setText(wanted.title.isEmpty() ? tr("Section without a title") : wanted.title);
    if (wanted.title.isEmpty())
        part.title->setProperty("role", "faint");
    part.title->setVisible(m_shaped || !wanted.title.isEmpty());
    part.grid = new QGridLayout;
    part.grid->setHorizontalSpacing(14);
    part.grid->setVerticalSpacing(4);
    inside->addWidget(part.title);
    inside->addLayout(part.grid);
    layout()->addWidget(part.box);
    m_sections += part;
    for (const FormPlace& place : wanted.places) {
        if (const BoundField* field = m_binding->screen().field(place.column))
            addSlot(*field);
    }
    place(section, columnsThatFit(wanted));
}

int FormFields::columnsThatFit(const FormSection& section) const {
    const int characters =
        m_arranged.labels == LabelSide::Beside ? NarrowestColumn * 5 / 3 : NarrowestColumn;
    const int narrowest = fontMetrics().averageCharWidth() * characters;
    return std::clamp(width() / std::max(1, narrowest), 1, section.columns);
}

void FormFields::place(int section, int columns) {
    SectionPart& part = m_sections[section];
    if (part.columns == columns)
        return;
    for (int column = 0; column < FormSection::MostColumns; ++column)
        part.grid->setColumnStretch(column, column < columns ? 1 : 0);
    part.columns = columns;
    FormSection narrowed = m_arranged.sections[section];
    narrowed.columns = columns;
    for (const PlacedField& placed : placedFields(narrowed)) {
        const FieldSlot* slot = slotOf(placed.column);
        part.grid->removeWidget(slot->box);
        part.grid->addWidget(slot->box, placed.row, placed.firstColumn, 1, placed.span,
                             Qt::AlignTop);
    }
}

void FormFields::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    for (int section = 0; section < m_sections.size(); ++section)
        place(section, columnsThatFit(m_arranged.sections[section]));
}

int FormFields::neededHeight() const {
    return layout()->hasHeightForWidth() ? layout()->totalHeightForWidth(width())
                                         : layout()->totalSizeHint().height();
}

int FormFields::leastHeight() const {
    return layout()->hasHeightForWidth() ? layout()->totalMinimumHeightForWidth(width())
                                         : layout()->totalMinimumSize().height();
}

bool FormFields::event(QEvent* event) {
    const bool done = QWidget::event(event);
    if (event->type() == QEvent::LayoutRequest)
        Q_EMIT needChanged();
    return done;
}

void FormFields::addSlot(const BoundField& field) {
    FieldSlot slot;
    slot.field = field;
    slot.box = new QWidget(this);
    // All columns of a section are of one width, whatever stands in them.
    slot.box->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    slot.editor = FieldEditor::create(field, m_binding->workspace(), slot.box);
    slot.label = roleLabel("faint", slot.box);
    slot.label->setTextFormat(Qt::PlainText);
    slot.label->setBuddy(slot.editor->inner());
    slot.was = roleLabel("faint", slot.box);
    slot.was->setTextFormat(Qt::PlainText);
    slot.message = roleLabel("problem", slot.box);
    slot.message->setTextFormat(Qt::RichText);
    slot.message->setWordWrap(true);
    slot.message->setTextInteractionFlags(Qt::LinksAccessibleByMouse |
                                          Qt::LinksAccessibleByKeyboard);
    slot.message->hide();
    connect(slot.message, &QLabel::linkActivated, this, &FormFields::linkActivated);
    arrangeSlot(slot, slot.box, m_arranged.labels == LabelSide::Beside);
    connectEditor(slot.editor, field);
    m_slots += slot;
}

void FormFields::arrangeSlot(FieldSlot& slot, QWidget* box, bool labelsBeside) {
    auto* grid = new QGridLayout(box);
    grid->setContentsMargins(0, 0, 0, 4);
    grid->setVerticalSpacing(2);
    if (labelsBeside) {
        slot.label->setWordWrap(true);
        grid->setColumnStretch(0, LabelShare);
        grid->setColumnStretch(1, 5 - LabelShare);
        grid->addWidget(slot.label, 0, 0, Qt::AlignVCenter);
        grid->addWidget(slot.editor, 0, 1);
        grid->addWidget(slot.was, 1, 1, Qt::AlignRight);
        grid->addWidget(slot.message, 2, 1);
        return;
    }
    auto* heading = new QHBoxLayout;
    heading->addWidget(slot.label);
    heading->addSpacing(10);
    heading->addStretch();
    heading->addWidget(slot.was);
    grid->addLayout(heading, 0, 0);
    grid->addWidget(slot.editor, 1, 0);
    grid->addWidget(slot.message, 2, 0);
}

void FormFields::connectEditor(FieldEditor* editor, const BoundField& field) {
    connect(editor, &FieldEditor::edited, this, [this, editor, field] {
        if (m_id.isNone())
            return;
        m_typing = editor;
        if (FieldSlot* slot = slotOf(field.name()))
            slot->refusal.clear();
        applyContent(*m_binding, m_id, field, editor->content());
    });
    connect(editor, &FieldEditor::typing, this, [this, editor] { m_typing = editor; });
    connect(editor, &FieldEditor::finished, this, [this, editor] {
        if (m_typing != editor)
            return;
        m_typing = nullptr;
        Q_EMIT settled();
    });
    connect(editor, &FieldEditor::refused, this, [this, field](const QString& reason) {
        if (FieldSlot* slot = slotOf(field.name()))
            slot->refusal = reason;
        Q_EMIT settled();
    });
    connect(editor, &FieldEditor::named, this, [this, field](const QString& fileName) {
        const BoundField* name = m_binding->screen().field(field.definition.nameColumn);
        if (name && !m_id.isNone())
            applyContent(*m_binding, m_id, *name, fileName);
    });
    connect(editor, &FieldEditor::newRequested, this, [this, field] {
        m_binding->workspace()->records()->lookupWork()->makeNew(m_binding->screen(), m_id, field);
    });
    connect(editor, &FieldEditor::openRequested, this, [this, field] {
        m_binding->workspace()->records()->lookupWork()->open(
            field, m_binding->value(m_id, field).value_or(Value()));
    });
}

void FormFields::endTyping() {
    if (m_typing)
        m_typing->takeOver();
    m_typing = nullptr;
}

void FormFields::setRecord(const RecordId& id) {
    endTyping();
    m_id = id;
    for (FieldSlot& slot : m_slots)
        slot.refusal.clear();
}

void FormFields::setShaped(bool shaped) {
    if (m_shaped == shaped)
        return;
    m_shaped = shaped;
    for (const FieldSlot& slot : std::as_const(m_slots))
        slot.box->setVisible(shaped || m_binding->isShown(slot.field, m_id));
    for (int section = 0; section < m_sections.size(); ++section)
        m_sections[section].title->setVisible(shaped ||
                                              !m_arranged.sections[section].title.isEmpty());
}

FormFields::FieldSlot* FormFields::slotOf(const QString& column) {
    return const_cast<FieldSlot*>(std::as_const(*this).slotOf(column));
}

const FormFields::FieldSlot* FormFields::slotOf(const QString& column) const {
    const auto found = std::find_if(m_slots.begin(), m_slots.end(), [&](const FieldSlot& slot) {
        return slot.field.name() == column;
    });
    return found == m_slots.end() ? nullptr : &*found;
}

void FormFields::focusField(const QString& column) {
    if (const FieldSlot* slot = slotOf(column)) {
        slot->editor->inner()->setFocus(Qt::OtherFocusReason);
        slot->editor->selectAll();
    }
}

QWidget* FormFields::lastEditor() const {
    const QStringList order = tabOrderOf(m_arranged);
    return order.isEmpty() ? nullptr : slotOf(order.back())->editor->inner();
}

void FormFields::focusFirst() {
    const QStringList order = tabOrderOf(m_arranged);
    for (const QString& column : order) {
        if (isShown(column) && !slotOf(column)->isReadOnly)
            return focusField(column);
    }
}

void FormFields::focusLast() {
    const QStringList order = tabOrderOf(m_arranged);
    if (!order.isEmpty())
        focusField(order.back());
}

void FormFields::keyPressEvent(QKeyEvent* event) {
    const bool isReturn = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    if (!isReturn || event->modifiers() != Qt::NoModifier) {
        QWidget::keyPressEvent(event);
        return;
    }
    const QStringList order = tabOrderOf(m_arranged);
    bool isBehind = false;
    for (const QString& column : order) {
        const FieldSlot* slot = slotOf(column);
        if (slot->editor->isAncestorOf(focusWidget()))
            isBehind = true;
        else if (isBehind && isShown(column) && !slot->isReadOnly)
            return focusField(column);
    }
    if (isBehind && lastEditor()) {
        lastEditor()->setFocus(Qt::OtherFocusReason);
        focusNextPrevChild(true);
    }
}

bool FormFields::isShown(const QString& column) const {
    const FieldSlot* slot = slotOf(column);
    return slot && !slot->box->isHidden();
}

QRect FormFields::rectOf(const QString& column) const {
    const FieldSlot* slot = slotOf(column);
    return slot ? QRect(slot->box->mapTo(this, QPoint(0, 0)), slot->box->size()) : QRect();
}

QRect FormFields::sectionRect(int section) const {
    return section >= 0 && section < m_sections.size() ? m_sections[section].box->geometry()
                                                       : QRect();
}

QRect FormFields::titleRect(int section) const {
    if (section < 0 || section >= m_sections.size())
        return {};
    const QLabel* title = m_sections[section].title;
    return {title->mapTo(this, QPoint(0, 0)), title->size()};
}

void FormFields::refresh(const std::vector<Problem>& problems) {
    const Draft* draft = m_binding->draft(m_id);
    for (FieldSlot& slot : m_slots)
        refreshSlot(slot, draft, problems);
}

void FormFields::refreshSlot(FieldSlot& slot, const Draft* draft,
                             const std::vector<Problem>& problems) {
    // Who shapes the form sees all of it; what is being typed in never goes from under the cursor.
    slot.box->setVisible(m_shaped || slot.editor == m_typing ||
                         m_binding->isShown(slot.field, m_id));
    const QString readOnly = m_binding->readOnlyReason(slot.field, m_id);
    slot.editor->setReadOnly(!readOnly.isEmpty());
    if (std::exchange(slot.isReadOnly, !readOnly.isEmpty()) == readOnly.isEmpty()) {
        for (QWidget* part : slot.editor->findChildren<QWidget*>())
            restyle(part);
    }
    const QString help = helpOn(slot.field);
    slot.editor->setToolTip(readOnly.isEmpty() ? help : readOnly);
    slot.label->setToolTip(help);
    const int column = slot.field.editIndex();
    std::optional<QString> bad;
    if (draft && draft->bad.contains(column))
        bad = draft->bad[column].text;
    slot.editor->setOffered(m_binding->offered(m_id, slot.field));
    if (slot.editor != m_typing)
        slot.editor->setContent(m_binding->value(m_id, slot.field).value_or(Value()), bad);
    if (const BoundField* name = m_binding->screen().field(slot.field.definition.nameColumn)) {
        const Value value = m_binding->value(m_id, *name).value_or(Value());
        slot.editor->setFileName(value.kind() == Value::Kind::Text ? value.asText() : QString());
    }

    const bool changed = draft && (draft->changed.contains(column) || bad);
    // That another record is changed matters more than what stood there.
    const QString was = changed ? wasText(slot.field, *draft) : QString();
    slot.was->setText(changed && slot.field.far ? tr("changes %1").arg(slot.field.far->table)
                                                : was);
    slot.was->setToolTip(changed && slot.field.far ? was : QString());
    const QString news =
        changed || m_id.isNew() || m_id.isNone()
            ? QString()
            : m_binding->workspace()->records()->remoteChanges()->of(
                  m_binding->screen().table->written(), m_id.key, slot.field.name());
    if (!news.isEmpty())
        slot.was->setText(news);
    slot.was->setVisible(!slot.was->text().isEmpty());
    // Both do not fit above a narrow field; what it was matters more once it is edited.
    slot.label->setText(m_binding->isRequired(slot.field, m_id) && slot.was->text().isEmpty()
                            ? tr("%1 · required").arg(slot.field.label())
                            : slot.field.label());
    QString state = changed           ? QStringLiteral("draft")
                    : !news.isEmpty() ? QStringLiteral("elsewhere")
                                      : QString();
    const QString message = messageFor(slot, draft, problems, state);
    slot.editor->setState(state);
    setStyleProperty(slot.message, "role",
                     state == u"warning" ? QStringLiteral("warning") : QStringLiteral("problem"));
    slot.message->setText(message);
    slot.message->setVisible(!message.isEmpty());
}

QString FormFields::wasText(const BoundField& field, const Draft& draft) const {
    if (draft.id.isNew() && !field.far)
        return {};
    return tr("was %1").arg(fontMetrics().elidedText(
        m_binding->workspace()->records()->shownBriefly(field, draft.before(field.editIndex())),
        Qt::ElideRight, LongestWas));
}

QString FormFields::messageFor(FieldSlot& slot, const Draft* draft,
                               const std::vector<Problem>& problems, QString& state) const {
    const int column = slot.field.editIndex();
    if (draft && draft->theirs.contains(column)) {
        state = QStringLiteral("elsewhere");
        return tr("Changed elsewhere to “%1”. %2 · %3")
            .arg(m_binding->workspace()
                     ->records()
                     ->shownBriefly(slot.field, draft->theirs[column])
                     .toHtmlEscaped(),
                 form_link::keepMine(slot.field.name(), tr("Keep mine")),
                 form_link::takeTheirs(slot.field.name(), tr("Take theirs")));
    }
    if (!slot.refusal.isEmpty()) {
        state = QStringLiteral("problem");
        return slot.refusal.toHtmlEscaped();
    }
    // A record just begun, or a field being typed in, is not wrong yet.
    const bool untouched = draft && draft->id.isNew() && draft->refusals.empty() &&
                           draft->changed.isEmpty() && draft->bad.isEmpty();
    QString message;
    for (const Problem& problem : problems) {
        if (!slot.field.isAbout(problem.field) || untouched || slot.editor == m_typing)
            continue;
        // What stops stands before what only warns.
        if (!message.isEmpty() && problem.warning)
            continue;
        state = problem.check == u"conflict" ? QStringLiteral("elsewhere")
                : problem.warning            ? QStringLiteral("warning")
                                             : QStringLiteral("problem");
        message = problem.message.toHtmlEscaped();
        if (!problem.warning)
            break;
    }
    return message;
}

} // namespace gravin
