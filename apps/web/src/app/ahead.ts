import { addressOf, API_BASE, FIRST_ASKED } from '@udrel/contract/first-asked';
import { firstAsked, loadView } from './addresses';

/*
 * Runs before the application is there: while its code is read, the server answers what the page will ask for first, and the
 * code of the view comes along. What is asked for so is taken by whoever asks for it in earnest. (HTML, link type "preload")
 */
const { pathname } = window.location;
for (const asked of firstAsked(pathname)) {
  const link = document.createElement('link');
  link.rel = 'preload';
  link.as = 'fetch';
  link.crossOrigin = 'anonymous';
  link.href = API_BASE + addressOf({ path: FIRST_ASKED[asked.of] }, asked);
  document.head.append(link);
}
void loadView(pathname);
