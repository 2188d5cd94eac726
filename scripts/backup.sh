#!/usr/bin/env bash
# npm run backup [FILE]: everything of the shop (photographs too) in one file, while it runs.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd); DIR=${OMNITROPE_DATA:-$ROOT/.data}
source "$ROOT/scripts/lib.sh"
if [ -z "${DATABASE_URL:-}" ]; then OMNITROPE_DATA=$DIR bash "$ROOT/scripts/pg.sh" start; DATABASE_URL=$(sed -n 's/^DATABASE_URL=//p' "$DIR/pg.env"); fi
FILE=${1:-$DIR/backup-$(date -u +%Y%m%d-%H%M%S).dump}
BIN=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1)
"$BIN/pg_dump" --format=custom --no-owner --file="$FILE.part" "$DATABASE_URL"
mv "$FILE.part" "$FILE"      # a half-written backup is never taken for a whole one
say "backed up to $FILE ($(du -h "$FILE" | cut -f1))"
