// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lists/filter_panel.h"

#include "app/editors/expression_field.h"
#include "app/look/theme.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr Distance FilterWidth(420);
constexpr Distance FilterHeight(440);
constexpr int MostValues = 200;
constexpr size_t FewValues = 20;
} // namespace

FilterPanel::FilterPanel(ScreenBinding* binding, const QString& column, QWidget* parent)
    : QDialog(parent)
    , m_binding(binding)
    , m_field(new QComboBox)
    , m_kind(new QComboBox)
    , m_first(new QLineEdit)
    , m_second(new QLineEdit)
    , m_values(new QListWidget)
    , m_expression(new ExpressionField(ExpressionField::Asks::Condition))
    , m_reason(new QLabel)
    , m_apply(new QPushButton(tr("Filter")))
    , m_worker(startWorker(binding->workspace()->project().connection, Session::Access::ReadOnly)) {
    setObjectName(QStringLiteral("filter-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Filter %1").arg(binding->screen().screen.label));
    resize(FilterWidth, FilterHeight);
    makeForm();
    for (const BoundField& each : binding->fields()) {
        if (!filterKindsFor(each).isEmpty())
            m_field->addItem(each.label(), each.name());
    }
    m_field->addItem(tr("An expression…"), QString());
    m_expression->setTable(*binding->screen().table);
    connect(m_field, &QComboBox::currentIndexChanged, this, &FilterPanel::chooseField);
    connect(m_kind, &QComboBox::currentIndexChanged, this, &FilterPanel::chooseKind);
    connect(m_values, &QListWidget::itemChanged, this, &FilterPanel::refresh);
    connect(m_expression, &ExpressionField::textChanged, this, &FilterPanel::refresh);
    for (QLineEdit* text : {m_first, m_second})
        connect(text, &QLineEdit::textChanged, this, &FilterPanel::refresh);
    m_field->setCurrentIndex(std::max(0, m_field->findData(column)));
    chooseField();
    m_field->setFocus();
}

void FilterPanel::makeForm() {
    m_field->setObjectName(QStringLiteral("filter-field"));
    m_kind->setObjectName(QStringLiteral("filter-kind"));
    m_first->setObjectName(QStringLiteral("filter-first"));
    m_second->setObjectName(QStringLiteral("filter-second"));
    m_second->setPlaceholderText(tr("and"));
    m_values->setObjectName(QStringLiteral("filter-values"));
    m_values->setAccessibleName(tr("Values"));
    m_values->setProperty("role", "typed");
    m_expression->setName(QStringLiteral("filter-expression"));
    m_reason->setProperty("role", "faint");
    m_reason->setWordWrap(true);
    m_reason->setTextFormat(Qt::PlainText);
    m_reason->setMinimumHeight(QFontMetrics(m_reason->font()).lineSpacing());
    m_apply->setObjectName(QStringLiteral("filter-apply"));
    m_apply->setProperty("main", true);
    m_apply->setDefault(true);
    auto* form = new QFormLayout;
    form->addRow(tr("Field"), m_field);
    form->addRow(QString(), m_kind);
    form->addRow(QString(), m_first);
    form->addRow(QString(), m_second);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    buttons->addButton(m_apply, QDialogButtonBox::AcceptRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &FilterPanel::choose);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(form);
    layout->addWidget(m_values, 1);
    layout->addWidget(m_expression);
    layout->addStretch();
    layout->addWidget(m_reason);
    layout->addWidget(buttons);
}

const BoundField* FilterPanel::field() const {
    return m_binding->screen().field(m_field->currentData().toString());
}

void FilterPanel::chooseField() {
    {
        const QSignalBlocker quiet(m_kind);
        m_kind->clear();
        if (const BoundField* chosen = field()) {
            for (const FieldFilter::Kind kind : filterKindsFor(*chosen))
                m_kind->addItem(filterKindLabel(kind), static_cast<int>(kind));
        }
    }
    askValues();
    chooseKind();
}

void FilterPanel::chooseKind() {
    const auto kind = static_cast<FieldFilter::Kind>(m_kind->currentData().toInt());
    const bool hasField = field() != nullptr;
    const bool isListed = hasField && kind == FieldFilter::Kind::OneOf;
    const bool isTyped = hasField && !isListed && kind != FieldFilter::Kind::Empty &&
                         kind != FieldFilter::Kind::Filled;
    m_kind->setVisible(hasField);
    m_values->setVisible(isListed);
    m_first->setVisible(isTyped);
    m_second->setVisible(isTyped && kind == FieldFilter::Kind::Between);
    m_expression->setVisible(!hasField);
    refresh();
}

// The values that there are, in the background.
void FilterPanel::askValues() {
    m_values->clear();
    m_counts.clear();
    m_question.cancel();
    const BoundField* chosen = field();
    if (!chosen)
        return;
    m_question.run(
        m_worker.get(), this,
        [table = m_binding->screen().table, column = chosen->column](Session& session) {
            return valueCounts(session, *table, column, MostValues);
        },
        [this](const Result<std::vector<ValueCount>>& counts) {
            if (counts)
                showValues(*counts);
            else
                m_reason->setText(counts.error().sentence);
        });
}

void FilterPanel::showValues(const std::vector<ValueCount>& counts) {
    const BoundField* chosen = field();
    const QSignalBlocker quiet(m_values);
    m_counts = counts;
    for (const ValueCount& each : counts) {
        const QString text =
            each.value.isNull()
                ? tr("empty")
                : m_binding->workspace()->records()->shownBriefly(*chosen, each.value);
        auto* item =
            new QListWidgetItem(tr("%1 · %2").arg(text, QLocale().toString(each.count)), m_values);
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(Qt::Unchecked);
    }
    // Where nearly every record has a text of its own, nobody ticks one of them.
    const int contains = m_kind->findData(static_cast<int>(FieldFilter::Kind::Contains));
    const bool allDiffer = counts.size() > FewValues && counts.front().count == 1;
    if (allDiffer && contains >= 0 && m_kind->currentIndex() == 0)
        m_kind->setCurrentIndex(contains);
    refresh();
}

FieldFilter FilterPanel::filter() const {
    FieldFilter filter;
    filter.column = m_field->currentData().toString();
    filter.kind = static_cast<FieldFilter::Kind>(m_kind->currentData().toInt());
    filter.texts = {m_first->text(), m_second->text()};
    for (int row = 0; row < m_values->count(); ++row) {
        if (m_values->item(row)->checkState() == Qt::Checked)
            filter.values.push_back(m_counts[static_cast<size_t>(row)].value);
    }
    return filter;
}

Result<ListFilter> FilterPanel::result() const {
    const BoundField* chosen = field();
    if (!chosen) {
        const QString text = m_expression->text().trimmed();
        if (!m_expression->isGood())
            return Error{ErrorKind::Refused, tr("Write a condition.")};
        return ListFilter{{}, text, text};
    }
    const FieldFilter wanted = filter();
    auto condition = conditionOf(wanted, *chosen);
    if (!condition)
        return condition.error();
    return ListFilter{wanted.column,
                      wordsOf(wanted, *chosen,
                              [&](const Value& value) {
                                  return m_binding->workspace()->records()->shownBriefly(*chosen,
                                                                                         value);
                              }),
                      *condition};
}

void FilterPanel::refresh() {
    const auto wanted = result();
    m_apply->setEnabled(wanted.ok());
    m_reason->setText(wanted ? QString() : wanted.error().sentence);
    m_apply->setToolTip(m_reason->text());
}

void FilterPanel::choose() {
    if (const auto wanted = result()) {
        Q_EMIT chosen(*wanted);
        accept();
    }
}

} // namespace gravin
