// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QApplication>
#include <QElapsedTimer>
#include <QTimer>

#include <algorithm>
#include <cstdio>
#include <functional>
#include <vector>

// What a person waits for, in milliseconds.
namespace gravin::bench {

constexpr int FrameBudget = 16;

inline double milliseconds(const QElapsedTimer& timer) {
    return static_cast<double>(timer.nsecsElapsed()) / 1e6;
}

// Times of single frames; a frame is what a person waits for between an action and its picture.
class Frames {
public:
    void take(double time) { m_times.push_back(time); }
    void print(const char* what) {
        std::sort(m_times.begin(), m_times.end());
        const auto within = std::count_if(m_times.begin(), m_times.end(),
                                          [](double time) { return time <= FrameBudget; });
        const auto size = static_cast<double>(m_times.size());
        std::printf(
            "%-44s %6zu frames, %.1f %% within 16 ms, median %.1f, 99 %% %.1f, worst %.1f\n", what,
            m_times.size(), 100.0 * static_cast<double>(within) / size, m_times[m_times.size() / 2],
            m_times[static_cast<size_t>(0.99 * (size - 1))], m_times.back());
    }

private:
    std::vector<double> m_times;
};

// Waits in the event loop, noticing the longest time that it stood still.
class Stillness {
public:
    bool until(const std::function<bool()>& condition) {
        QElapsedTimer all;
        all.start();
        m_beat.start();
        QTimer pulse;
        QObject::connect(&pulse, &QTimer::timeout, &pulse, [this] {
            m_longest = std::max(m_longest, milliseconds(m_beat));
            m_beat.restart();
        });
        pulse.start(1);
        while (!condition()) {
            if (all.elapsed() > 120'000)
                return false;
            QApplication::processEvents(QEventLoop::WaitForMoreEvents);
        }
        m_waited = milliseconds(all);
        return true;
    }
    double waited() const { return m_waited; }
    double longest() const { return m_longest; }

private:
    QElapsedTimer m_beat;
    double m_longest = 0;
    double m_waited = 0;
};

} // namespace gravin::bench
