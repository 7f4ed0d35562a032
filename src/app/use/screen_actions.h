// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/worker.h"
#include "core/fitting/action_steps.h"
#include "session/screen_binding.h"

#include <QAction>
#include <QWidget>

#include <functional>

namespace gravin {

// The actions that a screen has of its own, in one place where its records are worked on: a page,
// or an edit window. Each runs its steps in turn; what is edited in its records is saved before,
// and where a step is refused the rest is not done. Speaks by the workspace's notices.
class ScreenActions : public QObject {
    Q_OBJECT
public:
    using Chosen = std::function<QList<RecordId>()>;
    // `binding` must outlive it. `chosen`: the records that are meant, the current one first. The
    // keys work in `place`, which owns it.
    ScreenActions(ScreenBinding* binding, Chosen chosen, QWidget* place);
    ~ScreenActions() override;

    // Those that have a button, and all; they live until rebuilt().
    QList<QAction*> buttons() const;
    const QList<QAction*>& all() const { return m_actions; }
    // The states and reasons become those of the records that are chosen now.
    void refresh();
    // Without it none of them can be used: while the screen is shaped.
    void setActive(bool active);
    // Runs the action of this name on a record that was just saved, and then goes on, unless it was
    // refused. An action that is not there, or not for such a record, is passed over.
    void runAfterSave(const QString& name, const RecordId& saved,
                      const std::function<void()>& then);
    // Whether one is under way.
    bool isRunning() const { return m_running.has_value(); }

Q_SIGNALS:
    // The screen has others now.
    void rebuilt();
    // Steps that the place does.
    void nextWanted();
    void closeWanted();
    void goToWanted(const gravin::RecordLink& link, const std::vector<gravin::Value>& values,
                    const QString& words, const QString& where);

private:
    struct Running {
        ScreenAction action;
        qsizetype step = 0;
        QList<RecordId> records;
        QStringList said; // what its steps did
        qint64 change = 0;
        std::function<void()> then = {}; // when it was done
    };
    void rebuild();
    QString reasonAgainstNow(const ScreenAction& action) const;
    void ask(const ScreenAction& action);
    void begin(const ScreenAction& action, const QList<RecordId>& records,
               const std::function<void()>& then = {});
    void saveEdits();
    void goOn();
    void doStep(const ActionStep& step);
    void call(const ActionStep& step);
    void write(const ActionStep& step, const QMap<QString, Value>& asked = {});
    void finishWrite(const WriteResult& result);
    void newRecord(const ActionStep& step);
    void goTo(const ActionStep& step);
    void openLink(const ActionStep& step);
    void print(const ActionStep& step);
    void stop(const QString& reason, const QString& detail = {});
    void finish();
    std::vector<Key> keys() const;
    // Of the first record; empty: it is not here.
    std::vector<Value> values() const;

    Workspace* workspace() const { return m_binding->workspace(); }

    ScreenBinding* m_binding;
    Chosen m_chosen;
    QWidget* m_place;
    QList<ScreenAction> m_shown; // of these m_actions are made
    QList<QAction*> m_actions;
    WorkerHandle m_reader; // null until a step needs it
    std::optional<Running> m_running;
    bool m_isActive = true;
};

// The buttons of those that have one, side by side.
class ScreenActionRow : public QWidget {
    Q_OBJECT
public:
    // `actions` must outlive it.
    explicit ScreenActionRow(ScreenActions* actions, QWidget* parent = nullptr);

private:
    void fill();

    ScreenActions* m_actions;
};

} // namespace gravin
