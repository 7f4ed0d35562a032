// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "cli/output.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/project/known_signers.h"
#include "core/project/project_file.h"

#include <QProcessEnvironment>

namespace gravin::cli {

namespace {

// Not among the arguments, which everybody on the machine can read.
QString passphrase() {
    return QProcessEnvironment::systemEnvironment().value(QStringLiteral("GRAVIN_KEY_PASSPHRASE"));
}

Result<QByteArray> contentAfter(const SignOptions& options, const QByteArray& content) {
    if (options.accept)
        return content;
    if (options.takeOff)
        return unsignedProject(content);
    const auto key = options.makeKey ? SigningKey::create(options.key, passphrase())
                                     : SigningKey::load(options.key, passphrase());
    if (!key)
        return key.error();
    return signedProject(content, *key, options.by.isEmpty() ? personName() : options.by);
}

void tell(const SignOptions& options, const QByteArray& content) {
    const auto signature = signatureOf(content);
    if (options.json) {
        OrderedJson said = {{"signed", signature.has_value()}};
        if (signature) {
            said["by"] = utf8(signature->signer);
            said["key"] = utf8(keyFingerprint(signature->key));
        }
        print(said);
    } else if (signature) {
        printLine(
            coreTr("Signed by %1, key %2.").arg(signature->signer, keyFingerprint(signature->key)));
    } else {
        printLine(coreTr("Signed by nobody."));
    }
}

} // namespace

int runSign(const SignOptions& options) {
    if (options.key.isEmpty() && !options.accept && !options.takeOff)
        return report({ErrorKind::Usage, coreTr("Say by which key: --key FILE, with --new-key "
                                                "where there is none yet.")},
                      options.json);
    const auto project = loadProject(options.file);
    if (!project)
        return report(project.error(), options.json);
    const auto content = readWholeFile(options.file, MostProjectBytes);
    if (!content)
        return report(content.error(), options.json);
    const auto after = contentAfter(options, *content);
    if (!after)
        return report(after.error(), options.json);
    if (*after != *content) {
        if (Status written = writeWholeFile(options.file, *after); !written)
            return report(written.error(), options.json);
    }
    if (Status accepted = personsSigners().accept(options.file, *after); !accepted)
        return report(accepted.error(), options.json);
    tell(options, *after);
    return Done;
}

} // namespace gravin::cli
