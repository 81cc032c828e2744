/**
 * Subscribes to changes of what this browser stores: those of this page, which says so by an event of that name, and those of
 * its other pages.
 */
export const storedChanges =
  (said: string) =>
  (tell: () => void): (() => void) => {
    window.addEventListener(said, tell);
    window.addEventListener('storage', tell);
    return () => {
      window.removeEventListener(said, tell);
      window.removeEventListener('storage', tell);
    };
  };
