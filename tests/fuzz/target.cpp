// SPDX-License-Identifier: GPL-3.0-or-later
// One libFuzzer target for each reader; READ names it.
#include "fuzz/inputs.h"

#include <cstddef>
#include <cstdint>

extern "C" int LLVMFuzzerTestOneInput(const uint8_t* data, size_t size) {
    gravin::test::READ(
        QByteArray(reinterpret_cast<const char*>(data), static_cast<qsizetype>(size)));
    return 0;
}
