import type { AgentWork } from '@udrel/contract/types';
import { normaliseSerial } from '@udrel/core/identity';
import type { Berth } from '../berth/berth';
import { countersOf, type Counters } from './counters';
import { discover, type FoundDrive } from './discover';
import { readAtBerth, seenOf } from './read-back';
import { SYSTEM, type SystemTrees } from './system';

interface Watched {
  work: AgentWork;
  seconds: number;
  /** Counters when the run was first seen, by serial: what was counted before is not of this run. */
  begun: Map<string, Counters>;
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
    return own ?? drives.find((drive) => drive.place !== '' && drive.place === place) ?? null;
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
      errors: Math.max(0, now.errors - first.errors),
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
      watched = { work, seconds: 0, begun: new Map(), busyAt: new Map(), places: new Map() };
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
      const [from, to] = [since(run, source), since(run, target)];
      const busy = Math.max(from?.busyFor ?? 0, to?.busyFor ?? 0) / Math.max(1, milliseconds);
      const sample = {
        t: run.seconds,
        read: from?.read ?? 0,
        written: to?.written ?? 0,
        errors: (from?.errors ?? 0) + (to?.errors ?? 0),
        sourceWritten: from?.written ?? 0,
        busy: Math.round(Math.min(1, busy) * 100) / 100,
      };
      // Nothing is counted of a drive that is away: a sample would take its counters for reset.
      return Promise.resolve({
        samples: from && to ? [sample] : [],
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
  };
}
