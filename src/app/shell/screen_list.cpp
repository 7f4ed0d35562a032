// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/screen_list.h"

#include "app/look/theme.h"

#include <QPainter>
#include <QStyledItemDelegate>

#include <algorithm>

namespace gravin {

namespace {

constexpr int ScreenRole = Qt::UserRole;
constexpr int TableRole = Qt::UserRole + 1;
constexpr Distance EntryHeight(27);
constexpr Distance HeadingHeight(34);

class ShelfDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const Colours& colours = Theme::instance().colours();
        painter->save();
        const bool heading = !(index.flags() & Qt::ItemIsSelectable);
        const bool current = option.state & QStyle::State_Selected;
        QFont font = option.font;
        QRect inner = option.rect.adjusted(16, 0, -8, 0);
        if (heading) {
            font.setPointSizeF(font.pointSizeF() * 0.88);
            font.setWeight(QFont::DemiBold);
            inner.setTop(inner.top() + 8);
        } else if (!index.data(TableRole).toString().isEmpty()) {
            font = Theme::instance().monospace();
        }
        if (current) {
            painter->fillRect(option.rect, colours.raised);
            painter->fillRect(QRect(option.rect.left(), option.rect.top(), 3, option.rect.height()),
                              colours.accent);
            font.setWeight(QFont::DemiBold);
        }
        if (option.state & QStyle::State_HasFocus) {
            painter->setPen(colours.accent);
            painter->drawRect(option.rect.adjusted(0, 0, -1, -1));
        }
        painter->setFont(font);
        painter->setPen(heading || !index.data(TableRole).toString().isEmpty() ? colours.faint
                                                                               : colours.ink);
        painter->drawText(
            inner, Qt::AlignVCenter,
            QFontMetrics(font).elidedText(index.data().toString(), Qt::ElideRight, inner.width()));
        painter->restore();
    }

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override {
        return {10, index.flags() & Qt::ItemIsSelectable ? EntryHeight : HeadingHeight};
    }
};

} // namespace

ScreenList::ScreenList(QWidget* parent)
    : QListWidget(parent) {
    setObjectName(QStringLiteral("shelf"));
    setAccessibleName(tr("Screens"));
    setItemDelegate(new ShelfDelegate(this));
    setFixedWidth(space::ScreenList);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(this, &QListWidget::itemClicked, this, &ScreenList::activate);
    connect(this, &QListWidget::itemActivated, this, &ScreenList::activate);
}

void ScreenList::setWorkspace(Workspace* workspace) {
    m_workspace = workspace;
    if (workspace) {
        connect(workspace->document(), &ProjectDocument::screensChanged, this, &ScreenList::fill);
        connect(workspace->database(), &Database::catalogChanged, this, &ScreenList::fill);
    }
    fill();
}

void ScreenList::setBuild(bool build) {
    m_build = build;
    fill();
}

void ScreenList::setCurrentScreen(const QString& screenId) {
    m_current = screenId;
    for (int row = 0; row < count(); ++row) {
        if (item(row)->data(ScreenRole).toString() == screenId)
            setCurrentRow(row);
    }
}

QString ScreenList::currentScreen() const {
    const QList<Screen> screens =
        m_workspace ? m_workspace->document()->openScreens() : QList<Screen>();
    const bool isThere = std::any_of(screens.begin(), screens.end(), [this](const Screen& screen) {
        return screen.id == m_current;
    });
    return isThere ? m_current : screens.isEmpty() ? QString() : screens.front().id;
}

void ScreenList::addHeading(const QString& text) {
    auto* heading = new QListWidgetItem(text, this);
    heading->setFlags(Qt::ItemIsEnabled);
}

void ScreenList::addScreen(const Screen& screen) {
    auto* entry = new QListWidgetItem(screen.label, this);
    entry->setData(ScreenRole, screen.id);
    entry->setToolTip(tr("Shows the table %1").arg(screen.table));
}

void ScreenList::fill() {
    clear();
    if (!m_workspace)
        return;
    QStringList groups;
    const QList<Screen> open = m_workspace->document()->openScreens();
    for (const Screen& screen : open) {
        if (!groups.contains(screen.group))
            groups += screen.group;
    }
    for (const QString& group : groups) {
        addHeading(group.isEmpty() ? tr("Screens") : group);
        for (const Screen& screen : open) {
            if (screen.group == group)
                addScreen(screen);
        }
    }
    if (m_build) {
        bool headingShown = false;
        for (const Table& table : m_workspace->catalog().tables) {
            const auto& screens = m_workspace->project().screens;
            const bool used =
                std::any_of(screens.begin(), screens.end(),
                            [&](const Screen& screen) { return screen.table == table.name; });
            if (used)
                continue;
            if (!headingShown)
                addHeading(tr("Not on a screen yet"));
            headingShown = true;
            auto* entry = new QListWidgetItem(table.name, this);
            entry->setData(TableRole, table.name);
            entry->setToolTip(tr("Make a screen for the table %1").arg(table.name));
        }
    }
    setCurrentScreen(m_current);
}

void ScreenList::activate(const QListWidgetItem* item) {
    const QString screen = item->data(ScreenRole).toString();
    const QString table = item->data(TableRole).toString();
    if (!screen.isEmpty())
        Q_EMIT screenChosen(screen);
    else if (!table.isEmpty())
        Q_EMIT tableChosen(table);
}

} // namespace gravin
