import type { Retention } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import type { CommandContext } from '../platform/command-context';
import { Setting } from '../staff/entities';
import { keepSetting } from '../staff/settings';

/** What holds until the owner says otherwise: nothing of a customer goes by itself. */
const FIRST: Retention = {
  ...{ samplesDays: 30, answersDays: 14, sessionDays: 14 },
  ...{ photosMonths: null, customersMonths: null, idleMinutes: null },
};

export async function readRetention(manager: EntityManager): Promise<Retention> {
  const kept = await manager.findOneBy(Setting, { key: 'retention' });
  return { ...FIRST, ...(kept?.value as Partial<Retention> | undefined) };
}

export async function setRetention(context: CommandContext, rules: Retention): Promise<void> {
  const { manager, actor } = context;
  await keepSetting(manager, 'retention', rules, actor.id);
  await noteAudit(context, actor.id, 'retention set', { ...rules });
}
