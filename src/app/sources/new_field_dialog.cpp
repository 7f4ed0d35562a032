// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sources/new_field_dialog.h"

#include "app/look/theme.h"
#include "core/base/text.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSpinBox>

namespace gravin {

namespace {
constexpr Distance DialogWidth(520);
constexpr Distance StatementHeight(84);
constexpr int LongestText = 10'000;
} // namespace

NewFieldDialog::NewFieldDialog(Workspace* workspace, const QString& table, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_table(table)
    , m_name(new QLineEdit)
    , m_kind(new QComboBox)
    , m_length(new QSpinBox)
    , m_reference(new QComboBox)
    , m_required(new QCheckBox(tr("Required from now on")))
    , m_statement(new QPlainTextEdit)
    , m_reason(new QLabel) {
    setObjectName(QStringLiteral("new-field-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("New field of %1").arg(table));
    setMinimumWidth(DialogWidth);
    m_name->setObjectName(QStringLiteral("field-name"));
    m_name->setPlaceholderText(tr("for example colour"));
    m_kind->setObjectName(QStringLiteral("field-kind"));
    for (const FieldKind kind : allFieldKinds()) {
        if (kind != FieldKind::GivenNumber)
            m_kind->addItem(fieldKindLabel(kind), static_cast<int>(kind));
    }
    m_length->setObjectName(QStringLiteral("field-length"));
    m_length->setRange(0, LongestText);
    m_length->setSpecialValueText(tr("the usual"));
    m_reference->setObjectName(QStringLiteral("field-reference"));
    m_required->setObjectName(QStringLiteral("field-required"));
    m_required->setToolTip(tr("The project asks for it when a record is added or changed. Records "
                              "that are there stay empty until then"));
    m_statement->setObjectName(QStringLiteral("field-statement"));
    m_statement->setAccessibleName(tr("What will run"));
    m_statement->setReadOnly(true);
    m_statement->setTabChangesFocus(true);
    m_statement->setFont(Theme::instance().monospace());
    m_statement->setFixedHeight(StatementHeight);
    m_reason->setObjectName(QStringLiteral("field-reason"));
    m_reason->setProperty("role", "faint");
    m_reason->setTextFormat(Qt::PlainText);
    m_reason->setWordWrap(true);
    offerTables();
    auto* form = new QFormLayout(this);
    form->addRow(tr("Name"), m_name);
    form->addRow(tr("Kind"), m_kind);
    form->addRow(tr("Length"), m_length);
    form->addRow(tr("Refers to"), m_reference);
    form->addRow(QString(), m_required);
    form->addRow(tr("What will run"), m_statement);
    form->addRow(m_reason);
    form->addRow(makeButtons());
    connect(m_name, &QLineEdit::textChanged, this, &NewFieldDialog::refresh);
    connect(m_kind, &QComboBox::currentIndexChanged, this, &NewFieldDialog::refresh);
    connect(m_length, &QSpinBox::valueChanged, this, &NewFieldDialog::refresh);
    connect(m_reference, &QComboBox::currentIndexChanged, this, &NewFieldDialog::refresh);
    refresh();
}

QWidget* NewFieldDialog::makeButtons() {
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    m_add = buttons->addButton(tr("Add the field"), QDialogButtonBox::AcceptRole);
    m_add->setObjectName(QStringLiteral("field-add"));
    m_add->setProperty("main", true);
    connect(buttons, &QDialogButtonBox::accepted, this, &NewFieldDialog::add);
    connect(buttons, &QDialogButtonBox::rejected, this, &NewFieldDialog::cancel);
    return buttons;
}

void NewFieldDialog::offerTables() {
    m_reference->addItem(tr("nothing"), QString());
    for (const Table& table : m_workspace->catalog().tables) {
        if (table.key.size() == 1 && table.kind == Table::Kind::Table)
            m_reference->addItem(table.name, table.name);
    }
}

FieldPlan NewFieldDialog::plan() const {
    FieldPlan plan;
    plan.name = m_name->text().trimmed();
    plan.kind = static_cast<FieldKind>(m_kind->currentData().toInt());
    if (m_length->isEnabled() && m_length->value() > 0)
        plan.length = m_length->value();
    plan.reference = m_reference->currentData().toString();
    return plan;
}

void NewFieldDialog::refresh() {
    const bool refers = !m_reference->currentData().toString().isEmpty();
    const auto kind = static_cast<FieldKind>(m_kind->currentData().toInt());
    m_kind->setEnabled(!refers);
    m_length->setEnabled(!refers && (kind == FieldKind::Text || kind == FieldKind::Decimal));
    const Table* table = m_workspace->catalog().table(m_table);
    QString reason = m_workspace->document()->reasonAgainstNewTable();
    if (reason.isEmpty() && !table)
        reason = tr("The table %1 is not there any more.").arg(m_table);
    const DraftStore* drafts = m_workspace->records()->draftsInUse(m_table);
    if (reason.isEmpty() && drafts && !drafts->all().isEmpty())
        reason = tr("Save or discard what is edited in %1 first.").arg(m_table);
    Result<QString> statement = QString();
    if (table)
        statement = addFieldStatement(*dialectFor(m_workspace->project().connection),
                                      m_workspace->catalog(), *table, plan());
    if (reason.isEmpty() && !statement)
        reason = statement.error().sentence;
    m_statement->setPlainText(statement && !statement->isEmpty() ? *statement + u';' : QString());
    m_reason->setText(reason);
    setStyleProperty(m_reason, "role", "faint");
    m_add->setEnabled(reason.isEmpty() && m_job == 0);
    m_add->setToolTip(reason);
}

void NewFieldDialog::add() {
    const FieldPlan field = plan();
    m_add->setEnabled(false);
    m_reason->setText(tr("Adding…"));
    m_job = m_workspace->writing()->addField(
        m_table, field, this, [this, field](const Result<QString>& said) {
            m_job = 0;
            if (said) {
                Q_EMIT added(field.name, m_required->isChecked(), *said);
                accept();
                return;
            }
            refresh();
            setStyleProperty(m_reason, "role", "problem");
            m_reason->setText((said.error().sentence + u' ' + said.error().detail).trimmed());
        });
}

// What runs is stopped first, and says so.
void NewFieldDialog::cancel() {
    if (m_job == 0)
        reject();
    else
        m_workspace->writing()->cancel(m_job);
}

} // namespace gravin
