import { CHANNELS, MESSAGE_KINDS, SENDINGS, type MessageRules } from '@udrel/core/messages';
import {
  boolean,
  list,
  nullable,
  number,
  object,
  oneOf,
  optional,
  text,
  whole,
  type Infer,
  type Shape,
} from '../shape';

const time = text(5, 5, /^([01]\d|2[0-3]):[0-5]\d$/, 'A time such as 20:00');

/** What the shop has said of its messages. */
export const messageRules = object({
  templates: list(
    object({ kind: oneOf(...MESSAGE_KINDS), how: oneOf(...SENDINGS), subject: text(150), text: text(2000) }),
    MESSAGE_KINDS.length,
    MESSAGE_KINDS.length,
  ),
  quietFrom: time,
  quietUntil: time,
  remindAfterDays: whole(0, 365),
  reminders: whole(0, 12),
  storagePerDay: whole(0, 100_000),
  storageAfterDays: whole(0, 365),
  namesStaff: boolean(),
  pageWeeks: whole(1, 104),
}) satisfies Shape<MessageRules>;

/** How messages leave the shop; an empty password or token leaves the one that is known. */
export const channelsSetting = object({
  /** Under which customers reach the shop, without a path; empty: messages have no link. */
  address: text(200, 0),
  mail: nullable(
    object({
      host: text(200),
      port: number(1, 65_535),
      secure: boolean(),
      user: text(200, 0),
      password: text(200, 0),
      from: text(120, 3, /^[^\s@]+@[^\s@]+$/, 'A mail address'),
    }),
  ),
  text: nullable(
    object({ url: text(300, 8, /^https?:\/\/\S+$/, 'An address that begins with https://'), token: text(300, 0) }),
  ),
});
export type ChannelsSetting = Infer<typeof channelsSetting>;

export const MESSAGE_SORTS = ['made'] as const;
export type MessageSort = (typeof MESSAGE_SORTS)[number];
export const MESSAGE_STATES = ['to look at', 'waiting', 'sent', 'failed', 'dropped'] as const;
/** `open`: to look at, or failed. `find` stands in the customer's name, the tag or the text. */
const messageFilter = {
  find: optional(text(80)),
  state: optional(oneOf(...MESSAGE_STATES)),
  kind: optional(oneOf(...MESSAGE_KINDS)),
  open: optional(oneOf('yes')),
  tag: optional(text(20)),
};
const messageOrder = { sort: optional(oneOf(...MESSAGE_SORTS)), way: optional(oneOf('up', 'down')) };
export const messageQuery = object({ ...messageFilter, ...messageOrder, after: optional(text(300)) });
export type MessageQuery = Infer<typeof messageQuery>;
export const messageCountQuery = object(messageFilter);
export type MessageFilter = Infer<typeof messageCountQuery>;
export const messageExportQuery = object({ ...messageFilter, ...messageOrder });

/** What is done with a message that waits to be looked at, or failed. */
export const settleMessage = object({
  what: oneOf('send', 'told', 'drop'),
  channel: oneOf(...CHANNELS),
  address: text(120, 0),
  subject: text(150),
  text: text(2000),
});
export type SettleMessage = Infer<typeof settleMessage>;
