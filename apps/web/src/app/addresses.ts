import type { FIRST_ASKED } from '@udrel/contract/first-asked';
import type { ComponentType } from 'react';
import { loadAhead } from '../views/job/station-loads';

type Load = () => Promise<{ default: ComponentType }>;

/** The address of each view that has the shell around it, the first that fits counts; its code is loaded when it is opened. */
export const VIEWS: readonly (readonly [path: string, load: Load])[] = [
  ['', () => import('../views/floor/Floor')],
  ['jobs', () => import('../views/jobs/Jobs')],
  ['jobs/:tag/history', () => import('../views/job/HistoryPage')],
  ['jobs/:tag/:station?', () => import('../views/job/JobPage')],
  ['diary', () => import('../views/diary/DiaryPage')],
  ['before-closing', () => import('../views/floor/night/BeforeClosing')],
  ['book-in', () => import('../views/book-in/BookInPage')],
  ['to-order', () => import('../views/to-order/ToOrder')],
  ['shelf', () => import('../views/shelf/Shelf')],
  ['customers', () => import('../views/customers/Customers')],
  ['customers/:id', () => import('../views/customers/CustomerPage')],
  ['messages', () => import('../views/messages/MessagesPage')],
  ['stays', () => import('../views/stays/StaysPage')],
  ['stays/:tag/:number/wipe', () => import('../views/stays/WipePage')],
  ['money', () => import('../views/money/MoneyPage')],
  ['yardsticks', () => import('../views/yardsticks/YardsticksPage')],
  ['shop', () => import('../views/shop/Shop')],
  ['shop/set-up', () => import('../views/shop/set-up/SetUp')],
  ['shop/audit', () => import('../views/audit/AuditPage')],
  ['interface', () => import('../views/interface/Interface')],
  ['models/:id', () => import('../views/models/ModelEditor')],
  ['models', () => import('../views/models/Models')],
];

/** What a page asks the server for first. */
export type FirstAsked = { of: Exclude<keyof typeof FIRST_ASKED, 'job'> } | { of: 'job'; tag: string };

/** What the page at an address shows first. */
export function firstAsked(pathname: string): FirstAsked[] {
  const asked: FirstAsked[] = [{ of: 'session' }];
  const [, tag] = jobAt(pathname);
  if (tag !== undefined) asked.push({ of: 'job', tag: tag.toUpperCase() });
  if (pathname === '/') asked.push({ of: 'floor' });
  return asked;
}

/** Loads the code of the view at an address, and of the station of a job with it; what cannot be loaded is for its view to say. */
export async function loadView(pathname: string): Promise<void> {
  const [, tag, station] = jobAt(pathname);
  await Promise.all([viewAt(pathname)?.[1]().catch(() => undefined), tag !== undefined && loadAhead(station)]);
}

const jobAt = (pathname: string) => /^\/jobs\/([^/]+)(?:\/([^/]+))?/.exec(pathname) ?? [];

/** The view at an address. The router knows it too, and comes later: what asks ahead has nothing to wait for. */
export const viewAt = (pathname: string) =>
  VIEWS.find(([path]) => {
    const parts = path.replace(/\/:\w+\?/g, '(/[^/]+)?').replace(/:\w+/g, '[^/]+');
    return new RegExp(`^/${parts}/?$`).test(pathname);
  });
