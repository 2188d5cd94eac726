#!/usr/bin/env bash
# The browser tests on a slow machine: the browser slowed four times, two busy loops beside. Three times by default.
# npm run bench:slow [times] [files ...]
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
times=${1:-3}; shift || true
for _ in 1 2; do (while :; do :; done) & done
trap 'kill $(jobs -p) 2>/dev/null' EXIT
for ((run = 1; run <= times; run++)); do
  OMNITROPE_SLOWED=4 SE_OFFLINE=true npx vitest run --project browser "$@" --reporter=default 2>&1 |
    grep --line-buffered -E '×|Tests |Error' | sed "s/^/run $run: /"
done
