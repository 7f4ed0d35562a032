// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include <initializer_list>

class QCheckBox;
class QFormLayout;
class QLabel;
class QLineEdit;
class QPushButton;
class QWidget;

// The parts of which the pages about connections are made, so that all look alike.
namespace gravin::form_parts {

QLabel* textLabel(const QString& text, const char* role = "");
QFormLayout* newForm(QWidget* parent);
// All parts of a page have their labels in one column.
QLabel* label(const QString& text, QWidget* buddy);
QLineEdit* lineEdit(const char* name, const QString& example = {});
QWidget* besides(QWidget* wide, std::initializer_list<QWidget*> narrow);
QPushButton* button(const char* name, const QString& text);
QCheckBox* checkBox(const char* name, const QString& text, bool checked);
// With what a shell would put for "~/".
QString expandedPath(const QString& path);

} // namespace gravin::form_parts
