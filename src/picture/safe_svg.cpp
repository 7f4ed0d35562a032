// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/safe_svg.h"

#include <QHash>
#include <QSet>
#include <QStringList>
#include <QXmlStreamReader>
#include <QXmlStreamWriter>

#include <zlib.h>

#include <vector>

namespace gravin {

namespace {

constexpr qsizetype MostBytes = 8 * 1024 * 1024; // unpacked
constexpr qint64 MostElements = 100'000;         // drawn, with what is used again counted each time
constexpr int MostDepth = 200;

bool isPacked(const QByteArray& bytes) { return bytes.startsWith("\x1f\x8b"); }

std::optional<QByteArray> unpacked(const QByteArray& bytes) {
    z_stream stream{};
    constexpr int GzipHeader = 16 + MAX_WBITS;
    if (inflateInit2(&stream, GzipHeader) != Z_OK)
        return std::nullopt;
    QByteArray out(MostBytes + 1, Qt::Uninitialized);
    stream.next_in = reinterpret_cast<Bytef*>(const_cast<char*>(bytes.data()));
    stream.avail_in = static_cast<uInt>(bytes.size());
    stream.next_out = reinterpret_cast<Bytef*>(out.data());
    stream.avail_out = static_cast<uInt>(out.size());
    const int code = inflate(&stream, Z_FINISH);
    out.truncate(static_cast<qsizetype>(stream.total_out));
    inflateEnd(&stream);
    if (code != Z_STREAM_END || out.size() > MostBytes)
        return std::nullopt;
    return out;
}

QStringView local(QStringView name) { return name.mid(name.indexOf(u':') + 1); }

bool isReference(QStringView attribute) { return attribute == u"href" || attribute == u"src"; }

// Copies the drawing, and counts what drawing it comes to.
class Cleaning {
public:
    std::optional<QByteArray> run(const QByteArray& bytes) {
        QXmlStreamReader in(bytes);
        in.setNamespaceProcessing(false); // names go out as they came
        QByteArray out;
        QXmlStreamWriter writer(&out);
        writer.writeStartDocument();
        while (!in.atEnd()) {
            switch (in.readNext()) {
            case QXmlStreamReader::StartElement:
                if (const QStringView name = local(in.name());
                    name == u"image" || name == u"script" || name == u"foreignObject") {
                    in.skipCurrentElement();
                    break;
                }
                if (!begin(in, writer))
                    return std::nullopt;
                break;
            case QXmlStreamReader::EndElement:
                writer.writeEndElement();
                m_open.pop_back();
                break;
            case QXmlStreamReader::Characters:
                writer.writeCharacters(in.text().toString());
                break;
            default: // a document type, what tells a reader to read more, comments
                break;
            }
        }
        if (in.hasError() || !m_isSvg || drawn({}, 0) > MostElements)
            return std::nullopt;
        return out;
    }

private:
    // What one element with a name holds, itself included.
    struct Part {
        qint64 elements = 0;
        QStringList uses; // names
    };

    bool begin(QXmlStreamReader& in, QXmlStreamWriter& writer) {
        const auto attributes = in.attributes();
        if (m_open.empty())
            m_isSvg = local(in.name()) == u"svg";
        QString name = attributes.value(QStringLiteral("id")).toString();
        m_open.push_back(name);
        if (m_open.size() > static_cast<size_t>(MostDepth))
            return false;
        writer.writeStartElement(in.name().toString());
        for (const QXmlStreamAttribute& attribute : attributes) {
            const QString value = attribute.value().toString();
            if (isReference(local(attribute.name()))) {
                if (!value.startsWith(u'#'))
                    continue;
                if (local(in.name()) == u"use")
                    forEachOpen([&](Part& part) { part.uses += value.mid(1); });
            }
            writer.writeAttribute(attribute.name().toString(), value);
        }
        forEachOpen([](Part& part) { ++part.elements; });
        return true;
    }

    // The whole drawing goes by the empty name.
    template <typename Do>
    void forEachOpen(const Do& act) {
        act(m_parts[QString()]);
        for (const QString& name : m_open) {
            if (!name.isEmpty())
                act(m_parts[name]);
        }
    }

    // How many elements are drawn for this part.
    qint64 drawn(const QString& name, int depth) {
        if (const auto known = m_drawn.constFind(name); known != m_drawn.constEnd())
            return *known;
        if (depth > MostDepth)
            return MostElements + 1;
        m_drawn.insert(name, MostElements + 1); // what uses itself never ends
        const Part part = m_parts.value(name);
        qint64 count = part.elements;
        for (const QString& used : part.uses) {
            count += drawn(used, depth + 1);
            if (count > MostElements)
                break;
        }
        m_drawn.insert(name, count);
        return count;
    }

    std::vector<QString> m_open; // names of the elements that are open; empty: has none
    QHash<QString, Part> m_parts;
    QHash<QString, qint64> m_drawn;
    bool m_isSvg = false;
};

} // namespace

bool looksLikeSvg(const QByteArray& bytes) {
    if (isPacked(bytes))
        return true; // no other picture begins like that
    // As generous as the reader that would draw it.
    const QByteArray start = bytes.left(4096).trimmed();
    return start.startsWith('<') || start.startsWith("\xef\xbb\xbf<") ||
           start.startsWith(QByteArray("\xff\xfe<", 3)) ||
           start.startsWith(QByteArray("\xfe\xff\0<", 4));
}

std::optional<QByteArray> safeSvg(const QByteArray& bytes) {
    if (bytes.size() > MostBytes)
        return std::nullopt;
    if (!isPacked(bytes))
        return Cleaning().run(bytes);
    const auto plain = unpacked(bytes);
    return plain ? Cleaning().run(*plain) : std::nullopt;
}

} // namespace gravin
