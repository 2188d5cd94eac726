#!/usr/bin/env bash
# Puts a backup into a scratch database of the same cluster, looks whether its history holds and it has a shop, and throws that away.
#   scripts/tryBackup.sh FILE      (DATABASE_URL: the cluster; its role must be allowed to make databases)
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
source "$ROOT/scripts/lib.sh"
FILE=${1:?usage: tryBackup.sh FILE}
[ -s "$FILE" ] || { echo "no backup at $FILE" >&2; exit 1; }
pg_env
BIN=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1)
SCRATCH="omnitrope_try_$$"
trap '"$BIN/dropdb" --if-exists --force "$SCRATCH" >/dev/null 2>&1' EXIT
"$BIN/createdb" "$SCRATCH"
"$BIN/pg_restore" --no-owner --no-acl --exit-on-error --single-transaction --dbname="$SCRATCH" "$FILE"
[ "$("$BIN/psql" -XqAt -d "$SCRATCH" -c 'select count(*) from shop')" = 1 ] || { echo 'it holds no shop' >&2; exit 1; }
fault=$("$BIN/psql" -XqAt -d "$SCRATCH" -c "select seq || ': ' || fault from events_first_fault()")
[ -z "$fault" ] || { echo "its history does not hold: entry $fault" >&2; exit 1; }
