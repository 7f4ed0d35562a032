// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/bulk/bulk_preview_view.h"

#include "app/look/theme.h"
#include "core/value/text_form.h"
#include "session/screen_binding.h"

#include <QHeaderView>
#include <QLabel>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr qsizetype MostSpreadValues = 6;
} // namespace

BulkPreviewView::BulkPreviewView(ScreenBinding* binding)
    : m_binding(binding)
    , m_spreads(new QLabel)
    , m_table(new QTableWidget(0, 4)) {
    m_spreads->setObjectName(QStringLiteral("bulk-spreads"));
    m_spreads->setProperty("role", "faint");
    m_spreads->setWordWrap(true);
    m_spreads->setTextFormat(Qt::PlainText);
    m_table->setObjectName(QStringLiteral("bulk-preview"));
    m_table->setAccessibleName(tr("What would change"));
    m_table->setHorizontalHeaderLabels({tr("Record"), tr("Field"), tr("Before"), tr("After")});
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_table->verticalHeader()->hide();
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setTabKeyNavigation(false);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_spreads);
    layout->addWidget(m_table, 1);
    connect(m_table, &QTableWidget::cellActivated, this, &BulkPreviewView::openRow);
}

void BulkPreviewView::setPreview(const std::shared_ptr<const BulkPreview>& preview) {
    m_table->setRowCount(0);
    m_rows.clear();
    m_spreads->clear();
    if (preview) {
        fillSpreads(*preview);
        fillTable(*preview);
    }
    m_spreads->setVisible(!m_spreads->text().isEmpty());
}

QString BulkPreviewView::labelOf(const QString& column) const {
    const BoundField* field = m_binding->screen().field(column);
    return field ? field->label() : column;
}

QString BulkPreviewView::nameOf(const Key& key) const {
    const QString name = m_binding->nameOf({key, 0});
    return name.isEmpty() ? keyText(key, m_binding->screen().table->keyTypes()) : name;
}

QString BulkPreviewView::shown(const QString& column, const Value& value) const {
    const BoundField* field = m_binding->screen().field(column);
    const QString text = field ? m_binding->workspace()->records()->shownBriefly(*field, value)
                               : m_binding->screen().form.text(value, ColumnType{});
    return text.isEmpty() ? QStringLiteral("–") : text;
}

QString BulkPreviewView::countsText(const QString& column,
                                    const QHash<Key, std::pair<qint64, qint64>>& counts) const {
    QStringList parts;
    for (auto value = counts.begin(); value != counts.end(); ++value)
        parts += tr("%1 %2 → %3")
                     .arg(shown(column, value.key()[0]), QLocale().toString(value->first),
                          QLocale().toString(value->second));
    parts.sort();
    return parts.join(QStringLiteral(", "));
}

// "Status: in service 40 → 43, stored 2 → 0", or "Day rate: 80.00 … 210.00 → 83.20 … 218.40, sum
// …".
QString BulkPreviewView::spreadText(const QString& column, const BulkSpread& spread) const {
    const QString label = labelOf(column);
    QHash<Key, std::pair<qint64, qint64>> counts;
    for (auto value = spread.valuesBefore.begin(); value != spread.valuesBefore.end(); ++value)
        counts[value.key()].first = *value;
    for (auto value = spread.valuesAfter.begin(); value != spread.valuesAfter.end(); ++value)
        counts[value.key()].second = *value;
    if (!counts.isEmpty() && counts.size() <= MostSpreadValues)
        return tr("%1: %2").arg(label, countsText(column, counts));
    if (spread.after.smallest.isNull())
        return tr("%1: %2 filled → %3 filled")
            .arg(label, QLocale().toString(spread.before.filled),
                 QLocale().toString(spread.after.filled));
    QString text =
        tr("%1: %2 … %3 → %4 … %5")
            .arg(label, shown(column, spread.before.smallest), shown(column, spread.before.largest),
                 shown(column, spread.after.smallest), shown(column, spread.after.largest));
    if (!spread.after.sum.isNull())
        text += tr(", sum %1 → %2")
                    .arg(shown(column, spread.before.sum), shown(column, spread.after.sum));
    return text;
}

void BulkPreviewView::fillSpreads(const BulkPreview& preview) {
    QStringList lines;
    for (auto spread = preview.spreads.begin(); spread != preview.spreads.end(); ++spread)
        lines += spreadText(spread.key(), *spread);
    m_spreads->setText(lines.join(u'\n'));
}

void BulkPreviewView::addRow(const Key& key, const QStringList& cells, bool isRefused) {
    const int row = m_table->rowCount();
    m_table->insertRow(row);
    m_rows.push_back(key);
    for (int column = 0; column < cells.size(); ++column) {
        auto* item = new QTableWidgetItem(cells[column]);
        item->setToolTip(cells[column]);
        if (isRefused)
            item->setForeground(Theme::instance().colours().problem);
        m_table->setItem(row, column, item);
    }
    if (isRefused)
        m_table->setSpan(row, 2, 1, 2);
}

// First what stands in the way, then what changes.
void BulkPreviewView::fillTable(const BulkPreview& preview) {
    for (const Problem& problem : preview.problems) {
        const auto key = keyFromText(problem.record, m_binding->screen().table->keyTypes());
        if (key)
            addRow(*key, {nameOf(*key), labelOf(problem.field), problem.message}, true);
    }
    for (const BulkStep& step : preview.steps) {
        for (auto field = step.after.begin(); field != step.after.end(); ++field)
            addRow(step.key,
                   {nameOf(step.key), labelOf(field.key()),
                    shown(field.key(), step.before.value(field.key())),
                    shown(field.key(), field.value())},
                   false);
    }
}

void BulkPreviewView::openRow(int row) {
    if (row >= 0 && static_cast<size_t>(row) < m_rows.size())
        m_binding->workspace()->records()->want(m_binding->screenId(),
                                                {m_rows[static_cast<size_t>(row)], 0});
}

} // namespace gravin
