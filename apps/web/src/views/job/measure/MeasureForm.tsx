import UploadFileOutlined from '@mui/icons-material/UploadFileOutlined';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import type { JobFacts } from '@udrel/core/facts';
import {
  ATTACHMENTS,
  complaintOf,
  countedStarts,
  CONDITIONS,
  FURTHER_FIGURES,
  readMeasurement,
  type Attachment,
  type Condition,
  type FurtherFigure,
  type MeasurementSet,
} from '@udrel/core/benchmarks';
import { figuresOfReads } from '@udrel/core/drive-reads';
import { spins } from '@udrel/core/estimate';
import { targetKey } from '@udrel/core/facts';
import { EVERY_LINK, linkName } from '@udrel/core/links';
import { wantedTargets } from '@udrel/core/steps';
import { Foot, Ledger, Sheet } from '../../../ui';
import { Field, FormTrouble, Ticks } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import type { FieldProblem, Read } from '../../../features/form/shaped-form';
import styles from '../../../features/job/job.module.css';
import { typedFigure } from '../../../format/shop-formats';

const RATES = [
  ['sequentialRead', 'Sequential read, MB/s'],
  ['sequentialWrite', 'Sequential write, MB/s'],
  ['randomRead', 'Random read 4 KiB, MB/s'],
  ['randomWrite', 'Random write 4 KiB, MB/s'],
] as const;

const FURTHER: Readonly<Record<FurtherFigure, string>> = {
  loadedRead: 'Random read 4 KiB, 32 waiting, MB/s',
  sustainedRead: 'Sequential read after 2 minutes, MB/s',
  sustainedWrite: 'Sequential write after 2 minutes, MB/s',
  temperature: 'Drive under load, °C',
  memoryBandwidth: 'Memory, read, MB/s',
  memoryRate: 'Memory runs at, MT/s',
};

/** The links that can be looked up where a drive hangs. */
const LINKS: Readonly<Record<Attachment, readonly (readonly [string, string])[]>> = {
  inside: linkChoices(({ kind }) => kind !== 'usb'),
  USB: linkChoices(({ kind }) => kind === 'usb'),
};

function linkChoices(belongs: (link: (typeof EVERY_LINK)[number]) => boolean) {
  return [
    ['', 'not looked up'] as const,
    ...EVERY_LINK.filter(belongs).map((one) => [linkName(one), linkName(one)] as const),
  ];
}

/** Figures that are typed beside the rates. */
interface Rest {
  startUps: string;
  programStarts: string;
  busyShare: string;
  conditions: Condition[];
}

const USUAL_METHOD = '1 MiB QD8 and 4 KiB QD1, 3 runs';

type Rates = Record<(typeof RATES)[number][0], string>;
type Further = Record<FurtherFigure, string>;

const FIGURE = { className: 'figure', inputMode: 'decimal' } as const;

const figure = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));

interface Drafted {
  rates: Rates;
  rest: Rest;
  further: Further;
  attached: Attachment;
  link: string;
  method: string;
  'why not': string;
}

/** What was measured as it was typed; nothing but a reason where no figure was. */
function measuredOf({
  rates,
  rest,
  further,
  attached,
  link,
  method,
  'why not': whyNot,
}: Drafted): Read<NonNullable<JobFacts['before']>> {
  const problems: FieldProblem[] = [];
  const wrong = (field: string, sentence: string) => void problems.push({ field: `set.${field}`, sentence });
  const read = (key: string, text: string) => {
    const value = typedFigure(text);
    if (text.trim() === '') return null;
    if (!(value > 0)) wrong(key, 'Type a number, or leave it empty.');
    return value;
  };
  const times = (key: string, text: string) => {
    const found = text
      .split(/[,;\s]+/)
      .filter(Boolean)
      .map(Number);
    if (found.some((time) => !(time > 0))) wrong(key, 'Type seconds, such as 96, 101, 98.');
    return found;
  };
  const measured: MeasurementSet = {
    sequentialRead: read('sequentialRead', rates.sequentialRead),
    sequentialWrite: read('sequentialWrite', rates.sequentialWrite),
    randomRead: read('randomRead', rates.randomRead),
    randomWrite: read('randomWrite', rates.randomWrite),
    startUps: times('startUps', rest.startUps),
    method,
    attached,
    conditions: rest.conditions,
  };
  const looked = EVERY_LINK.find((one) => linkName(one) === link);
  if (looked && (looked.kind === 'usb') === (attached === 'USB')) measured.link = looked;
  for (const key of FURTHER_FIGURES) {
    const value = read(key, further[key]);
    if (value !== null) measured[key] = value;
  }
  const programStarts = times('programStarts', rest.programStarts);
  if (programStarts.length > 0) measured.programStarts = programStarts;
  const busyShare = read('busyShare', rest.busyShare);
  if (busyShare !== null) measured.busyShare = busyShare;
  if (busyShare !== null && busyShare > 100) wrong('busyShare', 'Type per cent, up to 100.');
  if (problems.length > 0) return { ok: false, problems };
  const nothing =
    measured.startUps.length + programStarts.length === 0 &&
    busyShare === null &&
    FURTHER_FIGURES.every((key) => measured[key] === undefined) &&
    RATES.every(([key]) => measured[key] === null);
  return { ok: true, body: { set: nothing ? null : measured, whyNot } };
}

function furtherOf(tell: (key: FurtherFigure) => string): Further {
  return Object.fromEntries(FURTHER_FIGURES.map((key) => [key, tell(key)])) as Further;
}

/** The field that holds a field of what is sent. */
function nameOf(field: string): string {
  if (field === 'whyNot') return 'why not';
  const name = field.replace(/^set\./, '');
  if (RATES.some(([key]) => key === name)) return `rates.${name}`;
  if (name in FURTHER) return `further.${name}`;
  return name === 'method' || name === 'attached' || name === 'link' ? name : `rest.${name}`;
}

/** One measuring session, before or after; or why nothing was measured. */
export function MeasureForm({ job, fact, title }: { job: JobView; fact: 'before' | 'after'; title: string }) {
  const known = job.snapshot.facts[fact];
  const set = known?.set;
  const { form, busy, save } = useFactForm(job, fact, {
    begin: {
      rates: {
        sequentialRead: figure(set?.sequentialRead),
        sequentialWrite: figure(set?.sequentialWrite),
        randomRead: figure(set?.randomRead),
        randomWrite: figure(set?.randomWrite),
      },
      rest: {
        startUps: set?.startUps.join(', ') ?? '',
        programStarts: set?.programStarts?.join(', ') ?? '',
        busyShare: figure(set?.busyShare),
        conditions: set?.conditions ?? [],
      },
      further: furtherOf((key) => figure(set?.[key])),
      attached: set?.attached ?? 'inside',
      link: set?.link ? linkName(set.link) : '',
      method: set?.method ?? job.snapshot.facts.before?.set?.method ?? USUAL_METHOD,
      'why not': known?.whyNot ?? '',
    } as Drafted,
    read: measuredOf,
    nameOf,
  });
  const [unreadable, setUnreadable] = useState('');
  const told = set && (set.link || set.attached === 'USB' || FURTHER_FIGURES.some((key) => set[key] !== undefined));
  const [more, setMore] = useState(Boolean(told));
  const ofMemory = job.snapshot.wishes.some(({ kind }) => kind === 'memory');
  const attached = useWatch({ control: form.control, name: 'attached' });
  const input = useRef<HTMLInputElement>(null);

  /** Fills the form with what a file tells; nothing is recorded by that. */
  async function fill(file: File | undefined): Promise<void> {
    if (input.current) input.current.value = '';
    if (!file) return;
    const told = readMeasurement(await file.text());
    setUnreadable(told.ok ? '' : `${file.name}: ${told.sentence}`);
    if (!told.ok) return;
    const { set: found } = told;
    const { rates, rest, further } = form.getValues();
    form.setValue('rates', {
      sequentialRead: figure(found.sequentialRead) || rates.sequentialRead,
      sequentialWrite: figure(found.sequentialWrite) || rates.sequentialWrite,
      randomRead: figure(found.randomRead) || rates.randomRead,
      randomWrite: figure(found.randomWrite) || rates.randomWrite,
    });
    form.setValue('rest', {
      startUps: found.startUps?.join(', ') ?? rest.startUps,
      programStarts: found.programStarts?.join(', ') ?? rest.programStarts,
      busyShare: figure(found.busyShare) || rest.busyShare,
      conditions: found.conditions ?? rest.conditions,
    });
    form.setValue(
      'further',
      furtherOf((key) => figure(found[key]) || further[key]),
    );
    if (FURTHER_FIGURES.some((key) => found[key] !== undefined)) setMore(true);
    if (found.attached) form.setValue('attached', found.attached);
    if (found.method) form.setValue('method', found.method);
  }

  const reads = job.snapshot.facts[`reads ${fact}`];
  const [on] = wantedTargets(job.snapshot);
  const measured =
    fact === 'before' ? job.snapshot.facts['old drive'] : on && job.snapshot.facts[targetKey(on, 'choice')];
  const read = reads && measured ? figuresOfReads(reads, spins(measured.class)) : null;
  // What a watched copy wrote by its own counters, of the attempt that counts.
  const wrote =
    fact === 'after' && on
      ? job.runs.findLast((run) => run.kind === 'copy' && run.onto === on)?.progress.wrote?.rate
      : undefined;

  function takeReads({ sequentialRead, randomRead, method, attached: hung }: Partial<MeasurementSet>): void {
    const { rates } = form.getValues();
    form.setValue('rates', {
      ...rates,
      sequentialRead: figure(sequentialRead) || rates.sequentialRead,
      randomRead: figure(randomRead) || rates.randomRead,
    });
    if (hung) form.setValue('attached', hung);
    if (method) form.setValue('method', method);
  }

  const timed = countedStarts(job.snapshot.facts['start attempts']?.attempts ?? [], fact).seconds;
  const complaint = fact === 'before' && set ? complaintOf(set) : null;
  return (
    <Sheet title={title} aside={known ? (known.set ? 'measured' : 'not measured, with a reason') : 'not measured yet'}>
      <div className={styles.fields}>
        {RATES.map(([key, label]) => (
          <Field
            key={key}
            form={form}
            name={`rates.${key}`}
            className={styles.wide ?? ''}
            label={label}
            html={FIGURE}
          />
        ))}
        <Field
          form={form}
          name="rest.startUps"
          className={styles.wide ?? ''}
          label="Cold start-ups, seconds"
          placeholder="96, 101, 98"
          help="three times, the first after a swap does not count"
        />
        <Field
          form={form}
          name="rest.programStarts"
          className={styles.wide ?? ''}
          label="A usual program opens, seconds"
          placeholder="12, 13, 12"
        />
        <Field
          form={form}
          name="rest.busyShare"
          className={styles.wide ?? ''}
          label="Drive busy in ordinary use, %"
          html={FIGURE}
        />
        <Field
          form={form}
          name="attached"
          className={styles.wide ?? ''}
          label="The drive hangs"
          choices={ATTACHMENTS.map((one) => [one, one === 'inside' ? 'inside, at its own site' : 'on USB'])}
        />
        <Field form={form} name="method" className={styles.full ?? ''} label="Method: like settings before and after" />
        <Field form={form} name="why not" className={styles.full ?? ''} label="Or why nothing was measured" />
        <fieldset className={`${styles.full} ${styles.conditions}`}>
          <legend className="sub">Seen to before measuring</legend>
          <Ticks form={form} name="rest.conditions" options={CONDITIONS} />
        </fieldset>
      </div>
      <details style={{ marginTop: 10 }} open={more} onToggle={(event) => setMore(event.currentTarget.open)}>
        <summary>{ofMemory ? 'Link, figures under load, memory' : 'Link, figures under load'}</summary>
        <div className={styles.fields} style={{ marginTop: 10 }}>
          <Field
            form={form}
            name="link"
            className={styles.wide ?? ''}
            label="Link, looked up under load"
            choices={LINKS[attached]}
          />
          {FURTHER_FIGURES.filter((key) => ofMemory || !key.startsWith('memory')).map((key) => (
            <Field
              key={key}
              form={form}
              name={`further.${key}`}
              className={styles.wide ?? ''}
              label={FURTHER[key]}
              html={FIGURE}
            />
          ))}
        </div>
      </details>
      {complaint && <Ledger reasons={[complaint]} />}
      {unreadable && <p role="alert">{unreadable}</p>}
      <FormTrouble form={form} />
      <div style={{ marginTop: 10 }}>
        <Foot>
          <input
            ref={input}
            type="file"
            hidden
            accept=".csv,.json,text/csv,application/json"
            aria-label={`File of figures, ${fact}`}
            onChange={(event) => void fill(event.target.files?.[0])}
          />
          {timed.length > 0 && (
            <Button onClick={() => form.setValue('rest', { ...form.getValues('rest'), startUps: timed.join(', ') })}>
              From the stopwatch: {timed.join(', ')} s
            </Button>
          )}
          {read && (
            <Button onClick={() => takeReads(read)}>From its reads: {figure(read.sequentialRead) || '–'} MB/s</Button>
          )}
          {wrote !== undefined && (
            <Button
              onClick={() => form.setValue('rates', { ...form.getValues('rates'), sequentialWrite: figure(wrote) })}
            >
              Written by the copy: {figure(wrote)} MB/s
            </Button>
          )}
          <Button startIcon={<UploadFileOutlined />} onClick={() => input.current?.click()}>
            From a file …
          </Button>
          <Button variant={known ? 'outlined' : 'contained'} disabled={busy} onClick={() => void save()}>
            {known ? `Correct “${fact}”` : `Record “${fact}”`}
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}
