import type { AgentWork } from '@udrel/contract/types';
import { normaliseSerial } from '@udrel/core/identity';
import type { Sample } from '@udrel/core/progress';
import type { Berth } from '../berth/berth';
import { countersOf, recordedErrors, type Counters } from './counters';
import { discover, type FoundDrive } from './discover';
import { measureAtBerth } from './measure';
import { readAtBerth, seenOf } from './read-back';
import { sampleAtBerth } from './sample';
import { SYSTEM, type SystemTrees } from './system';

/** What is told before anything was counted. */
const NOTHING: Sample = { t: 0, read: 0, written: 0, errors: 0, sourceWritten: 0, busy: 0 };

interface Watched {
  work: AgentWork;
  last: Sample;
  seconds: number;
  /** Counters when the run was first seen, by serial: what was counted before is not of this run. */
  begun: Map<string, Counters>;
  /** Errors that a controller recorded since the run began, and when the last of them was, by serial. */
  recorded: Map<string, { count: number; last: number }>;
  /** Where each drive was plugged in when it was last seen, by serial. */
  places: Map<string, string>;
  /** Time with requests under way at the last reading, milliseconds, by serial. */
  busyAt: Map<string, number>;
}

/**
 * A berth of a Linux bench machine: the drives on some of its sockets, known by their own serials however they are
 * listed. Reads under /sys and opens drives read-only; writes nothing.
 *
 * @param sockets names under /dev/disk/by-path, or the beginnings of such; none: every socket of the machine
 */
export function linuxBerth(number: number, sockets: readonly string[], trees: SystemTrees = SYSTEM): Berth {
  let watched: Watched | null = null;

  const here = () =>
    discover(trees).filter(({ path }) => sockets.length === 0 || sockets.some((socket) => path.startsWith(socket)));
  const bySerial = (drives: readonly FoundDrive[], serial: string) =>
    drives.find((drive) => normaliseSerial(drive.serial) === normaliseSerial(serial)) ?? null;

  /** The drive of that serial, else the one that lies in its place now: to be told of, never to be counted. */
  function lyingFor(run: Watched, drives: readonly FoundDrive[], serial: string): FoundDrive | null {
    const own = bySerial(drives, serial);
    if (own?.place) run.places.set(serial, own.place);
    const place = run.places.get(serial);
    // One that is just being pulled shows no serial for a moment: that is no other drive.
    return own ?? drives.find((drive) => drive.serial !== '' && drive.place !== '' && drive.place === place) ?? null;
  }

  /** Errors that its controller recorded since the run began; null where it records none. */
  function errorsSince(run: Watched, { name, serial }: FoundDrive): number | null {
    const times = recordedErrors(trees, name);
    if (!times) return null;
    const last = Math.max(0, ...times);
    const before = run.recorded.get(serial) ?? { count: 0, last };
    const count = before.count + times.filter((time) => time > before.last).length;
    run.recorded.set(serial, { count, last: Math.max(before.last, last) });
    return count;
  }

  /** Counters of a drive since the run began; null where it is not there. */
  function since(run: Watched, drive: FoundDrive | null): Counters | null {
    const now = drive && countersOf(trees, drive.name);
    if (!drive || !now) return null;
    // A drive that was pulled and came back counts from zero, and so does what is counted of it here.
    let first = run.begun.get(drive.serial);
    if (!first || now.read < first.read || now.written < first.written) {
      first = first ? { read: 0, written: 0, busyFor: 0, errors: 0 } : now;
      run.begun.set(drive.serial, first);
    }
    const busy = now.busyFor - (run.busyAt.get(drive.serial) ?? now.busyFor);
    run.busyAt.set(drive.serial, now.busyFor);
    return {
      read: now.read - first.read,
      written: now.written - first.written,
      busyFor: busy,
      errors: errorsSince(run, drive) ?? Math.max(0, now.errors - first.errors),
    };
  }

  const seenAt = (run: Watched, drives: readonly FoundDrive[], serial: string) => {
    const lies = lyingFor(run, drives, serial);
    return lies && seenOf(lies);
  };

  return {
    number,
    simulated: false,
    speed: 1,
    drives: () => Promise.resolve(here().map(seenOf)),
    watching: () => watched?.work.runId ?? null,
    watch(work) {
      if (watched?.work.runId === work.runId) return;
      watched = {
        work,
        last: NOTHING,
        seconds: 0,
        begun: new Map(),
        busyAt: new Map(),
        recorded: new Map(),
        places: new Map(),
      };
      const drives = here();
      for (const { serial } of [work.source, work.target]) {
        lyingFor(watched, drives, serial);
        since(watched, bySerial(drives, serial));
      }
    },
    unwatch() {
      watched = null;
    },
    read(milliseconds) {
      const run = watched;
      if (!run) return Promise.resolve({ samples: [], source: null, target: null });
      run.seconds += milliseconds / 1000;
      const drives = here();
      const [source, target] = [bySerial(drives, run.work.source.serial), bySerial(drives, run.work.target.serial)];
      const from = since(run, source);
      const to = source === target ? from : since(run, target);
      const busy = Math.max(from?.busyFor ?? 0, to?.busyFor ?? 0) / Math.max(1, milliseconds);
      // Nothing is counted of a drive that is away: that would take its counters for reset. What was counted is told again,
      // so that the server hears which drives lie there.
      run.last =
        from && to
          ? {
              t: run.seconds,
              read: from.read,
              written: to.written,
              // Of a wipe the one drive is both.
              errors: from.errors + (source === target ? 0 : to.errors),
              sourceWritten: from.written,
              busy: Math.round(Math.min(1, busy) * 100) / 100,
            }
          : { ...run.last, t: run.seconds, busy: 0 };
      return Promise.resolve({
        samples: [run.last],
        source: seenAt(run, drives, run.work.source.serial),
        target: seenAt(run, drives, run.work.target.serial),
      });
    },
    readBack(request) {
      // The old drive may lie at another berth of the machine: it is only read.
      const found = {
        source: bySerial(discover(trees), request.source.serial),
        target: bySerial(here(), request.target.serial),
      };
      return Promise.resolve(readAtBerth(trees, request, found));
    },
    measure: (request, stop) => measureAtBerth(trees, request, bySerial(here(), request.drive.serial), stop),
    sample: (request, stop) => sampleAtBerth(trees, request, bySerial(here(), request.drive.serial), stop),
  };
}
