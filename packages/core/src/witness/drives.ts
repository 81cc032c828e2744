import { binary, soldName } from '../capacity';
import { growthMeans } from '../health';
import type { AcceptedPlan, DriveChoice } from '../facts';
import { normaliseSerial } from '../identity';
import type { DeviceState, DriveState } from '../inventory';
import { targetName, type TargetId } from '../layout';
import { linkName, type Link } from '../links';
import { laidOutInUse } from '../read-back';
import { fail, limit, pass, type Reason } from '../reason';

export const driveWith = ({ drives }: DeviceState, serial: string | undefined): DriveState | null =>
  serial ? (drives.find((one) => one.serial === normaliseSerial(serial)) ?? null) : null;

/** Whether a drive that was fitted sits where it is meant, whole and at its link, with what was planned on it. */
export function judgeFitted(
  now: DeviceState,
  on: TargetId,
  { serial, bytes, link, sectorSize }: DriveChoice,
  plan: AcceptedPlan | undefined,
): { reasons: Reason[]; whole: boolean; asPlanned: boolean } {
  const rule = `The ${targetName(on)}`;
  const seen = driveWith(now, serial);
  const not = { whole: false, asPlanned: false };
  if (!seen) {
    const remedy = 'seat it again, look at its screw, its lead and its power';
    return { reasons: [fail(rule, `${serial} is not seen by the device.`, remedy)], ...not };
  }
  if (seen.bridged)
    return { reasons: [fail(rule, `${serial} is seen over USB, not at its site.`, 'fit it, then read again')], ...not };
  const name = soldName(bytes, sectorSize);
  const short = seen.bytes !== null && seen.bytes < bytes;
  const size =
    seen.bytes === null
      ? []
      : [
          short
            ? fail(rule, `It shows ${binary(seen.bytes)}; it has ${name}.`, 'take the limit off, or look at its label')
            : pass(rule, `${serial} shows all of its ${name}`),
        ];
  const table = plan?.drives.some(({ id }) => id === on) && seen.table ? judgeTable(plan, seen, on) : [];
  const planned = table.length > 0 && table.every(({ outcome }) => outcome === 'pass');
  return {
    reasons: [
      ...size,
      ...judgeLink(rule, link, seen.link),
      ...table.filter(({ outcome }) => outcome !== 'pass'),
    ].concat(planned ? [pass(rule, 'every partition is there as planned, and its file system fills it')] : []),
    whole: seen.bytes !== null && !short,
    asPlanned: planned,
  };
}

/** The link it runs at against the one that site and drive agree on. */
function judgeLink(rule: string, expected: Link, seen: Link | null): Reason[] {
  if (!seen) return [];
  if (expected.kind === 'pcie' && seen.kind === 'pcie') {
    const told = `It runs at ${linkName(seen)}; the site gives ${linkName(expected)}`;
    if (seen.lanes < expected.lanes) {
      const share = seen.lanes * 2 === expected.lanes ? 'half the lanes' : `${seen.lanes} of ${expected.lanes} lanes`;
      return [fail(rule, `${told}: ${share}.`, 'seat the card, look at its gold edge; see what shares its lanes')];
    }
    if (seen.generation < expected.generation)
      return [limit(rule, `${told}: a link may rest at a lower rate.`, 'read it again while the drive works')];
    return [pass(rule, `it runs at ${linkName(seen)}`)];
  }
  if (expected.kind === 'sata' && seen.kind === 'sata') {
    if (seen.generation >= expected.generation) return [pass(rule, `it runs at ${linkName(seen)}`)];
    const told = `It runs at ${linkName(seen)}; the site gives ${linkName(expected)}.`;
    return [fail(rule, told, 'reseat its ribbon or cable, try another port')];
  }
  return expected.kind === seen.kind
    ? []
    : [fail(rule, `It runs at ${linkName(seen)}; expected is ${linkName(expected)}.`, 'look at which site it sits')];
}

function judgeTable(plan: AcceptedPlan, { table, problems, ungrown }: DriveState, on: TargetId): Reason[] {
  if (!table) return [];
  return [
    ...laidOutInUse(plan, { table, problems, compared: [] }, on),
    ...ungrown.map(({ name, bytes }) =>
      limit(name, `its file system leaves ${binary(bytes)} of the partition unused`, 'let it grow'),
    ),
  ];
}

/** Drives that were there before and stay: what they count must not have grown. */
export function judgeCounters(now: DeviceState, before: DeviceState): Reason[] {
  return now.drives.flatMap(({ serial, figures }) => {
    const was = before.drives.find((one) => one.serial === serial && serial !== '');
    if (!was) return [];
    const grown = figures.flatMap(({ name, value }) => {
      const old = was.figures.find((one) => one.name === name);
      const means = growthMeans(name);
      return old && means && value > old.value
        ? [limit(serial, `${name} grew from ${old.value} to ${value}.`, means)]
        : [];
    });
    const counted = figures.some(({ name }) => growthMeans(name) && was.figures.some((one) => one.name === name));
    return grown.length > 0 || !counted ? grown : [pass(serial, 'its health counters have not grown')];
  });
}
