import { spins } from '../estimate';
import type { DriveClass } from '../fit';
import { EVERY_LINK, linkName, linkPractical, type Link } from '../links';
import { limit, pass, type Reason } from '../reason';
import { measuredLink, median } from './figures';
import type { Fitted, MeasuredDrive, MeasuredMemory, MeasurementSet } from './types';

/** Share of what can be expected from which on a rate is as it should be (rule of thumb). */
const AS_EXPECTED = 0.9;
/** Degrees Celsius from which on drives slow themselves down (rule of thumb: 70 to 85). */
const HOT = 70;
/** Share of its first rate below which a drive that goes on reading is held back by heat. */
const HELD_BACK = 0.7;
/** Rule of thumb: below 5 MB/s of 4 KiB reads something else is at work on a drive without platters. */
const SLOW_RANDOM = 5;
/** What a faster start must reach before it is told as slower: starts vary by as much. */
const SLOWER_START = 1.1;
/** Share of the peak below which memory runs in one channel where two were expected. */
const ONE_CHANNEL = 0.55;

/** 4 KiB with one command at a time, MB/s, lowest and highest of each class (rules of thumb; drives with platters by their cache). */
const RANDOM: Readonly<Record<DriveClass, { read: readonly [number, number]; write: readonly [number, number] }>> = {
  'disk 5400': { read: [0.25, 0.6], write: [0.5, 1.5] },
  'disk 7200': { read: [0.3, 0.9], write: [0.7, 2.5] },
  'SATA SSD': { read: [20, 45], write: [50, 150] },
  'NVMe gen 3': { read: [35, 65], write: [100, 250] },
  'NVMe gen 4': { read: [50, 95], write: [150, 350] },
  'NVMe gen 5': { read: [60, 110], write: [200, 400] },
  eMMC: { read: [6, 20], write: [5, 30] },
};

const mbs = (rate: number) => `${(Math.round(rate * 10) / 10).toLocaleString('en')} MB/s`;

/** What the figures after the work say: as expected, or to which known cause they point (facts of measuring after a swap). */
export function judged(after: MeasurementSet, before: MeasurementSet | null, { drive, memory }: Fitted): Reason[] {
  return [
    ...(drive ? ofDrive(after, drive) : []),
    ...(memory ? ofMemory(after, memory) : []),
    ...startUps(after, before),
  ];
}

function ofDrive(after: MeasurementSet, drive: MeasuredDrive): Reason[] {
  const link = measuredLink(after, drive);
  return [
    ...ofLink(after, drive),
    ...sequential('read', after, drive, link),
    ...sequential('write', after, drive, link),
    ...lasting(after, drive),
    ...random(after, drive, link),
    ...loaded(after, drive),
  ];
}

/** The link that was looked up against the one that the drive has at its site. */
function ofLink({ link, attached, sequentialRead }: MeasurementSet, drive: MeasuredDrive): Reason[] {
  const rule = 'Link';
  if (!link) {
    if (attached === 'inside' || sequentialRead === null) return [];
    const sentence = 'Measured over USB; at which rate that was linked is not noted: its rates are not judged.';
    return [{ rule, outcome: 'unknown', sentence, remedy: 'note the link' }];
  }
  if (attached === 'USB') {
    return link.kind === 'usb'
      ? []
      : [limit(rule, `Measured over USB, and ${linkName(link)} noted as the link.`, 'correct one of both')];
  }
  if (link.kind !== drive.link.kind) {
    return [
      limit(
        rule,
        `${linkName(link)} is noted as the link, ${linkName(drive.link)} belongs there.`,
        'correct it, or look again',
      ),
    ];
  }
  if (linkPractical(link)[1] >= linkPractical(drive.link)[1])
    return [pass(rule, `Linked at ${linkName(link)}, as it should be.`)];
  const remedy = link.kind === 'pcie' ? 'read it under load, then seat the card again' : 'check port, cable and caddy';
  return [limit(rule, `Linked at ${linkName(link)}, ${linkName(drive.link)} was expected.`, remedy)];
}

/** A sequential rate against what rating and link let expect, and the cause that it points to. */
function sequential(way: 'read' | 'write', after: MeasurementSet, drive: MeasuredDrive, link: Link | null): Reason[] {
  const rule = way === 'read' ? 'Rate' : 'Writing';
  const rate = way === 'read' ? after.sequentialRead : after.sequentialWrite;
  if (rate === null) return [];
  if (rate >= USB_2.from && rate <= USB_2.to && looksLikeUsb2(after, drive, link)) {
    const inside = after.attached === 'inside' ? '; noted is that it was measured inside' : '';
    return [
      limit(rule, `${mbs(rate)} of ${TOLD[way]} looks like a USB 2.0 link${inside}.`, 'take another socket or lead'),
    ];
  }
  if (!link) return way === 'read' ? overUsb(rate, drive) : [];
  const rating = way === 'read' ? drive.ratedRead : drive.ratedWrite;
  const expected = Math.min(rating > 0 ? rating : Infinity, linkPractical(link)[0]);
  if (rate >= expected * AS_EXPECTED) {
    return [pass(rule, `${way === 'read' ? 'Reads' : 'Writes'} what ${linkName(link)} and the rating let expect.`)];
  }
  const cause = way === 'read' ? readCause(rate, drive, link) : writeCause(after, drive);
  return [limit(rule, `${mbs(rate)} of ${TOLD[way]}, about ${mbs(expected)} was to be expected: ${cause}.`)];
}

const TOLD = { read: 'reading', write: 'writing' } as const;

/** A disk with platters inside may be as slow by itself; and USB 2.0 that is noted is no surprise. */
function looksLikeUsb2({ attached }: MeasurementSet, drive: MeasuredDrive, link: Link | null): boolean {
  if (link?.kind === 'usb' && link.mode === '2.0') return false;
  return attached === 'USB' || !spins(drive.class);
}

/** USB 2.0 whatever hangs on it, MB/s. */
const USB_2 = { from: 26, to: 45 } as const;

/** A bridge of 10 Gb/s in front of a drive that could do more: normal, and the way of attaching is what limits. */
function overUsb(rate: number, drive: MeasuredDrive): Reason[] {
  const [low, high] = linkPractical({ kind: 'usb', mode: '10 Gb/s' });
  const could = linkPractical(drive.link)[1] > high && rate >= low * AS_EXPECTED && rate <= high * 1.05;
  return could ? [pass('Rate', `${mbs(rate)} is what USB 10 Gb/s lets through: normal for this drive over USB.`)] : [];
}

/** The slower links of the same kind whose usual rates the reading lies in. */
function slowerLinks(rate: number, link: Link): Link[] {
  const top = linkPractical(link)[0];
  return EVERY_LINK.filter((one) => {
    const [low, high] = linkPractical(one);
    return one.kind === link.kind && high < top && rate >= low * 0.94 && rate <= high * 1.03;
  });
}

function readCause(rate: number, drive: MeasuredDrive, link: Link): string {
  if (link.kind === 'usb') {
    const [low, high] = linkPractical({ ...link, oneAtATime: true });
    if (!link.oneAtATime && link.mode !== '2.0' && rate >= low && rate <= high)
      return 'a bridge that takes one command at a time, or an older link';
    return 'another socket or lead, a hub that others share, or a slow bridge';
  }
  if (spins(drive.class)) return 'a disk that wears, or a share that lies further in';
  const slower = slowerLinks(rate, link);
  if (slower.length > 0) {
    const names = slower.map(linkName).join(' or ');
    return `looks like ${names}: check ${link.kind === 'sata' ? 'port, cable, caddy' : 'the slot, and what shares its lanes'}`;
  }
  if (link.kind === 'sata' && rate >= 350 && rate <= 400)
    return 'a bridge, a controller on one lane of PCIe 2, or a drive that is nearly full';
  return 'updates running, the drive hot, or nearly full';
}

function writeCause({ temperature }: MeasurementSet, drive: MeasuredDrive): string {
  if (spins(drive.class)) return 'shingled tracks, or a disk that wears';
  if (temperature !== undefined && temperature >= HOT) return `hot (${temperature} °C)`;
  return 'its cache is spent, it is nearly full or hot; wait five minutes and measure again';
}

/** What becomes of the rates under load. */
function lasting(after: MeasurementSet, drive: MeasuredDrive): Reason[] {
  const { sequentialRead, sequentialWrite, sustainedRead, sustainedWrite, temperature } = after;
  const found: Reason[] = [];
  const heat = 'give it air, and look at the pad or heatsink where one belongs';
  const hot = temperature !== undefined && temperature >= HOT;
  const drops = (rate: number | undefined, first: number | null) => {
    return rate !== undefined && first !== null && rate < first * HELD_BACK;
  };
  if (drops(sustainedRead, sequentialRead)) {
    found.push(
      limit('Load', `Reading falls to ${mbs(sustainedRead ?? 0)} under load: it slows itself down by heat.`, heat),
    );
  } else if (hot)
    found.push(limit('Load', `${temperature} °C under load is near where drives slow themselves down.`, heat));
  if (drops(sustainedWrite, sequentialWrite)) {
    const falls = `Writing falls to ${mbs(sustainedWrite ?? 0)} after a while:`;
    if (spins(drive.class)) found.push(limit('Load', `${falls} shingled tracks; not as a drive for a system.`));
    else if (hot) found.push(limit('Load', `${falls} the drive is hot, or its cache is spent.`, heat));
    else found.push(pass('Load', `${falls} its cache is spent, as it is made.`));
  }
  return found;
}

/** 4 KiB figures against those of the class; over a bridge they say nothing of the drive. */
function random({ randomRead, randomWrite }: MeasurementSet, drive: MeasuredDrive, link: Link | null): Reason[] {
  if (randomRead === null && randomWrite === null) return [];
  if (!link || link.kind === 'usb')
    return [
      {
        rule: '4 KiB',
        outcome: 'unknown',
        sentence: '4 KiB figures over USB say nothing of the drive.',
        remedy: 'measure inside',
      },
    ];
  const { read, write } = RANDOM[drive.class];
  const found: Reason[] = [];
  const below = (which: string, rate: number, low: number, cause: string) =>
    limit('4 KiB', `${mbs(rate)} of 4 KiB ${which}, from ${mbs(low)} on is usual for ${drive.class}: ${cause}.`);
  if (randomRead !== null && !spins(drive.class) && drive.class !== 'eMMC' && randomRead < SLOW_RANDOM)
    found.push(
      below('reads', randomRead, read[0], 'something at work behind, encrypting, nearly full, TRIM off, or failing'),
    );
  else if (randomRead !== null && randomRead < read[0] * 0.8)
    found.push(below('reads', randomRead, read[0], 'programs running, or saving power'));
  if (randomWrite !== null && randomWrite < write[0] * 0.5)
    found.push(below('writes', randomWrite, write[0], 'a start that is not aligned, or the write cache off'));
  return found.length > 0 ? found : [pass('4 KiB', `4 KiB figures are usual for ${drive.class}.`)];
}

/** Drives that let commands wait are faster for it. */
function loaded({ randomRead, loadedRead }: MeasurementSet, drive: MeasuredDrive): Reason[] {
  if (loadedRead === undefined || randomRead === null || spins(drive.class)) return [];
  return loadedRead > randomRead * 1.5
    ? []
    : [
        limit(
          'Queueing',
          `32 waiting commands read ${mbs(loadedRead)}, one alone ${mbs(randomRead)}: nothing queues.`,
          'look for IDE mode in setup, or a bridge that takes one at a time',
        ),
      ];
}

function ofMemory({ memoryBandwidth, memoryRate }: MeasurementSet, { speed, bandwidth }: MeasuredMemory): Reason[] {
  const found: Reason[] = [];
  if (memoryRate !== undefined) {
    found.push(
      memoryRate >= speed * 0.99
        ? pass('Memory rate', `Memory runs at ${memoryRate} MT/s.`)
        : limit(
            'Memory rate',
            `Memory runs at ${memoryRate} MT/s, ${speed} was expected.`,
            'look for mixed modules, a limit of the controller for as many, or a profile that is off',
          ),
    );
  }
  if (memoryBandwidth !== undefined && bandwidth !== null) {
    found.push(
      memoryBandwidth >= bandwidth * ONE_CHANNEL
        ? pass('Memory', `Memory reads ${mbs(memoryBandwidth)} of at most ${mbs(bandwidth)}.`)
        : limit(
            'Memory',
            `Memory reads ${mbs(memoryBandwidth)}, about half or less of ${mbs(bandwidth)}: one channel?`,
            'seat the modules, in the slots that the board names first',
          ),
    );
  }
  return found;
}

function startUps(after: MeasurementSet, before: MeasurementSet | null): Reason[] {
  const found: Reason[] = [];
  const { startUps: times } = after;
  if (times.length > 0 && times.length < 3)
    found.push(limit('Start-ups', 'Time the start-up three times; the first one after a swap does not count.'));
  const middle = median(times);
  const first = median(before?.startUps ?? []);
  if (middle !== null && first !== null && middle > first * SLOWER_START) {
    const sentence = `It starts in ${middle} s, before in ${first} s: slower than it came.`;
    found.push(
      limit(
        'Start-ups',
        sentence,
        'look at the start order (network or USB first), an entry of the old drive, memory that trains',
      ),
    );
  }
  const outliers = times.filter((time) => middle !== null && Math.abs(time - middle) > 0.25 * middle);
  return [
    ...found,
    ...outliers.map((time) => limit('Start-ups', `${time} s stands out: updates, or a search for the network?`)),
  ];
}
