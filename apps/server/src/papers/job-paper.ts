import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import type { KeptPaperView, PaperTexts, ShopFormats } from '@udrel/contract/types';
import { customerPaper, type CustomerPaper, type PaperKind } from '@udrel/core/customer-paper';
import type { DriveReads } from '@udrel/core/drive-reads';
import { fillTemplate, type PaperWords } from '@udrel/core/messages';
import type { Content } from 'pdfmake/interfaces';
import type { EntityManager } from 'typeorm';
import { readJobs } from '../jobs/job-record';
import type { PhotoStore } from '../photos/photo-store';
import type { CommandContext } from '../platform/command-context';
import { firstRow, rows } from '../platform/database/database';
import { notFound } from '../platform/errors';
import { dayWriter, shopDay } from '../shop/calendar';
import { monthsAfter, readPaperTexts } from '../shop/paper-texts';
import { readShop } from '../staff/people';
import { LINED } from './bill-paper';
import { rowsBlock, titleBlock } from './blocks';
import { inFace } from './faces';
import { INK, pdfOf } from './make-pdf';
import { readSheet } from './sheet';
import type { Paper } from './papers';

/** Photographs on a paper, and the longest side of each, pixels. */
const PHOTOS = 4;
const SIDE = 900;

/** The paper of a job as it stands now. */
export async function jobPaper(
  { manager, now }: Pick<CommandContext, 'manager' | 'now'>,
  photos: PhotoStore,
  tag: string,
): Promise<Paper & { kind: PaperKind; title: string }> {
  const [job] = await readJobs(manager, { tag }, now);
  if (!job) throw notFound(`The job ${tag}`);
  const { name: shop, formats } = await readShop(manager);
  const texts = await readPaperTexts(manager);
  const given = shopDay(job.closedAt ?? now, formats);
  const device = `${job.model.maker} ${job.model.name}`;
  const paper = customerPaper(
    {
      ...{ snapshot: job.snapshot, device, complaint: job.complaint },
      guarantee: {
        parts: job.guaranteedUntil ? shopDay(job.guaranteedUntil, formats) : monthsAfter(given, texts.partsMonths),
        labour: monthsAfter(given, texts.labourMonths),
      },
    },
    writingOf(formats),
  );
  const words: PaperWords = { customer: job.customer, device, tag: job.tag, shop };
  const { facts } = job.snapshot;
  const content = [
    ...headOf(paper, texts, words, `${job.customer}, job ${job.tag}, serial ${job.serial}`, dayOf(formats)(given)),
    ...curvesOf(facts['reads before'], facts['reads after']),
    ...(await picturesOf(manager, photos, job.id)),
    ...footOf(paper, texts, words),
  ];
  const bytes = await pdfOf(`${paper.title}, ${job.tag}`, content, await readSheet(manager));
  return { kind: paper.kind, title: paper.title, name: `${job.tag} ${paper.kind}.pdf`, bytes };
}

const dayOf = (formats: ShopFormats) => dayWriter(formats, 'long');

function writingOf(formats: ShopFormats) {
  const figures = new Intl.NumberFormat(formats.locale, { maximumFractionDigits: 1 });
  return { day: dayOf(formats), figure: (value: number) => figures.format(value) };
}

const wordsOf = (kind: PaperKind, { texts }: PaperTexts) => texts.find((one) => one.kind === kind);
const said = (text: string): Content[] =>
  text
    .split('\n')
    .filter((line) => line !== '')
    .map((line): Content => ({ text: inFace(line), margin: [0, 4, 0, 0] }));

function headOf(paper: CustomerPaper, texts: PaperTexts, words: PaperWords, about: string, day: string): Content[] {
  return [
    ...titleBlock(words.shop, day, paper.title, about),
    ...said(fillTemplate(wordsOf(paper.kind, texts)?.opening ?? '', words)),
    rowsBlock(paper.rows),
    ...(paper.start ? [{ text: inFace(paper.start), bold: true, fontSize: 12, margin: [0, 6, 0, 4] } as Content] : []),
    ...(paper.measured.length > 0 ? [measured(paper.measured)] : []),
    ...paper.notes.map((note): Content => ({ text: inFace(note), margin: [0, 6, 0, 0] })),
  ];
}

function measured(lines: CustomerPaper['measured']): Content {
  const right = (text: string) => ({ text: inFace(text, 'Figures'), alignment: 'right' as const, fontSize: 9 });
  const head = (text: string) => ({ text: inFace(text), color: INK.second, fontSize: 8.5 });
  return {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: ['*', 'auto', 'auto', 'auto'],
      body: [
        [
          head('Measured alike before and after'),
          { ...head('Before'), alignment: 'right' },
          { ...head('After'), alignment: 'right' },
          { ...head('Faster'), alignment: 'right' },
        ],
        ...lines.map(({ name, before, after, faster }) => [
          { text: inFace(name) },
          right(before),
          right(after),
          right(faster),
        ]),
      ],
    },
    layout: LINED,
    margin: [0, 4, 0, 4],
  };
}

const [WIDE, HIGH] = [490, 110];

/** What was read over the whole of both drives, where both were: rate over place, on one scale. */
function curvesOf(before: DriveReads | undefined, after: DriveReads | undefined): Content[] {
  const sets = [
    { name: 'before', reads: before, dash: '4 3' },
    { name: 'after', reads: after, dash: '' },
  ].filter((one): one is { name: string; reads: DriveReads; dash: string } => one.reads !== undefined);
  const most = Math.max(0, ...sets.flatMap(({ reads }) => reads.places.map(({ rate }) => rate ?? 0)));
  if (most === 0) return [];
  const lines = sets.map(({ reads, dash }) => {
    const read = reads.places.flatMap(({ offset, rate }) =>
      rate === null
        ? []
        : [`${((offset / reads.bytes) * WIDE).toFixed(1)},${(HIGH - (rate / most) * HIGH).toFixed(1)}`],
    );
    const dashed = dash === '' ? '' : ` stroke-dasharray="${dash}"`;
    return `<polyline points="${read.join(' ')}" fill="none" stroke="${INK.first}" stroke-width="1.5"${dashed}/>`;
  });
  const ground = `<line x1="0" y1="${HIGH}" x2="${WIDE}" y2="${HIGH}" stroke="${INK.line}"/>`;
  const which = sets.length === 2 ? 'dashed before, solid after' : `${sets[0]?.name ?? ''} the work`;
  return [
    {
      unbreakable: true,
      margin: [0, 12, 0, 0],
      stack: [
        {
          text: inFace(`Read from beginning to end of the drive, ${which}; the highest is ${Math.round(most)} MB/s`),
          color: INK.second,
          fontSize: 8.5,
          margin: [0, 0, 0, 4],
        },
        {
          svg: `<svg viewBox="0 0 ${WIDE} ${HIGH + 1}" width="${WIDE}" height="${HIGH + 1}">${ground}${lines.join('')}</svg>`,
        },
      ],
    },
  ];
}

/** Photographs that somebody wrote a note to: that is what stands below each. */
async function picturesOf(manager: EntityManager, photos: PhotoStore, jobId: string): Promise<Content[]> {
  const kept = await rows<{ content: string; note: string }>(
    manager,
    `select content, note from photo where job_id = $1 and note <> '' order by at, id limit ${PHOTOS}`,
    [jobId],
  );
  const pictures = await Promise.all(
    kept.map(async ({ content, note }) => {
      const bytes = await sharp(photos.fileOf(content, 'full'))
        .resize({ width: SIDE, height: SIDE, fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality: 72 })
        .toBuffer()
        .catch(() => null);
      return bytes ? { note, image: `data:image/jpeg;base64,${bytes.toString('base64')}` } : null;
    }),
  );
  const shown = pictures.filter((one) => one !== null);
  if (shown.length === 0) return [];
  const pairs = shown.flatMap((_one, at) => (at % 2 === 0 ? [shown.slice(at, at + 2)] : []));
  return pairs.map((pair) => ({
    unbreakable: true,
    margin: [0, 12, 0, 0],
    columnGap: 12,
    columns: pair.map(({ note, image }) => ({
      width: 238,
      stack: [
        { image, fit: [238, 178] as [number, number] },
        {
          text: inFace(note),
          fontSize: 8.5,
          color: INK.second,
          margin: [0, 2, 0, 0] as [number, number, number, number],
        },
      ],
    })),
  }));
}

function footOf(paper: CustomerPaper, texts: PaperTexts, words: PaperWords): Content[] {
  const { guarantee, signature } = paper;
  return [
    ...(guarantee.length === 0
      ? []
      : [
          {
            unbreakable: true,
            margin: [0, 14, 0, 0],
            stack: [
              { text: 'Guarantee', bold: true, margin: [0, 0, 0, 2] },
              ...guarantee.map(({ what, until }) => ({ text: inFace(`${what}: until ${until}`) })),
              ...said(texts.terms),
            ],
          } as Content,
        ]),
    ...said(fillTemplate(wordsOf(paper.kind, texts)?.closing ?? '', words)),
    {
      unbreakable: true,
      margin: [0, 26, 0, 0],
      stack: [
        ...(signature?.path
          ? [
              {
                svg: `<svg viewBox="0 0 360 90" width="180" height="45"><path d="${signature.path.replace(/[^MLZmlz0-9 .,-]/g, '')}" fill="none" stroke="${INK.first}" stroke-width="2"/></svg>`,
              },
            ]
          : []),
        { canvas: [{ type: 'line', x1: 0, y1: 2, x2: 220, y2: 2, lineWidth: 0.5, lineColor: INK.second }] },
        {
          text: inFace(signature ? `${signature.name}${signature.path ? '' : ', typed'}` : 'Signature'),
          color: INK.second,
          fontSize: 9,
        },
      ],
    },
  ];
}

/** Keeps the paper with its job as it was given. */
export async function keepJobPaper(
  context: CommandContext,
  photos: PhotoStore,
  tag: string,
  how: 'given' | 'signed',
): Promise<void> {
  const { manager, actor, now } = context;
  const { kind, title, bytes } = await jobPaper(context, photos, tag);
  await manager.query(
    `insert into paper (id, job_id, kind, title, how, bytes, by, at)
     select $1, id, $3, $4, $5, $6, $7, $8 from job where tag = $2`,
    [randomUUID(), tag.toUpperCase(), kind, title, how, bytes, actor.id, now],
  );
}

/** Papers that were given with a job, the newest first. */
export function keptPapers(manager: EntityManager, tag: string): Promise<KeptPaperView[]> {
  return rows<KeptPaperView>(
    manager,
    `select p.id, p.kind, p.title, p.how, s.name as by, p.at from paper p join job j on j.id = p.job_id
       join staff s on s.id = p.by where j.tag = $1 order by p.at desc, p.how desc`,
    [tag.toUpperCase()],
  );
}

/** One of them, as it was given. */
export async function keptPaper(manager: EntityManager, id: string): Promise<Paper> {
  const found = await firstRow<{ title: string; bytes: Buffer }>(
    manager,
    'select title, bytes from paper where id = $1',
    [id],
  );
  if (!found) throw notFound('This paper');
  return { name: `${found.title}.pdf`, bytes: found.bytes };
}
