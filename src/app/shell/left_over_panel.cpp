// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/left_over_panel.h"

#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/value/text_form.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr Distance LeftOverWidth(680);
constexpr Distance LeftOverHeight(360);
constexpr Distance RecordWidth(190);
} // namespace

LeftOverPanel::LeftOverPanel(Workspace* workspace, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_list(new QTreeWidget) {
    setObjectName(QStringLiteral("left-over-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Edits that were not saved"));
    resize(LeftOverWidth, LeftOverHeight);
    const DraftKeeper* keeper = workspace->writing()->draftKeeper();
    auto* said =
        new QLabel(tr("Gravin ended before %1 saved. They can be taken up where they were left.")
                       .arg(counted(keeper->leftOver().size(), "record was", "records were")) +
                   (keeper->problem().isEmpty() ? QString() : u'\n' + keeper->problem()));
    said->setWordWrap(true);
    said->setTextFormat(Qt::PlainText);
    m_list->setObjectName(QStringLiteral("left-over"));
    m_list->setAccessibleName(tr("Edits"));
    m_list->setHeaderLabels({tr("Record"), tr("What was typed")});
    m_list->setRootIsDecorated(false);
    m_list->header()->resizeSection(0, RecordWidth);
    auto* take = new QPushButton(tr("Take up what is ticked"));
    take->setObjectName(QStringLiteral("left-over-take"));
    take->setProperty("main", true);
    take->setDefault(true);
    take->setToolTip(tr("As drafts, not saved yet; what is not ticked is discarded"));
    auto* discard = new QPushButton(tr("Discard all"));
    discard->setObjectName(QStringLiteral("left-over-discard"));
    auto* later = new QPushButton(tr("Decide later"));
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(take);
    buttons->addWidget(discard);
    buttons->addStretch();
    buttons->addWidget(later);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(said);
    layout->addWidget(m_list, 1);
    layout->addLayout(buttons);
    connect(take, &QPushButton::clicked, this, [this] { decide(true); });
    connect(discard, &QPushButton::clicked, this, [this] { decide(false); });
    connect(later, &QPushButton::clicked, this, &QDialog::reject);
    fill();
}

void LeftOverPanel::fill() {
    for (const JournalledDraft& draft : m_workspace->writing()->draftKeeper()->leftOver()) {
        const Table* table = m_workspace->catalog().table(draft.table);
        const TableRules rules = m_workspace->document()->rules(draft.table);
        QStringList typed;
        for (auto field = draft.changed.begin(); field != draft.changed.end(); ++field) {
            typed +=
                tr("%1: %2").arg(rules.labelOf(field.key()),
                                 m_workspace->records()->shownOf(draft.table, field.key(), *field));
        }
        for (auto text = draft.bad.begin(); text != draft.bad.end(); ++text)
            typed += tr("%1: %2").arg(rules.labelOf(text.key()), *text);
        auto* item = new QTreeWidgetItem(m_list);
        item->setText(0,
                      draft.key.isEmpty()
                          ? tr("%1, new").arg(draft.table)
                          : tr("%1 %2").arg(draft.table,
                                            keyText(draft.key, table ? table->keyTypes()
                                                                     : std::vector<ColumnType>{})));
        item->setText(1, typed.join(QStringLiteral(" · ")));
        item->setToolTip(1, typed.join(u'\n'));
        item->setCheckState(0, table ? Qt::Checked : Qt::Unchecked);
        if (!table)
            item->setDisabled(true);
    }
}

void LeftOverPanel::decide(bool takesUp) {
    QList<int> chosen;
    for (int row = 0; takesUp && row < m_list->topLevelItemCount(); ++row) {
        if (m_list->topLevelItem(row)->checkState(0) == Qt::Checked)
            chosen += row;
    }
    Workspace* workspace = m_workspace;
    const auto wanted = static_cast<int>(chosen.size());
    workspace->writing()->draftKeeper()->decide(chosen, workspace, [workspace, wanted](int count) {
        if (wanted == 0)
            return;
        const QString text =
            tr("Took up %1, not saved yet.").arg(counted(count, "draft", "drafts"));
        if (count == wanted)
            workspace->notices()->tell({Notice::Kind::Done, text});
        else
            workspace->notices()->tell(
                {Notice::Kind::Refused,
                 tr("%1 The records of %2 are gone or out of reach; their edits are kept.")
                     .arg(text, counted(wanted - count, "other", "others"))});
    });
    accept();
}

} // namespace gravin
