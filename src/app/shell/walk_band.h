// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/record.h"
#include "session/workspace.h"

#include <QFrame>

class QLabel;
class QPushButton;

namespace gravin {

class ScreenPage;

// Five steps through the demonstration for whoever sees Gravin for the first time: each says what
// to do, and goes on by itself once it was done. It can be left at any step and is taken up there.
// Hidden where it is not on.
class WalkBand : public QFrame {
    Q_OBJECT
public:
    static constexpr int Steps = 5;
    // The keys of a command, by its id, as the person has them.
    using Keys = std::function<QString(const char* command)>;

    explicit WalkBand(Workspace* workspace, QWidget* parent = nullptr);

    // Where it was left, 1 to Steps; 0: it was not begun; Steps + 1: it is done.
    static int reached();
    static bool isLeft();
    // It is taken up with the next project it can go through, from the beginning where it was done.
    static void takeUp();

    void setKeys(const Keys& keys);
    // Shows it where it is on and this project is the demonstration.
    void offer();
    void follow(ScreenPage* page);
    // The change log was asked for one record or field.
    void noteHistory();
    QString text() const;

private:
    void connectWork();
    void advanceFrom(int step);
    void go(int step);
    void refresh();

    Workspace* m_workspace;
    Keys m_keys = [](const char*) { return QString(); };
    int m_step = 0;      // 0: it is not on here
    RecordId m_standing; // in the list that was stood in last
    QWidget* m_ticks;
    QLabel* m_title;
    QLabel* m_text;
    QPushButton* m_skip;
    QPushButton* m_leave;
};

} // namespace gravin
