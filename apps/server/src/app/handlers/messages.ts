import { messageEndpoints } from '@udrel/contract/endpoints';
import { MESSAGE_LIST, messagesToSee } from '../../messages/list-messages';
import { settleMessage } from '../../messages/settle-message';
import { makeLink, revokeLink, viewLink } from '../../page/links';
import { handlers } from '../../platform/http/handlers';
import { listHandlers } from '../../platform/http/list-handlers';
import { readRules, setChannels, setRules, viewChannels } from '../../shop/message-rules';

const messageList = listHandlers('messages', MESSAGE_LIST);

export const messageHandlers = handlers(messageEndpoints, {
  messages: (call) => messageList.page(call, call.query),
  messageCount: (call) => messageList.count(call, call.query),
  messageExport: (call) => messageList.file(call, call.query),
  messagesToSee: (call) => messagesToSee(call),
  settleMessage: (call) => settleMessage(call, call.params.id, call.body),
  customerLink: (call) => viewLink(call, call.params.number),
  makeLink: (call) => makeLink(call, call.params.number),
  revokeLink: (call) => revokeLink(call, call.params.number),
  messageRules: async ({ manager }) => (await readRules(manager)).rules,
  setMessageRules: (call) => setRules(call, call.body),
  channels: ({ manager, masterKey }) => viewChannels(manager, masterKey),
  setChannels: (call) => setChannels(call, call.body),
});
