// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/delete_dialog.h"

#include "core/base/text.h"
#include "core/fitting/screen_links.h"
#include "core/value/text_form.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr qsizetype MostNamed = 8;
constexpr int DeleteWidth = 460;

// NULL where the record was read without the field.
Value valueOf(const Record& record, const BoundField& field) {
    const auto at = static_cast<size_t>(field.columnIndex);
    return field.columnIndex >= 0 && at < record.values.size() ? record.values[at] : Value();
}

} // namespace

DeleteDialog::DeleteDialog(Workspace* workspace, const BoundScreen& screen,
                           const std::vector<Key>& keys, const QStringList& names, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_screen(screen)
    , m_names(names)
    , m_question(new QLabel)
    , m_list(new QLabel)
    , m_reason(tr("Looking for what refers to it…"))
    , m_consequences(new QLabel)
    , m_agree(new QCheckBox)
    , m_sure(new QPushButton)
    , m_reasonLabel(new QLabel) {
    setObjectName(QStringLiteral("delete-question"));
    setAttribute(Qt::WA_DeleteOnClose);
    const auto count = static_cast<qint64>(keys.size());
    setWindowTitle(count == 1 ? tr("Delete record") : tr("Delete records"));
    m_question->setProperty("role", "heading");
    m_question->setObjectName(QStringLiteral("delete-which"));
    m_question->setWordWrap(true);
    for (QLabel* label : {m_question, m_list})
        label->setTextFormat(Qt::PlainText);
    showNames();
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
    layout->addWidget(m_question);
    layout->addWidget(m_list);
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

void DeleteDialog::showNames() {
    const auto count = static_cast<qint64>(m_names.size());
    m_question->setText(
        count == 1 ? tr("Delete %1 from %2?").arg(m_names.value(0), m_screen.screen.label)
                   : tr("Delete %1 from %2?").arg(countedRecords(count), m_screen.screen.label));
    QString text = m_names.mid(0, MostNamed).join(u'\n');
    if (count > MostNamed)
        text += u'\n' + tr("and %1 more").arg(count - std::min(MostNamed, m_names.size()));
    m_list->setText(text);
    m_list->setVisible(count > 1);
}

// What a record is called does not say which it is where others are called so: its key and the next
// thing that the list shows of it do.
void DeleteDialog::nameApart() {
    Records* records = m_workspace->records();
    m_names.clear();
    for (const Record& record : m_plan.records) {
        const QString name = m_screen.nameOf(record.values);
        const QString key = keyText(record.key, m_screen.table->keyTypes());
        QStringList more;
        if (key != name)
            more += key;
        for (const BoundField& field : m_screen.fields) {
            const bool isNew = field.name() != m_screen.namingColumn &&
                               !m_screen.table->key.contains(field.name());
            if (!isNew || !field.placement.inGrid())
                continue;
            const QString shown = records->shownBriefly(field, valueOf(record, field));
            if (shown.isEmpty() || shown == name)
                continue;
            more += shown;
            break;
        }
        m_names += more.isEmpty() ? name : tr("%1 (%2)").arg(name, more.join(QStringLiteral(", ")));
        if (m_names.size() > MostNamed)
            break; // no more are shown
    }
    while (m_names.size() < static_cast<qsizetype>(m_plan.records.size()))
        m_names += QString();
}

QString DeleteDialog::shownLines(const DeletionPlan::Part& part) const {
    constexpr qsizetype MostValues = 3;
    const auto bound =
        m_workspace->document()->bound(screenIdFor(m_workspace->project(), part.table));
    QStringList lines;
    for (const Record& record : part.first) {
        QStringList values;
        for (const BoundField& field : bound ? bound->fields : QList<BoundField>()) {
            const ForeignKey* reference = bound->table->referenceOf(field.name());
            if (values.size() == MostValues || !field.placement.inGrid() ||
                (reference && reference->table == m_screen.table->name))
                continue;
            const QString shown =
                m_workspace->records()->shownBriefly(field, valueOf(record, field));
            if (!shown.isEmpty())
                values += shown;
        }
        lines += QStringLiteral("    ") + values.join(QStringLiteral(" · "));
    }
    if (part.count > static_cast<qint64>(part.first.size()))
        lines += QStringLiteral("    ") +
                 tr("and %1 more").arg(part.count - static_cast<qint64>(part.first.size()));
    return lines.join(u'\n');
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
    m_reason = m_plan.records.empty() ? tr("There is nothing left to delete.") : m_plan.obstacle();
    showPlan();
    // What lookups show may come a moment later.
    connect(m_workspace->records(), &Records::lookupsLoaded, this, &DeleteDialog::showPlan);
}

void DeleteDialog::showPlan() {
    if (!m_plan.records.empty()) {
        nameApart();
        showNames();
    }
    QStringList lines;
    QStringList going;
    for (const DeletionPlan::Part& part : m_plan.parts) {
        const QString count = countedRecords(part.count);
        if (part.fate == DeletionPlan::Fate::Emptied) {
            lines += tr("%1 of %2 will refer to nothing:").arg(count, labelOf(part.table));
            lines += shownLines(part);
            continue;
        }
        lines += tr("%1 of %2 would have to go too:").arg(count, labelOf(part.table));
        lines += shownLines(part);
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
    const QString name =
        m_plan.records.size() == 1 ? m_screen.nameOf(m_plan.records.front().values) : QString();
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
