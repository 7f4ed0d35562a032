// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/whole_file.h"

#include "core/base/text.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QStandardPaths>

#include <cerrno>
#include <system_error>

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace gravin {

namespace {

QString systemWords(int code) {
    return QString::fromStdString(std::generic_category().message(code));
}

Error cannotRead(const QString& path, const QString& why) {
    return {ErrorKind::File, coreTr("%1 cannot be read: %2.").arg(path, why), {}};
}

// Closes what it holds.
class Descriptor {
public:
    explicit Descriptor(int fd)
        : m_fd(fd) {}
    ~Descriptor() {
        if (m_fd >= 0)
            ::close(m_fd);
    }
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    operator int() const { return m_fd; }

private:
    int m_fd;
};

} // namespace

WholeFile::WholeFile(const QString& path, Readers readers)
    : m_file(path)
    , m_readers(readers) {}

Error WholeFile::failure() const {
    return {ErrorKind::File,
            coreTr("%1 cannot be written: %2. What was there is untouched.")
                .arg(m_file.fileName(), m_file.errorString()),
            {}};
}

Status WholeFile::open() {
    if (!m_file.open(QIODevice::WriteOnly))
        return failure();
    if (m_readers == Readers::OwnerOnly &&
        !m_file.setPermissions(QFile::ReadOwner | QFile::WriteOwner))
        return failure();
    return ok();
}

Status WholeFile::commit() {
    // QSaveFile's own commit does not look whether what it flushes arrives, and ignores what
    // syncing says.
    if (!m_file.flush() || m_file.error() != QFileDevice::NoError) {
        const Error error = failure();
        m_file.cancelWriting();
        return error;
    }
    const int failed = ::fsync(m_file.handle()) == 0 ? 0 : errno;
    const bool isOfNoSync = failed == EINVAL || failed == EROFS;
    if (failed != 0 && !isOfNoSync) {
        m_file.cancelWriting();
        return Error{ErrorKind::File,
                     coreTr("%1 cannot be written: %2. What was there is untouched.")
                         .arg(m_file.fileName(), systemWords(failed)),
                     {}};
    }
    return m_file.commit() ? ok() : Status(failure());
}

Status writeWholeFile(const QString& path, const QByteArray& content, Readers readers) {
    WholeFile file(path, readers);
    Status status = file.open();
    if (status)
        file.device().write(content); // a failure is found when it is committed
    return status ? file.commit() : status;
}

Result<QByteArray> readWholeFile(const QString& path, qint64 mostBytes, Writers writers) {
    // A pipe that nobody writes to would hold up the opening, without O_NONBLOCK.
    const int follow = writers == Writers::OwnAccount ? O_NOFOLLOW : 0;
    const Descriptor fd(
        ::open(QFile::encodeName(path).constData(), O_RDONLY | O_NONBLOCK | O_CLOEXEC | follow));
    if (fd < 0)
        return cannotRead(path, systemWords(errno));
    struct stat info {};
    if (::fstat(fd, &info) != 0)
        return cannotRead(path, systemWords(errno));
    if (!S_ISREG(info.st_mode))
        return cannotRead(path, coreTr("it is no ordinary file"));
    if (writers == Writers::OwnAccount && info.st_uid != ::geteuid())
        return cannotRead(path, coreTr("another account wrote it"));
    if (info.st_size > mostBytes)
        return Error{ErrorKind::Damaged, coreTr("%1 is far too large.").arg(path)};
    QFile file;
    if (!file.open(fd, QIODevice::ReadOnly))
        return cannotRead(path, file.errorString());
    // It may grow while it is read, and some files of the system tell no size.
    QByteArray content = file.read(mostBytes + 1);
    if (file.error() != QFileDevice::NoError)
        return cannotRead(path, file.errorString());
    if (content.size() > mostBytes)
        return Error{ErrorKind::Damaged, coreTr("%1 is far too large.").arg(path)};
    return content;
}

Status makeOwnFolder(const QString& path) {
    const QByteArray name = QFile::encodeName(QDir::cleanPath(path));
    const auto refused = [&](const QString& why) {
        return Error{ErrorKind::File, coreTr("The folder %1 is not used: %2.").arg(path, why)};
    };
    const QString parent = QFileInfo(QDir::cleanPath(path)).path();
    // What lies above is somebody's own affair, but for Gravin's own.
    if (!QFileInfo::exists(parent) || parent == ownDataFolderPath({})) {
        if (Status made = makeOwnFolder(parent); !made)
            return made;
    }
    if (::mkdir(name.constData(), S_IRWXU) != 0 && errno != EEXIST)
        return refused(systemWords(errno));
    struct stat info {};
    if (::lstat(name.constData(), &info) != 0)
        return refused(systemWords(errno));
    if (S_ISLNK(info.st_mode))
        return refused(coreTr("it is a link to somewhere else"));
    if (!S_ISDIR(info.st_mode))
        return refused(coreTr("there is a file of this name"));
    if (info.st_uid != ::geteuid())
        return refused(coreTr("it belongs to another account"));
    if ((info.st_mode & (S_IWGRP | S_IWOTH)) != 0)
        return refused(coreTr("others may write in it"));
    if ((info.st_mode & (S_IRWXG | S_IRWXO)) != 0 && ::chmod(name.constData(), S_IRWXU) != 0)
        return refused(systemWords(errno));
    return ok();
}

QString ownDataFolderPath(const QString& name) {
    const QString all = QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
                        QStringLiteral("/gravin");
    return name.isEmpty() ? all : all + u'/' + name;
}

} // namespace gravin
