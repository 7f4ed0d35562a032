// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QFrame>

class QLabel;
class QToolButton;

namespace gravin {

// One line in place that says what was done or why not; the database's own words are folded away.
// Stays until the next one or until it is closed.
class NoticeLine : public QFrame {
    Q_OBJECT
public:
    explicit NoticeLine(QWidget* parent = nullptr);
    void setNotice(const Notice& notice);
    // Something was edited: what was said of it until then no longer holds.
    void forgetUntilEdited();
    QString text() const;

Q_SIGNALS:
    // The notice's own undo: of the change that it tells of.
    void rollbackRequested(qint64 change);

private:
    QLabel* m_text;
    QLabel* m_detail;
    QToolButton* m_rollback;
    qint64 m_change = 0;
    bool m_isUntilEdited = false;
    QToolButton* m_more;
};

} // namespace gravin
