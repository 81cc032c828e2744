/** The views on the rail, with the letter that `.` makes lead there. */
export const DESTINATIONS = [
  { path: '/', name: 'Floor', letter: 'f', icon: 'M3 16V8l7-5 7 5v8M3 16h14M7.5 16v-5h5v5' },
  { path: '/jobs', name: 'Jobs', letter: 'j', icon: 'M3 5h14M3 10h14M3 15h9' },
  { path: '/book-in', name: 'Book in', letter: 'b', icon: 'M10 4v12M4 10h12' },
  { path: '/shelf', name: 'Shelf', letter: 's', icon: 'M3 4v13M17 4v13M3 8h14M3 14h14M6 8V5h4v3M11 14v-3h3v3' },
  { path: '/models', name: 'Models', letter: 'm', icon: 'M4 5h12v8H4zM2 16h16' },
  { path: '/shop', name: 'Shop', letter: 'o', icon: 'M7 8a3 3 0 1 0 6 0a3 3 0 1 0 -6 0M4 17c0-3 3-5 6-5s6 2 6 5' },
] as const;
