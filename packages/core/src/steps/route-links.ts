import { estimateCopy, type CopyEstimate, type HealthGrade } from '../estimate';
import type { Link } from '../links';
import type { DriveChoice, OldDrive, Route } from './types';

/** The ways to place both drives, with what they mean for the hands. */
export const ROUTES: readonly { route: Route; sentence: string }[] = [
  {
    route: 'new drive in an enclosure',
    sentence: 'The old drive stays in its device; the new one hangs on USB 10 Gb/s.',
  },
  { route: 'both at the bench', sentence: 'Both come to the bench: the device is opened before the copy.' },
];

const ENCLOSURE: Link = { kind: 'usb', mode: '10 Gb/s' };

/** The links that data passes on that route: out of the old drive, and into the new one. */
export function routeLinks(route: Route, source: Link, target: Link): { source: Link; target: Link } {
  return route === 'both at the bench' ? { source, target } : { source, target: ENCLOSURE };
}

/** How long the copy takes on that route, with the reading back that follows it. @param bytes to be copied */
export function estimateOnRoute(
  route: Route,
  source: OldDrive,
  target: DriveChoice,
  health: HealthGrade,
  bytes: number,
): CopyEstimate {
  const links = routeLinks(route, source.link, target.link);
  return estimateCopy({
    bytes,
    source: { class: source.class, health, link: links.source },
    target: { class: target.class, link: links.target },
    verify: true,
  });
}
