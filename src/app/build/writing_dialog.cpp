// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/writing_dialog.h"

#include "app/look/theme.h"
#include "core/fitting/written_through.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance WritingWidth(720);
constexpr Distance WritingHeight(620);
constexpr Distance KeysHeight(120);

enum UseColumn { UseOfColumn, UseParameterColumn, UseFieldColumn, UseColumns };

QString wordFor(Operation operation) {
    switch (operation) {
    case Operation::Insert:
        return WritingDialog::tr("Added by");
    case Operation::Update:
        return WritingDialog::tr("Changed by");
    case Operation::Delete:
        return WritingDialog::tr("Deleted by");
    }
    return {};
}

} // namespace

WritingDialog::WritingDialog(Workspace* workspace, const QString& table, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_table(*workspace->catalog().table(table))
    , m_uses(workspace->project().writtenThrough.value(table))
    , m_keys(nullptr)
    , m_parameters(new QTableWidget(0, UseColumns))
    , m_note(new QLabel)
    , m_set(new QPushButton(tr("Set"))) {
    setObjectName(QStringLiteral("writing-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("How records of %1 are written").arg(table));
    resize(WritingWidth, WritingHeight);
    auto* about = new QLabel(tr("Where a database forbids writing to its tables, it often has "
                                "routines that do it. Checks, the change log and rollback work "
                                "through them too."));
    about->setWordWrap(true);
    m_parameters->setObjectName(QStringLiteral("writing-parameters"));
    m_parameters->setAccessibleName(tr("What the routines get"));
    m_parameters->setHorizontalHeaderLabels({tr("Routine"), tr("Parameter"), tr("Gets the field")});
    m_parameters->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_parameters->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    m_parameters->verticalHeader()->hide();
    m_parameters->setSelectionMode(QAbstractItemView::NoSelection);
    m_parameters->setProperty("role", "typed");
    m_note->setObjectName(QStringLiteral("writing-note"));
    m_note->setTextFormat(Qt::PlainText);
    m_note->setWordWrap(true);
    m_note->setProperty("role", "problem");
    m_set->setObjectName(QStringLiteral("writing-set"));
    m_set->setProperty("main", true);
    m_set->setDefault(true);
    auto* form = new QFormLayout;
    if (m_table.isView())
        form->addRow(tr("Records are known by"), makeKeys());
    for (const Operation operation : {Operation::Insert, Operation::Update, Operation::Delete}) {
        auto* routines = new QComboBox;
        routines->setObjectName(QStringLiteral("writing-") + operationName(operation));
        routines->addItem(tr("the database itself"), QString());
        for (const Routine& routine : workspace->catalog().routines) {
            if (routine.answersRows)
                continue;
            routines->addItem(routine.name, routine.name);
            routines->setItemData(routines->count() - 1, routine.described(), Qt::ToolTipRole);
        }
        const QString now = m_uses.value(operation).routine;
        if (!now.isEmpty() && routines->findData(now) < 0)
            routines->addItem(tr("%1 (is not there)").arg(now), now);
        routines->setCurrentIndex(std::max(0, routines->findData(now)));
        connect(routines, &QComboBox::activated, this,
                [this, operation] { chooseRoutine(operation); });
        m_routines.insert(operation, routines);
        form->addRow(wordFor(operation), routines);
    }
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    buttons->addButton(m_set, QDialogButtonBox::AcceptRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &WritingDialog::apply);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(about);
    layout->addLayout(form);
    layout->addWidget(m_parameters, 1);
    layout->addWidget(m_note);
    layout->addWidget(buttons);
    fillParameters();
}

QWidget* WritingDialog::makeKeys() {
    m_keys = new QListWidget;
    m_keys->setObjectName(QStringLiteral("writing-keys"));
    m_keys->setAccessibleName(tr("Records are known by"));
    m_keys->setProperty("role", "marked");
    m_keys->setFixedHeight(KeysHeight);
    const QStringList now = m_workspace->project().viewKeys.value(m_table.name);
    for (const Column& column : m_table.stored().columns) {
        auto* item = new QListWidgetItem(column.name, m_keys);
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(now.contains(column.name) ? Qt::Checked : Qt::Unchecked);
    }
    connect(m_keys, &QListWidget::itemChanged, this, &WritingDialog::say);
    return m_keys;
}

void WritingDialog::chooseRoutine(Operation operation) {
    const QString chosen = m_routines[operation]->currentData().toString();
    if (chosen == m_uses.value(operation).routine)
        return;
    const Routine* routine = m_workspace->catalog().routine(chosen);
    if (routine)
        m_uses.insert(operation, proposedUse(*routine, m_table));
    else
        m_uses.remove(operation);
    fillParameters();
}

void WritingDialog::fillParameters() {
    m_parameters->setRowCount(0);
    for (auto use = m_uses.begin(); use != m_uses.end(); ++use) {
        const Routine* routine = m_workspace->catalog().routine(use->routine);
        if (!routine)
            continue;
        for (const Routine::Parameter& parameter : routine->parameters) {
            const int row = m_parameters->rowCount();
            m_parameters->insertRow(row);
            auto* of = new QTableWidgetItem(routine->name);
            of->setData(Qt::UserRole, static_cast<int>(use.key()));
            auto* named = new QTableWidgetItem(parameter.column.name);
            named->setToolTip(parameter.column.declaredType);
            for (QTableWidgetItem* item : {of, named})
                item->setFlags(Qt::ItemIsEnabled);
            m_parameters->setItem(row, UseOfColumn, of);
            m_parameters->setItem(row, UseParameterColumn, named);
            auto* fields = new QComboBox;
            fields->setObjectName(QStringLiteral("writing-field-%1-%2")
                                      .arg(operationName(use.key()), parameter.column.name));
            fields->addItem(parameter.mayBeLeftOut ? tr("none: its own value") : tr("none"),
                            QString());
            for (const Column& column : m_table.stored().columns)
                fields->addItem(column.name, column.name);
            fields->setCurrentIndex(
                std::max(0, fields->findData(use->columns.value(parameter.column.name))));
            connect(fields, &QComboBox::activated, this, &WritingDialog::takeParameters);
            m_parameters->setCellWidget(row, UseFieldColumn, fields);
        }
    }
    say();
}

void WritingDialog::takeParameters() {
    for (RoutineUse& use : m_uses)
        use.columns.clear();
    for (int row = 0; row < m_parameters->rowCount(); ++row) {
        const auto operation = static_cast<Operation>(
            m_parameters->item(row, UseOfColumn)->data(Qt::UserRole).toInt());
        const auto* fields = static_cast<QComboBox*>(m_parameters->cellWidget(row, UseFieldColumn));
        if (const QString column = fields->currentData().toString(); !column.isEmpty())
            m_uses[operation].columns.insert(m_parameters->item(row, UseParameterColumn)->text(),
                                             column);
    }
    say();
}

// What stands in the way of the first that cannot be, or what a view still needs.
void WritingDialog::say() {
    Table known = m_table;
    if (m_keys) {
        known.key.clear();
        for (int row = 0; row < m_keys->count(); ++row) {
            if (m_keys->item(row)->checkState() == Qt::Checked)
                known.key += m_keys->item(row)->text();
        }
    }
    QString reason;
    for (auto use = m_uses.begin(); use != m_uses.end() && reason.isEmpty(); ++use)
        reason = reasonAgainstUse(*use, use.key(), m_workspace->catalog(), known);
    const bool needsKey = known.key.isEmpty() && (m_keys || !m_uses.isEmpty());
    const bool canWrite = known.isWritableView || !m_uses.isEmpty();
    if (reason.isEmpty() && needsKey && canWrite)
        reason = m_keys ? tr("Say by which fields its records are known to change them.")
                        : tr("The table has no key by which records could be known.");
    // Without a key a view is read, which is no mistake.
    m_set->setEnabled(reason.isEmpty() || (m_uses.isEmpty() && m_keys));
    m_note->setText(m_keys && !canWrite && reason.isEmpty()
                        ? tr("Neither the engine nor a trigger writes this view: it can be written "
                             "through routines only.")
                        : reason);
    setStyleProperty(m_note, "role",
                     m_set->isEnabled() ? QStringLiteral("faint") : QStringLiteral("problem"));
}

void WritingDialog::apply() {
    QStringList keys;
    for (int row = 0; m_keys && row < m_keys->count(); ++row) {
        if (m_keys->item(row)->checkState() == Qt::Checked)
            keys += m_keys->item(row)->text();
    }
    m_workspace->document()->change(
        tr("how %1 is written").arg(m_table.name), [&](Project& project) {
            if (m_keys && keys.isEmpty())
                project.viewKeys.remove(m_table.name);
            else if (m_keys)
                project.viewKeys.insert(m_table.name, keys);
            // Nobody could say so while it was only read.
            const bool isWrittenNow = m_keys && !keys.isEmpty() && m_table.key.isEmpty();
            for (FieldDefinition& field : project.fields[m_table.name]) {
                const Column* column = m_table.column(field.column);
                if (isWrittenNow && column && !column->computed)
                    field.editable = Editable::Always;
            }
            if (project.fields[m_table.name].isEmpty())
                project.fields.remove(m_table.name);
            if (m_uses.isEmpty())
                project.writtenThrough.remove(m_table.name);
            else
                project.writtenThrough.insert(m_table.name, m_uses);
        });
    accept();
}

} // namespace gravin
