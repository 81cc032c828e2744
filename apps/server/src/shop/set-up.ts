import type { SetUpState, SetUpView } from '@udrel/contract/types';
import { SET_UP_STEPS, type SetUpStep } from '@udrel/contract/set-up';
import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';
import { IS_PERSON } from '../staff/house';
import { keepSetting } from '../staff/settings';

/** A shop that was never led is not reminded of it. */
const NEVER_LED: SetUpState = { left: [], over: true };

const SETTING = (key: string) => `exists (select 1 from setting where key = '${key}')`;
/** Whether a setting says something at a place of it. */
const SAYS = (key: string, at: string) => `exists (select 1 from setting where key = '${key}' and ${at})`;

/** What tells that a step was taken, whoever took it and wherever: a condition of the database. */
const TAKEN: Readonly<Record<SetUpStep, string>> = {
  name: SAYS('shop', "value ->> 'name' <> 'Bench'"),
  seller: SETTING('seller'),
  logo: SAYS('shop', "value -> 'logo' is not null and value -> 'logo' <> 'null'"),
  formats: SAYS('shop', "value -> 'formats' ->> 'currency' <> ''"),
  rates: SETTING('rates'),
  hours: SETTING('hours'),
  people: `(select count(*) > 1 from staff where ${IS_PERSON})`,
  bench: 'exists (select 1 from machine where ended_at is null) or exists (select 1 from berth)',
  places: "exists (select 1 from place where kind = 'storage')",
  labels: SETTING('labels'),
  papers: SETTING('papers'),
  consents: SETTING('consents'),
  messages: SETTING('messages'),
  checklists: SETTING('checklists'),
  suppliers: SETTING('suppliers'),
  library: 'exists (select 1 from part)',
  backups: SAYS('backups', "value -> 'key' ->> 'recipient' is not null"),
};

/** How far the shop is set up. */
export async function viewSetUp(manager: EntityManager): Promise<SetUpView> {
  const columns = SET_UP_STEPS.map((step) => `(${TAKEN[step]}) as "${step}"`);
  const taken = await firstRow<Record<SetUpStep, boolean>>(manager, `select ${columns.join(', ')}`);
  const { left, over } = await readState(manager);
  return {
    over,
    steps: SET_UP_STEPS.map((step) => ({
      step,
      state: taken?.[step] ? 'set' : left.includes(step) ? 'left for later' : 'open',
    })),
  };
}

async function readState(manager: EntityManager): Promise<SetUpState> {
  const kept = await firstRow<{ value: SetUpState }>(manager, "select value from setting where key = 'set-up'");
  return kept?.value ?? NEVER_LED;
}

/** Keeps how far it has come: what is left for later, and that it is over. */
export async function setSetUp({ manager, actor }: CommandContext, given: SetUpState): Promise<SetUpView> {
  await keepSetting(manager, 'set-up', given, actor.id);
  return viewSetUp(manager);
}
