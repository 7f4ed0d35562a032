// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/start_page.h"

#include "app/look/theme.h"
#include "app/shell/recent_projects.h"
#include "app/shell/walk_band.h"

#include <QCheckBox>
#include <QDir>
#include <QFileInfo>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance LeftWidth(300);
constexpr Distance MarkSize(64);
constexpr int Pad = 12;
enum EntryRole {
    FileRole = Qt::UserRole + 1,
    PathRole,
    WhenRole,
    PinnedRole,
    StateRole,
    OpensRole
};

QString shownPath(const QString& file) {
    const QString home = QDir::homePath();
    return file.startsWith(home + u'/') ? u'~' + file.mid(home.size()) : file;
}

QString shownDay(const QDateTime& opened, const QLocale& locale) {
    const QDateTime local = opened.toLocalTime();
    const qint64 days = local.date().daysTo(QDate::currentDate());
    if (days == 0)
        return StartPage::tr("today, %1").arg(locale.toString(local.time(), QLocale::ShortFormat));
    if (days == 1)
        return StartPage::tr("yesterday");
    return locale.toString(local.date(), QLocale::ShortFormat);
}

// Name and day on one line, the path or what became of it below.
class ProjectDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const Colours& colours = Theme::instance().colours();
        const bool isChosen = option.state.testFlag(QStyle::State_Selected);
        const bool isThere =
            index.data(StateRole).toInt() == static_cast<int>(RecentProject::State::There);
        painter->save();
        painter->fillRect(option.rect, isChosen ? colours.selection : colours.paper);
        if (index.data(PinnedRole).toBool())
            painter->fillRect(QRect(option.rect.topLeft(), QSize(3, option.rect.height())),
                              colours.accent);
        const QRect inner = option.rect.adjusted(Pad, 6, -Pad, -6);
        const int line = inner.height() / 2;
        QFont bold = option.font;
        bold.setWeight(QFont::DemiBold);
        const QString when = index.data(WhenRole).toString();
        const int whenWidth = option.fontMetrics.horizontalAdvance(when) + Pad;
        painter->setFont(option.font);
        painter->setPen(colours.faint);
        painter->drawText(QRect(inner.left(), inner.top(), inner.width(), line),
                          Qt::AlignRight | Qt::AlignVCenter, when);
        const QRect below(inner.left(), inner.top() + line, inner.width(), line);
        painter->setPen(isThere ? colours.faint : colours.problem);
        painter->drawText(below, Qt::AlignLeft | Qt::AlignVCenter,
                          option.fontMetrics.elidedText(index.data(PathRole).toString(),
                                                        Qt::ElideMiddle, below.width()));
        painter->setFont(bold);
        painter->setPen(isThere ? colours.ink : colours.faint);
        painter->drawText(QRect(inner.left(), inner.top(), inner.width() - whenWidth, line),
                          Qt::AlignLeft | Qt::AlignVCenter,
                          QFontMetrics(bold).elidedText(index.data().toString(), Qt::ElideRight,
                                                        inner.width() - whenWidth));
        painter->setPen(colours.lines);
        painter->drawLine(option.rect.bottomLeft(), option.rect.bottomRight());
        painter->restore();
    }

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex&) const override {
        return {0, 2 * option.fontMetrics.height() + 18};
    }
};

} // namespace

StartPage::StartPage(bool useOnly, QWidget* parent)
    : QWidget(parent)
    , m_walk(new QLabel)
    , m_state(new QLabel)
    , m_heading(new QLabel(tr("Projects of late")))
    , m_projects(new QListWidget)
    , m_pin(new QPushButton(tr("Pin")))
    , m_forget(new QPushButton(tr("Take off the list")))
    , m_begins(new QCheckBox(tr("Begin with the last project"))) {
    setObjectName(QStringLiteral("start-page"));
    auto* halves = new QHBoxLayout;
    halves->setSpacing(48);
    halves->addWidget(makeLeft(useOnly));
    halves->addWidget(makeRight(), 1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(72, 88, 72, 40);
    layout->addLayout(halves, 1);
    refresh();
}

QWidget* StartPage::makeLeft(bool useOnly) {
    auto* mark = new QLabel;
    mark->setPixmap(QIcon(QStringLiteral(":/look/gravin.svg")).pixmap(MarkSize, MarkSize));
    auto* title = new QLabel(tr("Gravin"));
    title->setProperty("role", "title");
    auto* text = new QLabel(
        tr("Data screens on a real database, with a change log that can be rolled back."));
    text->setProperty("role", "faint");
    text->setWordWrap(true);
    m_state->setWordWrap(true);
    m_state->setTextFormat(Qt::PlainText);
    m_state->setObjectName(QStringLiteral("start-state"));
    auto* open = new QPushButton(tr("Open a project…"));
    auto* make = new QPushButton(tr("New project from a database…"));
    auto* demonstration = new QPushButton(tr("Open the demonstration"));
    open->setObjectName(QStringLiteral("open-project"));
    make->setObjectName(QStringLiteral("new-project"));
    make->setVisible(!useOnly);
    demonstration->setObjectName(QStringLiteral("open-demonstration"));
    m_walk->setObjectName(QStringLiteral("start-walk"));
    m_walk->setProperty("role", "faint");
    m_walk->setWordWrap(true);
    open->setProperty("main", true);
    connect(open, &QPushButton::clicked, this, &StartPage::openRequested);
    connect(make, &QPushButton::clicked, this, &StartPage::newRequested);
    connect(demonstration, &QPushButton::clicked, this, &StartPage::demonstrationRequested);
    auto* left = new QWidget;
    left->setFixedWidth(LeftWidth);
    auto* column = new QVBoxLayout(left);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(10);
    for (QWidget* widget : std::initializer_list<QWidget*>{mark, title, text})
        column->addWidget(widget);
    column->addSpacing(16);
    for (QWidget* widget :
         std::initializer_list<QWidget*>{open, make, demonstration, m_walk, m_state})
        column->addWidget(widget);
    column->addStretch(1);
    return left;
}

QWidget* StartPage::makeRight() {
    m_heading->setProperty("role", "heading");
    m_projects->setObjectName(QStringLiteral("recent-projects"));
    m_projects->setAccessibleName(tr("Projects of late"));
    m_projects->setItemDelegate(new ProjectDelegate(m_projects));
    m_projects->setFrameShape(QFrame::NoFrame);
    m_projects->setContextMenuPolicy(Qt::CustomContextMenu);
    m_projects->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_pin->setObjectName(QStringLiteral("recent-pin"));
    m_forget->setObjectName(QStringLiteral("recent-forget"));
    m_begins->setObjectName(QStringLiteral("begin-with-last"));
    connect(m_projects, &QListWidget::itemActivated, this, &StartPage::openItem);
    connect(m_projects, &QListWidget::itemClicked, this, &StartPage::openItem);
    connect(m_projects, &QListWidget::currentItemChanged, this, &StartPage::refreshButtons);
    connect(m_projects, &QWidget::customContextMenuRequested, this, &StartPage::showMenu);
    connect(m_pin, &QPushButton::clicked, this, [this] {
        const QListWidgetItem* item = m_projects->currentItem();
        RecentProjects::setPinned(item->data(FileRole).toString(),
                                  !item->data(PinnedRole).toBool());
        refresh();
    });
    connect(m_forget, &QPushButton::clicked, this, [this] {
        RecentProjects::forget(m_projects->currentItem()->data(FileRole).toString());
        refresh();
    });
    connect(m_begins, &QCheckBox::clicked, this,
            [](bool begins) { RecentProjects::setBeginsWithLast(begins); });
    auto* foot = new QHBoxLayout;
    foot->addWidget(m_begins);
    foot->addStretch();
    foot->addWidget(m_pin);
    foot->addWidget(m_forget);
    auto* right = new QWidget;
    auto* layout = new QVBoxLayout(right);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_heading);
    layout->addWidget(m_projects, 1);
    layout->addLayout(foot);
    return right;
}

void StartPage::refresh() {
    const QString current = m_projects->currentItem()
                                ? m_projects->currentItem()->data(FileRole).toString()
                                : QString();
    const QList<RecentProject> projects = RecentProjects::all();
    m_projects->clear();
    for (const RecentProject& project : projects) {
        auto* item = new QListWidgetItem(project.name, m_projects);
        const bool hasMoved = project.state == RecentProject::State::Moved;
        const QString path = project.state == RecentProject::State::Gone
                                 ? tr("Not there any more: %1").arg(shownPath(project.file))
                             : hasMoved ? tr("Moved to %1").arg(shownPath(project.movedTo))
                                        : shownPath(project.file);
        item->setData(FileRole, project.file);
        item->setData(PathRole, path);
        item->setData(WhenRole, shownDay(project.opened, QLocale()));
        item->setData(PinnedRole, project.isPinned);
        item->setData(StateRole, static_cast<int>(project.state));
        item->setData(OpensRole, hasMoved ? project.movedTo : project.file);
        item->setToolTip(project.file);
        item->setData(Qt::AccessibleDescriptionRole, path);
        if (project.file == current)
            m_projects->setCurrentItem(item);
    }
    if (!m_projects->currentItem() && m_projects->count() > 0)
        m_projects->setCurrentRow(0);
    m_heading->parentWidget()->setVisible(!projects.isEmpty());
    m_begins->setChecked(RecentProjects::beginsWithLast());
    const int step = WalkBand::reached();
    m_walk->setText(step < 1 ? tr("A harbour office to try things in. A walk in five steps begins "
                                  "there.")
                    : step <= WalkBand::Steps
                        ? tr("The walk there stands at step %1 of %2. The menu’s Help takes it up.")
                              .arg(step)
                              .arg(WalkBand::Steps)
                        : QString());
    m_walk->setVisible(!m_walk->text().isEmpty());
    refreshButtons();
}

void StartPage::refreshButtons() {
    const QListWidgetItem* item = m_projects->currentItem();
    m_pin->setEnabled(item);
    m_forget->setEnabled(item);
    m_pin->setText(item && item->data(PinnedRole).toBool() ? tr("Unpin") : tr("Pin"));
}

void StartPage::openItem(const QListWidgetItem* item) {
    if (item->data(StateRole).toInt() == static_cast<int>(RecentProject::State::Gone))
        showError(
            {ErrorKind::NotFound, tr("%1 is not there any more. If it was moved, open it where "
                                     "it is now; otherwise take it off the list.")
                                      .arg(item->data(FileRole).toString())});
    else
        Q_EMIT projectChosen(item->data(OpensRole).toString());
}

void StartPage::showMenu(const QPoint& at) {
    QListWidgetItem* item = m_projects->itemAt(at);
    if (!item)
        return;
    m_projects->setCurrentItem(item);
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->addAction(m_pin->text(), m_pin, &QPushButton::click);
    menu->addAction(m_forget->text(), m_forget, &QPushButton::click);
    menu->popup(m_projects->viewport()->mapToGlobal(at));
}

void StartPage::showError(const Error& error) {
    m_state->setProperty("role", "problem");
    restyle(m_state);
    m_state->setText(error.detail.isEmpty() ? error.sentence
                                            : tr("%1\n%2").arg(error.sentence, error.detail));
}

void StartPage::showReading(const QString& file) {
    m_state->setProperty("role", "faint");
    restyle(m_state);
    m_state->setText(tr("Opening %1…").arg(file));
}

void StartPage::forget() { m_state->clear(); }

// The edge of a ruler along the top: ticks as the timeline has them.
void StartPage::paintEvent(QPaintEvent*) {
    constexpr int Step = 12;
    constexpr int Long = 5;
    QPainter painter(this);
    const Colours& colours = Theme::instance().colours();
    for (int i = 0; i * Step < width(); ++i) {
        const bool isLong = i % Long == 0;
        painter.fillRect(QRect(i * Step, 0, 1, isLong ? 18 : 9),
                         isLong ? colours.faint : colours.lines);
    }
}

} // namespace gravin
