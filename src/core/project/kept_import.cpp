// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/kept_import.h"

#include "core/base/enum_words.h"

namespace gravin {

namespace {

using Does = KeptImport::Does;
using Missing = KeptImport::Missing;

constexpr EnumWords DoesWords(std::array{EnumWord<Does>{Does::Both, "both"},
                                         EnumWord<Does>{Does::AddOnly, "add"},
                                         EnumWord<Does>{Does::ChangeOnly, "change"}});
constexpr EnumWords MissingWords(std::array{EnumWord<Missing>{Missing::Stay, "stay"},
                                            EnumWord<Missing>{Missing::Listed, "listed"},
                                            EnumWord<Missing>{Missing::Deleted, "deleted"}});

} // namespace

QString wordOf(Does does) { return DoesWords.name(does); }
QString wordOf(Missing missing) { return MissingWords.name(missing); }
std::optional<Does> keptDoes(const QString& word) { return DoesWords.from(word); }
std::optional<Missing> keptMissing(const QString& word) { return MissingWords.from(word); }

} // namespace gravin
