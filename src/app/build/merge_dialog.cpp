// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/merge_dialog.h"

#include "app/look/theme.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

constexpr Distance MergeWidth(980);
constexpr Distance MergeHeight(480);
constexpr Distance PlaceWidth(270);
constexpr Distance SideWidth(160);
constexpr Distance ChoiceWidth(190);

enum MergeColumn {
    PlaceColumn,
    BeforeColumn,
    MineColumn,
    TheirsColumn,
    ChoiceColumn,
    MergeColumns
};
enum MergeSide { TakeMine, TakeTheirs };

QTableWidgetItem* cellOf(const QString& text) {
    auto* item = new QTableWidgetItem(text.isEmpty() ? QStringLiteral("–") : text);
    item->setFlags(Qt::ItemIsSelectable | Qt::ItemIsEnabled);
    item->setToolTip(text);
    return item;
}

} // namespace

MergeDialog::MergeDialog(Workspace* workspace, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_lead(new QLabel)
    , m_table(new QTableWidget(0, MergeColumns))
    , m_reason(new QLabel)
    , m_take(nullptr) {
    setObjectName(QStringLiteral("merge-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("The project was saved by somebody else"));
    resize(MergeWidth, MergeHeight);
    m_lead->setWordWrap(true);
    m_reason->setWordWrap(true);
    m_reason->hide();
    m_table->setObjectName(QStringLiteral("merge-table"));
    m_table->setAccessibleName(tr("Settings that differ"));
    m_table->setHorizontalHeaderLabels(
        {tr("Setting"), tr("Before"), tr("Here"), tr("In the file"), tr("What counts")});
    m_table->verticalHeader()->hide();
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setWordWrap(false);
    QHeaderView* head = m_table->horizontalHeader();
    head->resizeSection(PlaceColumn, PlaceWidth);
    for (const int column : {BeforeColumn, MineColumn, TheirsColumn})
        head->resizeSection(column, SideWidth);
    head->resizeSection(ChoiceColumn, ChoiceWidth);
    head->setStretchLastSection(true);
    auto* buttons = new QDialogButtonBox;
    m_take = buttons->addButton(tr("Bring together"), QDialogButtonBox::AcceptRole);
    m_take->setObjectName(QStringLiteral("merge-take"));
    buttons->addButton(tr("Not now"), QDialogButtonBox::RejectRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &MergeDialog::take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    // Saved once more while one looks.
    connect(workspace->document(), &ProjectDocument::fileBecameAnother, this, &MergeDialog::fill);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_lead);
    layout->addWidget(m_table, 1);
    layout->addWidget(m_reason);
    layout->addWidget(buttons);
    fill();
}

void MergeDialog::fill() {
    const auto together = m_workspace->document()->compareWithFile();
    m_reason->setVisible(!together);
    m_take->setEnabled(static_cast<bool>(together));
    if (!together)
        m_reason->setText(together.error().sentence);
    auto differences = together ? together->differences : std::vector<SettingDifference>();
    // What is chosen already stays so.
    if (m_table->rowCount() > 0 && differences == m_differences)
        return;
    m_differences = std::move(differences);
    const auto conflicts =
        std::count_if(m_differences.begin(), m_differences.end(),
                      [](const SettingDifference& each) { return each.isConflict(); });
    m_lead->setText(
        conflicts == 0
            ? tr("What was changed here and there goes together. Nothing of it is lost; what "
                 "counts can be chosen for each.")
            : tr("Settings that both of you changed: %1. Choose what counts for each; the others "
                 "go together.")
                  .arg(conflicts));
    m_table->setRowCount(static_cast<int>(m_differences.size()));
    for (int row = 0; row < m_table->rowCount(); ++row) {
        const SettingDifference& each = m_differences[static_cast<size_t>(row)];
        m_table->setItem(
            row, PlaceColumn,
            cellOf(each.isConflict() ? QStringLiteral("⚠ ") + each.place : each.place));
        m_table->setItem(row, BeforeColumn, cellOf(each.before));
        m_table->setItem(row, MineColumn, cellOf(each.mine));
        m_table->setItem(row, TheirsColumn, cellOf(each.theirs));
        auto* choice = new QComboBox;
        choice->addItems({tr("what is here"), tr("what is in the file")});
        choice->setCurrentIndex(each.takesTheirs ? TakeTheirs : TakeMine);
        choice->setAccessibleName(each.place);
        m_table->setCellWidget(row, ChoiceColumn, choice);
    }
    // Where somebody has to choose.
    const auto first =
        std::find_if(m_differences.begin(), m_differences.end(),
                     [](const SettingDifference& each) { return each.isConflict(); });
    const auto row = first == m_differences.end() ? 0 : first - m_differences.begin();
    if (m_table->rowCount() > 0)
        m_table->setCurrentCell(static_cast<int>(row), PlaceColumn);
}

QSet<QString> MergeDialog::chosen() const {
    QSet<QString> places;
    for (int row = 0; row < m_table->rowCount(); ++row) {
        const SettingDifference& each = m_differences[static_cast<size_t>(row)];
        const auto* choice = qobject_cast<QComboBox*>(m_table->cellWidget(row, ChoiceColumn));
        if ((choice->currentIndex() == TakeTheirs) != each.takesTheirs)
            places += each.place;
    }
    return places;
}

void MergeDialog::take() {
    const Status taken = m_workspace->document()->takeTogether(chosen());
    if (!taken) {
        m_reason->setText(taken.error().sentence);
        m_reason->show();
        return;
    }
    accept();
    Q_EMIT takenTogether();
}

} // namespace gravin
