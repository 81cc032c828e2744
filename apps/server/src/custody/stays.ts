import { binary, soldName } from '@udrel/core/capacity';
import { liesHere, staysProblem, type Stays } from '@udrel/core/custody';
import { modulesOut, oldStaysAt } from '@udrel/core/steps';
import type { FactKey } from '@udrel/core/facts';
import type { JobEvent } from '@udrel/contract/events';
import type { BelongingView } from '@udrel/contract/types';
import type { JobRecord } from '../jobs/job-record';
import { fieldWrong } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { placeOf } from '../shelf/stock';
import { keepBelonging } from './belongings';
import { Belonging } from './entities';

/** What came out of the device for good, of which a fact says what becomes of it. */
function cameOut(job: JobRecord, key: FactKey): { name: string; serial: string }[] {
  if (key === 'modules stay')
    return modulesOut(job.snapshot).map(({ slot, bytes }) => ({
      name: `module of ${binary(bytes)} out of ${slot}`,
      serial: '',
    }));
  const old = key === 'old drive stays' ? job.snapshot.facts['old drive'] : undefined;
  if (!old) return [];
  const { maker, name, bytes, sectorSize, serial } = old;
  return [{ name: `old drive ${maker} ${name}, ${soldName(bytes, sectorSize)}`, serial }];
}

/** Refuses what is noted of it where something of that is missing. */
export function examineStays({ snapshot }: JobRecord, key: FactKey, value: unknown): void {
  if (key !== 'old drive stays' && key !== 'modules stay') return;
  const inDevice = key === 'old drive stays' && oldStaysAt(snapshot) !== null;
  if (((value as Stays).as === 'in the device') !== inDevice)
    throw fieldWrong('value.as', inDevice ? 'It goes on in the device.' : 'It is not in the device any more.');
  const problem = staysProblem(value as Stays, key === 'old drive stays');
  if (problem) throw fieldWrong(`value.${problem.field}`, problem.sentence);
}

/**
 * Puts on record what lies here from now on because of what was noted, with a number for its label; what was noted otherwise
 * before lies here no more. Answers what happened and the belongings of the job as they are then.
 */
export async function keepStays(
  context: CommandContext,
  job: JobRecord,
  key: FactKey,
  value: unknown,
): Promise<{ events: JobEvent[]; belongings: BelongingView[] }> {
  let { belongings } = job;
  const events: JobEvent[] = [];
  if (key !== 'old drive stays' && key !== 'modules stay') return { events, belongings };
  const { manager, now } = context;
  const stays = value as Stays;
  const here = liesHere(stays);
  for (const { name, serial } of cameOut(job, key)) {
    // Of a drive whose serial was put right it is still the one thing that lies here.
    const kept =
      belongings.find((one) => one.name === name && one.serial === serial) ??
      (serial === '' ? undefined : belongings.find((one) => one.serial !== '' && one.stay !== null));
    if (!kept && !here) continue;
    const place = here ? await placeOf(manager, stays.place, 'storage') : null;
    const belonging = kept ?? (await keepBelonging(context, job.id, { name, place: stays.place }));
    const noted = here
      ? { stay: stays.as, keptUntil: stays.until, consent: stays.consent, returnedAt: null, goneAs: null }
      : { stay: null, keptUntil: null, returnedAt: now, goneAs: 'returned' as const };
    await manager.update(
      Belonging,
      { id: belonging.id },
      { ...noted, name, serial, ...(place ? { placeId: place.id } : {}) },
    );
    const after: BelongingView = {
      ...belonging,
      name,
      serial,
      place: place?.code ?? belonging.place,
      stay: noted.stay,
      until: noted.keptUntil,
      back: !here,
    };
    belongings = kept ? belongings.map((one) => (one.id === kept.id ? after : one)) : [...belongings, after];
    const { number } = belonging;
    events.push(
      kept
        ? { kind: 'belonging moved', data: { number, name, place: after.place, back: !here } }
        : { kind: 'belonging kept', data: { number, name, place: after.place } },
    );
  }
  return { events, belongings };
}
