import { writeAmountsAs } from '@udrel/core/money';
import type { ShopFormats } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { forgetSteps } from '../jobs/stored-steps';
import type { CommandContext } from '../platform/command-context';
import { fieldWrong } from '../platform/errors';
import { changeShop, readShop } from '../staff/people';

/** Writes amounts as the shop does, as far as it has said how; told once when the server starts. */
export async function followFormats(manager: EntityManager): Promise<void> {
  writeAmountsAs((await readShop(manager)).formats);
}

/**
 * Sets how the shop writes figures, money and times. Another server on the same database writes amounts in sentences so
 * once it is started anew.
 */
export async function setFormats(context: CommandContext, formats: ShopFormats): Promise<ShopFormats> {
  const { manager, actor } = context;
  if (formats.timeZone !== '' && !isTimeZone(formats.timeZone)) {
    throw fieldWrong('timeZone', 'Choose a time zone from the list.');
  }
  if (formats.currency !== '' && !isCurrency(formats.currency)) {
    throw fieldWrong('currency', 'Choose a currency from the list.');
  }
  await changeShop(manager, { formats });
  await noteAudit(context, actor.id, 'formats set', { ...formats });
  writeAmountsAs(formats);
  forgetSteps();
  return formats;
}

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

const isCurrency = (code: string) => Intl.supportedValuesOf('currency').includes(code);
