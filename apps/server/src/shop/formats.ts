import { writeAmountsAs } from '@udrel/core/money';
import type { ShopFormats } from '@udrel/contract/types';
import type { Logger } from 'pino';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import type { HintHub } from '../hints/hub';
import { forgetSteps } from '../jobs/stored-steps';
import type { CommandContext } from '../platform/command-context';
import { fieldWrong } from '../platform/errors';
import { loggedError } from '../platform/http/request-log';
import { changeShop, readShop } from '../staff/people';

/** Writes amounts as the shop does, as far as it has said how: now, and whenever that was changed at whichever server. */
export async function followFormats(manager: EntityManager, hints: HintHub, log: Logger): Promise<() => void> {
  const follow = async () => {
    writeAmountsAs((await readShop(manager)).formats);
    forgetSteps();
  };
  await follow();
  return hints.subscribe(null, ({ hint }) => {
    if (hint.kind !== 'everything') return;
    follow().catch((error: unknown) => log.warn({ error: loggedError(error) }, 'how amounts are written was not read'));
  });
}

/** Sets how the shop writes figures, money and times. Other servers on the same database follow. */
export async function setFormats(context: CommandContext, formats: ShopFormats): Promise<ShopFormats> {
  const { manager, actor } = context;
  if (formats.timeZone !== '' && !isTimeZone(formats.timeZone)) {
    throw fieldWrong('timeZone', 'Choose a time zone from the list.');
  }
  if (formats.currency !== '' && !isCurrency(formats.currency)) {
    throw fieldWrong('currency', 'Choose a currency from the list.');
  }
  await changeShop(manager, { formats }, actor.id);
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
