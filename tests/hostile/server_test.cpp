// SPDX-License-Identifier: GPL-3.0-or-later
// A server that is not what it should be gets no secret, and one that is not there ends nobody.
#include "hostile/program.h"

#include <QTemporaryDir>

#include <atomic>
#include <mutex>
#include <thread>

#include <arpa/inet.h>
#include <poll.h>
#include <sys/socket.h>
#include <unistd.h>

namespace gravin::test {
namespace {

// Says that it has no encryption and asks for the password in clear, as MariaDB's protocol lets a
// server do. Keeps what clients send.
class GreedyServer {
public:
    GreedyServer()
        : m_socket(::socket(AF_INET, SOCK_STREAM | SOCK_CLOEXEC, 0)) {
        sockaddr_in address{};
        address.sin_family = AF_INET;
        address.sin_addr.s_addr = htonl(INADDR_LOOPBACK);
        socklen_t size = sizeof address;
        EXPECT_EQ(::bind(m_socket, reinterpret_cast<sockaddr*>(&address), size), 0);
        EXPECT_EQ(::listen(m_socket, 8), 0);
        ::getsockname(m_socket, reinterpret_cast<sockaddr*>(&address), &size);
        m_port = ntohs(address.sin_port);
        m_thread = std::thread([this] { serve(); });
    }
    ~GreedyServer() {
        m_ends = true;
        m_thread.join();
        ::close(m_socket);
    }
    int port() const { return m_port; }
    QByteArray heard() {
        const std::lock_guard lock(m_mutex);
        return m_heard;
    }

private:
    static QByteArray packet(char sequence, const QByteArray& body) {
        const auto size = static_cast<unsigned>(body.size());
        return QByteArray{}
                   .append(static_cast<char>(size & 0xff))
                   .append(static_cast<char>(size >> 8 & 0xff))
                   .append(static_cast<char>(size >> 16 & 0xff))
                   .append(sequence) +
               body;
    }

    void serve() {
        while (!m_ends) {
            pollfd waiting{m_socket, POLLIN, 0};
            if (::poll(&waiting, 1, 50) != 1)
                continue;
            const int client = ::accept4(m_socket, nullptr, nullptr, SOCK_CLOEXEC);
            if (client < 0)
                continue;
            QByteArray greeting("\x0a"
                                "5.5.5-10.11.0-MariaDB\0",
                                23);
            greeting += QByteArray("\x07\0\0\0"
                                   "12345678"
                                   "\0",
                                   13);
            greeting += QByteArray("\x09\x82", 2); // nothing about encryption
            greeting += QByteArray("\x21\x02\0\x08\0\x15", 6) + QByteArray(10, '\0');
            greeting += QByteArray("123456789012\0mysql_native_password\0", 35);
            const QByteArray hello = packet(0, greeting);
            (void)!::write(client, hello.constData(), static_cast<size_t>(hello.size()));
            const QByteArray login = read(client);
            if (!login.isEmpty()) {
                const QByteArray ask =
                    packet(static_cast<char>(login.at(3) + 1), QByteArray("\xfe"
                                                                          "mysql_clear_password\0",
                                                                          22));
                (void)!::write(client, ask.constData(), static_cast<size_t>(ask.size()));
                read(client);
            }
            ::close(client);
        }
    }
    QByteArray read(int client) {
        char buffer[4096];
        pollfd waiting{client, POLLIN, 0};
        if (::poll(&waiting, 1, 2000) != 1)
            return {};
        const auto got = ::recv(client, buffer, sizeof buffer, 0);
        const QByteArray bytes(buffer, got > 0 ? static_cast<qsizetype>(got) : 0);
        const std::lock_guard lock(m_mutex);
        m_heard += bytes;
        return bytes;
    }

    int m_socket;
    int m_port = 0;
    std::atomic<bool> m_ends = false;
    std::thread m_thread;
    std::mutex m_mutex;
    QByteArray m_heard;
};

Answer tablesOf(const QString& url) {
    return Program()
        .with("MYSQL_PWD", QStringLiteral("tide-table"))
        .run({QStringLiteral("tables"), url});
}

TEST(HostileServer, WithoutEncryptionGetsNeitherNameNorPassword) {
    for (const char* mode : {"require", "verify"}) {
        GreedyServer server;
        const Answer answer = tablesOf(QStringLiteral("mariadb://keeper@127.0.0.1:%1/tarn?tls=%2")
                                           .arg(server.port())
                                           .arg(QLatin1String(mode)));
        EXPECT_EQ(answer.code, 3) << mode;
        EXPECT_TRUE(answer.err.contains("rotected connection")) << answer.err.constData();
        EXPECT_FALSE(server.heard().contains("keeper")) << mode;
        EXPECT_FALSE(server.heard().contains("tide-table")) << mode;
    }
    // That the server is one which gets it where nothing was demanded.
    GreedyServer server;
    EXPECT_EQ(
        tablesOf(QStringLiteral("mariadb://keeper@127.0.0.1:%1/tarn?tls=off").arg(server.port()))
            .code,
        3);
    EXPECT_TRUE(server.heard().contains("tide-table"));
}

TEST(HostileServer, AHostIsNoListOfOptions) {
    const Answer answer = tablesOf(QStringLiteral("mariadb://keeper@localhost/tarn"));
    EXPECT_EQ(answer.code, 3);
    ConnectionSpec spec;
    spec.engine = Engine::MariaDb;
    spec.host = QStringLiteral("127.0.0.1;plugin-dir=/tmp");
    spec.database = QStringLiteral("tarn");
    const auto session = Session::open(spec, Session::Access::ReadOnly);
    ASSERT_FALSE(session);
    EXPECT_EQ(session.error().kind, ErrorKind::Usage);
}

// A server of its own with a certificate that an authority of its own has signed.
class CertifiedServer : public ::testing::Test {
protected:
    void SetUp() override {
        const QString script = QStringLiteral(
            "set -e; cd \"$0\"; exec >/dev/null 2>&1; "
            "openssl req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=authority -keyout ca.key "
            "-out ca.pem; openssl req -newkey rsa:2048 -nodes -subj /CN=127.0.0.1 -keyout key.pem "
            "-out request.pem; echo subjectAltName=IP:127.0.0.1 >names; openssl x509 -req -in "
            "request.pem -CA ca.pem -CAkey ca.key -CAcreateserial -days 2 -extfile names -out "
            "certificate.pem; env TMPDIR=\"$0\" mariadb-install-db --no-defaults "
            "--datadir=\"$0/data\" "
            "--skip-test-db --auth-root-authentication-method=normal");
        ASSERT_EQ(QProcess::execute(QStringLiteral("bash"),
                                    {QStringLiteral("-c"), script, m_folder.path()}),
                  0);
        m_port = freePort();
        const QString user = QString::fromLocal8Bit(qgetenv("USER"));
        m_server.start(
            QStringLiteral("mariadbd"),
            {QStringLiteral("--no-defaults"), QStringLiteral("--datadir=%1/data").arg(path()),
             QStringLiteral("--socket=%1/socket").arg(path()),
             QStringLiteral("--bind-address=127.0.0.1"), QStringLiteral("--port=%1").arg(m_port),
             QStringLiteral("--ssl-cert=%1/certificate.pem").arg(path()),
             QStringLiteral("--ssl-key=%1/key.pem").arg(path()),
             QStringLiteral("--ssl-ca=%1/ca.pem").arg(path()), QStringLiteral("--user=root"),
             QStringLiteral("--lc-messages-dir=/usr/share/mysql"),
             QStringLiteral("--tmpdir=%1").arg(path())});
        ASSERT_TRUE(m_server.waitForStarted());
        const QString sql = QStringLiteral(
            "CREATE DATABASE tarn; CREATE USER 'keeper'@'127.0.0.1' IDENTIFIED BY 'tide-table'; "
            "GRANT ALL ON tarn.* TO 'keeper'@'127.0.0.1'; CREATE TABLE tarn.buoy (id INT PRIMARY "
            "KEY)");
        bool isReady = false;
        for (int i = 0; i < 150 && !isReady; ++i) {
            isReady = QProcess::execute(QStringLiteral("bash"),
                                        {QStringLiteral("-c"),
                                         QStringLiteral("mariadb --no-defaults --socket=\"$0\" "
                                                        "--user=root --execute=\"$1\" 2>/dev/null"),
                                         path() + QStringLiteral("/socket"), sql}) == 0;
            if (!isReady)
                std::this_thread::sleep_for(std::chrono::milliseconds(100));
        }
        ASSERT_TRUE(isReady) << m_server.readAllStandardError().constData();
    }
    void TearDown() override {
        m_server.terminate();
        m_server.waitForFinished();
    }
    QString path() const { return m_folder.path(); }
    static int freePort() {
        GreedyServer any;
        return any.port();
    }
    Answer tables(const QString& parameters) const {
        return tablesOf(
            QStringLiteral("mariadb://keeper@127.0.0.1:%1/tarn?%2").arg(m_port).arg(parameters));
    }

    QTemporaryDir m_folder;
    int m_port = 0;
    QProcess m_server;
};

TEST_F(CertifiedServer, IsVerifiedByItsAuthority) {
    const Answer verified = tables(QStringLiteral("tls=verify&ca=%1/ca.pem").arg(path()));
    EXPECT_EQ(verified.code, 0) << verified.err.constData();
    EXPECT_TRUE(verified.out.contains("buoy"));
    const Answer encrypted = tables(QStringLiteral("tls=require"));
    EXPECT_EQ(encrypted.code, 0) << encrypted.err.constData();
    const Answer unknown = tables(QStringLiteral("tls=verify"));
    EXPECT_EQ(unknown.code, 3) << "no authority of this machine knows it";
    EXPECT_TRUE(unknown.err.contains("rotected connection")) << unknown.err.constData();
}

} // namespace
} // namespace gravin::test
