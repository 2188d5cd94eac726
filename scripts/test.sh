#!/usr/bin/env bash
# npm test: sets up what it needs (a second, throw-away cluster in .test), then checks, unit, server and browser tests.
# Ends with a line "N passed, N failed".
set -uo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
DIR=$ROOT/.test
mkdir -p "$DIR"
source "$ROOT/scripts/lib.sh"
cd "$ROOT"
# both wait for the network most of the time
need_packages curl openssl postgresql chromium chromium-headless-shell chromium-driver lshw poppler-utils & packages=$!
need_modules
wait "$packages" || exit 1
export NEXT_TELEMETRY_DISABLED=1 SE_OFFLINE=true
unset DATABASE_URL
passed=0; failed=0; names=

step() { # name, command...: a check that counts as one
  local name=$1; shift
  if "$@" > "$DIR/$name.log" 2>&1; then say "$name: passed"; passed=$((passed + 1)); else say "$name: FAILED"; tail -60 "$DIR/$name.log"; names+="FAILED $name"$'\n'; failed=$((failed + 1)); fi
}

suite() { # vitest project [name of its part, its files]: its own counts
  local project=$1 part=${2:-}; shift; [ -z "$part" ] || shift
  npx vitest run --project "$project" "$@" --reporter=default --reporter=json --outputFile.json="$DIR/$project${part:+-$part}.json" 2>&1 | grep -v '^npm warn' || true
}
tally() { # what a suite wrote down
  local counts
  counts=$(node -e 'try { const r = require(process.argv[1]); const broken = r.testResults.filter((f) => f.status === "failed" && f.assertionResults.length === 0).length; console.log(r.numPassedTests, r.numFailedTests + broken) } catch { console.log(0, 1) }' "$DIR/$1.json")
  passed=$((passed + ${counts% *})); failed=$((failed + ${counts#* }))
  local more
  more=$(node -e 'try { for (const f of require(process.argv[1]).testResults) { if (f.status === "failed" && !f.assertionResults.length) console.log("FAILED", f.name, String(f.message).split("\n")[0]); for (const t of f.assertionResults) if (t.status === "failed") console.log("FAILED", f.name.split("/").pop(), t.fullName, "|", String(t.failureMessages[0]).split("\n")[0]) } } catch { console.log("FAILED", process.argv[1], "was not written") }' "$DIR/$1.json")
  [ -z "$more" ] || names+=$more$'\n'
}

rm -f "$DIR"/*.json
# the longest check runs beside the others and beside the build
npx eslint . --max-warnings 0 > "$DIR/eslint.log" 2>&1 & lint=$!
step format npx prettier --check . --log-level warn
step types npx tsc --noEmit --incremental false
step imports npx depcruise --config .dependency-cruiser.cjs src scripts bench tests
step circles node scripts/circles.mjs
OMNITROPE_DATA=$DIR OMNITROPE_PGPORT=54429 OMNITROPE_PG_OPTIONS='-c fsync=off -c synchronous_commit=off -c full_page_writes=off' bash scripts/pg.sh start || failed=$((failed + 1))
# in a shell of its own: what it lacks ends that one alone
(need_build); built=$?
lint_done() { wait "$lint" || { cat "$DIR/eslint.log"; return 1; }; }
step lint lint_done
suite unit; tally unit
if [ "$built" -eq 0 ]; then
  suite server; tally server
  # two browsers at a time, each with a shop of its own
  browser_halves
  # one demo shop for both, made now: its clocks run from here
  export OMNITROPE_DEMO=omnitrope_demo_once
  psql "$(sed -n 's/^DATABASE_URL=//p' "$DIR/pg.env")" -Xqc "drop database if exists $OMNITROPE_DEMO with (force)" 2>/dev/null
  OMNITROPE_SHARD=1 suite browser 1 "${first[@]}" > "$DIR/browser-1.log" 2>&1 & half=$!
  OMNITROPE_SHARD=2 suite browser 2 "${second[@]}"
  wait "$half"; cat "$DIR/browser-1.log"
  tally browser-1; tally browser-2
else say 'the build FAILED'; failed=$((failed + 1)); fi
OMNITROPE_DATA=$DIR bash scripts/pg.sh stop
# named once more at the end, where whoever reads a long log looks
[ -z "$names" ] || echo "$names"
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
