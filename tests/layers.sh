#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Fails on an include that runs upward: the core knows no window, an open project knows none either, and
# within core, session and application each part knows only those before it. Also fails on SQL above the core.
set -euo pipefail
cd "$1/src"
bad=0
complain() { echo "$*"; bad=1; }

# Each of these parts of a floor may include those named before it.
one_way() {
    local floor=$1
    shift
    local parts=("$@")
    for i in "${!parts[@]}"; do
        for later in "${parts[@]:i+1}"; do
            if hits=$(grep -rn "#include \"$floor/$later/" "$floor/${parts[i]}"); then
                complain "$floor/${parts[i]} must not know $floor/$later:" "$hits"
            fi
        done
    done
    for folder in "$floor"/*/; do
        [[ " ${parts[*]} " == *" $(basename "$folder") "* ]] || complain "$folder has no place among: ${parts[*]}"
    done
}
one_way core base value expression database records changes project fitting exchange
one_way app look commands camera editors grid bulk exchange use fitting sources build connect history help shell

# The parts of an open project, as Workspace makes them; what each is made of knows no later one.
session=(notices database project_document records writing workspace)
for i in "${!session[@]}"; do
    for later in "${session[@]:i+1}"; do
        if hits=$(grep -n "#include \"session/$later.h\"" "session/${session[i]}.h" "session/${session[i]}.cpp" 2>/dev/null); then
            complain "session/${session[i]} must not know session/$later:" "$hits"
        fi
    done
done
if hits=$(grep -rn '#include "session/workspace.h"' session | grep -vE '^session/(workspace.cpp|screen_binding.h):'); then
    complain "What a workspace is made of must not know it:" "$hits"
fi

no_window='#include <(QWidget|QApplication|QPainter|QColor|QIcon|QGui|QDialog|QAbstractButton|QMessageBox)'
if hits=$(grep -rnE "#include \"(app|cli|session)/|$no_window" core); then
    complain "The core must not know the interface:" "$hits"
fi
if hits=$(grep -rnE "#include \"(app|cli)/|$no_window" session); then
    complain "An open project must not know the interface:" "$hits"
fi
if hits=$(grep -rnE '#include "(app|cli|session)/|#include <(QWidget|QApplication|QDialog)' paper); then
    complain "What is put on paper knows neither a window nor who asks for it:" "$hits"
fi
if hits=$(grep -rnE '#include "(app|cli|session|core|paper)/|#include <(QWidget|QApplication|QDialog)' picture); then
    complain "What reads pictures knows nothing else:" "$hits"
fi
if hits=$(grep -rn '#include "paper/' core session); then
    complain "Paper stands above the core and an open project:" "$hits"
fi
if hits=$(grep -rnE '#include "app/' cli); then
    complain "The command line must not know the application:" "$hits"
fi
# A delegate tells its view through itself.
if hits=$(grep -rnE 'Q_EMIT [a-zA-Z_]+(\(\))?(->|\.)' session app | grep -v 'Q_EMIT self->'); then
    complain "A signal is its owner's to emit:" "$hits"
fi
if hits=$(grep -rnE '"(SELECT|INSERT INTO|UPDATE|DELETE FROM|CREATE) ' app session cli); then
    complain "No SQL above the core:" "$hits"
fi
# That only the one door executes statements that write, the compiler says (SessionWriter); that they are made
# in few places stands here. The project's module shows them to be read.
if hits=$(grep -rnE '(INSERT INTO|REPLACE INTO|DELETE FROM|UPDATE %|UPDATE [a-z_"]+ SET|TRUNCATE TABLE)' . \
    | grep -vE '^./core/(database/(record_statements|dialect|log_protection|(sqlite|postgres|mariadb)/[a-z]+_(watch|log_protection)|mariadb/mariadb_dialect|sqlite/sqlite_set_wise)\.(cpp|h)|changes/(log/(change_log|log_entry|log_seal|log_takeover)|watch/(seen_rows|table_watching)|bulk/set_wise_update|as_it_was)\.cpp):'); then
    complain "Rows are changed by the one door only:" "$hits"
fi
if hits=$(grep -rn 'Access::ReadWrite' app cli | grep -vE '^(session/workspace|app/history/as_it_was_page|cli/((read|write|history|routine)_commands|(act|watch|import)_command|opened))\.cpp:'); then
    complain "A connection that writes belongs to the workspace, the commands that change rows, and who looks back:" "$hits"
fi
exit $bad
