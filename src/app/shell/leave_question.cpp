// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/leave_question.h"

#include "core/base/text.h"
#include "session/workspace.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr qsizetype MostNamed = 12;
constexpr int Width = 460;
} // namespace

UnsavedWork UnsavedWork::of(Workspace& workspace) {
    UnsavedWork work;
    for (const auto& open : workspace.records()->openDrafts()) {
        const Draft* draft = workspace.records()->drafts(open.table)->find(open.id);
        if (!draft)
            continue;
        work.names += LeaveQuestion::tr("%1 in %2").arg(open.name, open.table);
        QStringList parts{open.table, open.id.key.encoded(), QString::number(open.id.newNumber)};
        for (auto field = draft->changed.begin(); field != draft->changed.end(); ++field)
            parts += QStringLiteral("%1=%2").arg(field.key()).arg(field->encoded());
        for (auto field = draft->bad.begin(); field != draft->bad.end(); ++field)
            parts += QStringLiteral("%1~%2").arg(field.key()).arg(field->text);
        work.drafts += joinEscaped(parts);
    }
    if (workspace.document()->isModified()) {
        work.names += LeaveQuestion::tr("the project itself");
        work.project = workspace.project();
    }
    return work;
}

LeaveQuestion::LeaveQuestion(const UnsavedWork& work, QWidget* parent)
    : QDialog(parent) {
    setObjectName(QStringLiteral("leave-question"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Unsaved edits"));
    const auto count = work.names.size();
    auto* head = new QLabel(tr("%1 not saved:").arg(counted(count, "thing is", "things are")));
    head->setProperty("role", "heading");
    auto* names = new QLabel;
    names->setTextFormat(Qt::PlainText);
    names->setWordWrap(true);
    QString text = work.names.mid(0, MostNamed).join(u'\n');
    if (count > MostNamed)
        text += u'\n' + tr("and %1 more").arg(count - MostNamed);
    names->setText(text);
    auto* save = new QPushButton(tr("Save and leave"));
    save->setObjectName(QStringLiteral("leave-save"));
    save->setProperty("main", true);
    auto* discard = new QPushButton(tr("Discard and leave"));
    discard->setObjectName(QStringLiteral("leave-discard"));
    auto* stay = new QPushButton(tr("Stay here"));
    stay->setObjectName(QStringLiteral("leave-stay"));
    stay->setDefault(true);
    auto* buttons = new QHBoxLayout;
    for (QPushButton* each : {save, discard, stay})
        buttons->addWidget(each);
    buttons->addStretch();
    auto* layout = new QVBoxLayout(this);
    layout->setSpacing(10);
    layout->addWidget(head);
    layout->addWidget(names);
    layout->addStretch();
    layout->addLayout(buttons);
    resize(Width, sizeHint().height());
    connect(save, &QPushButton::clicked, this, [this] {
        accept();
        Q_EMIT saveChosen();
    });
    connect(discard, &QPushButton::clicked, this, [this] {
        accept();
        Q_EMIT discardChosen();
    });
    connect(stay, &QPushButton::clicked, this, &QDialog::reject);
}

} // namespace gravin
