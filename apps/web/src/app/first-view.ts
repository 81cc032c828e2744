import type { createBrowserRouter } from 'react-router';

/** How long nothing is drawn at most, ms: then what is still on its way says so. */
const SOON = 200;

/**
 * Done when the first view can be drawn with what it shows, or is late: a page that is drawn empty first, and once more with
 * each answer, stands a fifth later.
 *
 * @param warm what was asked for ahead
 */
export function firstView(router: ReturnType<typeof createBrowserRouter>, warm: Promise<unknown>): Promise<unknown> {
  const loaded = new Promise<void>((done) => {
    if (router.state.initialized) done();
    const leave = router.subscribe(({ initialized }) => {
      if (!initialized) return;
      leave();
      done();
    });
  });
  const late = new Promise((done) => setTimeout(done, SOON));
  return Promise.race([Promise.all([loaded, warm]), late]);
}
