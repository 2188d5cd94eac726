#!/usr/bin/env bash
# npm start: sets up whatever is missing, serves the shop, prints where. Run it again at any time.
#   npm start -- --empty: a shop of one's own (.data-own), asked for at its first page; npm start then opens it
#   npm start -- --demo: the demo's own shop file (.data) all the same; the two are never mixed
#   PORT (3000) first port tried; OMNITROPE_HOST (127.0.0.1; 0.0.0.0 for the bench network); DATABASE_URL: use that database, make no cluster
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
case "${1:-}" in
  --empty) file=.data-own;;
  --demo) file=.data;;
  *) file=$([ -d "$ROOT/.data-own" ] && echo .data-own || echo .data);;
esac
DIR=${OMNITROPE_DATA:-$ROOT/$file}
if [ "${1:-}" = --empty ] && [ -e "$DIR/demo.password" ]; then echo "omnitrope: $DIR holds the demo; name another place: OMNITROPE_DATA=... npm start -- --empty" >&2; exit 1; fi
mkdir -p "$DIR"
source "$ROOT/scripts/lib.sh"
HOST=${OMNITROPE_HOST:-127.0.0.1}

if [ -s "$DIR/server.json" ]; then
  old_pid=$(sed -n 's/.*"pid":\([0-9]*\).*/\1/p' "$DIR/server.json"); old_url=$(sed -n 's/.*"url":"\([^"]*\)".*/\1/p' "$DIR/server.json")
  if kill -0 "$old_pid" 2>/dev/null && curl -fsS -o /dev/null --max-time 3 "$old_url/sign-in" 2>/dev/null; then say "already running at $old_url (process $old_pid)"; exit 0; fi
fi

packages=(curl openssl)
[ -n "${DATABASE_URL:-}" ] || packages+=(postgresql)
need_packages "${packages[@]}"
need_modules
if [ -z "${DATABASE_URL:-}" ]; then
  OMNITROPE_DATA=$DIR bash "$ROOT/scripts/pg.sh" start
  DATABASE_URL=$(sed -n 's/^DATABASE_URL=//p' "$DIR/pg.env")
  SERVING_URL=$(sed -n 's/^SERVING_URL=//p' "$DIR/pg.env")
fi
export DATABASE_URL NEXT_TELEMETRY_DISABLED=1 NODE_ENV=production
BETTER_AUTH_SECRET=${BETTER_AUTH_SECRET:-$(need_secret "$DIR/auth.secret")}; export BETTER_AUTH_SECRET
# the seals of the history are made under a key that is not in the database; the newest of them stand in a file beside it
OMNITROPE_SEAL_KEY=${OMNITROPE_SEAL_KEY:-$(need_secret "$DIR/seal.key" 32)}; export OMNITROPE_SEAL_KEY OMNITROPE_ANCHORS="$DIR/history.anchors"
# a backup every night, kept there; tried by putting it back once a week
export OMNITROPE_BACKUPS=${OMNITROPE_BACKUPS:-$DIR/backups} OMNITROPE_ARCHIVES=${OMNITROPE_ARCHIVES:-$DIR/archives}
# a shop of one's own stays empty until it is set up, also when it is started again before that
[ "${1:-}" != --empty ] || : > "$DIR/own"
if [ ! -e "$DIR/own" ]; then OMNITROPE_DEMO_PASSWORD=${OMNITROPE_DEMO_PASSWORD:-$(need_secret "$DIR/demo.password" 6)}; export OMNITROPE_DEMO_PASSWORD; fi
cd "$ROOT"
npx tsx scripts/migrate.ts
[ -e "$DIR/own" ] || LOG_LEVEL=warn npx tsx scripts/demo.ts
[ -e "$DIR/own" ] || LOG_LEVEL=warn npx tsx scripts/year.ts
npx tsx scripts/anchors.ts
need_build
PORT=$(free_port "${PORT:-3000}"); export PORT
# https beside it, with a certificate the shop makes once: a browser gives camera and microphone to nothing else
TLS_PORT=$(free_port "$((PORT + 443))"); export TLS_PORT
need_certificate "$DIR"
export OMNITROPE_TLS=$DIR OMNITROPE_PIN OMNITROPE_FINGERPRINT
origins='' secure=''
for address in $(hostname -I 2>/dev/null); do case $address in *:*) ;; *) origins="$origins,http://$address:$PORT"; secure="$secure,https://$address:$TLS_PORT";; esac; done
OMNITROPE_ORIGINS="${OMNITROPE_ORIGINS:-},https://127.0.0.1:$TLS_PORT,https://localhost:$TLS_PORT"
if [ "$HOST" != 127.0.0.1 ]; then
  OMNITROPE_ORIGINS="$OMNITROPE_ORIGINS$origins$secure"; OMNITROPE_BENCH=${secure#,}; OMNITROPE_BENCH_PLAIN=${origins#,}
  export OMNITROPE_BENCH OMNITROPE_BENCH_PLAIN
fi
export OMNITROPE_ORIGINS
url="http://127.0.0.1:$PORT"
echo "{\"pid\":$$,\"url\":\"$url\",\"secure\":\"https://127.0.0.1:$TLS_PORT\"}" > "$DIR/server.json"
where=$url$([ "$HOST" = 127.0.0.1 ] || echo "${secure//,/ }")
if [ -e "$DIR/own" ]; then who="  A shop of your own: its first page asks who owns it."; else who="  Sign in (demo)    bench-a@saltmarsh.example   technician
                    buyer@saltmarsh.example     owner
                    trainee@saltmarsh.example   viewer, may only look
  Password          $OMNITROPE_DEMO_PASSWORD"; fi
cat >&2 <<TXT

  Omnitrope is at   $where
$who
  Certificate       $OMNITROPE_FINGERPRINT
                    (SHA-256; a browser asks about it once: these signs must be the same)
  Stop it with Ctrl-C; nothing is lost.

TXT
# the server and one worker for long jobs; whichever signal ends this ends both
stop() { trap - TERM INT; kill -TERM "$serve" "$worker" 2>/dev/null; wait "$serve" "$worker" 2>/dev/null; exit 0; }
trap stop TERM INT
# from here on with the role that owns nothing; only backups and their trial, by the worker, know the owner
owner_url=$DATABASE_URL; export DATABASE_URL=${SERVING_URL:-$DATABASE_URL}
HOST=$HOST node scripts/serve.mjs & serve=$!
export LOG_LEVEL=${LOG_LEVEL:-warn}
OMNITROPE_PARENT=$serve OMNITROPE_OWNER_URL=$owner_url keep_alive "$serve" node scripts/bundled.mjs scripts/worker.ts & worker=$!
wait "$serve"; ended=$?
kill -TERM "$worker" 2>/dev/null
exit "$ended"
