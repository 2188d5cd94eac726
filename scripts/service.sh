#!/usr/bin/env bash
# npm run service [-- --remove]: a systemd unit that starts the shop with the computer (server and worker), and starts it again
# when it ends. It is written and enabled; --remove stops it and takes it away again. Nothing of the shop's data is touched.
#   OMNITROPE_HOST, PORT, OMNITROPE_DATA, DATABASE_URL, OMNITROPE_URL: as for npm start; they are kept in the unit's own file
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
source "$ROOT/scripts/lib.sh"
UNIT=${OMNITROPE_UNIT_DIR:-/etc/systemd/system}/omnitrope.service
ENVIRONMENT=${OMNITROPE_UNIT_ENV:-/etc/omnitrope.env}
ctl() { if [ -n "${OMNITROPE_UNIT_DIR:-}" ]; then say "would run: systemctl $*"; else systemctl "$@"; fi; }
[ "$(id -u)" = 0 ] || [ -n "${OMNITROPE_UNIT_DIR:-}" ] || { say 'systemd units are written by root: sudo npm run service'; exit 1; }
if [ "${1:-}" = --remove ]; then
  ctl disable --now omnitrope.service || true
  rm -f "$UNIT" "$ENVIRONMENT"
  ctl daemon-reload
  say 'the service is taken away; the data is where it was'
  exit 0
fi
command -v systemctl >/dev/null || [ -n "${OMNITROPE_UNIT_DIR:-}" ] || { say 'there is no systemd on this computer'; exit 1; }
umask 077
: > "$ENVIRONMENT"
for name in OMNITROPE_HOST PORT OMNITROPE_DATA DATABASE_URL SERVING_URL OMNITROPE_URL OMNITROPE_TRUSTED_PROXIES OMNITROPE_POOL OMNITROPE_SESSION_URL OMNITROPE_BACKUPS_KEPT OMNITROPE_ARCHIVES; do
  [ -z "${!name:-}" ] || printf '%s=%s\n' "$name" "${!name}" >> "$ENVIRONMENT"
done
cat > "$UNIT" <<TXT
[Unit]
Description=Omnitrope, the workbench of the shop
After=network-online.target
Wants=network-online.target

[Service]
Type=simple
WorkingDirectory=$ROOT
EnvironmentFile=-$ENVIRONMENT
Environment=PATH=$PATH
ExecStart=/usr/bin/env bash $ROOT/scripts/start.sh
Restart=always
RestartSec=5
TimeoutStopSec=30
NoNewPrivileges=false

[Install]
WantedBy=multi-user.target
TXT
chmod 644 "$UNIT"
ctl daemon-reload
ctl enable --now omnitrope.service
say "written and enabled: $UNIT; settings in $ENVIRONMENT; look at it with: systemctl status omnitrope"
say 'taken away again with: sudo npm run service -- --remove'
