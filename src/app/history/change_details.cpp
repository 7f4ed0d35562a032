// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/change_details.h"

#include "app/editors/picture_decoder.h"
#include "core/fitting/binding.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/value/text_form.h"
#include "session/workspace.h"

#include <QHeaderView>
#include <QIcon>

namespace gravin {

namespace {

// Shown at once; laying out thousands of lines takes seconds.
constexpr size_t RecordsAtOnce = 100;
// So few are read at once; many are opened as wished.
constexpr size_t MostOpened = 5;
constexpr QSize PictureSize(64, 64);

QString operationWord(Operation operation) {
    switch (operation) {
    case Operation::Insert:
        return ChangeDetails::tr("added");
    case Operation::Update:
        return ChangeDetails::tr("changed");
    case Operation::Delete:
        return ChangeDetails::tr("deleted");
    }
    return {};
}

QString orDash(const QString& text) { return text.isEmpty() ? QStringLiteral("–") : text; }

} // namespace

ChangeDetails::ChangeDetails(Workspace* workspace)
    : m_workspace(workspace) {
    setObjectName(QStringLiteral("change-details"));
    setAccessibleName(tr("Fields of the change"));
    setHeaderLabels({tr("Record and field"), tr("Before"), tr("After")});
    header()->setSectionResizeMode(QHeaderView::Stretch);
    setContextMenuPolicy(Qt::CustomContextMenu);
    const auto follow = [this](const QTreeWidgetItem* item) {
        if (item && item == m_more)
            QMetaObject::invokeMethod(this, &ChangeDetails::addMore, Qt::QueuedConnection);
    };
    connect(this, &QTreeWidget::itemActivated, this, follow);
    connect(this, &QTreeWidget::itemClicked, this, follow);
}

void ChangeDetails::setChange(const Result<CommittedChange>& change, const QString& trouble) {
    clear();
    m_more = nullptr;
    m_shown = 0;
    m_change = change ? *change : CommittedChange{};
    for (const QString& line : {trouble, change ? QString() : change.error().sentence}) {
        if (!line.isEmpty())
            addTopLevelItem(new QTreeWidgetItem({line}));
    }
    if (m_change.records.empty() && !m_change.note.isEmpty())
        addTopLevelItem(new QTreeWidgetItem({m_change.note}));
    addMore();
    if (m_change.records.size() <= MostOpened)
        expandAll();
}

void ChangeDetails::addMore() {
    delete std::exchange(m_more, nullptr);
    QList<QTreeWidgetItem*> items;
    const size_t end = std::min(m_shown + RecordsAtOnce, m_change.records.size());
    for (; m_shown < end; ++m_shown)
        items += recordItem(m_shown);
    if (m_shown < m_change.records.size()) {
        m_more = new QTreeWidgetItem(
            {tr("… and %1 more")
                 .arg(QLocale().toString(static_cast<qint64>(m_change.records.size() - m_shown)))});
        m_more->setToolTip(0, tr("Return or a click shows the next ones"));
        items += m_more;
    }
    addTopLevelItems(items);
    // Together, for each alone would lay everything out anew.
    for (QTreeWidgetItem* item : std::as_const(items))
        item->setFirstColumnSpanned(true);
}

std::optional<ChangeDetails::Part> ChangeDetails::currentPart() const {
    const QTreeWidgetItem* item = currentItem();
    if (!item || !item->data(0, Qt::UserRole).isValid())
        return std::nullopt;
    return Part{m_change.id, item->data(0, Qt::UserRole).toULongLong(),
                item->data(1, Qt::UserRole).toString()};
}

const RecordChange* ChangeDetails::recordOf(const Part& part) const {
    return part.change == m_change.id && part.index < m_change.records.size()
               ? &m_change.records[part.index]
               : nullptr;
}

QString ChangeDetails::shownValue(const QString& tableName, const QString& name,
                                  const Value& value) const {
    const Table* table = m_workspace->catalog().table(tableName);
    const Column* column = table ? table->column(name) : nullptr;
    const FieldDefinition* definition = m_workspace->project().definition(tableName, name);
    const QString shown = m_workspace->records()->shownOf(tableName, name, value);
    if (!column || !definition)
        return orDash(shown);
    const QString plain = m_workspace->project().form().text(value, column->type);
    // Of a lookup also what is stored.
    return !definition->lookup.table.isEmpty() && !value.isNull() && shown != plain
               ? tr("%1 (%2)").arg(shown, plain)
               : orDash(shown);
}

QString ChangeDetails::nameOf(const RecordChange& record) const {
    const Table* table = m_workspace->catalog().table(record.table);
    if (!table)
        return {};
    if (record.operation == Operation::Update)
        return m_workspace->records()->nameOf(record.table, record.keyAfter(table->key));
    const QString naming = namingColumn(*table);
    const Value value = record.after.value(naming, record.before.value(naming));
    return value.isNull() ? QString()
                          : m_workspace->records()->shownOf(record.table, naming, value);
}

QTreeWidgetItem* ChangeDetails::recordItem(size_t index) const {
    const RecordChange& record = m_change.records[index];
    const Table* table = m_workspace->catalog().table(record.table);
    const QString key = keyText(record.key, table ? table->keyTypes() : std::vector<ColumnType>{});
    const QString name = nameOf(record);
    const QString shown = name.isEmpty() ? tr("%1 %2").arg(record.table, key)
                                         : tr("%1 %2 · %3").arg(record.table, key, name);
    auto* item = new QTreeWidgetItem({tr("%1: %2").arg(shown, operationWord(record.operation))});
    item->setData(0, Qt::UserRole, QVariant::fromValue<qulonglong>(index));
    const FieldValues& fields =
        record.operation == Operation::Delete ? record.before : record.after;
    for (auto field = fields.keyBegin(); field != fields.keyEnd(); ++field)
        item->addChild(fieldItem(index, *field));
    return item;
}

QTreeWidgetItem* ChangeDetails::fieldItem(size_t index, const QString& column) const {
    const RecordChange& record = m_change.records[index];
    const auto text = [&](const FieldValues& values, Operation lacking) {
        return record.operation == lacking ? QStringLiteral("–")
                                           : shownValue(record.table, column, values.value(column));
    };
    auto* item = new QTreeWidgetItem({m_workspace->document()->rules(record.table).labelOf(column),
                                      text(record.before, Operation::Insert),
                                      text(record.after, Operation::Delete)});
    item->setData(0, Qt::UserRole, QVariant::fromValue<qulonglong>(index));
    item->setData(1, Qt::UserRole, column);
    for (const auto& [place, value] :
         {std::pair{1, record.before.value(column)}, std::pair{2, record.after.value(column)}}) {
        if (value.kind() != Value::Kind::Binary)
            continue;
        // A large one is told by its size.
        const auto icon = decodeSmallPicture(value.asBinary(), PictureSize);
        if (icon && !icon->image.isNull())
            item->setIcon(place, QIcon(QPixmap::fromImage(icon->image)));
    }
    return item;
}

} // namespace gravin
