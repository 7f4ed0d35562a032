// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"

#include <QTableWidget>

namespace gravin {

// What a SELECT asks for, a row each: its name, what people read, its type, and what it begins
// with.
class ParameterTable : public QTableWidget {
    Q_OBJECT
public:
    explicit ParameterTable(QWidget* parent = nullptr);

    // Rows of the same name stay as they were typed.
    void setParameters(const QList<SourceParameter>& parameters);
    QList<SourceParameter> parameters() const;

Q_SIGNALS:
    void edited(); // by the person

private:
    void addRow(int row, const SourceParameter& parameter);

    QList<SourceParameter> m_shown;
    bool m_filling = false;
};

} // namespace gravin
