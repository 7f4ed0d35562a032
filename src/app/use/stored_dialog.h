// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/screen_binding.h"

#include <QDialog>

class QLabel;
class QTableWidget;

namespace gravin {

// A record as the database holds it, read fresh: each column's exact value and type, untouched by
// formats and lookups, beside what the screen shows.
class StoredDialog : public QDialog {
    Q_OBJECT
public:
    // `binding` must outlive the dialog, which deletes itself when closed.
    StoredDialog(ScreenBinding* binding, const RecordId& id, QWidget* parent);

private:
    void read();
    void setRecord(const Result<std::optional<Record>>& record);

    ScreenBinding* m_binding;
    RecordId m_id;
    QLabel* m_state;
    QTableWidget* m_table;
};

} // namespace gravin
