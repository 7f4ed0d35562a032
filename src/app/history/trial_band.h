// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"
#include "session/workspace.h"

#include <QFrame>

class QLabel;
class QPushButton;

namespace gravin {

// Says that a trial is on, since when and with how many changes, and ends it: by keeping what was
// done, or by rolling all of it back. Hidden while there is none.
class TrialBand : public QFrame {
    Q_OBJECT
public:
    explicit TrialBand(Workspace* workspace, QWidget* parent = nullptr);

    bool isOn() const { return m_trial.has_value(); }
    QString text() const;
    // Marks the log; refused by a notice while a trial is on.
    void start();
    void keep();
    void rollBackAll();

private:
    void look();
    void mark(bool starts, const QString& said);

    Workspace* m_workspace;
    std::optional<OpenTrial> m_trial;
    QLabel* m_text;
    QPushButton* m_rollback;
};

} // namespace gravin
