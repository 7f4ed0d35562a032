// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/delete_dialog.h"

#include "core/base/text.h"
#include "core/fitting/screen_links.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr qsizetype MostNamed = 8;
constexpr int DeleteWidth = 460;
} // namespace

DeleteDialog::DeleteDialog(Workspace* workspace, const BoundScreen& screen,
                           const std::vector<Key>& keys, const QStringList& names, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_screen(screen)
    , m_names(names)
    , m_reason(tr("Looking for what refers to it…"))
    , m_consequences(new QLabel)
    , m_agree(new QCheckBox)
    , m_sure(new QPushButton)
    , m_reasonLabel(new QLabel) {
    setObjectName(QStringLiteral("delete-question"));
    setAttribute(Qt::WA_DeleteOnClose);
    const auto count = static_cast<qint64>(keys.size());
    setWindowTitle(count == 1 ? tr("Delete record") : tr("Delete records"));
    m_consequences->setObjectName(QStringLiteral("delete-consequences"));
    m_consequences->setTextFormat(Qt::PlainText);
    m_consequences->setWordWrap(true);
    m_agree->setObjectName(QStringLiteral("delete-agree"));
    m_agree->hide();
    m_sure->setObjectName(QStringLiteral("delete-sure"));
    m_sure->setAutoDefault(false);
    m_reasonLabel->setObjectName(QStringLiteral("delete-reason"));
    m_reasonLabel->setProperty("role", "faint");
    m_reasonLabel->setWordWrap(true);
    auto* cancel = new QPushButton(tr("Cancel"));
    cancel->setDefault(true);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(m_sure);
    buttons->addWidget(cancel);
    buttons->addWidget(m_reasonLabel, 1);
    auto* layout = new QVBoxLayout(this);
    layout->setSpacing(10);
    layout->addWidget(makeQuestion());
    layout->addWidget(makeList());
    layout->addWidget(m_consequences);
    layout->addWidget(m_agree);
    layout->addStretch();
    layout->addLayout(buttons);
    resize(DeleteWidth, sizeHint().height());
    connect(m_sure, &QPushButton::clicked, this, &DeleteDialog::run);
    connect(m_agree, &QCheckBox::toggled, this, &DeleteDialog::refresh);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    refresh();
    ask(keys);
}

QWidget* DeleteDialog::makeQuestion() const {
    const auto count = static_cast<qint64>(m_names.size());
    auto* question = new QLabel(
        count == 1 ? tr("Delete %1 from %2?").arg(m_names.value(0), m_screen.screen.label)
                   : tr("Delete %1 from %2?").arg(countedRecords(count), m_screen.screen.label));
    question->setProperty("role", "heading");
    question->setTextFormat(Qt::PlainText);
    question->setWordWrap(true);
    return question;
}

QWidget* DeleteDialog::makeList() const {
    const auto count = static_cast<qint64>(m_names.size());
    auto* listed = new QLabel;
    listed->setTextFormat(Qt::PlainText);
    QString text = m_names.mid(0, MostNamed).join(u'\n');
    if (count > MostNamed)
        text += u'\n' + tr("and %1 more").arg(count - std::min(MostNamed, m_names.size()));
    listed->setText(text);
    listed->setVisible(count > 1);
    return listed;
}

void DeleteDialog::ask(const std::vector<Key>& keys) {
    m_workspace->database()->reader()->run<DeletionPlan>(
        this,
        [catalog = m_workspace->database()->sharedCatalog(), table = m_screen.table,
         keys](Session& session) { return planDeletion(session, *catalog, *table, keys); },
        [this](const Result<DeletionPlan>& plan) { setPlan(plan); });
}

QString DeleteDialog::labelOf(const QString& table) const {
    const auto screen = m_workspace->document()->bound(screenIdFor(m_workspace->project(), table));
    return screen ? screen->screen.label : table;
}

void DeleteDialog::setPlan(const Result<DeletionPlan>& plan) {
    if (!plan) {
        m_reason = plan.error().sentence;
        refresh();
        return;
    }
    m_plan = *plan;
    QStringList lines;
    QStringList going;
    for (const DeletionPlan::Part& part : m_plan.parts) {
        const QString count = countedRecords(part.count);
        if (part.fate == DeletionPlan::Fate::Emptied) {
            lines += tr("%1 of %2 will refer to nothing.").arg(count, labelOf(part.table));
            continue;
        }
        lines += tr("%1 of %2 would have to go too.").arg(count, labelOf(part.table));
        going += tr("%1 of %2").arg(part.count).arg(labelOf(part.table));
    }
    if (!m_plan.isCounted)
        lines += tr("There are more; not all were counted.");
    if (m_plan.gone > 0)
        lines += tr("%1 gone already.").arg(countedRecords(m_plan.gone));
    if (m_plan.parts.isEmpty())
        lines += tr("Nothing refers to it.");
    lines += tr("It can be rolled back from the change log.");
    m_consequences->setText(lines.join(u'\n'));
    m_agree->setText(tr("Delete these too: %1").arg(going.join(QStringLiteral(", "))));
    m_agree->setVisible(m_plan.takesOthers());
    m_reason = m_plan.records.empty() ? tr("There is nothing left to delete.") : m_plan.obstacle();
    refresh();
    adjustSize();
}

qint64 DeleteDialog::total() const {
    auto count = static_cast<qint64>(m_plan.records.size());
    for (const DeletionPlan::Part& part : m_plan.parts)
        count += part.fate == DeletionPlan::Fate::GoesWith ? part.count : 0;
    return count;
}

void DeleteDialog::refresh() {
    QString reason = m_reason;
    if (reason.isEmpty() && m_plan.takesOthers() && !m_agree->isChecked())
        reason = tr("Other records refer to it.");
    m_sure->setText(total() > 0 ? tr("Delete %1").arg(countedRecords(total())) : tr("Delete"));
    m_sure->setEnabled(reason.isEmpty());
    m_sure->setAccessibleDescription(reason);
    m_reasonLabel->setText(reason);
}

void DeleteDialog::run() {
    m_reason = tr("Deleting…");
    refresh();
    ChangeRequest request;
    request.action = QStringLiteral("delete");
    request.screen = m_screen.screen.label;
    request.screenRules = screenRulesOf(m_screen);
    for (const Record& record : m_plan.records)
        request.edits.push_back({Operation::Delete,
                                 m_screen.table->name,
                                 record.key,
                                 fieldValues(*m_screen.table, record),
                                 {},
                                 m_agree->isChecked()});
    const QString name = m_names.value(0);
    m_workspace->writing()->write(
        std::move(request), this, [this, name](const WriteResult& result) {
            if (!result) {
                m_reason = tr("Nothing was deleted. %1").arg(result.error().error.sentence);
                refresh();
                return;
            }
            const auto count = static_cast<qint64>(result->records.size());
            m_workspace->notices()->tell(
                {Notice::Kind::Done,
                 tr("Deleted %1: change %2. It can be rolled back.")
                     .arg(count == 1 && !name.isEmpty() ? name : countedRecords(count))
                     .arg(result->id)});
            accept();
        });
}

} // namespace gravin
