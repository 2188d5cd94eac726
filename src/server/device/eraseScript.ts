import { pinned } from './host';
/**
 * The script that erases one drive of a unit under a live Linux. It writes nothing until a person has typed the drive's
 * serial here and another word was given at the bench; it refuses what is mounted, swapped on, held by another volume,
 * removable, or not the one on record. Every sector that cannot be written is counted, and what is read back too.
 * A loose drive is erased by the same script on the computer of a dock.
 */
export const eraseScript = (origin: string, token: string, of: string): string => `#!/bin/sh
# Omnitrope: erases ONE drive of ${of}, after its serial was typed here and confirmed at the bench. Ctrl-C stops it.
set -u
url='${origin}/e/${token}'
${pinned(origin)}
sys="\${OMNI_SYS:-/sys}"; dev="\${OMNI_DEV:-/dev}"; proc="\${OMNI_PROC:-/proc}"; tty="\${OMNI_TTY:-/dev/tty}"
every="\${OMNI_EVERY:-2}"; chunk="\${OMNI_CHUNK:-64}"
PATH="$PATH:/usr/sbin:/sbin"; export PATH
dir=$(mktemp -d) || exit 1
have() { command -v "$1" >/dev/null 2>&1; }
have curl || have wget || { echo 'Neither curl nor wget is here: nothing is done.'; exit 1; }
post() { # path, text: prints the answer
  printf '%s' "$2" > "$dir/body"
  if have curl; then curl $pin -sS --max-time 10 -X POST -H 'Content-Type: application/json' --data-binary "@$dir/body" "$url$1" 2>/dev/null
  else wget $nopin -q -T 10 -O - --content-on-error --header='Content-Type: application/json' --post-file="$dir/body" "$url$1" 2>/dev/null; fi
}
get() { if have curl; then curl $pin -sS --max-time 10 "$url$1" 2>/dev/null; else wget $nopin -q -T 10 -O - --content-on-error "$url$1" 2>/dev/null; fi; }
say_of() { printf '%s' "$1" | sed -n 's/.*"say":"\\([a-z ]*\\)".*/\\1/p'; }
field() { printf '%s' "$1" | sed -n 's/.*"'"$2"'":"\\([^"]*\\)".*/\\1/p'; }
begun=; over=; through=false; unwritten=0; read=0; unread=0; left=0; sectors=0; tool=
trap 'rm -rf "$dir"' EXIT
trap 'over=stopped' INT TERM HUP
# --- which drives there are, and which must not be touched
on_usb() { case "$(readlink -f "$sys/block/$1" 2>/dev/null)" in */usb*) return 0 ;; esac; return 1; }
is_drive() { [ -b "$1" ] || { [ "$dev" != /dev ] && [ -f "$1" ]; }; }
told_serial() { smartctl -i "$dev/$1" 2>/dev/null | sed -n 's/^Serial [Nn]umber: *//p' | tr -d ' '; }
serial_of() { # name
  # a dock's bridge may show a serial of its own: what the drive says counts there
  on_usb "$1" && one=$(told_serial "$1") && [ -n "$one" ] && { echo "$one"; return; }
  one=$(cat "$sys/block/$1/device/serial" 2>/dev/null | tr -d ' \\000'); [ -n "$one" ] && { echo "$one"; return; }
  one=$(lsblk -dno SERIAL "$dev/$1" 2>/dev/null | tr -d ' '); [ -n "$one" ] && { echo "$one"; return; }
  told_serial "$1"
}
used_by() { # name: says why it may not be touched
  for part in "$sys/block/$1" "$sys/block/$1"/"$1"*; do
    [ -d "$part" ] || continue
    node=$(basename "$part")
    grep -q "^$dev/$node " "$proc/mounts" 2>/dev/null && { echo "$node is mounted"; return; }
    grep -q "^$dev/$node[[:space:]]" "$proc/swaps" 2>/dev/null && { echo "$node is swap"; return; }
    for holder in "$part"/holders/*; do
      [ -e "$holder" ] && { echo "$node is held by $(basename "$holder")"; return; }
    done
    # what the system was started from, also when it runs from memory
    for id in $(lsblk -dno UUID,PARTUUID "$dev/$node" 2>/dev/null); do
      grep -q "$id" "$proc/cmdline" 2>/dev/null && { echo "this system was started from $node"; return; }
    done
  done
  grep -qE "(=|/)$1([0-9p ]|$)" "$proc/cmdline" 2>/dev/null && { echo "this system was started from $1"; return; }
  [ "$(cat "$sys/block/$1/removable" 2>/dev/null)" = 1 ] && echo 'it is removable'
}
echo 'Drives of this machine:'
for path in "$sys"/block/*; do
  name=$(basename "$path")
  case "$name" in loop*|ram*|zram*|sr*|dm-*|md*|fd*) continue ;; esac
  is_drive "$dev/$name" || continue
  why=$(used_by "$name")
  echo "  $name  serial $(serial_of "$name")  $(( $(cat "$path/size" 2>/dev/null || echo 0) / 1953125 )) GB\${why:+  NOT: $why}"
done
printf 'Type the serial of the drive to be ERASED, or Enter to leave: '
typed=; read -r typed < "$tty" || typed=
typed=$(printf '%s' "$typed" | tr -d ' ')
[ -n "$typed" ] || { echo; echo 'Nothing was typed: nothing is done.'; exit 0; }
found=
for path in "$sys"/block/*; do
  name=$(basename "$path")
  is_drive "$dev/$name" || continue
  [ "$(serial_of "$name")" = "$typed" ] || continue
  [ -n "$found" ] && { echo 'Two drives show that serial: nothing is done.'; exit 1; }
  found=$name
done
[ -n "$found" ] || { echo 'No drive of this machine has that serial: nothing is done.'; exit 1; }
why=$(used_by "$found"); [ -z "$why" ] || { echo "Not $found: $why. Nothing is done."; exit 1; }
sectors=$(cat "$sys/block/$found/size" 2>/dev/null || echo 0)
case "$sectors" in ''|*[!0-9]*|0) echo "The size of $found is not shown: nothing is done."; exit 1 ;; esac
drive="$dev/$found"
model=$(cat "$sys/block/$found/device/model" 2>/dev/null | tr -d '"\\\\\\000' | sed 's/ *$//')
got=$(post /serial "{\\"device\\":\\"$drive\\",\\"serial\\":\\"$typed\\",\\"model\\":\\"$model\\",\\"sectors\\":$sectors}")
[ "$(say_of "$got")" = wait ] || { echo "Refused: $(field "$got" message)"; echo 'Nothing is done.'; exit 1; }
echo "Named: $found, $typed. Nothing is written yet: confirm it at the bench."
waited=0
while :; do
  [ -z "$over" ] || { echo 'Stopped: nothing was written.'; exit 1; }
  word=$(get /at); say=$(say_of "$word")
  [ "$say" = go ] && break
  [ "$say" = stop ] && { echo 'Given up at the bench: nothing was written.'; exit 1; }
  waited=$((waited + 1)); [ "$waited" -lt 1800 ] || { echo 'Nobody confirmed it: nothing was written.'; exit 1; }
  sleep "$every"
done
# once more, for what happened while we waited
why=$(used_by "$found"); [ -z "$why" ] || { over=stopped; echo "Not $found: $why."; }
[ "$(serial_of "$found")" = "$typed" ] || { over=stopped; echo 'Another drive is there now.'; }
method=$(field "$word" method)
case "$word" in *'"whole":true'*) whole=1 ;; *) whole=0 ;; esac
direct='oflag=direct'; [ -b "$drive" ] || direct=
rdirect='iflag=direct'; [ -b "$drive" ] || rdirect=
told=0
tell() { # phase, done, total: at most once every few seconds; stops when the bench says so
  now=$(cut -d . -f 1 "$proc/uptime" 2>/dev/null || echo 0); [ -n "$now" ] || now=0
  [ "$2" -lt "$3" ] && [ $((now - told)) -lt 3 ] && [ "$told" -gt 0 ] && return 0
  told=$now
  got=$(post /at "{\\"phase\\":\\"$1\\",\\"done\\":$2,\\"total\\":$3,\\"unwritten\\":$unwritten}")
  [ "$(say_of "$got")" = stop ] && over=stopped
  :
}
zeros() { dd if=/dev/zero of="$drive" bs=512 seek="$1" count="$2" conv=notrunc 2>/dev/null; }
write_at() { # first sector, how many: what cannot be written is halved until the sector is found
  if [ "$2" -ge 2048 ] && [ $(($1 % 2048)) = 0 ] && [ $(($2 % 2048)) = 0 ]; then
    dd if=/dev/zero of="$drive" bs=1M seek=$(($1 / 2048)) count=$(($2 / 2048)) conv=notrunc $direct 2>/dev/null && return 0
  else zeros "$1" "$2" && return 0; fi
  [ "$2" -le 1 ] && { unwritten=$((unwritten + 1)); return 0; }
  half=$(($2 / 2)); [ "$half" -ge 2048 ] && half=$((half / 2048 * 2048))
  set -- "$1" "$2" "$half" "$(($2 - half))"
  write_at "$1" "$3"
  write_at "$(($1 + $3))" "$4"
}
empty_at() { # first sector, how many: is all of it nothing? prints unread or full for what is not
  want=$(($2 * 512))
  if [ "$2" -ge 2048 ] && [ $(($1 % 2048)) = 0 ] && [ $(($2 % 2048)) = 0 ]; then
    dd if="$drive" bs=1M skip=$(($1 / 2048)) count=$(($2 / 2048)) $rdirect 2>/dev/null > "$dir/pipe.ok" || { rm -f "$dir/pipe.ok"; echo unread; return; }
  else dd if="$drive" bs=512 skip="$1" count="$2" 2>/dev/null > "$dir/pipe.ok" || { echo unread; return; }; fi
  [ "$(wc -c < "$dir/pipe.ok")" -eq "$want" ] || { echo unread; return; }
  [ "$(tr -d "$blank" < "$dir/pipe.ok" | head -c 1 | wc -c)" -eq 0 ] || echo full
}
check_at() { # first sector, how many: counts what was read, what not, and what is left
  state=$(empty_at "$1" "$2")
  if [ -z "$state" ]; then read=$((read + $2)); return; fi
  if [ "$2" -le 1 ]; then
    case "$state" in unread) unread=$((unread + 1)) ;; *) read=$((read + 1)); left=$((left + 1)) ;; esac
    return
  fi
  # when much is left nobody needs the last of it counted
  if [ "$left" -gt 32 ]; then read=$((read + $2)); left=$((left + $2)); return; fi
  half=$(($2 / 2)); [ "$half" -ge 2048 ] && half=$((half / 2048 * 2048))
  set -- "$1" "$2" "$half" "$(($2 - half))"
  check_at "$1" "$3"
  check_at "$(($1 + $3))" "$4"
}
blank='\\000'
by_drive() { # command: it runs to its end, whoever wants it stopped; meanwhile the shop hears that it does
  "$@" >/dev/null 2>&1 &
  going=$!
  while kill -0 "$going" 2>/dev/null; do sleep "$every"; tell writing 0 "$sectors"; done
  wait "$going" || { [ -n "$over" ] || over=refused; return 1; }
}
leave() { echo "$1"; over=stopped; } # why nothing is done
is_not() { printf '%s\\n' "$says" | grep -qE "^[[:space:]]*not[[:space:]]+$1"; }
security() { # how: by a password of the drive's own, which the erasure takes away again
  tool=hdparm
  have hdparm || { leave 'The tool hdparm is not here.'; return; }
  on_usb "$found" && { leave 'Not over a USB bridge: it may cut it short, and the drive stays locked.'; return; }
  says=$(hdparm -I "$drive" 2>/dev/null)
  is_not frozen || { leave 'The drive is frozen: let the machine sleep once and wake it.'; return; }
  is_not enabled || { leave 'A password of somebody else is set on it.'; return; }
  hdparm --user-master u --security-set-pass omni "$drive" >/dev/null 2>&1 || { over=refused; return; }
  by_drive hdparm --user-master u "$1" omni "$drive" && return
  hdparm --user-master u --security-disable omni "$drive" >/dev/null 2>&1
}
sanitized() { # what the drive says of its own sanitize, in three bits: 1 done, 2 under way, 3 failed
  stat=$(nvme sanitize-log "$drive" 2>/dev/null |
    sed -n 's/.*(SSTAT) *: *\\(0x[0-9a-fA-F]*\\|[0-9]*\\).*/\\1/p')
  case "$stat" in ''|*[!0-9a-fA-Fx]*) stat=0 ;; esac
  echo $((stat & 7))
}
step=$((chunk * 2048))
if [ -z "$over" ]; then
  begun=yes
  echo "Erasing $found now."
  case "$method" in
    nvme-format) tool=nvme; have nvme || leave 'The tool nvme is not here.'
      [ -z "$over" ] && by_drive nvme format "$drive" --ses=1 --force ;;
    nvme-sanitize) tool=nvme; have nvme || leave 'The tool nvme is not here.'
      if [ -z "$over" ] && by_drive nvme sanitize "$drive" --sanact=2; then
        while :; do
          case $(sanitized) in
            2) sleep "$every"; tell writing 0 "$sectors" ;;
            1|4) break ;;
            *) over=refused; break ;;
          esac
        done
      fi ;;
    solid-security) security --security-erase ;;
    disk-security) security --security-erase-enhanced ;;
    solid-sanitize) tool=hdparm; have hdparm || leave 'The tool hdparm is not here.'
      if [ -z "$over" ]; then
        tell writing 0 "$sectors"
        hdparm --yes-i-know-what-i-am-doing --sanitize-block-erase "$drive" >/dev/null 2>&1 || over=refused
        while [ -z "$over" ] && hdparm --sanitize-status "$drive" 2>/dev/null | grep -qi 'in process'; do
          sleep "$every"; tell writing 0 "$sectors"
        done
      fi ;;
    *) tool=dd
      at=0
      while [ "$at" -lt "$sectors" ] && [ -z "$over" ]; do
        many=$step; [ $((at + many)) -le "$sectors" ] || many=$((sectors - at))
        write_at "$at" "$many"
        at=$((at + many)); tell writing "$at" "$sectors"
      done
      sync ;;
  esac
  [ "$over" = refused ] && echo 'The drive refused it.'
  # what a drive blanks by itself may read as ones throughout; the first sector says which it is
  [ "$tool" = dd ] || [ "$(dd if="$drive" bs=512 count=1 2>/dev/null | tr -d '\\377' | wc -c)" -ne 0 ] || blank='\\377'
  have blockdev && [ -b "$drive" ] && blockdev --flushbufs "$drive" 2>/dev/null
fi
if [ -z "$over" ]; then
  echo 'Reading back.'
  if [ "$whole" = 1 ]; then
    at=0
    while [ "$at" -lt "$sectors" ] && [ -z "$over" ]; do
      many=$step; [ $((at + many)) -le "$sectors" ] || many=$((sectors - at))
      check_at "$at" "$many"; at=$((at + many)); tell reading "$at" "$sectors"
    done
  else
    get /places > "$dir/places"; total=$(wc -l < "$dir/places"); total=$((total + 1)); n=0
    while read -r at many && [ -z "$over" ]; do
      case "$at$many" in ''|*[!0-9]*) continue ;; esac
      while [ "$many" -gt 0 ]; do
        now_many=$step; [ "$many" -ge "$step" ] || now_many=$many
        check_at "$at" "$now_many"; at=$((at + now_many)); many=$((many - now_many))
      done
      n=$((n + 1)); tell reading "$n" "$total"
    done < "$dir/places"
  fi
  [ -z "$over" ] && through=true
fi
result="{\\"tool\\":\\"$tool\\",\\"result\\":{\\"through\\":$through,\\"sectors\\":$sectors,\\"unwritten\\":$unwritten,\\"read\\":$read,\\"unread\\":$unread,\\"left\\":$left}}"
tries=0
until got=$(post /end "$result") && [ -n "$got" ]; do
  tries=$((tries + 1)); [ "$tries" -lt 60 ] || break; sleep "$every"
done
case "$got" in
  *'"erased":true'*) echo "Erased: every sector that was read back is empty ($read of $sectors)." ;;
  *) echo "NOT erased: $(field "$got" words)$(field "$got" message)"; exit 1 ;;
esac
`;
