// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/moment_editor.h"

#include "app/look/theme.h"
#include "core/fitting/field_input.h"
#include "core/value/typed_moment.h"
#include "core/value/zoned.h"

#include <QCalendarWidget>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QToolButton>

namespace gravin {

namespace {

constexpr int MinutesBetweenTimes = 30;

TimeOfDay timeOf(QTime time) { return {time.msecsSinceStartOfDay() / 1000 * TimeOfDay::PerSecond}; }

} // namespace

MomentEditor::MomentEditor(const BoundField& field, QWidget* parent)
    : FieldEditor(parent)
    , m_field(field)
    , m_hint(field.definition.hint.isEmpty()
                 ? tr("e.g. %1").arg(field.form.example(field.column.type))
                 : field.definition.hint)
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

bool MomentEditor::hasDate() const { return m_field.column.type.kind != TypeKind::Time; }
bool MomentEditor::hasTime() const { return m_field.column.type.kind != TypeKind::Date; }

void MomentEditor::openPicker() {
    auto* picker = new QFrame(this, Qt::Popup);
    picker->setObjectName(QStringLiteral("moment-picker"));
    picker->setAttribute(Qt::WA_DeleteOnClose);
    picker->setFrameShape(QFrame::Box);
    auto* layout = new QHBoxLayout(picker);
    layout->setContentsMargins(4, 4, 4, 4);
    if (hasDate()) {
        auto* calendar = new QCalendarWidget;
        calendar->setLocale(m_field.form.locale());
        calendar->setFirstDayOfWeek(m_field.form.locale().firstDayOfWeek());
        calendar->setSelectedDate(halves().date);
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
            auto* item = new QListWidgetItem(m_field.form.moments().text(timeOf(time)), times);
            item->setData(Qt::UserRole, time);
            if (time.secsTo(QTime(23, 59)) < MinutesBetweenTimes * 60)
                break;
        }
        layout->addWidget(times);
        connect(times, &QListWidget::itemClicked, picker,
                [this, picker](const QListWidgetItem* item) {
                    takeTime(item->data(Qt::UserRole).toTime());
                    picker->close();
                });
        connect(times, &QListWidget::itemActivated, picker,
                [this, picker](const QListWidgetItem* item) {
                    takeTime(item->data(Qt::UserRole).toTime());
                    picker->close();
                });
        if (!hasDate())
            times->setFocus(Qt::PopupFocusReason);
    }
    picker->move(mapToGlobal(QPoint(0, height() + 2)));
    picker->show();
}

// What stands in the line, as far as it can be read; else today at midnight.
Timestamp MomentEditor::halves() const {
    const auto typed = inputValue(m_field, m_line->text());
    const Value value = typed ? *typed : Value();
    switch (value.kind()) {
    case Value::Kind::Date:
        return {value.asDate(), {}};
    case Value::Kind::Timestamp:
        return value.asTimestamp();
    case Value::Kind::Instant:
        return onPersonsClock(value.asInstant());
    default:
        return {QDate::currentDate(), {}};
    }
}

// The other half of a date and time stays as it is.
void MomentEditor::takeDate(QDate date) {
    const MomentForm& form = m_field.form.moments();
    take(hasTime() ? form.text(date) + u' ' + form.text(halves().time) : form.text(date));
}

void MomentEditor::takeTime(QTime time) {
    const MomentForm& form = m_field.form.moments();
    const QString clock = form.text(timeOf(time));
    take(hasDate() ? form.text(halves().date) + u' ' + clock : clock);
}

void MomentEditor::take(const QString& text) {
    m_line->setText(text);
    Q_EMIT edited();
    Q_EMIT finished();
}

void MomentEditor::setContent(const Value& value, const std::optional<QString>& badText) {
    const QString text = badText.value_or(editedText(m_field, value));
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
