// SPDX-License-Identifier: GPL-3.0-or-later
#include "demonstration.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/database/dialect.h"

#include <QBuffer>
#include <QDate>
#include <QDir>
#include <QFile>
#include <QImage>
#include <QPainter>
#include <QPainterPath>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QVariant>

#include <array>

namespace gravin {

namespace {

// Chance that is the same on every machine.
class Chance {
public:
    explicit Chance(quint64 seed)
        : m_state(seed) {}

    quint64 next() {
        m_state += 0x9E3779B97F4A7C15ULL;
        quint64 z = m_state;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9ULL;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EBULL;
        return z ^ (z >> 31);
    }
    int below(int limit) { return static_cast<int>(next() % static_cast<quint64>(limit)); }
    int between(int least, int most) { return least + below(most - least + 1); }
    bool oneIn(int n) { return below(n) == 0; }
    QString pick(const QStringList& from) { return from[below(static_cast<int>(from.size()))]; }

private:
    quint64 m_state;
};

struct Kind {
    const char* name;
    bool floating;
    const char* paint;
    QStringList lights;
};

const QList<Kind>& kinds() {
    static const QList<Kind> list{
        {"Port hand buoy", true, "#C8102E", {QStringLiteral("Fl R 4s"), QStringLiteral("Q R")}},
        {"Starboard hand buoy",
         true,
         "#00843D",
         {QStringLiteral("Fl G 3s"), QStringLiteral("Fl (2) G 5s")}},
        {"North cardinal", true, "#F2C400", {QStringLiteral("VQ"), QStringLiteral("Q")}},
        {"East cardinal", true, "#F2C400", {QStringLiteral("VQ (3) 5s")}},
        {"South cardinal", true, "#F2C400", {QStringLiteral("VQ (6) + LFl 10s")}},
        {"West cardinal", true, "#F2C400", {QStringLiteral("VQ (9) 10s")}},
        {"Isolated danger", true, "#111111", {QStringLiteral("Fl (2) 5s")}},
        {"Safe water", true, "#C8102E", {QStringLiteral("LFl 10s"), QStringLiteral("Iso 4s")}},
        {"Special mark", true, "#F2C400", {QStringLiteral("Fl Y 5s")}},
        {"Port hand beacon", false, "#C8102E", {QStringLiteral("Fl R 2.5s")}},
        {"Starboard hand beacon", false, "#00843D", {QStringLiteral("Fl G 2.5s")}},
        {"Lighthouse", false, "#FFFFFF", {QStringLiteral("Oc W 6s"), QStringLiteral("Fl (3) 20s")}},
    };
    return list;
}

const QStringList& aidNames() {
    static const QStringList names =
        QStringLiteral("Old Maid;Hollow Reach;Gannet Bank N;Gannet Bank S;Sker Ledge;Tarn "
                       "Light;Cooper Rock;Mill Spit;"
                       "Fiddler;Saint Orrin;Long Sand E;Long Sand W;Kelp Narrows;Ropewalk;Candle "
                       "Point;Drowned Chapel;"
                       "Tallow Quay;Whistling Stones;Brine Gate;Heron Bar;Lantern Shoal;Otter "
                       "Ground;Pilot's Chair;"
                       "Quern Head;Salt Stair;Thimble;Upper Swash;Lower Swash;Vesper Knoll;Weir "
                       "End;Yarrow Spit;"
                       "Anvil Rock;Bell Ledge;Corn Mooring;Dunlin Flat;Eel Pool;Fathom Bank;Grey "
                       "Widow;Hook of Tarn;"
                       "Inkwell;Jackdaw Pier;Kiln Point;Limpet;Mermaid's Purse;Nettle Bank;Oyster "
                       "Bed;Plover Sand;"
                       "Quiet Pool;Rudder Stone;Sexton;Tinker's Hole;Urchin Rock;Violet Bank;Wrack "
                       "Line;Yawl Road;"
                       "Ash Pile;Barnacle;Cinder Wharf;Dog Watch;Ember Head;Flax Landing;Gull "
                       "Roost;Hawser Ledge;"
                       "Isinglass;Jetty Elbow;Kittiwake;Loom Bay;Moth Shoal;Needle Eye;Orphan "
                       "Rock;Pewter Deep;"
                       "Quill Bank;Reed Mouth;Shale Bight;Tar Barrel;Umber Cliff;Vane Hill;Willow "
                       "Reach;Yellow Sand;"
                       "Zephyr Point;Ångström Skerry;Überfall Bank")
            .split(u';');
    return names;
}

QByteArray drawnAid(const Kind& kind, bool topmark) {
    QImage image(96, 128, QImage::Format_RGB32);
    image.fill(QColor(0xBF, 0xD4, 0xDD));
    QPainter painter(&image);
    painter.fillRect(0, 92, 96, 36, QColor(0x5B, 0x80, 0x8C));
    QPainterPath body;
    if (kind.floating) {
        body.moveTo(30, 98);
        body.lineTo(66, 98);
        body.lineTo(54, 30);
        body.lineTo(42, 30);
    } else {
        body.addRect(38, 26, 20, 76);
    }
    body.closeSubpath();
    painter.fillPath(body, QColor(QLatin1String(kind.paint)));
    painter.setPen(QPen(QColor(0x1F, 0x2A, 0x30), 2));
    painter.drawPath(body);
    if (topmark)
        painter.drawRect(42, 12, 12, 12);
    painter.end();
    QByteArray png;
    QBuffer buffer(&png);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return png;
}

// What stands for the words in ${…} of the schema.
QList<std::pair<const char*, const char*>> wordsOf(Engine engine) {
    switch (engine) {
    case Engine::Sqlite:
        return {{"key", "INTEGER PRIMARY KEY"}, {"double", "DOUBLE"}, {"binary", "BLOB"},
                {"computed", "VIRTUAL"},        {"time", "TIME"},     {"timestamp", "TIMESTAMP"}};
    case Engine::PostgreSql:
        return {{"key", "INTEGER GENERATED BY DEFAULT AS IDENTITY PRIMARY KEY"},
                {"double", "DOUBLE PRECISION"},
                {"binary", "BYTEA"},
                {"computed", "STORED"},
                {"time", "TIME"},
                {"timestamp", "TIMESTAMP"}};
    case Engine::MariaDb:
        return {{"key", "INTEGER AUTO_INCREMENT PRIMARY KEY"},
                {"double", "DOUBLE"},
                {"binary", "LONGBLOB"},
                {"computed", "VIRTUAL"},
                {"time", "TIME(6)"},
                {"timestamp", "DATETIME(6)"}};
    }
    return {};
}

// Runs one prepared insert after another and keeps the first error.
class Inserter {
public:
    Inserter(QSqlDatabase& database, QString& error)
        : m_query(database)
        , m_error(error) {}

    Inserter& into(const QString& table, int columns) {
        QStringList marks;
        marks.fill(QStringLiteral("?"), columns);
        if (!m_query.prepare(
                QStringLiteral("INSERT INTO %1 VALUES (%2)").arg(table, marks.join(u','))))
            keepError();
        return *this;
    }

    void row(const QVariantList& values) {
        for (qsizetype i = 0; i < values.size(); ++i)
            m_query.bindValue(static_cast<int>(i), values[i]);
        if (!m_query.exec())
            keepError();
    }

private:
    void keepError() {
        if (m_error.isEmpty())
            m_error = m_query.lastError().text();
    }

    QSqlQuery m_query;
    QString& m_error;
};

class Generator {
public:
    Generator(QSqlDatabase& database, Engine engine, const DemonstrationOptions& options)
        : m_database(database)
        , m_engine(engine)
        , m_options(options) {}

    // Empty: all written.
    QString run() {
        runSchema();
        m_database.transaction();
        sectors();
        aids();
        fleet();
        parts();
        visits();
        inspections();
        if (m_engine == Engine::PostgreSql)
            moveSequences();
        if (!m_database.commit() && m_error.isEmpty())
            m_error = m_database.lastError().text();
        return m_error;
    }

private:
    void runSchema() {
        QFile file(QStringLiteral(":/demo/schema.sql"));
        if (!file.open(QIODevice::ReadOnly)) {
            m_error = file.errorString();
            return;
        }
        QString schema = QString::fromUtf8(file.readAll());
        for (const auto& [word, meaning] : wordsOf(m_engine))
            schema.replace(QStringLiteral("${%1}").arg(QLatin1String(word)),
                           QLatin1String(meaning));
        const QStringList statements = schema.split(u';', Qt::SkipEmptyParts);
        for (const QString& statement : statements) {
            QSqlQuery query(m_database);
            if (!statement.trimmed().isEmpty() && !query.exec(statement))
                m_error = query.lastError().text();
        }
    }

    // The keys given above are the ones that the next new record must not get.
    void moveSequences() {
        QSqlQuery query(m_database);
        for (const char* table : {"sector", "aid_type", "lamp", "aid", "vessel", "crew", "visit",
                                  "supplier", "part", "inspection", "defect"}) {
            if (!query.exec(QStringLiteral("SELECT setval(pg_get_serial_sequence('%1', 'id'), "
                                           "max(id)) FROM %1")
                                .arg(QLatin1String(table))) &&
                m_error.isEmpty())
                m_error = query.lastError().text();
        }
    }

    QString day(int daysFromStart) {
        return QDate(2024, 1, 1).addDays(daysFromStart).toString(Qt::ISODate);
    }

    // As digits: a double's last bits are not the same on every engine.
    static QVariant amount(double number, int digits) {
        return QString::number(number, 'f', digits);
    }

    QVariant maybe(int oneIn, const QVariant& value) {
        return m_chance.oneIn(oneIn) ? QVariant() : value;
    }

    void sectors() {
        Inserter insert(m_database, m_error);
        insert.into(QStringLiteral("sector"), 4);
        const std::array names{"Outer Roads", "Middle Ground", "Inner Harbour", "Fairway",
                               "Tarn River",  "North Shore",   "Fish Dock",     "Yacht Basin"};
        const std::array codes{"OR", "MG", "IH", "FW", "TR", "NS", "FD", "YB"};
        for (int i = 0; i < SectorCount; ++i)
            insert.row({i + 1, QLatin1String(codes[i]), QLatin1String(names[i]),
                        i >= 6 ? QVariant(3) : QVariant()});
        insert.into(QStringLiteral("aid_type"), 4);
        for (int i = 0; i < kinds().size(); ++i)
            insert.row({i + 1, QLatin1String(kinds()[i].name), kinds()[i].floating,
                        amount(120.0 + 37.5 * i, 2)});
        insert.into(QStringLiteral("lamp"), 4);
        for (int i = 0; i < LampCount; ++i)
            insert.row({i + 1,
                        QStringLiteral("Tallow %1%2").arg(10 + i * 5).arg(QChar(u'A' + i % 4)),
                        4.5 + 2.25 * i, amount(2.0 + i * 0.5, 1)});
    }

    void aids() {
        Inserter insert(m_database, m_error);
        insert.into(QStringLiteral("aid"), 18);
        const QStringList states{QStringLiteral("in service"), QStringLiteral("needs repair"),
                                 QStringLiteral("stored"), QStringLiteral("withdrawn")};
        const QStringList notes{
            QStringLiteral("Topmark replaced, mooring chain measured."),
            QStringLiteral("Φάρος: ο φακός καθαρίστηκε."),
            QStringLiteral("ნათურა შეიცვალა."),
            QStringLiteral("تم تنظيف العدسة."),
            QStringLiteral("Проверить якорную цепь весной."),
            QStringLiteral("Seals rest here from March to May: come from the seaward side, slowly, "
                           "and keep the "
                           "engine running. The ledge dries two hours before low water and the "
                           "leading line is "
                           "no help below half tide; the pilot's mark on the quay wall is."),
        };
        for (int i = 0; i < aidNames().size(); ++i) {
            const int kindNumber = i < 4 ? i : m_chance.below(static_cast<int>(kinds().size()));
            const Kind& kind = kinds()[kindNumber];
            const int stateNumber = m_chance.oneIn(4) ? m_chance.below(4) : 0;
            const bool lit = stateNumber < 2 && !m_chance.oneIn(9);
            insert.row(
                {i + 1, QStringLiteral("TB-%1").arg(i + 1, 3, 10, QLatin1Char('0')), aidNames()[i],
                 1 + m_chance.below(SectorCount), kindNumber + 1, states[stateNumber],
                 lit ? QVariant(m_chance.pick(kind.lights)) : QVariant(), QLatin1String(kind.paint),
                 lit ? QVariant(1 + m_chance.below(LampCount)) : QVariant(),
                 (54'050'000 + m_chance.below(90'000)) / 1e6,
                 (m_chance.below(160'000) - 3'250'000) / 1e6,
                 amount(m_chance.between(1900, 14'800) * 5 / 100.0, 2), m_chance.oneIn(3),
                 maybe(6, day(-m_chance.between(400, 14'000))),
                 stateNumber == 3 ? QVariant() : QVariant(day(m_chance.between(1030, 1220))),
                 i > 60 && m_chance.oneIn(4) ? QVariant(1 + m_chance.below(60)) : QVariant(),
                 i % 7 == 0 ? QVariant(drawnAid(kind, i % 2 == 0)) : QVariant(),
                 m_chance.oneIn(3) ? QVariant(m_chance.pick(notes)) : QVariant()});
        }
    }

    void fleet() {
        Inserter insert(m_database, m_error);
        insert.into(QStringLiteral("vessel"), 5);
        const QStringList vessels{QStringLiteral("Tern"),        QStringLiteral("Marram"),
                                  QStringLiteral("Patient Ann"), QStringLiteral("Bosun's Due"),
                                  QStringLiteral("Grebe"),       QStringLiteral("Sixpence")};
        for (int i = 0; i < VesselCount; ++i)
            insert.row({i + 1, vessels[i], QStringLiteral("TBH%1").arg(i + 1),
                        amount(8.5 + 2.2 * i, 1), 1978 + 7 * i});
        insert.into(QStringLiteral("crew"), 5);
        const QStringList given =
            QStringLiteral("Ada;Benno;Cleo;Dag;Ewa;Farid;Greta;Hari;Ines;Jory;Kaya;Lorcan;"
                           "Mina;Nuno;Orla;Pia;Rafe;Sunniva")
                .split(u';');
        const QStringList family =
            QStringLiteral("Brack;Calder;Dunmore;Eskdale;Fenwith;Garside").split(u';');
        const QStringList roles =
            QStringLiteral("master;mate;engineer;rigger;diver;inspector").split(u';');
        for (int i = 0; i < CrewCount; ++i)
            insert.row({i + 1, given[i] + u' ' + family[i % 6], roles[i % 6],
                        i % 6 == 5 ? QVariant() : QVariant(1 + i % VesselCount),
                        maybe(4, given[i].toLower() + QStringLiteral("@tarnbay.example"))});
    }

    void parts() {
        Inserter insert(m_database, m_error);
        insert.into(QStringLiteral("supplier"), 3);
        const QStringList suppliers =
            QStringLiteral("Brightwater Lamps;Chain & Shackle Co;Dorran Paints;Eastquay "
                           "Batteries;Fairlead Ropes;Gable Optics;"
                           "Harrow Castings;Ironbark Timber;Juniper Sails;Keelson Steel;Lodestar "
                           "Electric;Mooring House")
                .split(u';');
        const QStringList towns = QStringLiteral("Tarn;Ossery;Holm;Wick Sands").split(u';');
        for (int i = 0; i < SupplierCount; ++i)
            insert.row({i + 1, suppliers[i], towns[i % 4]});
        QSqlQuery part(m_database);
        part.prepare(QStringLiteral(
            "INSERT INTO part (id, code, name, supplier_id, price, stock) VALUES (?,?,?,?,?,?)"));
        const QStringList things =
            QStringLiteral("Lamp bulb;Shackle;Chain link;Battery;Solar panel;Topmark;Paint, red;"
                           "Paint, green;Paint, yellow;Lens seal;Anode;Radar reflector")
                .split(u';');
        for (int i = 0; i < PartCount; ++i) {
            const QVariantList values{
                i + 1,
                QStringLiteral("P-%1").arg(1000 + i * 7),
                QStringLiteral("%1 no. %2").arg(things[i % 12]).arg(1 + i / 12),
                1 + m_chance.below(SupplierCount),
                amount(m_chance.between(150, 48'000) / 100.0, 2),
                m_chance.below(60)};
            for (int v = 0; v < values.size(); ++v)
                part.bindValue(v, values[v]);
            if (!part.exec() && m_error.isEmpty())
                m_error = part.lastError().text();
        }
    }

    // One of the vessel's own crew; see fleet().
    static QVariant masterOf(const QVariant& vessel, int visit) {
        const bool hasCrew = !vessel.isNull() && vessel.toInt() < VesselCount;
        return hasCrew
                   ? QVariant(vessel.toInt() + VesselCount * (visit % (CrewCount / VesselCount)))
                   : QVariant();
    }

    void visits() {
        Inserter insert(m_database, m_error);
        insert.into(QStringLiteral("visit"), 11);
        const QStringList reports{
            QStringLiteral("Lamp tested, batteries at 12.6 V."),
            QStringLiteral("Moved 15 m by the gale of the week; put back on station."),
            QStringLiteral("Growth scraped, repainted above the water line."),
            QStringLiteral("Could not come alongside: swell over 2 m.")};
        for (int i = 0; i < m_options.visits; ++i) {
            const QString on = day(m_chance.below(1040));
            const int minute = m_chance.between(5 * 60, 17 * 60);
            const QString started = QStringLiteral("%1:%2:00")
                                        .arg(minute / 60, 2, 10, QLatin1Char('0'))
                                        .arg(minute % 60, 2, 10, QLatin1Char('0'));
            const int aid = 1 + m_chance.below(static_cast<int>(aidNames().size()));
            const QVariant vessel = maybe(12, 1 + m_chance.below(VesselCount));
            insert.row({i + 1, aid, vessel, on, maybe(5, started),
                        maybe(3, on + QStringLiteral(" 18:%1:%2.%3")
                                          .arg(m_chance.between(10, 59))
                                          .arg(m_chance.between(10, 59))
                                          .arg(m_chance.between(100'000, 999'999))),
                        amount(m_chance.between(1, 24) / 2.0, 1),
                        amount(m_chance.between(900, 250'000) / 100.0, 2), !m_chance.oneIn(8),
                        maybe(2, m_chance.pick(reports)), masterOf(vessel, i)});
        }
        insert.into(QStringLiteral("visit_part"), 3);
        for (int visit = 1; visit <= std::min(m_options.visits, 420); ++visit) {
            const int first = m_chance.below(PartCount - 3);
            for (int n = 0; n < m_chance.below(4); ++n)
                insert.row({visit, first + n + 1, m_chance.between(1, 12)});
        }
    }

    void inspections() {
        Inserter insert(m_database, m_error);
        insert.into(QStringLiteral("inspection"), 6);
        const QStringList results{QStringLiteral("passed"), QStringLiteral("passed"),
                                  QStringLiteral("repeat"), QStringLiteral("failed")};
        for (int i = 0; i < InspectionCount; ++i)
            insert.row(
                {i + 1, 1 + m_chance.below(static_cast<int>(aidNames().size())),
                 day(m_chance.below(1040)), 6 * m_chance.between(1, 3), m_chance.pick(results),
                 maybe(2, QStringLiteral("Light seen at %1 miles.").arg(m_chance.between(2, 9)))});
        insert.into(QStringLiteral("defect"), 6);
        const QStringList severities{QStringLiteral("low"), QStringLiteral("medium"),
                                     QStringLiteral("high")};
        const QStringList defects{QStringLiteral("Topmark missing"), QStringLiteral("Lamp dim"),
                                  QStringLiteral("Chain worn below 60 %"),
                                  QStringLiteral("Paint faded"), QStringLiteral("Off station")};
        for (int i = 0; i < DefectCount; ++i) {
            const int found = m_chance.below(1000);
            insert.row({i + 1, 1 + m_chance.below(static_cast<int>(aidNames().size())), day(found),
                        m_chance.pick(severities), m_chance.pick(defects),
                        maybe(2, day(found + m_chance.between(1, 40)))});
        }
    }

    static constexpr int SectorCount = 8;
    static constexpr int LampCount = 14;
    static constexpr int VesselCount = 6;
    static constexpr int CrewCount = 18;
    static constexpr int SupplierCount = 12;
    static constexpr int PartCount = 144;
    static constexpr int InspectionCount = 412;
    static constexpr int DefectCount = 67;

    QSqlDatabase& m_database;
    Engine m_engine;
    const DemonstrationOptions& m_options;
    Chance m_chance{20'261'123};
    QString m_error;
};

Error cannotWrite(const QString& path, const QString& detail) {
    return {ErrorKind::File, coreTr("The demonstration could not be written to %1.").arg(path),
            detail};
}

} // namespace

Status writeDemonstrationDatabase(const QString& path, const DemonstrationOptions& options) {
    const QString unfinished = path + QStringLiteral(".part");
    QFile::remove(unfinished);
    const QString connection = QStringLiteral("gravin-demonstration");
    QString error;
    {
        QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), connection);
        database.setDatabaseName(unfinished);
        error = database.open() ? Generator(database, Engine::Sqlite, options).run()
                                : database.lastError().text();
        // Readers go on while somebody writes.
        if (error.isEmpty())
            QSqlQuery(database).exec(QStringLiteral("PRAGMA journal_mode = WAL"));
        database.close();
    }
    QSqlDatabase::removeDatabase(connection);
    for (const char* suffix : {"", "-wal", "-shm"}) {
        if (error.isEmpty())
            QFile::remove(path + QLatin1String(suffix));
    }
    if (error.isEmpty() && !QFile::rename(unfinished, path))
        error = coreTr("The finished file could not be moved into its place.");
    if (!error.isEmpty())
        return cannotWrite(path, error);
    return ok();
}

Status loadDemonstration(const ConnectionSpec& server, const DemonstrationOptions& options) {
    auto dialect = dialectFor(server);
    const QString connection = QStringLiteral("gravin-demonstration");
    Status loaded = dialect->verifyReachable();
    {
        QSqlDatabase database = QSqlDatabase::addDatabase(dialect->driver(), connection);
        dialect->configure(database, false);
        database.setConnectOptions(dialect->connectOptions(false));
        if (!database.open()) {
            loaded = dialect->errorOf(database.lastError());
        } else if (const QString error = Generator(database, server.engine, options).run();
                   !error.isEmpty()) {
            loaded = Error{
                ErrorKind::Database,
                coreTr("The demonstration could not be written to %1.").arg(server.shownName()),
                error};
        }
        database.close();
    }
    QSqlDatabase::removeDatabase(connection);
    return loaded;
}

Result<QString> writeDemonstration(const QString& folder) {
    if (!QDir().mkpath(folder))
        return cannotWrite(folder, {});
    const Status written = writeDemonstrationDatabase(folder + QStringLiteral("/harbour.db"));
    if (!written)
        return written.error();
    const QString project = folder + QStringLiteral("/harbour.gravin");
    QFile shipped(QStringLiteral(":/demo/harbour.gravin"));
    if (!shipped.open(QIODevice::ReadOnly))
        return cannotWrite(project, shipped.errorString());
    if (Status copied = writeWholeFile(project, shipped.readAll()); !copied)
        return copied.error();
    return project;
}

} // namespace gravin
