import { amount } from '@udrel/core/money';
import { randomUUID } from 'node:crypto';
import type { AuditKind } from '@udrel/contract/audited';
import type { EntityManager } from 'typeorm';
import { Audit } from './entities';

type Data = Record<string, unknown>;
const months = (given: unknown) => (typeof given === 'number' ? `${given} months` : 'for ever');
const word = (data: Data, key: string) => String(data[key] ?? '');

const SENTENCES: Readonly<Record<AuditKind, (data: Data) => string>> = {
  'signed in': (data) => `Signed in${data['pin'] ? ' by PIN' : ''}`,
  'sign-in refused': (data) => `Wrong ${word(data, 'by')} for ${word(data, 'login')}`,
  'signed out everywhere': (data) => `Signed out everywhere, ${word(data, 'count')} sessions`,
  'session ended': () => 'Ended a session from the list',
  'account made': (data) => `Account ${word(data, 'login')} made, ${word(data, 'role')}`,
  'account changed': (data) =>
    `Account ${word(data, 'login')}: ${word(data, 'role')}, ${data['active'] ? 'active' : 'closed'}`,
  'pin set': () => 'PIN set',
  'pin removed': () => 'PIN removed',
  'password changed': (data) => `Password changed, ${word(data, 'ended')} other sessions ended`,
  'password reset': (data) => `New password for ${word(data, 'login')}, signed out everywhere`,
  'stock counted': (data) =>
    `Counted ${word(data, 'part')}${data['serial'] ? ` ${word(data, 'serial')}` : ''}: ${word(data, 'to')} instead of ${word(data, 'from')}`,
  'formats set': (data) =>
    `Formats set: ${word(data, 'locale')}, ${word(data, 'currency') || 'no currency'}, ${word(data, 'timeZone') || 'time zone of each browser'}, ${word(data, 'paper')}`,
  'bills set': (data) =>
    `What stands on bills set: ${word(data, 'name') || 'the name of the shop'}, ${word(data, 'taxId') || 'no number for tax'}`,
  'customers merged': () => 'Two customers that were the same made one',
  'customer erased': (data) =>
    `A customer erased${data['namedUntil'] ? `, named on bills until ${word(data, 'namedUntil')}` : ', on bills too'}`,
  'papers set': (data) =>
    `Papers set: parts ${word(data, 'partsMonths')} months, work ${word(data, 'labourMonths')} months`,
  'hours set': (data) =>
    `Opening hours set: ${word(data, 'days')} days a week, closed on ${word(data, 'closed')} days besides`,
  'bench hours set': (data) =>
    `Hours at the bench set: ${data['atBench'] ? 'at the bench' : 'not at the bench'}, ${word(data, 'off')} times off`,
  'backups set': (data) =>
    `Backups set: at ${word(data, 'at')}, ${word(data, 'days')} days and ${word(data, 'weeks')} weeks, to ${word(data, 'folder') || 'the usual folder'}`,
  'backup key set': (data) => `Key for backups ${data['before'] ? 'made anew' : 'made'}`,
  'name set': (data) => `The shop is called ${word(data, 'name')}`,
  'shop taken out': () => 'The whole shop taken out as an open archive',
  'logo set': (data) => (data['digest'] ? 'A picture stands on papers' : 'No picture stands on papers any more'),
  'consents set': (data) => `What customers agree to set: ${word(data, 'count')} sentences besides the usual ones`,
  'suppliers set': (data) => `Suppliers set: ${word(data, 'names') || 'none'}`,
  'label printers set': (data) => `Label printers set: ${word(data, 'names') || 'none'}`,
  'checklists set': (data) => `What is looked at set, for ${word(data, 'kinds') || 'no kind of device'}`,
  'places changed': (data) => `Places ${word(data, 'what')}: ${word(data, 'codes')}`,
  'retention set': (data) =>
    `How long things are kept set: samples ${word(data, 'samplesDays')} days, photographs ${months(data['photosMonths'])}, customers ${months(data['customersMonths'])}`,
  'photographs let go': (data) =>
    data['count'] === 1
      ? `1 photograph let go, ${word(data, 'months')} months after its job`
      : `${word(data, 'count')} photographs let go, ${word(data, 'months')} months after their jobs`,
  'machine added': (data) => `Machine ${word(data, 'name')} added, for berths ${word(data, 'berths')}`,
  'machine changed': (data) => `Machine ${word(data, 'name')}: berths ${word(data, 'berths')}`,
  'machine ended': (data) => `Machine ${word(data, 'name')} ended, its token counts for nothing`,
  'token changed': (data) => `New token for the machine ${word(data, 'name')}${data['byItself'] ? ', by itself' : ''}`,
  'messages set': (data) => `Messages set: ${(data['goes'] as string[] | undefined)?.join(', ') || 'none goes'}`,
  'channels set': (data) =>
    `Ways out set: mail ${word(data, 'mail') || 'none'}, text ${word(data, 'text') || 'none'}, address ${word(data, 'address') || 'none'}`,
  'till counted': (data) =>
    `Till counted: ${amount(Number(data['counted']))}, ${data['expected'] === null ? 'for the first time' : `expected ${amount(Number(data['expected']))}`}, taken out ${amount(Number(data['takenOut']))}`,
  'rates set': (data) => `Rates set: ${amount(Number(data['hourly']))} an hour, tax ${word(data, 'taxPercent')} %`,
};

/** Notes something about accounts or access. */
export async function noteAudit(
  { manager, now }: { manager: EntityManager; now: Date },
  by: string | null,
  kind: AuditKind,
  data: Data = {},
): Promise<void> {
  await manager.insert(Audit, { id: randomUUID(), at: now, by, kind, data });
}

/** What was noted, in words; null where it was not noted here but in the history of a job. */
export function auditSentence(kind: string, data: Data): string | null {
  return kind in SENTENCES ? SENTENCES[kind as AuditKind](data) : null;
}
