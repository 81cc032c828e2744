import type { Channel } from './kinds';

interface Reached {
  /** What they chose; empty where they did not. */
  tellBy: string;
  phone: string;
  email: string;
}

/**
 * By which way a customer is told, and under which address. Who chose none is written to where a mail address is known;
 * who cannot be reached in the chosen way is called.
 */
export function channelFor({ tellBy, phone, email }: Reached): { channel: Channel; address: string } {
  const wanted = tellBy || 'mail';
  if (wanted === 'mail' && email !== '') return { channel: 'mail', address: email };
  if (wanted === 'text' && phone !== '') return { channel: 'text', address: phone };
  return { channel: 'phone', address: phone };
}
