// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/connect/secret_keeper.h"

#include "core/database/secrets.h"

#include <QPointer>

#include <qt6keychain/keychain.h>

namespace gravin::secret_keeper {

namespace {
const QString Service = QStringLiteral("gravin");
} // namespace

void recall(const ConnectionSpec& spec, QObject* context, std::function<void()> answer) {
    if (spec.isFile() || !Secrets::passwordOf(spec).isNull()) {
        answer();
        return;
    }
    auto* job = new QKeychain::ReadPasswordJob(Service); // deletes itself
    job->setKey(spec.account());
    QObject::connect(job, &QKeychain::Job::finished, context,
                     [job, spec, answer = std::move(answer)] {
                         if (job->error() == QKeychain::NoError)
                             Secrets::remember(spec, job->textData());
                         answer();
                     });
    job->start();
}

void keep(const ConnectionSpec& spec, const QString& password, QObject* context,
          std::function<void(const QString&)> answer) {
    auto* job = new QKeychain::WritePasswordJob(Service); // deletes itself
    job->setKey(spec.account());
    job->setTextData(password);
    // Never into a plain file where there is no secret service.
    job->setInsecureFallback(false);
    QObject::connect(job, &QKeychain::Job::finished, context, [job, answer = std::move(answer)] {
        answer(job->error() == QKeychain::NoError ? QString() : job->errorString());
    });
    job->start();
}

} // namespace gravin::secret_keeper
