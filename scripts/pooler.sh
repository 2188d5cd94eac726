#!/usr/bin/env bash
# A transaction pooler (PgBouncer) before the shop's cluster, for more processes than the database should hold sessions.
# scripts/pooler.sh start|stop. Reads pg.env in OMNITROPE_DATA (default .data); listens on OMNITROPE_POOLPORT (6543).
# Serve with DATABASE_URL pointing at it and OMNITROPE_SESSION_URL pointing past it.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
DIR=${OMNITROPE_DATA:-$ROOT/.data}
source "$ROOT/scripts/lib.sh"
POOL=$DIR/pooler
if [ "${1:-start}" = stop ]; then
  [ ! -s "$POOL/pid" ] || kill "$(cat "$POOL/pid")" 2>/dev/null || true
  exit 0
fi
need_packages pgbouncer
mkdir -p "$POOL"; chmod 700 "$POOL"
port=$(sed -n 's#^DATABASE_URL=.*@127.0.0.1:\([0-9]*\)/.*#\1#p' "$DIR/pg.env")
# who may come in, and with what: the owner and the role the shop serves with
sed -n 's#^[A-Z]*_URL=postgres://\([^:]*\):\([^@]*\)@.*#"\1" "\2"#p' "$DIR/pg.env" > "$POOL/users"
cat > "$POOL/pgbouncer.ini" <<INI
[databases]
; what a connection is told at its start cannot travel through a pooler: patience is set on its way to the database
* = host=127.0.0.1 port=$port connect_query='set statement_timeout = 20000; set lock_timeout = 8000; set idle_in_transaction_session_timeout = 60000'
[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${OMNITROPE_POOLPORT:-6543}
unix_socket_dir =
auth_type = scram-sha-256
auth_file = $POOL/users
pool_mode = transaction
default_pool_size = ${OMNITROPE_POOLSIZE:-16}
max_client_conn = 400
ignore_startup_parameters = extra_float_digits,statement_timeout,lock_timeout,idle_in_transaction_session_timeout
pidfile = $POOL/pid
logfile = $POOL/log
INI
chmod 600 "$POOL/users" "$POOL/pgbouncer.ini"
if [ "$(id -u)" = 0 ]; then
  chown -R postgres "$POOL"
  runuser -u postgres -- pgbouncer -d -q "$POOL/pgbouncer.ini"
else
  pgbouncer -d -q "$POOL/pgbouncer.ini"
fi
say "pooler on 127.0.0.1:${OMNITROPE_POOLPORT:-6543}"
