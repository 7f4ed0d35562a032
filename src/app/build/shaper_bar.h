// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QButtonGroup;
class QToolButton;

namespace gravin {

class FormShaper;

// The row of buttons above a form that is being shaped: what its keys do, for the mouse.
class ShaperBar : public QWidget {
    Q_OBJECT
public:
    // `shaper` must outlive the bar.
    explicit ShaperBar(FormShaper* shaper, QWidget* parent = nullptr);

private:
    QToolButton* button(const QString& name, const QString& text, const QString& keys,
                        const std::function<void()>& run);
    void refresh();

    FormShaper* m_shaper;
    QButtonGroup* m_columns;
    QToolButton* m_wider;
    QToolButton* m_narrower;
    QToolButton* m_row;
    QToolButton* m_remove;
    QToolButton* m_beside;
};

} // namespace gravin
