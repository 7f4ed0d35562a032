// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/routine_question.h"

#include "app/look/theme.h"
#include "core/fitting/generation/screen_generator.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance QuestionWidth(460);

QList<GivenParameter> asksOf(const QList<Routine::Parameter>& asked) {
    QList<GivenParameter> given;
    for (const Routine::Parameter& each : asked)
        given +=
            GivenParameter{each.column.name, labelFromName(each.column.name), each.column.type, {}};
    return given;
}

QLabel* wrapped(const QString& text) {
    auto* label = new QLabel(text);
    label->setTextFormat(Qt::PlainText);
    label->setWordWrap(true);
    return label;
}

} // namespace

RoutineQuestion::RoutineQuestion(Workspace* workspace, const QString& title, const QString& note,
                                 const QList<Routine::Parameter>& asked, QWidget* parent)
    : QDialog(parent)
    , m_fields(new AskedFields(workspace, asksOf(asked), Qt::Vertical))
    , m_reason(wrapped({})) {
    setObjectName(QStringLiteral("routine-question"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(title);
    setMinimumWidth(QuestionWidth);
    m_reason->setObjectName(QStringLiteral("routine-reason"));
    m_reason->setProperty("role", "problem");
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    QPushButton* yes = buttons->addButton(QString(title).replace(u'&', QStringLiteral("&&")),
                                          QDialogButtonBox::AcceptRole);
    yes->setObjectName(QStringLiteral("routine-run"));
    yes->setProperty("main", true);
    yes->setDefault(true);
    auto* layout = new QVBoxLayout(this);
    layout->setSpacing(space::Pad);
    layout->addWidget(m_fields);
    if (!note.isEmpty()) {
        QLabel* said = wrapped(note);
        said->setObjectName(QStringLiteral("routine-note"));
        layout->addWidget(said);
    }
    layout->addWidget(m_reason);
    layout->addStretch();
    layout->addWidget(buttons);
    m_reason->hide();
    connect(buttons, &QDialogButtonBox::accepted, this, &RoutineQuestion::run);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_fields, &AskedFields::edited, m_reason, &QWidget::hide);
    if (asked.isEmpty())
        yes->setFocus();
    else
        m_fields->focusFirst();
}

void RoutineQuestion::run() {
    const auto values = m_fields->values();
    if (!values) {
        m_reason->setText(values.error().sentence);
        m_reason->show();
        return;
    }
    Q_EMIT agreed(*values);
    accept();
}

} // namespace gravin
