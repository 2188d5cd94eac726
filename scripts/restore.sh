#!/usr/bin/env bash
# npm run restore FILE: puts a backup in place of what is there now; what was there is backed up first. All or nothing.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd); DIR=${OMNITROPE_DATA:-$ROOT/.data}
source "$ROOT/scripts/lib.sh"
FILE=${1:?usage: npm run restore -- FILE}
[ -s "$FILE" ] || { say "no backup at $FILE"; exit 1; }
BIN=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1)
"$BIN/pg_restore" --list "$FILE" >/dev/null || { say "$FILE is not a backup of ours; nothing was changed"; exit 1; }
if [ -z "${DATABASE_URL:-}" ]; then OMNITROPE_DATA=$DIR bash "$ROOT/scripts/pg.sh" start; DATABASE_URL=$(sed -n 's/^DATABASE_URL=//p' "$DIR/pg.env"); fi
DATABASE_URL=$DATABASE_URL OMNITROPE_DATA=$DIR bash "$ROOT/scripts/backup.sh" "$DIR/before-restore-$(date -u +%Y%m%d-%H%M%S).dump"
(echo 'begin; drop schema if exists drizzle cascade; drop schema public cascade; create schema public;'
 "$BIN/pg_restore" --no-owner --file=- "$FILE" | grep -v '^SELECT pg_catalog.set_config(.search_path'
 echo 'commit;') | "$BIN/psql" -Xq -v ON_ERROR_STOP=1 "$DATABASE_URL" >/dev/null
fault=$("$BIN/psql" -XqAt "$DATABASE_URL" -c 'select * from public.events_first_fault()')
[ -z "$fault" ] || say "restored, but the history does not hold: $fault"
say "restored from $FILE; restart the shop"
