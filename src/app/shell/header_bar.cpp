// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/header_bar.h"

#include "app/commands/command_list.h"
#include "app/commands/find_box.h"
#include "app/look/theme.h"
#include "core/base/text.h"

#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QToolButton>

namespace gravin {

HeaderBar::HeaderBar(QWidget* parent)
    : QWidget(parent)
    , m_project(new QLabel)
    , m_connection(new QLabel)
    , m_findings(new QToolButton)
    , m_build(new QPushButton(tr("Build")))
    , m_use(new QPushButton(tr("Use")))
    , m_find(new FindBox)
    , m_menu(new QToolButton) {
    setFixedHeight(space::HeaderBar);
    m_project->setProperty("role", "heading");
    m_connection->setTextFormat(Qt::RichText);
    m_project->setTextFormat(Qt::PlainText);
    m_connection->setObjectName(QStringLiteral("connection-state"));
    m_build->setObjectName(QStringLiteral("switch-build"));
    m_use->setObjectName(QStringLiteral("switch-use"));
    for (QPushButton* half : {m_build, m_use}) {
        half->setCheckable(true);
        constexpr int Pad = 26;
        half->setFixedWidth(
            std::max<int>(Distance(66), half->fontMetrics().horizontalAdvance(half->text()) + Pad));
        half->setToolTip(
            tr("%1 (%2)").arg(tr("Switch between shaping the screen and working with it"),
                              shownKeys(QStringLiteral("switch"), Qt::Key_F9)));
    }
    m_find->setObjectName(QStringLiteral("find"));
    m_find->setAccessibleName(tr("Find anything"));
    m_find->setPlaceholderText(tr("Find screens and commands"));
    m_find->setToolTip(shownKeys(QStringLiteral("find"), Qt::CTRL | Qt::Key_K));
    m_find->setMaximumWidth(Distance(230));
    m_menu->setText(tr("Menu"));
    m_menu->setObjectName(QStringLiteral("menu"));
    m_menu->setPopupMode(QToolButton::InstantPopup);

    arrange();
    m_findings->setObjectName(QStringLiteral("findings-count"));
    m_findings->setToolTip(tr("Where the project does not fit its database"));
    m_findings->hide();
    connect(m_findings, &QToolButton::clicked, this, &HeaderBar::findingsRequested);
    connect(m_build, &QPushButton::clicked, this, [this] { Q_EMIT buildRequested(true); });
    connect(m_use, &QPushButton::clicked, this, [this] { Q_EMIT buildRequested(false); });
    connect(&Theme::instance(), &Theme::changed, this, [this] { setBuild(m_build->isChecked()); });
}

void HeaderBar::arrange() {
    // Each side takes the same room, so that the switch stands in the middle.
    auto* left = new QHBoxLayout;
    left->addWidget(m_project);
    left->addSpacing(8);
    left->addWidget(m_connection);
    left->addSpacing(8);
    left->addWidget(m_findings);
    left->addStretch();
    auto* middle = new QHBoxLayout;
    middle->setSpacing(0);
    middle->addWidget(m_build);
    middle->addWidget(m_use);
    auto* right = new QHBoxLayout;
    right->addStretch();
    right->addWidget(m_find);
    right->addWidget(m_menu);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(space::Pad, 0, space::Pad, 0);
    layout->addLayout(left, 1);
    layout->addLayout(middle);
    layout->addLayout(right, 1);
}

void HeaderBar::setProject(const QString& name, bool modified) {
    m_project->setText(modified ? tr("%1 · not saved").arg(name) : name);
}

void HeaderBar::setConnection(const ConnectionSpec& connection, bool reachable,
                              const QString& reason) {
    // Nobody should have to wonder whether this is the original or a copy.
    QString name = connection.shownName();
    if (!connection.copyOf.isEmpty())
        name = tr("%1 · a copy of %2").arg(name, QFileInfo(connection.copyOf).fileName());
    else if (connection.isFile())
        name = tr("%1 · original").arg(name);
    const Colours& colours = Theme::instance().colours();
    const QColor dot = reachable ? colours.accent : colours.problem;
    m_connection->setText(
        QStringLiteral("<span style=\"color:%1\">●</span> <span style=\"color:%2\">%3</span>")
            .arg(dot.name(), colours.faint.name(),
                 (reachable ? name : tr("%1 is out of reach").arg(name)).toHtmlEscaped()));
    m_connection->setToolTip(!reachable            ? reason
                             : connection.isFile() ? tr("Connected to %1").arg(connection.path)
                                                   : tr("Connected to %1").arg(connection.url()));
}

void HeaderBar::setBuild(bool build) {
    m_build->setChecked(build);
    m_use->setChecked(!build);
    const Colours& c = Theme::instance().colours();
    // One switch of two halves: only its outer corners are round.
    const QString sheet = QStringLiteral(
        "QPushButton { border: 1px solid %1; border-radius: 0; border-top-%2-radius: 13px; "
        "border-bottom-%2-radius: 13px; padding: 5px 0; }"
        "QPushButton:checked { background: %3; color: %4; border-color: %3; }"
        "QPushButton:focus { text-decoration: underline; }");
    m_build->setStyleSheet(
        sheet.arg(c.lines.name(), QStringLiteral("left"), c.inverse.name(), c.onInverse.name()));
    m_use->setStyleSheet(
        sheet.arg(c.lines.name(), QStringLiteral("right"), c.inverse.name(), c.onInverse.name()));
}

void HeaderBar::setBuildOffered(bool offered) {
    m_build->setVisible(offered);
    m_use->setVisible(offered);
}

void HeaderBar::setFindings(qsizetype breaking, qsizetype risking) {
    const qsizetype all = breaking + risking;
    m_findings->setVisible(all > 0);
    m_findings->setText(counted(all, "finding", "findings"));
    const Colours& colours = Theme::instance().colours();
    m_findings->setStyleSheet(QStringLiteral("QToolButton { color: %1; }")
                                  .arg((breaking > 0 ? colours.problem : colours.warning).name()));
}

void HeaderBar::focusFind() {
    m_find->setFocus(Qt::ShortcutFocusReason);
    m_find->selectAll();
}

void HeaderBar::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(QRect(0, height() - 1, width(), 1), Theme::instance().colours().lines);
}

} // namespace gravin
