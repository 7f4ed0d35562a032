// SPDX-License-Identifier: GPL-3.0-or-later
// gravin-crowd --server=URL [--clients=N] [--saves=PER_SECOND] [--seconds=N] [--cuts=N]: that many
// clients without windows work on one empty database of a server, each in a process of its own as a
// window is: a sorted list that follows the others, saves, changes of many records, rollbacks.
// Then the log, the data and what every client shows have to agree; how long news took is printed.
// Status 1: something does not agree.
#include "core/changes/change_writer.h"
#include "core/changes/log/log_verification.h"
#include "core/changes/rollback.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "core/records/table_reader.h"
#include "demonstration.h"
#include "session/workspace.h"

#include <CLI/CLI.hpp>

#include <QCoreApplication>
#include <QCryptographicHash>
#include <QDateTime>
#include <QElapsedTimer>
#include <QProcess>
#include <QSocketNotifier>
#include <QTemporaryDir>
#include <QTimer>

#include <unistd.h>

#include <algorithm>
#include <cstdio>
#include <iostream>
#include <random>

using namespace gravin;

namespace {

const QString Crowded = QStringLiteral("aid");

struct Options {
    std::string server;
    int clients = 20;
    double saves = 10;
    int seconds = 20;
    int cuts = 0;
    std::string project; // of a client
    unsigned seed = 0;
};

RecordQuery shownQuery() {
    RecordQuery query;
    query.sort = {{QStringLiteral("name"), true}};
    return query;
}

// What a list shows, as one number.
class Picture {
public:
    void add(const Key& key, const std::vector<Value>& values) {
        m_hash.addData(key.encoded().toUtf8());
        for (const Value& value : values)
            m_hash.addData((u'|' + value.encoded()).toUtf8());
    }
    QByteArray result() const { return m_hash.result().toHex(); }

private:
    QCryptographicHash m_hash{QCryptographicHash::Sha1};
};

// One client: an open project that edits what its list shows.
class Client : public QObject {
public:
    Client(std::shared_ptr<Workspace> workspace, double perSecond, unsigned seed)
        : m_workspace(std::move(workspace))
        , m_random(seed)
        , m_wait(perSecond)
        , m_list(m_workspace->records()->view(m_workspace->project().screens.front().id)) {
        m_list->setQuery(shownQuery());
        connect(m_workspace->writing(), &Writing::committed, this,
                [this](const CommittedChange& change) { hear(change); });
        m_next.setSingleShot(true);
        connect(&m_next, &QTimer::timeout, this, [this] {
            act();
            plan();
        });
        // As a window shows them.
        connect(m_list, &RecordView::completed, this, [this] { readShown(); });
        connect(&m_input, &QSocketNotifier::activated, this, [this] { obey(); });
    }

private:
    void plan() {
        if (m_works)
            m_next.start(static_cast<int>(1000 * m_wait(m_random)));
    }
    RecordStore* store() { return m_workspace->records()->store(Crowded); }
    void readShown() {
        for (qsizetype row = 0; row < m_list->count(); ++row)
            (void)store()->record(m_list->keyAt(row));
    }

    void hear(const CommittedChange& change) {
        const QDateTime at = QDateTime::fromString(change.at.left(23) + u'Z', Qt::ISODateWithMs);
        m_heard.emplace_back(change.id, at.msecsTo(QDateTime::currentDateTimeUtc()));
    }

    void act() {
        const int kind = static_cast<int>(m_random() % 100);
        if (kind == 0 && m_last != 0)
            rollBack();
        else
            edit(kind < 3 ? 20 : 1);
    }

    void edit(int records) {
        ChangeRequest request;
        request.action = QStringLiteral("edit");
        QSet<Key> chosen;
        for (int n = 0; n < records && m_list->count() > 0; ++n) {
            const Key key = m_list->keyAt(static_cast<qsizetype>(m_random()) % m_list->count());
            const Record* record = store()->record(key);
            if (!record || chosen.contains(key))
                continue;
            chosen.insert(key);
            const Table& table = *m_workspace->records()->table(Crowded);
            const auto place = static_cast<size_t>(table.indexOf(QStringLiteral("name")));
            const QString name = QStringLiteral("%1 %2").arg(m_random() % 100'000).arg(::getpid());
            request.edits.push_back({Operation::Update,
                                     Crowded,
                                     key,
                                     {{QStringLiteral("name"), record->values[place]}},
                                     {{QStringLiteral("name"), Value::text(name)}}});
        }
        if (!request.edits.empty())
            write(std::move(request));
    }

    void rollBack() {
        m_workspace->database()->reader()->run<RollbackPlan>(
            this,
            [catalog = m_workspace->catalog(), change = m_last](Session& session) {
                return planRollback(session, catalog, change);
            },
            [this](const Result<RollbackPlan>& plan) {
                if (!plan)
                    return;
                auto request = rollbackRequest(*plan, OnConflict::Skip);
                if (request)
                    write(std::move(*request));
            });
    }

    void write(ChangeRequest request) {
        const qint64 began = QDateTime::currentMSecsSinceEpoch();
        m_workspace->writing()->write(
            std::move(request), this, [this, began](const WriteResult& written) {
                if (written && written->id != 0) {
                    m_took.push_back(QDateTime::currentMSecsSinceEpoch() - began);
                    m_last = written->id;
                    m_own.insert(written->id);
                } else if (!written) {
                    ++m_refused[static_cast<int>(written.error().error.kind)];
                }
            });
    }

    void obey() {
        std::string word;
        if (!std::getline(std::cin, word)) {
            QCoreApplication::exit(2);
            return;
        }
        if (word == "go") {
            m_works = true;
            plan();
        } else if (word == "stop") {
            m_works = false;
            m_next.stop();
        } else if (word == "show") {
            readShown(); // what became another is read when it is asked for
            QTimer::singleShot(1000, this, [this] { show(); });
        } else {
            QCoreApplication::exit(0);
        }
    }

    void show() {
        Picture picture;
        qsizetype missing = 0;
        for (qsizetype row = 0; row < m_list->count(); ++row) {
            const Record* record = store()->record(m_list->keyAt(row));
            missing += record ? 0 : 1;
            if (record)
                picture.add(record->key, record->values);
        }
        if (missing > 0) {
            QTimer::singleShot(100, this, [this] { show(); }); // they are on their way
            return;
        }
        const auto print = [](const char* word, const std::vector<qint64>& numbers) {
            std::printf("%s", word);
            for (const qint64 number : numbers)
                std::printf(" %lld", static_cast<long long>(number));
            std::printf("\n");
        };
        std::vector<qint64> heard;
        for (const auto& [change, took] : m_heard) {
            if (!m_own.contains(change))
                heard.push_back(took);
        }
        print("heard", heard);
        print("took", m_took);
        for (const auto& [kind, count] : m_refused)
            std::printf("refused %d %d\n", kind, count);
        std::printf("picture %s\n", picture.result().constData());
        std::fflush(stdout);
    }

    std::shared_ptr<Workspace> m_workspace;
    std::mt19937 m_random;
    std::exponential_distribution<> m_wait;
    RecordView* m_list;
    QTimer m_next;
    QSocketNotifier m_input{STDIN_FILENO, QSocketNotifier::Read};
    bool m_works = false;
    qint64 m_last = 0;
    QSet<qint64> m_own;
    // Of all changes, its own too: milliseconds from when it was made.
    std::vector<std::pair<qint64, qint64>> m_heard;
    std::vector<qint64> m_took; // milliseconds that saves took
    std::map<int, int> m_refused;
};

int beClient(const Options& options) {
    const QString file = QString::fromStdString(options.project);
    const auto project = loadProject(file);
    if (!project)
        return 3;
    std::unique_ptr<Client> client;
    QObject context;
    Workspace::open(file, *project, &context, [&](const auto& opened) {
        if (!opened) {
            std::fprintf(stderr, "%s\n", qPrintable(opened.error().sentence));
            QCoreApplication::exit(3);
            return;
        }
        client = std::make_unique<Client>(*opened, options.saves, options.seed);
        std::printf("ready\n");
        std::fflush(stdout);
    });
    const int status = QCoreApplication::exec();
    client.reset();
    (void)Worker::waitUntilAllClosed(std::chrono::seconds(10));
    return status;
}

// What the crowd's parent knows of one client.
struct Member {
    std::unique_ptr<QProcess> process;
    bool isReady = false;
    QByteArray picture;
};

class Crowd {
public:
    explicit Crowd(const Options& options)
        : m_options(options) {}

    int run() {
        auto spec = ConnectionSpec::fromUrl(QString::fromStdString(m_options.server));
        if (!spec)
            return fail(spec.error());
        spec->changeLog = true;
        if (const Status loaded = loadDemonstration(*spec, {1000}); !loaded)
            return fail(loaded.error());
        if (const Status made = makeProject(*spec); !made)
            return fail(made.error());
        start();
        if (!until([&] { return all([](const Member& member) { return member.isReady; }); }, 120))
            return fail({ErrorKind::Unavailable, QStringLiteral("Not every client is there.")});
        std::printf("%d clients are there\n", m_options.clients);
        tell("go\n");
        work();
        tell("stop\n");
        (void)until([] { return false; }, 5); // what is under way arrives
        tell("show\n");
        if (!until(
                [&] { return all([](const auto& member) { return !member.picture.isEmpty(); }); },
                60))
            std::printf("not every client answered\n");
        const bool agrees = judge(*spec);
        tell("end\n");
        for (const Member& member : m_members)
            member.process->waitForFinished(15'000);
        return agrees ? 0 : 1;
    }

private:
    static int fail(const Error& error) {
        std::fprintf(stderr, "%s %s\n", qPrintable(error.sentence), qPrintable(error.detail));
        return 3;
    }
    static bool until(const std::function<bool()>& isDone, double seconds) {
        QElapsedTimer timer;
        timer.start();
        while (!isDone()) {
            if (static_cast<double>(timer.elapsed()) > 1000 * seconds)
                return false;
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 50);
        }
        return true;
    }
    bool all(const std::function<bool(const Member&)>& is) const {
        return std::all_of(m_members.begin(), m_members.end(), is);
    }
    void tell(const char* word) {
        for (const Member& member : m_members)
            member.process->write(word);
    }

    Status makeProject(const ConnectionSpec& spec) {
        auto session = Session::open(spec, Session::Access::ReadWrite);
        if (!session)
            return session.error();
        const auto catalog = (*session)->readCatalog();
        if (!catalog)
            return catalog.error();
        Project project;
        project.name = QStringLiteral("Crowd");
        project.connection = spec;
        addGeneratedScreen(project, *catalog, *catalog->table(Crowded), Arrangement::GridForm);
        return saveProject(project, projectFile());
    }
    QString projectFile() const { return m_folder.filePath(QStringLiteral("crowd.gravin")); }

    void start() {
        for (int n = 0; n < m_options.clients; ++n) {
            auto process = std::make_unique<QProcess>();
            QProcess* child = process.get();
            child->setProcessChannelMode(QProcess::ForwardedErrorChannel);
            m_members.push_back({std::move(process), false, {}});
            const size_t place = m_members.size() - 1;
            QObject::connect(child, &QProcess::readyReadStandardOutput, child,
                             [this, child, place] {
                                 while (child->canReadLine())
                                     hear(m_members[place], child->readLine().trimmed());
                             });
            child->start(QCoreApplication::applicationFilePath(),
                         {QStringLiteral("--client=") + projectFile(),
                          QStringLiteral("--saves=%1").arg(m_options.saves / m_options.clients),
                          QStringLiteral("--seed=%1").arg(n + 1)});
        }
    }
    void hear(Member& member, const QByteArray& line) {
        const QList<QByteArray> words = line.split(' ');
        const auto numbersInto = [&](std::vector<qint64>& numbers) {
            for (qsizetype i = 1; i < words.size(); ++i)
                numbers.push_back(words[i].toLongLong());
        };
        if (words[0] == "ready")
            member.isReady = true;
        else if (words[0] == "heard")
            numbersInto(m_heard);
        else if (words[0] == "took")
            numbersInto(m_took);
        else if (words[0] == "refused")
            m_refused[words[1].toInt()] += words[2].toInt();
        else if (words[0] == "picture")
            member.picture = words[1];
    }

    // Cuts every connection of the others so many times, evenly spread.
    void work() {
        const double part = static_cast<double>(m_options.seconds) / (m_options.cuts + 1);
        for (int cut = 0; cut <= m_options.cuts; ++cut) {
            (void)until([] { return false; }, part);
            if (cut < m_options.cuts)
                std::printf("%lld connections cut\n", static_cast<long long>(cutAll()));
        }
    }
    qint64 cutAll() {
        auto spec = ConnectionSpec::fromUrl(QString::fromStdString(m_options.server));
        auto session = Session::open(*spec, Session::Access::ReadOnly);
        if (!session)
            return 0;
        QList<qint64> others;
        (void)(*session)->select(
            spec->engine == Engine::PostgreSql
                ? QStringLiteral("SELECT pid FROM pg_stat_activity WHERE datname = "
                                 "current_database() AND pid <> pg_backend_pid() AND backend_type "
                                 "= 'client backend'")
                : QStringLiteral("SELECT ID FROM information_schema.PROCESSLIST WHERE DB = "
                                 "DATABASE() AND ID <> CONNECTION_ID()"),
            {}, [&](const QSqlQuery& row) {
                others += row.value(0).toLongLong();
                return true;
            });
        for (const qint64 other : others)
            (void)(*session)->scalar(
                spec->engine == Engine::PostgreSql
                    ? QStringLiteral("SELECT pg_terminate_backend(%1)").arg(other)
                    : QStringLiteral("KILL CONNECTION %1").arg(other));
        return others.size();
    }

    static qint64 at(std::vector<qint64>& numbers, double part) {
        if (numbers.empty())
            return 0;
        std::sort(numbers.begin(), numbers.end());
        return numbers[static_cast<size_t>(part * static_cast<double>(numbers.size() - 1))];
    }

    bool judge(const ConnectionSpec& spec) {
        auto session = Session::open(spec, Session::Access::ReadWrite);
        if (!session)
            return false;
        Session& here = **session;
        const Catalog catalog = *here.readCatalog();
        KeyIndex keys;
        (void)TableReader(here, *catalog.table(Crowded))
            .scanKeys(shownQuery(), [&](KeyIndex&& run) {
                keys.append(std::move(run));
                return true;
            });
        Picture stored;
        for (qsizetype row = 0; row < keys.size(); ++row) {
            const Key key = keys.at(row);
            const auto record = TableReader(here, *catalog.table(Crowded)).record(key);
            if (record && *record)
                stored.add(key, (*record)->values);
        }
        const auto same =
            std::count_if(m_members.begin(), m_members.end(),
                          [&](const Member& member) { return member.picture == stored.result(); });
        const auto verified = LogVerifier(here).verify({});
        if (!verified)
            (void)fail(verified.error());
        for (size_t i = 0; verified && i < verified->damages.size(); ++i)
            std::printf("%s\n", qPrintable(verified->damages[i].reason));
        const auto changes = ChangeLog(here).list({});
        const auto told = static_cast<qint64>(m_took.size());
        const qint64 logged = changes ? static_cast<qint64>(changes->size()) : -1;
        std::printf("%lld saves were told to be done, the log has %lld; intact: %s; %lld not in "
                    "the chain yet\n",
                    static_cast<long long>(told), static_cast<long long>(logged),
                    verified && verified->isIntact() ? "yes" : "no",
                    static_cast<long long>(verified ? verified->unsealed : -1));
        std::printf("%lld of %d clients show what is stored\n", static_cast<long long>(same),
                    m_options.clients);
        std::printf("a save took: median %lld ms, 99 %% %lld, longest %lld\n",
                    static_cast<long long>(at(m_took, 0.5)),
                    static_cast<long long>(at(m_took, 0.99)),
                    static_cast<long long>(at(m_took, 1)));
        std::printf("news took: median %lld ms, 99 %% %lld, longest %lld, of %zu\n",
                    static_cast<long long>(at(m_heard, 0.5)),
                    static_cast<long long>(at(m_heard, 0.99)),
                    static_cast<long long>(at(m_heard, 1)), m_heard.size());
        for (const auto& [kind, count] : m_refused)
            std::printf("refused for reason %d: %d\n", kind, count);
        // Where connections were cut, an answer may be lost on its way, never a change.
        const bool isNothingLost = m_options.cuts > 0 ? logged >= told : logged == told;
        return same == m_options.clients && verified && verified->isIntact() && isNothingLost;
    }

    Options m_options;
    QTemporaryDir m_folder;
    std::vector<Member> m_members;
    std::vector<qint64> m_heard;
    std::vector<qint64> m_took;
    std::map<int, int> m_refused; // by ErrorKind
};

} // namespace

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    std::setvbuf(stdout, nullptr, _IOLBF, 0);
    Options options;
    CLI::App cli{"Many clients on one server, and whether all agree afterwards."};
    cli.add_option("--server", options.server, "an empty database");
    cli.add_option("--clients", options.clients)->check(CLI::Range(1, 1000));
    cli.add_option("--saves", options.saves, "a second, of all together");
    cli.add_option("--seconds", options.seconds)->check(CLI::Range(1, 36'000));
    cli.add_option("--cuts", options.cuts, "how often all connections are cut")
        ->check(CLI::Range(0, 100));
    cli.add_option("--client", options.project)->group("");
    cli.add_option("--seed", options.seed)->group("");
    CLI11_PARSE(cli, argc, argv);
    return options.project.empty() ? Crowd(options).run() : beClient(options);
}
