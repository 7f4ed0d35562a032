// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/check_form.h"

#include "app/look/theme.h"
#include "core/fitting/check_rules.h"
#include "core/fitting/generation/screen_generator.h"

#include <QComboBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QSpinBox>
#include <QStandardItemModel>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr int NoLimit = -1;
constexpr int LongestText = 1'000'000;
constexpr Distance StagesHeight(136);
constexpr Distance LabelWidth(92);

// All labels are as wide, so that the fields of every page stand below each other.
QLabel* rowLabel(const QString& text, QWidget* buddy) {
    auto* label = new QLabel(text);
    label->setFixedWidth(LabelWidth); // that of all pages of kinds, one below the other
    label->setWordWrap(true);
    label->setBuddy(buddy);
    return label;
}

QSpinBox* limitBox(const QString& name) {
    auto* box = new QSpinBox;
    box->setObjectName(name);
    box->setRange(NoLimit, LongestText);
    box->setSpecialValueText(CheckForm::tr("no limit"));
    return box;
}

QListWidgetItem* tickItem(const QString& text, const QString& word, bool on) {
    auto* item = new QListWidgetItem(text);
    item->setData(Qt::UserRole, word);
    item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
    item->setCheckState(on ? Qt::Checked : Qt::Unchecked);
    return item;
}

QStringList ticked(const QListWidget& list) {
    QStringList words;
    for (int row = 0; row < list.count(); ++row) {
        if (list.item(row)->checkState() == Qt::Checked)
            words += list.item(row)->data(Qt::UserRole).toString();
    }
    return words;
}

} // namespace

CheckForm::CheckForm(ScreenBinding* binding, QWidget* parent)
    : QWidget(parent)
    , m_binding(binding)
    , m_kind(new QComboBox)
    , m_field(new QComboBox)
    , m_pages(new QWidget)
    , m_least(new QLineEdit)
    , m_most(new QLineEdit)
    , m_shortest(limitBox(QStringLiteral("check-shortest")))
    , m_longest(limitBox(QStringLiteral("check-longest")))
    , m_pattern(new QLineEdit)
    , m_values(new QLineEdit)
    , m_with(new QListWidget)
    , m_table(new QComboBox)
    , m_target(new QComboBox)
    , m_condition(new ExpressionField(ExpressionField::Asks::Check))
    , m_message(new QLineEdit)
    , m_severity(new QComboBox)
    , m_stages(new QListWidget)
    , m_inRuns(new QComboBox) {
    m_kind->setObjectName(QStringLiteral("check-kind"));
    m_field->setObjectName(QStringLiteral("check-field"));
    m_least->setObjectName(QStringLiteral("check-least"));
    m_most->setObjectName(QStringLiteral("check-most"));
    m_pattern->setObjectName(QStringLiteral("check-pattern"));
    m_values->setObjectName(QStringLiteral("check-values"));
    m_with->setObjectName(QStringLiteral("check-with"));
    m_table->setObjectName(QStringLiteral("check-table"));
    m_message->setObjectName(QStringLiteral("check-message"));
    m_severity->setObjectName(QStringLiteral("check-severity"));
    m_stages->setObjectName(QStringLiteral("check-stages"));
    for (const CheckKind kind : allCheckKinds())
        m_kind->addItem(checkLabel(kind), static_cast<int>(kind));
    const Table& table = *binding->screen().table;
    const TableRules rules = binding->workspace()->document()->rules(table.name);
    m_field->addItem(tr("the record as a whole"), QString());
    for (const Column& column : table.columns) {
        if (column.isBeyond())
            continue;
        m_field->addItem(rules.labelOf(column.name), column.name);
        m_with->addItem(tickItem(rules.labelOf(column.name), column.name, false));
    }
    m_condition->setTable(table);
    m_severity->addItem(tr("the record is not saved"), static_cast<int>(Severity::Stop));
    m_severity->addItem(tr("it is said, and saving once more lets it pass"),
                        static_cast<int>(Severity::Warn));
    m_inRuns->setObjectName(QStringLiteral("check-in-runs"));
    m_inRuns->setToolTip(tr("What a change of many records does with one that fails"));
    m_inRuns->addItem(tr("the change of all of them stops"), static_cast<int>(InRuns::Stop));
    m_inRuns->addItem(tr("the others are changed without it"), static_cast<int>(InRuns::LeaveOut));
    m_inRuns->addItem(tr("what is missing is asked for first"), static_cast<int>(InRuns::Ask));
    m_stages->setFixedHeight(StagesHeight);
    for (QListWidget* list : {m_stages, m_with})
        list->setProperty("role", "typed"); // rows as high as their ticks need
    makeKindPages();
    setStages({});

    auto* layout = new QFormLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addRow(rowLabel(tr("What"), m_kind), m_kind);
    layout->addRow(rowLabel(tr("Field"), m_field), m_field);
    layout->addRow(m_pages);
    layout->addRow(rowLabel(tr("Message"), m_message), m_message);
    layout->addRow(rowLabel(tr("If it fails"), m_severity), m_severity);
    layout->addRow(rowLabel(tr("Among many"), m_inRuns), m_inRuns);
    layout->addRow(rowLabel(tr("Asked"), m_stages), m_stages);
    watch();
}

void CheckForm::addKindPage(CheckKind kind, const QList<std::pair<QString, QWidget*>>& rows) {
    auto* page = new QWidget;
    page->setProperty("kind", static_cast<int>(kind));
    auto* layout = new QFormLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    for (const auto& [label, widget] : rows)
        layout->addRow(rowLabel(label, widget), widget);
    page->hide(); // until its kind is chosen: a page counts for the form's height
    m_pages->layout()->addWidget(page);
}

void CheckForm::makeKindPages() {
    m_least->setPlaceholderText(tr("a value, or another field"));
    m_most->setPlaceholderText(tr("empty: no limit"));
    m_pattern->setFont(Theme::instance().monospace());
    m_pattern->setPlaceholderText(tr("a regular expression: [A-Z]{2}-[0-9]{3}"));
    m_values->setPlaceholderText(tr("stored values with semicolons between: red; green"));
    for (const Table& table : m_binding->workspace()->catalog().tables)
        m_table->addItem(table.name);
    auto* pages = new QVBoxLayout(m_pages);
    pages->setContentsMargins(0, 0, 0, 0);
    addKindPage(CheckKind::Range, {{tr("At least"), m_least}, {tr("At most"), m_most}});
    addKindPage(CheckKind::Length, {{tr("At least"), m_shortest}, {tr("At most"), m_longest}});
    addKindPage(CheckKind::Pattern, {{tr("Reads"), m_pattern}});
    addKindPage(CheckKind::OneOf, {{tr("Values"), m_values}});
    addKindPage(CheckKind::Unique, {{tr("Together with"), m_with}});
    addKindPage(CheckKind::Reference, {{tr("Table"), m_table}, {tr("Column"), m_target}});
    addKindPage(CheckKind::Condition, {{tr("Must hold"), m_condition}});
    connect(m_table, &QComboBox::currentTextChanged, this, &CheckForm::fillTargets);
}

void CheckForm::fillTargets() {
    m_target->clear();
    if (const Table* table = m_binding->workspace()->catalog().table(m_table->currentText())) {
        for (const Column& column : table->columns) {
            if (!column.isBeyond())
                m_target->addItem(column.name);
        }
        m_target->setCurrentText(table->key.value(0));
    }
}

void CheckForm::watch() {
    for (QLineEdit* edit : {m_least, m_most, m_pattern, m_values, m_message})
        connect(edit, &QLineEdit::textEdited, this, &CheckForm::report);
    for (QComboBox* box : {m_kind, m_field, m_table, m_target, m_severity})
        connect(box, &QComboBox::currentIndexChanged, this, &CheckForm::report);
    for (QSpinBox* box : {m_shortest, m_longest})
        connect(box, &QSpinBox::valueChanged, this, &CheckForm::report);
    for (QListWidget* list : {m_with, m_stages})
        connect(list, &QListWidget::itemChanged, this, &CheckForm::report);
    connect(m_condition, &ExpressionField::textChanged, this, &CheckForm::report);
    connect(m_inRuns, &QComboBox::currentIndexChanged, this, &CheckForm::report);
}

void CheckForm::report() {
    if (m_filling)
        return;
    showKind();
    Q_EMIT edited();
}

// Only what the kind can be about can be chosen.
void CheckForm::offerFields(CheckKind kind) {
    auto* items = qobject_cast<QStandardItemModel*>(m_field->model());
    for (int row = 0; items && row < m_field->count(); ++row) {
        const Column* column = m_binding->screen().table->column(m_field->itemData(row).toString());
        const bool fits = column ? canBeAbout(kind, *column) : kind == CheckKind::Condition;
        items->item(row)->setEnabled(fits);
    }
}

// The page of the kind, and the message that would be said.
void CheckForm::showKind() {
    const Check now = check();
    for (auto* page : m_pages->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly))
        page->setVisible(page->property("kind").toInt() == static_cast<int>(now.kind));
    m_pages->setVisible(now.kind != CheckKind::Required);
    offerFields(now.kind);
    layout()->invalidate(); // it remembers the height of the page before
    updateGeometry();
    const Table& table = *m_binding->screen().table;
    const TableRules rules = m_binding->workspace()->document()->rules(table.name);
    m_message->setPlaceholderText(proposedMessage(
        now, table, [&](const QString& column) { return rules.labelOf(column); },
        m_binding->screen().form));
}

void CheckForm::setStages(const QList<Stage>& stages) {
    const QStringList before = ticked(*m_stages);
    const bool wasFilling = std::exchange(m_filling, true);
    m_stages->clear();
    const auto add = [&](const QString& text, const QString& word) {
        m_stages->addItem(tickItem(text, word, before.contains(word)));
    };
    add(tr("when a record is added"), stage::Insert);
    add(tr("when a record is changed"), stage::Update);
    add(tr("when a picture or file is attached"), stage::Picture);
    add(tr("when it is signed"), stage::Signature);
    add(tr("before printing"), stage::Output);
    for (const Stage& each : stages)
        add(tr("at the stage %1").arg(each.name), each.name);
    m_filling = wasFilling;
}

void CheckForm::focusFirst() {
    const auto kind = static_cast<CheckKind>(m_kind->currentData().toInt());
    QWidget* first = kind == CheckKind::Condition ? static_cast<QWidget*>(m_condition) : m_field;
    first->setFocus(Qt::OtherFocusReason);
}

void CheckForm::setSample(const ExpressionField::Sample& sample) { m_condition->setSample(sample); }

ColumnType CheckForm::typeOf(const QString& columnName) const {
    const Column* column = m_binding->screen().table->column(columnName);
    return column ? column->type : ColumnType{};
}

void CheckForm::setCheck(const Check& check) {
    m_filling = true;
    m_check = check;
    m_kind->setCurrentIndex(m_kind->findData(static_cast<int>(check.kind)));
    m_field->setCurrentIndex(std::max(0, m_field->findData(check.column)));
    // Bounds and values are kept in plain form, whoever reads them.
    const ColumnType type = typeOf(check.column);
    const LocaleForm& form = m_binding->screen().form;
    m_least->setText(form.shownText(check.least, type));
    m_most->setText(form.shownText(check.most, type));
    m_shortest->setValue(check.shortest);
    m_longest->setValue(check.longest);
    m_pattern->setText(check.pattern);
    QStringList values;
    for (const QString& value : check.values)
        values += form.shownText(value, type);
    m_values->setText(values.join(QStringLiteral("; ")));
    for (int row = 0; row < m_with->count(); ++row) {
        QListWidgetItem* item = m_with->item(row);
        const bool on = check.with.contains(item->data(Qt::UserRole).toString());
        item->setCheckState(on ? Qt::Checked : Qt::Unchecked);
    }
    m_table->setCurrentText(check.table);
    fillTargets();
    if (!check.target.isEmpty())
        m_target->setCurrentText(check.target);
    m_condition->setText(check.condition);
    m_message->setText(check.message);
    m_severity->setCurrentIndex(m_severity->findData(static_cast<int>(check.severity)));
    m_inRuns->setCurrentIndex(m_inRuns->findData(static_cast<int>(check.inRuns)));
    const QStringList stages =
        check.stages.isEmpty() ? QStringList{stage::Insert, stage::Update} : check.stages;
    for (int row = 0; row < m_stages->count(); ++row) {
        QListWidgetItem* item = m_stages->item(row);
        const bool on = stages.contains(item->data(Qt::UserRole).toString());
        item->setCheckState(on ? Qt::Checked : Qt::Unchecked);
    }
    m_filling = false;
    showKind();
}

Check CheckForm::check() const {
    Check check;
    check.kind = static_cast<CheckKind>(m_kind->currentData().toInt());
    check.column = m_field->currentData().toString();
    const ColumnType type = typeOf(check.column);
    const LocaleForm& form = m_binding->screen().form;
    switch (check.kind) {
    case CheckKind::Range:
        check.least = form.plainText(m_least->text().trimmed(), type);
        check.most = form.plainText(m_most->text().trimmed(), type);
        break;
    case CheckKind::Length:
        check.shortest = m_shortest->value();
        check.longest = m_longest->value();
        break;
    case CheckKind::Pattern:
        check.pattern = m_pattern->text();
        break;
    case CheckKind::OneOf:
        for (const QString& value : m_values->text().split(u';', Qt::SkipEmptyParts))
            check.values += form.plainText(value.trimmed(), type);
        break;
    case CheckKind::Unique:
        check.with = ticked(*m_with);
        check.with.removeAll(check.column);
        break;
    case CheckKind::Reference:
        check.table = m_table->currentText();
        check.target = m_target->currentText();
        break;
    case CheckKind::Condition:
        check.condition = m_condition->text().trimmed();
        break;
    case CheckKind::Required:
        break;
    }
    check.message = m_message->text().trimmed();
    check.severity = static_cast<Severity>(m_severity->currentData().toInt());
    check.inRuns = static_cast<InRuns>(m_inRuns->currentData().toInt());
    check.stages = ticked(*m_stages);
    if (check.stages == QStringList{stage::Insert, stage::Update})
        check.stages.clear();
    check.unknown = m_check.unknown;
    return check;
}

} // namespace gravin
