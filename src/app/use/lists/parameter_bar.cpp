// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lists/parameter_bar.h"

#include "app/look/theme.h"

#include <QHBoxLayout>

namespace gravin {

ParameterBar::ParameterBar(ScreenBinding* binding, QWidget* parent)
    : QWidget(parent)
    , m_binding(binding)
    , m_fields(
          new AskedFields(binding->workspace(), binding->screen().table->given, Qt::Horizontal)) {
    setObjectName(QStringLiteral("parameter-bar"));
    setAccessibleName(tr("What the list is asked with"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(space::Pad, space::Pad / 2, space::Pad, space::Pad / 2);
    layout->addWidget(m_fields, 1);
    connect(m_fields, &AskedFields::finished, this, &ParameterBar::take);
}

// An editor that has the focus loses it as it goes, which counts as left.
ParameterBar::~ParameterBar() { m_fields->disconnect(this); }

void ParameterBar::take() {
    const auto values = m_fields->values();
    if (!values) {
        Q_EMIT refused(values.error().sentence, values.error().detail);
        return;
    }
    const Table& table = *m_binding->screen().table;
    const bool isAsBefore =
        std::all_of(table.given.begin(), table.given.end(), [&](const GivenParameter& each) {
            return values->value(each.name) == each.value;
        });
    if (isAsBefore || m_isAsking)
        return;
    m_isAsking = true;
    m_binding->workspace()->records()->ask(table.name, *values, this, [this](const Status& asked) {
        m_isAsking = false;
        if (!asked)
            Q_EMIT refused(asked.error().sentence, asked.error().detail);
    });
}

} // namespace gravin
