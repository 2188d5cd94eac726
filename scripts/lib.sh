# Shared by the scripts: what a bare machine needs, set up once. Sourced with ROOT and DIR set.
say() { echo "omnitrope: $*" >&2; }

need_packages() { # Debian packages, installed when missing and we are root
  local missing=() p
  for p in "$@"; do dpkg -s "$p" >/dev/null 2>&1 || missing+=("$p"); done
  [ ${#missing[@]} -eq 0 ] && return 0
  [ "$(id -u)" = 0 ] || { say "missing: ${missing[*]}; install them: apt-get install ${missing[*]}"; exit 1; }
  case " ${missing[*]} " in *' postgresql '*)
    mkdir -p /etc/postgresql-common/createcluster.d
    echo 'create_main_cluster = false' > /etc/postgresql-common/createcluster.d/no-main.conf;;
  esac
  say "installing ${missing[*]}"
  apt-get -qq -o DPkg::Lock::Timeout=300 update
  DEBIAN_FRONTEND=noninteractive apt-get -qq -o DPkg::Lock::Timeout=300 install -y --no-install-recommends "${missing[@]}" >/dev/null
}

need_modules() { # npm ci when the lock file is newer than what is installed
  local stamp="$ROOT/node_modules/.omnitrope-lock" sum
  sum=$(sha256sum "$ROOT/package-lock.json" | cut -d' ' -f1)
  [ -s "$stamp" ] && [ "$(cat "$stamp")" = "$sum" ] && return 0
  say 'installing npm packages'
  (cd "$ROOT" && npm ci --no-audit --no-fund --loglevel=error) || exit 1
  echo "$sum" > "$stamp"
}

need_secret() { # $1: file, $2: bytes; a random secret made once, readable by its owner only
  [ -s "$1" ] || (umask 077; openssl rand -hex "${2:-24}" > "$1")
  cat "$1"
}

need_certificate() { # $1: folder; a key and a certificate made once, their pin and fingerprint as OMNITROPE_PIN and OMNITROPE_FINGERPRINT
  local names='DNS:localhost,IP:127.0.0.1' address
  for address in $(hostname -I 2>/dev/null); do names="$names,IP:$address"; done
  [ -s "$1/bench.crt" ] || (umask 077; openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -days 3650 \
    -keyout "$1/bench.key" -out "$1/bench.crt" -subj '/CN=the shop at this bench' -addext "subjectAltName=$names" 2>/dev/null) || exit 1
  OMNITROPE_PIN=$(openssl x509 -in "$1/bench.crt" -pubkey -noout | openssl pkey -pubin -outform der | openssl dgst -sha256 -binary | openssl base64)
  OMNITROPE_FINGERPRINT=$(openssl x509 -in "$1/bench.crt" -noout -fingerprint -sha256 | cut -d= -f2)
}

need_build() { # a production build when anything it is made of has changed; the worker threads' file looks after itself
  (cd "$ROOT" && node scripts/bundled.mjs --only src/workers/worker.ts && node scripts/selftest.mjs) || exit 1
  local stamp="$ROOT/.next/omnitrope-build" sum
  sum=$(cd "$ROOT" && find src next.config.ts postcss.config.mjs tsconfig.json package-lock.json -type f ! -name '*.test.ts' -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1)
  [ -s "$stamp" ] && [ "$(cat "$stamp")" = "$sum" ] && return 0
  say 'building (about two minutes the first time)'
  (cd "$ROOT" && NEXT_TELEMETRY_DISABLED=1 npx next build >"$DIR/build.log" 2>&1) || { tail -40 "$DIR/build.log" >&2; exit 1; }
  echo "$sum" > "$stamp"
}

free_port() { # $1: first port tried
  local p
  for p in $(seq "$1" $(($1 + 40))); do (exec 3<>"/dev/tcp/127.0.0.1/$p") 2>/dev/null || { echo "$p"; return 0; }; say "port $p is taken, trying the next"; done
  say 'no free port'; exit 1
}

pg_env() { # DATABASE_URL as PG* variables: a password on a command line is seen by everybody on the machine
  local line
  while IFS= read -r line; do export "$line"; done < <(node -e '
    const url = new URL(process.env.DATABASE_URL);
    const say = (name, value) => value && console.log(`${name}=${value}`);
    say("PGHOST", url.hostname.replace(/^\[|\]$/g, "")); say("PGPORT", url.port); say("PGUSER", decodeURIComponent(url.username));
    say("PGPASSWORD", decodeURIComponent(url.password)); say("PGDATABASE", decodeURIComponent(url.pathname.slice(1)));
    say("PGSSLMODE", url.searchParams.get("sslmode"));')
}

keep_alive() { # $1: a process; the rest: a command that is started again whenever it ends while that process lives, later each time
  # it ends at once
  local parent=$1 wait=1 began one=
  shift
  trap 'kill -TERM "$one" 2>/dev/null; wait "$one" 2>/dev/null; exit 0' TERM INT
  while kill -0 "$parent" 2>/dev/null; do
    began=$(date +%s)
    "$@" & one=$!
    wait "$one"
    kill -0 "$parent" 2>/dev/null || break
    [ $(($(date +%s) - began)) -gt 60 ] && wait=1
    say "the worker ended; it is started again in $wait s"
    sleep "$wait" & wait $!
    [ "$wait" -ge 60 ] || wait=$((wait * 2))
  done
}

browser_halves() { # the browser tests' files dealt to two shops, as the arrays first (the long ones) and second (whatever else)
  local file
  first=(); second=()
  for file in tests/browser/*.test.ts; do
    case $(basename "$file" .test.ts) in
      views | selftest | erase | keys | manners | readings | routes | steady) first+=("$file") ;;
      *) second+=("$file") ;;
    esac
  done
}
