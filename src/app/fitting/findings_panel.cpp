// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fitting/findings_panel.h"

#include "app/look/theme.h"
#include "core/base/text.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

constexpr Distance FindingsPanelWidth(940);
constexpr Distance FindingsPanelHeight(460);

} // namespace

FindingsPanel::FindingsPanel(Workspace* workspace, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_question(workspace->project().connection, this)
    , m_summary(new QLabel)
    , m_list(new FindingsList)
    , m_ask(new QPushButton)
    , m_mend(new QPushButton(tr("Mend")))
    , m_mendAll(new QPushButton(tr("Mend all that can be")))
    , m_show(new QPushButton(tr("Show the screen"))) {
    setObjectName(QStringLiteral("findings-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Does the project fit its database?"));
    resize(FindingsPanelWidth, FindingsPanelHeight);
    m_summary->setObjectName(QStringLiteral("findings-summary"));
    m_summary->setTextFormat(Qt::PlainText);
    m_summary->setWordWrap(true);
    m_ask->setObjectName(QStringLiteral("findings-ask"));
    m_mend->setObjectName(QStringLiteral("findings-mend"));
    m_mend->setProperty("main", true);
    auto* close = new QPushButton(tr("Close"));
    auto* buttons = new QHBoxLayout;
    for (QPushButton* button : {m_mend, m_mendAll, m_show, m_ask})
        buttons->addWidget(button);
    buttons->addStretch();
    buttons->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_summary);
    layout->addWidget(m_list, 1);
    layout->addLayout(buttons);
    connect(m_list, &FindingsList::chosenChanged, this, &FindingsPanel::refreshButtons);
    connect(m_mend, &QPushButton::clicked, this, [this] { mend(false); });
    connect(m_mendAll, &QPushButton::clicked, this, [this] { mend(true); });
    connect(m_show, &QPushButton::clicked, this, [this] {
        if (const Finding* finding = m_list->chosen())
            Q_EMIT screenWanted(finding->screen);
    });
    connect(m_ask, &QPushButton::clicked, this,
            [this] { m_question.isAsking() ? m_question.stop() : askData(); });
    connect(&m_question, &DataQuestion::answered, this, [this](const Findings& findings) {
        m_ofData = findings;
        refresh();
    });
    connect(&m_question, &DataQuestion::failed, this, [this](const QString& reason) {
        refresh();
        m_summary->setText(reason);
    });
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    connect(workspace->document(), &ProjectDocument::findingsChanged, this, [this] {
        if (m_dataAsked && !m_question.isAsking())
            askData();
        refresh();
    });
    refresh();
}

void FindingsPanel::askData() {
    m_dataAsked = true;
    m_question.ask(m_workspace->project(), m_workspace->database()->sharedCatalog());
    refresh();
}

void FindingsPanel::refresh() {
    Findings shown = m_workspace->document()->findings();
    shown.insert(shown.end(), m_ofData.begin(), m_ofData.end());
    m_list->setFindings(shown);
    QString summary = summaryOf(shown);
    if (m_question.isAsking())
        summary += u' ' + tr("The records are being asked…");
    else if (!m_dataAsked)
        summary += u' ' + tr("The records have not been asked yet.");
    m_summary->setText(summary);
    refreshButtons();
}

void FindingsPanel::refreshButtons() {
    const Finding* finding = m_list->chosen();
    m_ask->setText(m_question.isAsking() ? tr("Stop") : tr("Ask the records too"));
    m_mend->setEnabled(finding && finding->apply);
    m_mend->setToolTip(!finding         ? tr("No finding is chosen.")
                       : finding->apply ? finding->mend
                                        : tr("Nothing that is safe can be done at once."));
    const Findings& all = m_list->findings();
    m_mendAll->setEnabled(std::any_of(all.begin(), all.end(),
                                      [](const Finding& each) { return each.apply != nullptr; }));
    m_show->setEnabled(finding && !finding->screen.isEmpty());
}

// One step of undo.
void FindingsPanel::mend(bool all) {
    Findings mended;
    QStringList ids;
    const Finding* chosen = m_list->chosen();
    for (const Finding& each : m_list->findings()) {
        const bool isIt = all || (chosen && each.id() == chosen->id());
        if (isIt && each.apply) {
            mended.push_back(each);
            ids += each.id();
        }
    }
    // What is mended goes from the list at once; asking again is for the next time.
    std::erase_if(m_ofData, [&](const Finding& each) { return ids.contains(each.id()); });
    m_workspace->document()->change(tr("mend %1").arg(counted(ids.size(), "finding", "findings")),
                                    [&](Project& project) {
                                        for (const Finding& each : mended)
                                            each.apply(project);
                                    });
}

} // namespace gravin
