// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/grid_view.h"

#include "app/editors/field_editor.h"
#include "app/look/paint.h"
#include "app/look/theme.h"
#include "app/session/lookup_work.h"
#include "app/use/frozen_columns.h"

#include <QApplication>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QScopedValueRollback>
#include <QScrollBar>

#include <algorithm>

namespace gravin {

namespace {

constexpr int CellPad = 10;
constexpr int NarrowestFitted = 56;
constexpr int WidestFitted = 240;
// Rows that a fitted width is measured on.
constexpr int MeasuredRows = 60;
constexpr double TintStrength = 0.16;
constexpr double HitStrength = 0.3;
constexpr double CellTagSize = 0.85; // of the font
constexpr int TagPad = 5;
constexpr int CellSwatchSize = 13;
constexpr int GroupIndent = 18;

// Rows of several lines show texts wrapped.
bool tall(const QRect& cell) { return cell.height() > space::RowHeight + space::RowHeight / 3; }

int heightOf(RowHeight height) {
    switch (height) {
    case RowHeight::Compact:
        return space::CompactRowHeight;
    case RowHeight::Comfortable:
        return space::RowHeight;
    case RowHeight::Tall:
        return 2 * space::RowHeight;
    }
    return space::RowHeight;
}

void paintCheck(QPainter& painter, const QRect& rect, const QColor& colour) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(colour, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const QPointF start(rect.left(), rect.center().y() + 1);
    painter.drawPolyline(QPolygonF{start, start + QPointF(4, 4), start + QPointF(11, -5)});
    painter.restore();
}

// Marks what was searched for, behind the text that is painted next.
void paintHits(QPainter& painter, const QRect& inner, const QString& text, bool right,
               const QStringList& words) {
    const QFontMetrics metrics = painter.fontMetrics();
    const int width = figuresWidth(metrics, text);
    const int start = right ? std::max(inner.left(), inner.right() - width) : inner.left();
    QColor hit = Theme::instance().colours().warning;
    hit.setAlphaF(HitStrength);
    for (const QString& word : words) {
        for (qsizetype at = text.indexOf(word, 0, Qt::CaseInsensitive); at >= 0;
             at = text.indexOf(word, at + word.size(), Qt::CaseInsensitive)) {
            const int left = start + figuresWidth(metrics, text.left(at));
            const QRect mark(left, inner.center().y() - metrics.height() / 2,
                             figuresWidth(metrics, text.mid(at, word.size())), metrics.height());
            painter.fillRect(mark.intersected(inner), hit);
        }
    }
}

QFont tagFont(QFont font) {
    font.setPointSizeF(font.pointSizeF() * CellTagSize);
    return font;
}

// What a tag takes of a cell's width.
int tagWidth(const QFont& font, const QString& words) {
    return words.isEmpty()
               ? 0
               : QFontMetrics(tagFont(font)).horizontalAdvance(words) + 2 * TagPad + CellPad;
}

// Words at the right end of a cell, in a frame. Answers where they begin. Where there is not room
// for all, `valueWidth` goes first up to half of the cell.
int paintTag(QPainter& painter, const QRect& inner, const QString& words, int valueWidth) {
    painter.save();
    painter.setFont(tagFont(painter.font()));
    const QFontMetrics metrics = painter.fontMetrics();
    const int room = inner.width() - std::min(valueWidth + CellPad, inner.width() / 2);
    const QString text = metrics.elidedText(words, Qt::ElideRight, room - 2 * TagPad);
    const int width = metrics.horizontalAdvance(text) + 2 * TagPad;
    const int height = metrics.height() + 2;
    const QRect frame(inner.right() - width, inner.center().y() - height / 2, width, height);
    painter.setPen(Theme::instance().colours().ink);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.drawRoundedRect(QRectF(frame).adjusted(0.5, 0.5, -0.5, -0.5), 2, 2);
    painter.drawText(frame, Qt::AlignCenter, text);
    painter.restore();
    return frame.left();
}

} // namespace

CellDelegate::CellDelegate(GridModel* model, QObject* parent)
    : QStyledItemDelegate(parent)
    , m_model(model) {}

void CellDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                         const QModelIndex& index) const {
    const Colours& colours = Theme::instance().colours();
    painter->save();
    const bool selected = option.state & QStyle::State_Selected;
    const auto* view = qobject_cast<const QAbstractItemView*>(option.widget);
    const bool currentRow = view && view->currentIndex().row() == index.row();
    const QColor choice = swatchColour(index.data(GridModel::ColourRole).toString());
    painter->fillRect(option.rect, selected     ? colours.selection
                                   : currentRow ? colours.raised
                                                : colours.paper);
    if (QColor tint = index.data(GridModel::TintRole).value<QColor>(); tint.isValid()) {
        tint.setAlphaF(TintStrength);
        painter->fillRect(option.rect, tint);
    }
    painter->fillRect(QRect(option.rect.left(), option.rect.bottom(), option.rect.width(), 1),
                      colours.lines);

    QRect inner = option.rect.adjusted(CellPad, 0, -CellPad, -1);
    const QString text = index.data(Qt::DisplayRole).toString();
    const QVariant value = index.data(GridModel::ValueRole);
    const bool odd = index.data(GridModel::OddRole).toBool();
    painter->setFont(option.font);
    painter->setPen(odd ? colours.elsewhere : colours.ink);
    const bool right = index.data(Qt::TextAlignmentRole).toInt() & Qt::AlignRight;
    if (const QString words = index.data(GridModel::TagRole).toString(); !words.isEmpty())
        inner.setRight(
            paintTag(*painter, inner, words, QFontMetrics(option.font).horizontalAdvance(text)) -
            CellPad);

    if (index.data(GridModel::PendingRole).toBool()) {
        painter->fillRect(QRect(inner.left(), inner.center().y() - 3, inner.width() / 2, 6),
                          colours.raised);
    } else if (!value.isValid() && text.isEmpty()) {
        painter->setPen(colours.faint);
        painter->drawText(inner, Qt::AlignVCenter | (right ? Qt::AlignRight : Qt::AlignLeft),
                          QStringLiteral("–"));
    } else if (value.typeId() == QMetaType::Bool) {
        if (value.toBool())
            paintCheck(*painter, inner, colours.ink);
        else
            paintFigures(*painter, inner, text, false);
    } else {
        const QColor named = swatchColour(text);
        if (const QColor swatch = choice.isValid() ? choice : named; swatch.isValid()) {
            const QRect box(inner.left(), inner.center().y() - CellSwatchSize / 2, CellSwatchSize,
                            CellSwatchSize);
            painter->fillRect(box, swatch);
            painter->setPen(colours.faint);
            painter->drawRect(box);
            painter->setPen(colours.ink);
            inner.setLeft(box.right() + 8);
        }
        if (!value.isValid())
            painter->setPen(colours.faint); // "given on save"
        const bool centred = index.data(Qt::TextAlignmentRole).toInt() & Qt::AlignHCenter;
        if (tall(option.rect)) {
            painter->drawText(inner.adjusted(0, 4, 0, -4),
                              static_cast<int>(Qt::TextWordWrap | Qt::AlignTop) |
                                  (right     ? Qt::AlignRight
                                   : centred ? Qt::AlignHCenter
                                             : Qt::AlignLeft),
                              text);
        } else if (centred) {
            painter->drawText(inner, Qt::AlignCenter,
                              painter->fontMetrics().elidedText(QString(text).replace(u'\n', u' '),
                                                                Qt::ElideRight, inner.width()));
        } else {
            paintHits(*painter, inner, text, right, m_model->view()->query().words());
            paintFigures(*painter, inner, QString(text).replace(u'\n', u' '), right);
        }
    }

    const QRect edge(option.rect.left(), option.rect.bottom() - 1, option.rect.width(), 2);
    if (index.data(GridModel::ElsewhereRole).toBool())
        painter->fillRect(edge, colours.elsewhere);
    else if (index.data(GridModel::NewsRole).toBool())
        painter->fillRect(edge.adjusted(0, 1, 0, 0), colours.elsewhere);
    else if (index.data(GridModel::ProblemRole).toBool())
        painter->fillRect(edge, colours.problem);
    else if (index.data(GridModel::WarningRole).toBool())
        painter->fillRect(edge, colours.warning);
    else if (index.data(GridModel::DraftRole).toBool())
        painter->fillRect(edge, colours.draft);
    if (option.state & QStyle::State_HasFocus) {
        painter->setPen(QPen(colours.accent, 2));
        painter->drawRect(option.rect.adjusted(1, 1, -1, -2));
    }
    painter->restore();
}

QWidget* CellDelegate::createEditor(QWidget* parent, const QStyleOptionViewItem&,
                                    const QModelIndex& index) const {
    const BoundField& field = m_model->binding()->fields()[index.column()];
    FieldEditor* editor = FieldEditor::create(field, m_model->binding()->workspace(), parent);
    editor->setAutoFillBackground(true);
    connect(editor, &FieldEditor::edited, this, [this, editor] {
        if (!editor->isDoneWithPick())
            return;
        auto* self = const_cast<CellDelegate*>(this);
        Q_EMIT self->commitData(editor);
        Q_EMIT self->closeEditor(editor);
    });
    ScreenBinding* binding = m_model->binding();
    const RecordId id = m_model->recordAt(index.row());
    connect(editor, &FieldEditor::newRequested, this, [this, editor, binding, id, field] {
        Q_EMIT const_cast<CellDelegate*>(this)->closeEditor(editor, RevertModelCache);
        binding->workspace()->lookupWork()->makeNew(binding->screen(), id, field);
    });
    connect(editor, &FieldEditor::openRequested, this, [this, editor, binding, id, field] {
        Q_EMIT const_cast<CellDelegate*>(this)->closeEditor(editor, RevertModelCache);
        binding->workspace()->lookupWork()->open(field,
                                                 binding->value(id, field).value_or(Value()));
    });
    return editor;
}

void CellDelegate::setEditorData(QWidget* widget, const QModelIndex& index) const {
    auto* editor = static_cast<FieldEditor*>(widget);
    const BoundField& field = m_model->binding()->fields()[index.column()];
    const Draft* draft = m_model->binding()->draft(m_model->recordAt(index.row()));
    std::optional<QString> bad;
    if (draft && draft->bad.contains(field.columnIndex))
        bad = draft->bad[field.columnIndex].text;
    editor->setContent(m_model->value(index).value_or(Value()), bad);
    editor->selectAll();
    if (!editor->property("begun").toBool()) {
        editor->setProperty("begun", true);
        QMetaObject::invokeMethod(
            editor, [editor] { editor->beginInCell(); }, Qt::QueuedConnection);
    }
}

void CellDelegate::setModelData(QWidget* widget, QAbstractItemModel*,
                                const QModelIndex& index) const {
    m_model->apply(index, static_cast<FieldEditor*>(widget)->content());
    Q_EMIT const_cast<CellDelegate*>(this)->written(m_model->recordAt(index.row()));
}

void CellDelegate::updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option,
                                        const QModelIndex&) const {
    QRect rect = option.rect;
    rect.setHeight(std::max(rect.height(), editor->minimumSizeHint().height()));
    editor->setGeometry(rect);
}

Gutter::Gutter(GridModel* model, QWidget* parent)
    : QHeaderView(Qt::Vertical, parent)
    , m_model(model) {
    setSectionResizeMode(QHeaderView::Fixed);
    setDefaultSectionSize(space::RowHeight);
    setMinimumSectionSize(space::CompactRowHeight);
    setSectionsClickable(true);
}

void Gutter::paintSection(QPainter* painter, const QRect& rect, int logicalIndex) const {
    const Colours& colours = Theme::instance().colours();
    painter->save();
    painter->fillRect(rect, colours.paper);
    painter->fillRect(QRect(rect.left(), rect.bottom(), rect.width(), 1), colours.lines);
    paintMarks(*painter, rect, m_model->marks(logicalIndex));
    painter->restore();
}

GridView::GridView(GridModel* model, QWidget* parent)
    : QTableView(parent)
    , m_model(model) {
    setObjectName(QStringLiteral("grid"));
    setAccessibleName(tr("Records"));
    setModel(model);
    auto* delegate = new CellDelegate(model, this);
    setItemDelegate(delegate);
    connect(delegate, &CellDelegate::written, this, &GridView::cellWritten);
    auto* gutter = new Gutter(model, this);
    setVerticalHeader(gutter);
    gutter->setFixedWidth(space::Gutter);
    connect(model, &GridModel::marksChanged, gutter->viewport(), qOverload<>(&QWidget::update));
    setShowGrid(false);
    setWordWrap(false);
    setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::EditKeyPressed |
                    QAbstractItemView::DoubleClicked);
    setSelectionMode(QAbstractItemView::ExtendedSelection);
    setTabKeyNavigation(true);
    horizontalHeader()->setHighlightSections(false);
    // A click on a head sorts; it does not choose the column, which would leave the record.
    horizontalHeader()->setSectionsClickable(true);
    for (const auto signal : {&QHeaderView::sectionPressed, &QHeaderView::sectionEntered})
        disconnect(horizontalHeader(), signal, this, nullptr);
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    horizontalHeader()->setMinimumSectionSize(28);
    horizontalHeader()->setFixedHeight(Distance(34));
    auto* frozenDelegate = new CellDelegate(model, this);
    connect(frozenDelegate, &CellDelegate::written, this, &GridView::cellWritten);
    m_frozen = new FrozenColumns(this, frozenDelegate);
    // After sorting or reading anew the current record is the same one.
    connect(model, &QAbstractItemModel::modelAboutToBeReset, this,
            [this] { m_rowBefore = currentIndex().row(); });
    connect(model, &QAbstractItemModel::modelReset, this, &GridView::keepPlace);
    connect(model, &QAbstractItemModel::rowsInserted, this, [this] {
        if (m_model->rowOf(m_wanted) >= 0)
            setCurrentRecord(m_wanted);
    });
    connect(model->binding(), &ScreenBinding::rebound, this, [this] {
        m_dragged.clear(); // the developer's word is newer
        applyWidths();
        applyRowHeight();
    });
    // What a person drags stays, whatever the list does next; in Build it is the screen's own.
    connect(horizontalHeader(), &QHeaderView::sectionResized, this,
            [this](int column, int, int width) {
                if (!m_showHidden && !m_isApplyingWidths && width > 0)
                    m_dragged.insert(m_model->binding()->fields()[column].name(), width);
            });
    connect(model, &QAbstractItemModel::modelReset, this, &GridView::applyWidths);
    connect(model->binding()->workspace(), &Workspace::lookupsLoaded, this, &GridView::applyWidths);
    applyWidths();
    applyRowHeight();
}

// Where the program moves, what was selected before is not meant any more. setCurrentIndex() would
// keep it while a key like Ctrl happens to be down, as it is in the midst of Ctrl+S.
void GridView::moveTo(const QModelIndex& index) {
    selectionModel()->setCurrentIndex(index, QItemSelectionModel::ClearAndSelect);
}

RecordId GridView::currentRecord() const { return m_model->recordAt(currentIndex().row()); }

void GridView::setCurrentRecord(const RecordId& id) {
    int row = m_model->rowOf(id);
    if (row < 0 && m_model->reveal(id))
        row = m_model->rowOf(id);
    // The list may be being read anew: the record is gone to when its row arrives.
    m_wanted = row < 0 ? id : RecordId();
    if (row < 0)
        return;
    const int column =
        std::clamp(currentIndex().isValid() ? currentIndex().column() : m_currentColumn, 0,
                   std::max(0, m_model->columnCount() - 1));
    moveTo(m_model->index(row, column));
    scrollTo(currentIndex());
}

// The same record; where the new list lacks it, the one that stands there now.
void GridView::keepPlace() {
    // Its group was closed: the head stands for it. When a list begins to be grouped it stays open.
    const bool isNewGrouping =
        std::exchange(m_groupedBy, m_model->groupedBy()) != m_model->groupedBy();
    if (const int head = m_model->headRowOf(m_current);
        !isNewGrouping && head >= 0 && m_model->rowOf(m_current) < 0) {
        moveTo(m_model->index(head, std::max(0, m_currentColumn)));
        return;
    }
    // What was gone to before the list had it goes first.
    setCurrentRecord(m_model->rowOf(m_wanted) >= 0 ? m_wanted : m_current);
    const RecordView* view = m_model->view();
    if (currentIndex().isValid() || !view->isComplete() || m_model->rowCount() == 0)
        return;
    m_wanted = {};
    setCurrentRecord(m_model->recordAt(std::clamp(m_rowBefore, 0, m_model->rowCount() - 1)));
}

std::vector<std::pair<int, int>> GridView::selectedRows() const {
    std::vector<std::pair<int, int>> ranges;
    for (const QItemSelectionRange& range : selectionModel()->selection())
        ranges.emplace_back(range.top(), range.bottom());
    std::sort(ranges.begin(), ranges.end());
    std::vector<std::pair<int, int>> rows;
    for (const auto& range : ranges) {
        if (!rows.empty() && range.first <= rows.back().second + 1)
            rows.back().second = std::max(rows.back().second, range.second);
        else
            rows.push_back(range);
    }
    return rows;
}

qint64 GridView::selectedCount() const {
    qint64 count = 0;
    for (const auto& [first, last] : selectedRows())
        count += last - first + 1;
    return count;
}

QList<RecordId> GridView::selectedRecords() const {
    QList<RecordId> records;
    for (const auto& [first, last] : selectedRows()) {
        for (int row = first; row <= last; ++row) {
            if (const RecordId id = m_model->recordAt(row); !id.isNone())
                records += id;
        }
    }
    return records;
}

void GridView::showHiddenFields(bool show) {
    m_showHidden = show;
    // In Build the names of the plate's lines stand above the gutter.
    verticalHeader()->setFixedWidth(show ? space::PlateNames : space::Gutter);
    applyWidths();
}

void GridView::hideFields(const QStringList& columns) {
    if (columns == m_unwanted)
        return;
    m_unwanted = columns;
    applyWidths();
}

int GridView::fittedWidth(int column) const {
    const QFontMetrics metrics(font());
    QFont bold = font();
    bold.setWeight(QFont::DemiBold);
    int width = QFontMetrics(bold).horizontalAdvance(
        m_model->headerData(column, Qt::Horizontal, Qt::DisplayRole).toString());
    for (int row = 0; row < std::min(MeasuredRows, m_model->rowCount()); ++row) {
        const QModelIndex cell = m_model->index(row, column);
        const QString text = cell.data().toString();
        const QString choice = cell.data(GridModel::ColourRole).toString();
        const bool hasSwatch = swatchColour(text).isValid() || swatchColour(choice).isValid();
        const int swatch = hasSwatch ? CellSwatchSize + 8 : 0;
        const int tag = tagWidth(font(), cell.data(GridModel::TagRole).toString());
        width = std::max(width, figuresWidth(metrics, text) + swatch + tag);
    }
    return std::clamp(width + 2 * CellPad + 6, NarrowestFitted, WidestFitted);
}

void GridView::applyWidths() {
    const QScopedValueRollback applying(m_isApplyingWidths, true);
    const QList<BoundField>& fields = m_model->binding()->fields();
    for (int column = 0; column < fields.size(); ++column) {
        const ScreenField& placement = fields[column].placement;
        const bool isShown = placement.inGrid() && !m_unwanted.contains(fields[column].name());
        setColumnHidden(column, !isShown && !m_showHidden);
        const int width =
            placement.width == ScreenField::FittedWidth ? fittedWidth(column) : placement.width;
        const int wanted = m_showHidden ? width : m_dragged.value(fields[column].name(), width);
        if (columnWidth(column) != wanted)
            setColumnWidth(column, wanted);
    }
    // What is frozen stands first; while a screen is shaped all columns stand below their settings.
    const auto frozen = std::count_if(fields.begin(), fields.end(), [](const BoundField& field) {
        return field.placement.frozen;
    });
    m_frozen->setColumns(m_showHidden ? 0 : static_cast<int>(frozen));
}

void GridView::scrollTo(const QModelIndex& index, ScrollHint hint) {
    const int before = horizontalScrollBar()->value();
    const bool inSight = m_frozen->coveredWidth() > 0 && m_frozen->holds(index.column());
    QTableView::scrollTo(index, hint);
    if (inSight)
        horizontalScrollBar()->setValue(before);
    else if (const int hidden = m_frozen->coveredWidth() - visualRect(index).left(); hidden > 0)
        horizontalScrollBar()->setValue(horizontalScrollBar()->value() - hidden);
}

bool GridView::edit(const QModelIndex& index, EditTrigger trigger, QEvent* event) {
    if (m_frozen && m_frozen->isVisible() && m_frozen->holds(index.column()))
        return m_frozen->beginEdit(index, trigger, event);
    return QTableView::edit(index, trigger, event);
}

void GridView::resizeEvent(QResizeEvent* event) {
    QTableView::resizeEvent(event);
    m_frozen->follow();
}

void GridView::applyRowHeight() {
    const int height = heightOf(m_model->binding()->screen().screen.rowHeight);
    if (verticalHeader()->defaultSectionSize() != height)
        verticalHeader()->setDefaultSectionSize(height);
}

// What has no room in a cell, and every cell of a screen that edits in windows, opens a window.
bool GridView::openInstead(const QModelIndex& index) {
    if (!index.isValid())
        return false;
    const ScreenBinding& binding = *m_model->binding();
    const bool inWindows = binding.screen().screen.arrangement == Arrangement::GridWindows;
    if (!inWindows && FieldEditor::fitsInCell(binding.fields()[index.column()]))
        return false;
    Q_EMIT openRequested(m_model->recordAt(index.row()));
    return true;
}

void GridView::contextMenuEvent(QContextMenuEvent* event) {
    const bool byKey = event->reason() == QContextMenuEvent::Keyboard;
    if (!byKey) {
        const QModelIndex index = indexAt(event->pos());
        if (!index.isValid())
            return;
        // What was selected is what the actions are for, where it is pointed at.
        const auto rows = selectedRows();
        const bool isSelected = std::any_of(rows.begin(), rows.end(), [&](const auto& range) {
            return range.first <= index.row() && index.row() <= range.second;
        });
        if (isSelected)
            selectionModel()->setCurrentIndex(index, QItemSelectionModel::NoUpdate);
        else
            moveTo(index);
    }
    Q_EMIT actionsRequested(byKey ? viewport()->mapToGlobal(visualRect(currentIndex()).bottomLeft())
                                  : event->globalPos());
}

bool GridView::toggleYesNo(const QModelIndex& index) {
    if (!index.isValid() || !(m_model->flags(index) & Qt::ItemIsEditable) ||
        m_model->binding()->fields()[index.column()].definition.shownAs != ShownAs::YesNo ||
        !m_model->binding()->fields()[index.column()].definition.choices.isEmpty())
        return false;
    const auto now = m_model->value(index);
    const bool isYes = now && now->kind() == Value::Kind::Boolean && now->asBoolean();
    m_model->apply(index, Value::boolean(!isYes));
    Q_EMIT cellWritten(m_model->recordAt(index.row()));
    return true;
}

void GridView::focusInEvent(QFocusEvent* event) {
    QTableView::focusInEvent(event);
    Q_EMIT focusTaken();
}

void GridView::beginFirstEdit() {
    setFocus(Qt::OtherFocusReason);
    const int row = currentIndex().row();
    for (int column = 0; column < m_model->columnCount(); ++column) {
        const QModelIndex index = m_model->index(row, column);
        const auto now = m_model->value(index);
        const Draft* draft = m_model->binding()->draft(m_model->recordAt(row));
        const bool isGiven =
            draft && draft->parent &&
            draft->parent->columns.contains(m_model->binding()->fields()[column].name());
        if (isColumnHidden(column) || !(m_model->flags(index) & Qt::ItemIsEditable) || isGiven ||
            (now && !now->isNull()))
            continue;
        moveTo(index);
        edit(index);
        return;
    }
}

void GridView::focusField(const QString& column) {
    setFocus(Qt::OtherFocusReason);
    const auto& fields = m_model->binding()->fields();
    for (int i = 0; i < fields.size(); ++i) {
        if (fields[i].name() == column && !isColumnHidden(i))
            setCurrentIndex(m_model->index(currentIndex().row(), i));
    }
}

void GridView::paintEvent(QPaintEvent* event) {
    QTableView::paintEvent(event);
    const ScreenBinding& binding = *m_model->binding();
    if (m_model->isGrouped()) {
        QPainter heads(viewport());
        paintGroups(heads);
    }
    if (m_model->rowCount() > 0 || !m_model->view()->isComplete())
        return;
    QPainter painter(viewport());
    painter.setPen(Theme::instance().colours().faint);
    painter.drawText(
        viewport()->rect().adjusted(CellPad, 18, -CellPad, 0), Qt::AlignTop | Qt::TextWordWrap,
        binding.isReadOnly() ? tr("There are no records here.")
                             : tr("There are no records yet. Ctrl+N begins the first."));
}

std::optional<CellAction> GridView::cellActionOf(const QKeyEvent& event) const {
    if (event.matches(QKeySequence::Copy))
        return CellAction::Copy;
    if (event.matches(QKeySequence::Cut))
        return CellAction::Cut;
    if (event.matches(QKeySequence::Paste))
        return CellAction::Paste;
    if (event.key() == Qt::Key_D && event.modifiers() == Qt::ControlModifier)
        return CellAction::FillDown;
    if (event.key() == Qt::Key_Delete && event.modifiers() == Qt::NoModifier)
        return CellAction::Clear;
    return std::nullopt;
}

void GridView::paintGroups(QPainter& painter) {
    const int first = std::max(0, rowAt(0));
    int last = rowAt(viewport()->height() - 1);
    if (last < 0)
        last = m_model->rowCount() - 1;
    for (int row = first; row <= last; ++row) {
        if (m_model->groupAt(row))
            paintGroup(painter, row);
    }
}

// One band across all columns: the name at the left, what fields come to below their heads.
void GridView::paintGroup(QPainter& painter, int row) {
    const Colours& colours = Theme::instance().colours();
    const QRect band(0, rowViewportPosition(row), viewport()->width(), rowHeight(row));
    const bool isCurrent = row == currentIndex().row();
    painter.fillRect(band, colours.raised);
    painter.fillRect(QRect(band.left(), band.bottom(), band.width(), 1), colours.lines);
    const int indent = CellPad + m_model->groupAt(row)->level * GroupIndent;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(colours.accent, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const QPointF tip(indent + 4, band.center().y() + 0.5);
    painter.drawPolyline(
        m_model->isGroupOpen(row)
            ? QPolygonF{tip + QPointF(-4, -2), tip + QPointF(0, 2.5), tip + QPointF(4, -2)}
            : QPolygonF{tip + QPointF(-2, -4), tip + QPointF(2.5, 0), tip + QPointF(-2, 4)});
    QFont bold = font();
    bold.setWeight(QFont::DemiBold);
    painter.setFont(bold);
    painter.setPen(colours.ink);
    const QString name = m_model->groupName(row);
    QRect text = band.adjusted(indent + 16, 0, -CellPad, 0);
    painter.drawText(text, Qt::AlignVCenter | Qt::AlignLeft, name);
    text.setLeft(text.left() + painter.fontMetrics().horizontalAdvance(name) + CellPad);
    painter.setFont(font());
    painter.setPen(colours.faint);
    const QString count = m_model->groupCount(row);
    painter.drawText(text, Qt::AlignVCenter | Qt::AlignLeft, count);
    const int end = text.left() + painter.fontMetrics().horizontalAdvance(count) + CellPad;
    painter.setPen(colours.ink);
    for (int column = 0; column < m_model->columnCount(); ++column) {
        const QString total = isColumnHidden(column) ? QString() : m_model->groupTotal(row, column);
        const int right = columnViewportPosition(column) + columnWidth(column) - CellPad;
        const int left = right - figuresWidth(painter.fontMetrics(), total);
        if (!total.isEmpty() && left > end)
            painter.drawText(QRect(left, band.top(), right - left + 1, band.height()),
                             Qt::AlignVCenter | Qt::AlignRight, total);
    }
    if (isCurrent && hasFocus()) {
        painter.setPen(QPen(colours.accent, 2));
        painter.drawRect(band.adjusted(1, 1, -1, -2));
    }
    painter.restore();
}

void GridView::toggleGroup(int row) {
    const bool open = !m_model->isGroupOpen(row);
    m_model->openGroup(row, open);
    moveTo(m_model->index(row, std::max(0, m_currentColumn)));
}

bool GridView::openCurrentGroup(bool open) {
    const int row = currentIndex().row();
    if (!m_model->groupAt(row))
        return false;
    if (m_model->isGroupOpen(row) != open)
        toggleGroup(row);
    return true;
}

void GridView::mousePressEvent(QMouseEvent* event) {
    const QModelIndex index = indexAt(event->pos());
    if (event->button() == Qt::LeftButton && index.isValid() && m_model->groupAt(index.row())) {
        setFocus(Qt::MouseFocusReason);
        m_currentColumn = index.column();
        toggleGroup(index.row());
        return;
    }
    QTableView::mousePressEvent(event);
}

bool GridView::hasWholeRecordsSelected() const {
    return selectionModel()->isRowSelected(currentIndex().row(), {}) && m_model->columnCount() > 1;
}

// Behind the last cell there is room for one more record.
QModelIndex GridView::moveCursor(CursorAction action, Qt::KeyboardModifiers modifiers) {
    const QModelIndex current = currentIndex();
    const QModelIndex next = QTableView::moveCursor(action, modifiers);
    const bool wraps = action == MoveNext && current.isValid() &&
                       current.row() == m_model->rowCount() - 1 && next.row() != current.row();
    if (!wraps)
        return next;
    QMetaObject::invokeMethod(this, &GridView::nextNewRequested, Qt::QueuedConnection);
    return current;
}

void GridView::keyPressEvent(QKeyEvent* event) {
    if (const auto action = cellActionOf(*event)) {
        if (*action == CellAction::Clear && hasWholeRecordsSelected())
            Q_EMIT deleteRequested();
        else
            Q_EMIT cellsRequested(*action);
        return;
    }
    if (m_model->groupAt(currentIndex().row())) {
        const bool opens = event->key() == Qt::Key_Right;
        if ((opens || event->key() == Qt::Key_Left) && openCurrentGroup(opens))
            return;
        if (event->key() == Qt::Key_Space || event->key() == Qt::Key_Return ||
            event->key() == Qt::Key_Enter) {
            toggleGroup(currentIndex().row());
            return;
        }
    }
    if (event->key() == Qt::Key_Space && toggleYesNo(currentIndex()))
        return;
    if (event->key() == Qt::Key_Escape) {
        // Back one step: first the cell's edit, then all edits of the record.
        const RecordId id = currentRecord();
        const Draft* draft = m_model->binding()->draft(id);
        if (draft && currentIndex().isValid()) {
            const int column = m_model->binding()->fields()[currentIndex().column()].columnIndex;
            DraftStore* drafts =
                m_model->binding()->workspace()->drafts(m_model->binding()->tableName());
            if (draft->changed.contains(column) || draft->bad.contains(column))
                drafts->revertField(id, column);
            else
                m_model->binding()->workspace()->discard(m_model->binding()->tableName(), id);
            return;
        }
    }
    if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) &&
        event->modifiers() == Qt::NoModifier && state() != EditingState) {
        if (!openInstead(currentIndex()))
            edit(currentIndex());
        return;
    }
    QTableView::keyPressEvent(event);
}

void GridView::mouseDoubleClickEvent(QMouseEvent* event) {
    const QModelIndex index = indexAt(event->pos());
    if (index.isValid() && m_model->groupAt(index.row()))
        return; // its first click did it
    if (toggleYesNo(index) || openInstead(index))
        return;
    QTableView::mouseDoubleClickEvent(event);
}

void GridView::currentChanged(const QModelIndex& current, const QModelIndex& previous) {
    QTableView::currentChanged(current, previous);
    if (!current.isValid())
        return;
    m_currentColumn = current.column();
    if (current.row() != previous.row()) {
        viewport()->update();
        verticalHeader()->viewport()->update();
    }
    const RecordId id = m_model->recordAt(current.row());
    if (id == m_current)
        return;
    m_current = id;
    Q_EMIT currentRecordChanged(id);
}

} // namespace gravin
