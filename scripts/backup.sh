#!/usr/bin/env bash
# npm run backup [FILE]: everything of the shop (photographs too) in one file that only its owner can read, while it runs.
# The newest number and seal of the history are written beside it: what was cut off a history shows against them.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd); DIR=${OMNITROPE_DATA:-$ROOT/.data}
source "$ROOT/scripts/lib.sh"
if [ -z "${DATABASE_URL:-}" ]; then OMNITROPE_DATA=$DIR bash "$ROOT/scripts/pg.sh" start; DATABASE_URL=$(sed -n 's/^DATABASE_URL=//p' "$DIR/pg.env"); fi
export DATABASE_URL; pg_env
umask 077
FILE=${1:-$DIR/backup-$(date -u +%Y%m%d-%H%M%S).dump}
BIN=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1)
# what waits for a worker stands in the table of jobs; the queue is made anew from it
"$BIN/pg_dump" --exclude-schema=pgboss --format=custom --no-owner --no-acl --file="$FILE.part"
"$BIN/pg_restore" --file=/dev/null "$FILE.part"   # read to its end: a cut-off dump is none
chmod 600 "$FILE.part"; mv "$FILE.part" "$FILE"      # a half-written backup is never taken for a whole one
"$BIN/psql" -XqAt -c "select 'history ' || seq || ' ' || hash from events order by seq desc limit 1" > "$FILE.anchor"
say "backed up to $FILE ($(du -h "$FILE" | cut -f1)); $(cut -c1-40 "$FILE.anchor")"
