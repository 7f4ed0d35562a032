// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/translation.h"

#include "app/look/person_settings.h"
#include "core/base/person.h"

#include <QCoreApplication>
#include <QLibraryInfo>
#include <QLocale>

// Outside of any namespace, as the macro asks.
static void loadTranslations() { Q_INIT_RESOURCE(translations); }

namespace gravin {

namespace {

const QString English = QStringLiteral("en");
const QString LanguageKey = QStringLiteral("language");

QSettings lookSettings() { return personSettings(QStringLiteral("look")); }

} // namespace

QString Translation::translate(const char*, const char* source, const char*, int n) const {
    return QTranslator::translate("gravin", source, nullptr, n);
}

QStringList languages() { return {English, QStringLiteral("de")}; }

QString chosenLanguage() { return lookSettings().value(LanguageKey).toString(); }

void choosePersonsLanguage(const QString& language) {
    if (language.isEmpty())
        lookSettings().remove(LanguageKey);
    else
        lookSettings().setValue(LanguageKey, language);
}

QString personsLanguage() {
    if (const QString chosen = chosenLanguage(); languages().contains(chosen))
        return chosen;
    for (const QString& wanted : QLocale::system().uiLanguages()) {
        const QString language = wanted.section(u'-', 0, 0);
        if (languages().contains(language))
            return language;
    }
    return English;
}

void installLanguage(QCoreApplication& application, const QString& language) {
    loadTranslations();
    setPersonLanguage(language);
    if (language == English)
        return;
    auto* ofQt = new QTranslator(&application);
    if (ofQt->load(QStringLiteral("qtbase_") + language,
                   QLibraryInfo::path(QLibraryInfo::TranslationsPath)))
        QCoreApplication::installTranslator(ofQt);
    auto* own = new Translation(&application);
    if (own->load(QStringLiteral(":/translations/gravin_%1.qm").arg(language)))
        QCoreApplication::installTranslator(own);
}

} // namespace gravin
