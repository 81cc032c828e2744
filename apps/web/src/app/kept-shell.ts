/** After which the shell is kept, ms: what somebody waits for comes first. */
const LATER = 4000;
/** A page that was loaded anew within this time is not loaded again, ms: what fails is not the build then. */
const AGAIN = 10_000;
const LOADED = 'udrel.loaded-anew';

/** Has the browser keep the shell, so that it opens without a connection. Only where the page came over a safe way. */
export function keepShell(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  setTimeout(() => void navigator.serviceWorker.register('/sw.js').catch(() => undefined), LATER);
}

/** What the browser said of code that it could not load. */
const notLoaded = new WeakSet<object>();

/** Whether an error is that code of a view could not be loaded. */
export const isNotLoaded = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && notLoaded.has(error);

/**
 * A view that is of another build than this page is not there any more: the page is loaded anew, and with it the view that
 * was on its way. `wanted` answers its address, null where none is.
 */
export function followNewBuild(wanted: () => string | null): void {
  window.addEventListener('vite:preloadError', (event) => {
    notLoaded.add(event.payload);
    const last = Number(sessionStorage.getItem(LOADED) ?? 0);
    if (Date.now() - last < AGAIN || !navigator.onLine) return;
    sessionStorage.setItem(LOADED, String(Date.now()));
    event.preventDefault();
    location.assign(wanted() ?? location.href);
  });
}
