// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/expression_field.h"

#include "app/look/theme.h"
#include "core/database/reach.h"
#include "core/expression/completion.h"
#include "core/records/bound_expression.h"
#include "core/value/text_form.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QKeyEvent>
#include <QPlainTextEdit>
#include <QRegularExpression>
#include <QScrollBar>
#include <QStringListModel>
#include <QTextBlock>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

constexpr int ExpressionLines = 3;
constexpr int ShortestCompleted = 2;

const QStringList& functionWords() {
    static const QStringList words{QStringLiteral("ABS("),
                                   QStringLiteral("AND"),
                                   QStringLiteral("AVG("),
                                   QStringLiteral("BETWEEN"),
                                   QStringLiteral("CASE"),
                                   QStringLiteral("CAST("),
                                   QStringLiteral("CEILING("),
                                   QStringLiteral("CHAR_LENGTH("),
                                   QStringLiteral("COALESCE("),
                                   QStringLiteral("COUNT(*)"),
                                   QStringLiteral("CURRENT_DATE"),
                                   QStringLiteral("CURRENT_TIMESTAMP"),
                                   QStringLiteral("CURRENT_USER"),
                                   QStringLiteral("DATE ''"),
                                   QStringLiteral("EXISTS (SELECT 1 FROM"),
                                   QStringLiteral("EXTRACT("),
                                   QStringLiteral("FALSE"),
                                   QStringLiteral("FLOOR("),
                                   QStringLiteral("FROM"),
                                   QStringLiteral("INTERVAL '1' DAY"),
                                   QStringLiteral("IS NOT NULL"),
                                   QStringLiteral("IS NULL"),
                                   QStringLiteral("LIKE"),
                                   QStringLiteral("LIKE_REGEX"),
                                   QStringLiteral("LISTAGG("),
                                   QStringLiteral("LOCALTIMESTAMP"),
                                   QStringLiteral("LOWER("),
                                   QStringLiteral("MAX("),
                                   QStringLiteral("MIN("),
                                   QStringLiteral("MOD("),
                                   QStringLiteral("NOT"),
                                   QStringLiteral("NULL"),
                                   QStringLiteral("NULLIF("),
                                   QStringLiteral("POSITION("),
                                   QStringLiteral("REPLACE("),
                                   QStringLiteral("ROUND("),
                                   QStringLiteral("(SELECT"),
                                   QStringLiteral("SUBSTRING("),
                                   QStringLiteral("SUM("),
                                   QStringLiteral("TRIM("),
                                   QStringLiteral("TRUE"),
                                   QStringLiteral("UPPER("),
                                   QStringLiteral("WHERE")};
    return words;
}

} // namespace

// An open list of completions hands keys straight to the text, past every event filter: so what is
// the list's has to be told apart here.
class ExpressionField::Edit : public QPlainTextEdit {
public:
    explicit Edit(ExpressionField* field)
        : m_field(field) {}

protected:
    void keyPressEvent(QKeyEvent* event) override {
        if (!m_field->takesKey(event))
            QPlainTextEdit::keyPressEvent(event);
    }

private:
    ExpressionField* m_field;
};

ExpressionField::ExpressionField(Asks asks, QWidget* parent)
    : QWidget(parent)
    , m_asks(asks)
    , m_edit(new Edit(this))
    , m_note(new QLabel)
    , m_completer(new QCompleter(this)) {
    m_edit->setObjectName(QStringLiteral("expression"));
    m_edit->setAccessibleName(asks == Asks::Value ? tr("Expression") : tr("Condition"));
    m_edit->setFont(Theme::instance().monospace());
    m_edit->setTabChangesFocus(true);
    m_edit->setFixedHeight(QFontMetrics(m_edit->font()).lineSpacing() * ExpressionLines +
                           space::Pad);
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

void ExpressionField::setName(const QString& name) {
    m_edit->setObjectName(name);
    m_note->setObjectName(name + QStringLiteral("-note"));
}

void ExpressionField::setTable(const Table& table) {
    m_table = table;
    judge();
}

void ExpressionField::setSample(const Sample& sample) {
    m_sample = sample;
    judge();
}

QString ExpressionField::text() const { return m_edit->toPlainText(); }

void ExpressionField::setText(const QString& text) {
    if (text != m_edit->toPlainText())
        m_edit->setPlainText(text);
}

// Marks the mistake, or says what the expression gives for the current record.
void ExpressionField::judge() {
    const QString text = m_edit->toPlainText();
    m_edit->setExtraSelections({});
    m_good = false;
    if (text.trimmed().isEmpty()) {
        m_note->setText(m_asks == Asks::Value
                            ? tr("An expression over the fields, for example: hours * 48.50")
                            : tr("A condition over the fields, for example: until IS NULL OR until "
                                 ">= since"));
        setStyleProperty(m_note, "role", QStringLiteral("faint"));
        return;
    }
    const Table table = withReached(m_table, {text});
    const auto expression =
        m_asks == Asks::Value ? bindExpression(text, table) : bindCondition(text, table);
    m_good = expression.ok();
    setStyleProperty(m_note, "role", m_good ? QStringLiteral("faint") : QStringLiteral("problem"));
    m_note->setText(m_good ? wordsFor(*expression, table) : expression.error().sentence);
    if (!m_good)
        markMistake(expression.error().at, expression.error().length);
}

void ExpressionField::markMistake(int at, int length) {
    const int end = static_cast<int>(m_edit->toPlainText().size());
    QTextEdit::ExtraSelection mark;
    mark.cursor = m_edit->textCursor();
    mark.cursor.setPosition(std::min(at, end));
    mark.cursor.setPosition(std::min(at + length, end), QTextCursor::KeepAnchor);
    mark.format.setUnderlineStyle(QTextCharFormat::SpellCheckUnderline);
    mark.format.setUnderlineColor(Theme::instance().colours().problem);
    m_edit->setExtraSelections({mark});
}

QString ExpressionField::wordsFor(const BoundExpression& expression, const Table& table) const {
    if (m_sample.isEmpty())
        return tr("No record is chosen to try it on.");
    const auto isUnread = [&](const QString& name) {
        return table.column(name)->isBeyond() && !m_sample.contains(name);
    };
    const QStringList& names = expression.expression->columns();
    if (std::any_of(names.begin(), names.end(), isUnread))
        return tr("It follows a reference that nothing has followed yet: its records show what it "
                  "gives.");
    static const Value null;
    RecordValues values;
    for (const Column& column : table.columns) {
        const auto found = m_sample.constFind(column.name);
        values.push_back(found == m_sample.constEnd() ? &null : &*found);
    }
    const auto value = evaluate(expression, values, Present::take());
    if (!value)
        return tr("For the current record: %1").arg(value.error().sentence);
    if (m_asks == Asks::Value)
        return value->isNull() ? tr("For the current record: empty, because a value is missing.")
                               : tr("For the current record: %1").arg(toText(*value, {}));
    if (value->isNull())
        return m_asks == Asks::Check
                   ? tr("For the current record: unknown, because a value is missing. It passes.")
                   : tr("For the current record: unknown, because a value is missing. It counts as "
                        "no.");
    return value->asBoolean() ? tr("The current record meets it.")
                              : tr("The current record fails it.");
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
    const Completions here = completionsAt(m_edit->toPlainText(), m_edit->textCursor().position(),
                                           expressionColumns(m_table), m_table.references.get());
    if (word.size() < ShortestCompleted && !asked && !here.alone) {
        popup->hide();
        return;
    }
    m_completer->setModel(
        new QStringListModel(here.alone ? here.names : here.names + functionWords(), m_completer));
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
    const bool isAfterArrow = cursor.block()
                                  .text()
                                  .left(cursor.selectionStart() - cursor.block().position())
                                  .endsWith(u'>');
    cursor.insertText(isAfterArrow ? u' ' + word : word);
    // Into the quotes of a literal.
    if (word.endsWith(u"''"))
        cursor.movePosition(QTextCursor::Left);
    m_edit->setTextCursor(cursor);
}

bool ExpressionField::takesKey(QKeyEvent* event) {
    const bool isOpen = m_completer->popup()->isVisible();
    const int key = event->key();
    if (isOpen && (key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Tab ||
                   key == Qt::Key_Escape)) {
        event->ignore(); // the list takes it
        return true;
    }
    if (key == Qt::Key_Space && event->modifiers() == Qt::ControlModifier) {
        complete(true);
        return true;
    }
    const bool types = !event->text().isEmpty() && event->text().front().isPrint();
    if (types || (isOpen && key == Qt::Key_Backspace))
        QMetaObject::invokeMethod(
            this, [this] { complete(false); }, Qt::QueuedConnection);
    return false;
}

} // namespace gravin
