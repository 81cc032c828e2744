import type { Channel, MessageKind } from '@udrel/core/messages';
import type { ChannelsSetting, MESSAGE_STATES } from '../shapes/hand-over/messages';
import type { Page } from './list-views';

/** How messages leave the shop, without what opens the way. */
export interface ChannelsView extends Omit<ChannelsSetting, 'mail' | 'text'> {
  mail: (NonNullable<ChannelsSetting['mail']> & { hasPassword: boolean }) | null;
  text: (NonNullable<ChannelsSetting['text']> & { hasToken: boolean }) | null;
}

export interface MessageView {
  id: string;
  kind: MessageKind;
  customerId: string;
  customer: string;
  /** The first job that it is about. */
  tag: string;
  channel: Channel;
  address: string;
  subject: string;
  text: string;
  state: (typeof MESSAGE_STATES)[number];
  /** Why it failed or was dropped. */
  why: string;
  madeAt: string;
  settledAt: string | null;
  by: string | null;
  /** How often it was tried. */
  tries: number;
}
export type MessagePage = Page<MessageView>;

/** What is to be seen to of messages and pages. */
export interface MessagesToSee {
  toLookAt: number;
  failed: number;
  /** Open orders whose latest quote was declined on their page. */
  declined: { order: number; tag: string; customer: string }[];
  /** What was ready so many days ago, and nobody came for after the last reminder. */
  stayedAway: { tag: string; customer: string; days: number }[];
  /** In the demo: where what was sent came in. */
  standIn: string | null;
}

/** The private page of an order, as the counter sees it. */
export interface LinkView {
  /** The path of it on this shop; null where there is none that holds. */
  path: string | null;
  /** As customers reach it; null where the shop has not said under which address. */
  address: string | null;
  looks: number;
  /** The newest, fifty at most. */
  visits: { at: string; deed: string }[];
}
