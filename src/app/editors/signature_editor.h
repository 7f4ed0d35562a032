// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/binary_editor.h"

namespace gravin {

class PictureDecoder;

// A signature, drawn by hand and kept as a picture (PNG).
class SignatureEditor : public BinaryEditor {
    Q_OBJECT
public:
    explicit SignatureEditor(QWidget* parent);

protected:
    void showIn(QLabel& label) override;
    QString reasonAgainst(const QByteArray& bytes, const QString& source) const override;
    void pasteOther() override {}
    void begin() override { sign(); }
    void clicked() override;

private:
    void sign();

    PictureDecoder* m_decoder;
};

} // namespace gravin
