// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/asked_fields.h"

namespace gravin {

// Above a list whose SELECT asks for values: what it was asked with, to be changed. The list is
// read anew as soon as an editor is left or Return is pressed.
class ParameterBar : public QWidget {
    Q_OBJECT
public:
    // `binding` must outlive it. Requires: its table asks for values.
    explicit ParameterBar(ScreenBinding* binding, QWidget* parent = nullptr);
    ~ParameterBar() override;

Q_SIGNALS:
    void refused(const QString& reason, const QString& detail);

private:
    void take();

    ScreenBinding* m_binding;
    AskedFields* m_fields;
    bool m_isAsking = false;
};

} // namespace gravin
