// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/mariadb/mariadb_greeting.h"

#include <QByteArray>
#include <QFile>

#include <cerrno>
#include <cstring>
#include <memory>

#include <fcntl.h>
#include <netdb.h>
#include <poll.h>
#include <sys/socket.h>
#include <sys/un.h>
#include <unistd.h>

namespace gravin {

namespace {

constexpr int UsualPort = 3306;
constexpr int HeaderBytes = 4; // three of length, one of sequence
constexpr int ProtocolVersion = 10;
constexpr unsigned EncryptionCapability = 0x0800; // CLIENT_SSL

class Socket {
public:
    explicit Socket(int domain)
        : m_fd(::socket(domain, SOCK_STREAM | SOCK_CLOEXEC | SOCK_NONBLOCK, 0)) {}
    ~Socket() {
        if (m_fd >= 0)
            ::close(m_fd);
    }
    Socket(const Socket&) = delete;
    Socket& operator=(const Socket&) = delete;

    bool connect(const sockaddr* address, socklen_t length, int milliseconds) {
        if (m_fd < 0)
            return false;
        if (::connect(m_fd, address, length) == 0)
            return true;
        if (errno != EINPROGRESS || !wait(POLLOUT, milliseconds))
            return false;
        int error = 0;
        socklen_t size = sizeof error;
        return ::getsockopt(m_fd, SOL_SOCKET, SO_ERROR, &error, &size) == 0 && error == 0;
    }

    // Exactly so many bytes; an empty answer: they do not come.
    QByteArray read(qsizetype count, int milliseconds) {
        QByteArray bytes;
        while (bytes.size() < count) {
            char buffer[512];
            const auto wanted =
                std::min<size_t>(sizeof buffer, static_cast<size_t>(count - bytes.size()));
            const auto got = wait(POLLIN, milliseconds) ? ::recv(m_fd, buffer, wanted, 0) : -1;
            if (got <= 0)
                return {};
            bytes.append(buffer, static_cast<qsizetype>(got));
        }
        return bytes;
    }

private:
    bool wait(short what, int milliseconds) const {
        pollfd waiting{m_fd, what, 0};
        return ::poll(&waiting, 1, milliseconds) == 1;
    }

    int m_fd;
};

unsigned byteAt(const QByteArray& bytes, qsizetype at) {
    return static_cast<unsigned char>(bytes.at(at));
}

// The first packet: version of the protocol, version of the server ending with a NUL, number of the
// connection (4), scramble (8), a filler, and the lower half of what it can.
std::optional<ServerGreeting> readGreeting(Socket& socket, int milliseconds) {
    const QByteArray header = socket.read(HeaderBytes, milliseconds);
    if (header.isEmpty())
        return std::nullopt;
    const qsizetype length = static_cast<qsizetype>(byteAt(header, 0) | byteAt(header, 1) << 8 |
                                                    byteAt(header, 2) << 16);
    constexpr qsizetype Longest = 4096;
    if (length < 1 || length > Longest)
        return std::nullopt;
    const QByteArray packet = socket.read(length, milliseconds);
    if (packet.isEmpty() || byteAt(packet, 0) != ProtocolVersion)
        return std::nullopt;
    const qsizetype end = packet.indexOf('\0', 1);
    constexpr qsizetype Between = 1 + 4 + 8 + 1;
    if (end < 0 || end + Between + 2 > packet.size())
        return std::nullopt;
    const unsigned can = byteAt(packet, end + Between) | byteAt(packet, end + Between + 1) << 8;
    return ServerGreeting{(can & EncryptionCapability) != 0};
}

} // namespace

std::optional<ServerGreeting> greetingOf(const QString& host, int port, const QString& socketPath,
                                         int timeoutSeconds) {
    const int milliseconds = timeoutSeconds * 1000;
    if (!socketPath.isEmpty()) {
        sockaddr_un address{};
        address.sun_family = AF_UNIX;
        const QByteArray path = QFile::encodeName(socketPath);
        if (static_cast<size_t>(path.size()) >= sizeof address.sun_path)
            return std::nullopt;
        std::memcpy(address.sun_path, path.constData(), static_cast<size_t>(path.size()));
        Socket socket(AF_UNIX);
        if (!socket.connect(reinterpret_cast<const sockaddr*>(&address), sizeof address,
                            milliseconds))
            return std::nullopt;
        return readGreeting(socket, milliseconds);
    }
    addrinfo hints{};
    hints.ai_socktype = SOCK_STREAM;
    addrinfo* found = nullptr;
    const QByteArray service = QByteArray::number(port > 0 ? port : UsualPort);
    if (::getaddrinfo(host.toUtf8().constData(), service.constData(), &hints, &found) != 0)
        return std::nullopt;
    const std::unique_ptr<addrinfo, void (*)(addrinfo*)> owner(found, ::freeaddrinfo);
    for (const addrinfo* each = found; each; each = each->ai_next) {
        Socket socket(each->ai_family);
        if (socket.connect(each->ai_addr, each->ai_addrlen, milliseconds))
            return readGreeting(socket, milliseconds);
    }
    return std::nullopt;
}

} // namespace gravin
