// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/lookup_list.h"

#include "app/look/theme.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QScreen>
#include <QScrollBar>
#include <QToolButton>
#include <QTreeView>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr int ListHeight = 280;
constexpr Distance NarrowestList(340);
constexpr int PageOfRows = 8;

QToolButton* footButton(const QString& name, const QString& text, const QString& keys) {
    auto* button = new QToolButton;
    button->setObjectName(name);
    button->setText(QObject::tr("%1 (%2)").arg(text, keys));
    button->setFocusPolicy(Qt::NoFocus);
    button->setToolButtonStyle(Qt::ToolButtonTextOnly);
    return button;
}
} // namespace

LookupList::LookupList(LookupModel* model, QWidget* field)
    : QFrame(field, Qt::ToolTip)
    , m_model(model)
    , m_field(field)
    , m_view(new QTreeView)
    , m_note(new QLabel)
    , m_clear(footButton(QStringLiteral("lookup-clear"), tr("Leave empty"), tr("Alt+E")))
    , m_open(footButton(QStringLiteral("lookup-open"), tr("Open the record"), tr("Alt+O")))
    , m_new(footButton(QStringLiteral("lookup-new"), tr("New one…"), tr("Alt+N"))) {
    setObjectName(QStringLiteral("lookup-list"));
    setFocusPolicy(Qt::NoFocus);
    setProperty("role", "list");
    m_view->setModel(model);
    m_view->setFocusPolicy(Qt::NoFocus);
    m_view->setRootIsDecorated(false);
    m_view->setUniformRowHeights(true);
    m_view->setAllColumnsShowFocus(true);
    m_view->setAccessibleName(tr("Records to choose from"));
    m_view->header()->setVisible(model->columnCount() > 1);
    m_note->setProperty("role", "faint");
    m_note->setTextFormat(Qt::PlainText);
    m_note->setWordWrap(true);
    m_note->setContentsMargins(8, 4, 8, 4);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(4, 2, 4, 4);
    foot->addWidget(m_new);
    foot->addWidget(m_open);
    foot->addWidget(m_clear);
    foot->addStretch();
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(1, 1, 1, 1);
    layout->setSpacing(0);
    layout->addWidget(m_view, 1);
    layout->addWidget(m_note);
    layout->addLayout(foot);
    connect(m_view, &QTreeView::clicked, this, &LookupList::choose);
    connect(m_view->verticalScrollBar(), &QScrollBar::valueChanged, this, [this](int value) {
        if (value == m_view->verticalScrollBar()->maximum())
            m_model->readMore();
    });
    connect(m_clear, &QToolButton::clicked, this, &LookupList::cleared);
    connect(m_open, &QToolButton::clicked, this, &LookupList::openRequested);
    connect(m_new, &QToolButton::clicked, this, &LookupList::newRequested);
    connect(model, &LookupModel::answered, this, [this] {
        if (m_model->rowCount() > 0)
            m_view->setCurrentIndex(m_model->index(0, 0));
        for (int column = 0; column + 1 < m_model->columnCount(); ++column)
            m_view->resizeColumnToContents(column);
        refresh();
    });
    refresh();
}

void LookupList::refresh() {
    QString note;
    if (!m_model->failure().isEmpty())
        note = m_model->failure();
    else if (m_model->rowCount() == 0 && m_model->isSearching())
        note = tr("Searching…");
    else if (m_model->rowCount() == 0)
        note = m_model->text().isEmpty() ? tr("There are no records to choose from.")
                                         : tr("Nothing matches “%1”.").arg(m_model->text());
    m_note->setText(note);
    m_note->setVisible(!note.isEmpty());
}

// Below the field, or above it where there is no room.
void LookupList::showBelow() {
    resize(std::max<int>(m_field->width(), NarrowestList), ListHeight);
    QPoint place = m_field->mapToGlobal(QPoint(0, m_field->height() + 1));
    if (const QScreen* screen = m_field->screen()) {
        const QRect room = screen->availableGeometry();
        if (place.y() + height() > room.bottom())
            place.setY(m_field->mapToGlobal(QPoint(0, 0)).y() - height() - 1);
        place.setX(
            std::clamp(place.x(), room.left(), std::max(room.left(), room.right() - width())));
    }
    move(place);
    show();
    raise();
}

void LookupList::setOpenOffered(bool offered) {
    m_open->setEnabled(offered);
    m_open->setToolTip(offered ? QString() : tr("No record is chosen."));
}

void LookupList::setNewOffered(bool offered, const QString& reason) {
    m_new->setEnabled(offered);
    m_new->setToolTip(reason);
}

void LookupList::choose(const QModelIndex& index) {
    if (index.isValid())
        Q_EMIT chosen(m_model->entry(index.row()));
}

void LookupList::step(int rows) {
    if (m_model->rowCount() == 0)
        return;
    const int row = std::clamp(m_view->currentIndex().row() + rows, 0, m_model->rowCount() - 1);
    m_view->setCurrentIndex(m_model->index(row, 0));
    if (row == m_model->rowCount() - 1)
        m_model->readMore();
}

bool LookupList::takeKey(const QKeyEvent& key) {
    if (key.modifiers() == Qt::AltModifier) {
        for (const auto& [letter, button] :
             {std::pair{Qt::Key_N, m_new}, std::pair{Qt::Key_O, m_open},
              std::pair{Qt::Key_E, m_clear}}) {
            if (key.key() == letter) {
                button->click();
                return true;
            }
        }
        return false;
    }
    switch (key.key()) {
    case Qt::Key_Down:
        step(1);
        return true;
    case Qt::Key_Up:
        step(-1);
        return true;
    case Qt::Key_PageDown:
        step(PageOfRows);
        return true;
    case Qt::Key_PageUp:
        step(-PageOfRows);
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        choose(m_view->currentIndex());
        return true;
    default:
        return false;
    }
}

} // namespace gravin
