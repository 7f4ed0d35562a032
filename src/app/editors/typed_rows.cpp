// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/typed_rows.h"

#include "app/look/theme.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QScopedValueRollback>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr Distance ExpressionWidth(380);
constexpr Distance TypedNameWidth(170);
constexpr Distance NarrowestHelp(480); // wrapped in less, it would ask for the height of a page
} // namespace

TypedRows::TypedRows(const Words& words, int expression, ExpressionField::Asks asks,
                     QWidget* parent)
    : QWidget(parent)
    , m_expression(expression)
    , m_table(new QTableWidget(0, static_cast<int>(words.heads.size())))
    , m_field(new ExpressionField(asks))
    , m_remove(new QPushButton(tr("Remove"))) {
    m_table->setObjectName(words.name);
    m_table->setAccessibleName(words.heads.front());
    m_table->setHorizontalHeaderLabels(words.heads);
    m_table->horizontalHeader()->setStretchLastSection(true);
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    for (int column = 0; column + 1 < words.heads.size(); ++column)
        m_table->horizontalHeader()->resizeSection(column, column == expression ? ExpressionWidth
                                                                                : TypedNameWidth);
    m_table->verticalHeader()->hide();
    m_table->setTabKeyNavigation(false);
    m_field->setName(words.name + QStringLiteral("-expression"));
    connect(m_table, &QTableWidget::itemChanged, this, [this] {
        if (!m_filling)
            Q_EMIT edited();
    });
    connect(m_table, &QTableWidget::itemSelectionChanged, this, &TypedRows::showChosen);
    connect(m_table, &QTableWidget::currentCellChanged, this, &TypedRows::showChosen);
    // Its expression is typed below.
    connect(m_table, &QTableWidget::itemActivated, this, [this](const QTableWidgetItem* item) {
        if (item->column() == m_expression)
            m_field->setFocus(Qt::OtherFocusReason);
    });
    connect(m_field, &ExpressionField::textChanged, this, &TypedRows::takeExpression);
    auto* add = new QPushButton(words.add);
    add->setObjectName(words.name + QStringLiteral("-add"));
    m_remove->setObjectName(words.name + QStringLiteral("-remove"));
    connect(add, &QPushButton::clicked, this, &TypedRows::addByHand);
    connect(m_remove, &QPushButton::clicked, this, &TypedRows::removeChosen);
    auto* help = new QLabel(words.help);
    help->setWordWrap(true);
    help->setMinimumWidth(NarrowestHelp);
    help->setProperty("role", "faint");
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(add);
    buttons->addWidget(m_remove);
    buttons->addStretch();
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(help);
    layout->addWidget(m_table, 1);
    layout->addLayout(buttons);
    layout->addWidget(m_field);
    showChosen();
}

void TypedRows::setTable(const Table& table, const ExpressionField::Sample& sample) {
    m_field->setTable(table);
    m_field->setSample(sample);
}

void TypedRows::addRow(const QStringList& texts) {
    const QScopedValueRollback filling(m_filling, true);
    const int row = m_table->rowCount();
    m_table->insertRow(row);
    for (int column = 0; column < m_table->columnCount(); ++column) {
        auto* item = new QTableWidgetItem(texts.value(column));
        if (column == m_expression) {
            item->setFont(Theme::instance().monospace());
            item->setFlags(item->flags() & ~Qt::ItemIsEditable);
        }
        m_table->setItem(row, column, item);
    }
}

void TypedRows::setRows(const QList<QStringList>& rows) {
    m_table->setRowCount(0);
    for (const QStringList& row : rows)
        addRow(row);
    choose(rows.isEmpty() ? -1 : 0);
}

void TypedRows::choose(int row) { m_table->setCurrentCell(row, row < 0 ? -1 : 0); }

// What is typed first is the expression where it stands first, else the name before it.
void TypedRows::addByHand() {
    addRow({});
    choose(m_table->rowCount() - 1);
    if (m_expression == 0)
        m_field->setFocus(Qt::OtherFocusReason);
    else
        m_table->editItem(m_table->currentItem());
}

void TypedRows::removeChosen() {
    m_table->removeRow(m_table->currentRow());
    showChosen();
    Q_EMIT edited();
}

void TypedRows::showChosen() {
    const QTableWidgetItem* item = m_table->item(m_table->currentRow(), m_expression);
    const QScopedValueRollback filling(m_filling, true);
    m_field->setEnabled(item != nullptr);
    m_remove->setEnabled(item != nullptr);
    m_remove->setToolTip(item ? QString() : tr("No row is chosen."));
    m_field->setText(item ? item->text() : QString());
}

void TypedRows::takeExpression() {
    QTableWidgetItem* item = m_table->item(m_table->currentRow(), m_expression);
    if (item && !m_filling)
        item->setText(m_field->text().replace(u'\n', u' '));
}

QList<QStringList> TypedRows::rows() const {
    QList<QStringList> rows;
    for (int row = 0; row < m_table->rowCount(); ++row) {
        QStringList texts;
        for (int column = 0; column < m_table->columnCount(); ++column) {
            const QTableWidgetItem* item = m_table->item(row, column);
            texts += item ? item->text().trimmed() : QString();
        }
        if (!texts.join(QString()).isEmpty())
            rows += texts;
    }
    return rows;
}

} // namespace gravin
