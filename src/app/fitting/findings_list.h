// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/findings/binding_check.h"

#include <QWidget>

class QLabel;
class QTreeWidget;

namespace gravin {

// Findings with what breaks first, and below them the chosen one in full.
class FindingsList : public QWidget {
    Q_OBJECT
public:
    explicit FindingsList(QWidget* parent = nullptr);

    // The chosen finding stays chosen if it is among them.
    void setFindings(const Findings& findings);
    const Findings& findings() const { return m_findings; }
    const Finding* chosen() const; // null: none

Q_SIGNALS:
    void chosenChanged();

private:
    void describeChosen();

    Findings m_findings;
    QTreeWidget* m_list;
    QLabel* m_detail;
};

} // namespace gravin
