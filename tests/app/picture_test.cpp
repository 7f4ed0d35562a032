// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures are drawn from what is in them, within limits, beside the interface.
#include "app/editors/picture_decoder.h"
#include "picture/safe_svg.h"

#include <gtest/gtest.h>

#include <QBuffer>
#include <QFile>
#include <QImage>
#include <QTemporaryDir>
#include <QTest>

#include <zlib.h>

namespace gravin {
namespace {

const QByteArray Head = "<svg xmlns=\"http://www.w3.org/2000/svg\" "
                        "xmlns:xlink=\"http://www.w3.org/1999/xlink\" width=\"40\" height=\"40\">";

QByteArray packed(const QByteArray& bytes) {
    z_stream stream{};
    EXPECT_EQ(deflateInit2(&stream, Z_BEST_COMPRESSION, Z_DEFLATED, 16 + MAX_WBITS, 8,
                           Z_DEFAULT_STRATEGY),
              Z_OK);
    QByteArray out(static_cast<qsizetype>(deflateBound(&stream, static_cast<uLong>(bytes.size()))),
                   '\0');
    stream.next_in = reinterpret_cast<Bytef*>(const_cast<char*>(bytes.data()));
    stream.avail_in = static_cast<uInt>(bytes.size());
    stream.next_out = reinterpret_cast<Bytef*>(out.data());
    stream.avail_out = static_cast<uInt>(out.size());
    EXPECT_EQ(deflate(&stream, Z_FINISH), Z_STREAM_END);
    out.truncate(static_cast<qsizetype>(stream.total_out));
    deflateEnd(&stream);
    return out;
}

QByteArray png(int width, int height) {
    QImage image(width, height, QImage::Format_Mono);
    image.fill(1);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return bytes;
}

TEST(SafeSvg, DrawsWhatIsInItself) {
    const QByteArray svg =
        Head + "<defs><circle id=\"c\" cx=\"20\" cy=\"20\" r=\"20\" fill=\"#ff0000\"/></defs>"
               "<use xlink:href=\"#c\"/></svg>";
    for (const QByteArray& each : {svg, packed(svg), "<?xml version=\"1.0\"?>\n" + svg}) {
        ASSERT_TRUE(looksLikeSvg(each));
        const DecodedPicture picture = decodePicture(each, {80, 80});
        ASSERT_FALSE(picture.image.isNull());
        EXPECT_EQ(picture.image.pixelColor(picture.image.width() / 2, picture.image.height() / 2),
                  QColor(255, 0, 0));
    }
}

TEST(SafeSvg, FollowsNoReference) {
    QTemporaryDir folder;
    const QString other = folder.filePath(QStringLiteral("blue.png"));
    QImage blue(40, 40, QImage::Format_RGB32);
    blue.fill(Qt::blue);
    ASSERT_TRUE(blue.save(other));
    QByteArray inner;
    {
        QBuffer buffer(&inner);
        buffer.open(QIODevice::WriteOnly);
        blue.save(&buffer, "PNG");
    }
    for (const QByteArray& part :
         {"<image width=\"40\" height=\"40\" xlink:href=\"" + other.toUtf8() + "\"/>",
          "<image width=\"40\" height=\"40\" href=\"file://" + other.toUtf8() + "\"/>",
          QByteArray("<image width=\"40\" height=\"40\" xlink:href=\"/dev/zero\"/>"),
          "<image width=\"40\" height=\"40\" xlink:href=\"data:image/png;base64," +
              inner.toBase64() + "\"/>"}) {
        const DecodedPicture picture = decodePicture(Head + part + "</svg>", {80, 80});
        EXPECT_NE(picture.image.pixelColor(20, 20), QColor(Qt::blue)) << part.left(60).constData();
        const auto safe = safeSvg(Head + part + "</svg>");
        ASSERT_TRUE(safe);
        EXPECT_FALSE(safe->contains("image")) << safe->constData();
    }
    const auto sheet = safeSvg("<?xml-stylesheet href=\"/dev/zero\" type=\"text/css\"?>" + Head +
                               "<rect width=\"4\" height=\"4\"/></svg>");
    ASSERT_TRUE(sheet);
    EXPECT_FALSE(sheet->contains("stylesheet"));
}

TEST(SafeSvg, RefusesWhatNeverEnds) {
    QByteArray nested = Head;
    nested += "<g id=\"a0\"><rect width=\"1\" height=\"1\"/></g>";
    for (int i = 1; i < 12; ++i) {
        const QByteArray use = "<use xlink:href=\"#a" + QByteArray::number(i - 1) + "\"/>";
        nested += "<g id=\"a" + QByteArray::number(i) + "\">" + use.repeated(10) + "</g>";
    }
    EXPECT_FALSE(safeSvg(nested + "<use xlink:href=\"#a11\"/></svg>"));
    EXPECT_FALSE(safeSvg(Head + "<g id=\"a\"><use xlink:href=\"#a\"/></g></svg>"));
    EXPECT_FALSE(safeSvg(packed(QByteArray(64 * 1024 * 1024, ' ') + Head + "</svg>")))
        << "it unpacks to more than can be drawn";
    EXPECT_FALSE(safeSvg(Head + QByteArray("<g>").repeated(300)));
    EXPECT_FALSE(safeSvg("<html/>"));
    EXPECT_FALSE(safeSvg("\x1f\x8b garbage"));
    EXPECT_FALSE(safeSvg(Head)) << "not complete";
    const auto entities = safeSvg("<!DOCTYPE svg [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b "
                                  "\"&a;&a;&a;&a;&a;&a;&a;&a;\">]>" +
                                  Head + "<text>&b;</text></svg>");
    EXPECT_TRUE(!entities || entities->size() < 4096);
}

TEST(PictureDecoding, OneTooLargeIsToldByItsSize) {
    const DecodedPicture picture = decodePicture(png(20'000, 20'000), {100, 100});
    EXPECT_TRUE(picture.isTooLarge);
    EXPECT_TRUE(picture.image.isNull());
    EXPECT_EQ(picture.size, QSize(20'000, 20'000));
    EXPECT_FALSE(decodeSmallPicture(png(4000, 4000), {100, 100})) << "not while somebody waits";
    const auto small = decodeSmallPicture(png(400, 200), {100, 100});
    ASSERT_TRUE(small);
    EXPECT_EQ(small->image.size(), QSize(100, 50));
}

TEST(PictureDecoding, OnlyTheNewestIsAnswered) {
    PictureDecoder decoder;
    QList<QSize> answers;
    const auto take = [&](const DecodedPicture& picture) { answers += picture.size; };
    decoder.decode(png(3000, 3000), {100, 100}, take);
    decoder.decode(png(300, 200), {100, 100}, take);
    EXPECT_TRUE(QTest::qWaitFor([&] { return !answers.isEmpty(); }));
    EXPECT_EQ(answers, QList<QSize>{QSize(300, 200)});
    auto* gone = new PictureDecoder;
    gone->decode(png(300, 200), {100, 100}, take);
    delete gone;
    QTest::qWait(300);
    EXPECT_EQ(answers.size(), 1);
}

} // namespace
} // namespace gravin
