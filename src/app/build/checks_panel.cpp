// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/checks_panel.h"

#include "app/look/theme.h"
#include "core/fitting/check_rules.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QPushButton>
#include <QTabWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {
constexpr Distance ChecksPanelWidth(860);
constexpr Distance ChecksPanelHeight(560);
constexpr Distance ListWidth(290);
} // namespace

ChecksPanel::ChecksPanel(ScreenBinding* binding, const QString& column, QWidget* parent)
    : QDialog(parent)
    , m_binding(binding)
    , m_column(column)
    , m_checks(binding->workspace()->project().checks.value(binding->screen().table->written()))
    , m_list(new QListWidget)
    , m_form(new CheckForm(binding))
    , m_remove(new QPushButton(tr("Remove")))
    , m_set(new QPushButton(tr("Set")))
    , m_note(new QLabel) {
    setObjectName(QStringLiteral("checks-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("What must hold for %1").arg(table().written()));
    resize(ChecksPanelWidth, ChecksPanelHeight);
    m_form->setStages(m_checks.stages);
    m_note->setProperty("role", "problem");
    m_note->setWordWrap(true);
    m_note->setTextFormat(Qt::PlainText);
    m_note->setMinimumHeight(QFontMetrics(m_note->font()).lineSpacing() * 2);
    auto* tabs = new QTabWidget;
    tabs->setObjectName(QStringLiteral("checks-tabs"));
    tabs->addTab(makeChecks(), tr("Checks"));
    tabs->addTab(makeStages(), tr("Stages"));
    tabs->addTab(makeTags(), tr("Tags"));
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

void ChecksPanel::setSample(const ExpressionField::Sample& sample) {
    m_form->setSample(sample);
    m_stages->setTable(table(), sample);
    m_tags->setTable(table(), sample);
}

QWidget* ChecksPanel::makeStages() {
    m_stages = new TypedRows(
        {QStringLiteral("stages"),
         {tr("Stage"), tr("Reached while this holds")},
         tr("A record grows in steps. A check can be asked from the step on at which it matters, "
            "for example while: done IS TRUE"),
         tr("Add a stage")},
        1, ExpressionField::Asks::Condition);
    m_stages->setTable(table(), {});
    QList<QStringList> rows;
    for (const Stage& each : std::as_const(m_checks.stages))
        rows += QStringList{each.name, each.when};
    m_stages->setRows(rows);
    connect(m_stages, &TypedRows::edited, this, &ChecksPanel::takeStages);
    return m_stages;
}

QWidget* ChecksPanel::makeTags() {
    m_tags = new TypedRows(
        {QStringLiteral("tags"),
         {tr("Tagged while this holds"), tr("Words"), tr("Field"), tr("Colour")},
         tr("Records that meet a condition are tinted and bear its words, for example late while: "
            "due < CURRENT_DATE. With a field, only that field is. A colour is written #A3263B."),
         tr("Add a tag")},
        0, ExpressionField::Asks::Condition);
    m_tags->setTable(table(), {});
    QList<QStringList> rows;
    for (const Tag& each : std::as_const(m_checks.tags))
        rows += QStringList{each.when, each.words, each.column, each.colour};
    m_tags->setRows(rows);
    connect(m_tags, &TypedRows::edited, this, &ChecksPanel::takeTags);
    return m_tags;
}

void ChecksPanel::addCheck(CheckKind kind) {
    Check check;
    check.kind = kind;
    if (kind != CheckKind::Condition)
        check.column = fieldFor(kind);
    m_checks.checks += check;
    refreshList();
    m_list->setCurrentRow(m_list->count() - 1);
    showChosen();
    m_form->focusFirst();
}

// The field that the panel was opened for, or the first that somebody fills in.
QString ChecksPanel::fieldFor(CheckKind kind) const {
    if (const Column* asked = table().column(m_column); asked && canBeAbout(kind, *asked))
        return m_column;
    for (const Column& column : table().columns) {
        if (!column.computed && !column.givenByDatabase && canBeAbout(kind, column))
            return column.name;
    }
    return table().columns.value(0).name;
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
    QList<Stage> stages;
    for (const QStringList& row : m_stages->rows()) {
        if (row[0].isEmpty())
            continue;
        // What a newer Gravin wrote beside stays with the stage of this name.
        const auto former = std::find_if(m_checks.stages.begin(), m_checks.stages.end(),
                                         [&](const Stage& each) { return each.name == row[0]; });
        stages +=
            Stage{row[0], row[1], former == m_checks.stages.end() ? QByteArray() : former->unknown};
    }
    m_checks.stages = stages;
    m_form->setStages(m_checks.stages);
    refreshNote();
}

void ChecksPanel::takeTags() {
    QList<Tag> tags;
    // A field may be named as people know it.
    const auto columnOf = [&](const QString& typed) {
        for (const BoundField& field : m_binding->fields()) {
            if (!table().column(typed) && field.label().compare(typed, Qt::CaseInsensitive) == 0)
                return field.name();
        }
        return typed;
    };
    for (const QStringList& row : m_tags->rows()) {
        const auto former =
            std::find_if(m_checks.tags.begin(), m_checks.tags.end(), [&](const Tag& each) {
                return each.when == row[0] && each.words == row[1];
            });
        tags += Tag{row[0], row[1], columnOf(row[2]), row[3],
                    former == m_checks.tags.end() ? QByteArray() : former->unknown};
    }
    m_checks.tags = tags;
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
    for (qsizetype i = 0; i < m_checks.tags.size() && note.isEmpty(); ++i) {
        if (const QString reason = reasonAgainst(m_checks.tags[i], table()); !reason.isEmpty())
            note = tr("Tag %1: %2").arg(i + 1).arg(reason);
        else if (m_checks.tags[i].words.isEmpty())
            note = tr("Tag %1 needs words: colour alone is not seen by everybody.").arg(i + 1);
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
    m_binding->workspace()->document()->change(tr("checks of %1").arg(written),
                                               [&](Project& project) {
                                                   if (m_checks == TableChecks{})
                                                       project.checks.remove(written);
                                                   else
                                                       project.checks[written] = m_checks;
                                               });
    accept();
}

} // namespace gravin
