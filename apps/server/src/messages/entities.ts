import type { Channel, MessageKind } from '@udrel/core/messages';
import { EntitySchema } from 'typeorm';
import { flag, key, reference, text, time } from '../platform/database/columns';

export type MessageState = 'to look at' | 'waiting' | 'sent' | 'failed' | 'dropped';

export interface MessageRow {
  id: string;
  kind: MessageKind;
  /** What it was made of: of that there is one message. */
  key: string;
  customerId: string;
  orderId: string;
  /** The job that it is about; null where it is about its order. */
  jobId: string | null;
  channel: Channel;
  /** A mail address or a number; empty where somebody calls and no number is known. */
  address: string;
  subject: string;
  text: string;
  state: MessageState;
  /** Whether the queue has it. */
  queued: boolean;
  /** Why it was dropped or failed. */
  why: string;
  madeAt: Date;
  /** When it went, failed or was dropped. */
  settledAt: Date | null;
  /** Who sent, told or dropped it; null where it went by itself. */
  by: string | null;
}

/** Something that a customer waits to hear of. */
export const Message = new EntitySchema<MessageRow>({
  name: 'message',
  columns: {
    id: key(),
    kind: text(),
    key: text({ unique: true }),
    customerId: reference('customer'),
    orderId: reference('shop_order'),
    jobId: reference('job', { nullable: true }),
    channel: text(),
    address: text(),
    subject: text(),
    text: text(),
    state: text(),
    queued: flag(),
    why: text({ default: '' }),
    madeAt: time(),
    settledAt: time({ nullable: true }),
    by: reference('staff', { nullable: true }),
  },
  indices: [
    { name: 'message_listed', columns: ['madeAt', 'id'] },
    { name: 'message_open', columns: ['madeAt'], where: `state in ('to look at', 'failed')` },
    { name: 'message_waits', columns: ['madeAt'], where: `state = 'waiting' and not queued` },
    { name: 'message_customer', columns: ['customerId'] },
    { name: 'message_job', columns: ['jobId'] },
  ],
});

/** One try to send a message, and what came of it. */
export const MessageTry = new EntitySchema<{ id: string; messageId: string; at: Date; went: boolean; told: string }>({
  name: 'message_try',
  columns: { id: key(), messageId: reference('message'), at: time(), went: { type: 'boolean' }, told: text() },
  indices: [{ name: 'message_try_message', columns: ['messageId'] }],
});
