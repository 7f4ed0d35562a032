// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QIODevice>
#include <QString>

#include <memory>

struct zip;

namespace gravin {

// The package of a workbook: a ZIP archive of parts. Belongs to the thread that uses it.
class Package {
public:
    // Damaged: it is no such archive.
    static Result<std::shared_ptr<Package>> open(const QString& path);
    static Error damaged(const QString& path);
    static Error tooLarge(const QString& path);

    const QString& path() const { return m_path; }
    // A part, unpacked as it is read, which the package outlives; null: there is no such part.
    // Damaged: it comes to more than `most` bytes.
    Result<std::unique_ptr<QIODevice>> part(const QString& name, quint64 most) const;

private:
    struct Close {
        void operator()(zip* archive) const;
    };
    Package(zip* archive, QString path)
        : m_zip(archive)
        , m_path(std::move(path)) {}

    std::unique_ptr<zip, Close> m_zip;
    QString m_path;
};

} // namespace gravin
