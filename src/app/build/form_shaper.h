// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/use/form_fields.h"

#include <QWidget>

class QLineEdit;

namespace gravin {

// Lies over the fields of a form in Build: fields and sections are chosen, moved and named there,
// by mouse or by keys, on the real form with a real record in it. Every change is one step of the
// project's undo.
//
// Keys: arrows choose; with Ctrl they move what is chosen. + and − set the span, Space begins a
// new row, F2 names, Insert adds a section, Ctrl+1 … Ctrl+4 set its columns, Delete takes a field
// off the form or removes a section.
class FormShaper : public QWidget {
    Q_OBJECT
public:
    // Both must outlive the shaper; it covers `fields`.
    FormShaper(ScreenBinding* binding, FormFields* fields);

    // The chosen field's column; empty when a section or nothing is chosen.
    const QString& column() const { return m_column; }
    void choose(const QString& column);
    void chooseSection(int section);
    // The section that is chosen or holds the chosen field; −1: none.
    int section() const;
    const FormLayout& shownLayout() const { return m_fields->layoutShown(); }

    void moveChosen(int steps);    // in reading order; a section among sections
    void moveToSection(int steps); // up or down
    void setSpan(int difference);  // wider or narrower by so many columns
    void toggleRow();              // begins a new row, or not
    void setColumns(int columns);  // of the section, 1 … 4
    void addSectionAfter();
    void removeChosen();
    void rename();
    void setLabels(LabelSide side);

Q_SIGNALS:
    void columnChosen(const QString& column);
    void chosenChanged(); // other fields or another section

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    // Where a dragged field would go, and the line that shows it.
    struct Insertion {
        FormLayout::Position position;
        QRect line;
    };
    std::optional<Insertion> insertionAt(const QPoint& point) const;
    QString columnAt(const QPoint& point) const;
    int sectionTitleAt(const QPoint& point) const; // −1: none
    int sectionAt(const QPoint& point) const;
    QStringList readingOrder() const;
    void chooseNext(int steps);
    void change(const QString& text, const std::function<void(FormLayout&)>& edit);
    void changeLabel(const QString& column, const QString& text);
    void settle();

    ScreenBinding* m_binding;
    FormFields* m_fields;
    QString m_column;
    int m_section = -1; // chosen itself
    QPoint m_pressed;
    bool m_dragging = false;
    std::optional<Insertion> m_insertion;
    QLineEdit* m_name = nullptr;
};

} // namespace gravin
