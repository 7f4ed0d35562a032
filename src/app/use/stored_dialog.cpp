// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/stored_dialog.h"

#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr QSize StoredSize(760, 480);
constexpr qsizetype MostBytesShown = 32;

// Text in quotes, so that blanks and the empty text are seen.
QString exactText(const Value& value, const ColumnType& type) {
    switch (value.kind()) {
    case Value::Kind::Null:
        return QStringLiteral("NULL");
    case Value::Kind::Text:
        return u'\'' + value.asText() + u'\'';
    case Value::Kind::Binary: {
        const QByteArray& bytes = value.asBinary();
        const QString hex = QString::fromLatin1(bytes.left(MostBytesShown).toHex(' '));
        return StoredDialog::tr("%1 bytes: %2").arg(bytes.size()).arg(hex) +
               (bytes.size() > MostBytesShown ? QStringLiteral(" …") : QString());
    }
    default:
        return toText(value, type);
    }
}

} // namespace

StoredDialog::StoredDialog(ScreenBinding* binding, const RecordId& id, QWidget* parent)
    : QDialog(parent)
    , m_binding(binding)
    , m_id(id)
    , m_state(new QLabel(tr("Reading…")))
    , m_table(new QTableWidget(0, 5)) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("stored-dialog"));
    setWindowTitle(tr("%1 as stored").arg(binding->nameOf(id)));
    resize(StoredSize);
    m_state->setObjectName(QStringLiteral("stored-state"));
    m_state->setProperty("role", "faint");
    m_state->setWordWrap(true);
    m_table->setObjectName(QStringLiteral("stored-values"));
    m_table->setAccessibleName(tr("Stored values"));
    m_table->setHorizontalHeaderLabels(
        {tr("Column"), tr("Type"), tr("Stored"), tr("Field"), tr("Shown here")});
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_table->horizontalHeader()->setStretchLastSection(true);
    m_table->verticalHeader()->hide();
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setTabKeyNavigation(false);
    m_table->setShowGrid(false);
    auto* again = new QPushButton(tr("Read again"));
    auto* close = new QPushButton(tr("Close"));
    close->setDefault(true);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(close);
    buttons->addWidget(again);
    buttons->addStretch();
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_state);
    layout->addWidget(m_table, 1);
    layout->addLayout(buttons);
    connect(again, &QPushButton::clicked, this, &StoredDialog::read);
    connect(close, &QPushButton::clicked, this, &QDialog::accept);
    read();
}

void StoredDialog::read() {
    m_state->setText(tr("Reading…"));
    m_binding->workspace()->database()->reader()->run<std::optional<Record>>(
        this,
        [table = m_binding->screen().table, key = m_id.key](Session& session) {
            return TableReader(session, *table).record(key);
        },
        [this](const Result<std::optional<Record>>& record) { setRecord(record); });
}

void StoredDialog::setRecord(const Result<std::optional<Record>>& record) {
    if (!record || !*record) {
        m_state->setText(record ? tr("The record is not stored any more.")
                                : record.error().sentence);
        m_table->setRowCount(0);
        return;
    }
    const Table& table = *m_binding->screen().table;
    m_state->setText(tr("Read from the database just now, key %1. Edits that are not saved stand "
                        "under “Shown here”.")
                         .arg(keyText((*record)->key, table.keyTypes())));
    m_table->setRowCount(0);
    for (int place = 0; place < table.columns.size(); ++place) {
        const Column& column = table.columns[place];
        if (column.isBeyond())
            continue; // another record's
        const int row = m_table->rowCount();
        m_table->insertRow(row);
        const BoundField* field = m_binding->screen().field(column.name);
        const auto shown = field ? m_binding->value(m_id, *field) : std::nullopt;
        const QStringList cells{
            column.name, column.declaredType,
            exactText((*record)->values[static_cast<size_t>(place)], column.type),
            field ? field->label() : tr("not on this screen"),
            field && shown ? m_binding->workspace()->records()->shown(*field, *shown) : QString()};
        for (int at = 0; at < cells.size(); ++at) {
            auto* item = new QTableWidgetItem(cells[at]);
            item->setToolTip(cells[at]);
            m_table->setItem(row, at, item);
        }
    }
    m_table->resizeColumnsToContents();
    for (int at = 0; at < m_table->columnCount() - 1; ++at)
        m_table->setColumnWidth(at, std::min(m_table->columnWidth(at) + 8, 220));
}

} // namespace gravin
