// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/bulk/gaps_dialog.h"

#include "app/editors/field_editor.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/fitting/field_input.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance GapsWidth(680);
constexpr Distance GapsHeight(420);
constexpr Distance GapNameWidth(180);

QLabel* plainLabel(const QString& text, const char* role) {
    auto* label = new QLabel(text);
    label->setTextFormat(Qt::PlainText);
    label->setWordWrap(true);
    label->setProperty("role", role);
    return label;
}

} // namespace

GapsDialog::GapsDialog(Workspace* workspace, std::vector<Gap> gaps, QWidget* parent)
    : QDialog(parent)
    , m_gaps(std::move(gaps))
    , m_reason(plainLabel({}, "faint"))
    , m_goOn(new QPushButton(tr("Fill in and go on"))) {
    setObjectName(QStringLiteral("gaps-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("%1 first")
                       .arg(counted(static_cast<qint64>(m_gaps.size()), "value is needed",
                                    "values are needed")));
    resize(GapsWidth, GapsHeight);
    auto* part = new QWidget;
    auto* grid = new QGridLayout(part);
    grid->setColumnMinimumWidth(0, GapNameWidth);
    grid->setColumnStretch(1, 1);
    for (size_t i = 0; i < m_gaps.size(); ++i) {
        const Gap& gap = m_gaps[i];
        const int row = 2 * static_cast<int>(i);
        auto* editor = FieldEditor::create(gap.field, workspace, this);
        editor->setContent(gap.now, std::nullopt);
        editor->inner()->setAccessibleName(tr("%1 of %2").arg(gap.field.label(), gap.name));
        connect(editor, &FieldEditor::edited, this, &GapsDialog::refresh);
        m_editors.push_back(editor);
        grid->addWidget(plainLabel(gap.name + QStringLiteral(" · ") + gap.field.label(), ""), row,
                        0);
        grid->addWidget(editor, row, 1);
        grid->addWidget(plainLabel(gap.message, "problem"), row + 1, 1);
    }
    grid->setRowStretch(2 * static_cast<int>(m_gaps.size()), 1);
    auto* area = new QScrollArea;
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setWidget(part);
    m_goOn->setObjectName(QStringLiteral("gaps-go-on"));
    m_goOn->setProperty("main", true);
    m_goOn->setDefault(true);
    auto* cancel = new QPushButton(tr("Change nothing"));
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(m_goOn);
    buttons->addWidget(cancel);
    buttons->addWidget(m_reason, 1);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(
        plainLabel(tr("They are stored together with the change, as one change."), "faint"));
    layout->addWidget(area, 1);
    layout->addLayout(buttons);
    connect(m_goOn, &QPushButton::clicked, this, &QDialog::accept);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    refresh();
    m_editors.front()->inner()->setFocus();
}

Result<Value> GapsDialog::valueOf(size_t gap) const {
    const EditorContent content = m_editors[gap]->content();
    if (const QString* text = std::get_if<QString>(&content))
        return inputValue(m_gaps[gap].field, *text);
    return std::get<Value>(content);
}

void GapsDialog::refresh() {
    qint64 open = 0;
    QString reason;
    for (size_t i = 0; i < m_gaps.size(); ++i) {
        const auto value = valueOf(i);
        if (!value && reason.isEmpty())
            reason = value.error().sentence;
        const Value& now = m_gaps[i].now;
        const bool isOpen = !value || *value == now || (isEmptyValue(*value) && isEmptyValue(now));
        open += isOpen ? 1 : 0;
    }
    if (reason.isEmpty() && open > 0)
        reason = tr("%1 to fill in").arg(open);
    m_goOn->setEnabled(open == 0);
    m_goOn->setToolTip(reason);
    m_reason->setText(reason);
}

std::vector<GapsDialog::Filled> GapsDialog::filled() const {
    std::vector<Filled> filled;
    for (size_t i = 0; i < m_gaps.size(); ++i)
        filled.push_back({m_gaps[i].key, m_gaps[i].field.name(), m_gaps[i].now, *valueOf(i)});
    return filled;
}

} // namespace gravin
