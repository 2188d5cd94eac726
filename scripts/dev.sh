#!/usr/bin/env bash
# npm run dev: the same shop with reloading, on the project's own cluster.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd); DIR=${OMNITROPE_DATA:-$ROOT/.data}; mkdir -p "$DIR"
source "$ROOT/scripts/lib.sh"
need_modules
OMNITROPE_DATA=$DIR bash "$ROOT/scripts/pg.sh" start
DATABASE_URL=$(sed -n 's/^DATABASE_URL=//p' "$DIR/pg.env"); BETTER_AUTH_SECRET=$(need_secret "$DIR/auth.secret"); OMNITROPE_DEMO_PASSWORD=$(need_secret "$DIR/demo.password" 6)
PORT=$(free_port "${PORT:-3000}")
export DATABASE_URL BETTER_AUTH_SECRET OMNITROPE_DEMO_PASSWORD PORT NEXT_TELEMETRY_DISABLED=1
cd "$ROOT"
npx tsx scripts/migrate.ts && npx tsx scripts/demo.ts
node scripts/bundled.mjs --only src/workers/worker.ts && node scripts/selftest.mjs
OMNITROPE_PARENT=$$ node scripts/bundled.mjs scripts/worker.ts &
exec node scripts/serve.mjs --dev
