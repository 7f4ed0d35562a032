// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/walk_band.h"

#include "app/grid/grid_view.h"
#include "app/look/person_settings.h"
#include "app/look/theme.h"
#include "app/use/screen_page.h"
#include "core/base/person.h"
#include "session/own_demonstration.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

const QString StepKey = QStringLiteral("step");
const QString LeftKey = QStringLiteral("left");

QSettings walkSettings() { return personSettings(QStringLiteral("walk")); }

// How far it is: ticks as the timeline has them, those behind one in the accent.
class WalkTicks : public QWidget {
public:
    WalkTicks() { setFixedSize(Distance(56), Distance(22)); }
    void setStep(int step) {
        m_step = step;
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        const Colours& colours = Theme::instance().colours();
        const int apart = width() / WalkBand::Steps;
        for (int i = 1; i <= WalkBand::Steps; ++i) {
            const int tall = i == m_step ? height() : height() * 2 / 3;
            painter.fillRect(QRect((i - 1) * apart, height() - tall, i == m_step ? 4 : 3, tall),
                             i <= m_step ? colours.accent : colours.lines);
        }
    }

private:
    int m_step = 0;
};

// The order of a screen's fields is what its fifth step changes.
QStringList columnsOf(const Screen& screen) {
    QStringList columns;
    for (const ScreenField& field : screen.fields)
        columns += field.column;
    return columns;
}

QList<QStringList> ordersOf(const Project& project) {
    QList<QStringList> orders;
    for (const Screen& screen : project.screens)
        orders += columnsOf(screen);
    return orders;
}

} // namespace

WalkBand::WalkBand(Workspace* workspace, QWidget* parent)
    : QFrame(parent)
    , m_workspace(workspace)
    , m_ticks(new WalkTicks)
    , m_title(new QLabel)
    , m_text(new QLabel)
    , m_skip(new QPushButton(tr("Skip this step")))
    , m_leave(new QPushButton(tr("Leave the walk"))) {
    setObjectName(QStringLiteral("walk-band"));
    setProperty("role", "walk");
    m_title->setObjectName(QStringLiteral("walk-title"));
    m_title->setProperty("role", "heading");
    m_text->setObjectName(QStringLiteral("walk-text"));
    m_text->setTextFormat(Qt::PlainText);
    m_text->setWordWrap(true);
    m_skip->setObjectName(QStringLiteral("walk-skip"));
    m_leave->setObjectName(QStringLiteral("walk-leave"));
    for (QPushButton* button : {m_skip, m_leave})
        button->setFocusPolicy(Qt::TabFocus); // a click leaves the keys where the work is
    auto* words = new QVBoxLayout;
    words->setSpacing(2);
    words->addWidget(m_title);
    words->addWidget(m_text);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(space::Pad, 6, space::Pad, 6);
    layout->setSpacing(space::Pad);
    layout->addWidget(m_ticks);
    layout->addLayout(words, 1);
    layout->addWidget(m_skip);
    layout->addWidget(m_leave);
    connect(m_skip, &QPushButton::clicked, this, [this] { advanceFrom(m_step); });
    connect(m_leave, &QPushButton::clicked, this, [this] {
        if (m_step <= Steps)
            walkSettings().setValue(LeftKey, true);
        m_step = 0;
        hide();
    });
    connectWork();
    hide();
}

int WalkBand::reached() { return walkSettings().value(StepKey, 0).toInt(); }

bool WalkBand::isLeft() { return walkSettings().value(LeftKey, false).toBool(); }

void WalkBand::takeUp() {
    QSettings settings = walkSettings();
    settings.setValue(LeftKey, false);
    if (reached() < 1 || reached() > Steps)
        settings.setValue(StepKey, 1);
}

void WalkBand::setKeys(const Keys& keys) { m_keys = keys; }

void WalkBand::offer() {
    if (isLeft() || reached() > Steps || !isOwnDemonstration(m_workspace->document()->file()))
        return;
    go(std::max(1, reached()));
}

void WalkBand::connectWork() {
    connect(m_workspace->writing(), &Writing::committed, this,
            [this](const CommittedChange& change) {
                if (change.person != personName())
                    return;
                if (change.action == u"roll back")
                    advanceFrom(4);
                else if (!change.records.empty())
                    advanceFrom(2);
            });
    connect(m_workspace->document(), &ProjectDocument::screenChanged, this,
            [this, orders = ordersOf(m_workspace->project())]() mutable {
                const auto before = std::exchange(orders, ordersOf(m_workspace->project()));
                if (before != orders)
                    advanceFrom(5);
            });
}

void WalkBand::follow(ScreenPage* page) {
    connect(page->grid(), &GridView::currentRecordChanged, this, [this](const RecordId& id) {
        const RecordId before = std::exchange(m_standing, id);
        // The list's own beginning is no step.
        if (!id.isNone() && !before.isNone() && !(before == id))
            advanceFrom(1);
    });
}

void WalkBand::noteHistory() { advanceFrom(3); }

void WalkBand::advanceFrom(int step) {
    if (m_step == step && step <= Steps)
        go(step + 1);
}

void WalkBand::go(int step) {
    m_step = step;
    QSettings settings = walkSettings();
    settings.setValue(StepKey, step);
    settings.setValue(LeftKey, false);
    refresh();
    show();
}

QString WalkBand::text() const { return isHidden() ? QString() : m_text->text(); }

void WalkBand::refresh() {
    struct Words {
        QString title;
        QString text;
    };
    const Words words[] = {
        {tr("Find a record"),
         tr("Press %1, type cooper and press Return: the list goes there. A click on any row does, "
            "too.")
             .arg(m_keys("go-to"))},
        {tr("Change it"),
         tr("Type over a cell, or click into the form. %1 saves the record; Esc steps back.")
             .arg(m_keys("save"))},
        {tr("See what was done to it"),
         tr("%1 shows the history of this record: who changed what, and when.")
             .arg(m_keys("record-history"))},
        {tr("Take it back"),
         tr("Choose your change in the change log and press “Roll back…”. The plan says "
            "what comes back, and nothing happens before you agree.")},
        {tr("Shape the screen"),
         tr("%1 unfolds the plate over the list. Move a field: drag its name to another place, or "
            "type another number on the line “Order”. %2 takes that back.")
             .arg(m_keys("switch"), m_keys("undo"))},
        {tr("That is the walk"),
         tr("Everything else is in the menu and under %1; %2 opens the guide where you stand. What "
            "you do here stays in your own copy.")
             .arg(m_keys("find"), m_keys("guide"))},
    };
    const auto& now = words[std::clamp(m_step, 1, Steps + 1) - 1];
    const bool isDone = m_step > Steps;
    static_cast<WalkTicks*>(m_ticks)->setStep(m_step);
    m_title->setText(isDone ? now.title
                            : tr("Step %1 of %2: %3").arg(m_step).arg(Steps).arg(now.title));
    m_text->setText(now.text);
    m_skip->setVisible(!isDone);
    m_leave->setText(isDone ? tr("Close") : tr("Leave the walk"));
}

} // namespace gravin
