// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/import_mapping.h"

#include "core/base/visible_text.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDropEvent>
#include <QHeaderView>
#include <QMimeData>
#include <QSignalBlocker>

namespace gravin {

namespace {
// Its row, as text.
const QString DraggedColumn = QStringLiteral("application/x-gravin-column-of-a-file");
} // namespace

ImportMapping::ImportMapping(const BoundScreen& screen, QWidget* parent)
    : QTableWidget(0, 3, parent)
    , m_screen(screen) {
    setObjectName(QStringLiteral("import-mapping"));
    setAccessibleName(tr("Which column goes to which field"));
    setToolTip(tr("Choose the field, or drag a column onto the one whose field it is to have"));
    setHorizontalHeaderLabels({tr("Column of the file"), tr("Goes to"), tr("Finds the record")});
    verticalHeader()->setVisible(false);
    horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    setEditTriggers(QAbstractItemView::NoEditTriggers);
    setSelectionMode(QAbstractItemView::SingleSelection);
    setTabKeyNavigation(false);
    setDragDropMode(QAbstractItemView::DragDrop);
    setDragDropOverwriteMode(true);
}

void ImportMapping::show(const ImportSetUp& setUp, const QStringList& heads) {
    m_isShowing = true;
    setRowCount(0);
    setRowCount(static_cast<int>(heads.size()));
    for (int row = 0; row < heads.size(); ++row) {
        const QString column = setUp.columns.value(row);
        addHead(row, heads[row], column, !column.isEmpty() && setUp.match.contains(column));
    }
    resizeColumnToContents(0);
    resizeColumnToContents(2);
    m_isShowing = false;
}

void ImportMapping::addHead(int row, const QString& head, const QString& column, bool matches) {
    setItem(row, 0, new QTableWidgetItem(visibleText(head)));
    auto* fields = new QComboBox;
    fields->setObjectName(QStringLiteral("import-field-%1").arg(row));
    fields->setAccessibleName(tr("Field for %1").arg(head));
    fields->addItem(tr("(nothing)"), QString());
    for (const BoundField& field : m_screen.fields) {
        if (isImportable(field))
            fields->addItem(field.label(), field.name());
    }
    fields->setCurrentIndex(std::max(0, fields->findData(column)));
    setCellWidget(row, 1, fields);
    auto* match = new QCheckBox;
    match->setObjectName(QStringLiteral("import-match-%1").arg(row));
    match->setAccessibleName(tr("%1 finds the record").arg(head));
    match->setChecked(matches);
    match->setEnabled(!column.isEmpty());
    setCellWidget(row, 2, match);
    connect(fields, &QComboBox::currentIndexChanged, this, [this, row] { follow(row); });
    connect(match, &QCheckBox::toggled, this, [this] {
        if (!m_isShowing)
            Q_EMIT edited();
    });
}

// Another field does not find the record because the one before did.
void ImportMapping::follow(int row) {
    if (m_isShowing)
        return;
    const QSignalBlocker blocker(matchAt(row));
    matchAt(row)->setChecked(false);
    matchAt(row)->setEnabled(!fieldAt(row)->currentData().toString().isEmpty());
    Q_EMIT edited();
}

QStringList ImportMapping::mimeTypes() const { return {DraggedColumn}; }

QMimeData* ImportMapping::mimeData(const QList<QTableWidgetItem*>& items) const {
    auto* dragged = new QMimeData;
    dragged->setData(DraggedColumn,
                     QByteArray::number(items.isEmpty() ? -1 : items.front()->row()));
    return dragged;
}

void ImportMapping::dropEvent(QDropEvent* event) {
    const int from = event->mimeData()->data(DraggedColumn).toInt();
    const int to = rowAt(event->position().toPoint().y());
    event->setDropAction(Qt::IgnoreAction); // nothing moves but the fields
    event->accept();
    if (from < 0 || from >= rowCount() || to < 0 || from == to)
        return;
    m_isShowing = true;
    const int field = fieldAt(from)->currentIndex();
    const bool matches = matchAt(from)->isChecked();
    fieldAt(from)->setCurrentIndex(fieldAt(to)->currentIndex());
    matchAt(from)->setChecked(matchAt(to)->isChecked());
    fieldAt(to)->setCurrentIndex(field);
    matchAt(to)->setChecked(matches);
    for (const int row : {from, to})
        matchAt(row)->setEnabled(!fieldAt(row)->currentData().toString().isEmpty());
    m_isShowing = false;
    Q_EMIT edited();
}

QStringList ImportMapping::columns() const {
    QStringList columns;
    for (int row = 0; row < rowCount(); ++row)
        columns += fieldAt(row)->currentData().toString();
    return columns;
}

QStringList ImportMapping::match() const {
    QStringList match;
    for (int row = 0; row < rowCount(); ++row) {
        if (matchAt(row)->isChecked())
            match += fieldAt(row)->currentData().toString();
    }
    return match;
}

QComboBox* ImportMapping::fieldAt(int row) const {
    return static_cast<QComboBox*>(cellWidget(row, 1));
}

QCheckBox* ImportMapping::matchAt(int row) const {
    return static_cast<QCheckBox*>(cellWidget(row, 2));
}

} // namespace gravin
