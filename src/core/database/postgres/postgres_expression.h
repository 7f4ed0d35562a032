// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/expression_translator.h"

namespace gravin {

class PostgresTranslator : public ExpressionTranslator {
public:
    using ExpressionTranslator::ExpressionTranslator;
    static std::optional<QString> conforming(const Column& column);

private:
    QString column(const Column& column, Type type) override;
    QString literal(const Value& value) override;
    QString text(const QString& text) override;
    QString null(Type type) override;
    QString distinct(const QString& a, const QString& b) override;
    void require(const Digits& digits) override;
    QString divided(const Digits& result, const QString& a, const QString& b) override;
    QString remainder(const QString& a, const QString& b) override;
    QString rounded(const QString& number, int places) override;
    QString whole(Operation operation, const QString& number) override;
    QString cast(const Node& node, const QString& sql, Type from) override;
    QString daysBetween(const QString& later, const QString& earlier) override;
    QString extracted(const Node& node, const QString& moment, Type from) override;
    QString concatenated(const QString& a, const QString& b) override;
    QString ofText(const Node& node, const QStringList& operands) override;
    QString like(const QString& subject, const QString& pattern) override;
    QString widened(const QString& sql, Type from, Type to) override;
};

} // namespace gravin
