// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/plate_delegate.h"

#include "app/build/plate_view.h"
#include "app/look/theme.h"

#include <QAbstractItemView>
#include <QComboBox>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>

namespace gravin {

namespace {
constexpr int PlatePad = 10;
constexpr int OwnMark = 7;

void paintOwnMark(QPainter& painter, const QRect& rect, const QColor& colour) {
    const QPoint corner = rect.topRight();
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    painter.drawPolygon(
        QPolygon({corner, corner - QPoint(OwnMark, 0), corner + QPoint(0, OwnMark)}));
    painter.restore();
}
// A list that opens by itself; what is typed before it is open is looked for in it.
class PickList : public QComboBox {
public:
    using QComboBox::QComboBox;

    void showPopup() override {
        // A column of the plate may be narrower than an expression.
        view()->setMinimumWidth(view()->sizeHintForColumn(0) + 2 * PlatePad);
        QComboBox::showPopup();
        if (!m_early.isEmpty())
            view()->keyboardSearch(std::exchange(m_early, {}));
    }

protected:
    void keyPressEvent(QKeyEvent* event) override {
        // Into the list, not through it: each step would be taken at once.
        const bool opens = event->key() == Qt::Key_Down || event->key() == Qt::Key_Up;
        if (isEditable() && opens && !view()->isVisible())
            showPopup();
        else if (isEditable() || view()->isVisible() || event->text().trimmed().isEmpty())
            QComboBox::keyPressEvent(event);
        else
            m_early += event->text();
    }

private:
    QString m_early;
};

} // namespace

PlateDelegate::PlateDelegate(PlateView* view)
    : QStyledItemDelegate(view)
    , m_view(view) {}

void PlateDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                          const QModelIndex& index) const {
    const Colours& colours = Theme::instance().colours();
    const PlateLine line = m_view->plateModel()->lineAt(index);
    const bool over = m_view->plateModel()->fieldAxis() == Qt::Horizontal;
    const bool isLabel = line == PlateLine::Label;
    painter->save();
    painter->fillRect(option.rect, isLabel ? colours.paper : colours.plate);
    painter->setPen(colours.lines);
    painter->drawLine(option.rect.bottomLeft(), option.rect.bottomRight());
    painter->drawLine(option.rect.topRight(), option.rect.bottomRight());
    if (isLabel && over)
        painter->fillRect(QRect(option.rect.left(), option.rect.bottom(), option.rect.width(), 1),
                          colours.ink);
    QFont font = option.font;
    if (isLabel)
        font.setWeight(QFont::DemiBold);
    if (line == PlateLine::BoundTo)
        font = Theme::instance().monospace();
    painter->setFont(font);
    painter->setPen(index.data(PlateModel::QuietRole).toBool() ? colours.faint : colours.ink);
    const QRect inner = option.rect.adjusted(PlatePad, 0, -PlatePad, 0);
    painter->drawText(
        inner, Qt::AlignVCenter | Qt::AlignLeft,
        QFontMetrics(font).elidedText(index.data().toString(), Qt::ElideRight, inner.width()));
    if (index.data(PlateModel::OwnRole).toBool())
        paintOwnMark(*painter, option.rect, colours.accent);
    if (option.state & QStyle::State_Selected) {
        painter->setPen(QPen(colours.accent, 2));
        painter->drawRect(option.rect.adjusted(1, 1, -1, -1));
    }
    painter->restore();
}

void PlateDelegate::finish(QWidget* editor) const {
    auto* self = const_cast<PlateDelegate*>(this);
    Q_EMIT self->commitData(editor);
    Q_EMIT self->closeEditor(editor);
}

QWidget* PlateDelegate::createEditor(QWidget* parent, const QStyleOptionViewItem&,
                                     const QModelIndex& index) const {
    const PlateModel* model = m_view->plateModel();
    const PlateLine line = model->lineAt(index);
    const BoundField* field = model->fieldAt(index);
    const QStringList options = field ? model->editor()->options(line, *field) : QStringList();
    if (options.isEmpty()) {
        auto* edit = new QLineEdit(parent);
        edit->setFrame(false);
        edit->setPlaceholderText(plateLineHelp(line));
        return edit;
    }
    auto* box = new PickList(parent);
    box->addItems(options);
    box->setEditable(!model->editor()->isClosedList(line));
    // None is taken yet: what is current already cannot be picked.
    if (box->isEditable())
        box->setCurrentIndex(-1);
    connect(box, &QComboBox::activated, this, [this, box] { finish(box); });
    // A closed list opens at once: there is nothing else to do with it.
    if (!box->isEditable())
        QMetaObject::invokeMethod(
            box, [box] { box->showPopup(); }, Qt::QueuedConnection);
    return box;
}

void PlateDelegate::setEditorData(QWidget* editor, const QModelIndex& index) const {
    if (auto* box = qobject_cast<QComboBox*>(editor))
        box->setCurrentText(index.data().toString());
    else if (auto* line = qobject_cast<QLineEdit*>(editor); line && !line->isModified())
        line->setText(index.data(Qt::EditRole).toString());
}

void PlateDelegate::setModelData(QWidget* editor, QAbstractItemModel*, const QModelIndex&) const {
    if (const auto* box = qobject_cast<QComboBox*>(editor))
        m_view->setSelected(box->currentText());
    else if (const auto* line = qobject_cast<QLineEdit*>(editor))
        m_view->setSelected(line->text());
}

PlateNames::PlateNames(PlateModel* model, Qt::Orientation orientation, QWidget* parent)
    : QHeaderView(orientation, parent)
    , m_model(model) {
    setSectionResizeMode(orientation == Qt::Vertical ? QHeaderView::Fixed
                                                     : QHeaderView::Interactive);
    if (orientation == Qt::Vertical) {
        setDefaultSectionSize(space::PlateRowHeight);
        setMinimumSectionSize(space::PlateRowHeight);
    } else {
        setFixedHeight(space::PlateRowHeight);
    }
}

void PlateNames::paintSection(QPainter* painter, const QRect& rect, int section) const {
    const Colours& colours = Theme::instance().colours();
    const bool ofFields = orientation() == m_model->fieldAxis();
    const bool isLabel = !ofFields && m_model->lines().value(section) == PlateLine::Label &&
                         orientation() == Qt::Vertical;
    painter->save();
    painter->fillRect(rect, isLabel ? colours.paper : colours.plateEdge);
    painter->setPen(colours.lines);
    painter->drawLine(rect.bottomLeft(), rect.bottomRight());
    if (isLabel)
        painter->fillRect(QRect(rect.left(), rect.bottom(), rect.width(), 1), colours.ink);
    QFont font = this->font();
    font.setPointSizeF(font.pointSizeF() * 0.92);
    font.setWeight(isLabel ? QFont::Normal : QFont::DemiBold);
    painter->setFont(font);
    painter->setPen(colours.faint);
    const QRect inner = rect.adjusted(PlatePad, 0, -4, 0);
    painter->drawText(inner, Qt::AlignVCenter | Qt::AlignLeft,
                      QFontMetrics(font).elidedText(
                          m_model->headerData(section, orientation(), Qt::DisplayRole).toString(),
                          Qt::ElideRight, inner.width()));
    painter->restore();
}

} // namespace gravin
