import { FIRST_RULES, MESSAGE_WORDS, unknownWords, type MessageRules } from '@udrel/core/messages';
import type { ChannelsSetting, ChannelsView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import type { CommandContext } from '../platform/command-context';
import { fieldWrong } from '../platform/errors';
import { seal, unseal } from '../secrets/vault';
import { Setting } from '../staff/entities';
import { keepSetting } from '../staff/settings';

interface KeptRules {
  rules: MessageRules;
  /** Since when messages are made: of what happened before, none is. */
  since: string | null;
}

/** What the shop has said of its messages, and since when they are made; null while none is. */
export async function readRules(manager: EntityManager): Promise<KeptRules> {
  const kept = await manager.findOneBy(Setting, { key: 'messages' });
  const { rules, since = null } = (kept?.value ?? {}) as Partial<KeptRules>;
  return { rules: { ...FIRST_RULES, ...rules }, since };
}

const anyGoes = ({ templates }: MessageRules) => templates.some(({ how }) => how !== 'not');

/** Sets them. What happened before the first of them was switched on makes no message any more. */
export async function setRules(context: CommandContext, rules: MessageRules): Promise<MessageRules> {
  const { manager, actor, now } = context;
  for (const [index, { subject, text }] of rules.templates.entries()) {
    for (const [field, template] of Object.entries({ subject, text })) {
      const unknown = unknownWords(template);
      if (unknown.length > 0)
        throw fieldWrong(
          `templates.${index}.${field}`,
          `Nobody knows ${unknown.map((word) => `{${word}}`).join(', ')}: choose of ${MESSAGE_WORDS.map((word) => `{${word}}`).join(' ')}.`,
        );
    }
  }
  const { since } = await readRules(manager);
  const value: KeptRules = { rules, since: anyGoes(rules) ? (since ?? now.toISOString()) : null };
  await keepSetting(manager, 'messages', value, actor.id);
  await noteAudit(context, actor.id, 'messages set', {
    goes: rules.templates.filter(({ how }) => how !== 'not').map(({ kind, how }) => `${kind}: ${how}`),
  });
  return rules;
}

/** How messages leave the shop, as it is kept: what must not be read is sealed. */
interface KeptChannels extends Omit<ChannelsSetting, 'mail' | 'text'> {
  mail: (Omit<NonNullable<ChannelsSetting['mail']>, 'password'> & { sealed: string }) | null;
  text: (Omit<NonNullable<ChannelsSetting['text']>, 'token'> & { sealed: string }) | null;
}

const NONE: KeptChannels = { address: '', mail: null, text: null };
const SEALED_FOR = 'udrel channels';

const kept = async (manager: EntityManager): Promise<KeptChannels> => ({
  ...NONE,
  ...((await manager.findOneBy(Setting, { key: 'channels' }))?.value as Partial<KeptChannels> | undefined),
});

/** How messages leave the shop, with what opens the way. */
export async function readChannels(manager: EntityManager, masterKey: Buffer): Promise<ChannelsSetting> {
  const { address, mail, text } = await kept(manager);
  const opened = (sealed: string) => (sealed === '' ? '' : unseal(masterKey, sealed, SEALED_FOR).toString('utf8'));
  const plain = <T extends { sealed: string }>({ sealed: _sealed, ...one }: T) => one;
  return {
    address,
    mail: mail ? { ...plain(mail), password: opened(mail.sealed) } : null,
    text: text ? { ...plain(text), token: opened(text.sealed) } : null,
  };
}

/** The same without that, for the screen. */
export async function viewChannels(manager: EntityManager, masterKey: Buffer): Promise<ChannelsView> {
  const { address, mail, text } = await readChannels(manager, masterKey);
  return {
    address,
    mail: mail ? { ...mail, password: '', hasPassword: mail.password !== '' } : null,
    text: text ? { ...text, token: '', hasToken: text.token !== '' } : null,
  };
}

/** Sets it. An empty password or token leaves the one that is known. */
export async function setChannels(context: CommandContext, given: ChannelsSetting): Promise<ChannelsView> {
  const { manager, actor, masterKey } = context;
  if (given.address !== '' && !/^https?:\/\/[^/]+$/.test(given.address))
    throw fieldWrong('address', 'The address alone, such as https://shop.example, without a path.');
  const before = await kept(manager);
  const sealed = (plain: string, known = '') =>
    plain === '' ? known : seal(masterKey, Buffer.from(plain, 'utf8'), SEALED_FOR);
  const { address, mail, text } = given;
  const value: KeptChannels = { address, mail: null, text: null };
  if (mail) {
    const { password, ...one } = mail;
    value.mail = { ...one, sealed: sealed(password, before.mail?.sealed) };
  }
  if (text) {
    const { token, ...one } = text;
    value.text = { ...one, sealed: sealed(token, before.text?.sealed) };
  }
  await keepSetting(manager, 'channels', value, actor.id);
  await noteAudit(context, actor.id, 'channels set', { address, mail: mail?.host ?? '', text: text?.url ?? '' });
  return viewChannels(manager, masterKey);
}

/** Leads the messages of the demo to the stand-in on this computer, wherever that listens today. */
export async function leadToStandIn(
  manager: EntityManager,
  { smtp, http }: { smtp: number; http: number },
  address: string,
): Promise<void> {
  const here = { host: LOOPBACK, port: smtp, secure: false, user: '', from: 'bench@quayside.example', sealed: '' };
  const value: KeptChannels = { address, mail: here, text: { url: `http://${LOOPBACK}:${http}/messages`, sealed: '' } };
  await keepSetting(manager, 'channels', value, null);
}
const LOOPBACK = '127.0.0.1';

/** Where what came in at a stand-in on this computer is shown; null where messages go elsewhere. */
export async function standInOf(manager: EntityManager): Promise<string | null> {
  const { text } = await kept(manager);
  return text?.url.startsWith(`http://${LOOPBACK}:`) ? new URL(text.url).origin : null;
}
