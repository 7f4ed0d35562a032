// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fitting/repoint_panel.h"

#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/fitting/query_source.h"
#include "core/fitting/repointing.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {
constexpr Distance RepointWidth(940);
constexpr Distance RepointHeight(460);
} // namespace

RepointPanel::RepointPanel(Workspace* workspace, const ConnectionSpec& other, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_other(other)
    , m_worker(startWorker(other, Session::Access::ReadOnly))
    , m_question(other, this)
    , m_summary(new QLabel)
    , m_list(new FindingsList)
    , m_use(new QPushButton)
    , m_ask(new QPushButton) {
    setObjectName(QStringLiteral("repoint-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("%1 on %2").arg(workspace->project().name, other.shownName()));
    resize(RepointWidth, RepointHeight);
    m_summary->setObjectName(QStringLiteral("repoint-summary"));
    m_summary->setTextFormat(Qt::PlainText);
    m_summary->setWordWrap(true);
    m_use->setObjectName(QStringLiteral("repoint-use"));
    m_ask->setObjectName(QStringLiteral("repoint-ask"));
    auto* close = new QPushButton(tr("Keep the present database"));
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(m_use);
    buttons->addWidget(m_ask);
    buttons->addStretch();
    buttons->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_summary);
    layout->addWidget(m_list, 1);
    layout->addLayout(buttons);
    connect(m_use, &QPushButton::clicked, this, &QDialog::accept);
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    connect(m_ask, &QPushButton::clicked, this,
            [this] { m_question.isAsking() ? m_question.stop() : askData(); });
    connect(&m_question, &DataQuestion::answered, this, [this](const Findings& findings) {
        m_findings.insert(m_findings.end(), findings.begin(), findings.end());
        m_problem.clear();
        refresh();
    });
    connect(&m_question, &DataQuestion::failed, this, [this](const QString& reason) {
        m_dataAsked = false;
        m_problem = reason;
        refresh();
    });
    connect(workspace->records(), &Records::draftsChanged, this, &RepointPanel::refresh);
    compare();
}

void RepointPanel::compare() {
    m_worker->run<std::shared_ptr<const Catalog>>(
        this,
        [project =
             m_workspace->project()](Session& session) -> Result<std::shared_ptr<const Catalog>> {
            auto catalog = catalogOf(session, project);
            if (!catalog)
                return catalog.error();
            return std::make_shared<const Catalog>(std::move(*catalog));
        },
        [this](const Result<std::shared_ptr<const Catalog>>& catalog) {
            m_compares = false;
            if (catalog) {
                m_catalog = *catalog;
                m_findings =
                    repointFindings(m_workspace->project(), &m_workspace->catalog(), *m_catalog);
            } else {
                m_problem = catalog.error().sentence;
            }
            refresh();
        });
    refresh();
}

void RepointPanel::askData() {
    m_dataAsked = true;
    m_question.ask(m_workspace->project(), m_catalog);
    refresh();
}

void RepointPanel::refresh() {
    m_list->setFindings(m_findings);
    const qsizetype breaking = breakingCount(m_findings);
    QStringList lines;
    if (m_catalog)
        lines += summaryOf(m_findings);
    if (m_compares)
        lines += tr("Comparing with %1…").arg(m_other.shownName());
    else if (m_question.isAsking())
        lines += tr("The records there are being asked…");
    else if (!m_problem.isEmpty())
        lines += m_problem;
    else if (!m_dataAsked)
        lines += tr("The records there have not been asked yet.");
    if (m_catalog)
        lines += tr("The change log of the present database stays with it.");
    m_summary->setText(lines.join(u' '));

    const qsizetype drafts = m_workspace->records()->openDrafts().size();
    QString reason;
    if (!m_catalog)
        reason = m_compares ? tr("It is still being compared.") : m_problem;
    else if (drafts > 0)
        reason = tr("%1 not saved. Save or discard them first.")
                     .arg(counted(drafts, "record is", "records are"));
    m_use->setEnabled(reason.isEmpty());
    m_use->setToolTip(reason.isEmpty() ? tr("Saves the project with it and opens it anew")
                                       : reason);
    m_use->setText(
        breaking > 0
            ? tr("Use it all the same: %1 will not work").arg(counted(breaking, "thing", "things"))
            : tr("Use this database"));
    setStyleProperty(m_use, "main", breaking == 0 ? QStringLiteral("true") : QString());
    m_ask->setText(m_question.isAsking() ? tr("Stop") : tr("Ask the records too"));
    m_ask->setEnabled(m_question.isAsking() || (m_catalog && !m_dataAsked));
}

} // namespace gravin
