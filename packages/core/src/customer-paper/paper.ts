import { compareSets } from '../benchmarks';
import { binary, fileSize, rate, soldName } from '../capacity';
import { missingOnArrival } from '../disassembly';
import { targetKey, tellFact } from '../facts';
import { TARGET_IDS, targetTitle } from '../layout';
import { deadFunctions, filesToBring, goesIn, lossesOf, oldStaysAt, type End, type JobSnapshot } from '../steps';
import type { PaperKind } from './kinds';

/** How the reader writes figures and days. */
export interface PaperWriting {
  day: (date: string) => string;
  figure: (value: number) => string;
}

export interface PaperAbout {
  snapshot: JobSnapshot;
  /** Maker and name of the device. */
  device: string;
  complaint: string;
  /** Last days of the guarantee, YYYY-MM-DD; null where there is none. */
  guarantee: { parts: string; labour: string } | null;
}

/** A paper of a job as it is given to the customer: what is not known or did not happen is not on it. */
export interface CustomerPaper {
  kind: PaperKind;
  title: string;
  rows: { name: string; value: string | string[] }[];
  /** In one sentence how much faster it starts; null where that was not measured alike. */
  start: string | null;
  measured: { name: string; before: string; after: string; faster: string }[];
  /** What else is to be known. */
  notes: string[];
  guarantee: { what: string; until: string }[];
  signature: { name: string; path: string | null } | null;
}

const FINDINGS: readonly End['kind'][] = ['declined', 'not worth it'];

/** Which paper it is. */
export function paperKind(job: JobSnapshot): PaperKind {
  const end = job.end?.kind;
  if (end === 'not collected') return 'not collected';
  if (end) return FINDINGS.includes(end) ? 'findings' : 'given back';
  return lossesOf(job).length > 0 ? 'done with losses' : 'done';
}

const TITLES: Readonly<Record<PaperKind, (device: string) => string>> = {
  done: (device) => `What we did on your ${device}`,
  'done with losses': (device) => `What we did on your ${device}, and what was lost`,
  findings: (device) => `What we found on your ${device}`,
  'given back': (device) => `Your ${device}, given back as it came`,
  'not collected': (device) => `Your ${device}, kept for you`,
};

/** The paper of a job for its customer, whatever was done and however it ended. */
export function customerPaper(about: PaperAbout, writing: PaperWriting): CustomerPaper {
  const { snapshot, device, complaint } = about;
  const kind = paperKind(snapshot);
  const ended = kind === 'findings' || kind === 'given back';
  const { facts } = snapshot;
  const rows = [
    ...row('You told us', complaint),
    ...row(
      'Came back',
      facts['guarantee return'] && tellFact('guarantee return', facts['guarantee return'], writing.day),
    ),
    ...row('Why', facts['return cause'] && tellFact('return cause', facts['return cause'], writing.day)),
    ...(ended ? found(snapshot, writing) : done(snapshot, writing)),
    ...how(snapshot, writing),
  ];
  const { signature } = facts;
  return {
    ...{ kind, title: TITLES[kind](device), rows },
    ...(ended ? { start: null, measured: [], notes: notesOfEnd(snapshot) } : compared(snapshot, writing)),
    guarantee: ended ? [] : guaranteed(about, writing),
    signature: signature
      ? { name: signature.name, path: signature.path === 'typed' || signature.path === '' ? null : signature.path }
      : null,
  };
}

const row = (name: string, value: string | string[] | null | undefined): CustomerPaper['rows'] =>
  value === undefined || value === null || value.length === 0 ? [] : [{ name, value }];

/** What was read of the device when it came. */
function asItCame({ facts }: JobSnapshot, { day }: PaperWriting): CustomerPaper['rows'] {
  const { 'old drive': old, health } = facts;
  return [
    ...row('Old drive', old && `${old.maker} ${old.name}, ${soldName(old.bytes)}, serial ${old.serial}`),
    ...row('Its health', health && tellFact('health', health, day)),
  ];
}

function inside({ facts, disassembly }: JobSnapshot, { day }: PaperWriting): CustomerPaper['rows'] {
  const { 'seen inside': seen, 'functions on arrival': arrived } = facts;
  return [
    ...row('Missing when it came', missingOnArrival(disassembly)),
    ...row('Found inside', seen && seen.what.length > 0 ? tellFact('seen inside', seen, day) : null),
    ...row(
      'Dead when it came',
      (arrived?.results ?? []).flatMap(({ name, works }) => (works ? [] : [name])).join(', '),
    ),
  ];
}

/** What was done: drives, installation, memory, what came along and what did not. */
function done(job: JobSnapshot, writing: PaperWriting): CustomerPaper['rows'] {
  const { facts } = job;
  const { plan, functions, installed, 'memory choice': memory, 'memory fitted': fitted } = facts;
  const dead = deadFunctions(job).filter(({ cameSo }) => !cameSo);
  const left =
    plan && oldStaysAt(job) === null
      ? plan.table.partitions.filter(({ id }) => plan.intent.leftOut.includes(id)).map(({ name }) => name)
      : [];
  return [
    ...TARGET_IDS.flatMap((on) => {
      const drive = facts[targetKey(on, 'choice')];
      if (!drive || !goesIn(job, on) || !facts[targetKey(on, 'fitted')]) return [];
      const { maker, name, bytes, serial } = drive;
      return row(targetTitle(on), `${maker} ${name}, ${soldName(bytes)}, serial ${serial}`);
    }),
    ...row('Installed afresh', installed && `${installed.system}; files: ${installed.files}`),
    ...asItCame(job, writing),
    ...row('Brought along', plan && `${plan.partitions.length} of ${plan.table.partitions.length} partitions`),
    ...filesToBring(job).flatMap(({ serial, name, known }) =>
      row(
        `Files of ${name}`,
        known &&
          `${known.brought ? 'brought onto the new drive' : 'not brought'}: ${known.note}. That drive, ${serial}: ${known.where}`,
      ),
    ),
    ...row('Lost in the copy', lossWords(job)),
    ...row('Left behind, as agreed', left.join(', ')),
    ...row(
      'Memory',
      memory && fitted && `${memory.count} × ${memory.maker} ${memory.name}: ${binary(memory.total)} in all`,
    ),
    ...row(
      'Checked',
      functions?.results
        .filter(({ works }) => works)
        .map(({ name }) => name)
        .join(', '),
    ),
    ...inside(job, writing),
    ...row('Does not work', dead.map(({ name, why }) => (why ? `${name}: ${why}` : name)).join('; ')),
  ];
}

/** Each loss with where it was and how much. */
export const lossWords = (job: JobSnapshot): string[] =>
  lossesOf(job).map(
    ({ what, where, bytes }) =>
      `${what}${where ? `, ${where}` : ''}, ${bytes === null ? 'how much is not known' : fileSize(bytes)}`,
  );

/** What was found where no work was done: the drive and what it holds, what was measured, what is in it again. */
function found(job: JobSnapshot, writing: PaperWriting): CustomerPaper['rows'] {
  const { facts } = job;
  const { 'partition table': table, before, memory, 'as it came': came } = facts;
  const used = table?.partitions.flatMap(({ name, used: bytes }) =>
    bytes ? [`${name}: ${fileSize(bytes)} in use`] : [],
  );
  return [
    ...asItCame(job, writing),
    ...row('On it', used),
    ...row('Memory in it', memory?.modules.map(({ slot, bytes }) => `${binary(bytes)} in ${slot}`).join(', ')),
    ...row('Measured', before && tellFact('before', before, writing.day)),
    ...inside(job, writing),
    ...row('In it again', facts['put back'] && tellFact('put back', facts['put back'], writing.day)),
    ...row('As it came', came && tellFact('as it came', came, writing.day)),
  ];
}

const ENDED: Readonly<Record<End['kind'], string>> = {
  declined: 'You did not want the work done.',
  'not worth it': 'The work is not worth it for this device.',
  withdrawn: 'You took it back before the work was done.',
  'not collected': 'It was not fetched, and is kept.',
};

/** How it ended, and what becomes of what came out or stays. */
function how({ facts, end }: JobSnapshot, { day }: PaperWriting): CustomerPaper['rows'] {
  const { 'old drive stays': old, 'modules stay': modules, 'kept until': kept } = facts;
  return [
    ...row('How it ended', end && ENDED[end.kind]),
    ...row('The old drive', !end && old ? tellFact('old drive stays', old, day) : null),
    ...row('The old modules', !end && modules ? tellFact('modules stay', modules, day) : null),
    ...row('Kept', kept && tellFact('kept until', kept, day)),
  ];
}

const notesOfEnd = ({ facts }: JobSnapshot): string[] =>
  facts['old drive'] && facts.health?.grade === 'failing'
    ? ['The drive fails: save what is on it before it is used again.']
    : [];

/** Before and after side by side, as far as both were measured alike. */
function compared(job: JobSnapshot, { figure }: PaperWriting): Pick<CustomerPaper, 'start' | 'measured' | 'notes'> {
  const { facts } = job;
  const { rows } = compareSets(facts.before?.set ?? null, facts.after?.set ?? null);
  const both = rows.filter((one) => one.before !== null && one.after !== null);
  const told = both.filter(({ multiple }) => multiple !== null);
  const unlike = both.flatMap(({ name, multiple }) => (multiple === null ? [name.toLowerCase()] : []));
  const write = (unit: 's' | 'MB/s', value: number | null) =>
    unit === 's' ? `${figure(value ?? 0)} s` : rate(value ?? 0);
  const times = (multiple: number | null) => (multiple === null ? '–' : `${figure(multiple)} times`);
  const up = told.find(({ key }) => key === 'startUp');
  const start = up
    ? `Starting took ${write('s', up.before)}, now ${write('s', up.after)}${(up.multiple ?? 0) > 1.05 ? `: ${times(up.multiple)} as fast.` : '.'}`
    : null;
  return {
    start,
    measured: told.map(({ name, unit, before, after, multiple }) => {
      return { name, before: write(unit, before), after: write(unit, after), faster: times(multiple) };
    }),
    notes: [
      ...(unlike.length > 0
        ? [`Measured under other settings than before, and so not set side by side: ${unlike.join(', ')}.`]
        : []),
      ...(facts.before && !facts.before.set ? [`Not measured before: ${facts.before.whyNot}`] : []),
      ...(facts['old drive'] && facts['new drive fitted'] && oldStaysAt(job) === null
        ? [
            'Please do not attach the old drive while the device starts: two installations in one machine get in each other’s way. Licences of the installation belong to this device.',
          ]
        : []),
    ],
  };
}

/** Each part that is the shop's with its serial, and the work, with the last day of each. */
function guaranteed({ snapshot, guarantee }: PaperAbout, { day }: PaperWriting): CustomerPaper['guarantee'] {
  const { facts } = snapshot;
  // What is not proven yet is guaranteed by nobody.
  if (!guarantee || !facts.functions) return [];
  const memory = facts['memory choice'];
  const parts = [
    ...TARGET_IDS.flatMap((on) => {
      const drive = facts[targetKey(on, 'choice')];
      const ours = drive && drive.partId !== null && facts[targetKey(on, 'fitted')];
      return ours ? [`${drive.maker} ${drive.name}, serial ${drive.serial}`] : [];
    }),
    ...(memory && memory.partId !== null && facts['memory fitted']
      ? [`${memory.count} × ${memory.maker} ${memory.name}`]
      : []),
  ];
  return [
    ...parts.map((what) => ({ what, until: day(guarantee.parts) })),
    { what: 'our work', until: day(guarantee.labour) },
  ];
}
