// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/import/file_import.h"
#include "core/fitting/generation/screen_generator.h"
#include "support/scratch.h"

namespace gravin::test {

// Tables that go out into files of a folder of their own, all of each, and come in again.
class TableFiles {
public:
    // Must outlive it.
    explicit TableFiles(Desk& desk)
        : m_desk(desk) {}

    // A screen with all fields of a table.
    BoundScreen screenOf(const QString& table) const {
        Project project;
        project.connection = m_desk.session().spec();
        const QString id =
            addGeneratedScreen(project, m_desk.catalog(), m_desk.table(table), Arrangement::Grid);
        // Numbers that the database would give come back, too.
        for (const Column& column : m_desk.table(table).columns) {
            if (FieldDefinition* field = project.definition(table, column.name);
                field && column.givenByDatabase)
                field->editable = Editable::OnlyNew;
        }
        return *bindScreen(project, m_desk.catalog(), *project.screenById(id));
    }

    QString fileOf(const QString& table, const char* suffix) const {
        return m_folder.filePath(table + QLatin1String(suffix));
    }

    void exportTable(const QString& table, const char* suffix, ExportOptions options = {}) {
        const BoundScreen screen = screenOf(table);
        options.kind = *fileKindOf(fileOf(table, suffix));
        options.heads = ExportOptions::Heads::Columns;
        options.lookups = ExportOptions::Lookups::Stored;
        options.bytes = ExportOptions::Bytes::Texts;
        QStringList columns;
        for (const BoundField& field : screen.fields)
            columns += field.name();
        const auto written = exportList(m_desk.session(), m_desk.catalog(), screen, {}, columns,
                                        options, fileOf(table, suffix));
        ASSERT_TRUE(written) << qPrintable(written.error().sentence);
    }

    void importTable(const QString& table, const char* suffix,
                     const LocaleForm& form = LocaleForm::plain()) {
        const BoundScreen screen = screenOf(table);
        const QString path = fileOf(table, suffix);
        const auto file = guessedForm(path);
        ASSERT_TRUE(file) << qPrintable(file.error().sentence);
        ImportSetUp setUp = guessedSetUp(screen, *file, (*openRows(path, *file))->heads());
        setUp.form = form;
        const auto preview =
            previewImport(m_desk.session(), m_desk.catalog(), m_desk.rules(), screen, setUp, path);
        ASSERT_TRUE(preview) << qPrintable(preview.error().sentence);
        for (const ImportRow& row : preview->refused)
            ADD_FAILURE() << row.line << ' ' << qPrintable(row.problems.front().reason);
        const ImportRun run = importRun(std::make_shared<const Catalog>(m_desk.catalog()),
                                        std::make_shared<const RuleBook>(m_desk.rules()), screen,
                                        setUp, path, *preview);
        const auto written =
            ChangeWriter(m_desk.session(), m_desk.catalog(), m_desk.rules()).write(run.request);
        ASSERT_TRUE(written) << qPrintable(written.error().error.sentence +
                                           written.error().error.detail)
                             << " row " << run.line(written.error());
    }

private:
    Desk& m_desk;
    QTemporaryDir m_folder;
};

} // namespace gravin::test
