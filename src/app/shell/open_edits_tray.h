// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include <functional>

class QHBoxLayout;

namespace gravin {

class OpenEdits;

// The open edit windows at the right end of the timeline, each by number, name and state.
class OpenEditsTray : public QWidget {
    Q_OBJECT
public:
    // `edits` must outlive the tray.
    explicit OpenEditsTray(OpenEdits* edits, QWidget* parent = nullptr);

    // Those of the last time, until they are opened or declined; none: nothing is offered.
    void offer(qsizetype windows, const std::function<void()>& open);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void fill();
    // Once for all windows that are opened or changed in this turn of the event loop.
    void fillSoon();
    void addMenu();
    void addOffer();
    void askToCloseAll();

    OpenEdits* m_edits;
    QHBoxLayout* m_layout;
    bool m_fillsSoon = false;
    qsizetype m_offered = 0;
    std::function<void()> m_openOffered;
};

} // namespace gravin
