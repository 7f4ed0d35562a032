// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/moment_editor.h"

#include "app/look/theme.h"
#include "core/value/text_form.h"

#include <QCalendarWidget>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QToolButton>

namespace gravin {

namespace {

// "2026-12-04 07:30": where the date ends.
constexpr int DateLength = 10;
constexpr int MinutesBetweenTimes = 30;
const QString DateShape = QStringLiteral("yyyy-MM-dd");

QString example(TypeKind kind) {
    switch (kind) {
    case TypeKind::Date:
        return QStringLiteral("2026-12-04");
    case TypeKind::Time:
        return QStringLiteral("07:30");
    default:
        return QStringLiteral("2026-12-04 07:30");
    }
}

} // namespace

MomentEditor::MomentEditor(const BoundField& field, QWidget* parent)
    : FieldEditor(parent)
    , m_type(field.column.type)
    , m_hint(field.definition.hint.isEmpty() ? example(m_type.kind) : field.definition.hint)
    , m_line(new QLineEdit)
    , m_pick(new QToolButton) {
    m_pick->setObjectName(QStringLiteral("pick:") + field.name());
    m_pick->setIcon(
        QIcon::fromTheme(hasDate() ? QStringLiteral("view-calendar") : QStringLiteral("clock")));
    m_pick->setToolTip(hasDate() ? tr("Pick from a calendar (F4)") : tr("Pick a time (F4)"));
    m_pick->setAccessibleName(m_pick->toolTip());
    m_pick->setFocusPolicy(Qt::NoFocus); // the keyboard has F4
    adopt(m_line, {m_pick});
    m_line->setPlaceholderText(m_hint);
    connect(m_line, &QLineEdit::textEdited, this, &FieldEditor::edited);
    connect(m_line, &QLineEdit::returnPressed, this, &FieldEditor::finished);
    connect(m_pick, &QToolButton::clicked, this, &MomentEditor::openPicker);
}

bool MomentEditor::hasDate() const { return m_type.kind != TypeKind::Time; }
bool MomentEditor::hasTime() const { return m_type.kind != TypeKind::Date; }

void MomentEditor::openPicker() {
    auto* picker = new QFrame(this, Qt::Popup);
    picker->setObjectName(QStringLiteral("moment-picker"));
    picker->setAttribute(Qt::WA_DeleteOnClose);
    picker->setFrameShape(QFrame::Box);
    auto* layout = new QHBoxLayout(picker);
    layout->setContentsMargins(4, 4, 4, 4);
    if (hasDate()) {
        auto* calendar = new QCalendarWidget;
        calendar->setFirstDayOfWeek(locale().firstDayOfWeek());
        const QDate date = QDate::fromString(m_line->text().left(DateLength), DateShape);
        calendar->setSelectedDate(date.isValid() ? date : QDate::currentDate());
        layout->addWidget(calendar);
        connect(calendar, &QCalendarWidget::activated, picker, [this, picker](QDate chosen) {
            takeDate(chosen);
            picker->close();
        });
        connect(calendar, &QCalendarWidget::clicked, picker, [this, picker](QDate chosen) {
            takeDate(chosen);
            if (!hasTime())
                picker->close();
        });
        calendar->setFocus(Qt::PopupFocusReason);
    }
    if (hasTime()) {
        auto* times = new QListWidget;
        times->setFixedWidth(Distance(84));
        for (QTime time(0, 0);; time = time.addSecs(MinutesBetweenTimes * 60)) {
            times->addItem(time.toString(QStringLiteral("HH:mm")));
            if (time.secsTo(QTime(23, 59)) < MinutesBetweenTimes * 60)
                break;
        }
        layout->addWidget(times);
        connect(times, &QListWidget::itemClicked, picker,
                [this, picker](const QListWidgetItem* item) {
                    takeTime(item->text());
                    picker->close();
                });
        connect(times, &QListWidget::itemActivated, picker,
                [this, picker](const QListWidgetItem* item) {
                    takeTime(item->text());
                    picker->close();
                });
        if (!hasDate())
            times->setFocus(Qt::PopupFocusReason);
    }
    picker->move(mapToGlobal(QPoint(0, height() + 2)));
    picker->show();
}

// The other half of a date and time stays as it is.
void MomentEditor::takeDate(QDate date) {
    const QString rest = hasTime() ? m_line->text().mid(DateLength) : QString();
    take(date.toString(DateShape) +
         (hasTime() && rest.trimmed().isEmpty() ? QStringLiteral(" 00:00") : rest));
}

void MomentEditor::takeTime(const QString& time) {
    if (!hasDate()) {
        take(time);
        return;
    }
    const QDate date = QDate::fromString(m_line->text().left(DateLength), DateShape);
    take((date.isValid() ? date : QDate::currentDate()).toString(DateShape) + u' ' + time);
}

void MomentEditor::take(const QString& text) {
    m_line->setText(text);
    Q_EMIT edited();
    Q_EMIT finished();
}

void MomentEditor::setContent(const Value& value, const std::optional<QString>& badText) {
    const QString text = badText.value_or(toText(value, m_type));
    if (m_line->text() == text)
        return;
    m_line->setText(text);
    m_line->setCursorPosition(0);
}

EditorContent MomentEditor::content() const { return m_line->text(); }

void MomentEditor::setReadOnly(bool readOnly) {
    m_line->setReadOnly(readOnly);
    m_line->setPlaceholderText(readOnly ? QStringLiteral("–") : m_hint);
    m_pick->setEnabled(!readOnly);
}

void MomentEditor::selectAll() { m_line->selectAll(); }

bool MomentEditor::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_line && event->type() == QEvent::KeyPress && !m_line->isReadOnly()) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_F4 && key->modifiers() == Qt::NoModifier) {
            openPicker();
            return true;
        }
    }
    return FieldEditor::eventFilter(watched, event);
}

} // namespace gravin
