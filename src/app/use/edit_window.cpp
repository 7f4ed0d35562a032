// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/edit_window.h"
#include "app/use/screen_actions.h"

#include "app/look/notice_line.h"
#include "app/look/paint.h"
#include "app/look/person_settings.h"
#include "app/look/theme.h"
#include "app/use/delete_dialog.h"
#include "app/use/form_fields.h"
#include "app/use/lines/children_panel.h"
#include "app/use/lines/line_work.h"
#include "app/use/lists/record_list.h"
#include "app/use/open_edits.h"
#include "app/use/record_form.h"
#include "core/fitting/screen_links.h"
#include "session/presence.h"

#include <QAction>
#include <QApplication>
#include <QKeyEvent>
#include <QPainter>
#include <QSplitter>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance DefaultWidth(560);
constexpr Distance DefaultHeight(460);
constexpr Distance WidthWithLines(860);
constexpr Distance HeightWithLines(660);

QSettings windowSettings() { return personSettings(QStringLiteral("windows")); }

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

EditWindow::EditWindow(OpenEdits* openEdits, Workspace* workspace, const QString& screenId,
                       const RecordId& id, int number)
    : m_binding(workspace, screenId)
    , m_number(number)
    , m_form(new RecordForm(&m_binding))
    , m_parts(new QSplitter(Qt::Vertical))
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
    m_parts->setHandleWidth(1);
    m_parts->setChildrenCollapsible(false);
    m_parts->addWidget(m_form);
    layout->addWidget(m_parts, 1);
    const bool hasLines = showsChildren(m_binding.screen().screen.arrangement);
    if (hasLines)
        addLines(openEdits);
    resize(windowSettings()
               .value(sizeKey(screenId), hasLines ? QSize(WidthWithLines, HeightWithLines)
                                                  : QSize(DefaultWidth, DefaultHeight))
               .toSize());
    addCommands();
    connect(m_form->fields(), &FormFields::settled, this,
            [this] { m_binding.saveWritten(record()); });
    connect(m_form, &RecordForm::mendRequested, this, &EditWindow::goToField);
    followNotices();
    connect(m_form, &RecordForm::movedTo, this, &EditWindow::refreshTitle);
    connect(m_form, &RecordForm::stateChanged, this, &EditWindow::refreshTitle);
    // A new record that was saved goes by its key from now on.
    connect(workspace->records(), &Records::saved, this,
            [this](const QString& table, const RecordId& before, const RecordId& now) {
                if (table != tableName() || !(before == record()))
                    return;
                setPinned(now);
                if (!m_saving.isNone() && m_saving == before)
                    followSave();
                m_saving = {};
            });
    connect(workspace->records()->presence(), &Presence::changed, this, &EditWindow::refreshTitle);
    setPinned(id);
    refreshTitle();
    m_form->fields()->focusFirst(); // where work begins
}

void EditWindow::addCommands() {
    auto* save = new QAction(this);
    save->setShortcut(QKeySequence::Save);
    connect(save, &QAction::triggered, this, [this] {
        setFocus(Qt::OtherFocusReason); // a cell's edit counts as written
        m_form->save();
    });
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
    connect(m_delete, &QAction::triggered, this, [this] {
        if (m_lineWork && m_lineWork->part().isValid())
            m_lineWork->remove();
        else
            deleteRecord();
    });
    addAction(m_delete);
    m_form->addHeadAction(m_delete);
    addOwnActions();
}

void EditWindow::addOwnActions() {
    m_ownActions = new ScreenActions(
        &m_binding, [this] { return QList<RecordId>{record()}; }, this);
    m_form->addToHead(new ScreenActionRow(m_ownActions));
    connect(this, &EditWindow::stateChanged, m_ownActions, &ScreenActions::refresh);
    connect(m_ownActions, &ScreenActions::goToWanted, this, &EditWindow::goToRequested);
    connect(m_ownActions, &ScreenActions::nextWanted, this, [this] { Q_EMIT stepRequested(1); });
    // Not while the action is still at it.
    connect(m_ownActions, &ScreenActions::closeWanted, this, &QWidget::close, Qt::QueuedConnection);
}

void EditWindow::addLines(OpenEdits* openEdits) {
    m_binding.setSavesChildren(true);
    auto* events = new ChildEvents(this);
    m_children = new ChildrenPanel(&m_binding, openEdits, events, {});
    m_parts->addWidget(m_children);
    layout()->addWidget(m_form->foot());
    m_form->setDense(true);
    m_lineWork = new LineWork(m_children, events, openEdits, this);
    connect(m_lineWork, &LineWork::told, m_notice, &NoticeLine::setNotice);
    connect(m_form, &RecordForm::needChanged, this, &EditWindow::applySplit, Qt::QueuedConnection);
    connect(m_form, &RecordForm::saveTried, this, [this] { setFocus(Qt::OtherFocusReason); });
    connect(m_children, &ChildrenPanel::left, this, [this](bool forwards) {
        if (forwards)
            m_form->focusFoot();
        else
            m_form->fields()->focusLast();
    });
    const auto tabIntoLines = [this] {
        const QList<RecordList*> lines = m_children->listsInSight();
        if (QWidget* last = m_form->fields()->lastEditor(); last && !lines.isEmpty())
            setTabOrder(last, lines.front()->grid());
    };
    tabIntoLines();
    connect(m_form->fields(), &FormFields::rebuilt, m_children, tabIntoLines);
    for (const auto& [keys, run] :
         {std::pair{QKeySequence(QKeySequence::New), &LineWork::begin},
          std::pair{QKeySequence(Qt::CTRL | Qt::Key_Return), &LineWork::open}}) {
        auto* action = new QAction(this);
        action->setShortcut(keys);
        connect(action, &QAction::triggered, m_lineWork, run);
        addAction(action);
    }
    auto* round = new QAction(this);
    round->setShortcut(Qt::Key_F6);
    connect(round, &QAction::triggered, this, [this] {
        const QList<RecordList*> lines = m_children->listsInSight();
        const bool isInForm = m_form->isAncestorOf(QApplication::focusWidget());
        if (isInForm && !lines.isEmpty())
            lines.front()->grid()->setFocus(Qt::OtherFocusReason);
        else
            m_form->fields()->focusFirst();
    });
    addAction(round);
}

void EditWindow::applySplit() {
    if (!m_children)
        return;
    const int room = m_parts->height();
    const int upper = m_form->heightOverLines(room, space::RowHeight);
    m_parts->setSizes({upper, room - upper});
}

void EditWindow::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    QMetaObject::invokeMethod(this, &EditWindow::applySplit, Qt::QueuedConnection);
}

void EditWindow::goToField(const DraftRef& place, const QString& column) {
    if (place == DraftRef{tableName(), record()})
        m_form->focusField(column);
    else if (!m_children || !m_children->goTo(place, column))
        m_binding.workspace()->records()->want(
            screenIdFor(m_binding.workspace()->project(), place.table), place.id);
}

void EditWindow::setPinned(const RecordId& id) {
    m_form->setRecord(id);
    if (m_children)
        m_children->setParentRecord(id);
}

EditWindow::~EditWindow() {
    if (m_presence)
        m_presence->leave(tableName(), m_present);
    // What reads the binding goes before it.
    delete m_parts;
    delete m_ownActions;
}

void EditWindow::setRecord(const RecordId& id) {
    m_form->fieldsDone();
    m_binding.saveLeft(record());
    setPinned(id);
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
    const QString name = m_binding.screen().screen.runAfterSaving;
    if (name.isEmpty())
        return goOnAfterSave();
    // A new record is known by its key then.
    QMetaObject::invokeMethod(
        this,
        [this, name] { m_ownActions->runAfterSave(name, record(), [this] { goOnAfterSave(); }); },
        Qt::QueuedConnection);
}

void EditWindow::goOnAfterSave() {
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
