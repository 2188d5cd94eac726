#!/usr/bin/env bash
# The main path in a browser with two application processes, three workers and a transaction pooler before the database.
# npm run bench:pooled [test files]. Wants a build and the cluster of the tests.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
export OMNITROPE_DATA=$PWD/.test OMNITROPE_POOLPORT=${OMNITROPE_POOLPORT:-6543}
bash scripts/pooler.sh start
trap 'bash scripts/pooler.sh stop' EXIT
SE_OFFLINE=true npx vitest run --project browser "${@:-tests/browser/path.test.ts}"
