#!/usr/bin/env bash
# npm run worker: one more worker for long jobs, beside a running shop. DATABASE_URL: another database than the one made here.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
DIR=${OMNITROPE_DATA:-$ROOT/.data}
if [ -z "${DATABASE_URL:-}" ]; then
  [ -s "$DIR/pg.env" ] || { echo 'omnitrope: no shop here yet: run "npm start" first, or set DATABASE_URL' >&2; exit 1; }
  OMNITROPE_OWNER_URL=$(sed -n 's/^DATABASE_URL=//p' "$DIR/pg.env"); export OMNITROPE_OWNER_URL
  DATABASE_URL=$(sed -n 's/^SERVING_URL=//p' "$DIR/pg.env"); DATABASE_URL=${DATABASE_URL:-$OMNITROPE_OWNER_URL}
fi
export DATABASE_URL NODE_ENV=production OMNITROPE_ARCHIVES=${OMNITROPE_ARCHIVES:-$DIR/archives}
cd "$ROOT"
exec node scripts/bundled.mjs scripts/worker.ts
