#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Works the built program in a real X window, by keys alone: shapes a field, is stopped by a required one,
# edits, edits in a second window, changes several records at once, rolls back; then asks the command line
# what is stored. Usage: xvfb_test.sh GRAVIN GRAVIN-DEMO
set -euo pipefail
gravin=$1 demo=$2
scratch=$(mktemp -d)
pids=()
finish() {
    for pid in "${pids[@]}"; do kill "$pid" 2>/dev/null || true; done
    rm -rf "$scratch"
}
trap finish EXIT

"$demo" "$scratch/bay"
project=$scratch/bay/harbour.gravin
# The server finds a free display itself and writes its number.
mkfifo "$scratch/display"
Xvfb -displayfd 3 -screen 0 1280x800x24 3>"$scratch/display" 2>/dev/null &
pids+=($!)
read -r number <"$scratch/display"
export DISPLAY=:$number XDG_DATA_HOME=$scratch/data XDG_RUNTIME_DIR=$scratch
unset QT_QPA_PLATFORM

"$gravin" "$project" >"$scratch/out" 2>&1 &
pids+=($!)
program=$!

fail() { echo "FAILED: $*"; cat "$scratch/out"; "$gravin" log "$project" || true; exit 1; }
# Waits up to 20 s for a condition.
until_true() {
    local what=$1; shift
    for _ in $(seq 100); do "$@" && return 0; sleep 0.2; done
    fail "$what"
}
window_named() { xdotool search --onlyvisible --name "$1" >/dev/null 2>&1; }
focus() { xdotool windowfocus --sync "$(xdotool search --onlyvisible --name "$1" | tail -n 1)"; sleep 0.3; }
keys() { xdotool key --delay 60 "$@"; sleep 0.2; }
text() { xdotool type --delay 30 "$1"; sleep 0.2; }
changes() { "$gravin" log "$project" --json | grep -c '"id"' || true; }
changes_are() { [ "$(changes)" = "$1" ]; }
field() { "$gravin" rows "$project" aid --limit 1 --offset "$(($1 - 1))" --json | grep "\"$2\"" | cut -d: -f2- | tr -d ' ",'; }
go_to() { keys ctrl+g; text "$1"; keys Return; }

# Somebody else made this project: it is opened after a look at what it reaches.
until_true "what it reaches is said" window_named "Open Tarn Bay aids"
focus "Open Tarn Bay aids"
keys Return
question_is_gone() { ! window_named "Open Tarn Bay aids"; }
until_true "the question goes" question_is_gone
until_true "the window opens" window_named "Tarn Bay aids"
focus "Tarn Bay aids"
sleep 1

# Build: the label of the first field, saved to the project file.
keys F9 ctrl+Home F2
keys ctrl+a
text "Mark code"
keys Return ctrl+s
until_true "the project is saved" grep -q '"Mark code"' "$project"
keys F9

# Use: an edit in the grid.
go_to 3
keys Home Right F2 ctrl+a
text "Gannet North"
keys Return ctrl+s
until_true "the edit is saved" changes_are 1
[ "$(field 3 name)" = GannetNorth ] || fail "the edit is stored: $(field 3 name)"

# A required field left empty stops the save; nothing is written.
go_to 4
keys Home Right F2 ctrl+a Delete Return ctrl+s
sleep 1
changes_are 1 || fail "a required field that is empty must stop the save"
keys Escape

# A window of its own, pinned to its record while the list moves on.
go_to 5
keys ctrl+Return
until_true "the edit window opens" window_named "1 · Sker Ledge"
focus "Tarn Bay aids"
go_to 9
focus "1 · Sker Ledge"
# From the first field that can be edited to the second: the name.
keys Tab ctrl+a
text "Sker Rock"
keys ctrl+s
until_true "the window saves" changes_are 2
[ "$(field 5 name)$(field 9 name)" = SkerRockFiddler ] ||
    fail "the window saved its own record: $(field 5 name) $(field 9 name)"
keys ctrl+w
focus "Tarn Bay aids"

# Several records at once.
go_to 10
keys Home shift+Down shift+Down ctrl+b
until_true "the bulk update opens" window_named "Bulk update of 3 records"
focus "Bulk update of 3 records"
# From the field's list over what it gets to its value: Name, all alike.
keys Home Down Tab Tab
text "Alike"
sleep 0.7
# Return alone, in a field, sets nothing off.
keys Return
sleep 1
changes_are 2 || fail "Return in a field must not change records"
keys ctrl+Return
until_true "three records are changed as one" changes_are 3
[ "$(field 10 name)$(field 12 name)" = AlikeAlike ] || fail "the bulk update is stored"

# The change log and rolling back.
focus "Tarn Bay aids"
keys ctrl+l
sleep 0.7
# From the list over the fields to "Roll back…".
keys Tab Tab space
until_true "the plan opens" window_named "Roll back change 3"
focus "Roll back change 3"
sleep 0.5
keys ctrl+Return
until_true "the change is rolled back" changes_are 4
[ "$(field 10 name)$(field 12 name)" = SaintOrrinLongSandW ] || fail "what was there is there again"
kill -0 "$program" || fail "the program is still running"

# Killed in the midst of typing: what was typed is offered again, and saved only then.
focus "Tarn Bay aids"
keys ctrl+l
go_to 6
keys Home Right F2 ctrl+a
text "Tarn Lantern"
keys Return
sleep 1
kill -KILL "$program"
wait "$program" 2>/dev/null || true
[ "$(field 6 name)" = TarnLight ] || fail "nothing is stored that was not saved"
"$gravin" "$project" >"$scratch/out" 2>&1 &
program=$!
pids+=("$program")
until_true "what was typed is offered again" window_named "Edits that were not saved"
focus "Edits that were not saved"
sleep 0.5
keys Return
focus "Tarn Bay aids"
sleep 1
go_to 6
keys ctrl+s
until_true "what was taken up is saved" changes_are 5
[ "$(field 6 name)" = TarnLantern ] || fail "the edit that was taken up is stored: $(field 6 name)"
kill -0 "$program" || fail "the program is still running"
echo "The whole example works by keys in the built program."
