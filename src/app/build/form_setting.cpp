// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/form_setting.h"

#include "core/base/text.h"
#include "core/fitting/form_arranging.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

namespace {

QString sectionText(const FormSection& section, qsizetype index) {
    return section.title.isEmpty() ? coreTr("section %1").arg(index + 1) : section.title;
}

// The place of a column in a layout that has one for it.
FormPlace& placeOf(FormLayout& form, const QString& column) {
    const FormLayout::Position at = *form.find(column);
    return form.sections[at.section].places[at.place];
}

Error refusal(const QString& sentence) { return {ErrorKind::Refused, sentence}; }

Result<FormLayout> inSection(const QString& column, FormLayout form, const QString& title) {
    if (title.isEmpty())
        return refusal(coreTr("Type the title of a section."));
    int to = 0;
    while (to < form.sections.size() &&
           sectionText(form.sections[to], to).compare(title, Qt::CaseInsensitive) != 0)
        ++to;
    if (to == form.sections.size())
        addSection(form, to - 1, title);
    if (form.find(column)->section != to)
        moveField(form, column, {to, static_cast<int>(form.sections[to].places.size())});
    return form;
}

// An emptied cell gives the whole order back to reading.
Result<FormLayout> inTabOrder(const QString& column, FormLayout form, const QString& word) {
    if (word.isEmpty()) {
        form.tabOrder.clear();
        return form;
    }
    QStringList order = tabOrderOf(form);
    bool ok = false;
    const int place = word.toInt(&ok);
    if (!ok || place < 1 || place > order.size())
        return refusal(
            coreTr("A place in the tab order is a whole number from 1 to %1, or empty for "
                   "the reading order.")
                .arg(order.size()));
    order.move(order.indexOf(column), place - 1);
    form.tabOrder.clear();
    if (order != tabOrderOf(form))
        form.tabOrder = order;
    return form;
}

} // namespace

bool belongsToForm(PlateLine line) {
    return line == PlateLine::Section || line == PlateLine::Span || line == PlateLine::BeginsRow ||
           line == PlateLine::TabOrder;
}

Result<bool> switchFrom(const QString& text) {
    const QString word = text.trimmed();
    if (word.isEmpty())
        return false;
    if (word == Tick)
        return true;
    auto value = fromText(word, {TypeKind::Boolean});
    if (!value)
        return value.error();
    return value->asBoolean();
}

QStringList sectionTexts(const FormLayout& arranged) {
    QStringList texts;
    for (qsizetype i = 0; i < arranged.sections.size(); ++i)
        texts += sectionText(arranged.sections[i], i);
    return texts;
}

QString formSettingText(PlateLine line, const QString& column, const FormLayout& arranged) {
    const auto at = arranged.find(column);
    if (!at)
        return {};
    const FormSection& section = arranged.sections[at->section];
    const FormPlace& place = section.places[at->place];
    switch (line) {
    case PlateLine::Section:
        return sectionText(section, at->section);
    case PlateLine::Span:
        return QString::number(std::min(place.span, section.columns));
    case PlateLine::TabOrder:
        return QString::number(tabOrderOf(arranged).indexOf(column) + 1);
    default:
        return place.beginsRow ? Tick : QString();
    }
}

Result<FormLayout> changedFormSetting(PlateLine line, const QString& column, FormLayout form,
                                      const QString& text) {
    if (!form.find(column))
        return refusal(coreTr("%1 is not in the form.").arg(column));
    const QString word = text.trimmed();
    if (line == PlateLine::Section)
        return inSection(column, std::move(form), word);
    if (line == PlateLine::TabOrder)
        return inTabOrder(column, std::move(form), word);
    if (line == PlateLine::BeginsRow) {
        auto on = switchFrom(text);
        if (!on)
            return on.error();
        placeOf(form, column).beginsRow = *on;
        return form;
    }
    bool ok = false;
    const int span = word.toInt(&ok);
    if (!ok || span < 1 || span > FormSection::MostColumns)
        return refusal(
            coreTr("A span is a whole number from 1 to %1.").arg(FormSection::MostColumns));
    placeOf(form, column).span = span;
    return form;
}

} // namespace gravin
