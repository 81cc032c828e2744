import { amount } from '../money';
import { jobTotal, nextStep, procedureOf, waitsForCustomer, type JobSnapshot, type Step } from '../steps';
import { STEPS, type Station } from '../stations';

/** How a job stands, for whoever owns the device: no word of the trade, no serial, no name of ours. */
export interface PlainState {
  /** In one sentence, to be read aloud or sent. */
  sentence: string;
  /** What we wait for the customer to say; null where nothing. */
  question: string | null;
  /** Whether it can be fetched. */
  ready: boolean;
}

/** What waits for the customer's word, as it is asked. */
const QUESTIONS: Readonly<Partial<Record<Step['id'], (job: JobSnapshot) => string>>> = {
  'agree price': (job) => `It comes to ${amount(jobTotal(job))}, tax included: shall we do it?`,
  'tell inside': ({ facts }) =>
    `We found ${(facts['seen inside']?.what ?? []).join(', ')} inside: shall we go on all the same?`,
  'tell losses': () => 'Some of the files could not be read. We would like to go through them with you.',
};

/** What is being done at a station, where nothing more can be said. */
const AT: Readonly<Record<Station, string>> = {
  'Book in': 'It is booked in.',
  Assess: 'It waits to be looked at.',
  Match: 'We are choosing what fits it.',
  Plan: 'We are preparing the work.',
  Copy: 'We are about to take the data over.',
  Swap: 'It is open on the bench.',
  Prove: 'The new parts are in, and it is being tried.',
  'Hand over': 'It is being made ready to be fetched.',
};

/** What goes on by itself. */
const RUNNING: Readonly<Partial<Record<Step['id'], string>>> = {
  prepare: 'The old drive is being made ready, which goes on by itself.',
  'end copy': 'The data is being copied, which goes on by itself.',
  'test memory': 'The memory is being tested, which goes on by itself.',
};

/**
 * How a job stands, in plain words, from its procedure.
 *
 * @param day writes a day of the calendar as the reader does
 */
export function plainState(job: JobSnapshot, day: (date: string) => string): PlainState {
  const told = (sentence: string, question: string | null = null, ready = false) => ({ sentence, question, ready });
  const procedure = procedureOf(job);
  const end = job.end?.kind;
  if (job.closed) return told(CLOSED[end ?? 'done']);
  if (end === 'not collected') return told('The work is done; it still waits to be fetched.', null, true);
  if (waitsForCustomer(procedure)) {
    return told(end ? 'It was not done; it can be fetched as it came.' : 'It is done and can be fetched.', null, true);
  }
  if (end) return told('It is not done; it is being put back as it came.');
  const asked = procedure.steps.find(({ id, state }) => state === 'ready' && QUESTIONS[id]);
  const question = asked ? (QUESTIONS[asked.id]?.(job) ?? null) : null;
  const late = [...job.ordered].sort((a, b) => b.dueAt - a.dueAt)[0];
  if (late) return told(`We wait for a part, which we expect on ${day(late.expected)}.`, question);
  const next = nextStep(procedure);
  if (question && asked && next?.id === asked.id) return told('We cannot go on without your word.', question);
  if (next?.state === 'running') return told(RUNNING[next.id] ?? AT[next.station], question);
  const station = next?.station ?? procedure.steps.find(({ state }) => state !== 'done')?.station ?? STEPS['close job'];
  return told(AT[station], question);
}

const CLOSED = {
  done: 'It was handed over.',
  declined: 'It was given back without the work, as you wished.',
  'not worth it': 'It was given back without the work, which was not worth it.',
  withdrawn: 'It was given back without the work, as you wished.',
  'not collected': 'It was not fetched, and is kept here.',
} as const;
