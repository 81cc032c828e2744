/** This computer, as the machine sees it. */
export const HERE = '10.0.2.2';

/** The script of the machine: network, the agent as it is shipped, and copies as they are ordered from here. */
export function guest(port, ordersAt, runs) {
  return `export PATH=/bin:/sbin:/usr/bin:/usr/sbin
ip link set lo up
ip addr add 10.0.2.15/24 dev eth0
ip link set eth0 up
ip route add default via ${HERE}
serial_of() {
  at=/sys/block/$1/device
  [ -f $at/serial ] && cat $at/serial && return
  [ -f $at/vpd_pg80 ] && tail -c +5 $at/vpd_pg80 && return
  up=$(readlink -f $at)
  while [ "$up" != / ]; do [ -f "$up/serial" ] && cat "$up/serial" && return; up=\${up%/*}; [ -z "$up" ] && return; done
}
drive_of() {
  for shown in /sys/block/*; do
    name=\${shown##*/}
    [ "$(serial_of $name 2>/dev/null | tr -d ' \\000')" = "$1" ] && echo /dev/$name && return
  done
}
part() { case $1 in *nvme*) echo "$1p$2" ;; *) echo "$1$2" ;; esac; }
written() { awk '{print $7 * 512}' /sys/block/\${1#/dev/}/stat; }
failures() { at=$(readlink -f /sys/block/\${1#/dev/}/device); cat \${at%/host*}/link*/dev*/ata_device/dev*/ering 2>/dev/null | grep -c '^\\['; }
copy() {
  # begins, tables, then what lies in them
  began=$(date +%s)
  case $1 in
${runs
  .map(
    ({
      n,
      old,
      drive,
      pieces,
      copy,
    }) => `    ${n}) S=$(drive_of ${old}); T=$(drive_of ${drive}); before=$(written $T); failed=$(failures $S)
${pieces.map((piece, at) => `      dd if=/lab/table-${n}-${at} of=$T bs=512 seek=${piece.offset / 512} conv=notrunc 2>/dev/null`).join('\n')}
      sync; blockdev --rereadpt $T; sleep 1
      ${copy} ;;`,
  )
  .join('\n')}
  esac
  sync
  echo "COPIED $1 $(( $(written $T || echo $before) - before )) $(( $(failures $S) - failed )) $(( $(date +%s) - began ))"
}
export UDREL_SERVER=http://${HERE}:${port} UDREL_AGENT_TOKEN_FILE=/lab/token UDREL_BERTHS=${runs.map(({ berth }) => `${berth}=linux`).join(',')}
${process.execPath} /lab/main.js > /dev/ttyS0 2>&1 &
echo READY
done=
while :; do
  next=$(wget -q -O - http://${HERE}:${ordersAt}/ 2>/dev/null || echo wait)
  case $next in
    # A copy onto a drive that is gone goes on trying, and holds the port.
    end) kill $(jobs -p) 2>/dev/null; echo END; break ;;
    copy*) [ "$next" != "$done" ] && { done=$next; copy \${next#copy } & } ;;
  esac
  sleep 0.5
done
`;
}
