#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Fails on an include that runs upward: the core knows no window, and within it each module knows only
# those before it. Also fails on SQL under src/app.
set -euo pipefail
cd "$1/src"
bad=0
complain() { echo "$*"; bad=1; }

order=(base value expression database records changes project exchange)
for i in "${!order[@]}"; do
    for later in "${order[@]:i+1}"; do
        if hits=$(grep -rn "#include \"core/$later/" "core/${order[i]}"); then
            complain "core/${order[i]} must not know core/$later:" "$hits"
        fi
    done
done
if hits=$(grep -rnE '#include [<"](app|cli)/|#include <(QWidget|QApplication|QPainter|QColor|QIcon|QGui)' core); then
    complain "The core must not know the interface:" "$hits"
fi
if hits=$(grep -rnE '#include "app/' cli); then
    complain "The command line must not know the application:" "$hits"
fi
if hits=$(grep -rnE '"(SELECT|INSERT INTO|UPDATE|DELETE FROM|CREATE) ' app); then
    complain "No SQL under src/app:" "$hits"
fi
# One door for writes: the statements that change a row are made in one place, the log's own and those
# that fill the temporary table of what was in others, and only the door runs them. The project's module shows them to be read.
if hits=$(grep -rnE '(INSERT INTO|REPLACE INTO|DELETE FROM|UPDATE %|UPDATE [a-z_"]+ SET|TRUNCATE TABLE)' . \
    | grep -vE '^./core/(database/(record_statements|dialect|mariadb_dialect|sqlite_set_wise)\.(cpp|h)|changes/(change_log|log_entry|log_seal|set_wise_update|as_it_was)\.cpp):'); then
    complain "Rows are changed by the one door only:" "$hits"
fi
if hits=$(grep -rnlE '(updateStatement|updateManyStatement|deleteStatement|insertStatement|guardedStatement)\(' . \
    | grep -vE '^./core/(database/|changes/change_writer(_run)?\.cpp|project/screen_statements\.cpp)'); then
    complain "Only the one door makes statements that change rows:" "$hits"
fi
if hits=$(grep -rnE '(SetWiseUpdate[>(]|SetWiseUpdate [a-z]|appendRows\()' . \
    | grep -vE '^./core/(database/|changes/(change_writer|set_wise_update))'); then
    complain "Only the one door lets an engine change many rows:" "$hits"
fi
if hits=$(grep -rn 'Access::ReadWrite' app cli | grep -vE '^(app/session/workspace|app/history/as_it_was_page|cli/(read|write|history)_commands)\.cpp:'); then
    complain "A connection that writes belongs to the workspace, the commands that change rows, and who looks back:" "$hits"
fi
exit $bad
