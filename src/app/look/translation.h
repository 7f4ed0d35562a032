// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>
#include <QTranslator>

class QCoreApplication;

namespace gravin {

// The program's texts in another language. A text is translated once, wherever it stands: the class
// that asks makes no difference.
class Translation : public QTranslator {
    Q_OBJECT
public:
    using QTranslator::QTranslator;
    QString translate(const char* context, const char* source, const char* disambiguation,
                      int n) const override;
};

// The languages there are, as ISO 639 has them; English first.
QStringList languages();
// The one that a person has chosen, else the desktop's where there is one, else English.
QString personsLanguage();
// Empty: as the desktop has it. Counts from the next start on.
void choosePersonsLanguage(const QString& language);
QString chosenLanguage();

// Texts of the program and of Qt's own dialogs, and labels of projects. Call before any of them is
// asked for.
void installLanguage(QCoreApplication& application, const QString& language);

} // namespace gravin
