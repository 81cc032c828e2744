/** The views on the rail, with the letter that `.` makes lead there. */
export const DESTINATIONS = [
  { path: '/', name: 'Floor', letter: 'f' },
  { path: '/jobs', name: 'Jobs', letter: 'j' },
  { path: '/book-in', name: 'Book in', letter: 'b' },
  { path: '/diary', name: 'Diary', letter: 'd' },
  { path: '/shelf', name: 'Shelf', letter: 's' },
  { path: '/models', name: 'Models', letter: 'm' },
  { path: '/customers', name: 'Customers', letter: 'c' },
  { path: '/messages', name: 'Messages', letter: 'g' },
  { path: '/stays', name: 'Stays', letter: 'w' },
  { path: '/money', name: 'Money', letter: 'y' },
  { path: '/yardsticks', name: 'Yardsticks', letter: 'k' },
  { path: '/shop', name: 'Shop', letter: 'o' },
] as const;
export type Destination = (typeof DESTINATIONS)[number];
