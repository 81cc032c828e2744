import { USB_MODES, usbBetween } from '../links';
import type { HubOffer, Plug, Port, Socket } from './types';

type UsbPort = Extract<Port, { kind: 'usb' }>;

/** Sockets that are left for a drive once what else must be plugged in has its own. */
export interface Left {
  sockets: Socket[];
  /** The hub that is needed for it, by name. */
  hub: string | null;
}

const plugGoesIn = (plug: Plug, socket: Plug) => plug === socket || plug === 'A';
const usbOf = ({ port }: Socket): UsbPort | null => (port.kind === 'usb' ? port : null);

/**
 * What is left of a device's sockets for holders of drives, once stick and keyboard are plugged in: they take the
 * slowest that they go into. Where none is left, a hub of the shop makes several of one; null where that does not do
 * either.
 *
 * @param besides plugs of what must be plugged in too
 * @param drives how many holders want a socket of their own
 */
export function socketsLeft(
  sockets: readonly Socket[],
  besides: readonly Plug[],
  hubs: readonly HubOffer[],
  drives = 1,
): Left | null {
  const without = takenBy(sockets, besides);
  if (without && without.length >= drives) return { sockets: without, hub: null };
  for (const offer of hubs.filter(({ stock }) => stock > 0)) {
    for (const socket of sockets) {
      const more = through(offer, socket);
      const left = more && takenBy([...sockets.filter((one) => one !== socket), ...more], besides);
      if (left && left.length >= drives) return { sockets: left, hub: offer.name };
    }
  }
  return null;
}

/** The sockets without those that the plugs take; null where one of them finds none. C plugs, which go nowhere else, first. */
function takenBy(sockets: readonly Socket[], besides: readonly Plug[]): Socket[] | null {
  let left = [...sockets];
  for (const plug of [...besides].sort().reverse()) {
    const slowest = left
      .filter((one) => usbOf(one) !== null && plugGoesIn(plug, usbOf(one)?.plug ?? 'A'))
      .sort((a, b) => paceOf(a) - paceOf(b))[0];
    if (!slowest) return null;
    left = left.filter((one) => one !== slowest);
  }
  return left;
}

function paceOf(socket: Socket): number {
  return USB_MODES.indexOf(usbOf(socket)?.mode ?? '2.0');
}

/** The sockets of a hub at a socket; null where it does not go in. */
function through({ name, hub }: HubOffer, socket: Socket): Socket[] | null {
  const port = usbOf(socket);
  if (!port || !plugGoesIn(hub.plug, port.plug)) return null;
  const mode = usbBetween(hub.mode, port.mode);
  if (mode === null) return null;
  return hub.sockets.map((plug, index) => ({
    at: socket.at,
    port: { kind: 'usb', name: `${name}, ${index + 1}`, plug, mode, shares: name },
    hub: { name, fed: hub.ownPower },
  }));
}
