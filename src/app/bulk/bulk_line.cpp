// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/bulk/bulk_line.h"

#include "app/editors/expression_field.h"
#include "app/editors/field_editor.h"
#include "core/fitting/field_input.h"
#include "core/value/text_form.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QStackedWidget>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

using Kept = KeptBulkUpdate::Line;

// Of the height of what it shows, not of its tallest page.
class LowStack : public QStackedWidget {
public:
    QSize sizeHint() const override {
        return currentWidget() ? currentWidget()->sizeHint() : QSize();
    }
    QSize minimumSizeHint() const override {
        return currentWidget() ? currentWidget()->minimumSizeHint() : QSize();
    }
};

} // namespace

BulkLine::BulkLine(ScreenBinding* binding, const QList<BoundField>& fields, int number,
                   QWidget* parent)
    : QWidget(parent)
    , m_binding(binding)
    , m_choice(fields)
    , m_fields(new QComboBox)
    , m_how(new QComboBox)
    , m_contents(new LowStack)
    , m_valuePlace(new QWidget)
    , m_expression(new ExpressionField(ExpressionField::Asks::Value))
    , m_find(new QLineEdit)
    , m_with(new QLineEdit)
    , m_findKind(new QComboBox)
    , m_remove(new QToolButton) {
    const QString suffix = number > 1 ? QStringLiteral("-%1").arg(number) : QString();
    m_fields->setObjectName(QStringLiteral("bulk-field") + suffix);
    m_fields->setAccessibleName(tr("Field to change"));
    for (const BoundField& each : std::as_const(m_choice))
        m_fields->addItem(each.label());
    m_how->setObjectName(QStringLiteral("bulk-how") + suffix);
    m_how->setAccessibleName(tr("What it gets"));
    m_how->addItems({tr("gets the value"), tr("gets the result of"), tr("with text replaced"),
                     tr("becomes empty")});
    m_expression->setName(QStringLiteral("bulk-expression") + suffix);
    m_expression->setTable(*binding->screen().table);
    auto* valueLayout = new QVBoxLayout(m_valuePlace);
    valueLayout->setContentsMargins(0, 0, 0, 0);
    m_contents->addWidget(m_valuePlace);
    m_contents->addWidget(m_expression);
    m_contents->addWidget(makeReplacing(suffix));
    m_contents->addWidget(new QWidget);
    m_remove->setObjectName(QStringLiteral("bulk-remove") + suffix);
    m_remove->setText(QStringLiteral("×"));
    m_remove->setToolTip(tr("Leave this field as it is"));
    m_remove->setAccessibleName(m_remove->toolTip());
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_fields, 0, Qt::AlignTop);
    layout->addWidget(m_how, 0, Qt::AlignTop);
    layout->addWidget(m_contents, 1);
    layout->addWidget(m_remove, 0, Qt::AlignTop);

    connect(m_fields, &QComboBox::currentIndexChanged, this, &BulkLine::changeField);
    connect(m_how, &QComboBox::currentIndexChanged, this, [this](int how) {
        m_contents->setCurrentIndex(how);
        m_touched = how != static_cast<int>(Kept::Gets::Value);
        m_contents->updateGeometry();
        Q_EMIT changed();
    });
    connect(m_expression, &ExpressionField::textChanged, this, &BulkLine::changed);
    connect(m_remove, &QToolButton::clicked, this, &BulkLine::removeRequested);
    changeField();
}

QWidget* BulkLine::makeReplacing(const QString& suffix) {
    m_find->setObjectName(QStringLiteral("bulk-find") + suffix);
    m_find->setPlaceholderText(tr("Text to find"));
    m_find->setAccessibleName(tr("Text to find"));
    m_with->setObjectName(QStringLiteral("bulk-with") + suffix);
    m_with->setPlaceholderText(tr("What stands there instead"));
    m_with->setAccessibleName(tr("What stands there instead"));
    m_findKind->setObjectName(QStringLiteral("bulk-find-kind") + suffix);
    m_findKind->setAccessibleName(tr("How the text is found"));
    m_findKind->addItems({tr("as it stands"), tr("in any case"), tr("as a pattern")});
    m_findKind->setItemData(
        static_cast<int>(Kept::Found::Pattern),
        tr("A regular expression; \\1 stands for what the first bracket caught"), Qt::ToolTipRole);
    auto* replacing = new QWidget;
    auto* layout = new QHBoxLayout(replacing);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_find, 1);
    layout->addWidget(m_with, 1);
    layout->addWidget(m_findKind);
    for (QLineEdit* edit : {m_find, m_with})
        connect(edit, &QLineEdit::textChanged, this, &BulkLine::changed);
    connect(m_findKind, &QComboBox::currentIndexChanged, this, &BulkLine::changed);
    return replacing;
}

const BoundField& BulkLine::field() const {
    return m_choice[std::max(0, m_fields->currentIndex())];
}

QString BulkLine::column() const { return field().name(); }

void BulkLine::setField(const QString& column) {
    for (int i = 0; i < m_choice.size(); ++i) {
        if (m_choice[i].name() == column)
            m_fields->setCurrentIndex(i);
    }
}

void BulkLine::setHow(Kept::Gets how) { m_how->setCurrentIndex(static_cast<int>(how)); }

void BulkLine::setExpression(const QString& text) {
    setHow(Kept::Gets::Expression);
    m_expression->setText(text);
}

void BulkLine::setRemovable(bool removable) { m_remove->setVisible(removable); }

void BulkLine::setSample(const QMap<QString, Value>& sample) { m_expression->setSample(sample); }

void BulkLine::focusField() { m_fields->setFocus(Qt::OtherFocusReason); }

void BulkLine::changeField() {
    delete m_editor;
    m_editor = FieldEditor::create(field(), m_binding->workspace(), m_valuePlace);
    m_editor->setContent(Value(), std::nullopt);
    m_valuePlace->layout()->addWidget(m_editor);
    m_touched = m_how->currentIndex() != static_cast<int>(Kept::Gets::Value);
    connect(m_editor, &FieldEditor::edited, this, [this] {
        m_touched = true;
        Q_EMIT changed();
    });
    setTabOrder(m_how, m_editor->inner());
    const bool isText = field().column.type.kind == TypeKind::Text;
    if (!isText && m_how->currentIndex() == static_cast<int>(Kept::Gets::Replaced))
        setHow(Kept::Gets::Value);
    Q_EMIT changed();
}

Result<KeptBulkUpdate::Line> BulkLine::said() const {
    // An untouched line would mean to empty the field.
    if (!m_touched)
        return Error{ErrorKind::Usage, tr("Say what %1 gets.").arg(field().label())};
    Kept kept{column(), static_cast<Kept::Gets>(m_how->currentIndex())};
    switch (kept.gets) {
    case Kept::Gets::Value: {
        const EditorContent content = m_editor->content();
        const QString* text = std::get_if<QString>(&content);
        const auto value = text ? inputValue(field(), *text) : std::get<Value>(content);
        if (!value)
            return value.error();
        if (value->isNull())
            kept.gets = Kept::Gets::Nothing;
        else
            kept.text = toText(*value, field().column.type);
        break;
    }
    case Kept::Gets::Expression:
        kept.text = m_expression->text();
        break;
    case Kept::Gets::Replaced:
        kept.text = m_find->text();
        kept.with = m_with->text();
        kept.found = static_cast<Kept::Found>(m_findKind->currentIndex());
        break;
    case Kept::Gets::Nothing:
        break;
    }
    return kept;
}

void BulkLine::say(const Kept& kept) {
    setField(kept.column);
    setHow(kept.gets);
    switch (kept.gets) {
    case Kept::Gets::Value:
        if (const auto value = fromText(kept.text, field().column.type))
            m_editor->setContent(*value, std::nullopt);
        break;
    case Kept::Gets::Expression:
        m_expression->setText(kept.text);
        break;
    case Kept::Gets::Replaced:
        m_find->setText(kept.text);
        m_with->setText(kept.with);
        m_findKind->setCurrentIndex(static_cast<int>(kept.found));
        break;
    case Kept::Gets::Nothing:
        break;
    }
    m_touched = true;
    Q_EMIT changed();
}

Status BulkLine::addTo(BulkValues& values) const {
    const auto kept = said();
    if (!kept)
        return kept.error();
    // What no text form can say, a picture, goes as the value that it is.
    if (kept->gets == Kept::Gets::Value && field().column.type.kind == TypeKind::Binary) {
        const EditorContent content = m_editor->content();
        if (const Value* value = std::get_if<Value>(&content))
            values.put.insert(column(), *value);
        return ok();
    }
    return gravin::addTo(values, *kept, *m_binding->screen().table, field().label());
}

} // namespace gravin
