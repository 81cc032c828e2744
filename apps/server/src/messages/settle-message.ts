import type { MessageView, SettleMessage } from '@udrel/contract/types';
import type { CommandContext } from '../platform/command-context';
import { firstRow } from '../platform/database/database';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { MessageRow } from './entities';
import { viewMessage } from './list-messages';

/** Sends a message that was looked at, notes that it was told by somebody, or drops it. What waits or went is not touched. */
export async function settleMessage(context: CommandContext, id: string, given: SettleMessage): Promise<MessageView> {
  const { manager, actor, now } = context;
  const { what, channel, address, subject, text } = given;
  const message = await firstRow<Pick<MessageRow, 'state' | 'kind'>>(
    manager,
    'select state, kind from message where id = $1 for update',
    [id],
  );
  if (!message) throw notFound('This message');
  if (message.state !== 'to look at' && message.state !== 'failed')
    throw new Refusal(409, 'settled-already', 'Somebody saw to this message meanwhile.');
  if (what === 'send' && channel === 'phone')
    throw fieldWrong('channel', 'Choose mail or text, or note that it was told.');
  if (what === 'send' && channel === 'mail' && !/^[^\s@]+@[^\s@]+$/.test(address))
    throw fieldWrong('address', 'A mail address.');
  if (what === 'send' && channel === 'text' && address.replace(/\D/g, '').length < 5)
    throw fieldWrong('address', 'A phone number.');
  const state: MessageRow['state'] = { send: 'waiting' as const, told: 'sent' as const, drop: 'dropped' as const }[
    what
  ];
  const settledAt = state === 'waiting' ? null : now;
  await manager.query(
    `update message set state = $2, queued = false, channel = $3, address = $4, subject = $5, text = $6, why = '', settled_at = $7, by = $8
      where id = $1`,
    [id, state, channel, address, subject, text, settledAt, actor.id],
  );
  return viewMessage(manager, id);
}
