// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/computed_panel.h"

#include "app/look/theme.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {
constexpr Distance ComputedPanelWidth(760);
constexpr Distance ComputedPanelHeight(460);
} // namespace

ComputedPanel::ComputedPanel(ScreenBinding* binding, const QString& column, QWidget* parent)
    : QDialog(parent)
    , m_binding(binding)

    , m_fields(binding->workspace()->project().computed.value(binding->tableName()))
    , m_rows(new TypedRows({QStringLiteral("computed"),
                            {tr("Name"), tr("Computed from")},
                            tr("Shown, sorted and filtered by like a column, and never written. "
                               "For example days_left, "
                               "computed from: due - CURRENT_DATE"),
                            tr("Add a computed field")},
                           1, ExpressionField::Asks::Value))
    , m_note(new QLabel)
    , m_set(new QPushButton(tr("Set"))) {
    setObjectName(QStringLiteral("computed-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Computed fields of %1").arg(table().name));
    resize(ComputedPanelWidth, ComputedPanelHeight);
    m_note->setObjectName(QStringLiteral("computed-note"));
    m_note->setProperty("role", "problem");
    m_note->setTextFormat(Qt::PlainText);
    m_note->setWordWrap(true);
    m_note->setMinimumHeight(QFontMetrics(m_note->font()).lineSpacing() * 2);
    m_set->setObjectName(QStringLiteral("computed-set"));
    m_set->setProperty("main", true);
    m_set->setDefault(true);
    for (QPushButton* button : m_rows->findChildren<QPushButton*>())
        button->setAutoDefault(false);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    buttons->addButton(m_set, QDialogButtonBox::AcceptRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &ComputedPanel::apply);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    m_rows->layout()->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_rows, 1);
    layout->addWidget(m_note);
    layout->addWidget(buttons);

    QList<QStringList> rows;
    int first = m_fields.isEmpty() ? -1 : 0;
    for (const ComputedField& field : std::as_const(m_fields)) {
        if (field.name == column)
            first = static_cast<int>(rows.size());
        rows += {field.name, field.expression};
    }
    m_rows->setRows(rows);
    m_rows->choose(first);
    connect(m_rows, &TypedRows::edited, this, &ComputedPanel::take);
    take();
    if (!column.isEmpty())
        m_rows->field()->setFocus(Qt::OtherFocusReason);
    else if (m_fields.isEmpty())
        QMetaObject::invokeMethod(m_rows, &TypedRows::addByHand, Qt::QueuedConnection);
}

void ComputedPanel::setSample(const ExpressionField::Sample& sample) {
    m_sample = sample;
    take();
}

void ComputedPanel::take() {
    QList<ComputedField> fields;
    Table known = table().stored();
    QString reason;
    for (const QStringList& row : m_rows->rows()) {
        // What a newer Gravin wrote beside stays with the field of this name.
        const auto former = std::find_if(m_fields.begin(), m_fields.end(),
                                         [&](const auto& each) { return each.name == row[0]; });
        fields += ComputedField{row[0], row[1],
                                former == m_fields.end() ? QByteArray() : former->unknown};
        if (const QString against = reasonAgainst(fields.back(), known); against.isEmpty())
            addComputedFields(known, {fields.back()});
        else if (reason.isEmpty())
            reason = row[0].isEmpty() ? against : tr("%1: %2").arg(row[0], against);
    }
    if (fields.size() > MostComputedFields)
        reason = tr("A table can have %1 computed fields.").arg(MostComputedFields);
    m_rows->setTable(known, m_sample);
    m_fields = fields;
    m_note->setText(reason);
    m_set->setEnabled(reason.isEmpty());
    m_set->setToolTip(reason);
}

void ComputedPanel::apply() {
    const QString tableName = table().name;
    m_binding->workspace()->document()->change(
        tr("computed fields of %1").arg(tableName), [&](Project& project) {
            const QList<ComputedField> before = project.computed.value(tableName);
            setComputed(project, tableName, m_fields);
            Screen* screen = project.screenById(m_binding->screenId());
            for (const ComputedField& field : std::as_const(m_fields)) {
                const bool isNew =
                    std::none_of(before.begin(), before.end(),
                                 [&](const auto& former) { return former.name == field.name; });
                if (screen && isNew && !screen->field(field.name))
                    screen->fields += ScreenField{field.name};
            }
        });
    accept();
}

} // namespace gravin
