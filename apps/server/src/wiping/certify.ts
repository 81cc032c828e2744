import { randomUUID } from 'node:crypto';
import type { WipeView } from '@udrel/contract/types';
import { wipeCertificate, type WipeRecord } from '@udrel/core/wiping';
import type { Content } from 'pdfmake/interfaces';
import { Belonging } from '../custody/entities';
import { noteAtJob } from '../jobs/change-job';
import { lockJobs } from '../jobs/lock-jobs';
import { rowsBlock, titleBlock } from '../papers/blocks';
import { PaperEntity } from '../papers/entities';
import { inFace } from '../papers/faces';
import { INK, pdfOf } from '../papers/make-pdf';
import { readSheet } from '../papers/sheet';
import { changedRows } from '../platform/database/database';
import { notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { momentWriter } from '../shop/calendar';
import { readShop } from '../staff/people';
import { Wipe } from './entities';
import { readWiping, shownWiping, type Wiping } from './view-wipe';
import { endedWell } from './wipe';

/** Issues the certificate of a wipe and keeps it with the job; from then on the drive is wiped by the record. */
export async function certifyWipe(context: CommandContext, tag: string, number: number): Promise<WipeView> {
  const { manager, actor, now } = context;
  const [job] = await lockJobs(manager, { tag });
  if (!job) throw notFound(`The job ${tag}`);
  const wiping = await readWiping(context, tag, number);
  const { id, read, notRead, asked, way } = endedWell(wiping);
  if (asked !== null) throw new Refusal(409, 'not-read', `Berth ${asked} reads it: wait until it is through.`);
  if (!read && notRead === '')
    throw new Refusal(409, 'not-read', 'Have samples of it read at a berth, or note why nobody does.');
  if (read?.verdict === 'not wiped')
    throw new Refusal(409, 'not-wiped', `${read.sentence} It is wiped once more, or destroyed.`);
  const { stay } = wiping;
  const bytes = await pdf(context, wiping);
  const paperId = randomUUID();
  const title = `Certificate of a wipe, ${stay.serial}`;
  const paper = { kind: 'wiped' as const, title, how: 'given' as const, bytes, by: actor.id, at: now };
  await manager.insert(PaperEntity, { id: paperId, jobId: job.id, ...paper });
  await manager.update(Wipe, { id }, { paperId });
  await manager.update(Belonging, { id: wiping.belongingId }, { stay: 'wiped', keptUntil: null });
  const custody = `wiped by ${way}, certificate with ${stay.tag}`;
  await changedRows(manager, 'update drive set custody = $2 where serial = $1', [stay.serial, custody]);
  const told = { serial: stay.serial, way, verdict: read?.verdict ?? null };
  await noteAtJob(context, job, [{ kind: 'drive wiped', data: told }]);
  return shownWiping(await readWiping(context, tag, number));
}

async function pdf({ manager, now }: CommandContext, wiping: Wiping): Promise<Buffer> {
  const { name: shop, formats } = await readShop(manager);
  const { stay, drive, survivors, conditions } = wiping;
  const { run, ...wipe } = endedWell(wiping);
  if (!drive) throw new Refusal(409, 'no-drive', `${stay.label} is no drive on record.`);
  const moment = momentWriter(formats);
  const figures = new Intl.NumberFormat(formats.locale);
  const percents = new Intl.NumberFormat(formats.locale, { style: 'percent', maximumFractionDigits: 1 });
  const record: WipeRecord = {
    ...{ way: wipe.way, tool: wipe.tool, hidden: wipe.hidden, reallocated: wipe.reallocated, class: drive.class },
    ...{ drive: { ...drive, serial: stay.serial }, survivors, attempt: run.attempt, by: wipe.by },
    ...{ beganAt: run.beganAt, endedAt: run.endedAt ?? run.beganAt, note: run.note },
    proof: conditions.find(({ id }) => id === 'proof')?.sentence ?? '',
    berth: run.berth === null ? null : { number: run.berth, simulated: run.simulatedSpeed !== null },
    read: wipe.read && { ...wipe.read, berth: { number: wipe.read.berth, simulated: wipe.read.simulated } },
    notRead: wipe.notRead,
  };
  const { title, rows } = wipeCertificate(record, {
    moment: (at) => moment(new Date(at)),
    figure: (value) => figures.format(value),
    percent: (share) => percents.format(share),
  });
  const content: Content[] = [
    ...titleBlock(shop, moment(now), title, `${stay.customer}, ${stay.label}`),
    rowsBlock(rows),
    { canvas: [{ type: 'line', x1: 0, y1: 30, x2: 220, y2: 30, lineWidth: 0.5, lineColor: INK.second }] },
    { text: inFace(`Signature, ${wipe.by}`), color: INK.second, fontSize: 9 },
  ];
  return pdfOf(`${title}, ${stay.serial}`, content, await readSheet(manager));
}
