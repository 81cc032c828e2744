import { toSVG } from 'bwip-js/node';
import { receiptRows } from '@udrel/core/customer-paper';
import { amount } from '@udrel/core/money';
import type { Content } from 'pdfmake/interfaces';
import type { JobRecord } from '../jobs/job-record';
import { readJob } from '../jobs/view-job';
import type { CommandContext } from '../platform/command-context';
import { dayWriter, momentWriter } from '../shop/calendar';
import { readShop } from '../staff/people';
import { rowsBlock, titleBlock } from './blocks';
import { inFace } from './faces';
import { INK, labelsOf, pdfOf } from './make-pdf';
import type { Paper } from './papers';
import { readLabel, readSheet } from './sheet';

type Reading = Pick<CommandContext, 'manager' | 'now'>;

/** A text as a Data Matrix (ISO/IEC 16022), as it stands on every label of the shop. */
const codeOf = (text: string, size: number): Content => ({
  svg: toSVG({ bcid: 'datamatrix', text, scale: 3 }),
  width: size,
  height: size,
});

const nameOf = ({ model }: JobRecord) => `${model.maker} ${model.name}`;

/** One label: its code, its name large, and what else stands on it line by line. */
function labelOf({ scale }: { scale: number }, code: string, lines: readonly string[]): Content {
  return {
    columns: [
      { width: 62 * scale, stack: [codeOf(code, 58 * scale)] },
      {
        width: '*',
        stack: [
          { text: inFace(code, 'Figures'), bold: true, fontSize: 16 * scale },
          ...lines.filter(Boolean).map((line): Content => ({ text: inFace(line), fontSize: 8 * scale })),
        ],
      },
    ],
    columnGap: 8 * scale,
  };
}

/** The tag that goes on the device. */
export async function tagPaper({ manager, now }: Reading, tag: string): Promise<Paper> {
  const job = await readJob(manager, tag, now);
  const { name: shop, formats } = await readShop(manager);
  const promised = job.promisedAt ? `promised ${momentWriter(formats)(job.promisedAt)}` : '';
  const label = await readLabel(manager, 'tags of devices');
  const lines = [nameOf(job), job.serial, promised, shop];
  const bytes = await labelsOf(`Tag of ${job.tag}`, [labelOf(label, job.tag, lines)], label);
  return { name: `${job.tag} tag.pdf`, bytes };
}

/** A label for everything that lies here for a job, a page each. */
export async function labelsPaper({ manager, now }: Reading, tag: string): Promise<Paper> {
  const job = await readJob(manager, tag, now);
  const { name: shop } = await readShop(manager);
  const here = job.belongings.filter(({ back }) => !back);
  const label = await readLabel(manager, 'what lies here');
  const labels = here.map(({ number, name, place }) => labelOf(label, `${job.tag}-${number}`, [name, place, shop]));
  const bytes = await labelsOf(
    `Labels of ${job.tag}`,
    labels.length > 0 ? labels : [labelOf(label, job.tag, ['nothing is here'])],
    label,
  );
  return { name: `${job.tag} labels.pdf`, bytes };
}

/** What the customer gets for a device that stays here. */
export async function receiptPaper({ manager, now }: Reading, tag: string): Promise<Paper> {
  const job = await readJob(manager, tag, now);
  const { name: shop, formats } = await readShop(manager);
  const moment = momentWriter(formats);
  const { snapshot, customer, phone, serial, complaint, condition, belongings, price } = job;
  const rows = receiptRows(
    {
      ...{ snapshot, customer, phone, serial, complaint, condition, price, device: nameOf(job) },
      loose: belongings.flatMap(({ number, name }) => (number > 0 ? [name] : [])),
      promisedAt: job.promisedAt ? job.promisedAt.toISOString() : null,
    },
    { moment: (at) => moment(new Date(at)), day: dayWriter(formats, 'long'), money: amount },
  );
  const content: Content[] = [
    {
      columns: [
        {
          width: '*',
          stack: titleBlock(
            shop,
            moment(job.bookedAt),
            'Receipt for a device left with us',
            `Order ${job.orderNumber}`,
          ),
        },
        { width: 70, stack: [codeOf(job.tag, 58), { text: inFace(job.tag, 'Figures'), fontSize: 9 }] },
      ],
      columnGap: 16,
    },
    rowsBlock(rows),
    { canvas: [{ type: 'line', x1: 0, y1: 34, x2: 220, y2: 34, lineWidth: 0.5, lineColor: INK.second }] },
    { text: 'Customer', color: INK.second, fontSize: 9 },
  ];
  return {
    name: `${job.tag} receipt.pdf`,
    bytes: await pdfOf(`Receipt, ${job.tag}`, content, await readSheet(manager)),
  };
}
