// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/worker.h"
#include "core/fitting/findings/binding_check.h"

namespace gravin {

// Asks the stored records of a database whether they fit a project, in the background, by a worker
// of its own: a long question must not hold up the screens.
class DataQuestion : public QObject {
    Q_OBJECT
public:
    DataQuestion(const ConnectionSpec& database, QObject* parent);

    bool isAsking() const { return m_job != 0; }
    // Requires: nothing is asked.
    void ask(const Project& project, const std::shared_ptr<const Catalog>& catalog);
    void stop();

Q_SIGNALS:
    // Once for each question that came to its end.
    void answered(const gravin::Findings& findings);
    // Why it was not answered, for people; also when it was stopped.
    void failed(const QString& reason);

private:
    WorkerHandle m_worker;
    Worker::JobId m_job = 0;
};

} // namespace gravin
