#!/usr/bin/env bash
# The browser tests on a slow machine: the browser slowed four times, two busy loops beside, and the two halves of the
# tests beside each other as `npm test` runs them. Three times by default; wants the .test cluster started and a build.
# What failed, and why, stands in .test/slow-RUN-HALF.log when a half has ended.
# npm run bench:slow [times] [files ...]
set -uo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
source "$ROOT/scripts/lib.sh"
cd "$ROOT"
times=${1:-3}; shift || true
for _ in 1 2; do (while :; do :; done) & done
# workers of a run that was broken off would take the jobs of the next one in a shop of the same name
slowed() { grep -lzs '^OMNITROPE_SLOWED=' /proc/[0-9]*/environ | cut -d/ -f3 | grep -vx $$; }
trap 'kill $(jobs -p) $(slowed) 2>/dev/null' EXIT
trap 'exit 1' INT TERM
half() { # its number, its files
  local shard=$1; shift
  OMNITROPE_SHARD=$shard OMNITROPE_SLOWED=4 SE_OFFLINE=true npx vitest run --project browser "$@" --reporter=default 2>&1 |
    tee "$ROOT/.test/slow-$run-$shard.log" |
    grep --line-buffered -E '×|Tests |Error' | sed -u "s/^/run $run, half $shard: /"
}
for ((run = 1; run <= times; run++)); do
  if [ $# -gt 0 ]; then half 1 "$@"; continue; fi
  browser_halves
  half 1 "${first[@]}" & one=$!
  half 2 "${second[@]}"
  wait "$one"
done
