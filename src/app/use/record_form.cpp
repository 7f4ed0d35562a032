// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/record_form.h"

#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "app/use/form_fields.h"
#include "core/base/text.h"
#include "core/value/text_form.h"
#include "session/remote_changes.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>
#include <utility>

namespace gravin {

namespace {

constexpr int WidestTitle = 260;
// Lines that are to be seen below a form before its texts get more room, and what a list takes
// beside them: tabs, heads, the empty line, totals.
constexpr int FewestLines = 9;
constexpr Distance AroundLines(104);

} // namespace

RecordForm::RecordForm(ScreenBinding* binding, QWidget* parent)
    : QWidget(parent)
    , m_binding(binding)
    , m_fields(new FormFields(binding))
    , m_head(new QHBoxLayout)
    , m_foot(new QWidget)
    , m_title(roleLabel("title", this))
    , m_key(roleLabel("faint", this))
    , m_tags(roleLabel("warning", this))
    , m_position(roleLabel("faint", this))
    , m_readOnly(roleLabel("faint", this))
    , m_save(new QPushButton(tr("Save record")))
    , m_discard(new QPushButton(tr("Discard edits")))
    , m_addAnew(new QPushButton(tr("Add anew")))
    , m_reason(roleLabel("problem", this)) {
    setObjectName(QStringLiteral("record-form"));
    nameParts();
    m_head->addWidget(m_title);
    m_head->addWidget(m_key);
    m_head->addWidget(m_tags);
    m_head->addStretch();
    m_head->addWidget(m_position);
    auto* area = new QScrollArea;
    area->setFrameShape(QFrame::NoFrame);
    area->setWidgetResizable(true);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setFocusPolicy(Qt::NoFocus);
    area->setWidget(m_fields);
    auto* foot = new QHBoxLayout(m_foot);
    foot->setContentsMargins(0, 0, 0, 0);
    foot->addWidget(m_save);
    foot->addWidget(m_addAnew);
    foot->addWidget(m_discard);
    foot->addWidget(m_reason, 1);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(m_head);
    layout->addWidget(m_readOnly);
    layout->addWidget(area, 1);
    layout->addWidget(m_foot);
    setDense(false);
    m_save->installEventFilter(this);

    connect(m_save, &QPushButton::clicked, this, &RecordForm::save);
    connect(m_discard, &QPushButton::clicked, this, &RecordForm::discard);
    connect(m_addAnew, &QPushButton::clicked, this, &RecordForm::addAnew);
    connect(m_reason, &QLabel::linkActivated, this, &RecordForm::follow);
    connect(m_fields, &FormFields::linkActivated, this, &RecordForm::follow);
    connect(m_fields, &FormFields::settled, this, &RecordForm::refresh);
    connect(m_fields, &FormFields::needChanged, this, &RecordForm::needChanged);
    const auto tabToSave = [this] {
        if (QWidget* last = m_fields->lastEditor())
            setTabOrder(last, m_save);
    };
    tabToSave();
    connect(m_fields, &FormFields::rebuilt, this, [this, tabToSave] {
        tabToSave();
        refresh();
    });
    followRecords();
    refresh();
}

void RecordForm::putFootBack() { layout()->addWidget(m_foot); }

void RecordForm::focusFoot() {
    for (QWidget* button : std::initializer_list<QWidget*>{m_save, m_discard}) {
        if (button->isEnabled())
            return button->setFocus(Qt::TabFocusReason);
    }
}

void RecordForm::setDense(bool dense) {
    constexpr int Side = 18;
    const int around = dense ? 6 : 12;
    layout()->setContentsMargins(Side, around, Side, dense ? 0 : around);
    // Away from the fields it stands in a line with others.
    if (m_foot->parentWidget() == this)
        m_foot->setContentsMargins(0, 0, 0, 0);
    else
        m_foot->setContentsMargins(Side, around, 0, around);
}

int RecordForm::heightOverLines(int room, int lineHeight) const {
    const int spared = room - FewestLines * lineHeight - AroundLines;
    return std::min({neededHeight(), std::max(leastHeight(), spared), room / 2});
}

bool RecordForm::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_save && event->type() == QEvent::MouseButtonPress && !m_save->isEnabled()) {
        Q_EMIT saveTried();
        QMetaObject::invokeMethod(this, &RecordForm::save, Qt::QueuedConnection);
    }
    return QWidget::eventFilter(watched, event);
}

int RecordForm::heightWith(int fields) const {
    const QMargins margins = layout()->contentsMargins();
    int height = margins.top() + margins.bottom() + m_head->sizeHint().height() +
                 layout()->spacing() + fields;
    for (const QWidget* part : std::initializer_list<const QWidget*>{m_readOnly, m_foot}) {
        if (part->parentWidget() == this && !part->isHidden())
            height += part->sizeHint().height() + layout()->spacing();
    }
    return height;
}

void RecordForm::nameParts() {
    m_title->setTextFormat(Qt::PlainText);
    m_tags->setTextFormat(Qt::PlainText);
    m_tags->setObjectName(QStringLiteral("record-tags"));
    m_save->setProperty("main", true);
    m_save->setObjectName(QStringLiteral("save-record"));
    m_discard->setObjectName(QStringLiteral("discard-edits"));
    m_addAnew->setObjectName(QStringLiteral("add-anew"));
    m_addAnew->setToolTip(tr("Begins a new record with what stands here"));
    m_addAnew->hide();
    m_reason->setObjectName(QStringLiteral("save-reason"));
    m_reason->setWordWrap(true);
    m_reason->setTextFormat(Qt::RichText); // with links to fields
    m_reason->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    m_readOnly->setWordWrap(true);
}

void RecordForm::followRecords() {
    Workspace* workspace = m_binding->workspace();
    connect(workspace->records()->drafts(m_binding->tableName()), &DraftStore::changed, this,
            [this](const RecordId& id) {
                if (id == m_id)
                    refresh();
            });
    connect(workspace->records()->drafts(m_binding->tableName()), &DraftStore::manyChanged, this,
            [this](const QList<RecordId>& ids) {
                if (ids.contains(m_id))
                    refresh();
            });
    // What is saved with the record decides on its Save too.
    connect(workspace->records(), &Records::draftsChanged, this, &RecordForm::refreshSoon);
    connect(workspace->records()->remoteChanges(), &RemoteChanges::changed, this,
            [this](const QString& table, const Key& key) {
                if (key == m_id.key && table == m_binding->screen().table->written())
                    refresh();
            });
    RecordStore* records = workspace->records()->store(m_binding->tableName());
    connect(records, &RecordStore::recordsArrived, this, [this](const QList<Key>& keys) {
        if (keys.contains(m_id.key))
            refresh();
    });
    connect(records, &RecordStore::recordGone, this, [this](const Key& key) {
        if (key == m_id.key)
            refresh();
    });
}

void RecordForm::refreshSoon() {
    // Only a new record, and a page that saves its children, have drafts beside their own.
    const bool mayHaveOthers = m_id.isNew() || m_binding->savesChildren();
    if (m_id.isNone() || !mayHaveOthers || !isVisible() || std::exchange(m_refreshesSoon, true))
        return;
    QMetaObject::invokeMethod(
        this,
        [this] {
            m_refreshesSoon = false;
            const QList<DraftRef> with = m_binding->savedWith(m_id);
            if (with == std::exchange(m_savedWith, with) && with.isEmpty())
                return;
            refresh();
        },
        Qt::QueuedConnection);
}

void RecordForm::setRecord(const RecordId& id) {
    if (id == m_id)
        return;
    m_id = id;
    m_fields->setRecord(id);
    refresh();
}

void RecordForm::setTag(QWidget* tag) { m_head->insertWidget(0, tag); }

void RecordForm::addHeadAction(QAction* action) {
    auto* button = new QToolButton;
    button->setDefaultAction(action);
    m_head->addWidget(button);
}

void RecordForm::addToHead(QWidget* widget) { m_head->addWidget(widget); }

void RecordForm::setPosition(const QString& text) { m_position->setText(text); }

void RecordForm::focusField(const QString& column) { m_fields->focusField(column); }

void RecordForm::save() {
    m_fields->endTyping();
    if (saveReason().isEmpty())
        Q_EMIT saveRequested();
}

void RecordForm::fieldsDone() { m_fields->endTyping(); }

void RecordForm::discard() {
    m_fields->dropTyping();
    m_binding->workspace()->records()->discard(m_binding->tableName(), m_id);
    refresh(); // also where only what was not taken over yet is given up
}

void RecordForm::addAnew() {
    m_fields->endTyping();
    const RecordId made = m_binding->workspace()->records()->addAnew(m_binding->screen(), m_id);
    setRecord(made);
    Q_EMIT movedTo(made);
}

QString RecordForm::saveReason() const { return m_binding->saveReason(m_id); }

void RecordForm::follow(const QString& link) {
    const auto [kind, name] = form_link::read(link);
    DraftStore* drafts = m_binding->workspace()->records()->drafts(m_binding->tableName());
    const BoundField* field = m_binding->screen().field(name);
    // Without a name all fields are meant that were changed elsewhere too.
    const Draft* draft = m_binding->draft(m_id);
    const QList<int> columns = name.isEmpty() && draft
                                   ? draft->theirs.keys()
                                   : QList<int>{field ? field->editIndex() : -1};
    switch (kind) {
    case form_link::Kind::Field:
        focusField(name);
        break;
    case form_link::Kind::Other:
        if (const auto place = m_binding->firstToMend(m_id))
            Q_EMIT mendRequested(place->place, place->column);
        break;
    case form_link::Kind::Mine:
        for (const int column : columns)
            drafts->keepMine(m_id, column);
        break;
    case form_link::Kind::Theirs:
        for (const int column : columns)
            drafts->takeTheirs(m_id, column);
        break;
    }
}

void RecordForm::refresh() {
    const Draft* draft = m_binding->draft(m_id);
    const std::vector<Problem> problems =
        m_binding->workspace()->records()->problems(m_binding->tableName(), m_id);
    refreshHead(draft);
    m_fields->refresh(problems);
    refreshFoot(draft, problems);
    Q_EMIT stateChanged();
}

void RecordForm::refreshHead(const Draft* draft) {
    const bool gone =
        !m_id.isNew() && !m_id.isNone() && !draft &&
        m_binding->workspace()->records()->store(m_binding->tableName())->isGone(m_id.key);
    QString title = m_binding->nameOf(m_id);
    if (m_id.isNone())
        title = tr("No record");
    else if (gone)
        title = tr("Record deleted");
    m_title->setText(
        m_title->fontMetrics().elidedText(title.simplified(), Qt::ElideRight, WidestTitle));
    m_title->setToolTip(title);
    const QString key = keyText(m_id.key, m_binding->screen().table->keyTypes());
    m_key->setText(m_id.isNone()  ? QString()
                   : m_id.isNew() ? tr("key given on save")
                   : key == title ? QString() // it is called by its key
                                  : key);
    QStringList tags;
    for (const Tag& tag : m_binding->tags(m_id)) {
        if (tag.column.isEmpty())
            tags += tag.words;
    }
    m_tags->setText(tags.join(QStringLiteral(" · ")));
    m_tags->setVisible(!tags.isEmpty());
    const QString readOnly =
        m_binding->screen().reasonAgainst(m_id.isNew() ? Operation::Insert : Operation::Update);
    m_readOnly->setText(readOnly);
    m_readOnly->setVisible(!readOnly.isEmpty());
    m_fields->setEnabled(!m_id.isNone() && !gone);
}

void RecordForm::refreshFoot(const Draft* draft, const std::vector<Problem>& problems) {
    m_savedWith = m_binding->savedWith(m_id);
    const QString reason = saveReason();
    m_save->setEnabled(reason.isEmpty());
    m_save->setToolTip(reason.isEmpty() ? tr("Save this record (Ctrl+S)") : QString());
    m_save->setAccessibleDescription(plainTextOf(reason));
    m_discard->setEnabled(draft && !draft->saving);
    m_addAnew->setVisible(draft && draft->gone && !m_id.isNew() &&
                          m_binding->screen().reasonAgainst(Operation::Insert).isEmpty());
    m_discard->setText(m_id.isNew() ? tr("Discard new record") : tr("Discard edits"));
    m_discard->setToolTip(draft ? QString() : tr("There are no edits to discard."));
    const bool stops = std::any_of(problems.begin(), problems.end(),
                                   [](const Problem& problem) { return !problem.warning; });
    setStyleProperty(m_reason, "role",
                     stops              ? QStringLiteral("problem")
                     : problems.empty() ? QStringLiteral("faint")
                                        : QStringLiteral("warning"));
    const qsizetype count = m_binding->recordsSaved(m_id);
    m_save->setText(m_binding->isWarned(m_id) && reason.isEmpty() ? tr("Save all the same")
                    : count < 2 || !reason.isEmpty()              ? tr("Save record")
                                                     : tr("Save %1").arg(countedRecords(count)));
    // The read-only reason stands under the name already.
    const bool saysNothing = m_binding->isReadOnly() || m_id.isNone();
    QString text = reason.isEmpty() ? m_binding->warningReason(m_id) : reason;
    if (draft && draft->theirs.size() > 1)
        text += QStringLiteral(" · ") + form_link::keepMine({}, tr("Keep all mine")) +
                QStringLiteral(" · ") + form_link::takeTheirs({}, tr("Take all theirs"));
    m_reason->setText(saysNothing ? QString() : text);
}

} // namespace gravin
