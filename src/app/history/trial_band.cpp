// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/trial_band.h"

#include "app/history/rollback_dialog.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "session/log_time.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

namespace gravin {

TrialBand::TrialBand(Workspace* workspace, QWidget* parent)
    : QFrame(parent)
    , m_workspace(workspace)
    , m_text(new QLabel)
    , m_rollback(new QPushButton(tr("Roll back all…"))) {
    setObjectName(QStringLiteral("trial-band"));
    setProperty("role", "band");
    m_text->setObjectName(QStringLiteral("trial-text"));
    m_text->setTextFormat(Qt::PlainText);
    auto* keep = new QPushButton(tr("Keep"));
    keep->setObjectName(QStringLiteral("trial-keep"));
    keep->setToolTip(tr("End the trial; what was done stays"));
    m_rollback->setObjectName(QStringLiteral("trial-roll-back"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(space::Pad, 4, space::Pad, 4);
    layout->addWidget(m_text, 1);
    layout->addWidget(keep);
    layout->addWidget(m_rollback);
    connect(keep, &QPushButton::clicked, this, &TrialBand::keep);
    connect(m_rollback, &QPushButton::clicked, this, &TrialBand::rollBackAll);
    connect(workspace->writing(), &Writing::committed, this, &TrialBand::look);
    hide();
    look();
}

QString TrialBand::text() const { return isHidden() ? QString() : m_text->text(); }

void TrialBand::look() {
    m_workspace->database()->reader()->run<std::optional<OpenTrial>>(
        this, [](Session& session) { return ChangeLog(session).openTrial(); },
        [this](const Result<std::optional<OpenTrial>>& trial) {
            m_trial = trial ? *trial : std::nullopt;
            setVisible(m_trial.has_value());
            if (!m_trial)
                return;
            const QString count = counted(m_trial->changes, "change", "changes");
            m_text->setText(tr("A trial is on since %1, begun by %2: %3 so far.")
                                .arg(shownTime(m_trial->start.at, m_workspace->project().form()),
                                     m_trial->start.person, count));
            m_rollback->setEnabled(m_trial->changes > 0);
            m_rollback->setToolTip(m_trial->changes > 0
                                       ? tr("See the plan, then take everything back")
                                       : tr("Nothing was changed since."));
        });
}

void TrialBand::mark(bool starts, const QString& said) {
    m_workspace->writing()->markTrial(starts ? 0 : m_trial->start.id, said);
}

void TrialBand::start() {
    if (m_trial) {
        m_workspace->notices()->tell({Notice::Kind::Refused, tr("A trial is on already. Keep it or "
                                                                "roll it back first.")});
        return;
    }
    mark(true, tr("A trial is on: from now on everything can be taken back as one."));
}

void TrialBand::keep() {
    if (m_trial)
        mark(false, tr("The trial is ended; what was done stays."));
}

void TrialBand::rollBackAll() {
    if (!m_trial)
        return;
    LogScope scope;
    scope.afterId = m_trial->start.id;
    auto* dialog = new RollbackDialog(m_workspace, scope, tr("the trial"), window());
    connect(dialog, &RollbackDialog::rolledBack, this,
            [this] { mark(false, tr("The trial is rolled back and ended.")); });
    dialog->open();
}

} // namespace gravin
