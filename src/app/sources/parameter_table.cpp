// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sources/parameter_table.h"

#include "app/look/theme.h"

#include <QComboBox>
#include <QHeaderView>
#include <QScopedValueRollback>

#include <algorithm>

namespace gravin {

namespace {

constexpr int MostRowsShown = 4;
constexpr Distance NameWidthOfAsked(120);
constexpr Distance LabelWidthOfAsked(150);
constexpr Distance KindWidthOfAsked(150);

enum AskedColumn {
    AskedNameColumn,
    AskedLabelColumn,
    AskedKindColumn,
    AskedInitialColumn,
    AskedColumns
};

} // namespace

ParameterTable::ParameterTable(QWidget* parent)
    : QTableWidget(0, AskedColumns, parent) {
    setObjectName(QStringLiteral("query-parameters"));
    setAccessibleName(tr("What it asks for"));
    setHorizontalHeaderLabels({tr("Parameter"), tr("Label"), tr("Type"), tr("Begins with")});
    horizontalHeaderItem(AskedInitialColumn)
        ->setToolTip(tr("An expression, for example CURRENT_DATE - INTERVAL '30' DAY. Empty: "
                        "nothing is given."));
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    horizontalHeader()->setSectionResizeMode(AskedInitialColumn, QHeaderView::Stretch);
    setColumnWidth(AskedNameColumn, NameWidthOfAsked);
    setColumnWidth(AskedLabelColumn, LabelWidthOfAsked);
    setColumnWidth(AskedKindColumn, KindWidthOfAsked);
    verticalHeader()->hide();
    setProperty("role", "typed");
    connect(this, &QTableWidget::itemChanged, this, [this] {
        if (!m_filling)
            Q_EMIT edited();
    });
}

void ParameterTable::setParameters(const QList<SourceParameter>& parameters) {
    const QScopedValueRollback filling(m_filling, true);
    const QList<SourceParameter> typed = this->parameters();
    const bool isSame = std::equal(typed.begin(), typed.end(), parameters.begin(), parameters.end(),
                                   [](const auto& a, const auto& b) { return a == b; });
    if (isSame && rowCount() > 0)
        return;
    m_shown = parameters;
    setRowCount(0);
    setRowCount(static_cast<int>(parameters.size()));
    for (int row = 0; row < rowCount(); ++row)
        addRow(row, parameters[row]);
    const int lines = std::clamp(rowCount(), 1, MostRowsShown);
    setFixedHeight(horizontalHeader()->sizeHint().height() +
                   lines * verticalHeader()->defaultSectionSize() + 2 * frameWidth());
}

void ParameterTable::addRow(int row, const SourceParameter& parameter) {
    auto* name = new QTableWidgetItem(u':' + parameter.name);
    name->setFlags(Qt::ItemIsEnabled);
    setItem(row, AskedNameColumn, name);
    setItem(row, AskedLabelColumn, new QTableWidgetItem(parameter.label));
    setItem(row, AskedInitialColumn, new QTableWidgetItem(parameter.initial));
    auto* kind = new QComboBox;
    kind->setObjectName(QStringLiteral("parameter-kind-%1").arg(row));
    for (const TypeKind each : parameterKinds())
        kind->addItem(parameterKindLabel(each), static_cast<int>(each));
    kind->setCurrentIndex(kind->findData(static_cast<int>(parameter.kind)));
    connect(kind, &QComboBox::activated, this, &ParameterTable::edited);
    setCellWidget(row, AskedKindColumn, kind);
}

QList<SourceParameter> ParameterTable::parameters() const {
    QList<SourceParameter> typed = m_shown;
    for (int row = 0; row < rowCount() && row < typed.size(); ++row) {
        const auto* kind = static_cast<QComboBox*>(cellWidget(row, AskedKindColumn));
        typed[row].label = item(row, AskedLabelColumn)->text().trimmed();
        typed[row].initial = item(row, AskedInitialColumn)->text().trimmed();
        typed[row].kind = static_cast<TypeKind>(kind->currentData().toInt());
    }
    return typed;
}

} // namespace gravin
