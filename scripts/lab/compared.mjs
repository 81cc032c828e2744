import { normaliseSerial } from '../../packages/core/src/identity';

/** Folders have indexes of their own beside their files, bytes. */
const INDEXES = 64 * 1024;

/**
 * What Udrel read of each drive against what the utilities said of it and what the set-up must show.
 * @param unaltered whether a drive is to the bit as it was before it was read
 */
export function compared(drives, told, { firmware, reading }, unaltered) {
  return drives.map((one) => {
    const read = reading.drives.find((drive) => isIt(one, drive));
    const wrong = read ? differences(one, told.get(one.name) ?? {}, read) : ['it is not in the file'];
    if (reading.firmwareMode !== firmware) wrong.push(`started by ${reading.firmwareMode}`);
    if (!unaltered(one.name)) wrong.push('the drive was altered');
    return { firmware, name: one.name, told: told.get(one.name) ?? {}, seen: read ? seenOf(read) : '', wrong };
  });
}

/** A drive without a serial is found by its size, as a technician would. */
function isIt({ serial, bytes }, drive) {
  const own = normaliseSerial(drive.identity?.serial ?? '');
  return serial && own ? own === normaliseSerial(serial) : drive.bytes === bytes;
}

const volumeOf = ({ volumes, whole }) => volumes[0] ?? whole;

function differences({ wanted }, told, read) {
  const volume = volumeOf(read);
  const said = (read.table?.problems ?? []).map(({ sentence }) => sentence).join(' ');
  const checks = [
    ...Object.entries(told).map(([key, value]) => [key, agrees(key, value, volume, read), value, shown(key, volume)]),
    ...Object.entries(wanted).map(([key, value]) => {
      const is = {
        fileSystem: volume?.fileSystem,
        label: volume?.label,
        rules: volume?.problems.filter(({ rule }) => rule !== 'Encryption').map(({ rule }) => rule),
        tableRules: read.table?.problems.map(({ rule }) => rule),
        all: read.volumes.map(({ fileSystem }) => fileSystem),
        whole: read.whole?.encryption === 'none' ? read.whole.fileSystem : read.whole?.encryption,
        table: said.includes(TABLES[value] ?? value) ? value : said,
        sectorSize: read.table?.sectorSize,
        bus: read.identity?.bus,
        bridged: read.bridged,
        started: read.started,
        unread: read.problems.some(({ rule }) => rule === 'Opened'),
      }[key];
      return [key, JSON.stringify(is) === JSON.stringify(value), value, is];
    }),
  ];
  return checks.flatMap(([key, right, value, is]) =>
    right ? [] : [`${key}: ${JSON.stringify(is)}, not ${JSON.stringify(value)}`],
  );
}

const TABLES = { empty: 'its first blocks are empty', noise: 'look like noise' };

function agrees(key, value, volume, { volumes }) {
  if (key === 'used') return volume?.usedBytes === Number(value);
  if (key === 'free') return volume && volume.totalBytes - volume.usedBytes === Number(value);
  if (key === 'label') return volume?.label === value;
  if (key === 'encryption') return volume?.encryption === value;
  if (key === 'partitions') return volumes.length === Number(value);
  if (key === 'level' || key === 'drives')
    return volume?.problems[0]?.sentence.includes(key === 'level' ? `level ${value}` : `${value} drives`);
  const own = shown(key, volume).split(',').sort();
  const other = value.split(',').sort();
  return own.length === other.length && own.every((one, n) => near(one, other[n]));
}

function near(one, other) {
  const [[name, bytes], [asked, size]] = [one.split(':'), other.split(':')];
  return name === asked && Number(bytes) >= Number(size) && Number(bytes) - Number(size) <= INDEXES;
}

function shown(key, volume) {
  if (key === 'holds') return (volume?.holds ?? []).map(({ name, bytes }) => `${name}:${bytes}`).join(',');
  if (key === 'clearable') return (volume?.clearable ?? []).map(({ what, bytes }) => `${what}:${bytes}`).join(',');
  return String(
    key === 'used' ? volume?.usedBytes : key === 'free' ? volume?.totalBytes - volume?.usedBytes : volume?.[key],
  );
}

/** What was read, in a line. */
function seenOf(read) {
  const volumes = read.volumes.length > 0 ? read.volumes : read.whole ? [read.whole] : [];
  const told = volumes.map(({ fileSystem, label, encryption, problems }) => {
    const what = encryption === 'none' ? fileSystem : encryption;
    return [
      what,
      label && `“${label}”`,
      ...problems.filter(({ rule }) => rule !== 'Encryption').map(({ rule }) => `(${rule})`),
    ]
      .filter(Boolean)
      .join(' ');
  });
  const table = (read.table?.problems ?? []).map(({ sentence }) => sentence);
  return [
    ...told,
    ...table,
    ...read.problems.filter(({ rule }) => rule === 'Opened').map(({ sentence }) => sentence),
  ].join('; ');
}
