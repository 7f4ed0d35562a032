// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"

#include <QWidget>

class QLabel;
class QLineEdit;
class QPushButton;
class QStringListModel;
class QToolButton;

namespace gravin {

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
    // What the find box offers; a chosen text is told by found().
    void setFindable(const QStringList& texts);
    void focusFind();
    QToolButton* menuButton() const { return m_menu; }

Q_SIGNALS:
    void buildRequested(bool build);
    void findingsRequested();
    void found(const QString& text);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void arrange();
    void choose(const QString& text);

    QLabel* m_project;
    QLabel* m_connection;
    QToolButton* m_findings;
    QPushButton* m_build;
    QPushButton* m_use;
    QLineEdit* m_find;
    QStringListModel* m_findable;
    QToolButton* m_menu;
};

} // namespace gravin
