#!/usr/bin/env bash
# npm run restore -- FILE: puts a backup in place of what is there now; what was there is backed up first. All or nothing: the dump is
# read to its end, put back inside ONE transaction, its history checked there, and only then does it take the place of anything.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd); DIR=${OMNITROPE_DATA:-$ROOT/.data}
source "$ROOT/scripts/lib.sh"
FILE=${1:?usage: npm run restore -- FILE}
[ -s "$FILE" ] || { say "no backup at $FILE"; exit 1; }
umask 077
BIN=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1)
WORK=$(mktemp -d); trap 'rm -rf "$WORK"' EXIT
refuse() { say "$1; nothing was changed"; exit 1; }
"$BIN/pg_restore" --no-owner --no-acl --file="$WORK/all.sql" "$FILE" 2>"$WORK/why" || refuse "$FILE is not a whole backup of ours ($(head -1 "$WORK/why"))"
grep -q 'CREATE TABLE public.events ' "$WORK/all.sql" || refuse "$FILE is a backup of something else"
if [ -z "${DATABASE_URL:-}" ]; then OMNITROPE_DATA=$DIR bash "$ROOT/scripts/pg.sh" start; DATABASE_URL=$(sed -n 's/^DATABASE_URL=//p' "$DIR/pg.env"); fi
export DATABASE_URL; pg_env
OMNITROPE_DATA=$DIR bash "$ROOT/scripts/backup.sh" "$DIR/before-restore-$(date -u +%Y%m%d-%H%M%S).dump"
# what stands written down outside: an entry of the dump with that number must be that one
anchored() {
  [ -s "$1" ] || return 0
  sed -n "s/^history \\([0-9]*\\) \\([0-9a-f]\\{64\\}\\)$/  perform 1 from public.events where seq = \\1 and hash <> '\\2'; if found then raise exception 'its history does not hold: entry \\1 is not what was written down outside'; end if;/p" "$1"
}
# the backup's own anchor is its newest entry: nothing may be cut off before it
{
  echo 'begin; set local lock_timeout = 0; drop schema if exists drizzle cascade; drop schema public cascade; create schema public;'
  grep -v '^SELECT pg_catalog.set_config(.search_path' "$WORK/all.sql"
  cat <<SQL
do \$\$ declare bad record; begin
  select * into bad from public.events_first_fault();
  if found then raise exception 'its history does not hold: entry %, %', bad.seq, bad.fault; end if;
$(anchored "$FILE.anchor"; anchored "$DIR/history.anchors")
  perform 1 from public.shop; if not found then raise exception 'it holds no shop'; end if;
end \$\$;
-- who was signed out, and what was ended, since the backup was made stays so
do \$\$ declare had text; begin
  foreach had in array array['session', 'tokens', 'report_tokens', 'self_test_tokens'] loop
    if to_regclass('public.' || had) is not null then execute 'delete from public.' || had; end if;
  end loop;
end \$\$;
update public.reading_runs set ended_at = now(), ending = 'dropped' where ended_at is null;
update public.erasure_runs set state = 'ended', ending = 'dropped' where ending = '';
commit;
SQL
} > "$WORK/restore.sql"
"$BIN/psql" -Xq -v ON_ERROR_STOP=1 -f "$WORK/restore.sql" >/dev/null 2>"$WORK/why" || refuse "$FILE was not put back: $(grep -m1 ERROR "$WORK/why" || head -1 "$WORK/why")"
# anchors beyond what is there now belong to what was put aside
if [ -s "$DIR/history.anchors" ]; then
  newest=$("$BIN/psql" -XqAt -c 'select coalesce(max(seq), 0) from events')
  awk -v n="$newest" '$2 <= n' "$DIR/history.anchors" > "$DIR/history.anchors.new" && mv "$DIR/history.anchors.new" "$DIR/history.anchors"
fi
# made up to date where it is older, and who may do what granted anew
(cd "$ROOT" && npx tsx scripts/migrate.ts) || say 'it is there, and could not be brought up to date: see above'
say "restored from $FILE; everybody signs in again; restart the shop"
