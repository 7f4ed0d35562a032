// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/picture_editor.h"

#include "app/editors/picture_decoder.h"
#include "app/editors/safe_svg.h"
#include "core/base/whole_file.h"
#include "core/value/text_form.h"

#include <QApplication>
#include <QBuffer>
#include <QClipboard>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QImage>
#include <QImageReader>
#include <QKeyEvent>
#include <QLabel>
#include <QMimeData>
#include <QMimeDatabase>
#include <QPixmap>
#include <QToolButton>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr int PictureHeight = 128;
constexpr int PictureWidth = 220;

} // namespace

PictureEditor::PictureEditor(QWidget* parent)
    : FieldEditor(parent)
    , m_decoder(new PictureDecoder(this))
    , m_label(new QLabel)
    , m_load(button("document-open", QStringLiteral("load-picture"), tr("Load from a file…"),
                    &PictureEditor::askForFile))
    , m_paste(
          button("edit-paste", QStringLiteral("paste-picture"), tr("Paste"), &PictureEditor::paste))
    , m_clear(
          button("edit-clear", QStringLiteral("clear-picture"), tr("Clear"), &PictureEditor::clear))
    , m_save(button("document-save-as", QStringLiteral("save-picture"), tr("Save as a file…"),
                    &PictureEditor::askWhereToSave)) {
    m_label->setProperty("role", "picture");
    m_label->setFocusPolicy(Qt::TabFocus);
    m_label->setMinimumHeight(36);
    m_label->setAlignment(Qt::AlignCenter);
    m_label->setAcceptDrops(true);
    auto* buttons = new QWidget;
    auto* column = new QVBoxLayout(buttons);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    for (QToolButton* each : {m_load, m_paste, m_clear, m_save})
        column->addWidget(each);
    column->addStretch();
    adopt(m_label, {buttons});
    showPicture();
}

QToolButton* PictureEditor::button(const char* icon, const QString& name, const QString& text,
                                   void (PictureEditor::*run)()) {
    auto* made = new QToolButton;
    made->setObjectName(name);
    made->setIcon(QIcon::fromTheme(QLatin1String(icon)));
    made->setToolTip(text);
    made->setAccessibleName(text);
    made->setFocusPolicy(Qt::TabFocus);
    connect(made, &QToolButton::clicked, this, run);
    return made;
}

void PictureEditor::setContent(const Value& value, const std::optional<QString>&) {
    if (value == m_value)
        return;
    m_value = value;
    showPicture();
}

void PictureEditor::showPicture() {
    const bool empty = m_value.isNull();
    m_decoder->forget();
    m_label->clear();
    if (empty) {
        m_label->setText(m_readOnly ? QStringLiteral("–") : tr("No picture"));
    } else {
        const QByteArray bytes =
            m_value.kind() == Value::Kind::Binary ? m_value.asBinary() : QByteArray();
        const QSize most(PictureWidth, PictureHeight);
        if (const auto small = decodeSmallPicture(bytes, most)) {
            showDecoded(*small);
        } else {
            m_label->setText(tr("Reading the picture…"));
            m_decoder->decode(bytes, most,
                              [this](const DecodedPicture& picture) { showDecoded(picture); });
        }
    }
    m_load->setEnabled(!m_readOnly);
    m_paste->setEnabled(!m_readOnly);
    m_clear->setEnabled(!m_readOnly && !empty);
    m_save->setEnabled(m_value.kind() == Value::Kind::Binary);
}

void PictureEditor::showDecoded(const DecodedPicture& picture) {
    if (picture.isTooLarge)
        m_label->setText(tr("A picture of %1 × %2, too large to be shown here")
                             .arg(picture.size.width())
                             .arg(picture.size.height()));
    else if (picture.image.isNull())
        m_label->setText(tr("Not a picture: %1").arg(toText(m_value, {})));
    else
        m_label->setPixmap(QPixmap::fromImage(picture.image));
}

void PictureEditor::setReadOnly(bool readOnly) {
    m_readOnly = readOnly;
    showPicture();
}

void PictureEditor::take(const QByteArray& bytes, const QString& source) {
    if (bytes.size() > LargestFile) {
        Q_EMIT refused(tr("%1 has %2; at most %3 fit here.")
                           .arg(source, toText(Value::binary(bytes), {}),
                                locale().formattedDataSize(LargestFile)));
        return;
    }
    QBuffer buffer;
    buffer.setData(bytes);
    const bool isPicture =
        looksLikeSvg(bytes) ? safeSvg(bytes).has_value() : QImageReader(&buffer).canRead();
    if (!isPicture) {
        Q_EMIT refused(tr("%1 is not a picture that can be shown.").arg(source));
        return;
    }
    m_value = Value::binary(bytes);
    showPicture();
    Q_EMIT edited();
    Q_EMIT finished();
}

void PictureEditor::load(const QString& path) {
    const auto bytes = readWholeFile(path, LargestFile);
    if (bytes)
        take(*bytes, path);
    else if (bytes.error().kind == ErrorKind::Damaged)
        Q_EMIT refused(tr("%1 is too large; at most %2 fit here.")
                           .arg(path, locale().formattedDataSize(LargestFile)));
    else
        Q_EMIT refused(bytes.error().sentence);
}

void PictureEditor::askForFile() {
    auto* dialog = new QFileDialog(this, tr("Load a picture"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setFileMode(QFileDialog::ExistingFile);
    QStringList types;
    for (const QByteArray& type : QImageReader::supportedMimeTypes())
        types += QString::fromLatin1(type);
    dialog->setMimeTypeFilters(QStringList{QStringLiteral("application/octet-stream")} + types);
    dialog->selectMimeTypeFilter(QStringLiteral("application/octet-stream"));
    connect(dialog, &QFileDialog::fileSelected, this, &PictureEditor::load);
    dialog->open();
}

// A copied picture comes as a PNG, a copied file as it is.
void PictureEditor::paste() {
    const QMimeData* offered = QApplication::clipboard()->mimeData();
    if (offered && offered->hasUrls() && offered->urls().front().isLocalFile()) {
        load(offered->urls().front().toLocalFile());
        return;
    }
    const QImage image = QApplication::clipboard()->image();
    if (image.isNull()) {
        Q_EMIT refused(tr("There is no picture to paste."));
        return;
    }
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    take(bytes, tr("The pasted picture"));
}

void PictureEditor::clear() {
    m_value = Value::null();
    showPicture();
    Q_EMIT edited();
    Q_EMIT finished();
}

void PictureEditor::askWhereToSave() {
    const QByteArray bytes = m_value.asBinary();
    auto* dialog = new QFileDialog(this, tr("Save the picture"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setAcceptMode(QFileDialog::AcceptSave);
    dialog->setDefaultSuffix(QMimeDatabase().mimeTypeForData(bytes).preferredSuffix());
    connect(dialog, &QFileDialog::fileSelected, this, [this, bytes](const QString& path) {
        if (const Status saved = writeWholeFile(path, bytes); !saved)
            Q_EMIT refused(tr("The picture could not be saved. %1").arg(saved.error().sentence));
    });
    dialog->open();
}

bool PictureEditor::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_label && !m_readOnly) {
        if (event->type() == QEvent::KeyPress) {
            const auto* key = static_cast<QKeyEvent*>(event);
            if (key->matches(QKeySequence::Paste)) {
                paste();
                return true;
            }
            if (key->key() == Qt::Key_Space || key->key() == Qt::Key_Return) {
                askForFile();
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
    }
    return FieldEditor::eventFilter(watched, event);
}

} // namespace gravin
