import type { StartedFrom } from '../facts';
import { estimateRun, linkStage, type PacedStage } from '../estimate';
import { targetTitle } from '../layout';
import { linkName } from '../links';
import { inBay, piecesOf, type Holding } from '../equipment';
import { samePiece } from '../pieces';
import { fail, limit, pass, unknown, type Reason } from '../reason';
import { dock, twoHolders } from './both-held';
import { inOneHolder } from './one-holder';
import {
  bestHolder,
  comesOut,
  ends,
  failingOverUsb,
  queueing,
  socketsAt,
  started,
  stayLocked,
  throughHolder,
  type Way,
} from './way';
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
    .map((one, _index, all) => ({ ...one, weight: rankOf(one.option, all) }))
    .sort((a, b) => a.weight - b.weight || a.index - b.index)
    .map(({ option }) => option);
}

/** A copy out of the running system stands below the same one from a stick, whatever hands that asks for. */
function rankOf(option: RouteOption, all: readonly { option: RouteOption }[]): number {
  const own = weight(option);
  if (option.startedFrom !== 'its own system') return own;
  const still = all.find(
    (one) => one.option.route === option.route && one.option.startedFrom === 'a boot stick',
  )?.option;
  return still?.feasible ? Math.max(own, weight(still) + 0.5) : own;
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
    twoHolders(placing, asked, null),
    twoHolders(placing, asked, 'a boot stick'),
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
    kit: [...first.kit, ...second.kit.filter((piece) => !first.kit.some((one) => samePiece(one, piece)))],
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
    {
      kind: 'copy',
      bytes,
      stages: one.stages,
      source: placing.old.class,
      health: placing.old.health,
      route: one.route,
    },
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

function enclosure(placing: Placing, asked: CopyAsked, from: StartedFrom): Way {
  const { old, target } = placing;
  const at = socketsAt(placing, from);
  const { holding, reasons } = bestHolder(target, placing, at.sockets);
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
    kit: [...held(holding), ...at.kit, ...start.kit],
    reasons: [...at.reasons, ...reasons, ...(holding ? queueing(holding) : []), ...start.reasons],
  };
}

function secondSite(placing: Placing, asked: CopyAsked, from: StartedFrom): Way {
  const { old, target } = placing;
  const own = placing.freeSites.find(({ siteId }) => siteId === target.siteId);
  const [read, write] = ends(placing, asked, asked.used, false);
  const start = started(from, placing, asked);
  const off = own?.switchesOff?.includes(old.siteId)
    ? [fail('Second site', `${own.name} switches off the site of the old drive: it could not be read`, 'another route')]
    : [];
  const site: Reason[] =
    target.siteId === old.siteId
      ? [fail('Second site', secondSiteMissing(placing), 'choose another site in Match')]
      : [...off, pass('Second site', `it stays at ${own?.name ?? 'its own site'}, where it belongs`)];
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
  const at = socketsAt(placing, 'a boot stick');
  const { holding, reasons } = bestHolder(old, placing, at.sockets);
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
    kit: [...held(holding), ...at.kit, ...start.kit],
    reasons: [
      ...comesOut(placing),
      ...at.reasons,
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
      ? [unknown('Berth', 'the shop has no berth on record', 'start the bench agent')]
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
    reasons: [...comesOut(placing), ...berth, ...berthTakes(placing), ...stayLocked(asked)],
  };
}

/** Whether what the berths take is there for both drives, each in a place of its own. */
function berthTakes({ old, target, berthTakes: takes, freeBerths }: Placing): Reason[] {
  if (freeBerths === null) return [];
  if (takes === null)
    return [
      limit(
        'Berth',
        'what the berths take is not on record: look at their plugs first',
        'enter it at Shelf, at the computer of the bench',
      ),
    ];
  const tried = takes.flatMap((bay, index) =>
    takes.flatMap((other, at) =>
      at === index ? [] : [{ old: stops(inBay(old.held, bay)), target: stops(inBay(target.held, other)) }],
    ),
  );
  if (tried.some((one) => one.old.length + one.target.length === 0)) return [];
  for (const drive of [old, target]) {
    const against = takes.map((bay) => stops(inBay(drive.held, bay)));
    const [nearest] = against.sort((a, b) => a.length - b.length);
    const [first] = nearest ?? [];
    if (!nearest || nearest.length > 0) {
      const outcome = first?.outcome === 'unknown' ? 'unknown' : 'fail';
      const sentence = `no berth takes the ${drive.name}: it ${first?.sentence ?? 'has no place'}`;
      return [{ rule: 'Berth', outcome, sentence, remedy: first?.remedy ?? 'an enclosure or dock' }];
    }
  }
  return [fail('Berth', 'no berth has a place for each of them', 'an enclosure for one of them')];
}

const stops = (reasons: readonly Reason[]) =>
  reasons.filter(({ outcome }) => outcome === 'fail' || outcome === 'unknown');
const held = (holding: Holding | null) => (holding ? piecesOf(holding) : []);

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
    kit: machine ? [{ kind: 'dock', name: machine.name }] : [],
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
