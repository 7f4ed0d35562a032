// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/lookup_editor.h"

#include "app/editors/lookup_list.h"

#include <QKeyEvent>
#include <QLineEdit>
#include <QToolButton>

namespace gravin {

namespace {

// The shown columns as the other table's fields are called.
QStringList labelsOf(const Lookup& lookup, const Workspace& workspace) {
    QStringList labels;
    for (const QString& column : lookup.shownColumns) {
        const FieldDefinition* definition = workspace.project().definition(lookup.table, column);
        labels += definition ? definition->shownLabel() : column;
    }
    return labels;
}

} // namespace

LookupEditor::LookupEditor(const BoundField& field, Workspace* workspace, QWidget* parent)
    : FieldEditor(parent)
    , m_field(field)
    , m_workspace(workspace)
    , m_hint(field.definition.hint.isEmpty() ? tr("Type to find") : field.definition.hint)
    , m_line(new QLineEdit)
    , m_open(new QToolButton)
    , m_model(new LookupModel(workspace->records()->lookup(field.definition.lookup),
                              labelsOf(field.definition.lookup, *workspace), this))
    , m_list(new LookupList(m_model, m_line)) {
    m_open->setObjectName(QStringLiteral("list:") + field.name());
    m_open->setIcon(QIcon::fromTheme(QStringLiteral("edit-find")));
    m_open->setToolTip(tr("Find a record (F4)"));
    m_open->setAccessibleName(m_open->toolTip());
    m_open->setFocusPolicy(Qt::NoFocus); // the keyboard has F4, or just types
    m_line->setPlaceholderText(m_hint);
    adopt(m_line, {m_open});
    connect(m_line, &QLineEdit::textEdited, this, [this](const QString& text) {
        m_typed = text;
        Q_EMIT typing();
        openList(text);
    });
    connect(m_open, &QToolButton::clicked, this, [this] {
        m_line->setFocus(Qt::MouseFocusReason);
        if (m_list->isVisible())
            closeList();
        else
            openList({});
    });
    connect(m_list, &LookupList::chosen, this,
            [this](const LookupStore::Entry& entry) { pick(entry.stored, entry.shown.value(0)); });
    connect(m_list, &LookupList::cleared, this, [this] { pick(Value::null(), {}); });
    connect(m_list, &LookupList::openRequested, this, [this] {
        closeList();
        Q_EMIT openRequested();
    });
    connect(m_list, &LookupList::newRequested, this, [this] {
        closeList();
        Q_EMIT newRequested();
    });
    connect(m_model, &LookupModel::answered, this, [this] {
        if (!std::exchange(m_chooseWhenFound, false) || m_model->rowCount() == 0)
            return;
        const LookupStore::Entry first = m_model->entry(0);
        pick(first.stored, first.shown.value(0));
    });
    connect(workspace->records(), &Records::lookupsLoaded, this, &LookupEditor::showValue);
}

void LookupEditor::openList(const QString& text) {
    if (m_line->isReadOnly())
        return;
    m_model->search(text);
    m_list->setOpenOffered(!m_value.isNull());
    const QString reason =
        m_workspace->document()->reasonAgainstNew(m_field.definition.lookup.table);
    m_list->setNewOffered(reason.isEmpty(), reason);
    if (!m_list->isVisible())
        m_list->showBelow();
}

void LookupEditor::closeList() {
    m_chooseWhenFound = false;
    m_list->hide();
}

void LookupEditor::pick(const Value& value, const QString& shown) {
    closeList();
    m_typed.reset();
    m_value = value;
    m_line->setText(shown);
    m_picked = true;
    Q_EMIT edited();
    Q_EMIT finished();
}

// A text that was typed and not chosen from the list counts as typed. Nothing left means empty.
void LookupEditor::takeOver() {
    closeList();
    if (!m_typed)
        return;
    if (m_typed->trimmed().isEmpty()) {
        pick(Value::null(), {});
        return;
    }
    Q_EMIT edited();
}

void LookupEditor::showValue() {
    if (m_typed)
        return;
    const QString text =
        m_value.isNull() ? QString() : m_workspace->records()->shown(m_field, m_value);
    if (m_line->text() == text)
        return;
    m_line->setText(text);
    m_line->setCursorPosition(0);
}

void LookupEditor::setContent(const Value& value, const std::optional<QString>& badText) {
    m_typed.reset();
    m_value = value;
    if (badText)
        m_line->setText(*badText);
    else
        showValue();
}

EditorContent LookupEditor::content() const {
    if (m_typed)
        return *m_typed;
    return m_value;
}

void LookupEditor::setReadOnly(bool readOnly) {
    m_line->setReadOnly(readOnly);
    m_line->setPlaceholderText(readOnly ? QStringLiteral("–") : m_hint);
    m_open->setEnabled(!readOnly);
}

void LookupEditor::selectAll() { m_line->selectAll(); }

void LookupEditor::openInCell() { openList(m_typed.value_or(QString())); }

void LookupEditor::hideEvent(QHideEvent* event) {
    closeList();
    FieldEditor::hideEvent(event);
}

bool LookupEditor::eventFilter(QObject* watched, QEvent* event) {
    if (watched != m_line)
        return FieldEditor::eventFilter(watched, event);
    // Keys of the list come before those of the window.
    if (event->type() == QEvent::ShortcutOverride && m_list->isVisible() &&
        static_cast<QKeyEvent*>(event)->modifiers() == Qt::AltModifier) {
        event->accept();
        return true;
    }
    if (event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_F4 && key->modifiers() == Qt::NoModifier) {
            m_list->isVisible() ? closeList() : openList(m_typed.value_or(QString()));
            return true;
        }
        if (key->key() == Qt::Key_Down && key->modifiers() == Qt::NoModifier &&
            !m_list->isVisible() && !m_line->isReadOnly()) {
            openList(m_typed.value_or(QString()));
            return true;
        }
        if (m_list->isVisible()) {
            if (key->key() == Qt::Key_Escape) {
                closeList();
                m_typed.reset();
                showValue();
                return true;
            }
            // Not before the list shows what is typed: else a fast hand would choose another.
            const bool chooses = key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter;
            if (chooses && m_model->isSearching()) {
                m_chooseWhenFound = true;
                return true;
            }
            if (m_list->takeKey(*key))
                return true;
        }
    }
    if (event->type() == QEvent::FocusOut)
        takeOver();
    return FieldEditor::eventFilter(watched, event);
}

} // namespace gravin
