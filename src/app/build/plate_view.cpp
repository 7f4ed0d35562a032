// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/plate_view.h"

#include "app/build/form_setting.h"
#include "app/build/plate_delegate.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/exchange/cell_block.h"

#include <QApplication>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QHeaderView>
#include <QKeyEvent>
#include <QMenu>
#include <QPainter>
#include <QScrollBar>

#include <algorithm>

namespace gravin {

namespace {
constexpr int NarrowestPlateColumn = 28;

// The width of a setting's column beside a form.
int widthOf(PlateLine line) {
    switch (line) {
    case PlateLine::Required:
    case PlateLine::Frozen:
    case PlateLine::Span:
    case PlateLine::BeginsRow:
        return Distance(72);
    case PlateLine::Visible:
    case PlateLine::Editable:
    case PlateLine::Default:
        return Distance(84);
    case PlateLine::Label:
    case PlateLine::Source:
    case PlateLine::Help:
    case PlateLine::Message:
        return Distance(132);
    default:
        return Distance(104);
    }
}
// Over a grid so many lines are seen in any window.
constexpr int FewestPlateLines = 8;
} // namespace

PlateView::PlateView(PlateModel* model, QWidget* parent)
    : QTableView(parent)
    , m_model(model) {
    setAccessibleName(tr("Field settings"));
    setModel(model);
    setItemDelegate(new PlateDelegate(this));
    setVerticalHeader(new PlateNames(model, Qt::Vertical, this));
    setHorizontalHeader(new PlateNames(model, Qt::Horizontal, this));
    verticalHeader()->setFixedWidth(space::PlateNames);
    horizontalHeader()->setMinimumSectionSize(NarrowestPlateColumn);
    setShowGrid(false);
    setWordWrap(false);
    setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::EditKeyPressed |
                    QAbstractItemView::DoubleClicked);
    if (model->fieldAxis() == Qt::Vertical) {
        // The labels are the first column; their names stand at the edge once that is out of sight.
        verticalHeader()->hide();
        connect(horizontalScrollBar(), &QScrollBar::valueChanged, this,
                [this](int value) { verticalHeader()->setVisible(value > 0); });
    }
    connect(model, &QAbstractItemModel::modelReset, this, &PlateView::restore);
    restore();
}

QSize PlateView::sizeHint() const {
    return m_model->fieldAxis() == Qt::Vertical
               ? QTableView::sizeHint()
               : QSize(QTableView::sizeHint().width(), maximumHeight());
}

// After fields were moved or lines unfolded the current cell is the same one.
void PlateView::restore() {
    if (m_model->fieldAxis() == Qt::Vertical) {
        for (int i = 0; i < m_model->lines().size(); ++i)
            setColumnWidth(i, widthOf(m_model->lines()[i]));
    } else {
        // All lines where there is room for them beside some records, else they are scrolled.
        const int lines = std::max(1, static_cast<int>(m_model->lines().size()));
        setMinimumHeight(std::min(lines, FewestPlateLines) * space::PlateRowHeight);
        setMaximumHeight(lines * space::PlateRowHeight);
        updateGeometry();
    }
    applyNarrowing();
    if (m_line)
        setCurrent(*m_line, m_column);
}

void PlateView::setCurrent(PlateLine line, const QString& column) {
    const QModelIndex index = m_model->indexOf(line, column);
    if (index.isValid())
        setCurrentIndex(index);
}

void PlateView::standOver(QTableView* grid) {
    horizontalHeader()->hide();
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    const auto takeWidths = [this, grid] {
        for (int column = 0; column < m_model->columnCount(); ++column)
            setColumnWidth(column, grid->columnWidth(column));
    };
    takeWidths();
    connect(m_model, &QAbstractItemModel::modelReset, this, takeWidths);
    connect(
        grid->horizontalHeader(), &QHeaderView::sectionResized, this,
        [this, grid](int column, int, int) { setColumnWidth(column, grid->columnWidth(column)); });
    connect(grid->horizontalScrollBar(), &QScrollBar::valueChanged, horizontalScrollBar(),
            &QScrollBar::setValue);
    connect(horizontalScrollBar(), &QScrollBar::valueChanged, grid->horizontalScrollBar(),
            &QScrollBar::setValue);
}

bool PlateView::isNarrowedOut(const BoundField& field) const {
    return !m_narrow.isEmpty() && !field.label().contains(m_narrow, Qt::CaseInsensitive) &&
           !field.name().contains(m_narrow, Qt::CaseInsensitive);
}

void PlateView::narrow(const QString& text) {
    m_narrow = text.trimmed();
    applyNarrowing();
    Q_EMIT narrowed();
}

void PlateView::applyNarrowing() {
    for (int i = 0; i < m_model->columns().size(); ++i) {
        const BoundField* field =
            m_model->editor()->binding()->screen().field(m_model->columns()[i]);
        const bool hidden = field && isNarrowedOut(*field);
        if (m_model->fieldAxis() == Qt::Horizontal)
            setColumnHidden(i, hidden);
        else
            setRowHidden(i, hidden);
    }
}

QString PlateView::currentColumn() const {
    const BoundField* field = currentIndex().isValid() ? m_model->fieldAt(currentIndex()) : nullptr;
    return field ? field->name() : QString();
}

QStringList PlateView::selectedColumns() const {
    QModelIndexList cells = selectionModel()->selectedIndexes();
    if (cells.isEmpty() && currentIndex().isValid())
        cells += currentIndex();
    std::sort(cells.begin(), cells.end(), [](const QModelIndex& a, const QModelIndex& b) {
        return std::pair(a.column(), a.row()) < std::pair(b.column(), b.row());
    });
    QStringList names;
    for (const QModelIndex& cell : std::as_const(cells)) {
        const BoundField* field = m_model->fieldAt(cell);
        if (field && m_model->lineAt(cell) == currentLine())
            names += field->name();
    }
    return names;
}

void PlateView::setSelected(const QString& text) {
    if (currentIndex().isValid())
        m_model->editor()->set(currentLine(), selectedColumns(), text);
}

void PlateView::toggle() {
    const bool isOn = !currentIndex().data().toString().isEmpty();
    setSelected(isOn ? QString() : Tick);
}

// To the next of the few words that a line can be.
void PlateView::step() {
    const BoundField* field = m_model->fieldAt(currentIndex());
    const QStringList options =
        field ? m_model->editor()->options(currentLine(), *field) : QStringList();
    if (!options.isEmpty())
        setSelected(
            options[(options.indexOf(currentIndex().data().toString()) + 1) % options.size()]);
}

// The rectangle of the selection, a tab between cells and a line feed between rows.
void PlateView::copy() const {
    const QItemSelection selection = selectionModel()->selection();
    if (selection.isEmpty())
        return;
    const QItemSelectionRange& range = selection.front();
    QList<QStringList> rows;
    for (int row = range.top(); row <= range.bottom(); ++row) {
        QStringList cells;
        for (int column = range.left(); column <= range.right(); ++column)
            cells += m_model->index(row, column).data().toString();
        rows += cells;
    }
    QApplication::clipboard()->setText(textFromCellBlock(rows));
}

// One cell goes to all that is selected; several go side by side from the current one on.
void PlateView::paste() {
    if (m_model->editor()->pasteSettings(selectedColumns(), QApplication::clipboard()->text()))
        return;
    const QList<QStringList> rows = cellBlockFromText(QApplication::clipboard()->text());
    if (rows.size() <= 1 && rows.value(0).size() <= 1) {
        setSelected(rows.value(0).value(0));
        return;
    }
    const QModelIndex start = currentIndex();
    QUndoStack* undo = m_model->editor()->binding()->workspace()->document()->undoStack();
    undo->beginMacro(tr("paste settings"));
    for (int row = 0; row < rows.size(); ++row) {
        const QStringList& cells = rows[row];
        for (int column = 0; column < cells.size(); ++column) {
            const QModelIndex cell = m_model->index(start.row() + row, start.column() + column);
            if (cell.isValid() && m_model->lineAt(cell) != PlateLine::BoundTo)
                m_model->setData(cell, cells[column], Qt::EditRole);
        }
    }
    undo->endMacro();
}

// For other fields, here and on other screens: pasted, they are shown and checked alike.
void PlateView::copyField() const {
    QApplication::clipboard()->setText(m_model->editor()->settingsText(currentColumn()));
}

void PlateView::setOwn(bool own) {
    m_model->editor()->setOwn(currentLine(), selectedColumns(), own);
}

void PlateView::keyPressEvent(QKeyEvent* event) {
    if (!currentIndex().isValid()) {
        QTableView::keyPressEvent(event);
        return;
    }
    if (event->key() == Qt::Key_Escape && m_dropPlace) {
        m_dropPlace.reset();
        m_dragged.clear();
        viewport()->unsetCursor();
        viewport()->update();
        return;
    }
    const bool isReturn = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    const bool plain = event->modifiers() == Qt::NoModifier;
    const bool onSwitch = isSwitch(currentLine());
    const bool onList =
        !onSwitch && m_model->editor()->isClosedList(currentLine()) &&
        m_model->fieldAt(currentIndex()) &&
        !m_model->editor()->options(currentLine(), *m_model->fieldAt(currentIndex())).isEmpty();
    if (event->matches(QKeySequence::Copy)) {
        copy();
    } else if (event->key() == Qt::Key_C &&
               event->modifiers() == (Qt::ControlModifier | Qt::AltModifier)) {
        copyField();
    } else if (event->matches(QKeySequence::Paste)) {
        paste();
    } else if (isReturn && event->modifiers() == Qt::ControlModifier) {
        if (opens(currentIndex()))
            open();
        else
            Q_EMIT offersRequested(currentColumn());
    } else if (opens(currentIndex()) && plain &&
               (isReturn || event->key() == Qt::Key_F2 || event->key() == Qt::Key_Space)) {
        open();
    } else if (onSwitch && plain && (isReturn || event->key() == Qt::Key_Space)) {
        toggle();
    } else if (onList && plain && event->key() == Qt::Key_Space) {
        step();
    } else if (isReturn && plain && state() != EditingState) {
        edit(currentIndex());
    } else if (event->key() == Qt::Key_Delete && plain) {
        setSelected({});
    } else {
        QTableView::keyPressEvent(event);
    }
}

void PlateView::mousePressEvent(QMouseEvent* event) {
    QTableView::mousePressEvent(event);
    const QModelIndex index = indexAt(event->pos());
    m_dropPlace.reset();
    m_dragged.clear();
    if (event->button() != Qt::LeftButton || m_model->fieldAxis() != Qt::Horizontal ||
        !index.isValid() || m_model->lineAt(index) != PlateLine::Label)
        return;
    m_dragged = m_model->columns()[index.column()];
    m_dragBegin = event->pos();
}

void PlateView::mouseMoveEvent(QMouseEvent* event) {
    if (m_dragged.isEmpty()) {
        QTableView::mouseMoveEvent(event);
        return;
    }
    const bool isDrag = m_dropPlace || (event->pos() - m_dragBegin).manhattanLength() >=
                                           QApplication::startDragDistance();
    if (!isDrag)
        return;
    m_dropPlace = dropPlace(event->pos());
    viewport()->setCursor(Qt::ClosedHandCursor);
    viewport()->update();
}

void PlateView::mouseReleaseEvent(QMouseEvent* event) {
    QTableView::mouseReleaseEvent(event);
    viewport()->unsetCursor();
    if (m_dropPlace)
        drop(*std::exchange(m_dropPlace, {}));
    m_dragged.clear();
    viewport()->update();
}

int PlateView::dropPlace(const QPoint& at) const {
    int place = 0;
    for (int column = 0; column < m_model->columnCount(); ++column) {
        if (!isColumnHidden(column) &&
            at.x() > columnViewportPosition(column) + columnWidth(column) / 2)
            place = column + 1;
    }
    return place;
}

// The order counts all fields of the screen, also those the grid does not show.
void PlateView::drop(int place) {
    const Screen& screen = m_model->editor()->binding()->screen().screen;
    const auto positionOf = [&](const QString& column) {
        const ScreenField* field = screen.field(column);
        return field ? field - screen.fields.constData() : screen.fields.size();
    };
    const qsizetype from = positionOf(m_dragged);
    qsizetype to = place < m_model->columns().size() ? positionOf(m_model->columns()[place])
                                                     : screen.fields.size();
    if (from < to)
        --to;
    if (from != to)
        m_model->editor()->set(PlateLine::Order, {m_dragged}, QString::number(to + 1));
    setCurrent(PlateLine::Label, m_dragged);
}

void PlateView::paintEvent(QPaintEvent* event) {
    QTableView::paintEvent(event);
    if (!m_dropPlace || m_model->columnCount() == 0)
        return;
    const int last = m_model->columnCount() - 1;
    const int x = *m_dropPlace <= last ? columnViewportPosition(*m_dropPlace)
                                       : columnViewportPosition(last) + columnWidth(last);
    QPainter painter(viewport());
    painter.fillRect(std::max(0, x - 1), 0, 3, viewport()->height(),
                     Theme::instance().colours().accent);
}

void PlateView::mouseDoubleClickEvent(QMouseEvent* event) {
    const QModelIndex index = indexAt(event->pos());
    if (index.isValid() && isSwitch(m_model->lineAt(index)))
        toggle();
    else if (opens(index))
        open();
    else
        QTableView::mouseDoubleClickEvent(event);
}

bool PlateView::opens(const QModelIndex& index) const {
    const BoundField* field = m_model->fieldAt(index);
    if (!index.isValid() || !field)
        return false;
    const PlateLine line = m_model->lineAt(index);
    return isOpened(line) || (line == PlateLine::BoundTo && !field->column.expression.isEmpty());
}

void PlateView::open() {
    if (currentLine() == PlateLine::Checks)
        Q_EMIT checksRequested(currentColumn());
    else if (currentLine() == PlateLine::BoundTo)
        Q_EMIT computedRequested(currentColumn());
    else
        Q_EMIT evidenceRequested(currentColumn());
}

void PlateView::contextMenuEvent(QContextMenuEvent* event) {
    if (!currentIndex().isValid())
        return;
    const BoundField* field = m_model->fieldAt(currentIndex());
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->addAction(tr("Copy"), this, &PlateView::copy);
    menu->addAction(tr("Copy all settings of the field"), Qt::CTRL | Qt::ALT | Qt::Key_C, this,
                    &PlateView::copyField);
    menu->addAction(tr("Paste"), this, &PlateView::paste);
    menu->addSeparator();
    menu->addAction(tr("Choices and lookup…"), this,
                    [this] { Q_EMIT offersRequested(currentColumn()); });
    menu->addAction(tr("Checks…"), this, [this] { Q_EMIT checksRequested(currentColumn()); });
    menu->addAction(tr("Evidence…"), this, [this] { Q_EMIT evidenceRequested(currentColumn()); });
    if (field && settingOf(currentLine())) {
        const bool own = m_model->editor()->isOwn(currentLine(), *field);
        menu->addAction(own ? tr("Take back to what all screens share") : tr("Only on this screen"),
                        this, [this, own] { setOwn(!own); });
    }
    menu->popup(event->globalPos());
}

void PlateView::selectionChanged(const QItemSelection& selected, const QItemSelection& deselected) {
    QTableView::selectionChanged(selected, deselected);
    if (!currentIndex().isValid())
        return;
    const qsizetype count = selectedColumns().size();
    Q_EMIT selectionDescribed(tr("%1 selected · %2: %3")
                                  .arg(counted(count, "field", "fields"),
                                       plateLineLabel(currentLine()),
                                       plateLineHelp(currentLine())));
}

void PlateView::currentChanged(const QModelIndex& current, const QModelIndex& previous) {
    QTableView::currentChanged(current, previous);
    if (!current.isValid())
        return;
    m_line = m_model->lineAt(current);
    const QString column = currentColumn();
    if (column == m_column)
        return;
    m_column = column;
    Q_EMIT currentColumnChanged(column);
}

void PlateView::commitData(QWidget* editor) {
    if (!editor->isHidden())
        QTableView::commitData(editor);
}

void PlateView::closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) {
    if (!editor->isHidden())
        QTableView::closeEditor(editor, hint);
}

} // namespace gravin
