#!/bin/bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Runs a command with two throw-away servers at hand: PostgreSQL through libpq's environment
# variables, MariaDB at the URL in GRAVIN_TEST_MARIADB. Both are gone afterwards.
set -eu

folder=$(mktemp -d)
server=
clean_up() {
    if [ -n "$server" ]; then
        kill "$server" 2>/dev/null || true
        wait "$server" 2>/dev/null || true
    fi
    rm -rf "$folder"
}
trap clean_up EXIT

# Servers that start remove what others seem to have left in a folder for passing files.
mkdir "$folder/passing"
export TMPDIR="$folder/passing"
mariadb-install-db --no-defaults --datadir="$folder/data" --skip-test-db \
    --auth-root-authentication-method=normal >"$folder/install.log" 2>&1 ||
    { cat "$folder/install.log" >&2; exit 1; }
# Bound to this machine only; a free port is asked of the system.
free_port() {
    perl -MIO::Socket::INET -e \
        'print IO::Socket::INET->new(Listen => 1, LocalAddr => "127.0.0.1", LocalPort => 0)->sockport'
}
port=$(free_port)
mariadbd --no-defaults --datadir="$folder/data" --socket="$folder/socket" --bind-address=127.0.0.1 \
    --innodb-flush-log-at-trx-commit=0 --port="$port" --pid-file="$folder/pid" --user="$(id -un)" --lc-messages-dir=/usr/share/mysql \
    >"$folder/server.log" 2>&1 &
server=$!
# A busy machine may take a while over it; a server that is gone is not waited for.
for _ in $(seq 600); do
    kill -0 "$server" 2>/dev/null || break
    if mariadb-admin --no-defaults --socket="$folder/socket" --user=root ping >/dev/null 2>&1; then
        ready=yes
        break
    fi
    sleep 0.1
done
if [ -z "${ready:-}" ]; then
    cat "$folder/server.log" >&2
    echo "The MariaDB server did not start." >&2
    exit 1
fi
unset TMPDIR
# An account with a password that is let in through the network.
mariadb --no-defaults --socket="$folder/socket" --user=root \
    --execute="CREATE USER 'keeper'@'127.0.0.1' IDENTIFIED BY 'tide-table'; GRANT ALL ON *.* TO 'keeper'@'127.0.0.1'"

export GRAVIN_TEST_MARIADB="mariadb://root@localhost/mysql?socket=$folder/socket"
export GRAVIN_TEST_MARIADB_SOCKET="$folder/socket"
export GRAVIN_TEST_MARIADB_PORT="$port"
# What a crash would lose matters to nobody here, and waiting for the disk takes most of the time.
# Another server of this machine may have the usual port.
# The server's own programs go first: what Debian puts before them takes longer than most statements.
pg_virtualenv -t -c "--port=$(free_port)" -o fsync=off -o synchronous_commit=off \
    bash -c 'PATH="${PG_CONFIG%/*}:$PATH" exec "$@"' with-servers "$@"
