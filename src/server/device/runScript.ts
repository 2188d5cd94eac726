import { pinned } from './host';
import type { RunKind } from '@/core/instruments/run';

/** What all runs share: batches in numbered files, a sender that keeps each until it was taken. */
const HEAD = (origin: string, token: string, tag: string, kind: RunKind) => `#!/bin/sh
# Omnitrope: a ${kind} run of ${tag}. Reads only; ends by itself; Ctrl-C stops it and sends what was read.
set -u
url='${origin}/s/${token}'
${pinned(origin)}
sys="\${OMNI_SYS:-/sys}"
step="\${OMNI_STEP:-1}"
dir=$(mktemp -d) || exit 1
PATH="$PATH:/usr/sbin:/sbin"; export PATH
have() { command -v "$1" >/dev/null 2>&1; }
have curl || have wget || { echo 'Neither curl nor wget is here: nothing can be sent.'; exit 1; }
post() { # path, file: prints the answer; fails when the shop does not answer
  if have curl; then curl $pin -sS --max-time 5 -X POST -H 'Content-Type: application/json' --data-binary "@$2" "$url$1" 2>/dev/null
  else wget $nopin -q -T 5 -O - --content-on-error --header='Content-Type: application/json' --post-file="$2" "$url$1" 2>/dev/null; fi
}
# seconds since the start of the machine: no clock that is set jumps in it
now() { cut -d ' ' -f 1 "\${OMNI_UPTIME:-/proc/uptime}"; }
t0=$(now)
seconds() { awk -v a="$(now)" -v b="$t0" 'BEGIN { printf "%.1f", a - b }'; }
seq=0; count=0; about=; say=; over=
: > "$dir/rows"
sender() { # the oldest first; each stays until the shop has answered
  while :; do
    first=$(ls "$dir" | sed -n 's/^batch-\\([0-9]*\\)$/\\1/p' | sort -n | head -n 1)
    if [ -n "$first" ]; then
      if got=$(post '' "$dir/batch-$first") && [ -n "$got" ]; then
        case "$got" in
          *'"say"'*) printf '%s' "$got" > "$dir/answer.new"; mv "$dir/answer.new" "$dir/answer"; rm -f "$dir/batch-$first" ;;
          *'"busy"'*|*'"broken"'*) sleep 2 ;;
          *'"error"'*) printf '%s' "$got" > "$dir/refused"; rm -f "$dir/batch-$first" ;;
          *) sleep 2 ;;
        esac
      else sleep 2; fi
    elif [ -e "$dir/last" ]; then exit 0
    else sleep 0.2; fi
  done
}
sender & sender=$!
load=; child=
stop_load() { [ -n "$load" ] && { for one in $load; do kill "$one" 2>/dev/null; done; load=; }; }
clean() { stop_load; kill "$sender" 2>/dev/null; rm -rf "$dir"; }
trap clean EXIT
trap 'over=stopped' INT TERM
cut_batch() { # columns: rows to arrays, then a file of its own
  [ "$count" -gt 0 ] || return 0
  awk -v names="$1" -v seq="$seq" -v about="$about" 'BEGIN { n = split(names, name, " ") }
    { for (i = 1; i <= n; i++) col[i] = col[i] (NR > 1 ? "," : "") ($i == "-" ? "null" : $i) }
    END { printf "{\\"seq\\":%d,\\"columns\\":{", seq
      for (i = 1; i <= n; i++) printf "%s\\"%s\\":[%s]", (i > 1 ? "," : ""), name[i], col[i]
      printf "}%s}", (about == "" ? "" : ",\\"about\\":{" about "}") }' "$dir/rows" > "$dir/made"
  mv "$dir/made" "$dir/batch-$seq"
  : > "$dir/rows"; count=0; about=; seq=$((seq + 1))
}
listen() { # what the shop says next, and what it refuses
  [ -s "$dir/refused" ] && { echo "Refused: $(cat "$dir/refused")"; over=refused; }
  say=
  [ -s "$dir/answer" ] && say=$(sed -n 's/.*"say":"\\([a-z ]*\\)".*/\\1/p' "$dir/answer")
  [ "$say" = end ] && over=\${over:-end}
  :
}
finish() { # everything sent, then one word that it is over
  stop_load
  cut_batch "$1"
  : > "$dir/last"
  echo 'Sending what is left ...'
  wait "$sender" 2>/dev/null
  echo '{}' > "$dir/end"
  tries=0
  until got=$(post /end "$dir/end") && [ -n "$got" ]; do tries=$((tries + 1)); [ "$tries" -lt 30 ] || break; sleep 2; done
  case "$got" in *finished*) echo 'Finished: look at the unit’s page.' ;; *) echo "Not finished: $got" ;; esac
}
`;

const HEAT = `
# the sensor of the processor: by the name of its chip, then the hottest there is
sensor=; name=
for chip in "$sys"/class/hwmon/hwmon*; do
  case "$(cat "$chip/name" 2>/dev/null)" in
    coretemp|k10temp|zenpower|cpu_thermal|via_cputemp)
      for input in "$chip"/temp*_input; do
        [ -r "$input" ] || continue
        label=$(cat "\${input%_input}_label" 2>/dev/null)
        case "$label" in Package*|Tctl|Tdie|'') sensor="$sensor $input"; name="\${label:-$(cat "$chip/name")}" ;; esac
      done ;;
  esac
done
[ -n "$sensor" ] || for input in "$sys"/class/hwmon/hwmon*/temp*_input "$sys"/class/thermal/thermal_zone*/temp; do
  [ -r "$input" ] && { sensor="$sensor $input"; name='hottest sensor'; }
done
[ -n "$sensor" ] || { echo 'This machine shows no temperature sensor: nothing was sent. Take a log by hand.'; exit 1; }
first=\${sensor# }; first=\${first%% *}
limit=$(cat "\${first%_input}_crit" 2>/dev/null || cat "\${first%_input}_max" 2>/dev/null || echo 0)
case "$limit" in ''|*[!0-9]*) limit=0 ;; esac
limit=$((limit / 1000)); [ "$limit" -ge 40 ] && [ "$limit" -le 150 ] || limit=0
energy=$(ls "$sys"/class/powercap/intel-rapl:0/energy_uj 2>/dev/null | head -n 1)
wrap=$(cat "$sys/class/powercap/intel-rapl:0/max_energy_range_uj" 2>/dev/null || echo 0)
[ -n "$energy" ] && ! cat "$energy" >/dev/null 2>&1 && energy=
fans=$(ls "$sys"/class/hwmon/hwmon*/fan*_input 2>/dev/null)
clocks=$(ls "$sys"/devices/system/cpu/cpu*/cpufreq/scaling_cur_freq 2>/dev/null)
hottest() { cat $sensor 2>/dev/null | sort -n | tail -n 1; }
start_load() {
  if have stress-ng && [ -z "\${OMNI_OWN_LOAD:-}" ]; then stress-ng --cpu 0 --quiet & load=$!; by=stress-ng
  else
    cores=\${OMNI_CORES:-$(nproc 2>/dev/null || echo 2)}; by='own loop'
    while [ "$cores" -gt 0 ]; do ( while :; do :; done ) & load="$load $!"; cores=$((cores - 1)); done
  fi
}
about="\\"by\\":\\"$name\\""; [ "$limit" -gt 0 ] && about="$about,\\"limit\\":$limit"
echo "Sampling $name once a second: rest first, then full load. Leave the machine alone."
columns='t temp fan power clock load'; loaded=0; before=; at=
while [ -z "$over" ]; do
  temp=$(hottest); t=$(seconds)
  fan=-; [ -n "$fans" ] && fan=$(cat $fans 2>/dev/null | sort -n | tail -n 1); [ -n "$fan" ] || fan=-
  clock=-; [ -n "$clocks" ] && clock=$(cat $clocks 2>/dev/null | awk '{ s += $1 } END { if (NR) printf "%d", s / NR / 1000 }'); [ -n "$clock" ] || clock=-
  power=-
  if [ -n "$energy" ]; then
    joules=$(cat "$energy" 2>/dev/null)
    [ -n "$before" ] && power=$(awk -v a="$before" -v b="$joules" -v w="$wrap" -v t="$t" -v u="$at" 'BEGIN { d = b - a; if (d < 0) d += w; if (t > u) printf "%.2f", d / 1e6 / (t - u); else printf "-" }')
    before=$joules; at=$t
  fi
  case "$temp" in ''|*[!0-9-]*) ;; *)
    echo "$t $(awk -v m="$temp" 'BEGIN { printf "%.1f", m / 1000 }') $fan $power $clock $loaded" >> "$dir/rows"; count=$((count + 1))
    # at its own limit it has told enough; the load goes at once, whatever the shop says
    [ "$limit" -gt 0 ] && [ "$loaded" = 1 ] && [ "$((temp / 1000))" -ge "$limit" ] && { echo 'At its own limit.'; over=end; }
  ;; esac
  [ "$count" -ge 5 ] && cut_batch "$columns"
  listen
  if [ "$say" = load ] && [ "$loaded" = 0 ]; then
    cut_batch "$columns"; start_load; loaded=1; about="\\"by\\":\\"$name, $by\\""; echo 'Under load now.'
  fi
  [ -z "$over" ] && sleep "$step"
done
[ "$over" = refused ] && exit 1
finish "$columns"
`;

const BATTERY = `
# every battery the machine shows; two count as one
cells=$(ls -d "$sys"/class/power_supply/BAT* 2>/dev/null)
[ -n "$cells" ] || { echo 'This machine shows no battery: nothing was sent.'; exit 1; }
value() { # file: the sum over all batteries; a dash where none shows it
  for cell in $cells; do cat "$cell/$1" 2>/dev/null; done | awk '{ s += $1 } END { if (NR) printf "%d", s; else printf "-" }'
}
product() { # file: the sum of it times the volts over all batteries; a dash where none shows both
  for cell in $cells; do
    a=$(cat "$cell/$1" 2>/dev/null); b=$(cat "$cell/voltage_now" 2>/dev/null)
    [ -n "$a" ] && [ -n "$b" ] && echo "$a $b"
  done | awk '{ v = $1 < 0 ? -$1 : $1; s += v * ($2 / 1e6) } END { if (NR) printf "%d", s; else printf "-" }'
}
part() { # how many: the sum of their percentages, each by what it holds, as if all held the same
  now=$(value "$kind"_now)
  [ "$now" = - ] && { value capacity; return; }
  awk -v a="$now" -v b="$full" -v n="$1" 'BEGIN { p = 100 * a / b; printf "%.2f", (p > 100 ? 100 : p) * n }'
}
kind=energy; full=$(value energy_full); design=$(value energy_full_design)
[ "$full" = - ] && { kind=charge; full=$(value charge_full); design=$(value charge_full_design); }
[ "$full" != - ] && [ "$design" != - ] && [ "$design" -gt 0 ] && about="\\"health\\":$(awk -v a="$full" -v b="$design" 'BEGIN { h = a / b; printf "%.3f", (h > 1.5 ? 1.5 : h) }'),"
about="\${about}\\"by\\":\\"its own gauge\\""
case "$(cat $(echo $cells | cut -d ' ' -f 1)/status 2>/dev/null)" in
  Discharging) ;; *) echo 'Pull the charger: the run begins when the battery gives.' ;;
esac
echo 'Sampling the battery. It may run until the machine goes off; what was read is kept.'
columns='t percent wh volts watts'; every=\${OMNI_EVERY:-10}
while [ -z "$over" ]; do
  percent=$(value capacity); many=$(echo "$cells" | wc -l)
  energy=$(value energy_now); power=$(value power_now); volts=$(value voltage_now)
  # where it shows charge and current instead, times its volts
  [ "$energy" = - ] && energy=$(product charge_now)
  [ "$power" = - ] && power=$(product current_now)
  # of several packs the percentage goes by what each holds
  [ "$many" -gt 1 ] && [ "$full" != - ] && [ "$full" -gt 0 ] && percent=$(part "$many")
  scaled() { [ "$1" = - ] && echo - || awk -v v="$1" -v n="$2" 'BEGIN { v = v / 1e6 / n; printf "%.3f", (v < 0 ? -v : v) }'; }
  if [ "$percent" != - ]; then
    echo "$(seconds) $(awk -v p="$percent" -v n="$many" 'BEGIN { printf "%.1f", p / n }') $(scaled "$energy" 1) $(scaled "$volts" "$many") $(scaled "$power" 1)" >> "$dir/rows"
    count=$((count + 1))
  fi
  # few at a time: a machine that goes off by itself has told nearly all
  [ "$count" -ge 3 ] && cut_batch "$columns"
  listen
  [ -z "$over" ] && sleep "$every"
done
[ "$over" = refused ] && exit 1
finish "$columns"
`;

const SPEED = `
# read only: nothing is ever written to a drive
drive="\${1:-\${OMNI_DRIVE:-}}"
if [ -z "$drive" ]; then
  for one in /dev/nvme?n1 /dev/nvme??n1 /dev/sd? /dev/sd?? /dev/hd? /dev/mmcblk?; do
    [ -r "$one" ] || continue
    [ "$(cat "$sys/block/$(basename "$one")/removable" 2>/dev/null)" = 1 ] && continue
    drive=$one; break
  done
fi
[ -n "$drive" ] && [ -r "$drive" ] || { echo 'No drive to be read (as root?): nothing was sent.'; exit 1; }
size=$(cat "$sys/block/$(basename "$drive")/size" 2>/dev/null || echo 0); size=$((size / 2048))
[ "$size" -gt 0 ] || size=$(( $(wc -c < "$drive" 2>/dev/null || echo 0) / 1048576 ))
[ "$size" -ge 8 ] || { echo "$drive is too small to be timed."; exit 1; }
flags='iflag=direct'; dd if="$drive" of=/dev/null bs=1M count=1 $flags 2>/dev/null || flags=
named=$(cat "$sys/block/$(basename "$drive")/device/model" 2>/dev/null | tr -cd 'A-Za-z0-9 ._-' | cut -c 1-40 | sed 's/ *$//')
about="\\"by\\":\\"$drive, dd\${flags:+ direct}\\",\\"drive\\":\\"$(basename "$drive")\${named:+ $named}\\""
echo "Reading $drive in \${OMNI_SPOTS:-24} places; nothing is written."
columns='t read small'; spots=\${OMNI_SPOTS:-24}; spot=0; chunk=64; [ "$size" -lt 2048 ] && chunk=$((size / 32 + 1))
took() { # skip, block size, count, megabytes: megabytes a second
  a=$(date +%s.%N); dd if="$drive" of=/dev/null bs="$2" skip="$1" count="$3" $flags 2>/dev/null || return 1; b=$(date +%s.%N)
  awk -v a="$a" -v b="$b" -v m="$4" 'BEGIN { d = b - a; printf "%.3f", m / (d > 0.00001 ? d : 0.00001) }'
}
while [ -z "$over" ] && [ "$spot" -lt "$spots" ]; do
  place=$(( (size - chunk) * spot / spots ))
  if read=$(took "$place" 1M "$chunk" "$chunk"); then
    small=$(took $((place * 256 + 77)) 4k 64 0.25) || small=-
    echo "$(seconds) $read $small" >> "$dir/rows"; count=$((count + 1))
  else echo "  not read at $place MB"; fi
  spot=$((spot + 1)); [ "$count" -ge 4 ] && cut_batch "$columns"
  listen
done
[ "$over" = refused ] && exit 1
[ "$over" = stopped ] || about="\\"done\\":true"
finish "$columns"
`;

const RAILS = `
echo 'Rails are read with a meter: type them on the unit’s page.'; exit 1
`;

const SOAK = `
echo 'A soak runs in the machine’s own browser: open its test page.'; exit 1
`;

const BODY: Record<RunKind, string> = {
  heat: HEAT,
  battery: BATTERY,
  rails: RAILS,
  speed: SPEED,
  soak: SOAK,
};

/**
 * The script a unit runs under any live Linux: plain sh, asks only for curl or wget. Temperatures, fans and energy are
 * read where the kernel shows them, which is what the usual tools read. Writes nothing outside a temporary folder.
 */
export const runScript = (origin: string, token: string, tag: string, kind: RunKind): string =>
  HEAD(origin, token, tag, kind) + BODY[kind];
