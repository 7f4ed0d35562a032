// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/edit_window.h"

#include "app/look/notice_line.h"
#include "app/look/paint.h"
#include "app/look/theme.h"
#include "app/use/delete_dialog.h"
#include "app/use/form_fields.h"
#include "app/use/record_form.h"
#include "session/presence.h"

#include <QAction>
#include <QKeyEvent>
#include <QPainter>
#include <QSettings>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance DefaultWidth(560);
constexpr Distance DefaultHeight(460);

QSettings windowSettings() {
    return QSettings(QSettings::IniFormat, QSettings::UserScope, QStringLiteral("gravin"),
                     QStringLiteral("windows"));
}

QString sizeKey(const QString& screenId) { return QStringLiteral("size/") + screenId; }

class NumberTag : public QWidget {
public:
    NumberTag(int number, QWidget* parent)
        : QWidget(parent)
        , m_number(number) {
        setFixedSize(Distance(28), Distance(28));
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        paintNumberTag(painter, rect(), m_number);
    }

private:
    int m_number;
};

} // namespace

EditWindow::EditWindow(Workspace* workspace, const QString& screenId, const RecordId& id,
                       int number)
    : m_binding(workspace, screenId)
    , m_number(number)
    , m_form(new RecordForm(&m_binding))
    , m_notice(new NoticeLine)
    , m_delete(new QAction(QIcon::fromTheme(QStringLiteral("edit-delete")), tr("Delete…"), this)) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("edit-window"));
    m_form->setTag(new NumberTag(number, this));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    m_notice->hide();
    layout->addWidget(m_notice);
    layout->addWidget(m_form, 1);
    resize(windowSettings().value(sizeKey(screenId), QSize(DefaultWidth, DefaultHeight)).toSize());

    auto* save = new QAction(this);
    save->setShortcut(QKeySequence::Save);
    connect(save, &QAction::triggered, m_form, &RecordForm::save);
    connect(m_form, &RecordForm::saveRequested, this, [this] {
        m_saving = record();
        m_form->fieldsDone();
        m_binding.save(record());
    });
    auto* close = new QAction(this);
    close->setShortcut(Qt::CTRL | Qt::Key_W);
    connect(close, &QAction::triggered, this, &QWidget::close);
    addActions({save, close});
    for (const auto& [by, key, icon, text] :
         {std::tuple{-1, Qt::Key_Up, "go-previous", tr("Previous record")},
          std::tuple{1, Qt::Key_Down, "go-next", tr("Next record")}}) {
        auto* step = new QAction(QIcon::fromTheme(QLatin1String(icon)), text, this);
        step->setShortcut(Qt::ALT | key);
        step->setToolTip(
            tr("%1 (%2)").arg(text, step->shortcut().toString(QKeySequence::NativeText)));
        connect(step, &QAction::triggered, this, [this, by = by] { Q_EMIT stepRequested(by); });
        addAction(step);
        m_form->addHeadAction(step);
    }
    m_delete->setShortcut(Qt::CTRL | Qt::Key_Delete);
    connect(m_delete, &QAction::triggered, this, &EditWindow::deleteRecord);
    addAction(m_delete);
    m_form->addHeadAction(m_delete);
    connect(m_form->fields(), &FormFields::settled, this,
            [this] { m_binding.saveWritten(record()); });
    followNotices();
    connect(m_form, &RecordForm::movedTo, this, &EditWindow::refreshTitle);
    connect(m_form, &RecordForm::stateChanged, this, &EditWindow::refreshTitle);
    // A new record that was saved goes by its key from now on.
    connect(workspace->records(), &Records::saved, this,
            [this](const QString& table, const RecordId& before, const RecordId& now) {
                if (table != tableName() || !(before == record()))
                    return;
                m_form->setRecord(now);
                if (!m_saving.isNone() && m_saving == before)
                    followSave();
                m_saving = {};
            });
    connect(workspace->records()->presence(), &Presence::changed, this, &EditWindow::refreshTitle);
    m_form->setRecord(id);
    refreshTitle();
}

EditWindow::~EditWindow() {
    if (m_presence)
        m_presence->leave(tableName(), m_present);
}

void EditWindow::setRecord(const RecordId& id) {
    m_form->fieldsDone();
    m_binding.saveLeft(record());
    m_form->setRecord(id);
    refreshTitle();
}

void EditWindow::followNotices() {
    Workspace* workspace = m_binding.workspace();
    connect(workspace->notices(), &Notices::said, this, [this](const Notice& notice) {
        if (isActiveWindow())
            m_notice->setNotice(notice);
    });
    connect(workspace->records(), &Records::edited, m_notice, &NoticeLine::forgetUntilEdited);
    connect(workspace->writing(), &Writing::reachable, this,
            [this](bool reachable, const QString& reason) {
                m_notice->setNotice(
                    reachable ? Notice{Notice::Kind::Done, tr("The database is there again.")}
                              : Notice{Notice::Kind::Refused, reason});
            });
    connect(m_notice, &NoticeLine::rollbackRequested, this, &EditWindow::rollbackRequested);
}

QString EditWindow::noticeText() const { return m_notice->text(); }

void EditWindow::deleteRecord() {
    if (const QString reason = m_binding.reasonAgainstDeleting(record()); !reason.isEmpty()) {
        m_notice->setNotice({Notice::Kind::Refused, reason});
        return;
    }
    auto* question = new DeleteDialog(m_binding.workspace(), m_binding.screen(), {record().key},
                                      {recordName()}, this);
    // Nothing is left to be shown.
    connect(question, &QDialog::accepted, this, &EditWindow::dismiss);
    question->open();
}

void EditWindow::dismiss() {
    m_isDismissed = true;
    close();
}

void EditWindow::followSave() {
    switch (m_binding.screen().screen.afterSaving) {
    case AfterSaving::Stay:
        break;
    case AfterSaving::NextRecord:
        QMetaObject::invokeMethod(
            this, [this] { Q_EMIT stepRequested(1); }, Qt::QueuedConnection);
        break;
    case AfterSaving::NewRecord:
        m_binding.workspace()->records()->want(
            m_binding.screenId(), m_binding.workspace()->records()->newRecord(m_binding.screen()));
        [[fallthrough]];
    case AfterSaving::Close:
        // Not while the save that led here is still told about.
        QMetaObject::invokeMethod(this, &QWidget::close, Qt::QueuedConnection);
        break;
    }
}

const RecordId& EditWindow::record() const { return m_form->record(); }

void EditWindow::refreshTitle() {
    Presence* presence = m_presence = m_binding.workspace()->records()->presence();
    if (!(m_present == record())) {
        presence->leave(tableName(), m_present);
        m_present = record();
        presence->enter(tableName(), m_present);
    }
    const QString reason = m_binding.reasonAgainstDeleting(record());
    m_delete->setEnabled(reason.isEmpty());
    m_delete->setToolTip(reason.isEmpty()
                             ? tr("Delete this record (%1)")
                                   .arg(m_delete->shortcut().toString(QKeySequence::NativeText))
                             : reason);
    const QString name = recordName();
    setWindowTitle(tr("%1 · %2 — %3").arg(m_number).arg(name, m_binding.screen().screen.label));
    QStringList position{m_binding.screen().screen.label};
    if (hasDraft())
        position += tr("draft");
    if (const QStringList others = presence->others(tableName(), m_present); !others.isEmpty())
        position += tr("also open: %1").arg(others.join(QStringLiteral(", ")));
    m_form->setPosition(position.join(QStringLiteral(" · ")));
    Q_EMIT stateChanged();
}

void EditWindow::closeEvent(QCloseEvent* event) {
    if (!m_isDismissed) {
        m_form->fieldsDone();
        m_binding.saveLeft(record());
    }
    windowSettings().setValue(sizeKey(m_binding.screenId()), size());
    QWidget::closeEvent(event);
    Q_EMIT closed();
}

// Esc steps back: first the edits, then the window.
void EditWindow::keyPressEvent(QKeyEvent* event) {
    if (event->key() != Qt::Key_Escape) {
        QWidget::keyPressEvent(event);
        return;
    }
    if (hasDraft() && !record().isNew())
        m_form->discard();
    else
        close();
}

} // namespace gravin
