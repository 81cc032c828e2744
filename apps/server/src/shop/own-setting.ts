import type { AuditKind } from '@udrel/contract/audited';
import type { SettingName } from '@udrel/contract/settings';
import type { Checklists, LabelPrinters, OwnConsents, Suppliers } from '@udrel/contract/types';
import { DEVICE_KINDS } from '@udrel/core/device';
import { kindsTwice, type LabelKind } from '@udrel/core/labels';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import type { CommandContext } from '../platform/command-context';
import { fieldWrong } from '../platform/errors';
import { Setting } from '../staff/entities';
import { keepSetting } from '../staff/settings';

interface OwnSettingOf<T> {
  key: SettingName;
  /** What a shop begins with. */
  first: T;
  /** Refuses what the shape lets through and nobody could work with. */
  refuse?: (given: T) => void;
  audit: AuditKind;
  /** What is told of it in the audit. */
  tell: (given: T) => Record<string, unknown>;
}

/** A setting of the shop that is kept as it is given: what it is now, and setting it from now on. */
function ownSetting<T extends object>({ key, first, refuse, audit, tell }: OwnSettingOf<T>) {
  return {
    async read(manager: EntityManager): Promise<T> {
      const setting = await manager.findOneBy(Setting, { key });
      return { ...first, ...(setting?.value as Partial<T> | undefined) };
    },
    async set(context: CommandContext, given: T): Promise<T> {
      refuse?.(given);
      await keepSetting(context.manager, key, given, context.actor.id);
      await noteAudit(context, context.actor.id, audit, tell(given));
      return given;
    },
  };
}

/** Refuses a list in which something stands twice, whatever its case. */
function refuseTwice(list: readonly string[], fieldAt: (index: number) => string): void {
  const plain = list.map((one) => one.trim().toLowerCase());
  const twice = plain.findIndex((one, index) => plain.indexOf(one) !== index);
  if (twice >= 0) throw fieldWrong(fieldAt(twice), `“${list[twice] ?? ''}” stands here already.`);
}

export const suppliersSetting = ownSetting<Suppliers>({
  key: 'suppliers',
  first: { suppliers: [] },
  refuse: ({ suppliers }) =>
    refuseTwice(
      suppliers.map(({ name }) => name),
      (index) => `suppliers.${index}.name`,
    ),
  audit: 'suppliers set',
  tell: ({ suppliers }) => ({ names: suppliers.map(({ name }) => name).join(', ') }),
});

export const consentsSetting = ownSetting<OwnConsents>({
  key: 'consents',
  first: { agreed: [] },
  refuse: ({ agreed }) => refuseTwice(agreed, (index) => `agreed.${index}`),
  audit: 'consents set',
  tell: ({ agreed }) => ({ count: agreed.length }),
});

export const labelsSetting = ownSetting<LabelPrinters>({
  key: 'labels',
  first: { printers: [] },
  refuse: ({ printers }) => {
    const [twice] = kindsTwice(printers);
    if (!twice) return;
    const last = printers.findLastIndex(({ kinds }) => kinds.includes(twice));
    throw fieldWrong(`printers.${last}.kinds`, `Another printer prints the labels of ${nameOf(twice)} already.`);
  },
  audit: 'label printers set',
  tell: ({ printers }) => ({
    names: printers.map(({ name, width, height }) => `${name} (${width} × ${height} mm)`).join(', '),
  }),
});

const nameOf = (kind: LabelKind) => kind.replace(/^tags of /, '');

export const checklistsSetting = ownSetting<Checklists>({
  key: 'checklists',
  first: { lists: DEVICE_KINDS.map((kind) => ({ kind, functions: [] })) },
  refuse: ({ lists }) => {
    refuseTwice(
      lists.map(({ kind }) => kind),
      (index) => `lists.${index}.kind`,
    );
    for (const [at, { functions }] of lists.entries())
      refuseTwice(functions, (index) => `lists.${at}.functions.${index}`);
  },
  audit: 'checklists set',
  tell: ({ lists }) => ({
    kinds: lists
      .filter(({ functions }) => functions.length > 0)
      .map(({ kind }) => kind)
      .join(', '),
  }),
});
