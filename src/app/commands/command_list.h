// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAction>
#include <QKeySequence>
#include <QObject>

#include <functional>
#include <map>
#include <vector>

namespace gravin {

// By what one does; the menu has an entry for each, in this order.
enum class CommandGroup { Record, Edit, List, Files, Go, LookBack, Build, Project, Window, Help };
QString commandGroupLabel(CommandGroup group);
std::vector<CommandGroup> allCommandGroups();

// Something that can be done in a window, wherever it is offered.
struct Command {
    QString id; // of tests and of keys that a person has changed; never shown
    CommandGroup group = CommandGroup::Window;
    QString text;
    QKeySequence usualKeys = {};
    std::function<void()> run = {};
    // Why it cannot be done now; empty text or no function: it can.
    std::function<QString()> reasonAgainst = {};
    // What it would do now, where that differs; else `text`.
    std::function<QString()> textNow = {};
    // Whatever has the focus takes the keys itself; they are only said here.
    bool isKeyOfWidgets = false;
    bool isInMenu = true; // all are in the find box
};

// All that can be done in a window, each once: the menu, the find box, the page of keys and the
// tool tips are made of it. A key whose command cannot be done says why.
class CommandList : public QObject {
    Q_OBJECT
public:
    // The actions become those of `window`, which outlives it.
    explicit CommandList(QWidget* window);

    // Requires: no command has its id.
    void add(const Command& command);
    const std::vector<Command>& all() const { return m_commands; }
    // Require: there is such a command.
    QAction* action(const QString& id) const { return m_actions.at(id); }
    QKeySequence keys(const QString& id) const { return action(id)->shortcut(); }
    QString reasonAgainst(const QString& id) const;
    QString textNow(const QString& id) const;

    // Runs it, or says why not.
    void run(const QString& id);

    // The command that has these keys and is not `but`; null: none.
    const Command* usedBy(const QKeySequence& keys, const QString& but) const;
    // Kept for the person. Of a command that has the keys they are taken. The usual ones are not
    // kept, so that a later version may change them.
    void setKeys(const QString& id, const QKeySequence& keys);
    void useUsualKeys();

Q_SIGNALS:
    void refused(const QString& reason);
    void keysChanged();

private:
    const Command& command(const QString& id) const;
    void applyKeys(const QString& id, const QKeySequence& keys);

    QWidget* m_window;
    std::vector<Command> m_commands;
    std::map<QString, QAction*> m_actions;
};

// The keys that a command of this id has for the person, for tool tips of places that do not know
// the list; as Qt writes them for people. Empty: none.
QString shownKeys(const QString& id, const QKeySequence& usual);

} // namespace gravin
