import type { StartedFrom } from '../facts';
import { estimateRun, linkStage, type PacedStage } from '../estimate';
import { targetTitle } from '../layout';
import { linkName } from '../links';
import type { Socket } from '../equipment';
import type { Reason } from '../reason';
import { inOneHolder, type HeldTogether } from './one-holder';
import { bestHolder, ends, fail, limit, notOnRecord, pass, queueing, started, throughHolder, type Way } from './way';
import type { CopyAsked, JoiningDrive, Placing, RouteOption } from './types';

/** What a minute of hands and a risk count against a minute of waiting when routes are ranked. */
const HANDS_WEIGHT = 3;
const RISK_WEIGHT = 10;

/**
 * The ways to place both drives, best first: those that can be done, ranked by waiting, hands (a minute counts three
 * times) and risks (each counts ten minutes); then those that cannot, each with why. Trade practice; link rates by
 * `links`, rates of drives by `estimate`.
 */
export function routesFor(placing: Placing, asked: CopyAsked): RouteOption[] {
  const further = placing.joining.flatMap((drive) => {
    const used = asked.usedOnto[drive.on];
    const { freeSites } = drive;
    return used === undefined
      ? []
      : [{ drive, ways: optionsFor({ ...placing, target: drive, freeSites }, { ...asked, used }) }];
  });
  return optionsFor(placing, asked)
    .map((first, index) => {
      const option = further.reduce((one, { drive, ways }) => together(one, ways[index], drive), first);
      return { option, index };
    })
    .sort((a, b) => weight(a.option) - weight(b.option) || a.index - b.index)
    .map(({ option }) => option);
}

/** Every way to place the old drive and one that is written to, in a fixed order. */
function optionsFor(placing: Placing, asked: CopyAsked): RouteOption[] {
  const ways = [
    enclosure(placing, asked, 'its own system'),
    enclosure(placing, asked, 'a boot stick'),
    secondSite(placing, asked, 'its own system'),
    secondSite(placing, asked, 'a boot stick'),
    outside(placing, asked),
    bench(placing, asked),
    dock(placing, asked, null),
    dock(placing, asked, 'a boot stick'),
    duplicator(placing, asked),
  ];
  return ways.map((one) => optionOf(one, placing, asked));
}

/** The same way taken twice, onto one drive after the other: what both ask for is asked for once. */
function together(first: RouteOption, second: RouteOption | undefined, { on }: JoiningDrive): RouteOption {
  if (!second) return first;
  const { bytes, stages, estimate } = second;
  const said = new Set(first.reasons.map(({ sentence }) => sentence));
  const hands = second.hands.filter(({ sentence }) => !first.hands.some((one) => one.sentence === sentence));
  return {
    ...first,
    further: [...first.further, { onto: on, bytes, stages, estimate }],
    feasible: first.feasible && second.feasible,
    hands: [...first.hands, ...hands],
    kit: [...new Set([...first.kit, ...second.kit])],
    reasons: [
      ...first.reasons,
      ...second.reasons
        .filter(({ sentence }) => !said.has(sentence))
        .map((reason) => ({ ...reason, rule: `${targetTitle(on)}, ${reason.rule.toLowerCase()}` })),
    ],
  };
}

function optionOf(one: Way, placing: Placing, asked: CopyAsked): RouteOption {
  const bytes = bytesOf(one, asked);
  const estimate = estimateRun(
    { kind: 'copy', bytes, stages: one.stages, source: placing.old.class },
    placing.finished,
  );
  return {
    ...one,
    bytes,
    estimate,
    further: [],
    feasible: one.reasons.every(({ outcome }) => outcome !== 'fail' && outcome !== 'unknown'),
    hands: one.hands.map(([minutes, sentence]) => ({ minutes, sentence })),
  };
}

function bytesOf({ method }: Pick<Way, 'method'>, asked: CopyAsked): number {
  return method === 'every sector' ? asked.whole : asked.used;
}

/** Minutes of hands beyond what the job asks for anyway. */
export function handsOf({ hands }: Pick<RouteOption, 'hands'>): number {
  return hands.reduce((sum, { minutes }) => sum + minutes, 0);
}

function weight(option: RouteOption): number {
  const { feasible, estimate, further, reasons } = option;
  const copies = [estimate, ...further.map((copy) => copy.estimate)];
  const waiting = copies.reduce((sum, { middle }) => sum + middle, 0) / 60;
  const risks = reasons.filter(({ outcome }) => outcome !== 'pass').length;
  const stopped = reasons.some(({ outcome }) => outcome === 'fail');
  return (feasible ? 0 : stopped ? 1e9 : 1e6) + waiting + handsOf(option) * HANDS_WEIGHT + risks * RISK_WEIGHT;
}

/** Reading a failing drive over a bridge hides what it says and retries longer. */
function failingOverUsb({ old }: Placing): Reason[] {
  return old.health === 'failing'
    ? [limit('Failing', 'a failing drive is better read at its own plug than over USB')]
    : [];
}

/** A drive that is soldered in stays where it is. */
function comesOut({ old }: Placing): Reason[] {
  return old.class === 'eMMC' ? [fail('Old drive', 'the old drive is soldered in: it cannot come out')] : [];
}

function enclosure(placing: Placing, asked: CopyAsked, from: StartedFrom): Way {
  const { old, target } = placing;
  const { holding, reasons } = bestHolder(target, placing, placing.deviceSockets);
  const [read, write] = ends(placing, asked, asked.used, false);
  const start = started(from, placing, asked);
  return {
    route: 'new drive in an enclosure',
    startedFrom: from,
    method: 'used blocks',
    stages: [
      read,
      linkStage('old drive’s link', old.link),
      ...(holding ? throughHolder(target.name, holding, target.held.link) : []),
      write,
    ],
    hands: [[4, `put the ${target.name} into its holder and plug it in`], ...start.hands],
    kit: [...(holding ? [holding.offer.name] : []), ...start.kit],
    reasons: [...reasons, ...(holding ? queueing(holding) : []), ...start.reasons],
  };
}

function secondSite(placing: Placing, asked: CopyAsked, from: StartedFrom): Way {
  const { old, target } = placing;
  const own = placing.freeSites.find(({ siteId }) => siteId === target.siteId);
  const [read, write] = ends(placing, asked, asked.used, false);
  const start = started(from, placing, asked);
  const site: Reason[] =
    target.siteId === old.siteId
      ? [fail('Second site', secondSiteMissing(placing), 'choose another site in Match')]
      : [pass('Second site', `it stays at ${own?.name ?? 'its own site'}, where it belongs`)];
  return {
    route: 'second site',
    startedFrom: from,
    method: 'used blocks',
    stages: [read, linkStage('old drive’s link', old.link), linkStage(`${target.name}’s link`, target.link), write],
    hands: start.hands,
    kit: start.kit,
    reasons: [...site, ...start.reasons],
  };
}

function secondSiteMissing({ freeSites, target }: Placing): string {
  const [other] = freeSites;
  return other
    ? `the ${target.name} is to take the old one’s place; it would fit at ${other.name} too`
    : `the ${target.name} takes the old one’s place, and no other site takes it`;
}

function outside(placing: Placing, asked: CopyAsked): Way {
  const { old, target } = placing;
  const { holding, reasons } = bestHolder(old, placing, placing.deviceSockets);
  const [read, write] = ends(placing, asked, asked.used, false);
  const start = started('a boot stick', placing, asked);
  return {
    route: 'old drive outside',
    startedFrom: 'a boot stick',
    method: 'used blocks',
    stages: [
      read,
      ...(holding ? throughHolder('old drive', holding, old.held.link) : []),
      linkStage(`${target.name}’s link`, target.link),
      write,
    ],
    hands: [[4, 'put the old drive into its holder and plug it in'], ...start.hands],
    kit: [...(holding ? [holding.offer.name] : []), ...start.kit],
    reasons: [
      ...comesOut(placing),
      ...reasons,
      ...(holding ? queueing(holding) : []),
      ...failingOverUsb(placing),
      ...start.reasons,
      ...(target.siteId === old.siteId ? [pass('Done', 'nothing is touched again once the copy is done')] : []),
    ],
  };
}

function bench(placing: Placing, asked: CopyAsked): Way {
  const { old, target, freeBerths } = placing;
  const [read, write] = ends(placing, asked, asked.used, false);
  const berth: Reason[] =
    freeBerths === null
      ? [notOnRecord('Berth', 'the shop has no berth on record', 'start the bench agent')]
      : freeBerths === 0
        ? [fail('Berth', 'every berth is taken at the moment', 'wait for one')]
        : [pass('Berth', `${freeBerths} free: the run is watched`)];
  return {
    route: 'both at the bench',
    startedFrom: null,
    method: 'used blocks',
    stages: [
      read,
      linkStage(`old drive on ${linkName(old.held.link)}`, old.held.link),
      linkStage(`${target.name} on ${linkName(target.held.link)}`, target.held.link),
      write,
    ],
    hands: [[6, `connect old drive and ${target.name} at the berth`]],
    kit: [],
    reasons: [...comesOut(placing), ...berth, ...stayLocked(asked)],
  };
}

/** Old drive and new one in one dock, on a computer of the shop or on the customer's device: its lead carries both. */
function dock(placing: Placing, asked: CopyAsked, from: StartedFrom): Way {
  const { old, target } = placing;
  const sockets = from === null ? placing.benchSockets : placing.deviceSockets;
  const held = inOneHolder([old, target], placing.holders, () => sockets);
  const lead = held?.first.best?.link;
  const [read, write] = ends(placing, asked, asked.used, false);
  const start = from === null ? null : started(from, placing, asked);
  const shared: PacedStage[] = lead ? [linkStage(`the dock on ${linkName(lead)}, shared`, lead, 2)] : [];
  return {
    route: 'both in one dock',
    startedFrom: from,
    method: 'used blocks',
    stages: [
      read,
      linkStage('old drive’s own link', old.held.link),
      ...shared,
      linkStage(`${target.name}’s own link`, target.held.link),
      write,
    ],
    hands: [[5, `put old drive and ${target.name} into the dock`], ...(start?.hands ?? [])],
    kit: [...(held ? [held.offer.name] : []), ...(start?.kit ?? [])],
    reasons: [
      ...comesOut(placing),
      ...(held ? sharedLead(held) : [noDock(placing, sockets)]),
      ...failingOverUsb(placing),
      ...(start?.reasons ?? stayLocked(asked)),
    ],
  };
}

function sharedLead({ offer, first, second }: HeldTogether): Reason[] {
  const words = new Map([...first.reasons, ...second.reasons].map((reason) => [reason.sentence, reason]));
  return [
    limit('Shared lead', 'both drives share one lead: each gets half of what it carries', 'a socket for each drive'),
    ...[...words.values()].filter(({ outcome }) => outcome !== 'pass'),
    ...queueing({ offer }),
  ];
}

/** Why no dock takes both: which drive stands against the nearest one. */
function noDock(placing: Placing, sockets: readonly Socket[]): Reason {
  const docks = placing.holders.filter(({ holder }) => holder.bays.length > 1);
  if (docks.length === 0) return fail('Dock', 'the shop has no dock with two bays');
  if (sockets.length === 0) {
    return notOnRecord(
      'Dock',
      'no socket is on record that it could be plugged into',
      'enter the ports, or a computer',
    );
  }
  for (const drive of [placing.old, placing.target]) {
    const { holding, reasons } = bestHolder(drive, { ...placing, holders: docks }, sockets);
    const [against] = reasons;
    if (!holding && against) return fail('Dock', `it does not take the ${drive.name}: ${against.sentence}`);
  }
  return fail('Dock', 'no dock has a bay for each of them', 'another route');
}

/** Away from their own system. */
function stayLocked({ locked }: CopyAsked): Reason[] {
  return locked.map((name) => limit('Locked', `${name} stays locked outside its device: it is copied whole`));
}

function duplicator(placing: Placing, asked: CopyAsked): Way {
  const { old, target } = placing;
  const machines = placing.holders.filter(({ holder }) => holder.duplicates);
  const machine = inOneHolder([old, target], machines, (part) => [{ at: 'itself', port: anySocket(part) }])?.offer;
  const [read, write] = ends(placing, asked, asked.whole, true);
  const stages: PacedStage[] = [
    read,
    linkStage('old drive’s own link', old.held.link),
    linkStage(`${target.name}’s own link`, target.held.link),
    write,
  ];
  return {
    route: 'stand-alone duplicator',
    startedFrom: null,
    method: 'every sector',
    stages,
    hands: [[5, `put old drive and ${target.name} into the duplicator, the right way round`]],
    kit: machine ? [machine.name] : [],
    reasons: [
      ...comesOut(placing),
      ...(machine
        ? []
        : [
            fail(
              'Duplicator',
              machines.length === 0 ? 'the shop has no dock that copies by itself' : 'no duplicator takes both drives',
            ),
          ]),
      ...sectorBySector(placing, asked),
      limit('Unwatched', 'nobody sees what it does: it is timed by hand and read back afterwards'),
    ],
  };
}

function anySocket({ holder }: Placing['holders'][number]): Placing['deviceSockets'][number]['port'] {
  return { kind: 'usb', name: 'none needed', plug: holder.plug, mode: holder.mode };
}

/** A copy of every sector makes the new drive like the old one: it can neither be smaller nor planned otherwise. */
function sectorBySector({ old, target }: Placing, { changes }: CopyAsked): Reason[] {
  const reasons: Reason[] = [];
  if (target.held.bytes < old.held.bytes)
    reasons.push(
      fail(
        'Size',
        `the ${target.name} is smaller than the old one: a copy of every sector does not go`,
        'another route',
      ),
    );
  if (old.health === 'failing')
    reasons.push(fail('Failing', 'a duplicator stops at the first sector that cannot be read', 'another route'));
  if (changes.length > 0)
    reasons.push(fail('Plan', `a copy of every sector cannot carry out the plan: ${[...new Set(changes)].join(', ')}`));
  else if (target.held.bytes > old.held.bytes)
    reasons.push(limit('Plan', 'volumes grow afterwards, and the backup table moves to the end'));
  return reasons;
}
