// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/radio_editor.h"

#include "app/editors/choice_editor.h"
#include "app/look/paint.h"

#include <QButtonGroup>
#include <QGridLayout>
#include <QKeyEvent>
#include <QRadioButton>

#include <algorithm>

namespace gravin {

RadioEditor::RadioEditor(const BoundField& field, Workspace* workspace, QWidget* parent)
    : FieldEditor(parent)
    , m_field(field)
    , m_workspace(workspace)
    , m_buttons(new QWidget)
    , m_layout(new QGridLayout(m_buttons)) {
    m_layout->setContentsMargins(0, 0, 0, 0);
    m_layout->setHorizontalSpacing(12);
    m_layout->setVerticalSpacing(0);
    adopt(m_buttons);
    fill();
}

void RadioEditor::fill() {
    qDeleteAll(m_buttons->findChildren<QRadioButton*>());
    delete m_group;
    m_group = new QButtonGroup(this);
    m_values.clear();
    for (const ChoiceEntry& entry : choiceEntries(m_field, m_workspace, m_value)) {
        // Only a field that may be empty offers emptiness.
        if (entry.value.isNull() && (m_field.definition.required || !m_field.column.nullable))
            continue;
        const int at = static_cast<int>(m_values.size());
        auto* button = new QRadioButton(entry.label);
        button->setIcon(swatchIcon(entry.colour));
        m_group->addButton(button, at);
        button->setParent(m_buttons);
        button->installEventFilter(this);
        button->show();
        m_values.push_back(entry.value);
    }
    m_perRow = 0;
    place();
    if (QAbstractButton* first = m_group->button(0))
        m_buttons->setFocusProxy(first);
    connect(m_group, &QButtonGroup::idClicked, this, [this](int at) {
        m_value = m_values[static_cast<size_t>(at)];
        Q_EMIT edited();
        Q_EMIT finished();
    });
}

// As many beside each other as fit.
void RadioEditor::place() {
    const QList<QAbstractButton*> buttons = m_group->buttons();
    int widest = 1;
    for (const QAbstractButton* button : buttons)
        widest = std::max(widest, button->sizeHint().width() + m_layout->horizontalSpacing());
    const int perRow = std::max(1, width() / widest);
    if (perRow == m_perRow)
        return;
    m_perRow = perRow;
    for (int at = 0; at < buttons.size(); ++at)
        m_layout->addWidget(buttons[at], at / perRow, at % perRow, Qt::AlignLeft);
}

void RadioEditor::resizeEvent(QResizeEvent* event) {
    FieldEditor::resizeEvent(event);
    place();
}

// A letter goes on to the next choice that begins with it.
bool RadioEditor::eventFilter(QObject* watched, QEvent* event) {
    const auto* from = qobject_cast<QRadioButton*>(watched);
    if (from && event->type() == QEvent::KeyPress && m_buttons->isEnabled()) {
        const QString typed = static_cast<QKeyEvent*>(event)->text().trimmed();
        const auto count = static_cast<int>(m_values.size());
        for (int step = 1; !typed.isEmpty() && step <= count; ++step) {
            QAbstractButton* button =
                m_group->button((m_group->checkedId() + step + count) % count);
            if (!button->text().startsWith(typed, Qt::CaseInsensitive))
                continue;
            button->setFocus(Qt::OtherFocusReason);
            button->click();
            return true;
        }
    }
    return FieldEditor::eventFilter(watched, event);
}

// Without a value that is offered no button is marked.
void RadioEditor::check() {
    const auto at = std::find(m_values.begin(), m_values.end(), m_value);
    m_group->setExclusive(false);
    for (QAbstractButton* button : m_group->buttons())
        button->setChecked(at != m_values.end() &&
                           m_group->id(button) == std::distance(m_values.begin(), at));
    m_group->setExclusive(true);
}

void RadioEditor::setContent(const Value& value, const std::optional<QString>&) {
    m_value = value;
    if (!value.isNull() && std::find(m_values.begin(), m_values.end(), value) == m_values.end())
        fill();
    check();
}

void RadioEditor::setReadOnly(bool readOnly) { m_buttons->setEnabled(!readOnly); }

} // namespace gravin
