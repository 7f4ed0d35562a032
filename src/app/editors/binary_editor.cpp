// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/binary_editor.h"

#include "core/base/whole_file.h"
#include "core/value/text_form.h"

#include <QApplication>
#include <QClipboard>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QKeyEvent>
#include <QLabel>
#include <QMimeData>
#include <QMimeDatabase>
#include <QToolButton>
#include <QVBoxLayout>

namespace gravin {

BinaryEditor::BinaryEditor(const QString& what, QWidget* parent)
    : FieldEditor(parent)
    , m_what(what)
    , m_label(new QLabel) {
    m_label->setProperty("role", "picture");
    m_label->setFocusPolicy(Qt::TabFocus);
    m_label->setMinimumHeight(36);
    m_label->setAlignment(Qt::AlignCenter);
    auto* buttons = new QWidget;
    m_buttons = new QVBoxLayout(buttons);
    m_buttons->setContentsMargins(0, 0, 0, 0);
    m_buttons->setSpacing(2);
    adopt(m_label, {buttons});
}

QToolButton* BinaryEditor::addButton(const char* icon, const QString& verb, const QString& text,
                                     bool isEdit) {
    auto* made = new QToolButton;
    made->setObjectName(verb + u'-' + m_what);
    made->setIcon(QIcon::fromTheme(QLatin1String(icon)));
    made->setToolTip(text);
    made->setAccessibleName(text);
    made->setFocusPolicy(Qt::TabFocus);
    m_buttons->addWidget(made);
    if (isEdit)
        m_editing += made;
    return made;
}

void BinaryEditor::addUsualButtons(Takes takes) {
    m_takes = takes;
    m_label->setAcceptDrops(takes == Takes::Files);
    if (takes == Takes::Files) {
        connect(addButton("document-open", QStringLiteral("load"), tr("Load from a file…"), true),
                &QToolButton::clicked, this, &BinaryEditor::askForFile);
        connect(addButton("edit-paste", QStringLiteral("paste"), tr("Paste"), true),
                &QToolButton::clicked, this, &BinaryEditor::paste);
    }
    m_clear = addButton("edit-clear", QStringLiteral("clear"), tr("Clear"), false);
    connect(m_clear, &QToolButton::clicked, this, &BinaryEditor::clear);
    m_save = addButton("document-save-as", QStringLiteral("save"), tr("Save as a file…"), false);
    connect(m_save, &QToolButton::clicked, this, &BinaryEditor::askWhereToSave);
    m_buttons->addStretch();
    refresh();
}

void BinaryEditor::setContent(const Value& value, const std::optional<QString>&) {
    if (value == m_value)
        return;
    m_value = value;
    m_fileName.clear();
    refresh();
}

QByteArray BinaryEditor::bytes() const {
    return m_value.kind() == Value::Kind::Binary ? m_value.asBinary() : QByteArray();
}

void BinaryEditor::refresh() {
    showIn(*m_label);
    for (QToolButton* each : std::as_const(m_editing))
        each->setEnabled(!m_readOnly);
    m_clear->setEnabled(!m_readOnly && !m_value.isNull());
    m_save->setEnabled(m_value.kind() == Value::Kind::Binary);
}

void BinaryEditor::setReadOnly(bool readOnly) {
    if (m_readOnly == readOnly)
        return;
    m_readOnly = readOnly;
    refresh();
}

void BinaryEditor::take(const QByteArray& bytes, const QString& source, const QString& name) {
    if (bytes.size() > LargestFile) {
        Q_EMIT refused(tr("%1 has %2; at most %3 fit here.")
                           .arg(source, toText(Value::binary(bytes), {}),
                                locale().formattedDataSize(LargestFile)));
        return;
    }
    if (const QString reason = reasonAgainst(bytes, source); !reason.isEmpty()) {
        Q_EMIT refused(reason);
        return;
    }
    m_value = Value::binary(bytes);
    refresh();
    Q_EMIT edited();
    m_fileName = name;
    if (!name.isEmpty())
        Q_EMIT named(name);
    Q_EMIT finished();
}

void BinaryEditor::load(const QString& path) {
    const auto read = readWholeFile(path, LargestFile);
    if (read)
        take(*read, path, QFileInfo(path).fileName());
    else if (read.error().kind == ErrorKind::Damaged)
        Q_EMIT refused(tr("%1 is too large; at most %2 fit here.")
                           .arg(path, locale().formattedDataSize(LargestFile)));
    else
        Q_EMIT refused(read.error().sentence);
}

void BinaryEditor::askForFile() {
    auto* dialog = new QFileDialog(this, tr("Load from a file"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setFileMode(QFileDialog::ExistingFile);
    const QString all = QStringLiteral("application/octet-stream");
    dialog->setMimeTypeFilters(QStringList{all} + offeredTypes());
    dialog->selectMimeTypeFilter(all);
    connect(dialog, &QFileDialog::fileSelected, this, &BinaryEditor::load);
    dialog->open();
}

// A copied file comes as it is.
void BinaryEditor::paste() {
    const QMimeData* offered = QApplication::clipboard()->mimeData();
    if (offered && offered->hasUrls() && offered->urls().front().isLocalFile())
        load(offered->urls().front().toLocalFile());
    else
        pasteOther();
}

void BinaryEditor::clear() {
    m_value = Value::null();
    refresh();
    Q_EMIT edited();
    Q_EMIT finished();
}

QString BinaryEditor::proposedName() const {
    // A name from the database names no folder.
    const QString known = QFileInfo(m_fileName).fileName();
    if (!known.isEmpty() && known != u"." && known != u"..")
        return known;
    const QString suffix = QMimeDatabase().mimeTypeForData(bytes()).preferredSuffix();
    return suffix.isEmpty() ? m_what : m_what + u'.' + suffix;
}

void BinaryEditor::askWhereToSave() {
    auto* dialog = new QFileDialog(this, tr("Save as a file"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setAcceptMode(QFileDialog::AcceptSave);
    dialog->setDefaultSuffix(QFileInfo(proposedName()).suffix());
    dialog->selectFile(proposedName());
    connect(dialog, &QFileDialog::fileSelected, this, [this, kept = bytes()](const QString& path) {
        if (const Status saved = writeWholeFile(path, kept); !saved)
            Q_EMIT refused(tr("It could not be saved. %1").arg(saved.error().sentence));
    });
    dialog->open();
}

bool BinaryEditor::eventFilter(QObject* watched, QEvent* event) {
    if (watched != m_label)
        return FieldEditor::eventFilter(watched, event);
    if (event->type() == QEvent::MouseButtonRelease &&
        static_cast<QMouseEvent*>(event)->button() == Qt::LeftButton) {
        clicked();
        return true;
    }
    if (event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        const bool isChosen = key->key() == Qt::Key_Space || key->key() == Qt::Key_Return;
        // Where nothing can be changed there is nothing else to do.
        if (isChosen && (m_readOnly || key->modifiers() == Qt::ControlModifier)) {
            clicked();
            return true;
        }
    }
    if (m_readOnly)
        return FieldEditor::eventFilter(watched, event);
    if (event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->matches(QKeySequence::Paste) && m_takes == Takes::Files) {
            paste();
            return true;
        }
        if (key->key() == Qt::Key_Space || key->key() == Qt::Key_Return) {
            begin();
            return true;
        }
        if (key->key() == Qt::Key_Delete) {
            clear();
            return true;
        }
    } else if (event->type() == QEvent::DragEnter) {
        auto* drag = static_cast<QDragEnterEvent*>(event);
        if (drag->mimeData()->hasUrls())
            drag->acceptProposedAction();
        return true;
    } else if (event->type() == QEvent::Drop) {
        const QMimeData* offered = static_cast<QDropEvent*>(event)->mimeData();
        if (offered->hasUrls())
            load(offered->urls().front().toLocalFile());
        return true;
    }
    return FieldEditor::eventFilter(watched, event);
}

} // namespace gravin
