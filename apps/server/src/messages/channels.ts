import type { ChannelsSetting } from '@udrel/contract/types';
import { createTransport } from 'nodemailer';

/** A message as it leaves the shop; `id` stays the same over all tries. */
export interface Outgoing {
  id: string;
  to: string;
  subject: string;
  text: string;
  shop: string;
}

/** It will not be taken, however often it is tried. */
export class Refused extends Error {}

/** A way out of the shop. Throws where it did not go: `Refused` where trying again is of no use. */
export type Send = (message: Outgoing) => Promise<void>;

/** So long a server may take to say something, ms. */
const PATIENCE = 20_000;

/**
 * By SMTP (RFC 5321). Every try of a message has the same Message-ID (RFC 5322, section 3.6.4), by which whoever receives it
 * knows it again if it was not certain here that it went.
 */
export function byMail(mail: NonNullable<ChannelsSetting['mail']>): Send {
  const { host, port, secure, user, password, from } = mail;
  return async ({ id, to, subject, text, shop }) => {
    const transport = createTransport({
      ...{ host, port, secure, connectionTimeout: PATIENCE, greetingTimeout: PATIENCE, socketTimeout: PATIENCE },
      ...(user ? { auth: { user, pass: password } } : {}),
    });
    try {
      const domain = from.split('@').at(-1) ?? 'localhost';
      await transport.sendMail({
        ...{ from: { name: shop, address: from }, to, subject, text, messageId: `<${id}@${domain}>` },
        headers: { 'Auto-Submitted': 'auto-generated' },
      });
    } catch (error) {
      const { responseCode, message } = error as { responseCode?: number; message: string };
      // 5yz: permanent (RFC 5321, section 4.2.1).
      if (responseCode !== undefined && responseCode >= 500) throw new Refused(message);
      throw error;
    } finally {
      transport.close();
    }
  };
}

/** By a gateway for text messages: its contract is in docs/messages.md. */
export function byText({ url, token }: NonNullable<ChannelsSetting['text']>): Send {
  return async ({ id, to, text }) => {
    const answer = await fetch(url, {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        'idempotency-key': id,
        ...(token ? { authorization: `Bearer ${token}` } : {}),
      },
      body: JSON.stringify({ to, text }),
      signal: AbortSignal.timeout(PATIENCE),
    });
    if (answer.ok) return;
    const told = `${answer.status} ${(await answer.text()).slice(0, 200)}`;
    const again = answer.status >= 500 || answer.status === 429 || answer.status === 408;
    throw again ? new Error(told) : new Refused(told);
  };
}
