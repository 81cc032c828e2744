import type { PaperTexts } from '@udrel/contract/types';
import { PAPER_KINDS } from '@udrel/core/customer-paper';
import { PAPER_WORDS, unknownWords } from '@udrel/core/messages';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import type { CommandContext } from '../platform/command-context';
import { fieldWrong } from '../platform/errors';
import { Setting } from '../staff/entities';
import { keepSetting } from '../staff/settings';

/** What a shop begins with: no words of its own, two years for parts and one for work. */
const FIRST: PaperTexts = {
  partsMonths: 24,
  labourMonths: 12,
  terms: '',
  texts: PAPER_KINDS.map((kind) => ({ kind, opening: '', closing: '' })),
};

/** The shop's own words on papers, and its guarantee. */
export async function readPaperTexts(manager: EntityManager): Promise<PaperTexts> {
  const setting = await manager.findOneBy(Setting, { key: 'papers' });
  return { ...FIRST, ...(setting?.value as Partial<PaperTexts> | undefined) };
}

/** Sets them; papers that were given stay as they are. */
export async function setPaperTexts(context: CommandContext, given: PaperTexts): Promise<PaperTexts> {
  const { manager, actor } = context;
  for (const [index, { opening, closing }] of given.texts.entries()) {
    for (const [field, text] of Object.entries({ opening, closing })) {
      const unknown = unknownWords(text, PAPER_WORDS);
      if (unknown.length > 0)
        throw fieldWrong(
          `texts.${index}.${field}`,
          `Nobody knows ${unknown.map((word) => `{${word}}`).join(', ')}: choose of ${PAPER_WORDS.map((word) => `{${word}}`).join(' ')}.`,
        );
    }
  }
  await keepSetting(manager, 'papers', given, actor.id);
  await noteAudit(context, actor.id, 'papers set', {
    partsMonths: given.partsMonths,
    labourMonths: given.labourMonths,
  });
  return given;
}

/** The last day of so many months that begin on a day of the calendar; the end of a shorter month where the day is missing. */
export function monthsAfter(day: string, months: number): string {
  const from = new Date(`${day}T00:00:00Z`);
  const until = new Date(from);
  until.setUTCMonth(until.getUTCMonth() + months);
  if (until.getUTCDate() !== from.getUTCDate()) until.setUTCDate(0);
  return until.toISOString().slice(0, 10);
}
