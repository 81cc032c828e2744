import type { BatteryLead, DeviceKind } from '../device';

/** What is done before anything is loosened, with why. */
export interface BeforeOpening {
  what: string;
  why: string;
}

/** Minutes after which a card that was worked hard may be touched (rule of thumb: from 60 to 90 °C). */
export const COOLING_MINUTES = 10;

/**
 * What is done before a device is opened, in its order.
 *
 * @param battery where its battery is unplugged; undefined: nobody noted it
 * @source facts of the trade, handling: power, ESD (IEC 61340-5-1), heat
 */
export function beforeOpening(kind: DeviceKind, battery: BatteryLead | undefined, hot: boolean): BeforeOpening[] {
  const inside = battery === 'inside' || (battery === undefined && (kind === 'laptop' || kind === 'handheld'));
  return [
    { what: 'Shut it down fully', why: 'a device that only sleeps keeps its rails live and its volumes half-written' },
    { what: 'Leads and outside drives off', why: 'a board on its lead keeps its standby rail live' },
    ...(battery === 'taken out from outside'
      ? [{ what: 'Battery out', why: 'its rails are live as long as it is in' }]
      : []),
    {
      what: 'Wrist strap on, mat grounded',
      why: 'parts fail far below the 3 kV that people feel',
    },
    ...(inside
      ? [{ what: 'Once open: battery lead off first', why: 'a slipped screwdriver on a live board ends the job' }]
      : []),
    { what: 'Hold the power button for 15 s', why: 'it empties what the board still holds' },
    ...(hot
      ? [{ what: 'Let the card cool', why: 'after a copy it has 60 to 90 °C, and its pad tears when it is warm' }]
      : []),
  ];
}
