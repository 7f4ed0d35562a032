// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/plate_view.h"

#include "app/look/theme.h"
#include "core/base/text.h"

#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>
#include <QScrollBar>

#include <algorithm>

namespace gravin {

namespace {

constexpr int CellPad = 10;

class PlateDelegate : public QStyledItemDelegate {
public:
    explicit PlateDelegate(PlateView* view, PlateModel* model)
        : QStyledItemDelegate(view)
        , m_view(view)
        , m_model(model) {}

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const Colours& colours = Theme::instance().colours();
        const PlateLine line = PlateModel::lineOf(index.row());
        const bool isLabel = line == PlateLine::Label;
        const bool selected = option.state & QStyle::State_Selected;
        painter->save();
        painter->fillRect(option.rect, isLabel ? colours.paper : colours.plate);
        painter->setPen(colours.lines);
        painter->drawLine(option.rect.bottomLeft(), option.rect.bottomRight());
        painter->drawLine(option.rect.topRight(), option.rect.bottomRight());
        if (isLabel)
            painter->fillRect(
                QRect(option.rect.left(), option.rect.bottom(), option.rect.width(), 1),
                colours.ink);
        QFont font = option.font;
        if (isLabel)
            font.setWeight(QFont::DemiBold);
        if (line == PlateLine::BoundTo)
            font = Theme::instance().monospace();
        painter->setFont(font);
        const bool shown = m_model->field(index.column()).placement.visible;
        const bool quiet = line == PlateLine::BoundTo || !shown;
        painter->setPen(quiet ? colours.faint : colours.ink);
        const QRect inner = option.rect.adjusted(CellPad, 0, -CellPad, 0);
        painter->drawText(
            inner, Qt::AlignVCenter | Qt::AlignLeft,
            QFontMetrics(font).elidedText(index.data().toString(), Qt::ElideRight, inner.width()));
        if (selected) {
            painter->setPen(QPen(colours.accent, 2));
            painter->drawRect(option.rect.adjusted(1, 1, -1, -1));
        }
        painter->restore();
    }

    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem&,
                          const QModelIndex& index) const override {
        const QStringList options = m_model->editor()->options(PlateModel::lineOf(index.row()),
                                                               m_model->field(index.column()));
        if (options.isEmpty()) {
            auto* line = new QLineEdit(parent);
            line->setFrame(false);
            return line;
        }
        auto* box = new QComboBox(parent);
        box->addItems(options);
        connect(box, &QComboBox::activated, this, [this, box] {
            auto* self = const_cast<PlateDelegate*>(this);
            Q_EMIT self->commitData(box);
            Q_EMIT self->closeEditor(box);
        });
        return box;
    }

    void setEditorData(QWidget* editor, const QModelIndex& index) const override {
        if (auto* box = qobject_cast<QComboBox*>(editor))
            box->setCurrentText(index.data().toString());
        else if (auto* line = qobject_cast<QLineEdit*>(editor))
            line->setText(index.data(Qt::EditRole).toString());
    }

    void setModelData(QWidget* editor, QAbstractItemModel*, const QModelIndex&) const override {
        if (const auto* box = qobject_cast<QComboBox*>(editor))
            m_view->setSelected(box->currentText());
        else if (const auto* line = qobject_cast<QLineEdit*>(editor))
            m_view->setSelected(line->text());
    }

private:
    PlateView* m_view;
    PlateModel* m_model;
};

class LineNames : public QHeaderView {
public:
    LineNames(PlateModel* model, QWidget* parent)
        : QHeaderView(Qt::Vertical, parent)
        , m_model(model) {
        setSectionResizeMode(QHeaderView::Fixed);
        setDefaultSectionSize(space::PlateRowHeight);
        setMinimumSectionSize(space::PlateRowHeight);
    }

protected:
    void paintSection(QPainter* painter, const QRect& rect, int row) const override {
        const Colours& colours = Theme::instance().colours();
        const bool isLabel = PlateModel::lineOf(row) == PlateLine::Label;
        painter->save();
        painter->fillRect(rect, isLabel ? colours.paper : colours.plateEdge);
        if (isLabel)
            painter->fillRect(QRect(rect.left(), rect.bottom(), rect.width(), 1), colours.ink);
        QFont font = this->font();
        font.setPointSizeF(font.pointSizeF() * 0.92);
        font.setWeight(isLabel ? QFont::Normal : QFont::DemiBold);
        painter->setFont(font);
        painter->setPen(colours.faint);
        painter->drawText(rect.adjusted(CellPad, 0, -4, 0), Qt::AlignVCenter | Qt::AlignLeft,
                          m_model->headerData(row, Qt::Vertical, Qt::DisplayRole).toString());
        painter->restore();
    }

private:
    PlateModel* m_model;
};

} // namespace

PlateModel::PlateModel(PlateEditor* editor, QObject* parent)
    : QAbstractTableModel(parent)
    , m_editor(editor) {
    connect(editor->binding(), &ScreenBinding::rebound, this,
            [this] { Q_EMIT dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1)); });
}

int PlateModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : PlateLineCount;
}

int PlateModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_editor->binding()->fields().size());
}

QVariant PlateModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid())
        return {};
    if (role == Qt::DisplayRole || role == Qt::EditRole || role == Qt::ToolTipRole)
        return m_editor->text(lineOf(index.row()), field(index.column()));
    if (role == Qt::AccessibleTextRole)
        return tr("%1 of %2: %3")
            .arg(plateLineLabel(lineOf(index.row())), field(index.column()).label(),
                 m_editor->text(lineOf(index.row()), field(index.column())));
    return {};
}

QVariant PlateModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (role != Qt::DisplayRole)
        return {};
    return orientation == Qt::Vertical ? plateLineLabel(lineOf(section)) : field(section).label();
}

Qt::ItemFlags PlateModel::flags(const QModelIndex& index) const {
    if (!index.isValid())
        return Qt::NoItemFlags;
    Qt::ItemFlags flags = Qt::ItemIsSelectable | Qt::ItemIsEnabled;
    const PlateLine line = lineOf(index.row());
    if (line != PlateLine::BoundTo && !isSwitch(line))
        flags |= Qt::ItemIsEditable;
    return flags;
}

bool PlateModel::setData(const QModelIndex& index, const QVariant& text, int role) {
    if (role != Qt::EditRole)
        return false;
    m_editor->set(lineOf(index.row()), {field(index.column()).name()}, text.toString());
    return true;
}

PlateView::PlateView(PlateModel* model, QTableView* grid, QWidget* parent)
    : QTableView(parent)
    , m_model(model) {
    setObjectName(QStringLiteral("plate"));
    setAccessibleName(tr("Field settings"));
    setModel(model);
    setItemDelegate(new PlateDelegate(this, model));
    auto* names = new LineNames(model, this);
    setVerticalHeader(names);
    names->setFixedWidth(space::PlateNames);
    horizontalHeader()->hide();
    horizontalHeader()->setMinimumSectionSize(28);
    setShowGrid(false);
    setWordWrap(false);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::EditKeyPressed |
                    QAbstractItemView::DoubleClicked);
    setFixedHeight(PlateLineCount * space::PlateRowHeight);
    followGrid(grid);
}

void PlateView::followGrid(QTableView* grid) {
    QHeaderView* theirs = grid->horizontalHeader();
    for (int column = 0; column < m_model->columnCount(); ++column)
        setColumnWidth(column, grid->columnWidth(column));
    connect(theirs, &QHeaderView::sectionResized, this, [this, grid](int column, int, int) {
        setColumnWidth(column, grid->columnWidth(column));
    });
    connect(grid->horizontalScrollBar(), &QScrollBar::valueChanged, horizontalScrollBar(),
            &QScrollBar::setValue);
    connect(horizontalScrollBar(), &QScrollBar::valueChanged, grid->horizontalScrollBar(),
            &QScrollBar::setValue);
}

QStringList PlateView::selectedColumns() const {
    QList<int> columns;
    for (const QModelIndex& index : selectionModel()->selectedIndexes()) {
        if (index.row() == currentIndex().row())
            columns += index.column();
    }
    if (columns.isEmpty() && currentIndex().isValid())
        columns += currentIndex().column();
    std::sort(columns.begin(), columns.end());
    QStringList names;
    for (const int column : columns)
        names += m_model->field(column).name();
    return names;
}

void PlateView::setSelected(const QString& text) {
    if (currentIndex().isValid())
        m_model->editor()->set(PlateModel::lineOf(currentIndex().row()), selectedColumns(), text);
}

void PlateView::toggle() {
    const bool isOn = !currentIndex().data().toString().isEmpty();
    setSelected(isOn ? QString() : QStringLiteral("✓"));
}

void PlateView::keyPressEvent(QKeyEvent* event) {
    const bool onSwitch =
        currentIndex().isValid() && isSwitch(PlateModel::lineOf(currentIndex().row()));
    if (event->matches(QKeySequence::Copy)) {
        QApplication::clipboard()->setText(currentIndex().data().toString());
    } else if (event->matches(QKeySequence::Paste)) {
        setSelected(QApplication::clipboard()->text());
    } else if (onSwitch && (event->key() == Qt::Key_Space || event->key() == Qt::Key_Return)) {
        toggle();
    } else if (event->key() == Qt::Key_Return && state() != EditingState) {
        edit(currentIndex());
    } else if (event->key() == Qt::Key_Delete) {
        setSelected({});
    } else {
        QTableView::keyPressEvent(event);
    }
}

void PlateView::mouseDoubleClickEvent(QMouseEvent* event) {
    const QModelIndex index = indexAt(event->pos());
    if (index.isValid() && isSwitch(PlateModel::lineOf(index.row())))
        toggle();
    else
        QTableView::mouseDoubleClickEvent(event);
}

void PlateView::selectionChanged(const QItemSelection& selected, const QItemSelection& deselected) {
    QTableView::selectionChanged(selected, deselected);
    if (!currentIndex().isValid())
        return;
    const PlateLine line = PlateModel::lineOf(currentIndex().row());
    const qsizetype count = selectedColumns().size();
    const QString how = isSwitch(line)               ? tr("press Space to set")
                        : line == PlateLine::BoundTo ? tr("the column in the database")
                                                     : tr("type to set");
    Q_EMIT selectionDescribed(
        tr("%1 selected · %2: %3")
            .arg(counted(count, tr("field"), tr("fields")), plateLineLabel(line), how));
}

} // namespace gravin
