// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/screen_actions.h"

#include "app/exchange/print_dialog.h"
#include "app/look/action_button.h"
#include "app/look/plain_text.h"
#include "app/use/routine_question.h"
#include "core/base/text.h"
#include "core/fitting/routine_step.h"
#include "core/project/editor_kind.h"
#include "paper/print_run.h"
#include "session/workspace.h"

#include <QDesktopServices>
#include <QHBoxLayout>
#include <QMessageBox>
#include <QPrinter>
#include <QPrinterInfo>
#include <QPushButton>
#include <QUrl>

#include <algorithm>

namespace gravin {

namespace {

using StepDoes = ActionStep::Does;
using StepRequest = Result<ChangeRequest, WriteFailure>;

// A question that nothing but its own button answers with yes.
void askFirst(QWidget* place, const QString& title, const QString& text, const QString& yes,
              const std::function<void()>& agreed) {
    auto* box = new QMessageBox(QMessageBox::NoIcon, title, text, QMessageBox::Cancel, place);
    box->setObjectName(QStringLiteral("action-question"));
    box->setAttribute(Qt::WA_DeleteOnClose);
    box->setTextFormat(Qt::PlainText);
    QPushButton* run = box->addButton(yes, QMessageBox::AcceptRole);
    run->setObjectName(QStringLiteral("action-run"));
    box->setDefaultButton(run);
    QObject::connect(run, &QPushButton::clicked, place, agreed);
    box->open();
}

} // namespace

ScreenActions::ScreenActions(ScreenBinding* binding, Chosen chosen, QWidget* place)
    : QObject(place)
    , m_binding(binding)
    , m_chosen(std::move(chosen))
    , m_place(place) {
    connect(binding, &ScreenBinding::rebound, this, [this] {
        if (m_shown != m_binding->screen().screen.ownActions)
            rebuild();
        refresh();
    });
    connect(workspace()->records(), &Records::edited, this, &ScreenActions::refresh);
    // A new record is known by its key once it is saved.
    connect(workspace()->records(), &Records::saved, this,
            [this](const QString& table, const RecordId& before, const RecordId& now) {
                if (m_running && table == m_binding->tableName())
                    std::replace(m_running->records.begin(), m_running->records.end(), before, now);
            });
    rebuild();
}

// Whoever began it is told, by whatever is in front then: a write that is under way is told of by
// Writing, and what was to follow is not done any more. Not now: the place that is going listens
// too.
ScreenActions::~ScreenActions() {
    if (!m_running)
        return;
    Notices* notices = workspace()->notices();
    const Notice notice{
        Notice::Kind::Refused,
        tr("%1 was not done to its end: its window was closed.").arg(m_running->action.name),
        {},
        m_running->change};
    QMetaObject::invokeMethod(
        notices, [notices, notice] { notices->tell(notice); }, Qt::QueuedConnection);
}

QList<QAction*> ScreenActions::buttons() const {
    QList<QAction*> buttons;
    for (qsizetype i = 0; i < m_actions.size(); ++i) {
        if (m_shown[i].place == ScreenAction::Place::Button)
            buttons += m_actions[i];
    }
    return buttons;
}

void ScreenActions::rebuild() {
    for (QAction* action : std::as_const(m_actions)) {
        m_place->removeAction(action);
        action->deleteLater(); // it may be what led here
    }
    m_actions.clear();
    m_shown = m_binding->screen().screen.ownActions;
    for (const ScreenAction& own : std::as_const(m_shown)) {
        auto* action = new QAction(QString(own.name).replace(u'&', QStringLiteral("&&")), this);
        action->setObjectName(QStringLiteral("own-action:") + own.name);
        action->setShortcut(QKeySequence::fromString(own.key, QKeySequence::PortableText));
        action->setShortcutContext(Qt::WidgetWithChildrenShortcut);
        connect(action, &QAction::triggered, this, [this, own] { ask(own); });
        m_place->addAction(action);
        m_actions += action;
    }
    refresh();
    Q_EMIT rebuilt();
}

QString ScreenActions::reasonAgainstNow(const ScreenAction& action) const {
    if (const QString reason = reasonAgainst(action, workspace()->project(), workspace()->catalog(),
                                             m_binding->screen());
        !reason.isEmpty())
        return reason;
    const bool isWriting = std::any_of(action.steps.begin(), action.steps.end(),
                                       [](const ActionStep& step) { return writes(step.does); });
    if (isWriting) {
        const QString reason = m_binding->screen().reasonAgainst(Operation::Update);
        if (!reason.isEmpty())
            return reason;
    }
    for (const ActionStep& step : action.steps) {
        const QString reason =
            step.does == StepDoes::Print        ? m_binding->screen().reasonAgainst(Act::Print)
            : step.does == StepDoes::BulkUpdate ? m_binding->screen().reasonAgainst(Act::BulkUpdate)
                                                : QString();
        if (!reason.isEmpty())
            return reason;
    }
    const QList<RecordId> chosen = m_chosen();
    if (chosen.isEmpty() || chosen.front().isNone())
        return tr("No record is chosen.");
    if (!action.when.isEmpty() &&
        !std::all_of(chosen.begin(), chosen.end(),
                     [&](const RecordId& id) { return m_binding->fits(action.when, id); }))
        return tr("Not in this record as it is: %1").arg(action.when);
    return {};
}

void ScreenActions::setActive(bool active) {
    m_isActive = active;
    refresh();
}

void ScreenActions::refresh() {
    for (qsizetype i = 0; i < m_actions.size(); ++i) {
        const QString reason = !m_isActive ? tr("Here the screen is shaped. Switch to Use first.")
                               : m_running ? tr("Another action is under way.")
                                           : reasonAgainstNow(m_shown[i]);
        m_actions[i]->setEnabled(reason.isEmpty());
        const QString keys = m_actions[i]->shortcut().toString(QKeySequence::NativeText);
        const QString plain =
            keys.isEmpty() ? m_shown[i].name : tr("%1 (%2)").arg(m_shown[i].name, keys);
        m_actions[i]->setToolTip(reason.isEmpty() ? plain : reason);
    }
}

void ScreenActions::ask(const ScreenAction& action) {
    if (m_running || !reasonAgainstNow(action).isEmpty())
        return;
    if (action.asks.isEmpty())
        begin(action, m_chosen());
    else
        askFirst(m_place, action.name, action.asks, action.name, [this, action] {
            // The record may have become another while the question stood.
            if (const QString reason = reasonAgainstNow(action); !reason.isEmpty())
                workspace()->notices()->refuse(reason);
            else
                begin(action, m_chosen());
        });
}

void ScreenActions::runAfterSave(const QString& name, const RecordId& saved,
                                 const std::function<void()>& then) {
    // Not while the save that led here is still told about: its draft goes after it.
    QMetaObject::invokeMethod(
        this,
        [this, name, saved, then] {
            const auto found = std::find_if(m_shown.begin(), m_shown.end(),
                                            [&](const auto& each) { return each.name == name; });
            const bool isFor = found != m_shown.end() && m_isActive && !m_running &&
                               (found->when.isEmpty() || m_binding->fits(found->when, saved)) &&
                               reasonAgainst(*found, workspace()->project(), workspace()->catalog(),
                                             m_binding->screen())
                                   .isEmpty();
            if (isFor)
                begin(*found, {saved}, then);
            else
                then();
        },
        Qt::QueuedConnection);
}

void ScreenActions::begin(const ScreenAction& action, const QList<RecordId>& records,
                          const std::function<void()>& then) {
    if (m_running)
        return;
    m_running = Running{action, 0, records, {}, 0, then};
    refresh();
    saveEdits();
}

// An action works on what is stored: what is edited in its records is saved before it.
void ScreenActions::saveEdits() {
    QList<DraftRef> edited;
    for (const RecordId& id : std::as_const(m_running->records)) {
        if (!m_binding->draft(id))
            continue;
        if (const QString reason = plainTextOf(m_binding->saveReason(id)); !reason.isEmpty())
            return stop(reason);
        edited += DraftRef{m_binding->tableName(), id};
    }
    if (edited.isEmpty())
        return goOn();
    auto* waiting = new QObject(this);
    // What was refused has been said; the action ends with it. A save that had nothing to write is
    // told of like every other.
    connect(workspace()->notices(), &Notices::said, waiting, [this, waiting](const Notice& notice) {
        if (!m_running)
            return;
        const QList<RecordId>& records = m_running->records;
        const bool isRefused = notice.kind == Notice::Kind::Refused;
        if (!isRefused && std::any_of(records.begin(), records.end(), [this](const RecordId& id) {
                return m_binding->draft(id) != nullptr;
            }))
            return;
        workspace()->notices()->disconnect(waiting);
        waiting->deleteLater();
        if (!isRefused) {
            QMetaObject::invokeMethod(this, &ScreenActions::goOn, Qt::QueuedConnection);
            return;
        }
        m_running.reset();
        refresh();
    });
    workspace()->writing()->saver()->save(m_binding->screen().screen.label, edited.front(),
                                          edited.mid(1));
}

void ScreenActions::goOn() {
    if (!m_running)
        return;
    if (m_running->step == m_running->action.steps.size())
        return finish();
    const ActionStep step = m_running->action.steps[m_running->step++];
    doStep(step);
}

void ScreenActions::doStep(const ActionStep& step) {
    switch (step.does) {
    case StepDoes::Set:
    case StepDoes::BulkUpdate:
        return write(step);
    case StepDoes::Call:
        return call(step);
    case StepDoes::NewRecord:
        return newRecord(step);
    case StepDoes::GoTo:
        return goTo(step);
    case StepDoes::OpenLink:
        return openLink(step);
    case StepDoes::Print:
        return print(step);
    case StepDoes::Next:
        Q_EMIT nextWanted();
        return goOn();
    case StepDoes::Close:
        Q_EMIT closeWanted();
        return goOn();
    }
}

std::vector<Key> ScreenActions::keys() const {
    std::vector<Key> keys;
    for (const RecordId& id : m_running->records) {
        if (!id.isNew() && !id.isNone())
            keys.push_back(id.key);
    }
    return keys;
}

std::vector<Value> ScreenActions::values() const {
    const Record* record = workspace()
                               ->records()
                               ->store(m_binding->tableName())
                               ->record(m_running->records.front().key);
    return record ? record->values : std::vector<Value>();
}

// Asks for what the record does not give, and before what cannot be rolled back.
void ScreenActions::call(const ActionStep& step) {
    const Routine* routine = workspace()->catalog().routine(step.name);
    if (!routine)
        return stop(tr("The database has no routine %1.").arg(step.name));
    const QList<Routine::Parameter> asked = askedBy(step, *routine);
    const QString note =
        noteOnCall(*routine, workspace()->catalog(), m_binding->screen().table->written());
    if (asked.isEmpty() && note.isEmpty())
        return write(step);
    auto* question = new RoutineQuestion(workspace(), m_running->action.name, note, asked, m_place);
    connect(question, &RoutineQuestion::agreed, this,
            [this, step](const QMap<QString, Value>& values) {
                if (m_running)
                    write(step, values);
            });
    connect(question, &QDialog::rejected, this, [this] {
        if (m_running)
            stop(tr("It was not agreed to."));
    });
    question->open();
}

void ScreenActions::write(const ActionStep& step, const QMap<QString, Value>& asked) {
    if (!m_reader)
        m_reader = workspace()->database()->startReader();
    m_reader->run<StepRequest>(
        this,
        [project = workspace()->project(), screen = m_binding->screen(),
         rules = workspace()->document()->rules(m_binding->screen().table->written()),
         catalog = workspace()->database()->sharedCatalog(), action = m_running->action, step,
         asked, keys = keys()](Session& session) {
            return Result<StepRequest>(
                step.does == StepDoes::Call
                    ? callRequest(session, *catalog, screen, action, step, keys, asked)
                    : requestOf(session, project, screen, rules, action, step, keys));
        },
        [this](const Result<StepRequest>& request) {
            if (!m_running)
                return;
            if (!request)
                return stop(request.error().sentence, request.error().detail);
            if (!*request)
                return stop(request->error().error.sentence, request->error().error.detail);
            workspace()->writing()->write(
                **request, this, [this](const WriteResult& result) { finishWrite(result); });
        });
}

void ScreenActions::finishWrite(const WriteResult& result) {
    if (!m_running)
        return;
    if (!result)
        return stop(result.error().error.sentence, result.error().error.detail);
    if (result->id > 0) {
        if (result->count() > 0)
            m_running->change = result->id;
        m_running->said += tr("%1, change %2").arg(countedRecords(result->count())).arg(result->id);
        if (const QString told = toldText(result->told, workspace()->project().form());
            !told.isEmpty())
            m_running->said += told;
    } else {
        m_running->said += tr("nothing had to be changed");
    }
    goOn();
}

void ScreenActions::newRecord(const ActionStep& step) {
    const auto there = workspace()->document()->bound(step.screen);
    if (!there)
        return stop(there.error().sentence);
    if (const QString reason = there->reasonAgainst(Operation::Insert); !reason.isEmpty())
        return stop(reason);
    const std::vector<Value> values = this->values();
    if (values.empty())
        return stop(tr("The record is not here any more."));
    QMap<QString, Value> begun;
    for (auto value = step.values.begin(); value != step.values.end(); ++value) {
        const auto given = stepValue(*value, *m_binding->screen().table, values);
        if (!given)
            return stop(given.error().sentence);
        begun.insert(value.key(), *given);
    }
    workspace()->records()->want(step.screen, workspace()->records()->newRecord(*there, begun));
    goOn();
}

void ScreenActions::goTo(const ActionStep& step) {
    const std::vector<Value> values = this->values();
    std::vector<Value> looked;
    for (const QString& column : step.columns) {
        const int at = m_binding->screen().table->indexOf(column);
        if (values.empty() || values[static_cast<size_t>(at)].isNull())
            return stop(tr("This record refers to none."));
        looked.push_back(values[static_cast<size_t>(at)]);
    }
    const QString words =
        step.columns.isEmpty()
            ? QString()
            : tr("those of %1").arg(m_binding->nameOf(m_running->records.front()));
    Q_EMIT goToWanted({step.screen, step.columns, step.match, {}}, looked, words, step.where);
    goOn();
}

// Never anything but an address of the network: a stored text must not be able to start a program.
void ScreenActions::openLink(const ActionStep& step) {
    const std::vector<Value> values = this->values();
    const auto address = stepValue(step.text, *m_binding->screen().table, values);
    if (values.empty() || !address)
        return stop(address ? tr("The record is not here any more.") : address.error().sentence);
    const QString text = address->kind() == Value::Kind::Text ? address->asText() : QString();
    if (!isOpenableLink(text))
        return stop(tr("“%1” is no address that is opened.").arg(text));
    const QUrl url(text, QUrl::StrictMode);
    askFirst(m_place, m_running->action.name,
             tr("Open %1?").arg(QString::fromLatin1(url.toEncoded())), tr("Open"),
             [url] { QDesktopServices::openUrl(url); });
    goOn();
}

void ScreenActions::print(const ActionStep& step) {
    if (step.text.isEmpty() && QPrinterInfo::defaultPrinter().isNull()) {
        // Somebody has to say where to.
        PrintDialog::What what{m_binding->screen(), {}, {}, 0, keys(), true, {}};
        (new PrintDialog(workspace(), std::move(what), m_place))->open();
        return goOn();
    }
    const PrintSetUp setUp =
        printSetUpOf(step, workspace()->project(), m_binding->screenId(), keys());
    const QString path =
        printedFile(step, m_running->action.name, m_binding->nameOf(m_running->records.front()));
    if (!m_reader)
        m_reader = workspace()->database()->startReader();
    const auto page = pageNamed(QStringLiteral("A4"), QPageLayout::Portrait);
    const auto printer = step.text.isEmpty() ? std::make_shared<QPrinter>(QPrinter::HighResolution)
                                             : std::shared_ptr<QPrinter>();
    m_reader->run<PrintReport>(
        this,
        [setUp, printer, path, page = *page, screen = m_binding->screen(),
         rules = workspace()->document()->rules(),
         catalog = workspace()->database()->sharedCatalog()](Session& session) {
            return printer ? printToDevice(session, *catalog, rules, screen, setUp, *printer)
                           : printToPdf(session, *catalog, rules, screen, setUp, page, path);
        },
        [this, printer, path](const Result<PrintReport>& report) {
            if (!m_running)
                return;
            if (!report)
                return stop(report.error().sentence, report.error().detail);
            if (!report->gaps.empty())
                return stop(tr("Not printed: %1").arg(report->gaps.front().reason));
            m_running->said += tr("printed to %1").arg(printer ? printer->printerName() : path);
            goOn();
        });
}

// What was done before stays done, and is said.
void ScreenActions::stop(const QString& reason, const QString& detail) {
    const Running ended = *std::exchange(m_running, std::nullopt);
    const QString done = ended.said.isEmpty()
                             ? QString()
                             : u' ' + tr("Done before: %1.").arg(ended.said.join(u"; "));
    workspace()->notices()->tell({Notice::Kind::Refused,
                                  tr("%1 was not done: %2").arg(ended.action.name, reason) + done,
                                  detail, ended.change});
    refresh();
}

ScreenActionRow::ScreenActionRow(ScreenActions* actions, QWidget* parent)
    : QWidget(parent)
    , m_actions(actions) {
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    connect(actions, &ScreenActions::rebuilt, this, &ScreenActionRow::fill);
    fill();
}

void ScreenActionRow::fill() {
    for (QWidget* button : findChildren<QPushButton*>(Qt::FindDirectChildrenOnly))
        button->deleteLater();
    for (QAction* action : m_actions->buttons()) {
        QPushButton* button =
            buttonFor(action, QStringLiteral("button-of-") + action->objectName());
        button->setAutoDefault(false);
        layout()->addWidget(button);
    }
    setVisible(!m_actions->buttons().isEmpty());
}

void ScreenActions::finish() {
    const Running ended = *std::exchange(m_running, std::nullopt);
    if (!ended.said.isEmpty()) {
        const QString back = ended.change > 0 ? u' ' + tr("It can be rolled back.") : QString();
        workspace()->notices()->tell(
            {Notice::Kind::Done,
             tr("%1: %2.").arg(ended.action.name, ended.said.join(QStringLiteral("; "))) + back,
             {},
             ended.change});
    }
    refresh();
    if (ended.then)
        ended.then();
}

} // namespace gravin
