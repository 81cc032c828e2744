/** What of it changes with the work of the shop: read anew where nobody knows what changed. */
const OF_THE_WORK = [
  ...['Floor', 'Runs', 'Jobs', 'Job', 'JobRuns', 'JobPhotos', 'Match', 'Quote', 'Bills', 'Till', 'Stays'],
  ...['Messages', 'Claims', 'Parts', 'Customers', 'Customer', 'Models', 'Berths'],
] as const;

/** What a browser shows of the server's state, by what it is about. */
export const TOPICS = [
  ...OF_THE_WORK,
  'Session',
  'Rates',
  'Lessons',
  'Staff',
  'Sessions',
  'Backups',
  'Machines',
  'Retention',
  'Shop',
  'SetUp',
] as const;
export type Topic = (typeof TOPICS)[number];

/** Topics of which each job has its own. */
export const TOPICS_OF_A_JOB: readonly Topic[] = ['Job', 'JobRuns', 'JobPhotos', 'Match'];

/**
 * What is read anew after a change, whoever made it: somebody here, what waited for the connection, or another
 * browser that the server hints at. `job` and `run` are about one job, which is named with them.
 */
export const STALE = {
  job: [
    'Job',
    'JobRuns',
    'JobPhotos',
    'Match',
    'Floor',
    'Runs',
    'Jobs',
    'Berths',
    'Quote',
    'Customer',
    'Stays',
    'Messages',
  ],
  run: ['JobRuns', 'Runs', 'Berths'],
  'every job': ['Job', 'Match', 'Floor', 'Jobs', 'Quote', 'Customer'],
  money: ['Quote', 'Job', 'Bills', 'Till', 'Customer'],
  till: ['Till'],
  messages: ['Messages', 'Customer'],
  claims: ['Claims'],
  stays: ['Stays', 'Job', 'Customer'],
  lessons: ['Lessons'],
  shelf: ['Parts', 'Match', 'Quote', 'SetUp'],
  models: ['Models'],
  customers: ['Customers', 'Customer'],
  rates: ['Rates', 'SetUp'],
  diary: ['Floor'],
  session: ['Session', 'SetUp'],
  staff: ['Staff', 'SetUp'],
  sessions: ['Sessions'],
  backups: ['Backups', 'SetUp'],
  retention: ['Retention'],
  machines: ['Machines', 'Berths', 'SetUp'],
  shop: ['Shop', 'SetUp'],
  everything: OF_THE_WORK,
} as const satisfies Record<string, readonly Topic[]>;

/** Something that can change. */
export type Change = keyof typeof STALE;

/** What the server says has changed; it carries no content. */
export type Hint =
  | { kind: 'job'; tag: string; version: number }
  | { kind: 'run'; tag: string }
  | { kind: Extract<Change, 'shelf' | 'models' | 'customers' | 'stays' | 'messages' | 'everything'> }
  | { kind: 'session' };
