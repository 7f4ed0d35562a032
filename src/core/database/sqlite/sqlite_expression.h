// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/expression_translator.h"

namespace gravin {

class SqliteTranslator : public ExpressionTranslator {
public:
    using ExpressionTranslator::ExpressionTranslator;
    static std::optional<QString> conforming(const Column& column);

private:
    QString column(const Column& column, Type type) override;
    QString literal(const Value& value) override;
    QString text(const QString& text) override;
    QString distinct(const QString& a, const QString& b) override;
    void require(const Digits& digits) override;
    QString widened(const QString& sql, Type from, Type to) override;
};

} // namespace gravin
