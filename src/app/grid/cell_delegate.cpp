// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/cell_delegate.h"

#include "app/editors/field_editor.h"
#include "app/look/paint.h"
#include "app/look/theme.h"
#include "session/lookup_work.h"

#include <QPainter>
#include <QTableView>

#include <algorithm>

namespace gravin {

namespace {

constexpr int CellPad = CellDelegate::Pad;
constexpr double TintStrength = 0.16;
constexpr double HitStrength = 0.3;
constexpr double CellTagSize = 0.85; // of the font
constexpr int TagPad = 5;
constexpr int CellSwatchSize = 13;
constexpr int SwatchGap = 8;
constexpr int PicturePad = 2;
constexpr int PictureAspect = 2; // at most so much wider than high
constexpr int CheckWidth = 12;

// Rows of several lines show texts wrapped.
bool tall(const QRect& cell) { return cell.height() > space::RowHeight + space::RowHeight / 3; }

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
    if (words.isEmpty())
        return;
    const QFont& font = painter.font();
    const int height = painter.fontMetrics().height();
    const int width = figuresWidth(font, text);
    const int start = right ? std::max(inner.left(), inner.right() - width) : inner.left();
    QColor hit = Theme::instance().colours().warning;
    hit.setAlphaF(HitStrength);
    for (const QString& word : words) {
        for (qsizetype at = text.indexOf(word, 0, Qt::CaseInsensitive); at >= 0;
             at = text.indexOf(word, at + word.size(), Qt::CaseInsensitive)) {
            const int left = start + figuresWidth(font, text.left(at));
            const QRect mark(left, inner.center().y() - height / 2,
                             figuresWidth(font, text.mid(at, word.size())), height);
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
    return words.isEmpty() ? 0 : figuresWidth(tagFont(font), words) + 2 * TagPad + CellPad;
}

// What is left of a cell beside a part at the end where lines of this direction begin or end.
QRect beside(const QRect& inner, const QRect& part, int gap) {
    QRect rest = inner;
    if (part.center().x() < inner.center().x())
        rest.setLeft(part.right() + gap);
    else
        rest.setRight(part.left() - gap);
    return rest;
}

// Words where the line ends in a cell, in a frame. Answers what is left of the cell. Where there is
// not room for all, `valueWidth` goes first up to half of the cell.
QRect paintTag(QPainter& painter, const QRect& inner, const QString& words, int valueWidth,
               Qt::LayoutDirection direction) {
    painter.save();
    painter.setFont(tagFont(painter.font()));
    const QFontMetrics metrics = painter.fontMetrics();
    const int room = inner.width() - std::min(valueWidth + CellPad, inner.width() / 2);
    const int width =
        std::min(figuresWidth(painter.font(), words), std::max(0, room - 2 * TagPad)) + 2 * TagPad;
    const int height = metrics.height() + 2;
    const QRect frame = QStyle::visualRect(
        direction, inner,
        QRect(inner.right() - width, inner.center().y() - height / 2, width, height));
    painter.setPen(Theme::instance().colours().ink);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.drawRoundedRect(QRectF(frame).adjusted(0.5, 0.5, -0.5, -0.5), 2, 2);
    paintFigures(painter, frame.adjusted(TagPad, 0, 1 - TagPad, 0), words, false);
    painter.restore();
    return beside(inner, frame, CellPad);
}

// A swatch where the line begins, of the choice or of the colour that the text names. Answers what
// is left for the text.
QRect paintSwatch(QPainter& painter, const QRect& inner, const QColor& colour,
                  Qt::LayoutDirection direction) {
    const QRect box =
        QStyle::visualRect(direction, inner,
                           QRect(inner.left(), inner.center().y() - CellSwatchSize / 2,
                                 CellSwatchSize, CellSwatchSize));
    const Colours& colours = Theme::instance().colours();
    painter.save();
    painter.fillRect(box, colour);
    painter.setPen(colours.faint);
    painter.drawRect(box);
    painter.restore();
    return beside(inner, box, SwatchGap);
}

// The line below a cell that says the state of its field; invalid: none.
QColor edgeColour(const CellPresentation& cell) {
    const Colours& colours = Theme::instance().colours();
    if (cell.isElsewhere || cell.isNews)
        return colours.elsewhere;
    if (cell.isProblem)
        return colours.problem;
    if (cell.isWarning)
        return colours.warning;
    return cell.isDraft ? colours.draft : QColor();
}

QColor swatchOf(const CellPresentation& cell) {
    const QColor choice = swatchColour(cell.colour);
    return choice.isValid() ? choice : swatchColour(cell.text);
}

} // namespace

CellDelegate::CellDelegate(GridModel* model, QObject* parent)
    : QStyledItemDelegate(parent)
    , m_model(model)
    , m_thumbnails(new Thumbnails(this)) {}

int CellDelegate::widthOf(const CellPresentation& cell, const QFont& font) {
    const int swatch = swatchOf(cell).isValid() ? CellSwatchSize + SwatchGap : 0;
    const int picture = cell.picture.isEmpty() ? 0 : QFontMetrics(font).height() * PictureAspect;
    return figuresWidth(font, cell.text) + swatch + picture + tagWidth(font, cell.tag);
}

void CellDelegate::paintGround(QPainter& painter, const QStyleOptionViewItem& option,
                               const QModelIndex& index, const CellPresentation& cell) const {
    const Colours& colours = Theme::instance().colours();
    const auto* view = qobject_cast<const QAbstractItemView*>(option.widget);
    const bool isCurrentRow = view && view->currentIndex().row() == index.row();
    const bool isSelected = option.state & QStyle::State_Selected;
    painter.fillRect(option.rect, isSelected     ? colours.selection
                                  : isCurrentRow ? colours.raised
                                                 : colours.paper);
    if (QColor tint = cell.tint; tint.isValid()) {
        tint.setAlphaF(TintStrength);
        painter.fillRect(option.rect, tint);
    }
    painter.fillRect(QRect(option.rect.left(), option.rect.bottom(), option.rect.width(), 1),
                     colours.lines);
}

void CellDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                         const QModelIndex& index) const {
    if (m_model->rows().groupAt(index.row()) || m_model->rows().isInset(index.row()))
        return; // the view paints its band over all columns
    const Colours& colours = Theme::instance().colours();
    static const CellPresentation NoCell;
    const CellPresentation& cell =
        m_model->rows().isEmptyLine(index.row()) ? NoCell : m_model->cell(index);
    painter->save();
    paintGround(*painter, option, index, cell);
    QRect inner = option.rect.adjusted(CellPad, 0, -CellPad, -1);
    painter->setFont(option.font);
    painter->setPen(cell.isOdd ? colours.elsewhere : cell.isRemoved ? colours.faint : colours.ink);
    if (!cell.tag.isEmpty()) {
        const int text = figuresWidth(option.font, cell.text);
        inner = paintTag(*painter, inner, cell.tag, text, option.direction);
    }
    if (&cell != &NoCell)
        paintContent(
            *painter, option, inner, cell,
            QStyle::visualAlignment(option.direction,
                                    alignmentOf(m_model->binding()->fields()[index.column()])));
    if (cell.isRemoved)
        painter->fillRect(
            QRect(option.rect.left(), option.rect.center().y(), option.rect.width(), 1),
            colours.ink);
    if (const QColor edge = edgeColour(cell); edge.isValid()) {
        QRect line(option.rect.left(), option.rect.bottom() - 1, option.rect.width(), 2);
        painter->fillRect(cell.isNews && !cell.isElsewhere ? line.adjusted(0, 1, 0, 0) : line,
                          edge);
    }
    if (option.state & QStyle::State_HasFocus) {
        painter->setPen(QPen(colours.accent, 2));
        painter->drawRect(option.rect.adjusted(1, 1, -1, -2));
    }
    painter->restore();
}

void CellDelegate::paintContent(QPainter& painter, const QStyleOptionViewItem& option, QRect inner,
                                const CellPresentation& cell, Qt::Alignment alignment) const {
    using Kind = CellPresentation::Kind;
    const Colours& colours = Theme::instance().colours();
    if (cell.kind == Kind::Pending) {
        painter.fillRect(QRect(inner.left(), inner.center().y() - 3, inner.width() / 2, 6),
                         colours.raised);
        return;
    }
    if (cell.kind == Kind::Empty && cell.text.isEmpty()) {
        const bool right = alignment & Qt::AlignRight;
        painter.setPen(colours.faint);
        painter.drawText(
            inner, Qt::AlignVCenter | Qt::AlignAbsolute | (right ? Qt::AlignRight : Qt::AlignLeft),
            QStringLiteral("–"));
        return;
    }
    if (cell.kind == Kind::Yes) {
        paintCheck(painter,
                   QStyle::visualRect(option.direction, inner,
                                      QRect(inner.left(), inner.top(), CheckWidth, inner.height())),
                   colours.ink);
        return;
    }
    if (cell.kind == Kind::No) {
        paintFigures(painter, inner, cell.text, option.direction == Qt::RightToLeft);
        return;
    }
    if (!cell.picture.isEmpty())
        inner = paintPicture(painter, inner, cell, option.direction);
    if (const QColor swatch = swatchOf(cell); swatch.isValid())
        inner = paintSwatch(painter, inner, swatch, option.direction);
    if (cell.kind == Kind::Empty || cell.kind == Kind::Given)
        painter.setPen(colours.faint);
    paintText(painter, inner, cell.text, tall(option.rect), alignment);
}

// Answers what is left for the text.
QRect CellDelegate::paintPicture(QPainter& painter, const QRect& inner,
                                 const CellPresentation& cell,
                                 Qt::LayoutDirection direction) const {
    const int height = inner.height() - 2 * PicturePad;
    const int width = std::min(height * PictureAspect, inner.width());
    if (height <= 0)
        return inner;
    const qreal ratio = painter.device()->devicePixelRatioF();
    const QImage image =
        m_thumbnails->of(cell.pictureKey, cell.picture, (QSizeF(width, height) * ratio).toSize());
    if (image.isNull())
        return inner;
    const QSize size = image.size().scaled(width, height, Qt::KeepAspectRatio);
    const QRect place(inner.topLeft() + QPoint(0, PicturePad + (height - size.height()) / 2), size);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(QStyle::visualRect(direction, inner, place), image);
    return QStyle::visualRect(direction, inner, inner.adjusted(size.width() + SwatchGap, 0, 0, 0));
}

void CellDelegate::paintText(QPainter& painter, const QRect& inner, const QString& text,
                             bool isTall, Qt::Alignment alignment) const {
    const bool right = alignment & Qt::AlignRight;
    if (isTall) {
        painter.drawText(
            inner.adjusted(0, 4, 0, -4),
            static_cast<int>(Qt::TextWordWrap | Qt::AlignTop | Qt::AlignAbsolute | alignment),
            text);
        return;
    }
    const QString line = QString(text).replace(u'\n', u' ');
    if (alignment & Qt::AlignHCenter) {
        painter.drawText(inner, Qt::AlignCenter,
                         painter.fontMetrics().elidedText(line, Qt::ElideRight, inner.width()));
        return;
    }
    paintHits(painter, inner, text, right, m_model->view()->query().words());
    paintFigures(painter, inner, line, right);
}

QWidget* CellDelegate::createEditor(QWidget* parent, const QStyleOptionViewItem&,
                                    const QModelIndex& index) const {
    const BoundField& field = m_model->binding()->fields()[index.column()];
    FieldEditor* editor = FieldEditor::create(field, m_model->binding()->workspace(), parent);
    editor->setAutoFillBackground(true);
    connect(editor, &FieldEditor::typing, editor, [editor] { editor->setProperty("typed", true); });
    connect(editor, &FieldEditor::edited, this, [this, editor] {
        editor->setProperty("typed", true);
        if (!editor->isDoneWithPick())
            return;
        auto* self = const_cast<CellDelegate*>(this);
        Q_EMIT self->commitData(editor);
        Q_EMIT self->closeEditor(editor, SubmitModelCache);
    });
    ScreenBinding* binding = m_model->binding();
    const RecordId id = m_model->recordAt(index.row());
    connect(editor, &FieldEditor::newRequested, this, [this, editor, binding, id, field] {
        Q_EMIT const_cast<CellDelegate*>(this)->closeEditor(editor, RevertModelCache);
        binding->workspace()->records()->lookupWork()->makeNew(binding->screen(), id, field);
    });
    connect(editor, &FieldEditor::openRequested, this, [this, editor, binding, id, field] {
        Q_EMIT const_cast<CellDelegate*>(this)->closeEditor(editor, RevertModelCache);
        binding->workspace()->records()->lookupWork()->open(
            field, binding->value(id, field).value_or(Value()));
    });
    return editor;
}

void CellDelegate::setEditorData(QWidget* widget, const QModelIndex& index) const {
    auto* editor = static_cast<FieldEditor*>(widget);
    const BoundField& field = m_model->binding()->fields()[index.column()];
    const Draft* draft = m_model->binding()->draft(m_model->recordAt(index.row()));
    std::optional<QString> bad;
    if (draft && draft->bad.contains(field.editIndex()))
        bad = draft->bad[field.editIndex()].text;
    editor->setOffered(m_model->binding()->offered(m_model->recordAt(index.row()), field));
    // What arrives while somebody types never writes over it.
    if (editor->property("typed").toBool())
        return;
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

} // namespace gravin
