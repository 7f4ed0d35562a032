// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/package.h"

#include "core/base/text.h"

#include <QFile>

#include <zip.h>

namespace gravin {

namespace {

class PartDevice : public QIODevice {
public:
    explicit PartDevice(zip_file_t* file)
        : m_file(file) {
        setOpenMode(QIODevice::ReadOnly | QIODevice::Unbuffered);
    }
    ~PartDevice() override { zip_fclose(m_file); }
    PartDevice(const PartDevice&) = delete;
    PartDevice& operator=(const PartDevice&) = delete;
    bool isSequential() const override { return true; }

protected:
    // What fails ends it, and what reads it finds it cut off.
    qint64 readData(char* data, qint64 most) override {
        const zip_int64_t read = zip_fread(m_file, data, static_cast<zip_uint64_t>(most));
        return read > 0 ? read : -1;
    }
    qint64 writeData(const char*, qint64) override { return -1; }

private:
    zip_file_t* m_file;
};

} // namespace

void Package::Close::operator()(zip* archive) const { zip_discard(archive); }

Error Package::damaged(const QString& path) {
    return {ErrorKind::Damaged, coreTr("%1 is damaged, or encrypted, or no workbook.").arg(path)};
}

Error Package::tooLarge(const QString& path) {
    return {ErrorKind::Damaged,
            coreTr("%1 comes to more than can be read. Save its sheet as CSV.").arg(path)};
}

Result<std::shared_ptr<Package>> Package::open(const QString& path) {
    int failure = 0;
    zip_t* archive = zip_open(QFile::encodeName(path).constData(), ZIP_RDONLY, &failure);
    if (!archive)
        return damaged(path);
    return std::shared_ptr<Package>(new Package(archive, path));
}

Result<std::unique_ptr<QIODevice>> Package::part(const QString& name, quint64 most) const {
    zip_stat_t stat;
    if (zip_stat(m_zip.get(), name.toUtf8().constData(), 0, &stat) != 0)
        return std::unique_ptr<QIODevice>();
    if ((stat.valid & ZIP_STAT_SIZE) == 0 || stat.size > most)
        return tooLarge(m_path);
    zip_file_t* file = zip_fopen_index(m_zip.get(), stat.index, 0);
    if (!file)
        return damaged(m_path);
    return std::unique_ptr<QIODevice>(std::make_unique<PartDevice>(file));
}

} // namespace gravin
