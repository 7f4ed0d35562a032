// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/bulk/bulk_line.h"

#include "app/editors/expression_field.h"
#include "app/editors/field_editor.h"
#include "core/project/field_input.h"

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

enum class FindKind { Plain, AnyCase, Pattern };

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
        m_touched = how != static_cast<int>(How::Value);
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
        static_cast<int>(FindKind::Pattern),
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

void BulkLine::setHow(How how) { m_how->setCurrentIndex(static_cast<int>(how)); }

void BulkLine::setExpression(const QString& text) {
    setHow(How::Expression);
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
    m_touched = m_how->currentIndex() != static_cast<int>(How::Value);
    connect(m_editor, &FieldEditor::edited, this, [this] {
        m_touched = true;
        Q_EMIT changed();
    });
    setTabOrder(m_how, m_editor->inner());
    const bool isText = field().column.type.kind == TypeKind::Text;
    if (!isText && m_how->currentIndex() == static_cast<int>(How::Replace))
        setHow(How::Value);
    Q_EMIT changed();
}

Status BulkLine::addTo(BulkValues& values) const {
    const QString name = column();
    if (values.put.contains(name) || values.set.contains(name) || values.replace.contains(name))
        return Error{ErrorKind::Usage, tr("%1 stands in two lines.").arg(field().label())};
    // An untouched line would mean to empty the field.
    if (!m_touched)
        return Error{ErrorKind::Usage, tr("Say what %1 gets.").arg(field().label())};
    switch (static_cast<How>(m_how->currentIndex())) {
    case How::Value: {
        const EditorContent content = m_editor->content();
        if (const QString* text = std::get_if<QString>(&content)) {
            auto read = inputValue(field(), *text);
            if (!read)
                return read.error();
            values.put.insert(name, *read);
        } else {
            values.put.insert(name, std::get<Value>(content));
        }
        return done();
    }
    case How::Expression: {
        auto bound = bindExpression(m_expression->text(), *m_binding->screen().table);
        if (!bound)
            return Error{ErrorKind::Usage, bound.error().sentence};
        values.set.insert(name, *bound);
        return done();
    }
    case How::Replace: {
        if (field().column.type.kind != TypeKind::Text)
            return Error{
                ErrorKind::Usage,
                tr("%1 is no text in which something could be replaced.").arg(field().label())};
        if (m_find->text().isEmpty())
            return Error{ErrorKind::Usage, tr("Write the text that is to be found.")};
        const auto kind = static_cast<FindKind>(m_findKind->currentIndex());
        BulkReplacement replacement;
        replacement.find = m_find->text();
        replacement.with = m_with->text();
        if (kind == FindKind::AnyCase)
            replacement.matches = Qt::CaseInsensitive;
        if (kind == FindKind::Pattern) {
            replacement.pattern.emplace(m_find->text(),
                                        QRegularExpression::UseUnicodePropertiesOption);
            if (!replacement.pattern->isValid())
                return Error{ErrorKind::Usage,
                             tr("This is no pattern: %1").arg(replacement.pattern->errorString())};
        }
        values.replace.insert(name, replacement);
        return done();
    }
    case How::Empty: {
        const bool isText = field().column.type.kind == TypeKind::Text;
        values.put.insert(name, field().column.nullable || !isText
                                    ? Value::null()
                                    : Value::text(QStringLiteral("")));
        return done();
    }
    }
    return done();
}

} // namespace gravin
