// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/file_rows.h"
#include "core/exchange/import/sheet_moments.h"
#include "support/file_rows_text.h"

#include <QFile>
#include <QTemporaryDir>

#include <gtest/gtest.h>

#include <zip.h>

using namespace gravin;

namespace {

using Parts = std::vector<std::pair<const char*, QByteArray>>;

class WorkbookRows : public ::testing::Test {
protected:
    QString write(const char* name, const Parts& parts) const {
        const QString path = m_folder.filePath(QLatin1String(name));
        QFile::remove(path);
        int failure = 0;
        zip_t* zip = zip_open(QFile::encodeName(path).constData(), ZIP_CREATE, &failure);
        EXPECT_NE(zip, nullptr);
        for (const auto& [part, content] : parts)
            zip_file_add(zip, part,
                         zip_source_buffer(zip, content.constData(),
                                           static_cast<zip_uint64_t>(content.size()), 0),
                         ZIP_FL_OVERWRITE);
        EXPECT_EQ(zip_close(zip), 0);
        return path;
    }
    // A book of one sheet with these rows.
    Parts book(const QByteArray& rows, const QByteArray& properties = {}) const {
        return {
            {"xl/workbook.xml",
             "<workbook xmlns:r=\"r\">" + properties +
                 "<sheets><sheet name=\"First\" sheetId=\"1\" r:id=\"a\"/><sheet name=\"Second\" "
                 "sheetId=\"2\" state=\"hidden\" r:id=\"b\"/></sheets></workbook>"},
            {"xl/_rels/workbook.xml.rels",
             "<Relationships><Relationship Id=\"a\" Target=\"worksheets/one.xml\"/><Relationship "
             "Id=\"b\" Target=\"/xl/worksheets/two.xml\"/></Relationships>"},
            {"xl/sharedStrings.xml",
             "<sst><si><t>name</t></si><si><r><t>two </t></r><r><t>runs</t></r><rPh sb=\"0\" "
             "eb=\"1\"><t>spoken</t></rPh></si></sst>"},
            {"xl/styles.xml",
             "<styleSheet><numFmts><numFmt numFmtId=\"165\" formatCode=\"d/m/yyyy\"/><numFmt "
             "numFmtId=\"166\" formatCode=\"0.00 &quot;days&quot;\"/></numFmts><cellStyleXfs><xf "
             "numFmtId=\"14\"/></cellStyleXfs><cellXfs><xf numFmtId=\"0\"/><xf "
             "numFmtId=\"165\"/><xf numFmtId=\"166\"/><xf "
             "numFmtId=\"22\"/></cellXfs></styleSheet>"},
            {"xl/worksheets/one.xml", "<worksheet><sheetData>" + rows + "</sheetData></worksheet>"},
            {"xl/worksheets/two.xml",
             "<worksheet><sheetData><row r=\"1\"><c r=\"A1\" "
             "t=\"inlineStr\"><is><t>other</t></is></c></row></sheetData></"
             "worksheet>"}};
    }
    static QString read(const QString& path, const char* sheet = "") {
        return test::rowsAsText(path, QLatin1String(sheet));
    }
    static QString text(const char* utf8) { return QString::fromUtf8(utf8); }

    QTemporaryDir m_folder;
};

const QByteArray Heads = "<row r=\"1\"><c r=\"A1\" t=\"s\"><v>0</v></c><c r=\"B1\" "
                         "t=\"inlineStr\"><is><t>day</t></is></c><c r=\"C1\" "
                         "t=\"str\"><v>sum</v></c></row>";

TEST_F(WorkbookRows, CellsOfEveryKind) {
    const QString path = write(
        "a.xlsx",
        book(Heads + "<row r=\"3\"><c r=\"A3\" t=\"s\"><v>1</v></c><c r=\"B3\" "
                     "s=\"1\"><v>46356</v></c><c r=\"C3\" s=\"2\"><f>1+1</f><v>2.5</v></c></row>"
                     "<row r=\"4\"/>"
                     "<row r=\"5\"><c r=\"B5\" s=\"3\"><v>46356.3125</v></c><c r=\"C5\" "
                     "t=\"e\"><v>#N/A</v></c></row>"
                     "<row><c t=\"b\"><v>1</v></c><c t=\"inlineStr\"><is><t>a_x0007_b</t></is></c>"
                     "</row>"));
    EXPECT_EQ(read(path), text("name|day|sum/two runs|2026-11-30|2.5/-|2026-11-30 "
                               "07:30:00|!#N/A/yes|a\ab|-"));
    // A row says where it stands, though rows before it were left out.
    const auto rows = openRows(path, *guessedForm(path));
    std::vector<FileInput> row;
    ASSERT_TRUE(*(*rows)->next(row));
    ASSERT_TRUE(*(*rows)->next(row));
    EXPECT_EQ((*rows)->line(), 5);
    EXPECT_EQ(read(path, "Second"), text("other"));
    EXPECT_EQ(*sheetNames(path, FileKind::Xlsx), (QStringList{text("First"), text("Second")}));
    EXPECT_TRUE(read(path, "Third").contains(text("has no sheet")));
}

TEST_F(WorkbookRows, BooksThatCountFrom1904) {
    const QString path = write("a.xlsx", book(Heads + "<row r=\"2\"><c r=\"B2\" "
                                                      "s=\"1\"><v>44894</v></c></row>",
                                              "<workbookPr date1904=\"1\"/>"));
    EXPECT_EQ(read(path), text("name|day|sum/-|2026-11-30|-"));
}

TEST_F(WorkbookRows, SaysWhatItCannotRead) {
    const QString path = write("a.xlsx", book(Heads));
    QFile file(path);
    ASSERT_TRUE(file.open(QIODevice::ReadWrite));
    file.resize(file.size() / 2);
    file.close();
    EXPECT_TRUE(read(path).contains(text("damaged, or encrypted")));
    // What an encrypted one begins with.
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1" + QByteArray(600, 'x'));
    file.close();
    EXPECT_TRUE(read(path).contains(text("damaged, or encrypted")));
    EXPECT_TRUE(read(write("a.xlsx", book(Heads + "<row><c><v>1</v></row>")))
                    .contains(text("cannot be read")));
    EXPECT_TRUE(read(write("a.xlsx", book({}))).contains(text("is empty")));
    EXPECT_TRUE(read(write("a.xlsx", {{"readme", "no book"}})).contains(text("no workbook")));
    EXPECT_TRUE(read(write("a.xlsx", book("<row><c t=\"str\"><v>a</v></c><c "
                                          "t=\"str\"><v>A</v></c></row>")))
                    .contains(text("Two columns")));
    EXPECT_TRUE(read(write("a.xlsx", book(Heads + "<row r=\"2\"><c r=\"ZZZ2\"><v>1</v></c></row>")))
                    .contains(text("more than 4096 cells")));
}

TEST_F(WorkbookRows, Ods) {
    const QByteArray head =
        "<office:document-content "
        "xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\" "
        "xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\" "
        "xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><office:body>"
        "<office:spreadsheet><table:table table:name=\"Sheet\">";
    const auto cell = [](const QByteArray& attributes, const QByteArray& shown) {
        return "<table:table-cell " + attributes + "><text:p>" + shown +
               "</text:p></table:table-cell>";
    };
    const QByteArray rows =
        "<table:table-row>" + cell("office:value-type=\"string\"", "name") +
        cell("office:value-type=\"string\"", "day") + cell("office:value-type=\"string\"", "sum") +
        "</table:table-row><table:table-row>" + cell("office:value-type=\"string\"", "Tarn") +
        cell("office:value-type=\"date\" office:date-value=\"2026-11-30\"", "30.11.26") +
        cell("office:value-type=\"float\" office:value=\"2.5\"", "2,50") + "</table:table-row>";
    const QByteArray foot =
        "</table:table></office:spreadsheet></office:body></office:document-content>";
    const QString path =
        write("a.ods", {{"mimetype", "application/vnd.oasis.opendocument.spreadsheet"},
                        {"content.xml", head + rows + foot}});
    EXPECT_EQ(read(path), text("name|day|sum/Tarn|2026-11-30|2.5"));
    // As offices write them: styles, notes, cells and rows that are repeated, blanks, errors.
    const QByteArray more =
        "<table:table-row table:number-rows-repeated=\"2\">" +
        cell("office:value-type=\"string\"",
             "two<text:s text:c=\"2\"/>blanks</text:p><text:p>and a line") +
        "<table:table-cell office:value-type=\"boolean\" office:boolean-value=\"true\">"
        "<office:annotation><text:p>a note</text:p></office:annotation><text:p>TRUE</text:p>"
        "</table:table-cell>" +
        cell("office:value-type=\"time\" office:time-value=\"PT07H30M00S\"", "07:30") +
        "<table:table-cell table:number-columns-repeated=\"16000\"/></table:table-row>"
        "<table:table-row table:number-rows-repeated=\"1000000\"><table:table-cell "
        "table:number-columns-repeated=\"16384\"/></table:table-row><table:table-row>" +
        cell("office:value-type=\"string\" xmlns:calcext=\"urn:org:documentfoundation:names:"
             "experimental:calc:xmlns:calcext:1.0\" calcext:value-type=\"error\" "
             "office:string-value=\"\"",
             "#DIV/0!") +
        "<table:table-cell table:number-columns-repeated=\"2\" office:value-type=\"percentage\" "
        "office:value=\"0.5\"><text:p>50%</text:p></table:table-cell></table:table-row>";
    EXPECT_EQ(
        read(write("b.ods", {{"content.xml", head + rows + more + foot}})).toStdString(),
        std::string("name|day|sum/Tarn|2026-11-30|2.5/two  blanks\nand a line|yes|07:30:00/two  "
                    "blanks\nand a line|yes|07:30:00/!#DIV/0!|0.5|0.5"));
    // No number of repetitions is taken at its word.
    const QByteArray without = "9223372036854775807";
    EXPECT_TRUE(
        read(write("e.ods", {{"content.xml",
                              head + rows + "<table:table-row table:number-rows-repeated=\"" +
                                  without + "\">" + cell("office:value-type=\"string\"", "x") +
                                  "</table:table-row>" + foot}}))
            .contains(text("more than can be read")));
    const QByteArray wide = "<table:table-cell table:number-columns-repeated=\"" + without + "\"/>";
    EXPECT_TRUE(
        read(write("f.ods", {{"content.xml", head + rows + "<table:table-row>" + wide + wide +
                                                 cell("office:value-type=\"string\"", "x") +
                                                 "</table:table-row>" + foot}}))
            .contains(text("more than 4096 cells")));
    EXPECT_TRUE(read(write("c.ods", {{"content.xml", head + rows + "<table:table-row>"}}))
                    .contains(text("cannot be read")));
    EXPECT_TRUE(
        read(write("d.ods",
                   {{"META-INF/manifest.xml",
                     "<m:manifest xmlns:m=\"urn:oasis:names:tc:opendocument:xmlns:manifest:1.0\">"
                     "<m:file-entry><m:encryption-data/></m:file-entry></m:manifest>"},
                    {"content.xml", head + rows + foot}}))
            .contains(text("encrypted")));
    QFile file(path);
    ASSERT_TRUE(file.open(QIODevice::ReadWrite));
    file.resize(file.size() / 2);
    file.close();
    EXPECT_TRUE(read(path).contains(text("damaged, or encrypted")));
}

TEST(SheetMoments, AreWhatTheColumnHolds) {
    EXPECT_EQ(momentOfSheetDays(46356, {TypeKind::Date}), Value::date(QDate(2026, 11, 30)));
    EXPECT_FALSE(momentOfSheetDays(46356.5, {TypeKind::Date}));
    EXPECT_EQ(momentOfSheetDays(0.3125, {TypeKind::Time}),
              Value::time({27'000 * TimeOfDay::PerSecond}));
    EXPECT_FALSE(momentOfSheetDays(46356, {TypeKind::Integer}));
    EXPECT_FALSE(momentOfSheetDays(1e300, {TypeKind::Date}));
    EXPECT_FALSE(momentOfSheetDays(std::numeric_limits<double>::quiet_NaN(), {TypeKind::Date}));
}

} // namespace
