// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/yes_no_editor.h"

#include <QCheckBox>
#include <QKeyEvent>

namespace gravin {

YesNoEditor::YesNoEditor(const BoundField& field, QWidget* parent)
    : FieldEditor(parent)
    , m_box(new QCheckBox) {
    adopt(m_box);
    m_box->setText(tr("yes"));
    m_box->setAccessibleName(field.label());
    // Clicked is the person's doing; what the program sets does not count as an edit.
    connect(m_box, &QCheckBox::clicked, this, [this] {
        m_box->setTristate(false);
        Q_EMIT edited();
    });
}

void YesNoEditor::setContent(const Value& value, const std::optional<QString>&) {
    const QSignalBlocker blocker(m_box);
    m_box->setTristate(value.kind() != Value::Kind::Boolean);
    if (value.kind() == Value::Kind::Boolean)
        m_box->setChecked(value.asBoolean());
    else
        m_box->setCheckState(Qt::PartiallyChecked);
}

EditorContent YesNoEditor::content() const {
    if (m_box->checkState() == Qt::PartiallyChecked)
        return Value::null();
    return Value::boolean(m_box->isChecked());
}

// The first letters of the two answers set it, whatever it is now.
bool YesNoEditor::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_box && event->type() == QEvent::KeyPress && m_box->isEnabled()) {
        const QString typed = static_cast<QKeyEvent*>(event)->text();
        for (const bool answer : {true, false}) {
            const QString word = answer ? tr("yes") : tr("no");
            if (typed.compare(word.left(1), Qt::CaseInsensitive) != 0)
                continue;
            m_box->setTristate(false);
            m_box->setChecked(answer);
            Q_EMIT edited();
            return true;
        }
    }
    return FieldEditor::eventFilter(watched, event);
}

void YesNoEditor::setReadOnly(bool readOnly) { m_box->setEnabled(!readOnly); }

} // namespace gravin
