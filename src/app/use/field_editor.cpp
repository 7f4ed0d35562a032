// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/field_editors.h"

#include "app/look/theme.h"
#include "core/value/text_form.h"

#include <QCheckBox>
#include <QComboBox>
#include <QCoreApplication>
#include <QEvent>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPixmap>
#include <QPlainTextEdit>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr int LongTextLines = 4;
constexpr int PictureHeight = 128;
// What a person reads at most in one entry of a list.
constexpr int VisibleEntries = 18;

QString typedExample(const ColumnType& type) {
    switch (type.kind) {
    case TypeKind::Date:
        return QStringLiteral("2026-12-04");
    case TypeKind::Time:
        return QStringLiteral("07:30");
    case TypeKind::Timestamp:
        return QStringLiteral("2026-12-04 07:30");
    default:
        return {};
    }
}

} // namespace

FieldEditor* FieldEditor::create(const BoundField& field, Workspace* workspace, QWidget* parent) {
    FieldEditor* editor = nullptr;
    switch (field.definition.shownAs) {
    case ShownAs::LongText:
        editor = new LongTextFieldEditor(field, parent);
        break;
    case ShownAs::YesNo:
        editor = new YesNoFieldEditor(field, parent);
        break;
    case ShownAs::Choices:
    case ShownAs::Lookup:
        editor = new ListFieldEditor(field, workspace, parent);
        break;
    case ShownAs::Picture:
        editor = new PictureFieldEditor(parent);
        break;
    case ShownAs::Text:
    case ShownAs::Number:
    case ShownAs::Date:
        editor = new LineFieldEditor(field, parent);
        break;
    }
    editor->inner()->setAccessibleName(field.label());
    editor->inner()->setObjectName(QStringLiteral("field:") + field.name());
    return editor;
}

void FieldEditor::adopt(QWidget* inner) {
    m_inner = inner;
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(inner);
    setFocusProxy(inner);
    inner->installEventFilter(this);
}

void FieldEditor::beginInCell() {
    m_inCell = true;
    openInCell();
}

// The delegate watches the editor, but keys and focus are those of the widget inside.
bool FieldEditor::endsCellEdit(QEvent* event) const {
    if (event->type() == QEvent::FocusOut)
        return true;
    if (event->type() != QEvent::KeyPress)
        return false;
    const auto* key = static_cast<QKeyEvent*>(event);
    switch (key->key()) {
    case Qt::Key_Tab:
    case Qt::Key_Backtab:
    case Qt::Key_Escape:
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        return key->modifiers() == Qt::NoModifier;
    default:
        return false;
    }
}

bool FieldEditor::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_inner && m_inCell && endsCellEdit(event)) {
        QCoreApplication::sendEvent(this, event);
        return event->type() == QEvent::KeyPress;
    }
    if (watched == m_inner && event->type() == QEvent::FocusOut)
        Q_EMIT finished();
    return QWidget::eventFilter(watched, event);
}

void FieldEditor::setState(const QString& state) { setStyleProperty(m_inner, "state", state); }

void applyContent(ScreenBinding& binding, const RecordId& id, const BoundField& field,
                  const EditorContent& content) {
    if (const QString* text = std::get_if<QString>(&content))
        binding.workspace()->type(binding.screen(), id, field, *text);
    else
        binding.workspace()->choose(binding.screen(), id, field, std::get<Value>(content));
}

LineFieldEditor::LineFieldEditor(const BoundField& field, QWidget* parent)
    : FieldEditor(parent)
    , m_type(field.column.type)
    , m_line(new QLineEdit) {
    adopt(m_line);
    if (field.definition.shownAs == ShownAs::Number)
        m_line->setAlignment(Qt::AlignRight);
    m_line->setPlaceholderText(typedExample(m_type));
    connect(m_line, &QLineEdit::textEdited, this, &FieldEditor::edited);
    connect(m_line, &QLineEdit::returnPressed, this, &FieldEditor::finished);
}

void LineFieldEditor::setContent(const Value& value, const std::optional<QString>& badText) {
    const QString text = badText.value_or(toText(value, m_type));
    if (m_line->text() == text)
        return;
    m_line->setText(text);
    m_line->setCursorPosition(0); // a long text is read from its beginning
}

EditorContent LineFieldEditor::content() const { return m_line->text(); }

void LineFieldEditor::setReadOnly(bool readOnly) {
    m_line->setReadOnly(readOnly);
    // What cannot be typed needs no example; an empty value is a dash.
    m_line->setPlaceholderText(readOnly ? QStringLiteral("–") : typedExample(m_type));
}

void LineFieldEditor::selectAll() { m_line->selectAll(); }

LongTextFieldEditor::LongTextFieldEditor(const BoundField& field, QWidget* parent)
    : FieldEditor(parent)
    , m_type(field.column.type)
    , m_text(new QPlainTextEdit) {
    adopt(m_text);
    m_text->setTabChangesFocus(true);
    m_text->setMinimumHeight(fontMetrics().lineSpacing() * LongTextLines + 16);
    connect(m_text, &QPlainTextEdit::textChanged, this, &FieldEditor::edited);
}

void LongTextFieldEditor::setContent(const Value& value, const std::optional<QString>& badText) {
    const QString text = badText.value_or(toText(value, m_type));
    if (m_text->toPlainText() == text)
        return;
    const QSignalBlocker blocker(m_text);
    m_text->setPlainText(text);
}

EditorContent LongTextFieldEditor::content() const { return m_text->toPlainText(); }

void LongTextFieldEditor::setReadOnly(bool readOnly) { m_text->setReadOnly(readOnly); }

void LongTextFieldEditor::selectAll() { m_text->selectAll(); }

YesNoFieldEditor::YesNoFieldEditor(const BoundField& field, QWidget* parent)
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

void YesNoFieldEditor::setContent(const Value& value, const std::optional<QString>&) {
    const QSignalBlocker blocker(m_box);
    m_box->setTristate(value.kind() != Value::Kind::Boolean);
    if (value.kind() == Value::Kind::Boolean)
        m_box->setChecked(value.asBoolean());
    else
        m_box->setCheckState(Qt::PartiallyChecked);
}

EditorContent YesNoFieldEditor::content() const {
    if (m_box->checkState() == Qt::PartiallyChecked)
        return Value::null();
    return Value::boolean(m_box->isChecked());
}

void YesNoFieldEditor::setReadOnly(bool readOnly) { m_box->setEnabled(!readOnly); }

ListFieldEditor::ListFieldEditor(const BoundField& field, Workspace* workspace, QWidget* parent)
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
    connect(workspace, &Workspace::lookupsLoaded, this, &ListFieldEditor::fill);
    fill();
}

void ListFieldEditor::fill() {
    const QSignalBlocker blocker(m_box);
    m_box->clear();
    m_values.clear();
    const auto add = [this](const QString& label, const Value& value) {
        m_box->addItem(label);
        m_values.push_back(value);
    };
    add(QStringLiteral("–"), Value::null());
    if (m_field.definition.shownAs == ShownAs::Lookup) {
        for (const LookupStore::Entry& entry :
             m_workspace->lookup(m_field.definition.lookup)->entries())
            add(entry.shown, entry.stored);
    } else {
        for (const Choice& choice : m_field.definition.choices) {
            if (auto value = fromText(choice.stored, m_field.column.type))
                add(choice.label, *value);
        }
    }
    auto at = std::find(m_values.begin(), m_values.end(), m_value);
    if (at == m_values.end()) {
        // Stored, though it is none of the choices: it is shown and kept.
        add(tr("%1 (not in the list)").arg(m_workspace->shown(m_field, m_value)), m_value);
        at = m_values.end() - 1;
    }
    m_box->setCurrentIndex(static_cast<int>(std::distance(m_values.begin(), at)));
}

void ListFieldEditor::setContent(const Value& value, const std::optional<QString>&) {
    const auto at = std::find(m_values.begin(), m_values.end(), value);
    m_value = value;
    if (at == m_values.end())
        fill();
    else
        m_box->setCurrentIndex(static_cast<int>(std::distance(m_values.begin(), at)));
}

EditorContent ListFieldEditor::content() const {
    const int at = m_box->currentIndex();
    return at < 0 ? Value::null() : m_values[static_cast<size_t>(at)];
}

void ListFieldEditor::setReadOnly(bool readOnly) { m_box->setEnabled(!readOnly); }

void ListFieldEditor::openInCell() { m_box->showPopup(); }

PictureFieldEditor::PictureFieldEditor(QWidget* parent)
    : FieldEditor(parent)
    , m_label(new QLabel) {
    adopt(m_label);
    m_label->setProperty("role", "faint");
    m_label->setFocusPolicy(Qt::TabFocus);
}

void PictureFieldEditor::setContent(const Value& value, const std::optional<QString>&) {
    m_value = value;
    m_label->clear();
    if (value.isNull()) {
        m_label->setText(QStringLiteral("–"));
        return;
    }
    QPixmap picture;
    if (value.kind() == Value::Kind::Binary && picture.loadFromData(value.asBinary()))
        m_label->setPixmap(picture.height() > PictureHeight
                               ? picture.scaledToHeight(PictureHeight, Qt::SmoothTransformation)
                               : picture);
    else
        m_label->setText(tr("%1, not a picture").arg(toText(value, {})));
}

} // namespace gravin
