// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"

#include <QDialog>

#include <optional>

namespace gravin {

class Workspace;

// What would be lost if a project were left now: its drafts and the project itself, as they are.
struct UnsavedWork {
    QStringList names;              // for people
    QStringList drafts;             // what is in them
    std::optional<Project> project; // nothing: it is saved
    bool isEmpty() const { return names.isEmpty(); }
    static UnsavedWork of(Workspace& workspace);
    // Whether it is the same work still.
    friend bool operator==(const UnsavedWork& a, const UnsavedWork& b) {
        return a.drafts == b.drafts && a.project == b.project;
    }
};

// Names unsaved work before it is left behind: to be saved, given up, or gone on with.
// Deletes itself when closed.
class LeaveQuestion : public QDialog {
    Q_OBJECT
public:
    LeaveQuestion(const UnsavedWork& work, QWidget* parent);

Q_SIGNALS:
    // The question is closed by then; saving or giving up is left to who asked.
    void saveChosen();
    void discardChosen();
};

} // namespace gravin
