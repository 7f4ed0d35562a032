// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/connect/form_parts.h"

#include "app/look/theme.h"

#include <QCheckBox>
#include <QDir>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

namespace gravin::form_parts {

namespace {
constexpr Distance ConnectLabelWidth(92);
} // namespace

QLabel* textLabel(const QString& text, const char* role) {
    auto* made = new QLabel(text);
    made->setTextFormat(Qt::PlainText);
    made->setWordWrap(true);
    made->setProperty("role", role);
    return made;
}

QFormLayout* newForm(QWidget* parent) {
    auto* form = new QFormLayout(parent);
    form->setContentsMargins(0, 0, 0, 0);
    form->setVerticalSpacing(8);
    form->setHorizontalSpacing(space::Pad);
    form->setLabelAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    return form;
}

QLabel* label(const QString& text, QWidget* buddy) {
    auto* made = new QLabel(text);
    made->setFixedWidth(ConnectLabelWidth);
    made->setBuddy(buddy);
    return made;
}

QLineEdit* lineEdit(const char* name, const QString& example) {
    auto* line = new QLineEdit;
    line->setObjectName(QLatin1String(name));
    line->setPlaceholderText(example);
    return line;
}

QWidget* besides(QWidget* wide, std::initializer_list<QWidget*> narrow) {
    auto* both = new QWidget;
    auto* layout = new QHBoxLayout(both);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(wide, 1);
    for (QWidget* widget : narrow)
        layout->addWidget(widget);
    return both;
}

QPushButton* button(const char* name, const QString& text) {
    auto* made = new QPushButton(text);
    made->setObjectName(QLatin1String(name));
    made->setAutoDefault(true);
    return made;
}

QCheckBox* checkBox(const char* name, const QString& text, bool checked) {
    auto* made = new QCheckBox(text);
    made->setObjectName(QLatin1String(name));
    made->setChecked(checked);
    return made;
}

QString expandedPath(const QString& path) {
    if (path.startsWith(u"~/"))
        return QDir::homePath() + path.mid(1);
    return path;
}

} // namespace gravin::form_parts
