// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/own_notes.h"

#include "core/base/file_tag.h"
#include "core/base/text.h"
#include "core/base/whole_file.h"

#include <QFile>

namespace gravin {

namespace {
constexpr qint64 MostNoteBytes = 1024 * 1024;
} // namespace

QString OwnNotes::path(const QString& about) const {
    return m_folder + u'/' + fileTag(about) + QStringLiteral(".json");
}

OrderedJson OwnNotes::of(const QString& about) const {
    const auto kept = readWholeFile(path(about), MostNoteBytes, Writers::OwnAccount);
    return kept ? loose::parsed(*kept) : OrderedJson();
}

Status OwnNotes::keep(const QString& about, const OrderedJson& note) const {
    if (Status own = makeOwnFolder(m_folder); !own)
        return own;
    return writeWholeFile(path(about), compactJson(note), Readers::OwnerOnly);
}

Status OwnNotes::forget(const QString& about) const {
    const QString file = path(about);
    if (!QFile::exists(file) || QFile::remove(file))
        return ok();
    return Error{ErrorKind::File, coreTr("%1 cannot be removed.").arg(file)};
}

} // namespace gravin
