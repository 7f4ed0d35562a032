// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/interruption.h"

#include <algorithm>
#include <mutex>
#include <thread>
#include <vector>

#include <csignal>
#include <unistd.h>

namespace gravin::cli {

namespace {

constexpr int SecondsToEnd = 10;
constexpr int SignalExit = 128; // and the signal's number, as shells count

struct Sessions {
    std::mutex mutex;
    std::vector<Session*> all;
};

Sessions& sessions() {
    // Never destroyed: the thread that waits for signals may outlive the rest.
    static auto* instance = new Sessions;
    return *instance;
}

sigset_t endingSignals() {
    sigset_t signals;
    sigemptyset(&signals);
    for (const int signal : {SIGINT, SIGTERM, SIGHUP})
        sigaddset(&signals, signal);
    return signals;
}

void waitForSignals() {
    const sigset_t signals = endingSignals();
    int signal = 0;
    if (::sigwait(&signals, &signal) != 0)
        return;
    bool isAtWork = false;
    {
        const std::lock_guard lock(sessions().mutex);
        isAtWork = !sessions().all.empty();
        for (Session* session : sessions().all)
            session->interrupt();
    }
    const timespec limit{isAtWork ? SecondsToEnd : 0, 0};
    (void)::sigtimedwait(&signals, nullptr, &limit);
    ::_exit(SignalExit + signal);
}

} // namespace

void endStatementsOnSignals() {
    const sigset_t signals = endingSignals();
    ::pthread_sigmask(SIG_BLOCK, &signals, nullptr);
    std::thread(waitForSignals).detach();
}

Watched::Watched(Session& session)
    : m_session(session) {
    const std::lock_guard lock(sessions().mutex);
    sessions().all.push_back(&m_session);
}

Watched::~Watched() {
    const std::lock_guard lock(sessions().mutex);
    std::erase(sessions().all, &m_session);
}

} // namespace gravin::cli
