// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/import/file_import.h"

#include <QTableWidget>

class QCheckBox;
class QComboBox;

namespace gravin {

// To which field each column of a file goes, and which of them find the record. A column that is
// dragged onto another one takes its field, and gives its own.
class ImportMapping : public QTableWidget {
    Q_OBJECT
public:
    // `screen` must outlive it.
    explicit ImportMapping(const BoundScreen& screen, QWidget* parent = nullptr);

    void show(const ImportSetUp& setUp, const QStringList& heads);
    QStringList columns() const; // a field's column for each head; empty: none
    QStringList match() const;

Q_SIGNALS:
    void edited(); // by the person

protected:
    QStringList mimeTypes() const override;
    QMimeData* mimeData(const QList<QTableWidgetItem*>& items) const override;
    void dropEvent(QDropEvent* event) override;

private:
    void addHead(int row, const QString& head, const QString& column, bool matches);
    void follow(int row);
    QComboBox* fieldAt(int row) const;
    QCheckBox* matchAt(int row) const;

    const BoundScreen& m_screen;
    bool m_isShowing = false; // filled, not used
};

} // namespace gravin
