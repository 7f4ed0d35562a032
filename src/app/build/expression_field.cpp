// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/expression_field.h"

#include "app/look/theme.h"
#include "core/expression/literal.h"
#include "core/value/text_form.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QKeyEvent>
#include <QRegularExpression>
#include <QScrollBar>
#include <QStringListModel>
#include <QTextBlock>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr int Lines = 3;
constexpr int ShortestCompleted = 2;

const QStringList& functionWords() {
    static const QStringList words{QStringLiteral("ABS("),
                                   QStringLiteral("AND"),
                                   QStringLiteral("BETWEEN"),
                                   QStringLiteral("CASE"),
                                   QStringLiteral("CAST("),
                                   QStringLiteral("CEILING("),
                                   QStringLiteral("CHAR_LENGTH("),
                                   QStringLiteral("COALESCE("),
                                   QStringLiteral("CURRENT_DATE"),
                                   QStringLiteral("CURRENT_TIMESTAMP"),
                                   QStringLiteral("DATE ''"),
                                   QStringLiteral("EXTRACT("),
                                   QStringLiteral("FALSE"),
                                   QStringLiteral("FLOOR("),
                                   QStringLiteral("INTERVAL '1' DAY"),
                                   QStringLiteral("IS NOT NULL"),
                                   QStringLiteral("IS NULL"),
                                   QStringLiteral("LIKE"),
                                   QStringLiteral("LIKE_REGEX"),
                                   QStringLiteral("LOCALTIMESTAMP"),
                                   QStringLiteral("LOWER("),
                                   QStringLiteral("MOD("),
                                   QStringLiteral("NOT"),
                                   QStringLiteral("NULL"),
                                   QStringLiteral("NULLIF("),
                                   QStringLiteral("POSITION("),
                                   QStringLiteral("REPLACE("),
                                   QStringLiteral("ROUND("),
                                   QStringLiteral("SUBSTRING("),
                                   QStringLiteral("TRIM("),
                                   QStringLiteral("TRUE"),
                                   QStringLiteral("UPPER(")};
    return words;
}

} // namespace

ExpressionField::ExpressionField(QWidget* parent)
    : QWidget(parent)
    , m_edit(new QPlainTextEdit)
    , m_note(new QLabel)
    , m_completer(new QCompleter(this)) {
    m_edit->setObjectName(QStringLiteral("expression"));
    m_edit->setAccessibleName(tr("Condition"));
    m_edit->setFont(Theme::instance().monospace());
    m_edit->setTabChangesFocus(true);
    m_edit->setFixedHeight(QFontMetrics(m_edit->font()).lineSpacing() * Lines + space::Pad);
    m_edit->installEventFilter(this);
    m_note->setObjectName(QStringLiteral("expression-note"));
    m_note->setTextFormat(Qt::PlainText);
    m_note->setWordWrap(true);
    m_note->setMinimumHeight(QFontMetrics(m_note->font()).lineSpacing() * 2);
    m_note->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    m_completer->setWidget(m_edit);
    m_completer->setCaseSensitivity(Qt::CaseInsensitive);
    m_completer->setCompletionMode(QCompleter::PopupCompletion);
    connect(m_completer, qOverload<const QString&>(&QCompleter::activated), this,
            &ExpressionField::insertCompletion);
    connect(m_edit, &QPlainTextEdit::textChanged, this, [this] {
        judge();
        Q_EMIT textChanged();
    });
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(m_edit);
    layout->addWidget(m_note);
    setFocusProxy(m_edit);
    judge();
}

void ExpressionField::setColumns(const QList<ExpressionColumn>& columns) {
    m_columns = columns;
    QStringList words;
    for (const ExpressionColumn& column : columns)
        words += nameText(column.name);
    m_completer->setModel(new QStringListModel(words + functionWords(), m_completer));
    judge();
}

void ExpressionField::setSample(const Sample& sample) {
    m_sample = sample;
    judge();
}

void ExpressionField::setText(const QString& text) {
    if (text != m_edit->toPlainText())
        m_edit->setPlainText(text);
}

// Marks the mistake, or says what the condition gives for the current record.
void ExpressionField::judge() {
    const QString text = m_edit->toPlainText();
    QList<QTextEdit::ExtraSelection> marks;
    QString note;
    QString role = QStringLiteral("faint");
    m_good = false;
    if (text.trimmed().isEmpty()) {
        note = tr("A condition over the fields, for example: until IS NULL OR until >= since");
    } else if (const auto condition = parseCondition(text, m_columns); !condition) {
        const ExpressionError& error = condition.error();
        note = error.sentence;
        role = QStringLiteral("problem");
        QTextEdit::ExtraSelection mark;
        mark.cursor = m_edit->textCursor();
        mark.cursor.setPosition(std::min<int>(error.at, static_cast<int>(text.size())));
        mark.cursor.setPosition(
            std::min<int>(error.at + error.length, static_cast<int>(text.size())),
            QTextCursor::KeepAnchor);
        mark.format.setUnderlineStyle(QTextCharFormat::SpellCheckUnderline);
        mark.format.setUnderlineColor(Theme::instance().colours().problem);
        marks += mark;
    } else {
        m_good = true;
        static const Value null;
        std::vector<const Value*> values;
        for (const QString& column : condition->columns()) {
            const auto found = m_sample.constFind(column);
            values.push_back(found == m_sample.constEnd() ? &null : &*found);
        }
        const auto value = evaluate(*condition, values, Present::take());
        if (m_sample.isEmpty())
            note = tr("No record is chosen to try it on.");
        else if (!value)
            note = tr("For the current record: %1").arg(value.error().sentence);
        else if (value->isNull())
            note = tr("For the current record: unknown, because a value is missing. It passes.");
        else
            note = value->asBoolean() ? tr("The current record meets it.")
                                      : tr("The current record fails it.");
    }
    m_edit->setExtraSelections(marks);
    setStyleProperty(m_note, "role", role);
    m_note->setText(note);
}

QString ExpressionField::wordBeforeCursor() const {
    static const QRegularExpression word(QStringLiteral("[\\w\"]+$"));
    const QTextCursor cursor = m_edit->textCursor();
    const QString before = cursor.block().text().left(cursor.positionInBlock());
    return word.match(before).captured();
}

void ExpressionField::complete(bool asked) {
    const QString word = wordBeforeCursor();
    QAbstractItemView* popup = m_completer->popup();
    if (word.size() < ShortestCompleted && !asked) {
        popup->hide();
        return;
    }
    m_completer->setCompletionPrefix(word);
    const bool isWhole = m_completer->completionCount() == 1 &&
                         m_completer->currentCompletion().compare(word, Qt::CaseInsensitive) == 0;
    if (m_completer->completionCount() == 0 || isWhole) {
        popup->hide();
        return;
    }
    popup->setCurrentIndex(m_completer->completionModel()->index(0, 0));
    QRect place = m_edit->cursorRect();
    place.setWidth(popup->sizeHintForColumn(0) + popup->verticalScrollBar()->sizeHint().width());
    m_completer->complete(place);
}

void ExpressionField::insertCompletion(const QString& word) {
    QTextCursor cursor = m_edit->textCursor();
    cursor.movePosition(QTextCursor::Left, QTextCursor::KeepAnchor,
                        static_cast<int>(wordBeforeCursor().size()));
    cursor.insertText(word);
    // Into the quotes of a literal.
    if (word.endsWith(u"''"))
        cursor.movePosition(QTextCursor::Left);
    m_edit->setTextCursor(cursor);
}

bool ExpressionField::eventFilter(QObject* watched, QEvent* event) {
    if (watched != m_edit || event->type() != QEvent::KeyPress)
        return QWidget::eventFilter(watched, event);
    auto* key = static_cast<QKeyEvent*>(event);
    const bool isOpen = m_completer->popup()->isVisible();
    const bool chooses = key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter ||
                         key->key() == Qt::Key_Tab || key->key() == Qt::Key_Escape;
    if (isOpen && chooses) {
        event->ignore(); // the list takes it
        return true;
    }
    if (key->key() == Qt::Key_Space && key->modifiers() == Qt::ControlModifier) {
        complete(true);
        return true;
    }
    const bool types = !key->text().isEmpty() && key->text().front().isPrint();
    if (types || (isOpen && key->key() == Qt::Key_Backspace))
        QMetaObject::invokeMethod(
            this, [this] { complete(false); }, Qt::QueuedConnection);
    return false;
}

} // namespace gravin
