// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/evidence_panel.h"

#include "app/build/evidence_bars.h"
#include "app/look/theme.h"
#include "core/base/text.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

enum FieldColumn { NameColumn, LineColumn, FieldColumnCount };
enum ProposalColumn { WhatColumn, ReasonColumn, ProposalColumnCount };
constexpr Distance EvidencePanelWidth(900);
constexpr Distance EvidencePanelHeight(620);
constexpr Distance EvidenceFieldsWidth(390);
constexpr Distance NameWidth(150);
constexpr Distance WhatWidth(430);
constexpr Distance ProposalsHeight(200);
constexpr Distance BarWidth(140);

QTreeWidget* plainList(const QString& name, const QStringList& heads) {
    auto* list = new QTreeWidget;
    list->setObjectName(name);
    list->setColumnCount(static_cast<int>(heads.size()));
    list->setHeaderLabels(heads);
    list->setRootIsDecorated(false);
    list->setUniformRowHeights(true);
    return list;
}

} // namespace

EvidencePanel::EvidencePanel(ScreenBinding* binding, const QString& column, QWidget* parent)
    : QDialog(parent)
    , m_binding(binding)
    , m_column(column)
    , m_basis(new QLabel)
    , m_progress(new QProgressBar)
    , m_look(new QPushButton)
    , m_fields(plainList(QStringLiteral("evidence-fields"), {tr("Field"), tr("Its values")}))
    , m_facts(new QLabel)
    , m_bars(new EvidenceBars)
    , m_proposed(new QLabel)
    , m_list(plainList(QStringLiteral("proposals"), {tr("Proposal"), tr("Because")}))
    , m_accept(new QPushButton(tr("Accept what is ticked")))
    , m_acceptAll(new QPushButton(tr("Accept all")))
    , m_takeBack(new QPushButton(tr("Take back"))) {
    setObjectName(QStringLiteral("evidence-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("What the values of %1 say").arg(binding->screen().screen.label));
    resize(EvidencePanelWidth, EvidencePanelHeight);
    m_basis->setObjectName(QStringLiteral("evidence-basis"));
    m_basis->setWordWrap(true);
    m_progress->setRange(0, 100);
    m_progress->setMaximumWidth(BarWidth);
    m_look->setObjectName(QStringLiteral("evidence-look"));
    auto* head = new QHBoxLayout;
    head->addWidget(m_basis, 1);
    head->addWidget(m_progress);
    head->addWidget(m_look);
    auto* close = new QPushButton(tr("Close"));
    auto* buttons = new QHBoxLayout;
    for (QPushButton* button : {m_accept, m_acceptAll, m_takeBack})
        buttons->addWidget(button);
    buttons->addStretch();
    buttons->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(head);
    layout->addWidget(makeFields(), 1);
    layout->addWidget(makeProposals());
    layout->addLayout(buttons);
    m_accept->setObjectName(QStringLiteral("proposals-accept"));
    m_accept->setProperty("main", true);
    m_acceptAll->setObjectName(QStringLiteral("proposals-accept-all"));
    m_takeBack->setObjectName(QStringLiteral("proposals-take-back"));
    ColumnProfiles* book = binding->workspace()->records()->profiles();
    connect(m_look, &QPushButton::clicked, this, [this, book] {
        if (entry().state == ColumnProfiles::State::Gathering)
            book->stop(m_binding->tableName());
        else
            book->gather(m_binding->tableName());
    });
    connect(m_accept, &QPushButton::clicked, this, [this] { accept(true); });
    connect(m_acceptAll, &QPushButton::clicked, this, [this] { accept(false); });
    connect(m_takeBack, &QPushButton::clicked, this, &EvidencePanel::takeBack);
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    connect(book, &ColumnProfiles::changed, this, [this](const QString& table) {
        if (table == m_binding->tableName())
            refresh();
    });
    connect(binding, &ScreenBinding::rebound, this, &EvidencePanel::refresh);
    // Who opens it wants to know, also of a large table.
    const ColumnProfiles::Entry& known = entry();
    if (known.state != ColumnProfiles::State::Gathering &&
        (known.state != ColumnProfiles::State::Ready || known.isOutdated))
        book->gather(binding->tableName());
    refresh();
    m_fields->setFocus(Qt::OtherFocusReason);
}

QWidget* EvidencePanel::makeFields() {
    m_fields->setAccessibleName(tr("Fields"));
    m_fields->header()->resizeSection(NameColumn, NameWidth);
    m_fields->setMaximumWidth(EvidenceFieldsWidth);
    m_facts->setObjectName(QStringLiteral("evidence-facts"));
    m_facts->setTextFormat(Qt::RichText);
    m_facts->setWordWrap(true);
    m_facts->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    m_facts->setTextInteractionFlags(Qt::TextSelectableByMouse);
    connect(m_fields, &QTreeWidget::currentItemChanged, this, [this] {
        if (!m_filling)
            refreshFacts();
    });
    auto* beside = new QVBoxLayout;
    beside->addWidget(m_facts);
    beside->addWidget(m_bars, 1);
    auto* all = new QWidget;
    auto* layout = new QHBoxLayout(all);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(space::Pad);
    layout->addWidget(m_fields, 1);
    layout->addLayout(beside, 1);
    return all;
}

QWidget* EvidencePanel::makeProposals() {
    m_list->setAccessibleName(tr("Proposals"));
    m_list->setProperty("role", "typed"); // rows as high as their ticks need
    m_list->header()->resizeSection(WhatColumn, WhatWidth);
    m_list->setFixedHeight(ProposalsHeight);
    connect(m_list, &QTreeWidget::itemChanged, this, [this](QTreeWidgetItem* item) {
        if (m_filling)
            return;
        const QString id = item->data(WhatColumn, Qt::UserRole).toString();
        m_unticked.removeAll(id);
        if (item->checkState(WhatColumn) != Qt::Checked)
            m_unticked += id;
        refreshButtons();
    });
    auto* all = new QWidget;
    auto* layout = new QVBoxLayout(all);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_proposed);
    layout->addWidget(m_list);
    return all;
}

const ColumnProfiles::Entry& EvidencePanel::entry() const {
    return m_binding->workspace()->records()->profiles()->of(m_binding->tableName());
}

QString EvidencePanel::chosenColumn() const {
    const QTreeWidgetItem* item = m_fields->currentItem();
    return item ? item->data(NameColumn, Qt::UserRole).toString() : QString();
}

void EvidencePanel::refresh() {
    const ColumnProfiles::Entry& known = entry();
    const bool isGathering = known.state == ColumnProfiles::State::Gathering;
    m_progress->setVisible(isGathering);
    m_progress->setValue(static_cast<int>(known.progress * 100));
    m_look->setText(isGathering ? tr("Stop") : tr("Look again"));
    QString basis = isGathering                                    ? tr("Looking at the values…")
                    : known.state == ColumnProfiles::State::Failed ? known.reason
                                                                   : known.evidence.basis();
    if (known.state == ColumnProfiles::State::Ready && known.isOutdated)
        basis += u' ' + tr("Records were changed since.");
    m_basis->setText(basis);
    m_filling = true;
    refreshFields();
    refreshProposals();
    m_filling = false;
    refreshFacts();
    refreshButtons();
}

void EvidencePanel::refreshFields() {
    const QString before = chosenColumn().isEmpty() ? m_column : chosenColumn();
    const Evidence& evidence = entry().evidence;
    m_fields->clear();
    for (const BoundField& field : m_binding->fields()) {
        auto* item = new QTreeWidgetItem(m_fields);
        item->setText(NameColumn, field.label());
        item->setToolTip(NameColumn, field.name());
        item->setData(NameColumn, Qt::UserRole, field.name());
        if (const ColumnEvidence* column = evidence.column(field.name())) {
            item->setText(LineColumn, evidenceLine(*column, evidence));
            item->setToolTip(LineColumn, item->text(LineColumn));
        }
        if (field.name() == before)
            m_fields->setCurrentItem(item);
    }
    if (!m_fields->currentItem() && m_fields->topLevelItemCount() > 0)
        m_fields->setCurrentItem(m_fields->topLevelItem(0));
}

void EvidencePanel::refreshFacts() {
    const Evidence& evidence = entry().evidence;
    const ColumnEvidence* column = evidence.column(chosenColumn());
    m_bars->setVisible(column != nullptr);
    if (!column) {
        m_facts->clear();
        return;
    }
    QString rows;
    for (const auto& [name, text] : evidenceFacts(*column, evidence))
        rows += QStringLiteral("<tr><td style='padding-right:12px'>%1</td><td>%2</td></tr>")
                    .arg(name.toHtmlEscaped(), text.toHtmlEscaped());
    m_facts->setText(QStringLiteral("<table>%1</table>").arg(rows));
    m_bars->setEvidence(*column, evidence.form);
}

void EvidencePanel::refreshProposals() {
    const Evidence& evidence = entry().evidence;
    Workspace* workspace = m_binding->workspace();
    m_proposals = proposalsFrom(evidence, m_binding->screen(), workspace->project(),
                                workspace->catalog(), QFontMetrics(font()).averageCharWidth());
    m_list->clear();
    for (const Proposal& proposal : m_proposals) {
        auto* item = new QTreeWidgetItem(m_list);
        item->setText(WhatColumn, proposal.what);
        item->setText(ReasonColumn, proposal.reason);
        item->setData(WhatColumn, Qt::UserRole, proposal.id());
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(WhatColumn,
                            m_unticked.contains(proposal.id()) ? Qt::Unchecked : Qt::Checked);
        for (int column = 0; column < ProposalColumnCount; ++column)
            item->setToolTip(column, item->text(column));
    }
    const auto count = static_cast<qint64>(m_proposals.size());
    m_proposed->setText(count > 0 ? tr("%1. Nothing is set before you accept it.")
                                        .arg(counted(count, "proposal", "proposals"))
                                  : tr("The values suggest nothing that is not set already."));
}

void EvidencePanel::refreshButtons() {
    const auto ticked =
        std::count_if(m_proposals.begin(), m_proposals.end(), [this](const Proposal& proposal) {
            return !m_unticked.contains(proposal.id());
        });
    m_accept->setEnabled(ticked > 0);
    m_accept->setToolTip(ticked > 0 ? QString() : tr("Nothing is ticked."));
    m_acceptAll->setEnabled(!m_proposals.empty());
    // Only what was done here, and only while nothing else was done since.
    const bool canTakeBack =
        !m_accepted.isEmpty() &&
        m_binding->workspace()->document()->undoStack()->index() == m_accepted.back();
    m_takeBack->setEnabled(canTakeBack);
    m_takeBack->setToolTip(canTakeBack ? tr("Undo what was accepted last")
                                       : tr("Nothing was accepted here."));
}

void EvidencePanel::accept(bool onlyTicked) {
    Proposals accepted;
    for (const Proposal& proposal : m_proposals) {
        if (!onlyTicked || !m_unticked.contains(proposal.id()))
            accepted.push_back(proposal);
    }
    Workspace* workspace = m_binding->workspace();
    const int before = workspace->document()->undoStack()->index();
    workspace->document()->change(
        tr("accept %1").arg(counted(static_cast<qint64>(accepted.size()), "proposal", "proposals")),
        [&](Project& project) {
            for (const Proposal& proposal : accepted)
                proposal.apply(project);
        });
    if (workspace->document()->undoStack()->index() != before)
        m_accepted += workspace->document()->undoStack()->index();
    refreshButtons();
}

void EvidencePanel::takeBack() {
    m_accepted.removeLast();
    m_binding->workspace()->document()->undoStack()->undo();
    refreshButtons();
}

} // namespace gravin
