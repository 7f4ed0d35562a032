// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

class QLabel;

namespace gravin {

class PictureDecoder;

// A picture as large as the dialog; Escape or a click closes it.
class PictureDialog : public QDialog {
    Q_OBJECT
public:
    // Deletes itself when closed.
    PictureDialog(const QByteArray& picture, QWidget* parent);

protected:
    void resizeEvent(QResizeEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;

private:
    QByteArray m_bytes;
    PictureDecoder* m_decoder;
    QLabel* m_label;
};

} // namespace gravin
