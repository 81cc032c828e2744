import type { OldDrive, OldDriveMove } from '@udrel/core/facts';
import type { JobView, MoveOldDrive } from '@udrel/contract/types';
import type { Drive, M2Length, Site } from '@udrel/core/fit';
import { occupant } from '@udrel/core/steps';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { sitesInUse } from '../planning/sites-in-use';
import { releaseStock, takeStock } from '../shelf/reservations';
import { changeJob, requireStep, type Changed } from '../jobs/change-job';
import { withFacts, withoutFacts } from '../jobs/job-after';
import { keepFact } from '../facts/record-fact';
import { DriveCatalogue } from '@udrel/core/fit';
import { cataloguePartsOf } from './catalogue-parts';
import { offeredParts } from '../shelf/offered';
import type { JobRecord } from '../jobs/job-record';
import { ofShelf, pricesOf, takeSmall } from './reserve-parts';
import { changedRows } from '../platform/database/database';

/** Nobody measures the underside of a card that works: the highest that the standard has (M.2, D5) is taken. */
const HIGHEST_BELOW = 1.5;

/** The old drive goes on being used for data at another site of the device, with the adapters that it needs there. */
export function moveOldDrive(context: CommandContext, tag: string, wanted: MoveOldDrive): Promise<JobView> {
  return changeJob(context, tag, wanted.version, async (job) => {
    requireStep(job, 'reserve new drive');
    const { snapshot, model } = job;
    if (wanted.siteId === '') return stayOut(context, job);
    const old = snapshot.facts['old drive'];
    const from = model.sites.find((one) => one.id === old?.siteId);
    const to = model.sites.find((one) => one.id === wanted.siteId);
    if (!to) throw notFound('This site');
    if (!old || !from) throw new Refusal(409, 'gate-closed', 'The old drive is not read yet.');

    if (to.id === from.id) throw fieldWrong('siteId', 'It sits there now.');
    const there = occupant(snapshot, to.id, 'old');
    if (there) throw fieldWrong('siteId', `${to.name} holds ${there}.`);
    const parts = await offeredParts(context.manager, job.id, { kinds: ['adapter', 'small part'] });
    const itself = { partId: old.serial, drive: asDrive(old, from, wanted), price: 0, stock: 1 };
    const catalogue = DriveCatalogue.of({ ...cataloguePartsOf(parts), offers: [itself] });
    const need = { bytes: 0, use: 'data' as const, oldHere: false, inUse: sitesInUse(job, to.id, 'old') };
    const [candidate] = catalogue.rank(to, model.firmware, need).candidates;
    if (!candidate?.link || !candidate.verdict.startsWith('fits') || candidate.alteration) {
      throw new Refusal(409, 'does-not-fit', `It cannot move to ${to.name}: ${candidate?.because ?? 'no such drive'}.`);
    }
    await releaseStock(context, job.id, ['moved adapter']);
    for (const { partId } of ofShelf(candidate)) await takeStock(context, job.id, partId, 1, 'moved adapter');
    await takeSmall(context, job, candidate, 'moved adapter');
    const move: OldDriveMove = {
      siteId: to.id,
      length: wanted.length,
      height: wanted.height,
      link: candidate.link,
      partsNeeded: candidate.partsNeeded,
      adapters: pricesOf(candidate).adapters,
    };
    const { fact } = await keepFact(context, job, 'old drive moves', move, 'chosen');
    return {
      events: [{ kind: 'old drive moved', fact: 'old drive moves', data: { siteId: to.id } }],
      after: withFacts(job, [fact], context.now),
    };
  });
}

/** It does not move after all: it comes out, and its adapters go back. */
async function stayOut(context: CommandContext, job: JobRecord): Promise<Changed> {
  await releaseStock(context, job.id, ['moved adapter']);
  await changedRows(
    context.manager,
    "update fact set current = false where job_id = $1 and current and key = 'old drive moves'",
    [job.id],
  );
  return {
    events: [{ kind: 'old drive moved', fact: 'old drive moves', data: { siteId: '' } }],
    after: withoutFacts(job, ['old drive moves'], context.now),
  };
}

/** The old drive as the rules of fit look at one; refused while a measure is missing that they rest on. */
function asDrive(old: OldDrive, from: Site, { length, height }: MoveOldDrive): Drive {
  const { maker, name, bytes, sectorSize, class: kind, link } = old;
  const base = { maker, name, bytes, sectorSize, class: kind, link, read: 0, write: 0 };
  if (from.form === 'msata') return { ...base, form: 'msata', size: from.size };
  if (height === null) throw fieldWrong('height', 'Measure its height, mm.');
  if (from.form === 'blade') return { ...base, form: 'blade', contacts: from.contacts, top: height };
  // A drive on a card for a slot moves without that card.
  if (from.form === 'm2' || from.form === 'pcie') {
    if (length === null) throw fieldWrong('length', 'Measure the length of the card, mm.');
    const key = from.form === 'pcie' ? 'M' : from.key;
    const keys = key === 'B' || key === 'M' ? [key] : [];
    return { ...base, form: 'm2', length: length as M2Length, keys, top: height, bottom: HIGHEST_BELOW, heatsink: 0 };
  }
  if (from.form === 'soldered') throw fieldWrong('siteId', 'It is soldered: it stays.');
  const form = from.form === 'optical' ? '2.5' : from.form;
  const connector = 'connector' in from && from.connector ? { connector: from.connector } : {};
  return { ...base, form, height, needs12V: form === '3.5', ...connector };
}
