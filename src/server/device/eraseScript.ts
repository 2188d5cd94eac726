import { pinned } from './host';
/**
 * The script that erases one drive of a unit under a live Linux. It writes nothing until a person has typed the drive's
 * serial here and another word was given at the bench. The drive is opened once, for nobody else, and never looked up
 * by its name again; serial, size and the kernel's number of the disk are asked before every piece. Everything goes past
 * the cache, so that errors are the drive's own; what cannot be written is counted sector by sector.
 *
 * What is written first is a pattern under a key of the shop's: each sector's content hangs on its number. It is read
 * back before the last pass, so that no file, no bridge that lies, no other drive and none that repeats itself passes.
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
for need in openssl cmp dd stat; do have "$need" || { echo "The tool $need is not here: nothing is done."; exit 1; }; done
have curl || have wget || { echo 'Neither curl nor wget is here: nothing is done.'; exit 1; }
post() { # path, text: prints the answer
  printf '%s' "$2" > "$dir/body"
  if have curl; then curl $pin -sS --max-time 10 -X POST -H 'Content-Type: application/json' --data-binary "@$dir/body" "$url$1" 2>/dev/null
  else wget $nopin -q -T 10 -O - --content-on-error --header='Content-Type: application/json' --post-file="$dir/body" "$url$1" 2>/dev/null; fi
}
get() { if have curl; then curl $pin -sS --max-time 10 "$url$1" 2>/dev/null; else wget $nopin -q -T 10 -O - --content-on-error "$url$1" 2>/dev/null; fi; }
say_of() { printf '%s' "$1" | sed -n 's/.*"say":"\\([a-z ]*\\)".*/\\1/p'; }
field() { printf '%s' "$1" | sed -n 's/.*"'"$2"'":"\\([^"]*\\)".*/\\1/p'; }
begun=; over=; through=false; unwritten=0; read=0; unread=0; left=0; checked=0; wrong=0; hidden=0; sectors=0; tool=
proof=; holder=; notes=
trap 'rm -rf "$dir"; [ -z "$holder" ] || kill "$holder" 2>/dev/null' EXIT
trap 'over=stopped' INT TERM HUP
note() { # what the certificate names besides
  echo "$1"; notes="$notes\${notes:+,}\\"$(printf '%s' "$1" | tr -d '"\\\\\\\\' | cut -c 1-160)\\""
}
# --- which drives there are, and which must not be touched
on_usb() { case "$(readlink -f "$sys/block/$1" 2>/dev/null)" in */usb*) return 0 ;; esac; return 1; }
is_drive() { [ -b "$1" ]; }
told_serial() { smartctl -i "$dev/$1" 2>/dev/null | sed -n 's/^Serial [Nn]umber: *//p' | tr -d ' '; }
shown_serial() { tr -cd '!-~' < "$sys/block/$1/device/serial" 2>/dev/null; }
serial_of() { # name
  # a dock's bridge may show a serial of its own: what the drive says counts there
  on_usb "$1" && one=$(told_serial "$1") && [ -n "$one" ] && { echo "$one"; return; }
  one=$(shown_serial "$1"); [ -n "$one" ] && { echo "$one"; return; }
  one=$(lsblk -dno SERIAL "$dev/$1" 2>/dev/null | tr -d ' '); [ -n "$one" ] && { echo "$one"; return; }
  told_serial "$1"
}
used_by() { # name: says why it may not be touched
  for part in "$sys/block/$1" "$sys/block/$1"/"$1"*; do
    [ -d "$part" ] || continue
    node=$(basename "$part")
    grep -q "^$dev/$node " "$proc/mounts" 2>/dev/null && { echo "$node is mounted"; return; }
    grep -q "^$dev/$node[[:space:]]" "$proc/swaps" 2>/dev/null && { echo "$node is swap"; return; }
    for held in "$part"/holders/*; do
      [ -e "$held" ] && { echo "$node is held by $(basename "$held")"; return; }
    done
    # what the system was started from, also when it runs from memory
    for id in $(lsblk -dno UUID,PARTUUID "$dev/$node" 2>/dev/null); do
      grep -q "$id" "$proc/cmdline" 2>/dev/null && { echo "this system was started from $node"; return; }
    done
  done
  grep -qE "(=|/)$1([0-9p ]|$)" "$proc/cmdline" 2>/dev/null && { echo "this system was started from $1"; return; }
  [ "$(cat "$sys/block/$1/removable" 2>/dev/null)" = 1 ] && { echo 'it is removable'; return; }
  [ "$(cat "$sys/block/$1/device/type" 2>/dev/null)" = SD ] && echo 'it is a card'
}
echo 'Drives of this machine:'
for path in "$sys"/block/*; do
  name=$(basename "$path")
  case "$name" in loop*|ram*|zram*|sr*|dm-*|md*|fd*|nbd*|mmcblk*boot*|mmcblk*rpmb) continue ;; esac
  is_drive "$dev/$name" || continue
  why=$(used_by "$name")
  echo "  $name  serial $(serial_of "$name")  $(( $(cat "$path/size" 2>/dev/null || echo 0) / 1953125 )) GB\${why:+  NOT: $why}"
done
printf 'Type the serial of the drive to be ERASED, or Enter to leave: '
typed=; read -r typed < "$tty" || typed=
plain() { printf '%s' "$1" | tr -cd '!-~' | tr 'a-z' 'A-Z'; }
typed=$(plain "$typed")
[ -n "$typed" ] || { echo; echo 'Nothing was typed: nothing is done.'; exit 0; }
found=
for path in "$sys"/block/*; do
  name=$(basename "$path")
  case "$name" in mmcblk*boot*|mmcblk*rpmb) continue ;; esac
  is_drive "$dev/$name" || continue
  [ "$(plain "$(serial_of "$name")")" = "$typed" ] || continue
  case "$found$name" in nvme*nvme*)
    [ "\${found%n*}" = "\${name%n*}" ] && {
      echo 'That drive has more than one namespace. Delete all but one of them (nvme delete-ns), then erase what is left: nothing is done.'
      exit 1
    } ;;
  esac
  [ -n "$found" ] && { echo 'Two drives show that serial: nothing is done.'; exit 1; }
  found=$name
done
[ -n "$found" ] || { echo 'No drive of this machine has that serial: nothing is done.'; exit 1; }
why=$(used_by "$found"); [ -z "$why" ] || { echo "Not $found: $why. Nothing is done."; exit 1; }
# detached namespaces are on no list of drives, and keep what is in them
case "$found" in nvme*)
  if have nvme; then
    all=$(nvme list-ns "$dev/\${found%n*}" --all 2>/dev/null | grep -c '^\\[')
    [ "$all" -le 1 ] || { echo "That drive holds $all namespaces, some of them detached: nothing is done."; exit 1; }
  fi ;;
esac
sectors=$(cat "$sys/block/$found/size" 2>/dev/null || echo 0)
case "$sectors" in ''|*[!0-9]*|0) echo "The size of $found is not shown: nothing is done."; exit 1 ;; esac
drive="$dev/$found"
# --- opened once, for nobody else: from here on its name is not looked up again
hold() { # 0: it is ours alone; 1: somebody has it; 2: nothing here can ask for it alone
  : > "$dir/held"
  if have perl; then
    perl -MFcntl -e '$|=1; sysopen(D,$ARGV[0],O_RDWR|O_EXCL) or do { print "busy\\n"; exit }; print "held ".fileno(D)."\\n"; while (getppid()==$ARGV[1]) { sleep 1 }' "$drive" $$ > "$dir/held" 2>/dev/null &
  elif have python3; then
    python3 -c 'import os,sys,time
try: d=os.open(sys.argv[1],os.O_RDWR|os.O_EXCL)
except OSError: print("busy"); sys.exit()
print("held",d,flush=True)
while os.getppid()==int(sys.argv[2]): time.sleep(1)' "$drive" $$ > "$dir/held" 2>/dev/null &
  else return 2; fi
  holder=$!
  tries=0
  while [ ! -s "$dir/held" ] && kill -0 "$holder" 2>/dev/null && [ "$tries" -lt 100 ]; do tries=$((tries + 1)); sleep 0.1; done
  read -r word number < "$dir/held" || word=busy
  [ "$word" = held ]
}
hold; case $? in
  0) way="/proc/$holder/fd/$number" ;;
  1) echo "Not $found: something else has it open (a volume, a pool, a file system). Nothing is done."; exit 1 ;;
  *) way=$drive ;;
esac
( exec 9<>"$way" ) 2>/dev/null || { echo "$found cannot be opened: nothing is done."; exit 1; }
exec 9<>"$way"
self="/proc/$$/fd/9"
[ -b "$self" ] || { echo "$found is no drive any more: nothing is done."; exit 1; }
number=$(stat -L -c '%t %T' "$self")
node="$sys/dev/block/$((0x\${number% *})):$((0x\${number#* }))"
[ -e "$node/size" ] || { echo "$found is not shown by its number: nothing is done."; exit 1; }
who() { # what tells this drive from another one under its name; nothing is started for it
  size_now=; seq_now=; serial_now=
  read -r size_now < "$node/size"; read -r seq_now < "$node/diskseq"; read -r serial_now < "$node/device/serial"
  now_it="$size_now|$seq_now|$serial_now"
} 2>/dev/null
who; it=$now_it
[ "\${it%%|*}" = "$sectors" ] && [ "$(plain "$(serial_of "$found")")" = "$typed" ] ||
  { echo "$found is another drive by now: nothing is done."; exit 1; }
still() { # before every piece: the same drive, and nobody else at it
  who; [ "$now_it" = "$it" ] || { [ -n "$over" ] || echo 'The drive went away, or another one came.'; over=gone; return 1; }
  if [ -n "$holder" ]; then kill -0 "$holder" 2>/dev/null || { over=gone; return 1; }
  else why=$(used_by "$found"); [ -z "$why" ] || { echo "$why"; over=gone; return 1; }; fi
}
unit=$(cat "$node/queue/logical_block_size" 2>/dev/null || echo 512); unit=$((unit / 512)); [ "$unit" -ge 1 ] || unit=1
dd bs="$((unit * 512))" count=1 iflag=direct,fullblock < "$self" 2>/dev/null | wc -c | grep -qx " *$((unit * 512))" ||
  { echo "This dd reads no drive past the cache, or the first sector cannot be read: nothing is done."; exit 1; }
model=$(cat "$sys/block/$found/device/model" 2>/dev/null | tr -d '"\\\\\\\\\\000' | sed 's/ *$//')
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
still || { over=stopped; echo 'Another drive is there now.'; }
[ "$(plain "$(serial_of "$found")")" = "$typed" ] || { over=stopped; echo 'Another drive is there now.'; }
method=$(field "$word" method); key=$(field "$word" key); nonce=$(field "$word" nonce)
case "$word" in *'"whole":true'*) whole=1 ;; *) whole=0 ;; esac
told=0
tell() { # phase, done, total: at most once every few seconds; stops when the bench says so
  now=$(cut -d . -f 1 "$proc/uptime" 2>/dev/null || echo 0); [ -n "$now" ] || now=0
  [ "$2" -lt "$3" ] && [ $((now - told)) -lt 3 ] && [ "$told" -gt 0 ] && return 0
  told=$now
  got=$(post /at "{\\"phase\\":\\"$1\\",\\"done\\":$2,\\"total\\":$3,\\"unwritten\\":$unwritten}")
  [ "$(say_of "$got")" = stop ] && over=stopped
  :
}
# --- pieces. Each opens what is open already, past the cache: nothing is read but from the drive itself
size() { # first sector, how many: sets the block, where it begins and how many; 1 where they are not whole blocks
  for block in 2048 8 "$unit"; do
    [ $(($1 % block)) = 0 ] && [ $(($2 % block)) = 0 ] && { from=$(($1 / block)); many=$(($2 / block)); block=$((block * 512)); return 0; }
  done
  return 1
}
ctr() { openssl enc -aes-256-ctr -bufsize 65536 -K "$key" -iv "$nonce$(printf '%016x' $(($1 * 32)))" 2>/dev/null; }
put() { # what, first sector, how many
  size "$2" "$3" || return 1
  case $1 in
    pattern) ctr "$2" < /dev/zero | dd bs="$block" seek="$from" count="$many" iflag=fullblock oflag=direct conv=notrunc,fsync 2>/dev/null 1<>"$self" ;;
    zeros) dd if=/dev/zero bs="$block" seek="$from" count="$many" oflag=direct conv=notrunc,fsync 2>/dev/null 1<>"$self" ;;
  esac
}
pull() { dd bs="$block" skip="$from" count="$many" iflag=direct,fullblock < "$self" 2>/dev/null || echo bad > "$dir/bad"; }
same() { # what, first sector, how many: prints unread or full for what is not as it should be
  : > "$dir/bad"
  size "$2" "$3" || { echo unread; return; }
  case $1 in
    pattern) pull | ctr "$2" | cmp -s -n $(($3 * 512)) - /dev/zero ;;
    zeros) pull | cmp -s -n $(($3 * 512)) - /dev/zero ;;
    ones) pull | tr '\\377\\000' '\\000\\377' | cmp -s -n $(($3 * 512)) - /dev/zero ;;
  esac && return
  [ -s "$dir/bad" ] && echo unread || echo full
}
halves() { # how many: the first half, in whole blocks as far as they go
  half=$(($1 / 2)); [ "$half" -ge 2048 ] && half=$((half / 2048 * 2048))
  [ "$half" -gt "$unit" ] && half=$((half / unit * unit)); [ "$half" -ge "$unit" ] || half=$unit
}
write_at() { # what, first sector, how many: what cannot be written is halved until the sector is found
  [ -z "$over" ] || return 0
  put "$1" "$2" "$3" && return 0
  still || return 0
  [ "$3" -le "$unit" ] && { unwritten=$((unwritten + $3)); [ "$unwritten" -lt 4096 ] || { over=failing; echo 'It fails throughout.'; }; return 0; }
  halves "$3"
  set -- "$1" "$2" "$3" "$half"
  write_at "$1" "$2" "$4"
  write_at "$1" "$(($2 + $4))" "$(($3 - $4))"
}
count_at() { # what, first sector, how many: counts what was read, what not, and what is not as it should be
  [ -z "$over" ] || return 0
  state=$(same "$1" "$2" "$3")
  if [ -z "$state" ]; then seen $(($3)) 0 0; return; fi
  still || return 0
  if [ "$3" -le "$unit" ]; then
    case "$state" in unread) seen 0 "$3" 0 ;; *) seen "$3" 0 "$3" ;; esac
    return
  fi
  # when much is not as it should be nobody needs the last of it counted
  if [ $((wrong + left)) -gt 32 ]; then seen "$3" 0 "$3"; return; fi
  halves "$3"
  set -- "$1" "$2" "$3" "$half"
  count_at "$1" "$2" "$4"
  count_at "$1" "$(($2 + $4))" "$(($3 - $4))"
}
seen() { # as it should be or not, unreadable, not as it should be
  if [ "$looking" = pattern ]; then checked=$((checked + $1)); wrong=$((wrong + $2 + $3))
  else read=$((read + $1)); unread=$((unread + $2)); left=$((left + $3)); fi
}
step=$((chunk * 2048))
over_all() { # what is done to each piece, its word, phase: from the first sector to the last
  at=0
  while [ "$at" -lt "$sectors" ] && [ -z "$over" ]; do
    still || break
    piece=$step; [ $((at + piece)) -le "$sectors" ] || piece=$((sectors - at))
    # the last few sectors by themselves: what is not a whole megabyte is slow
    [ "$piece" -gt 2048 ] && piece=$((piece / 2048 * 2048))
    "$1" "$2" "$at" "$piece"
    at=$((at + piece)); tell "$3" "$at" "$sectors"
  done
}
whole_blocks() { # a place in whole blocks of the drive's own
  many_here=$(((at + many_here + unit - 1) / unit * unit)); at=$((at / unit * unit)); many_here=$((many_here - at))
  [ $((at + many_here)) -le "$sectors" ] || many_here=$((sectors - at))
}
over_places() { # file of places, what is done to each, its word, phase
  total=$(wc -l < "$1"); total=$((total + 1)); n=0
  while read -r at many_here && [ -z "$over" ]; do
    case "$at$many_here" in ''|*[!0-9]*) continue ;; esac
    still || break
    whole_blocks
    while [ "$many_here" -gt 0 ] && [ -z "$over" ]; do
      piece=$step; [ "$many_here" -ge "$step" ] || piece=$many_here
      "$2" "$3" "$at" "$piece"; at=$((at + piece)); many_here=$((many_here - piece))
    done
    n=$((n + 1)); tell "$4" "$n" "$total"
  done < "$1"
}
all_at_once() { # what, file of places: are all of them as they should be? One comparison for all
  sum=0
  while read -r at many_here; do
    case "$at$many_here" in ''|*[!0-9]*) continue ;; esac
    whole_blocks; sum=$((sum + many_here))
  done < "$2"
  : > "$dir/bad"
  while read -r at many_here; do
    case "$at$many_here" in ''|*[!0-9]*) continue ;; esac
    whole_blocks; still && size "$at" "$many_here" && pull
  done < "$2" | { [ "$1" = ones ] && tr '\\377\\000' '\\000\\377' || cat; } | cmp -s -n $((sum * 512)) - /dev/zero || return 1
  [ ! -s "$dir/bad" ] && read=$((read + sum))
}
digest() { # file of places: of what the drive holds there, for the shop to hold against its key
  while read -r at many_here; do
    case "$at$many_here" in ''|*[!0-9]*) continue ;; esac
    size "$at" "$many_here" && pull
  done < "$1" | openssl dgst -sha256 -r | cut -d ' ' -f 1
}
by_drive() { # command: it runs to its end, whoever wants it stopped; meanwhile the shop hears that it does
  "$@" >/dev/null 2>&1 &
  going=$!
  while kill -0 "$going" 2>/dev/null; do sleep "$every"; tell writing 0 "$sectors"; done
  wait "$going" || { [ -n "$over" ] || over=refused; return 1; }
}
leave() { echo "$1"; over=stopped; } # why nothing is done
is_not() { printf '%s\\n' "$says" | grep -qE "^[[:space:]]*not[[:space:]]+$1"; }
# --- what the drive hides or locks
ask_ata() {
  case "$found" in sd*|hd*) ;; *) return ;; esac
  have hdparm || { note 'hidden areas and locks were not asked about: the tool hdparm is not here'; return; }
  on_usb "$found" && { note 'hidden areas were not asked about: a USB bridge stands between'; return; }
  says=$(hdparm -I "$self" 2>/dev/null)
  printf '%s\\n' "$says" | grep -qE '^[[:space:]]+locked' && { leave 'The drive is locked by a password: nothing of it can be reached.'; return; }
  # max sectors   = 900000/976773168, HPA is enabled
  native=$(hdparm -N "$self" 2>/dev/null | sed -n 's/.*max sectors *= *[0-9]*\\/\\([0-9]*\\).*/\\1/p')
  if [ -n "$native" ] && [ "$native" -gt "$sectors" ]; then
    hdparm --yes-i-know-what-i-am-doing -N "p$native" "$self" >/dev/null 2>&1
    leave "The drive hid $((native - sectors)) sectors (HPA). They were asked to be shown: take its power away once, and begin again."
    hidden=$((native - sectors)); return
  fi
  real=$(hdparm --dco-identify "$self" 2>/dev/null | sed -n 's/.*Real max sectors: *\\([0-9]*\\).*/\\1/p')
  if [ -n "$real" ] && [ "$real" -gt "$sectors" ]; then
    hidden=$((real - sectors))
    note "$hidden sectors are hidden by a device configuration (DCO): restore it with hdparm --dco-restore"
  fi
}
ready() { # may the drive be asked to do it by itself? asked before anything is written
  case "$method" in
    nvme-*) tool=nvme ;;
    *-security|solid-sanitize) tool=hdparm ;;
    emmc-secure) tool=blkdiscard ;;
  esac
  have "$tool" || { leave "The tool $tool is not here."; return; }
  case "$method" in *-security) ;; *) return ;; esac
  on_usb "$found" && { leave 'Not over a USB bridge: it may cut it short, and the drive stays locked.'; return; }
  says=$(hdparm -I "$self" 2>/dev/null)
  is_not frozen || { leave 'The drive is frozen: let the machine sleep once and wake it.'; return; }
  is_not enabled || leave 'A password of somebody else is set on it.'
}
security() { # how: by a password of the drive's own, which the erasure takes away again
  hdparm --user-master u --security-set-pass omni "$self" >/dev/null 2>&1 || { over=refused; return; }
  by_drive hdparm --user-master u "$1" omni "$self" && return
  hdparm --user-master u --security-disable omni "$self" >/dev/null 2>&1
  says=$(hdparm -I "$self" 2>/dev/null)
  is_not enabled || note 'it refused, and stays locked with the password omni until that is given to it'
}
sanitized() { # what the drive says of its own sanitize, in three bits: 1 done, 2 under way, 3 failed
  stat=$(nvme sanitize-log "$drive" 2>/dev/null |
    sed -n 's/.*(SSTAT) *: *\\(0x[0-9a-fA-F]*\\|[0-9]*\\).*/\\1/p')
  case "$stat" in ''|*[!0-9a-fA-Fx]*) stat=0 ;; esac
  echo $((stat & 7))
}
[ -n "$over" ] || ask_ata
by_script() { case "$method" in *-overwrite) return 0 ;; esac; return 1; }
version() { "$1" --version 2>/dev/null | head -n 1 | tr -cd ' -~' | tr -d '"\\\\' | cut -c 1-50; }
get /proof > "$dir/proof"
if [ -z "$over" ]; then
  begun=yes; looking=pattern
  echo "Erasing $found now."
  if by_script; then
    tool="$(version dd)"
    over_all write_at pattern writing
    [ -n "$over" ] || echo 'Reading the pattern back.'
    if [ "$whole" = 1 ]; then over_all count_at pattern reading
    elif [ -z "$over" ]; then get /places > "$dir/places"; over_places "$dir/places" count_at pattern reading; fi
  else
    # what the drive does by itself is proven at places that held the pattern before
    ready
    over_places "$dir/proof" write_at pattern writing
    over_places "$dir/proof" count_at pattern reading
  fi
  [ -n "$over" ] || proof=$(digest "$dir/proof")
  looking=empty
  blank=zeros
  case "$method" in
    nvme-format) [ -n "$over" ] || by_drive nvme format "$drive" --ses=1 --force ;;
    nvme-sanitize)
      if [ -z "$over" ] && by_drive nvme sanitize "$drive" --sanact=2; then
        while :; do
          case $(sanitized) in
            2) sleep "$every"; tell writing 0 "$sectors" ;;
            1|4) break ;;
            *) over=refused; break ;;
          esac
        done
      fi ;;
    solid-security) [ -n "$over" ] || security --security-erase ;;
    disk-security) [ -n "$over" ] || security --security-erase-enhanced ;;
    emmc-secure) [ -n "$over" ] || by_drive blkdiscard -f -s "$self" ;;
    solid-sanitize)
      if [ -z "$over" ]; then
        tell writing 0 "$sectors"
        hdparm --yes-i-know-what-i-am-doing --sanitize-block-erase "$self" >/dev/null 2>&1 || over=refused
        while [ -z "$over" ] && hdparm --sanitize-status "$self" 2>/dev/null | grep -qi 'in process'; do
          sleep "$every"; tell writing 0 "$sectors"
        done
        # its end is asked, not only that it is over
        [ -n "$over" ] || hdparm --sanitize-status "$self" 2>/dev/null | grep -qi 'completed without error' || over=refused
      fi ;;
    *) [ -n "$over" ] || echo 'Writing nothing over it.'
      before=$unwritten; unwritten=0
      over_all write_at zeros writing
      [ "$unwritten" -ge "$before" ] || unwritten=$before ;;
  esac
  [ "$over" = refused ] && echo 'The drive refused it.'
  if ! by_script && [ -z "$over" ]; then
    [ "$tool" = blkdiscard ] || tool="$tool $(version "$tool")"
    have blockdev && blockdev --flushbufs "$self" 2>/dev/null
    # what a drive blanks by itself may read as ones throughout; the first sector says which it is
    size 0 "$unit" && [ "$(pull | tr -d '\\377' | wc -c)" -eq 0 ] && blank=ones
  fi
fi
if [ -z "$over" ]; then
  echo 'Reading back.'
  if [ "$whole" = 1 ] && ! by_script; then over_all count_at "$blank" reading
  else
    get /places > "$dir/places"
    all_at_once "$blank" "$dir/places" || over_places "$dir/places" count_at "$blank" reading
  fi
  # at the end as before every piece
  still && [ "$(plain "$(serial_of "$found")")" = "$typed" ] || over=gone
  [ -z "$over" ] && through=true
fi
[ "$over" = gone ] && note 'the drive went away while it was written, or another one came'
[ -n "$holder" ] || note 'nothing here could open it for nobody else'
result="{\\"tool\\":\\"$tool\\",\\"proof\\":\\"$proof\\",\\"notes\\":[$notes],\\"result\\":{\\"through\\":$through,\\"sectors\\":$sectors,\\"unwritten\\":$unwritten,\\"checked\\":$checked,\\"wrong\\":$wrong,\\"hidden\\":$hidden,\\"read\\":$read,\\"unread\\":$unread,\\"left\\":$left}}"
tries=0
until got=$(post /end "$result") && [ -n "$got" ]; do
  tries=$((tries + 1)); [ "$tries" -lt 60 ] || break; sleep "$every"
done
case "$got" in
  *'"erased":true'*) echo "Erased: every sector that was read back is empty ($read of $sectors)." ;;
  *) echo "NOT erased: $(field "$got" words)$(field "$got" message)"; exit 1 ;;
esac
`;
