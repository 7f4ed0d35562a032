// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/help/guide_window.h"

#include "app/look/theme.h"

#include <QApplication>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QScrollBar>
#include <QSplitter>
#include <QTextBlock>
#include <QTextBrowser>
#include <QToolButton>
#include <QVBoxLayout>

// Outside of any namespace, as the macro asks.
static void loadGuide() { Q_INIT_RESOURCE(guide); }

namespace gravin {

namespace {

constexpr Distance GuideWidth(900);
constexpr Distance GuideHeight(680);
constexpr Distance PartsWidth(230);
const QString GuideName = QStringLiteral("guide");

// Where the keyboard is, by the name of a widget around it, and the part that tells of it.
struct Part {
    const char* widget;
    const char* heading;
};
constexpr Part Parts[] = {
    {"bulk-dialog", "Bulk updates"},
    {"change-log", "The timeline and the change log"},
    {"as-it-was", "The timeline and the change log"},
    {"rollback-dialog", "The timeline and the change log"},
    {"checks-panel", "What must hold"},
    {"findings-panel", "Does the project fit?"},
    {"plate", "Build"},
    {"form-plate", "Build"},
    {"start-page", "Opening"},
    {"connection-page", "Opening"},
    {"new-screens", "Opening"},
    {"screen-page", "Use"},
};

bool isHeading(const QTextBlock& block) { return block.blockFormat().headingLevel() > 0; }

// A paragraph that begins with its name in bold.
QString leadOf(const QTextBlock& block) {
    const auto first = block.begin();
    if (first.atEnd() || first.fragment().charFormat().fontWeight() < QFont::Bold)
        return {};
    QString lead = first.fragment().text().trimmed();
    return lead.endsWith(u'.') ? lead.chopped(1) : QString();
}

} // namespace

GuideWindow* GuideWindow::in(QWidget* window) {
    auto* guide = window->findChild<GuideWindow*>(GuideName, Qt::FindDirectChildrenOnly);
    if (!guide)
        guide = new GuideWindow(window);
    guide->show();
    guide->raise();
    guide->activateWindow();
    return guide;
}

void GuideWindow::showPage(Page page, QWidget* window) { in(window)->load(page); }

void GuideWindow::showPart(const QString& heading, QWidget* window) {
    GuideWindow* guide = in(window);
    guide->load(Page::Guide);
    guide->goTo(heading);
}

QString GuideWindow::partFor(const QWidget* window) {
    const QWidget* focus = QApplication::focusWidget();
    for (const QWidget* at = focus ? focus : window; at; at = at->parentWidget()) {
        for (const Part& part : Parts) {
            if (at->objectName() == QLatin1String(part.widget))
                return QLatin1String(part.heading);
        }
    }
    return QStringLiteral("Use");
}

GuideWindow::GuideWindow(QWidget* window)
    : QDialog(window)
    , m_text(new QTextBrowser)
    , m_parts(new QListWidget)
    , m_search(new QLineEdit)
    , m_found(new QLabel) {
    loadGuide();
    setObjectName(GuideName);
    resize(GuideWidth, GuideHeight);
    m_text->setObjectName(QStringLiteral("guide-text"));
    m_text->setOpenLinks(false);
    m_text->setAccessibleName(tr("Guide"));
    m_parts->setObjectName(QStringLiteral("guide-parts"));
    m_parts->setAccessibleName(tr("Parts of the guide"));
    m_search->setObjectName(QStringLiteral("guide-search"));
    m_search->setPlaceholderText(tr("Search the guide"));
    m_search->setAccessibleName(m_search->placeholderText());
    m_search->setClearButtonEnabled(true);
    m_found->setProperty("role", "faint");
    auto* guide = new QToolButton;
    guide->setText(tr("Guide"));
    auto* expressions = new QToolButton;
    expressions->setText(tr("Expressions"));
    auto* head = new QHBoxLayout;
    head->addWidget(guide);
    head->addWidget(expressions);
    head->addStretch();
    head->addWidget(m_found);
    head->addWidget(m_search);
    auto* halves = new QSplitter;
    halves->setHandleWidth(1);
    m_parts->setFrameShape(QFrame::NoFrame);
    m_parts->setSpacing(1);
    m_text->setFrameShape(QFrame::NoFrame);
    halves->addWidget(m_parts);
    halves->addWidget(m_text);
    halves->setSizes({PartsWidth, GuideWidth - PartsWidth});
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(head);
    layout->addWidget(halves, 1);
    connect(guide, &QToolButton::clicked, this, [this] { load(Page::Guide); });
    connect(expressions, &QToolButton::clicked, this, [this] { load(Page::Expressions); });
    connect(m_parts, &QListWidget::currentTextChanged, this, &GuideWindow::goTo);
    connect(m_search, &QLineEdit::textChanged, this, [this] {
        // Typing goes on from the hit that is shown, not behind it.
        QTextCursor cursor = m_text->textCursor();
        cursor.setPosition(cursor.selectionStart());
        m_text->setTextCursor(cursor);
        findNext(false);
    });
    connect(m_search, &QLineEdit::returnPressed, this,
            [this] { findNext(QApplication::keyboardModifiers().testFlag(Qt::ShiftModifier)); });
    connect(m_text, &QTextBrowser::anchorClicked, this, [this](const QUrl& link) {
        if (link.fileName() == u"expressions.md")
            load(Page::Expressions);
        else if (link.fileName() == u"user-guide.md")
            load(Page::Guide);
    });
}

void GuideWindow::load(Page page) {
    if (m_page == page && !m_text->document()->isEmpty())
        return;
    m_page = page;
    const bool isGuide = page == Page::Guide;
    setWindowTitle(isGuide ? tr("Guide") : tr("Expressions"));
    QFile file(isGuide ? QStringLiteral(":/guide/user-guide.md")
                       : QStringLiteral(":/guide/expressions.md"));
    if (!file.open(QIODevice::ReadOnly))
        return;
    // Pictures are of the repository; here the windows themselves are at hand.
    m_text->document()->setMarkdown(QString::fromUtf8(file.readAll()),
                                    QTextDocument::MarkdownDialectGitHub);
    constexpr int Margin = 18;
    m_text->document()->setDocumentMargin(Margin);
    listParts();
}

void GuideWindow::listParts() {
    const QSignalBlocker blocker(m_parts);
    m_parts->clear();
    for (QTextBlock block = m_text->document()->begin(); block.isValid(); block = block.next()) {
        const QString lead = isHeading(block) ? QString() : leadOf(block);
        if (isHeading(block) && block.blockFormat().headingLevel() > 1) {
            auto* item = new QListWidgetItem(block.text(), m_parts);
            QFont font = item->font();
            font.setBold(true);
            item->setFont(font);
        } else if (!lead.isEmpty()) {
            m_parts->addItem(lead);
        }
    }
}

void GuideWindow::goTo(const QString& heading) {
    for (QTextBlock block = m_text->document()->begin(); block.isValid(); block = block.next()) {
        const QString name = isHeading(block) ? block.text() : leadOf(block);
        if (name.compare(heading, Qt::CaseInsensitive) != 0)
            continue;
        m_text->setTextCursor(QTextCursor(block));
        // To the top, not just into sight.
        m_text->verticalScrollBar()->setValue(m_text->verticalScrollBar()->value() +
                                              m_text->cursorRect().top() - 8);
        return;
    }
}

void GuideWindow::findNext(bool backwards) {
    const QString wanted = m_search->text();
    m_found->clear();
    if (wanted.isEmpty())
        return;
    const auto flags = backwards ? QTextDocument::FindBackward : QTextDocument::FindFlags();
    if (m_text->find(wanted, flags))
        return;
    QTextCursor round = m_text->textCursor();
    round.movePosition(backwards ? QTextCursor::End : QTextCursor::Start);
    m_text->setTextCursor(round);
    if (!m_text->find(wanted, flags))
        m_found->setText(tr("not found"));
}

} // namespace gravin
