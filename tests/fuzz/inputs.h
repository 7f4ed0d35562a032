// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>

namespace gravin::test {

// Hand hostile bytes to what reads them from outside. They return, whatever the bytes are; what
// they read is looked at as far as it goes. Shared by the fuzz targets and by the test that runs
// the corpus.
void readExpression(const QByteArray& bytes);
void readProject(const QByteArray& bytes);
void readChoices(const QByteArray& bytes);

} // namespace gravin::test
