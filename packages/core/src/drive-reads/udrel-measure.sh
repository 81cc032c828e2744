#!/bin/sh
# Reads the drives of this device for their figures, into one measurement file (JSON) for Udrel.
#
#   sh udrel-measure.sh [SECONDS] > measurement.json      run as root, from any live Linux stick
#
# Each drive is read for so many seconds (30 where nothing is said): at nine places from its beginning to its end, then 4 KiB
# at a time all over it, which wants perl; without it only the nine places are read. Needs no network and only the base
# utilities (sh, dd, awk, tr, sed, head). It only reads: it mounts nothing and opens no drive for writing.
set -u
LC_ALL=C
export LC_ALL
SYS=${MEASURE_SYS:-/sys}
DEV=${MEASURE_DEV:-/dev}
SECONDS_GIVEN=${1:-30}
case $SECONDS_GIVEN in '' | *[!0-9]* | 0) printf 'say how many seconds, such as 30\n' >&2 && exit 2 ;; esac

say() { printf '%s\n' "$*" >&2; }

# The first line of a file under /sys without outer blanks and quotes; nothing where it is not there.
line() { [ -r "$1" ] && head -n 1 "$1" 2>/dev/null | tr -d '\000-\037"\\' | sed 's/^ *//; s/ *$//'; }

# Seconds since the system was started, to a hundredth.
now() { awk '{ print $1; exit }' /proc/uptime; }

# over BEGAN SECONDS: whether so many seconds have gone by.
over() { awk -v began="$1" -v now="$(now)" -v most="$2" 'BEGIN { exit !(now - began >= most) }'; }

# stretch FILE MIB LAST DIRECT: a place, read on in pieces of 64 MiB until its time is over.
stretch() {
  place=$2
  step=64
  [ $((place + 12800)) -gt "$3" ] && step=-64
  began=$(now)
  read_all=0
  failed=0
  while [ "$failed" -lt 3 ]; do
    count=64
    [ $((place + count)) -gt $(($3 + 1)) ] && count=$(($3 + 1 - place))
    # shellcheck disable=SC2086
    if dd if="$1" of=/dev/null bs=1048576 skip="$place" count="$count" $4 2>/dev/null; then
      read_all=$((read_all + count))
    else
      failed=$((failed + 1))
    fi
    place=$((place + step))
    [ "$place" -lt 0 ] || [ "$place" -gt "$3" ] && break
    over "$began" "$EACH" && break
  done
  awk -v began="$began" -v now="$(now)" -v all="$read_all" -v at="$2" -v failed="$failed" 'BEGIN {
    took = now - began
    rate = all > 0 && took > 0 ? sprintf("%.1f", all * 1.048576 / took) : "null"
    printf "{\"offset\":%.0f,\"rate\":%s,\"failed\":%d}", at * 1048576, rate, failed
  }'
}

# small FILE BYTES: reads of 4 KiB one after the other, and how long they took; null without perl.
small() {
  command -v perl >/dev/null 2>&1 || {
    printf null
    return 0
  }
  perl -e '
    use Time::HiRes qw(time);
    my ($file, $bytes, $most) = @ARGV;
    open(my $drive, "<:raw", $file) or do { print "null"; exit };
    my ($began, $failed, @took) = (time, 0);
    while (time - $began < $most && $failed < 10 && @took < 200000) {
      my $from = time;
      my $read = sysseek($drive, int(rand(int($bytes / 4096))) * 4096, 0) ? sysread($drive, my $into, 4096) : 0;
      if (defined $read && $read == 4096) { push @took, (time - $from) * 1000 } else { $failed++ }
    }
    if (!@took) { print "null"; exit }
    my @sorted = sort { $a <=> $b } @took;
    my $all = 0;
    $all += $_ for @sorted;
    my $slow = sub { my $at = int(@sorted * $_[0]); $at = $#sorted if $at > $#sorted; $sorted[$at] };
    printf("{\"count\":%d,\"failed\":%d,\"rate\":%.2f,\"middle\":%.3f,\"slowest20\":%.3f,\"slowest100\":%.3f,\"slowest\":%.3f}",
      scalar(@sorted), $failed, @sorted * 4.096 / ($all || 1), $slow->(0.5), $slow->(0.95), $slow->(0.99), $slow->(1));
  ' "$1" "$2" "$SMALL" || printf null
}

# drive NAME: a drive with its serial, its link and what it was read at.
drive() {
  shown=$SYS/block/$1
  bytes=$(($(line "$shown/size") * 512))
  last=$((bytes / 1048576 - 1))
  [ "$last" -ge 8 ] || return 0
  serial=$(line "$shown/device/serial")
  if [ -z "$serial" ] && [ -r "$shown/device/vpd_pg80" ]; then
    serial=$(dd if="$shown/device/vpd_pg80" bs=1 skip=4 2>/dev/null | tr -cd 'A-Za-z0-9_.-')
  fi
  link=
  speed=$(line "$shown/device/device/current_link_speed")
  [ -n "$speed" ] && link="$speed x$(line "$shown/device/device/current_link_width")"
  case $(readlink -f "$shown" 2>/dev/null) in */usb[0-9]*) link=USB ;; esac
  direct=
  dd if="$DEV/$1" of=/dev/null bs=1048576 count=1 iflag=direct 2>/dev/null && direct=iflag=direct
  say "reading ${serial:-$1} for $SECONDS_GIVEN s"
  printf '%s\n{"serial":"%s","bytes":%s,"seconds":%s,"link":"%s",\n"places":[' "$comma" "$serial" "$bytes" "$SECONDS_GIVEN" "$link"
  comma=,
  for place in 0 1 2 3 4 5 6 7 8; do
    [ "$place" -gt 0 ] && printf ','
    stretch "$DEV/$1" $((last * place / 8)) "$last" "$direct"
  done
  printf '],\n"small":'
  small "$DEV/$1" "$bytes"
  printf '}'
}

EACH=$(awk -v all="$SECONDS_GIVEN" 'BEGIN { print all * 0.6 / 9 }')
SMALL=$(awk -v all="$SECONDS_GIVEN" 'BEGIN { print all * 0.4 }')
comma=
printf '{"format":"udrel-measurement","version":1,"made":"%s","drives":[' "$(date -u +%Y-%m-%dT%H:%M:%SZ)"
for shown in "$SYS"/block/*; do
  name=${shown##*/}
  case $name in loop* | ram* | zram* | dm-* | md* | sr* | fd* | nbd*) continue ;; esac
  [ -r "$DEV/$name" ] && drive "$name"
done
printf ']}\n'
