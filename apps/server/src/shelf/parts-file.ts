import { randomUUID } from 'node:crypto';
import type { PartLines, PartLineView } from '@udrel/contract/types';
import { partEntry, partSpecs } from '@udrel/contract/shapes';
import { validate } from '@udrel/contract/validate';
import { cellsOf, columnOf, partOfCells, unknownColumns, type FilePart } from '@udrel/core/parts-file';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import { insertRows } from '../platform/database/insert';
import type { CommandContext } from '../platform/command-context';
import { Part } from './entities';

interface KnownPart extends FilePart {
  id: string;
}

const SELECT =
  'select id, part_number as "partNumber", kind, maker, name, price, cost, reorder_level as "reorderLevel", spec from part';

/** Every part of the library, as lines of a file. */
export async function exportParts(manager: EntityManager): Promise<Partial<Record<string, string>>[]> {
  return (await rows<KnownPart>(manager, `${SELECT} order by kind, part_number`)).map(cellsOf);
}

/** What the lines of a file would do to the library, line by line; nothing is changed. */
export async function considerLines(manager: EntityManager, { lines }: PartLines): Promise<PartLineView[]> {
  return (await examine(manager, lines)).map(({ view }) => view);
}

/** Takes the lines of a file into the library: all of them, or none where one is wrong. */
export async function takeLines({ manager }: CommandContext, { lines }: PartLines): Promise<PartLineView[]> {
  const examined = await examine(manager, lines);
  const wrong = examined.filter(({ view }) => view.what === 'wrong');
  if (wrong.length > 0) {
    throw new Refusal(422, 'lines-wrong', `${wrong.length} of ${lines.length} lines are wrong: nothing was taken.`);
  }
  const newOnes = examined.filter(({ view }) => view.what === 'new');
  const made = newOnes.map(({ part }) => ({
    id: randomUUID(),
    serialised: part.kind === 'drive',
    ...part,
    cost: part.cost ?? null,
    reorderLevel: part.reorderLevel ?? null,
  }));
  if (made.length > 0) await insertRows(manager, 'part', made);
  for (const { view, part, known } of examined) {
    if (view.what === 'changed' && known) await manager.update(Part, { id: known.id }, { ...part });
  }
  return examined.map(({ view }) => view);
}

interface Examined {
  view: PartLineView;
  part: FilePart;
  known: KnownPart | undefined;
}

async function examine(manager: EntityManager, lines: PartLines['lines']): Promise<Examined[]> {
  const read = lines.map(({ cells }) => readLine(cells));
  const known = await rows<KnownPart>(manager, `${SELECT} where upper(part_number) = any ($1) for update`, [
    [...new Set(read.map(({ number }) => number))],
  ]);
  const byNumber = new Map(known.map((one) => [one.partNumber.toUpperCase(), one]));
  const first = new Map<string, number>();
  return read.map(({ number, part, problems }, index): Examined => {
    const line = lines[index]?.line ?? 0;
    const held = byNumber.get(number);
    const twin = first.get(number);
    if (twin !== undefined) problems.push({ column: 'partNumber', sentence: `It stands in line ${twin} already.` });
    else first.set(number, line);
    if (held && problems.length === 0 && held.kind !== part.kind) {
      problems.push({ column: 'kind', sentence: `This number is a ${held.kind} in the library.` });
    }
    // What a line does not say of these stays as it is.
    const { cost, reorderLevel } = held ?? {};
    const whole = held
      ? { ...part, cost: part.cost ?? cost ?? null, reorderLevel: part.reorderLevel ?? reorderLevel ?? null }
      : part;
    const changes = held && problems.length === 0 ? changesOf(held, whole) : [];
    const what = problems.length > 0 ? 'wrong' : !held ? 'new' : changes.length > 0 ? 'changed' : 'as it is';
    return { view: { line, partNumber: number, what, changes, problems }, part: whole, known: held };
  });
}

/** A line as a part with everything that is wrong with it; a part to be used only where nothing is. */
function readLine(cells: Readonly<Record<string, string>>) {
  const raw = partOfCells(cells);
  const problems: PartLineView['problems'] = unknownColumns(Object.keys(cells)).map((column) => ({
    column,
    sentence: 'There is no such column. Leave it out, or name it as in the exported file.',
  }));
  const whole = validate(partEntry, raw);
  const shape = partSpecs[String(raw['kind'])];
  const spec = shape ? validate(shape, raw['spec']) : null;
  const told = [
    ...(whole.ok ? [] : whole.problems),
    ...(!spec || spec.ok ? [] : spec.problems.map((one) => ({ ...one, field: `spec.${one.field}` }))),
  ];
  problems.push(...told.map(({ field, sentence }) => ({ column: columnOf(field, String(raw['kind'])), sentence })));
  const own = whole.ok ? whole.value : raw;
  const part = { ...own, spec: spec?.ok ? spec.value : null } as unknown as FilePart;
  return { number: String(raw['partNumber'] ?? '').toUpperCase(), part, problems };
}

function changesOf(held: FilePart, part: FilePart): PartLineView['changes'] {
  const [before, after] = [cellsOf(held), cellsOf(part)] as Record<string, string | undefined>[];
  const columns = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])];
  return columns
    .filter((column) => before?.[column] !== after?.[column])
    .map((column) => ({ column, from: before?.[column] ?? '', to: after?.[column] ?? '' }));
}
