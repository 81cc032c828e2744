import { randomUUID } from 'node:crypto';
import { judgeRound, thingOf, type Lying, type Round } from '@udrel/core/custody';
import type { JobEvent } from '@udrel/contract/events';
import type { RoundScanned, RoundsView, RoundView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAtJob } from '../jobs/change-job';
import { lockJobs } from '../jobs/lock-jobs';
import { firstRow, rows } from '../platform/database/database';
import { fieldWrong, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { labelIn } from './label';
import { RoundEntity, RoundScanEntity } from './entities';

/** Scans that are shown of the round under way. */
const SHOWN = 100;

interface Begun {
  id: string;
  number: number;
  by: string;
  at: string;
  endedAt: string | null;
  showed: Round | null;
}
interface Scanned {
  number: number;
  thing: string;
  place: string;
  by: string;
  byId: string;
}
/** A thing with what is needed to note something of it. */
interface Kept extends Lying {
  id: string;
  tag: string;
  number: number;
  missing: boolean;
}

/** The round under way and the last one, as whoever asks goes on with it. */
export async function viewRounds(manager: EntityManager, actorId: string): Promise<RoundsView> {
  const begun = await rows<Begun>(
    manager,
    `select r.id, r.number, s.name as by, r.at, r.ended_at as "endedAt", r.showed
       from round r join staff s on s.id = r.by order by r.number desc limit 2`,
  );
  const now = begun.find(({ endedAt }) => endedAt === null);
  const last = begun.find(({ endedAt }) => endedAt !== null);
  const scans = now ? await scansOf(manager, now.id) : [];
  const own = scans.findLast(({ byId }) => byId === actorId);
  return {
    now: now ? await underWay(manager, now, scans) : null,
    last: last?.showed ? ended(last, last.showed) : null,
    place: own?.place ?? '',
  };
}

function scansOf(manager: EntityManager, roundId: string): Promise<Scanned[]> {
  return rows<Scanned>(
    manager,
    `select r.number, r.thing, r.place, s.name as by, s.id as "byId" from round_scan r join staff s on s.id = r.by
      where r.round_id = $1 order by r.number`,
    [roundId],
  );
}

async function underWay(manager: EntityManager, { number, by, at }: Begun, scans: Scanned[]): Promise<RoundView> {
  const { things, places, round } = await judged(manager, scans);
  const visited = [...new Set(scans.map(({ place }) => place))];
  const told = (scan: Scanned) => tellScan(scan, things);
  const newest = scans
    .slice(-SHOWN)
    .reverse()
    .map(({ byId: _byId, ...scan }) => ({ ...scan, ...told({ ...scan, byId: _byId }) }));
  return {
    ...{ number, by, at, endedAt: null, shows: bare(round), scans: newest },
    places: visited.filter((place) => places.includes(place)),
  };
}

const ended = ({ number, by, at, endedAt }: Begun, shows: Round): RoundView => ({
  ...{ number, by, at, endedAt, shows, scans: [], places: [] },
});

/** What a scan meant: that something lies where it should, or what is otherwise. */
function tellScan({ thing, place }: Scanned, things: readonly Kept[]): { told: string; fits: boolean } {
  if (thing === '') {
    const here = things.filter((one) => one.gone === null && one.place === place).length;
    return { told: here === 1 ? 'one thing should lie here' : `${here} things should lie here`, fits: true };
  }
  const known = thingOf(things, thing);
  if (!known) return { told: 'not known here: put it aside and find out whose it is', fits: false };
  if (known.gone !== null) return { told: `${known.name}: ${known.gone}`, fits: false };
  if (known.place === place) return { told: `${known.name}, as noted`, fits: true };
  return { told: `${known.name}, noted ${known.place ? `at ${known.place}` : 'nowhere'}`, fits: false };
}

/** Everything that lies here by the record, what was scanned and does not, and what that shows. */
async function judged(manager: EntityManager, scans: readonly Scanned[]) {
  const read = [...new Set(scans.map(({ thing }) => thing.toUpperCase()).filter(Boolean))];
  const labels = read.map(labelIn);
  const things = await rows<Kept>(
    manager,
    `select g.id, j.tag, g.number, j.tag || '-' || g.number as label, g.serial,
            g.name || case when g.number = 0 then ', ' || m.maker || ' ' || m.name else '' end || ' of ' || c.name as name,
            coalesce(p.code, '') as place, g.missing_since is not null as missing,
            case when j.closed_at is not null or g.stay is not null then null
                 when running.number is not null then 'at berth ' || running.number
                 when s.id is not null then 'with ' || s.name end as "atWork",
            case when g.returned_at is null then null
                 else coalesce(g.gone_as, 'returned') || ' on ' || to_char(g.returned_at, 'YYYY-MM-DD') end as gone
       from belonging g join job j on j.id = g.job_id join shop_order o on o.id = j.order_id
       join customer c on c.id = o.customer_id join device d on d.id = j.device_id join device_model m on m.id = d.model_id
       left join place p on p.id = g.place_id left join staff s on s.id = j.claimed_by
       left join lateral (select b.number from run r join berth b on b.id = r.berth_id
                           where r.job_id = j.id and r.outcome = 'running' limit 1) running on true
      where g.id in (
        select id from belonging where returned_at is null
        union select id from belonging where serial <> '' and upper(serial) = any($1)
        union select b.id from unnest($2::text[], $3::int[]) as l (tag, number)
                join job k on k.tag = l.tag join belonging b on b.job_id = k.id and b.number = l.number)
      order by j.number, g.number`,
    [read, labels.map(([tag]) => tag), labels.map(([, number]) => number)],
  );
  const ours = await rows<{ serial: string; name: string }>(
    manager,
    `select t.serial, p.maker || ' ' || p.name as name from stock t join part p on p.id = t.part_id
      where upper(t.serial) = any($1) and t.quantity > 0`,
    [read],
  );
  const codes = await rows<{ code: string }>(manager, `select code from place where kind = 'storage' order by code`);
  const places = codes.map(({ code }) => code);
  const known: Kept[] = [
    ...things,
    ...ours.map(({ serial, name }) => ({
      ...{ id: '', tag: '', number: 0, label: serial, serial, name, place: '', missing: false, atWork: null },
      gone: 'one of ours, which belongs on the shelf',
    })),
  ];
  const seen = scans.filter(({ thing }) => thing !== '').map(({ thing, place }) => ({ text: thing, at: place }));
  const visited = scans.map(({ place }) => place);
  return { things: known, places, round: judgeRound(known, seen, visited, places) as Judged };
}

/** The same lists of things with what is needed to note something of them. */
interface Judged extends Round {
  right: Kept[];
  elsewhere: { thing: Kept; at: string }[];
  missing: Kept[];
  notLooked: Kept[];
  atWork: Kept[];
}

/** What is kept and shown of it. */
function bare({ right, elsewhere, missing, notLooked, atWork, extra }: Judged): Round {
  const only = ({ label, serial, name, place, atWork: at, gone }: Kept): Lying => ({
    ...{ label, serial, name, place, atWork: at, gone },
  });
  return {
    right: right.map(only),
    elsewhere: elsewhere.map(({ thing, at }) => ({ thing: only(thing), at })),
    missing: missing.map(only),
    notLooked: notLooked.map(only),
    atWork: atWork.map(only),
    extra,
  };
}

const underWayId = (manager: EntityManager) =>
  firstRow<{ id: string }>(manager, 'select id from round where ended_at is null for update');

/** Begins a round: one at a time, which anybody goes on with. */
export async function beginRound({ manager, actor, now }: CommandContext): Promise<RoundsView> {
  await manager.query('lock table round in share row exclusive mode');
  if (await underWayId(manager)) throw new Refusal(409, 'under-way', 'A round is under way already: go on with it.');
  const last = await firstRow<{ number: number }>(manager, 'select max(number) as number from round');
  await manager.insert(RoundEntity, {
    ...{ id: randomUUID(), number: (last?.number ?? 0) + 1, by: actor.id, at: now },
  });
  return viewRounds(manager, actor.id);
}

/** Takes what was scanned: the place where somebody stands now, or what lies there. */
export async function scanInRound(context: CommandContext, { text, place }: RoundScanned): Promise<RoundsView> {
  const { manager, actor, now } = context;
  const round = await underWayId(manager);
  if (!round) throw new Refusal(409, 'no-round', 'No round is under way: begin one.');
  const code = (typed: string) =>
    firstRow<{ code: string }>(manager, `select code from place where kind = 'storage' and upper(code) = upper($1)`, [
      typed.trim(),
    ]);
  const scanned = await code(text);
  const at = scanned ?? (place === '' ? null : await code(place));
  if (!at) throw fieldWrong('text', 'Scan the place first, then what lies there.');
  const last = await firstRow<{ number: number }>(
    manager,
    'select max(number) as number from round_scan where round_id = $1',
    [round.id],
  );
  await manager.insert(RoundScanEntity, {
    ...{ id: randomUUID(), roundId: round.id, number: (last?.number ?? 0) + 1 },
    ...{ thing: scanned ? '' : text.trim(), place: at.code, by: actor.id, at: now },
  });
  return viewRounds(manager, actor.id);
}

/** Ends it: what lies elsewhere is noted there, what was not seen at its place is missing, what was seen is found. */
export async function endRound(context: CommandContext): Promise<RoundsView> {
  const { manager, actor, now } = context;
  const begun = await underWayId(manager);
  if (!begun) throw new Refusal(409, 'no-round', 'No round is under way.');
  const { round } = await judged(manager, await scansOf(manager, begun.id));
  const happened = new Map<string, JobEvent[]>();
  const note = ({ tag }: Kept, event: JobEvent) => happened.set(tag, [...(happened.get(tag) ?? []), event]);
  for (const { thing, at } of round.elsewhere)
    note(thing, { kind: 'belonging moved', data: { number: thing.number, name: thing.name, place: at, back: false } });
  for (const thing of round.missing.filter(({ missing }) => !missing))
    note(thing, { kind: 'belonging missing', data: { number: thing.number, name: thing.name, place: thing.place } });
  const jobs = await lockJobs(manager, { tags: [...happened.keys()] });
  for (const { thing, at } of round.elsewhere)
    await manager.query('update belonging set place_id = (select id from place where code = $2) where id = $1', [
      thing.id,
      at,
    ]);
  const ids = (things: readonly Kept[]) => things.map(({ id }) => id);
  await manager.query('update belonging set missing_since = null where id = any($1) and missing_since is not null', [
    ids([...round.right, ...round.elsewhere.map(({ thing }) => thing)]),
  ]);
  await manager.query('update belonging set missing_since = $2 where id = any($1) and missing_since is null', [
    ids(round.missing),
    now,
  ]);
  for (const job of jobs) await noteAtJob(context, job, happened.get(job.tag) ?? []);
  await manager.update(RoundEntity, { id: begun.id }, { endedAt: now, showed: bare(round) });
  return viewRounds(manager, actor.id);
}
