// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/plate_line.h"

#include <QCoreApplication>

#include <algorithm>
#include <array>

namespace gravin {

namespace {

struct LineWords {
    PlateLine line;
    const char* label;
    const char* help;
};

constexpr std::array Lines{
    LineWords{PlateLine::Label, QT_TRANSLATE_NOOP("gravin", "Label"),
              QT_TRANSLATE_NOOP("gravin", "What people call the field")},
    LineWords{PlateLine::Labels, QT_TRANSLATE_NOOP("gravin", "Label in"),
              QT_TRANSLATE_NOOP("gravin", "What people of other languages call it: de=Feuerhöhe; "
                                          "fr=Hauteur")},
    LineWords{PlateLine::BoundTo, QT_TRANSLATE_NOOP("gravin", "Bound to"),
              QT_TRANSLATE_NOOP("gravin", "The column in the database")},
    LineWords{PlateLine::ShownAs, QT_TRANSLATE_NOOP("gravin", "Shown as"),
              QT_TRANSLATE_NOOP("gravin", "How the field is shown and edited")},
    LineWords{PlateLine::Source, QT_TRANSLATE_NOOP("gravin", "Offers"),
              QT_TRANSLATE_NOOP("gravin",
                                "Choices: stored; another=its label #1F6F66. Lookup: table.column. "
                                "Mask: AA-999. Yes or no: lit / dark. Ctrl+Return opens a panel")},
    LineWords{PlateLine::OffersWhere, QT_TRANSLATE_NOOP("gravin", "Offers only"),
              QT_TRANSLATE_NOOP("gravin",
                                "Of a lookup: a condition on the offered records that may read the "
                                "record: county_id = record.county_id")},
    LineWords{PlateLine::Unoffered, QT_TRANSLATE_NOOP("gravin", "If unoffered"),
              QT_TRANSLATE_NOOP("gravin", "What becomes of a pick that an edit of other fields "
                                          "leaves without an offer: it is a problem, or emptied")},
    LineWords{PlateLine::Format, QT_TRANSLATE_NOOP("gravin", "Format"),
              QT_TRANSLATE_NOOP("gravin", "How figures and dates are written: #,##0.00 m")},
    LineWords{PlateLine::Help, QT_TRANSLATE_NOOP("gravin", "Help text"),
              QT_TRANSLATE_NOOP("gravin", "Said to the person who fills the field in")},
    LineWords{PlateLine::Default, QT_TRANSLATE_NOOP("gravin", "Default"),
              QT_TRANSLATE_NOOP("gravin", "What a new record begins with")},
    LineWords{PlateLine::FilledWith, QT_TRANSLATE_NOOP("gravin", "Filled with"),
              QT_TRANSLATE_NOOP("gravin",
                                "An expression that the field follows until somebody types there: "
                                "article_id -> price")},
    LineWords{PlateLine::Stamped, QT_TRANSLATE_NOOP("gravin", "Stamped"),
              QT_TRANSLATE_NOOP("gravin", "What is set by itself: added CURRENT_USER, or changed "
                                          "CURRENT_TIMESTAMP. Nobody types there then")},
    LineWords{PlateLine::Hint, QT_TRANSLATE_NOOP("gravin", "Hint"),
              QT_TRANSLATE_NOOP("gravin", "Faint in the field while it is empty")},
    LineWords{PlateLine::Required, QT_TRANSLATE_NOOP("gravin", "Required"),
              QT_TRANSLATE_NOOP("gravin", "A record cannot be saved without it")},
    LineWords{PlateLine::RequiredWhen, QT_TRANSLATE_NOOP("gravin", "Required if"),
              QT_TRANSLATE_NOOP("gravin", "Required too while this is true: status = 'done'")},
    LineWords{PlateLine::Checks, QT_TRANSLATE_NOOP("gravin", "Checks"),
              QT_TRANSLATE_NOOP("gravin", "What must hold. Return opens the checks")},
    LineWords{PlateLine::Message, QT_TRANSLATE_NOOP("gravin", "If empty"),
              QT_TRANSLATE_NOOP("gravin", "What is said when a required field is empty")},
    LineWords{PlateLine::Visible, QT_TRANSLATE_NOOP("gravin", "Visible"),
              QT_TRANSLATE_NOOP("gravin", "In grid and form, in one of them, or nowhere")},
    LineWords{PlateLine::VisibleWhen, QT_TRANSLATE_NOOP("gravin", "Visible if"),
              QT_TRANSLATE_NOOP("gravin", "Only in records for which this is true: kind = 'boat'")},
    LineWords{PlateLine::Editable, QT_TRANSLATE_NOOP("gravin", "Editable"),
              QT_TRANSLATE_NOOP("gravin", "Always, only while the record is new, or never")},
    LineWords{PlateLine::EditableWhen, QT_TRANSLATE_NOOP("gravin", "Editable if"),
              QT_TRANSLATE_NOOP("gravin", "Only while this is true: status <> 'closed'")},
    LineWords{PlateLine::Alignment, QT_TRANSLATE_NOOP("gravin", "Alignment"),
              QT_TRANSLATE_NOOP("gravin", "As the kind of value asks for, or left, centre, right")},
    LineWords{PlateLine::Total, QT_TRANSLATE_NOOP("gravin", "Total"),
              QT_TRANSLATE_NOOP("gravin", "What the foot of the list says of all its values")},
    LineWords{PlateLine::Width, QT_TRANSLATE_NOOP("gravin", "Width"),
              QT_TRANSLATE_NOOP("gravin", "Fitted to label and data, or a number")},
    LineWords{PlateLine::Frozen, QT_TRANSLATE_NOOP("gravin", "Frozen"),
              QT_TRANSLATE_NOOP("gravin", "Stays in sight at the left")},
    LineWords{PlateLine::Order, QT_TRANSLATE_NOOP("gravin", "Order"),
              QT_TRANSLATE_NOOP("gravin", "The place among the fields, counted from 1")},
    LineWords{PlateLine::Evidence, QT_TRANSLATE_NOOP("gravin", "Evidence"),
              QT_TRANSLATE_NOOP("gravin", "What the stored values say. Return shows more")},
    LineWords{PlateLine::Section, QT_TRANSLATE_NOOP("gravin", "Section"),
              QT_TRANSLATE_NOOP("gravin", "The form's section; a new title makes a new one")},
    LineWords{PlateLine::Span, QT_TRANSLATE_NOOP("gravin", "Span"),
              QT_TRANSLATE_NOOP("gravin", "How many columns of its section it takes")},
    LineWords{PlateLine::BeginsRow, QT_TRANSLATE_NOOP("gravin", "New row"),
              QT_TRANSLATE_NOOP("gravin", "Stands below the field before, not beside it")},
    LineWords{PlateLine::TabOrder, QT_TRANSLATE_NOOP("gravin", "Tab order"),
              QT_TRANSLATE_NOOP("gravin", "The place Tab comes to it, counted from 1; emptied, the "
                                          "form is read as it stands")},
};

const LineWords& wordsOf(PlateLine line) {
    return *std::find_if(Lines.begin(), Lines.end(),
                         [&](const LineWords& words) { return words.line == line; });
}

} // namespace

QString plateLineLabel(PlateLine line) {
    return QCoreApplication::translate("gravin", wordsOf(line).label);
}

QString plateLineHelp(PlateLine line) {
    return QCoreApplication::translate("gravin", wordsOf(line).help);
}

bool isSwitch(PlateLine line) {
    return line == PlateLine::Required || line == PlateLine::Frozen || line == PlateLine::BeginsRow;
}

bool isOpened(PlateLine line) { return line == PlateLine::Checks || line == PlateLine::Evidence; }

std::optional<FieldSetting> settingOf(PlateLine line) {
    switch (line) {
    case PlateLine::Label:
    case PlateLine::Labels:
        return FieldSetting::Label;
    case PlateLine::ShownAs:
    case PlateLine::Source:
    case PlateLine::OffersWhere:
    case PlateLine::Unoffered:
        return FieldSetting::ShownAs;
    case PlateLine::Format:
        return FieldSetting::Format;
    case PlateLine::Help:
        return FieldSetting::Help;
    case PlateLine::Default:
        return FieldSetting::Default;
    case PlateLine::Editable:
    case PlateLine::EditableWhen:
        return FieldSetting::Editable;
    case PlateLine::Alignment:
        return FieldSetting::Alignment;
    default:
        return std::nullopt;
    }
}

QList<PlateLine> gridPlateLines(bool all) {
    QList<PlateLine> lines{PlateLine::Label,  PlateLine::BoundTo, PlateLine::ShownAs,
                           PlateLine::Source, PlateLine::Default, PlateLine::Required,
                           PlateLine::Checks, PlateLine::Visible, PlateLine::Editable,
                           PlateLine::Width,  PlateLine::Order};
    if (all)
        lines += {PlateLine::Labels,      PlateLine::OffersWhere,  PlateLine::Unoffered,
                  PlateLine::FilledWith,  PlateLine::Stamped,      PlateLine::RequiredWhen,
                  PlateLine::VisibleWhen, PlateLine::EditableWhen, PlateLine::Format,
                  PlateLine::Help,        PlateLine::Hint,         PlateLine::Message,
                  PlateLine::Alignment,   PlateLine::Total,        PlateLine::Frozen};
    lines += PlateLine::Evidence;
    return lines;
}

QList<PlateLine> formPlateLines() {
    return {PlateLine::Label,        PlateLine::BoundTo,     PlateLine::ShownAs,
            PlateLine::Source,       PlateLine::Section,     PlateLine::Span,
            PlateLine::BeginsRow,    PlateLine::Required,    PlateLine::Checks,
            PlateLine::Message,      PlateLine::Visible,     PlateLine::Editable,
            PlateLine::RequiredWhen, PlateLine::VisibleWhen, PlateLine::EditableWhen,
            PlateLine::Labels,       PlateLine::OffersWhere, PlateLine::Unoffered,
            PlateLine::Default,      PlateLine::FilledWith,  PlateLine::Stamped,
            PlateLine::Help,         PlateLine::Hint,        PlateLine::Format,
            PlateLine::TabOrder,     PlateLine::Evidence};
}

} // namespace gravin
