// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/commands/find_box.h"

#include "app/look/theme.h"

#include <QCompleter>
#include <QKeyEvent>
#include <QListView>
#include <QPainter>
#include <QStandardItemModel>
#include <QStyledItemDelegate>

#include <algorithm>

namespace gravin {

namespace {

enum FoundRole { PlaceRole = Qt::UserRole + 1, KeysRole, ReasonRole };
constexpr int MostShown = 14;
constexpr int Margin = 10;
constexpr int ListWidth = 460;
constexpr int RowGap = 5;

// Its name, faintly its place, and on the right the keys or why not.
class FindableDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const Colours& colours = Theme::instance().colours();
        // Where none is chosen, Return takes the first.
        const auto* list = qobject_cast<const QAbstractItemView*>(option.widget);
        const bool isFirst = index.row() == 0 && list && !list->currentIndex().isValid();
        const bool isChosen = isFirst || option.state.testFlag(QStyle::State_Selected);
        const QString reason = index.data(ReasonRole).toString();
        painter->save();
        painter->fillRect(option.rect,
                          isChosen ? colours.selection : option.palette.base().color());
        const QRect inner = option.rect.adjusted(Margin, 0, -Margin, 0);
        const QString text = index.data().toString();
        painter->setFont(option.font);
        painter->setPen(reason.isEmpty() ? colours.ink : colours.faint);
        const int textWidth = option.fontMetrics.horizontalAdvance(text);
        painter->drawText(inner, Qt::AlignLeft | Qt::AlignVCenter, text);
        painter->setPen(colours.faint);
        const QString right = reason.isEmpty() ? index.data(KeysRole).toString() : reason;
        const QRect rest = inner.adjusted(textWidth + Margin, 0, 0, 0);
        const QString place = index.data(PlaceRole).toString();
        const int placeWidth = option.fontMetrics.horizontalAdvance(place) + Margin;
        painter->drawText(rest, Qt::AlignLeft | Qt::AlignVCenter, place);
        painter->drawText(
            rest, Qt::AlignRight | Qt::AlignVCenter,
            option.fontMetrics.elidedText(right, Qt::ElideRight, rest.width() - placeWidth));
        painter->restore();
    }

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex&) const override {
        return {ListWidth, option.fontMetrics.height() + 2 * RowGap};
    }
};

} // namespace

FindBox::FindBox(QWidget* parent)
    : QLineEdit(parent)
    , m_model(new QStandardItemModel(this))
    , m_completer(new QCompleter(m_model, this)) {
    auto* list = new QListView;
    list->setObjectName(QStringLiteral("find-list"));
    m_completer->setPopup(list);
    list->setItemDelegate(new FindableDelegate(list)); // behind that: the completer puts its own in
    list->setMinimumWidth(Distance(ListWidth));
    list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list->installEventFilter(this);
    m_completer->setFilterMode(Qt::MatchContains);
    m_completer->setCaseSensitivity(Qt::CaseInsensitive);
    m_completer->setMaxVisibleItems(MostShown);
    setCompleter(m_completer);
    // The completer finishes after the line has seen Return, so the choice is taken a moment later.
    connect(m_completer, qOverload<const QString&>(&QCompleter::activated), this, &FindBox::take,
            Qt::QueuedConnection);
    connect(this, &QLineEdit::returnPressed, this, [this] {
        if (!m_completer->popup()->isVisible())
            take();
    });
}

void FindBox::focusInEvent(QFocusEvent* event) {
    // The list of its own gives the focus back: what it shows stays.
    if (event->reason() != Qt::PopupFocusReason)
        offer();
    QLineEdit::focusInEvent(event);
}

void FindBox::focusOutEvent(QFocusEvent* event) {
    QLineEdit::focusOutEvent(event);
    // Its own list or another window takes the focus for a moment only: one comes back to what
    // stands there.
    QMetaObject::invokeMethod(
        this,
        [this] {
            if (!hasFocus() && isActiveWindow() && !m_completer->popup()->isVisible())
                clear();
        },
        Qt::QueuedConnection);
}

// Esc closes the list; once more it gives up, and the keyboard goes back to the work.
void FindBox::keyPressEvent(QKeyEvent* event) {
    if (event->key() != Qt::Key_Escape)
        return QLineEdit::keyPressEvent(event);
    if (m_completer->popup()->isVisible()) {
        event->ignore(); // the list's own
        return;
    }
    clear();
    Q_EMIT left();
}

bool FindBox::eventFilter(QObject* watched, QEvent* event) {
    QAbstractItemView* list = m_completer->popup();
    if (watched != list || event->type() != QEvent::KeyPress || list->currentIndex().isValid() ||
        m_completer->completionCount() == 0)
        return QLineEdit::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key != Qt::Key_Return && key != Qt::Key_Enter)
        return QLineEdit::eventFilter(watched, event);
    setText(m_completer->completionModel()->index(0, 0).data().toString());
    list->hide();
    QMetaObject::invokeMethod(this, &FindBox::take, Qt::QueuedConnection);
    return true;
}

void FindBox::offer() {
    m_offered = m_source ? m_source() : QList<Findable>();
    // What cannot be done is worth less than what can.
    std::stable_sort(m_offered.begin(), m_offered.end(), [](const Findable& a, const Findable& b) {
        return a.reason.isEmpty() && !b.reason.isEmpty();
    });
    m_model->clear();
    for (const Findable& each : std::as_const(m_offered)) {
        auto* item = new QStandardItem(each.text);
        item->setData(each.place, PlaceRole);
        item->setData(each.keys, KeysRole);
        item->setData(each.reason, ReasonRole);
        item->setToolTip(each.reason);
        item->setData(each.reason.isEmpty() ? each.keys : each.reason,
                      Qt::AccessibleDescriptionRole);
        m_model->appendRow(item);
    }
}

bool FindBox::runNamed(const QString& text) {
    offer();
    for (const Findable& each : std::as_const(m_offered)) {
        if (each.text.compare(text, Qt::CaseInsensitive) == 0) {
            const auto run = each.run; // it may end what it was found in
            run();
            return true;
        }
    }
    return false;
}

void FindBox::take() {
    const QString wanted = text().trimmed();
    clear();
    if (wanted.isEmpty() || runNamed(wanted))
        return;
    // A part of a name is enough, as in the list.
    const auto found = std::find_if(m_offered.begin(), m_offered.end(), [&](const Findable& each) {
        return each.text.contains(wanted, Qt::CaseInsensitive);
    });
    if (found == m_offered.end()) {
        Q_EMIT unknown(wanted);
    } else {
        const auto run = found->run;
        run();
    }
}

} // namespace gravin
