/** The script that makes the drives in the machine, and prints what the utilities say of them. */
export function makingScript(drives) {
  return `
N=
say() { printf 'TOLD\\t%s\\t%s\\t%s\\n' "$N" "$1" "$2"; }
# The drive of a set-up, by its size in sectors.
drive_of() {
  case $1 in
${drives.map(({ name, bytes }) => `    "${name}") size=${bytes / 512} ;;`).join('\n')}
  esac
  for shown in /sys/block/*; do
    [ "$(cat "$shown/size")" = "$size" ] && echo "/dev/\${shown##*/}" && return
  done
}
part_of() { case $1 in *nvme*) echo "$1p$2" ;; *) echo "$1$2" ;; esac; }
part() { part_of "$D" "$1"; }
partition_of() { part_of "$(drive_of "$1")" 1; }
settle() { blockdev --rereadpt "$D" 2>/dev/null; sleep 0.2; }
gpt() { printf 'start=1MiB\\n' | sfdisk -q -X gpt "$D"; settle; }
# The shell has makers of its own by these names, with less in them.
mkfs_ext() { kind=$1; shift; /usr/sbin/mke2fs -q -F -t ext$kind "$@"; }
mkswap() { /usr/sbin/mkswap "$@"; }
mkdir -p /run/lock/lvm /run/lvm /etc/lvm /run/mdadm
${inOrder(drives)
  .map(({ name, make }) => `N="${name}"; D=$(drive_of "$N"); P=$(part 1)\n${make}`)
  .join('\n')}
sync
${drives
  .filter(({ last }) => last)
  .map(({ name, last }) => `N="${name}"; D=$(drive_of "$N"); P=$(part 1)\n${last}`)
  .join('\n')}
`;
}

/** A set-up that another writes to is made before that one. */
function inOrder(drives) {
  const before = new Set(drives.flatMap(({ after }) => after ?? []));
  return [...drives.filter(({ name }) => before.has(name)), ...drives.filter(({ name }) => !before.has(name))];
}

/** What the utilities said: by set-up, then by what it is about. */
export function toldOf(output) {
  const told = new Map();
  for (const line of output.split('\n')) {
    const [mark, name, key, value] = line.split('\t');
    if (mark !== 'TOLD') continue;
    told.set(name, { ...told.get(name), [key]: value });
  }
  return told;
}
