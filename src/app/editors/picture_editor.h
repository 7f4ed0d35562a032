// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/binary_editor.h"

namespace gravin {

class PictureDecoder;
struct DecodedPicture;

// A picture kept in the database, from a file, the clipboard or a camera; a click enlarges it. A
// value that is no picture is said to be none and kept as it is.
class PictureEditor : public BinaryEditor {
    Q_OBJECT
public:
    explicit PictureEditor(QWidget* parent);

protected:
    void showIn(QLabel& label) override;
    QString reasonAgainst(const QByteArray& bytes, const QString& source) const override;
    QStringList offeredTypes() const override;
    void pasteOther() override;
    void clicked() override;

private:
    void takeFromCamera();

    PictureDecoder* m_decoder;
};

// A picture within a label of an editor, decoded beside the interface where it takes long; `empty`
// stands there for none.
void showPicture(const Value& value, const QString& empty, PictureDecoder& decoder, QLabel& label);

} // namespace gravin
