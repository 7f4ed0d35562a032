// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/asked_fields.h"
#include "core/database/routine.h"

#include <QDialog>

class QLabel;

namespace gravin {

// Before a routine runs: what it asks for, and what of its effects no rollback will take back.
class RoutineQuestion : public QDialog {
    Q_OBJECT
public:
    // `title`: what runs it. `note` may be empty. Deletes itself when closed.
    RoutineQuestion(Workspace* workspace, const QString& title, const QString& note,
                    const QList<Routine::Parameter>& asked, QWidget* parent);

Q_SIGNALS:
    // The person wants it to run, with these values by parameter.
    void agreed(const QMap<QString, gravin::Value>& values);

private:
    void run();

    AskedFields* m_fields;
    QLabel* m_reason;
};

} // namespace gravin
