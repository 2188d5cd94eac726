import { pinned } from './host';
/**
 * The script a unit runs under any live Linux: plain sh, asks only for curl or wget. Collects what is
 * installed, says what is not, posts once, prints the shop's answer. Nothing is written outside a temporary
 * folder.
 */
export function reportScript(origin: string, token: string, tag: string): string {
  return `#!/bin/sh
# Omnitrope: this machine's own report, for ${tag}. Reads hardware only; changes nothing.
set -u
url='${origin}/r/${token}'
${pinned(origin)}
dir=$(mktemp -d) || exit 1
trap 'rm -rf "$dir"' EXIT INT TERM
edge="omnitrope$$edge"
body="$dir/body"
root=; [ "$(id -u)" = 0 ] || { root=missing; echo 'Not root: serial numbers, memory slots and drive health may stay unread. Better: ... | sudo sh'; }
have() { command -v "$1" >/dev/null 2>&1 || { [ -x "/usr/sbin/$1" ] || [ -x "/sbin/$1" ]; }; }
PATH="$PATH:/usr/sbin:/sbin"; export PATH
add() { # name, file
  [ -s "$2" ] || { echo "  $1: nothing read"; return; }
  printf -- '--%s\\r\\nContent-Disposition: form-data; name="file"; filename="%s"\\r\\nContent-Type: text/plain\\r\\n\\r\\n' "$edge" "$1" >> "$body"
  head -c ${1_400_000} "$2" >> "$body"
  printf '\\r\\n' >> "$body"
  echo "  $1: read"
}
take() { # name, tool, arguments: run the tool if it is here
  name=$1; tool=$2; shift 2
  if have "$tool"; then LC_ALL=C timeout 60 "$tool" "$@" > "$dir/$name" 2>/dev/null; add "$name" "$dir/$name"; else echo "  $tool: not installed"; fi
}
echo 'Reading this machine ...'
: > "$body"
take lshw.json lshw -json -quiet
take lscpu.json lscpu -J
take dmidecode.txt dmidecode
take lsblk.json lsblk -J -b -o NAME,PATH,TYPE,SIZE,SERIAL,RM,TRAN,FSTYPE,FSUSED
# what is used of file systems that are not mounted, from their own tables; nothing is mounted or mended for it
figure() { sed -n "s/^[[:space:]]*$1: *\\([0-9][0-9]*\\).*/\\1/p" "$dir/fs" | head -n 1; }
ask() { tool=$1; have "$tool" && LC_ALL=C timeout 60 "$@" > "$dir/fs" 2>/dev/null </dev/null; }
used() { # all, free, bytes of each
  case "$1$2$3" in ''|*[!0-9]*) return ;; esac
  [ -n "$1" ] && [ -n "$2" ] && [ -n "$3" ] && echo "$path $((($1 - $2) * $3))" >> "$dir/used.txt"
}
if have lsblk; then
  lsblk -rno PATH,FSTYPE,MOUNTPOINT 2>/dev/null > "$dir/volumes"
  while read -r path type mounted; do
    [ -z "$mounted" ] || continue
    case "$type" in
      ext2|ext3|ext4) ask dumpe2fs -h "$path" &&
        used "$(figure 'Block count')" "$(figure 'Free blocks')" "$(figure 'Block size')" ;;
      ntfs) ask ntfsinfo -m -f "$path" &&
        used "$(figure 'Volume Size in Clusters')" "$(figure 'Free Clusters')" "$(figure 'Cluster Size')" ;;
      vfat) ask fsck.fat -n -v "$path" &&
        used "$(sed -n 's/^.* \\([0-9]*\\)\\/[0-9]* clusters$/\\1/p' "$dir/fs")" 0 \\
          "$(sed -n 's/^ *\\([0-9]*\\) bytes per cluster.*/\\1/p' "$dir/fs")" ;;
    esac
  done < "$dir/volumes"
  [ -s "$dir/used.txt" ] && add used.txt "$dir/used.txt"
fi
take sensors.json sensors -j
take upower.txt upower -d
for panel in /sys/class/drm/*eDP*/edid /sys/class/drm/*LVDS*/edid /sys/class/drm/*DSI*/edid; do
  [ -r "$panel" ] && have od && od -An -tx1 "$panel" > "$dir/edid" 2>/dev/null && [ -s "$dir/edid" ] && add "edid-$(basename "$(dirname "$panel")").txt" "$dir/edid"
done
if have smartctl; then
  for drive in /dev/sd? /dev/sd?? /dev/nvme?n? /dev/nvme??n? /dev/hd? /dev/mmcblk?; do
    [ -b "$drive" ] && take "smartctl-$(basename "$drive").json" smartctl --json -a "$drive"
    # a drive that encrypts itself says whether it is locked; only asked
    [ -b "$drive" ] && have sedutil-cli && take "sed-$(basename "$drive").txt" sedutil-cli --query "$drive"
  done
else echo '  smartctl: not installed'; fi
printf -- '--%s--\\r\\n' "$edge" >> "$body"
type="Content-Type: multipart/form-data; boundary=$edge"
echo 'Sending ...'
if have curl; then
  code=$(curl $pin -sS -X POST -H "$type" -H 'Accept: text/plain' --data-binary "@$body" -o "$dir/answer" -w '%{http_code}' "$url") || exit 1
  cat "$dir/answer" 2>/dev/null
  [ "$code" -lt 400 ] || exit 1
elif have wget; then wget $nopin -q -O - --content-on-error --header="$type" --header='Accept: text/plain' --post-file="$body" "$url"
else echo 'Neither curl nor wget is here: copy the files by hand and drop them onto the page.'; exit 1; fi
`;
}
