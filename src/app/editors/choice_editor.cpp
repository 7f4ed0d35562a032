// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/choice_editor.h"

#include "app/look/paint.h"
#include "app/look/theme.h"
#include "core/value/text_form.h"

#include <QComboBox>

#include <algorithm>

namespace gravin {

namespace {
// What a person reads at most in one list.
constexpr int VisibleEntries = 18;
} // namespace

QList<ChoiceEntry> choiceEntries(const BoundField& field, Workspace* workspace,
                                 const Value& present) {
    QList<ChoiceEntry> entries{{QStringLiteral("–"), {}, Value::null()}};
    bool found = present.isNull();
    for (const Choice& choice : field.definition.choices) {
        if (auto value = fromText(choice.stored, field.column.type)) {
            entries.append({choice.label, choice.colour, *value});
            found = found || *value == present;
        }
    }
    if (!found)
        entries.append({ChoiceEditor::tr("%1 (not in the list)")
                            .arg(workspace->records()->shown(field, present)),
                        {},
                        present});
    return entries;
}

ChoiceEditor::ChoiceEditor(const BoundField& field, Workspace* workspace, QWidget* parent)
    : FieldEditor(parent)
    , m_field(field)
    , m_workspace(workspace)
    , m_box(new QComboBox) {
    adopt(m_box);
    m_box->setMaxVisibleItems(VisibleEntries);
    m_box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_box->setMinimumContentsLength(8);
    connect(m_box, &QComboBox::activated, this, [this](int at) {
        m_value = m_values[static_cast<size_t>(at)];
        Q_EMIT edited();
        Q_EMIT finished();
    });
    // The edges of the swatches are the theme's.
    connect(&Theme::instance(), &Theme::changed, this, &ChoiceEditor::fill);
    fill();
}

void ChoiceEditor::fill() {
    const QSignalBlocker blocker(m_box);
    m_box->clear();
    m_values.clear();
    for (const ChoiceEntry& entry : choiceEntries(m_field, m_workspace, m_value)) {
        m_box->addItem(swatchIcon(entry.colour), entry.label);
        m_values.push_back(entry.value);
    }
    const auto at = std::find(m_values.begin(), m_values.end(), m_value);
    m_box->setCurrentIndex(static_cast<int>(std::distance(m_values.begin(), at)));
}

void ChoiceEditor::setContent(const Value& value, const std::optional<QString>&) {
    const auto at = std::find(m_values.begin(), m_values.end(), value);
    m_value = value;
    if (at == m_values.end())
        fill();
    else
        m_box->setCurrentIndex(static_cast<int>(std::distance(m_values.begin(), at)));
}

EditorContent ChoiceEditor::content() const {
    const int at = m_box->currentIndex();
    return at < 0 ? Value::null() : m_values[static_cast<size_t>(at)];
}

void ChoiceEditor::setReadOnly(bool readOnly) { m_box->setEnabled(!readOnly); }

void ChoiceEditor::openInCell() { m_box->showPopup(); }

} // namespace gravin
