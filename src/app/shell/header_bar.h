// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"

#include <QWidget>

class QLabel;
class QPushButton;
class QToolButton;

namespace gravin {

class FindBox;

// The slim line on top: project and connection with its state, Build | Use, find, menu.
class HeaderBar : public QWidget {
    Q_OBJECT
public:
    explicit HeaderBar(QWidget* parent = nullptr);

    void setProject(const QString& name, bool modified);
    void setConnection(const ConnectionSpec& connection, bool reachable, const QString& reason);
    void setBuild(bool build);
    void setBuildOffered(bool offered);
    // How many findings break something and how many risk it; none are not shown.
    void setFindings(qsizetype breaking, qsizetype risking);
    FindBox* findBox() const { return m_find; }
    void focusFind();
    QToolButton* menuButton() const { return m_menu; }

Q_SIGNALS:
    void buildRequested(bool build);
    void findingsRequested();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void arrange();

    QLabel* m_project;
    QLabel* m_connection;
    QToolButton* m_findings;
    QPushButton* m_build;
    QPushButton* m_use;
    FindBox* m_find;
    QToolButton* m_menu;
};

} // namespace gravin
