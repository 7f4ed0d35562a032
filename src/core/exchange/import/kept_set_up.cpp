// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/exchange/import/file_import.h"
#include "core/fitting/field_input.h"

namespace gravin {

FileForm keptForm(const KeptImport& kept, FileForm guessed) {
    guessed.sheet = kept.sheet;
    guessed.hasHeads = kept.hasHeads;
    if (guessed.kind == FileKind::Csv && !kept.separator.isEmpty())
        guessed.csv.separator = kept.separator.front();
    return guessed;
}

QMap<QString, FieldValues> makingDefaults(const Project& project, const Catalog& catalog,
                                          const BoundScreen& screen) {
    QMap<QString, FieldValues> defaults;
    for (const BoundField& field : screen.fields) {
        const bool isLookup = field.definition.shownAs == ShownAs::Lookup;
        const Table* table = isLookup ? catalog.table(field.definition.lookup.table) : nullptr;
        if (!table)
            continue;
        BoundScreen of;
        of.table = std::make_shared<const Table>(*table);
        of.form = screen.form;
        for (const Column& column : table->columns)
            of.fields += bindField(project, catalog, *of.table, ScreenField{column.name});
        defaults.insert(field.name(), defaultsOf(of));
    }
    return defaults;
}

Result<ImportSetUp> keptSetUp(const KeptImport& kept, const Project& project,
                              const Catalog& catalog, const BoundScreen& screen,
                              const FileForm& form, const QStringList& heads) {
    ImportSetUp setUp;
    setUp.file = form;
    setUp.columns.resize(heads.size());
    for (auto column = kept.columns.begin(); column != kept.columns.end(); ++column) {
        const auto at = heads.indexOf(column.key());
        if (at < 0)
            return Error{ErrorKind::Usage,
                         coreTr("The file has no head “%1”, which the kept import “%2” speaks of.")
                             .arg(column.key(), kept.name)};
        if (!screen.field(*column))
            return Error{ErrorKind::Usage,
                         coreTr("The screen %1 has no field “%2”, which the kept import “%3” "
                                "speaks of.")
                             .arg(screen.screen.label, *column, kept.name)};
        setUp.columns[at] = *column;
    }
    setUp.match = kept.match;
    setUp.does = kept.does;
    setUp.leavesOut = kept.leavesOut;
    setUp.missing = kept.missing;
    setUp.makes = kept.makes;
    setUp.given = makingDefaults(project, catalog, screen);
    const auto locale = localeNamed(kept.locale);
    setUp.form = kept.locale.isEmpty() || !locale ? screen.form : LocaleForm(*locale);
    return setUp;
}

KeptImport keptImport(const QString& name, const BoundScreen& screen, const ImportSetUp& setUp,
                      const QStringList& heads, const QString& locale) {
    KeptImport kept;
    kept.name = name;
    kept.screen = screen.screen.id;
    for (qsizetype i = 0; i < heads.size(); ++i) {
        if (const QString column = setUp.columns.value(i); !column.isEmpty())
            kept.columns.insert(heads[i], column);
    }
    kept.match = setUp.match;
    kept.does = setUp.does;
    kept.leavesOut = setUp.leavesOut;
    kept.missing = setUp.missing;
    kept.makes = setUp.makes;
    kept.locale = locale;
    kept.sheet = setUp.file.sheet;
    if (setUp.file.kind == FileKind::Csv)
        kept.separator = setUp.file.csv.separator;
    kept.hasHeads = setUp.file.hasHeads;
    return kept;
}

} // namespace gravin
