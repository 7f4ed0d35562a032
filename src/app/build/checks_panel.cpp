// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/checks_panel.h"

#include "app/look/theme.h"
#include "core/project/check_rules.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QPushButton>
#include <QTabWidget>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr Distance PanelWidth(860);
constexpr Distance PanelHeight(560);
constexpr Distance ListWidth(290);
} // namespace

ChecksPanel::ChecksPanel(ScreenBinding* binding, const QString& column,
                         const ExpressionField::Sample& sample, QWidget* parent)
    : QDialog(parent)
    , m_binding(binding)
    , m_column(column)
    , m_checks(binding->workspace()->project().checks.value(binding->screen().table->written()))
    , m_list(new QListWidget)
    , m_form(new CheckForm(binding))
    , m_stages(new QTableWidget(0, 2))
    , m_remove(new QPushButton(tr("Remove")))
    , m_set(new QPushButton(tr("Set")))
    , m_note(new QLabel) {
    setObjectName(QStringLiteral("checks-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("What must hold for %1").arg(table().written()));
    resize(PanelWidth, PanelHeight);
    m_form->setSample(sample);
    m_form->setStages(m_checks.stages);
    m_note->setProperty("role", "problem");
    m_note->setWordWrap(true);
    m_note->setTextFormat(Qt::PlainText);
    m_note->setMinimumHeight(QFontMetrics(m_note->font()).lineSpacing() * 2);
    auto* tabs = new QTabWidget;
    tabs->setObjectName(QStringLiteral("checks-tabs"));
    tabs->addTab(makeChecks(), tr("Checks"));
    tabs->addTab(makeStages(), tr("Stages"));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    m_set->setObjectName(QStringLiteral("checks-set"));
    m_set->setProperty("main", true);
    m_set->setDefault(true);
    buttons->addButton(m_set, QDialogButtonBox::AcceptRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &ChecksPanel::apply);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    // Return in a field sets the checks; without this it would press the first button there is.
    for (QPushButton* button : tabs->findChildren<QPushButton*>())
        button->setAutoDefault(false);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(tabs, 1);
    layout->addWidget(m_note);
    layout->addWidget(buttons);

    connect(m_form, &CheckForm::edited, this, &ChecksPanel::takeEdited);
    connect(m_list, &QListWidget::currentRowChanged, this, &ChecksPanel::showChosen);
    refreshList();
    int first = m_checks.checks.isEmpty() ? -1 : 0;
    for (qsizetype i = 0; i < m_checks.checks.size() && !column.isEmpty(); ++i) {
        if (m_checks.checks[i].column == column) {
            first = static_cast<int>(i);
            break;
        }
    }
    m_list->setCurrentRow(first);
    showChosen();
}

const Table& ChecksPanel::table() const { return *m_binding->screen().table; }

QWidget* ChecksPanel::makeChecks() {
    m_list->setObjectName(QStringLiteral("checks-list"));
    m_list->setAccessibleName(tr("Checks"));
    m_list->setFixedWidth(ListWidth);
    m_list->setProperty("role", "typed");
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* add = new QPushButton(tr("Add a check"));
    add->setObjectName(QStringLiteral("check-add"));
    auto* menu = new QMenu(add);
    for (const CheckKind kind : allCheckKinds())
        menu->addAction(checkLabel(kind), this, [this, kind] { addCheck(kind); });
    add->setMenu(menu);
    connect(m_remove, &QPushButton::clicked, this, &ChecksPanel::removeCheck);
    auto* row = new QHBoxLayout;
    row->addWidget(add);
    row->addWidget(m_remove);
    row->addStretch();
    auto* left = new QVBoxLayout;
    left->addWidget(m_list, 1);
    left->addLayout(row);
    auto* right = new QVBoxLayout;
    right->addWidget(m_form);
    right->addStretch();
    auto* part = new QWidget;
    auto* layout = new QHBoxLayout(part);
    layout->addLayout(left);
    layout->addSpacing(space::Pad);
    layout->addLayout(right, 1);
    return part;
}

QWidget* ChecksPanel::makeStages() {
    m_stages->setObjectName(QStringLiteral("stages"));
    m_stages->setAccessibleName(tr("Stages"));
    m_stages->setHorizontalHeaderLabels({tr("Stage"), tr("Reached while this holds")});
    m_stages->horizontalHeader()->setStretchLastSection(true);
    m_stages->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_stages->verticalHeader()->hide();
    const auto addRow = [this](const Stage& each) {
        const int row = m_stages->rowCount();
        m_stages->insertRow(row);
        m_stages->setItem(row, 0, new QTableWidgetItem(each.name));
        auto* when = new QTableWidgetItem(each.when);
        when->setFont(Theme::instance().monospace());
        m_stages->setItem(row, 1, when);
    };
    for (const Stage& each : std::as_const(m_checks.stages))
        addRow(each);
    connect(m_stages, &QTableWidget::itemChanged, this, &ChecksPanel::takeStages);
    auto* add = new QPushButton(tr("Add a stage"));
    auto* remove = new QPushButton(tr("Remove"));
    connect(add, &QPushButton::clicked, this, [this, addRow] {
        addRow({});
        m_stages->setCurrentCell(m_stages->rowCount() - 1, 0);
        m_stages->editItem(m_stages->currentItem());
    });
    connect(remove, &QPushButton::clicked, this, [this] {
        m_stages->removeRow(m_stages->currentRow());
        takeStages();
    });
    auto* help = new QLabel(tr("A record grows in steps. A check can be asked from the step on at "
                               "which it matters, for example while: done IS TRUE"));
    help->setWordWrap(true);
    help->setProperty("role", "faint");
    auto* row = new QHBoxLayout;
    row->addWidget(add);
    row->addWidget(remove);
    row->addStretch();
    auto* part = new QWidget;
    auto* layout = new QVBoxLayout(part);
    layout->addWidget(help);
    layout->addWidget(m_stages, 1);
    layout->addLayout(row);
    return part;
}

void ChecksPanel::addCheck(CheckKind kind) {
    Check check;
    check.kind = kind;
    if (kind != CheckKind::Condition)
        check.column = m_column.isEmpty() ? table().columns.value(0).name : m_column;
    m_checks.checks += check;
    refreshList();
    m_list->setCurrentRow(m_list->count() - 1);
    showChosen();
    m_form->setFocus(Qt::OtherFocusReason);
}

void ChecksPanel::removeCheck() {
    const int row = m_list->currentRow();
    if (row < 0)
        return;
    m_checks.checks.removeAt(row);
    refreshList();
    m_list->setCurrentRow(std::min(row, m_list->count() - 1));
    showChosen();
}

void ChecksPanel::showChosen() {
    if (m_filling)
        return;
    const int row = m_list->currentRow();
    m_form->setVisible(row >= 0);
    m_remove->setEnabled(row >= 0);
    if (row >= 0)
        m_form->setCheck(m_checks.checks[row]);
    refreshNote();
}

void ChecksPanel::takeEdited() {
    const int row = m_list->currentRow();
    if (row < 0)
        return;
    m_checks.checks[row] = m_form->check();
    refreshList();
    refreshNote();
}

void ChecksPanel::takeStages() {
    m_checks.stages.clear();
    const auto textAt = [this](int row, int column) {
        const QTableWidgetItem* item = m_stages->item(row, column);
        return item ? item->text().trimmed() : QString();
    };
    for (int row = 0; row < m_stages->rowCount(); ++row) {
        if (!textAt(row, 0).isEmpty())
            m_checks.stages += Stage{textAt(row, 0), textAt(row, 1)};
    }
    m_form->setStages(m_checks.stages);
    refreshNote();
}

void ChecksPanel::refreshList() {
    m_filling = true;
    const int current = m_list->currentRow();
    while (m_list->count() > m_checks.checks.size())
        delete m_list->takeItem(m_list->count() - 1);
    for (int row = 0; row < m_checks.checks.size(); ++row) {
        if (row == m_list->count())
            m_list->addItem(QString());
        const Check& check = m_checks.checks[row];
        const bool fits = reasonAgainst(check, m_checks.stages, table()).isEmpty();
        const QString summary = checkSummary(check);
        QListWidgetItem* item = m_list->item(row);
        item->setText(summary.trimmed().isEmpty() ? checkLabel(check.kind) : summary);
        item->setToolTip(item->text());
        item->setForeground(fits ? QBrush() : QBrush(Theme::instance().colours().problem));
    }
    m_list->setCurrentRow(current);
    m_filling = false;
}

// The first reason why the checks cannot be set as they are.
void ChecksPanel::refreshNote() {
    QString note;
    for (const Stage& each : std::as_const(m_checks.stages)) {
        const auto when = bindCondition(each.when, table());
        if (!when && note.isEmpty())
            note = tr("The stage %1: %2").arg(each.name, when.error().sentence);
    }
    const int row = m_list->currentRow();
    if (row >= 0 && note.isEmpty())
        note = reasonAgainst(m_checks.checks[row], m_checks.stages, table());
    for (qsizetype i = 0; i < m_checks.checks.size() && note.isEmpty(); ++i) {
        const QString reason = reasonAgainst(m_checks.checks[i], m_checks.stages, table());
        if (!reason.isEmpty())
            note = tr("Check %1: %2").arg(i + 1).arg(reason);
    }
    // A condition says under its own text what is wrong with it.
    const bool isSaid = row >= 0 && m_checks.checks[row].kind == CheckKind::Condition &&
                        !reasonAgainst(m_checks.checks[row], m_checks.stages, table()).isEmpty();
    m_set->setEnabled(note.isEmpty());
    m_set->setToolTip(note);
    if (isSaid)
        note.clear();
    m_note->setText(m_checks.checks.isEmpty() && note.isEmpty()
                        ? tr("Nothing has to hold yet, besides what the database asks and fields "
                             "marked as required. Add a check.")
                        : note);
    setStyleProperty(m_note, "role",
                     note.isEmpty() ? QStringLiteral("faint") : QStringLiteral("problem"));
}

void ChecksPanel::apply() {
    const QString written = table().written();
    m_binding->workspace()->change(tr("checks of %1").arg(written), [&](Project& project) {
        if (m_checks == TableChecks{})
            project.checks.remove(written);
        else
            project.checks[written] = m_checks;
    });
    accept();
}

} // namespace gravin
