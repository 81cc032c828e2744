#!/bin/sh
# Collects what this device and its drives say of themselves into one probe file (JSON) for Udrel.
#
#   sh udrel-probe.sh > probe.json        run as root, from any live Linux stick
#
# Needs no network and only the base utilities (sh, dd, od, awk, gzip, tr, cat, readlink, date). It only reads: it
# mounts nothing and opens no drive for writing. Health pages are read where the live system has nvme or sg_raw.
# The allocation bitmap of a volume is taken up to PROBE_LIMIT bytes; above that its used space stays unknown. The file
# table of an NTFS is gone through up to PROBE_FILES bytes, for the sizes of what could go before a copy.
#
# It is one file, longer than others may be: it is carried on a stick, or fetched by its address, and started alone.
set -u
LC_ALL=C
export LC_ALL
SYS=${PROBE_SYS:-/sys}
DEV=${PROBE_DEV:-/dev}
MOUNTS=${PROBE_MOUNTS:-/proc/mounts}
LIMIT=${PROBE_LIMIT:-33554432}
TABLE=${PROBE_FILES:-2147483648}
# Bytes of names in a root folder that are taken.
NAMES=1048576

say() { printf '%s\n' "$*" >&2; }

# The first line of a file under /sys without outer blanks; nothing where it is not there.
line() { [ -r "$1" ] && head -n 1 "$1" 2>/dev/null | tr -d '\000-\037"\\' | sed 's/^ *//; s/ *$//'; }

# A number from /sys, or null.
count() {
  value=$(line "$1")
  case $value in '' | *[!0-9]*) printf null ;; *) printf '%s' "$value" ;; esac
}

# Packs standard input: gzip, in hexadecimal.
pack() { gzip -c | od -An -v -tx1 | tr -d ' \n'; }

# bytes FILE OFFSET LENGTH: whole 512-byte blocks from there on.
bytes() {
  if [ $(($2 % 65536)) -eq 0 ] && [ $(($3 % 65536)) -eq 0 ]; then unit=65536; else unit=512; fi
  dd if="$1" bs=$unit skip=$(($2 / unit)) count=$((($3 + unit - 1) / unit)) 2>/dev/null
}

# number FILE OFFSET WIDTH: an unsigned little-endian number.
number() {
  bytes "$1" $(($2 - $2 % 512)) 1024 | od -An -v -tu1 -j $(($2 % 512)) -N "$3" |
    awk '{ value = 0; for (i = NF; i >= 1; i--) value = value * 256 + $i; printf "%.0f", value }'
}

# big FILE OFFSET WIDTH: an unsigned big-endian number.
big() {
  bytes "$1" $(($2 - $2 % 512)) 1024 | od -An -v -tu1 -j $(($2 % 512)) -N "$3" |
    awk '{ value = 0; for (i = 1; i <= NF; i++) value = value * 256 + $i; printf "%.0f", value }'
}

# letters FILE OFFSET LENGTH: plain letters and digits there.
letters() { bytes "$1" $(($2 - $2 % 512)) 512 | dd bs=1 skip=$(($2 % 512)) count="$3" 2>/dev/null | tr -cd 'A-Za-z0-9-'; }

# piece FILE OFFSET LENGTH: a stretch of a drive, as the next member of a list.
piece() {
  [ "$3" -gt 0 ] || return 0
  printf '%s\n  {"offset":%s,"data":"' "$comma" "$2"
  bytes "$1" "$2" "$3" | pack
  printf '"}'
  comma=,
}

# page NAME COMMAND...: what a command prints, as a field; nothing where it fails.
page() {
  name=$1
  shift
  taken=$("$@" 2>/dev/null | pack)
  # Nothing at all packs to forty letters.
  [ ${#taken} -gt 60 ] && printf '"%s":"%s",\n' "$name" "$taken"
}

# runs FILE PLACE SIZE TYPE NAME: the runs of an attribute of a file record, each as its first cluster and its length;
# NAME is the length of the attribute's name in letters, 0 for the unnamed one.
runs() {
  bytes "$1" "$2" "$3" | od -An -v -tu1 | awk -v type="$4" -v name="$5" '
    function le(at, width,   value) { value = 0; while (width-- > 0) value = value * 256 + b[at + width]; return value }
    { for (i = 1; i <= NF; i++) b[n++] = $i }
    END {
      list = le(4, 2)
      for (i = 1; i * 512 <= n; i++) { b[i * 512 - 2] = b[list + 2 * i]; b[i * 512 - 1] = b[list + 2 * i + 1] }
      for (at = le(20, 2); at + 8 < n && le(at, 4) != 4294967295 && le(at + 4, 4) >= 16; at += le(at + 4, 4)) {
        if (le(at, 4) != type || b[at + 9] != name || b[at + 8] != 1) continue
        place = 0
        for (p = at + le(at + 32, 2); p < n && b[p] % 16 > 0; p += 1 + wide + far) {
          wide = b[p] % 16; far = int(b[p] / 16)
          if (far == 0) exit
          step = le(p + 1 + wide, far)
          # Some of the small systems have no powers.
          whole = 1
          for (i = 0; i < far; i++) whole *= 256
          if (b[p + wide + far] >= 128) step -= whole
          place += step
          printf "%.0f %.0f\n", place, le(p + 1, wide)
        }
        exit
      }
    }'
}

# files RECORD CLUSTER: from the records of a file table on standard input one line for each file that takes room: its
# record, its folder's, the bytes that it takes; names of folders and of what lies in the root. Where attributes do not
# fit in a record, a dash stands for the folder. "H" and two numbers: where the hibernation file begins. Nothing where
# the table is longer than what came in.
files() {
  od -An -v -tu4 | awk -v size="$1" -v cluster="$2" '
    function word(at) { return at % 4 ? int(w[(at - 2) / 4] / 65536) : w[at / 4] % 65536 }
    function byte(at) { return int(w[int(at / 4)] / power[at % 4]) % 256 }
    function long(at) { return w[at / 4] + w[at / 4 + 1] * 4294967296 }
    function place(at) { return w[at / 4] + w[at / 4 + 1] % 65536 * 4294967296 }
    function letters(at, count,   i, code, text) {
      text = ""
      for (i = 0; i < count; i++) { code = word(at + 2 * i); text = text (code in plain ? plain[code] : "?") }
      return text
    }
    # First cluster of the first run, whose bytes follow each other from there on.
    function begins(at,   wide, far, value) {
      wide = byte(at) % 16; far = int(byte(at) / 16); value = 0
      while (far-- > 0) value = value * 256 + byte(at + 1 + wide + far)
      return value
    }
    function record(   at, i, list, count, type, span, taken, named, up, name, folder, base, first, v, q) {
      if (w[0] != 1162627398 || word(22) % 2 == 0) return
      list = word(4); count = word(6)
      for (i = 1; i < count && i * 512 <= size; i++) w[i * 128 - 1] = w[i * 128 - 1] % 65536 + word(list + 2 * i) * 65536
      folder = int(word(22) / 2) % 2
      base = place(32)
      for (at = word(20); at + 24 <= size; at += span) {
        type = w[at / 4]; span = w[at / 4 + 1]
        if (type == 4294967295 || span < 16 || span % 8 || at + span > size) break
        if (type == 48 && !named && byte(at + 8) == 0) {
          v = at + word(at + 20)
          if (v % 4 || byte(v + 65) == 2) continue
          named = 1; up = place(v); name = letters(v + 66, byte(v + 64))
        }
        if ((type == 128 || type == 160) && byte(at + 8) == 1 && long(at + 16) == 0) {
          if (number == 0 && type == 128) whole = long(at + 48)
          if (type == 128 && byte(at + 9) == 0) first = begins(at + word(at + 32))
          q = (word(at + 12) % 2 || word(at + 12) >= 32768) && span >= 72 ? 64 : 40
          taken += long(at + q)
        }
      }
      if (base > 0) { if (taken > 0) printf "%.0f - %.0f\n", base, taken }
      else if (named && (folder || up == 5)) {
        printf "%.0f %.0f %.0f %s\n", number, up, taken, name
        if (up == 5 && tolower(name) == "hiberfil.sys" && first > 0) printf "H %.0f %.0f\n", number, first * cluster
      } else if (named && taken > 0) printf "%.0f %.0f %.0f\n", number, up, taken
    }
    BEGIN { power[0] = 1; for (i = 1; i < 4; i++) power[i] = 256 * power[i - 1] }
    BEGIN { for (i = 32; i < 127; i++) plain[i] = sprintf("%c", i) }
    { for (i = 1; i <= NF; i++) w[n++] = $i }
    n * 4 >= size { record(); number++; n = 0 }
    END { if (number * size < whole) print "short" }'
}

# filetable FILE OFFSET: what the file table of an NTFS says, kept for the field "files".
filetable() {
  stretches=$(runs "$1" "$table" "$record" 128 0)
  sum=$(printf '%s\n' "$stretches" | awk -v cluster="$cluster" '{ sum += $2 * cluster } END { printf "%.0f", sum }')
  if [ "$sum" -gt "$TABLE" ]; then
    say "  its file table has $sum bytes, more than $TABLE: what could go before a copy is not looked for"
    return 0
  fi
  say "  going through its file table, $((sum / 1048576)) MiB"
  told=$(printf '%s\n' "$stretches" | while read -r place length; do
    bytes "$1" $(($2 + place * cluster)) $((length * cluster))
  done | files "$record" "$cluster")
  case $told in *short) return 0 ;; esac
  sleeps=$(printf '%s\n' "$told" | sed -n 's/^H //p' | head -n 1)
  if [ -n "$sleeps" ]; then
    piece "$1" $((table + ${sleeps% *} * record)) "$record"
    piece "$1" $(($2 + ${sleeps#* })) 512
  fi
  tables="$tables${tables:+,}
  {\"offset\":$2,\"data\":\"$(printf '%s\n' "$told" | pack)\"}"
}

# ntfs FILE OFFSET: the first records of its file table, the names in its root folder, and its allocation bitmap.
ntfs() {
  sector=$(number "$1" $(($2 + 11)) 2)
  per=$(number "$1" $(($2 + 13)) 1)
  record=$(number "$1" $(($2 + 64)) 1)
  [ "$per" -gt 128 ] && per=$((1 << (256 - per)))
  cluster=$((sector * per))
  if [ "$record" -lt 128 ]; then record=$((record * cluster)); else record=$((1 << (256 - record))); fi
  [ "$cluster" -ge 512 ] && [ "$record" -ge 512 ] && [ "$record" -le 65536 ] || return 0
  table=$(($2 + $(number "$1" $(($2 + 48)) 8) * cluster))
  piece "$1" "$table" $((8 * record))
  runs "$1" $((table + 5 * record)) "$record" 160 4 | {
    left=$NAMES
    while read -r place length; do
      size=$((length * cluster))
      [ "$size" -gt "$left" ] && size=$((left - left % 4096))
      left=$((left - size))
      piece "$1" $(($2 + place * cluster)) "$size"
    done
  }
  runs "$1" $((table + 6 * record)) "$record" 128 0 | {
    sum=0
    stretches=
    while read -r place length; do
      sum=$((sum + length * cluster))
      stretches="$stretches $place:$length"
    done
    if [ "$sum" -gt "$LIMIT" ]; then
      say "  its allocation bitmap has $sum bytes, more than $LIMIT: used space is left to be asked for"
    else
      for one in $stretches; do piece "$1" $(($2 + ${one%:*} * cluster)) $((${one#*:} * cluster)); done
    fi
  }
  comma=,
  filetable "$1" "$2"
}

# exfat FILE OFFSET: its root directory, and the allocation bitmap that is named there.
exfat() {
  sector=$((1 << $(number "$1" $(($2 + 108)) 1)))
  cluster=$((sector << $(number "$1" $(($2 + 109)) 1)))
  heap=$(($2 + $(number "$1" $(($2 + 88)) 4) * sector))
  root=$((heap + ($(number "$1" $(($2 + 96)) 4) - 2) * cluster))
  length=$cluster
  [ "$length" -gt 32768 ] && length=32768
  piece "$1" "$root" "$length"
  bytes "$1" "$root" 4096 | od -An -v -tu1 | awk '
    function le(at, width,   value) { value = 0; while (width-- > 0) value = value * 256 + b[at + width]; return value }
    { for (i = 1; i <= NF; i++) b[n++] = $i }
    END { for (at = 0; at + 32 <= n; at += 32) if (b[at] == 129) { printf "%.0f %.0f\n", le(at + 20, 4), le(at + 24, 8); exit } }' | {
    read -r first size || return 0
    [ "$size" -le "$LIMIT" ] && piece "$1" $((heap + (first - 2) * cluster)) "$size"
  }
}

# ext FILE OFFSET: the first inodes and the root folder.
ext() {
  super=$(($2 + 1024))
  shift_by=$(number "$1" $((super + 24)) 4)
  [ "$shift_by" -le 6 ] || return 0
  block=$((1024 << shift_by))
  group=$(($2 + ($(number "$1" $((super + 20)) 4) + 1) * block))
  inodes=$(($2 + $(number "$1" $((group + 8)) 4) * block))
  size=128
  [ "$(number "$1" $((super + 76)) 4)" -gt 0 ] && size=$(number "$1" $((super + 88)) 2)
  piece "$1" "$inodes" 4096
  root=$((inodes + size))
  if [ $(($(number "$1" $((root + 32)) 4) / 524288 % 2)) -eq 1 ]; then
    # Extents that lie in the inode itself; the first blocks of the first one hold a root folder.
    [ "$(number "$1" $((root + 46)) 2)" -eq 0 ] && [ "$(number "$1" $((root + 42)) 2)" -gt 0 ] || return 0
    length=$(number "$1" $((root + 56)) 2)
    [ "$length" -gt 16 ] && length=16
    piece "$1" $(($2 + $(number "$1" $((root + 60)) 4) * block)) $((length * block))
  else
    for one in 0 1 2 3; do
      place=$(number "$1" $((root + 40 + 4 * one)) 4)
      [ "$place" -gt 0 ] && piece "$1" $(($2 + place * block)) "$block"
    done
  fi
}

# below FILE OFFSET LENGTH DEEPEST: folders, and files that end in EFI, of a cluster of a folder of a FAT: a letter and the first
# cluster of each; of the deepest folders files alone.
below() {
  bytes "$1" "$2" "$3" | od -An -v -tu1 | awk -v deepest="$4" '
    { for (i = 1; i <= NF; i++) b[n++] = $i }
    END {
      for (at = 0; at + 32 <= n && b[at] > 0 && told < 60; at += 32) {
        if (b[at] == 229 || b[at] == 46 || b[at + 11] == 15 || int(b[at + 11] / 8) % 2 == 1) continue
        first = b[at + 26] + 256 * b[at + 27] + 65536 * (b[at + 20] + 256 * b[at + 21])
        folder = int(b[at + 11] / 16) % 2 == 1
        if (first < 2 || (folder && deepest) || (!folder && !(b[at + 8] == 69 && b[at + 9] == 70 && b[at + 10] == 73))) continue
        print (folder ? "d" : "f"), first
        told++
      }
    }'
}

# loaders FILE DATA CLUSTER FIRST DEPTH: a folder of an EFI system partition, the heads of its loaders, and what is below.
loaders() {
  for one in $(clusters "$1" "$4"); do
    piece "$1" $(($2 + (one - 2) * $3)) "$3"
    below "$1" $(($2 + (one - 2) * $3)) "$3" $(($5 == 3)) | while read -r kind first; do
      if [ "$kind" = f ]; then
        length=1024
        [ "$3" -lt "$length" ] && length=$3
        piece "$1" $(($2 + (first - 2) * $3)) "$length"
      else
        loaders "$1" "$2" "$3" "$first" $(($5 + 1))
      fi
    done
  done
}

# clusters FILE FIRST: those of a folder of the FAT whose table is at $table, sixteen at most, with entries of $wide bytes.
clusters() {
  next=$2
  for _ in 1 2 3 4 5 6 7 8 9 10 11 12 13 14 15 16; do
    [ "$next" -ge 2 ] && [ "$next" -lt $((wide == 4 ? 268435447 : 65527)) ] || break
    printf '%s ' "$next"
    [ "$wide" -eq 0 ] && break
    next=$(($(number "$1" $((table + next * wide)) "$wide") % 268435456))
  done
}

# fat FILE OFFSET: its allocation table, its root folder and what is below the folder EFI there.
fat() {
  sector=$(number "$1" $(($2 + 11)) 2)
  share=$(number "$1" $(($2 + 22)) 2)
  [ "$share" -eq 0 ] && share=$(number "$1" $(($2 + 36)) 4)
  case $sector in 512 | 1024 | 2048 | 4096) ;; *) return 0 ;; esac
  table=$(($2 + $(number "$1" $(($2 + 14)) 2) * sector))
  [ $((share * sector)) -le "$LIMIT" ] && piece "$1" "$table" $((share * sector))
  cluster=$(($(number "$1" $(($2 + 13)) 1) * sector))
  root=$((table + $(number "$1" $(($2 + 16)) 1) * share * sector))
  length=$(($(number "$1" $(($2 + 17)) 2) * 32))
  wide=2
  [ "$length" -eq 0 ] && wide=4
  # Entries of twelve bits are those of small volumes, whose folders fit a cluster.
  all=$(number "$1" $(($2 + 19)) 2)
  [ "$all" -eq 0 ] && all=$(number "$1" $(($2 + 32)) 4)
  [ "$wide" -eq 2 ] && [ $((all * sector / (cluster > 0 ? cluster : 1))) -lt 4085 ] && wide=0
  data=$((root + (length + sector - 1) / sector * sector))
  if [ "$length" -eq 0 ]; then
    root=$((data + ($(number "$1" $(($2 + 44)) 4) - 2) * cluster))
    length=$cluster
  fi
  [ "$length" -gt 65536 ] && length=65536
  piece "$1" "$root" "$length"
  first=$(bytes "$1" "$root" "$length" | od -An -v -tu1 | awk '
    { for (i = 1; i <= NF; i++) b[n++] = $i }
    END {
      for (at = 0; at + 32 <= n && b[at] > 0; at += 32)
        if (b[at] == 69 && b[at + 1] == 70 && b[at + 2] == 73 && b[at + 3] == 32 && int(b[at + 11] / 16) % 2 == 1) {
          print b[at + 26] + 256 * b[at + 27] + 65536 * (b[at + 20] + 256 * b[at + 21])
          exit
        }
    }')
  [ "${first:-0}" -ge 2 ] && loaders "$1" "$data" "$cluster" "$first" 1
}

# xfs FILE OFFSET: the blocks by which the head of its log is found by halving, and what lies before it.
xfs() {
  size=$(big "$1" $(($2 + 4)) 4)
  begin=$(big "$1" $(($2 + 48)) 8)
  high=$(($(big "$1" $(($2 + 96)) 4) * size / 512))
  shift_by=$(number "$1" $(($2 + 124)) 1)
  [ "$begin" -gt 0 ] && [ "$high" -gt 0 ] && [ "$shift_by" -le 31 ] || return 0
  group=$((begin >> shift_by))
  log=$(($2 + (group * $(big "$1" $(($2 + 84)) 4) + begin % (1 << shift_by)) * size))
  first=$(cycle "$1" "$log")
  piece "$1" "$log" 512
  low=0
  while [ $((high - low)) -gt 1 ]; do
    middle=$(((low + high) / 2))
    piece "$1" $((log + middle * 512)) 512
    if [ "$(cycle "$1" $((log + middle * 512)))" -eq "$first" ]; then low=$middle; else high=$middle; fi
  done
  back=512
  [ "$high" -lt "$back" ] && back=$high
  piece "$1" $((log + (high - back) * 512)) $((back * 512))
}

# cycle FILE OFFSET: the number that a block of such a log begins with; behind the mark where a record begins.
cycle() {
  mark=$(big "$1" "$2" 4)
  [ "$mark" -eq 4276992702 ] && mark=$(big "$1" $(($2 + 4)) 4)
  printf '%s' "$mark"
}

# volume FILE OFFSET LENGTH: the head of a volume, and where its used space is told; its end, where members of sets have
# their mark.
volume() {
  head=73728
  [ "$3" -lt "$head" ] && head=$(($3 - $3 % 512))
  piece "$1" "$2" "$head"
  [ "$3" -gt 262144 ] && piece "$1" $(($2 + $3 - $3 % 512 - 131072)) 131072
  case $(letters "$1" $(($2 + 3)) 8) in
    NTFS) ntfs "$1" "$2" ;;
    EXFAT) exfat "$1" "$2" ;;
    *)
      case $(letters "$1" $(($2 + 54)) 3)$(letters "$1" $(($2 + 82)) 3) in *FAT*) fat "$1" "$2" ;; esac
      [ "$3" -gt 4096 ] && [ "$(number "$1" $(($2 + 1080)) 2)" -eq 61267 ] && ext "$1" "$2"
      [ "$(letters "$1" "$2" 4)" = XFSB ] && xfs "$1" "$2"
      # The description of a volume group lies in its first MiB.
      for label in 0 512 1024 1536; do
        [ "$(letters "$1" $(($2 + label)) 8)" = LABELONE ] && [ "$3" -ge 1048576 ] && piece "$1" "$2" 1048576
      done
      ;;
  esac
  comma=,
}

# chain FILE LOGICAL: the sectors of an extended partition's chain.
chain() {
  for entry in 446 462 478 494; do
    case $(number "$1" $((entry + 4)) 1) in 5 | 15 | 133) ;; *) continue ;; esac
    begin=$(number "$1" $((entry + 8)) 4)
    ebr=$begin
    steps=0
    while [ "$steps" -lt 128 ]; do
      piece "$1" $((ebr * $2)) 512
      [ "$(number "$1" $((ebr * $2 + 466)) 1)" -eq 0 ] && break
      ebr=$((begin + $(number "$1" $((ebr * $2 + 470)) 4)))
      steps=$((steps + 1))
    done
    return 0
  done
}

# array FILE HEADER LOGICAL WHOLE: the entries of a GPT whose header lies there, where they are not among the sectors taken.
array() {
  [ "$(letters "$1" "$2" 8)" = EFIPART ] || return 0
  at=$(($(number "$1" $(($2 + 72)) 8) * $3))
  long=$(($(number "$1" $(($2 + 80)) 4) * $(number "$1" $(($2 + 84)) 4)))
  [ "$long" -le 1048576 ] && [ "$at" -ge "$3" ] && [ $((at + long)) -le "$4" ] &&
    piece "$1" "$at" $((long + 511 - (long + 511) % 512))
  # The other copy is elsewhere on a drive whose table was copied from a smaller one.
  other=$(($(number "$1" $(($2 + 32)) 8) * $3))
  if [ "$2" -eq "$3" ] && [ "$other" -gt "$3" ] && [ "$other" -lt $(($4 - $3)) ]; then
    piece "$1" "$other" "$3"
    array "$1" "$other" "$3" "$4"
  fi
}

# entries FILE HEADER LOGICAL: where each partition of a GPT begins and how long it is, bytes.
entries() {
  size=$(number "$1" $(($2 + 84)) 4)
  count=$(number "$1" $(($2 + 80)) 4)
  [ "$size" -ge 128 ] && [ $((size * count)) -le 1048576 ] || return 0
  bytes "$1" $(($(number "$1" $(($2 + 72)) 8) * $3)) $((size * count)) | od -An -v -tu4 | awk -v size="$size" -v logical="$3" '
    { for (i = 1; i <= NF; i++) w[n++] = $i }
    n * 4 >= size {
      first = w[8] + w[9] * 4294967296; last = w[10] + w[11] * 4294967296
      if (w[0] > 0 && last >= first) printf "%.0f %.0f\n", first * logical, (last - first + 1) * logical
      n = 0
    }'
}

# hidden FILE LOGICAL WHOLE: the volumes of a drive of which the kernel shows none: by whichever copy of its table begins
# as one; without any what begins in the first sector.
hidden() {
  for header in ${2:+$2 $(($3 - $2))}; do
    [ "$(letters "$1" "$header" 8)" = EFIPART ] || continue
    found=$(entries "$1" "$header" "$2")
    while read -r begin length; do
      [ -n "$begin" ] && [ $((begin + length)) -le "$3" ] && volume "$1" "$begin" "$length"
    done <<LIST
$found
LIST
    return 0
  done
  volume "$1" 0 "$3"
}

# unread FILE: why a drive cannot be read, or nothing.
unread() {
  dd if="$1" of=/dev/null bs=512 count=1 2>&1 | sed -n 's/^dd: *//p' | head -n 1 | tr -d '\000-\037"\\'
}

# started NAME: whether this system was started from that drive, or this script lies on it.
started() {
  here=$(df -P "$0" 2>/dev/null | awk 'NR == 2 { print $1 }')
  awk -v name="$DEV/$1" -v here="$here" '
    function of(device) { return index(device, name) == 1 && substr(device, length(name) + 1) ~ /^(p?[0-9]+)?$/ }
    BEGIN { if (of(here)) found = 1 }
    $2 ~ /^(\/|\/run\/live\/medium|\/run\/initramfs\/live|\/lib\/live\/mount\/medium|\/cdrom|\/isodevice|\/run\/archiso\/bootmnt)$/ && of($1) { found = 1 }
    END { exit !found }' "$MOUNTS" 2>/dev/null
}

# drive NAME: one block device as a member of the list.
drive() {
  shown=$SYS/block/$1
  file=$DEV/$1
  sectors=$(line "$shown/size")
  whole=$((sectors * 512))
  logical=$(count "$shown/queue/logical_block_size")
  where=$(readlink -f "$shown/device" 2>/dev/null)
  case $1:$where in
    nvme*) bus=nvme ;;
    mmcblk*) bus=mmc ;;
    *:*/usb*) bus=usb ;;
    *:*/ata*) bus=sata ;;
    *) bus=other ;;
  esac
  link=
  if [ $bus = nvme ]; then
    link=$(line "$shown/device/device/current_link_speed")
    lanes=$(line "$shown/device/device/current_link_width")
    link=${link:+${link% PCIe} PCIe x$lanes}
  elif [ $bus = sata ]; then
    ata=${where##*/ata}
    link=$(line "$SYS/class/ata_link/link${ata%%/*}/sata_spd")
  fi
  serial=$(line "$shown/device/serial")
  if [ -z "$serial" ] && [ -r "$shown/device/vpd_pg80" ]; then
    serial=$(dd if="$shown/device/vpd_pg80" bs=1 skip=4 2>/dev/null | tr -cd 'A-Za-z0-9_.-')
  fi
  firmware=$(line "$shown/device/firmware_rev")
  say "reading ${serial:-$1} ($whole bytes)"
  printf '{"bus":"%s","serial":"%s","model":"%s","firmware":"%s","link":"%s",\n' \
    "$bus" "$serial" "$(line "$shown/device/model")" "${firmware:-$(line "$shown/device/rev")}" "$link"
  printf '"bytes":%s,"logicalSector":%s,"physicalSector":%s,\n' \
    "$whole" "$logical" "$(count "$shown/queue/physical_block_size")"
  case $(line "$shown/queue/rotational") in 1) turns=true ;; 0) turns=false ;; *) turns=null ;; esac
  case $(line "$shown/queue/discard_max_bytes") in '') trim=null ;; 0) trim=false ;; *) trim=true ;; esac
  printf '"rotating":%s,"trim":%s,\n' $turns $trim
  [ -r "$shown/device/vpd_pg89" ] && page identify dd if="$shown/device/vpd_pg89" bs=4 skip=15 count=128
  if [ $bus = nvme ] && command -v nvme >/dev/null; then
    page nvmeController nvme id-ctrl "$file" --raw-binary
    page nvmeNamespace nvme id-ns "$file" --raw-binary
    page nvmeHealth nvme get-log "$file" --log-id=2 --log-len=512 --raw-binary
  elif [ $bus = sata ] && command -v sg_raw >/dev/null; then
    page smart sg_raw -b -r 512 "$file" 85 08 0e 00 d0 00 01 00 00 00 4f 00 c2 00 b0 00
    page smartStatistics sg_raw -b -r 512 "$file" 85 09 0e 00 00 00 01 00 04 00 07 00 00 40 2f 00
    page smartThresholds sg_raw -b -r 512 "$file" 85 08 0e 00 d1 00 01 00 00 00 4f 00 c2 00 b0 00
  fi
  if [ $bus = sata ] && command -v hdparm >/dev/null; then
    native=$(hdparm -N "$file" 2>/dev/null | sed -n 's/.*max sectors *= *[0-9]*\/\([0-9]*\).*/\1/p')
    [ -n "$native" ] && printf '"nativeSectors":%s,\n' "$native"
  fi
  started "$1" && printf '"started":true,\n'
  why=$(unread "$file")
  if [ -n "$why" ]; then
    say "  it cannot be read: $why"
    printf '"unread":"%s",\n' "$why"
  fi
  printf '"pieces":['
  comma=
  tables=
  if [ -z "$why" ]; then
    ends=32768
    [ "$whole" -lt 65536 ] && ends=$((whole / 2 - whole / 2 % 512))
    piece "$file" 0 $ends
    piece "$file" $((whole - ends)) $ends
    if [ "$logical" != null ]; then
      array "$file" "$logical" "$logical" "$whole"
      array "$file" $((whole - logical)) "$logical" "$whole"
      chain "$file" "$logical"
    fi
    parts=0
    for part in "$shown/$1"*; do
      [ -r "$part/start" ] || continue
      length=$(line "$part/size")
      parts=$((parts + 1))
      # An extended partition shows as two sectors: its chain was taken.
      [ "$length" -gt 2 ] && volume "$file" $(($(line "$part/start") * 512)) $((length * 512))
    done
    [ "$parts" -eq 0 ] && hidden "$file" "${logical%null}" "$whole"
  fi
  printf ']'
  [ -n "$tables" ] && printf ',\n"files":[%s]' "$tables"
  printf '}'
}

# part KIND NAME DETAIL: a thing of the device, as a line.
part() { printf '%s\t%s\t%s\n' "$1" "$2" "$3"; }

# parts: what the device has, as its kernel shows it; classes and numbers where it names nothing.
parts() {
  for one in "$SYS"/bus/pci/devices/*; do
    [ -r "$one/class" ] || continue
    class=$(line "$one/class")
    part pci "${one##*/}" "${class#0x} $(line "$one/vendor") $(line "$one/device")"
  done
  for one in "$SYS"/bus/usb/devices/*; do
    [ -r "$one/idVendor" ] || continue
    classes=$(cat "$one"/*:*/bInterfaceClass 2>/dev/null | tr '\n' ' ')
    part usb "$(line "$one/product")" "$(line "$one/idVendor"):$(line "$one/idProduct") $classes"
  done
  for one in "$SYS"/class/input/input*; do
    [ -r "$one/name" ] || continue
    keys=$(line "$one/capabilities/key")
    part input "$(line "$one/name")" "$(line "$one/properties") ${keys##* } $(line "$one/capabilities/sw")"
  done
  for one in "$SYS"/class/sound/card*; do [ -r "$one/id" ] && part sound "$(line "$one/id")" ''; done
  for one in "$SYS"/class/video4linux/*; do [ -r "$one/name" ] && part camera "$(line "$one/name")" ''; done
  for one in "$SYS"/class/bluetooth/hci*; do [ -e "$one" ] && part bluetooth "${one##*/}" ''; done
  for one in "$SYS"/class/net/*; do
    # Only what is hardware: its address stays out, which would tell whose it is.
    [ -e "$one/device" ] || continue
    if [ -e "$one/wireless" ] || [ -e "$one/phy80211" ]; then part network "${one##*/}" wireless
    else part network "${one##*/}" wired; fi
  done
  for one in "$SYS"/class/power_supply/*; do
    [ "$(line "$one/type")" = Battery ] && [ "$(line "$one/present")" != 0 ] &&
      part battery "${one##*/}" "$(line "$one/energy_full") $(line "$one/energy_full_design")"
  done
  for one in "$SYS"/class/drm/card*-*; do
    name=${one##*/}
    case $name in *-eDP-* | *-LVDS-* | *-DSI-*)
      [ "$(line "$one/status")" = connected ] && part display "${name#card*-}" ''
      ;;
    esac
  done
  for one in "$SYS"/class/hwmon/hwmon*/fan*_input; do [ -r "$one" ] && part fan "$(line "${one%/*}/name") ${one##*/}" ''; done
}

# variables: the start entries of the firmware with their order, and whether Secure Boot is on; without their attributes.
variables() {
  owner=8be4df61-93ca-11d2-aa0d-00e098032b8c
  comma=
  for one in "$SYS/firmware/efi/efivars"/Boot[0-9A-F][0-9A-F][0-9A-F][0-9A-F]-$owner \
    "$SYS/firmware/efi/efivars"/BootOrder-$owner "$SYS/firmware/efi/efivars"/BootCurrent-$owner \
    "$SYS/firmware/efi/efivars"/SecureBoot-$owner; do
    [ -r "$one" ] || continue
    name=${one##*/}
    printf '%s\n  {"name":"%s","data":"%s"}' "$comma" "${name%%-*}" "$(dd if="$one" bs=4 skip=1 2>/dev/null | pack)"
    comma=,
  done
}

[ -d "$SYS/block" ] || {
  say "There is no $SYS/block: this runs on Linux."
  exit 1
}
if [ ! -r "$SYS/firmware/dmi/tables/DMI" ]; then
  if [ "$(id -u)" -ne 0 ]; then say "The firmware's table cannot be read: run this as root."
  else say "The firmware gives no table of what the device is: type it from the label."; fi
fi
printf '{"format":"udrel-probe","version":2,"made":"%s",\n"device":{' "$(date -u +%Y-%m-%dT%H:%M:%SZ)"
[ -r "$SYS/firmware/dmi/tables/DMI" ] && page smbios cat "$SYS/firmware/dmi/tables/DMI"
if [ -d "$SYS/firmware/efi" ]; then mode=UEFI; else mode=legacy; fi
page parts parts
printf '"variables":[%s],\n' "$(variables)"
printf '"firmwareMode":"%s"},\n"drives":[' $mode
between=
for one in "$SYS"/block/*; do
  name=${one##*/}
  case $name in loop* | ram* | zram* | sr* | fd* | dm-* | md* | nbd* | mmcblk*boot*) continue ;; esac
  held=$(line "$one/size")
  [ "${held:-0}" -gt 0 ] || continue
  printf '%s\n' "$between"
  drive "$name"
  between=,
done
printf ']}\n'
