import type { MessageRules } from '@udrel/core/messages';
import { object } from '../../shapes/shape';
import {
  channelsSetting,
  messageCountQuery,
  messageExportQuery,
  messageQuery,
  messageRules,
  settleMessage,
} from '../../shapes/hand-over/messages';
import type { CountView } from '../../views/list-views';
import type { ChannelsView, LinkView, MessagePage, MessagesToSee, MessageView } from '../../views/message-views';
import { command, query } from '../endpoint';

const LOOK = { permission: 'look at jobs and shelf', about: 'Messages' } as const;
const TELL = { permission: 'keep notes and belongings', changes: ['messages'] } as const;

/** What customers are told, and the page of their own. */
export const messageEndpoints = {
  messages: query('/messages', { ...LOOK, query: messageQuery, pagedBy: 'after' }).answering<MessagePage>(),
  messageCount: query('/counts/messages', { ...LOOK, query: messageCountQuery }).answering<CountView>(),
  messageExport: query('/exports/messages', {
    permission: 'correct a booking',
    query: messageExportQuery,
  }).answering<undefined>(),
  messagesToSee: query('/messages/to-see', LOOK).answering<MessagesToSee>(),
  settleMessage: command('post /messages/:id', { ...TELL, body: settleMessage }).answering<MessageView>(),
  customerLink: query('/orders/:number/page', {
    permission: 'look at jobs and shelf',
    about: 'Messages',
  }).answering<LinkView>(),
  makeLink: command('post /orders/:number/page', { ...TELL, body: object({}), status: 201 }).answering<LinkView>(),
  revokeLink: command('post /orders/:number/page/end', { ...TELL, body: object({}) }).answering<LinkView>(),
  messageRules: query('/shop/messages', {
    permission: 'look at jobs and shelf',
    about: 'Rates',
  }).answering<MessageRules>(),
  setMessageRules: command('put /shop/messages', {
    permission: 'set rates',
    body: messageRules,
    changes: ['rates'],
  }).answering<MessageRules>(),
  channels: query('/shop/channels', { permission: 'set rates', about: 'Rates' }).answering<ChannelsView>(),
  setChannels: command('put /shop/channels', {
    permission: 'set rates',
    body: channelsSetting,
    changes: ['rates'],
  }).answering<ChannelsView>(),
};
