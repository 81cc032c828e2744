import { STATIONS } from '@udrel/core/stations';
import { useLayoutEffect, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { stationPath } from '../../paths/station-path';
import { DESTINATIONS } from '../../paths/destinations';

/** Fields keep their keys to themselves. */
function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/** Ctrl+Enter presses the primary button of what is being filled in, else the first one of the view. */
function record(from: Element | null): void {
  const primary = 'button.MuiButton-contained:not(:disabled)';
  const near = from?.closest('section, [role=dialog]')?.querySelector<HTMLElement>(primary);
  (near ?? document.querySelector<HTMLElement>(`main ${primary}`))?.click();
}

/**
 * The keys of the whole application: `/` scan or find, `?` keys, `.` and then a letter or a station's number,
 * `b` book in, `n` note, `p` print, Ctrl+Enter records. Nothing is recorded by a bare letter. Answers whether `.`
 * was pressed and its letters are to be shown. On a locked screen none of them does anything.
 */
export function useKeys(showKeys: () => void, quiet: (act: () => void) => void, locked: boolean): boolean {
  const [pending, setPending] = useState(false);
  // The next key may come before the letters are drawn.
  const led = useRef(false);
  const navigate = useNavigate();
  const { pathname } = useLocation();

  // With the drawing itself: a key that is pressed as soon as something is seen would else be lost.
  useLayoutEffect(() => {
    function go(key: string): void {
      const place = DESTINATIONS.find((one) => one.letter === key);
      const station = STATIONS[Number(key) - 1];
      const job = /^\/jobs\/([^/]+)/.exec(pathname);
      if (place) void navigate(place.path);
      else if (station && job) void navigate(`/jobs/${job[1]}/${stationPath(station)}`);
    }

    function lead(now: boolean): void {
      led.current = now;
      setPending(now);
    }

    function press(event: KeyboardEvent): void {
      // What lies behind a locked screen is nobody's to press.
      if (locked) return;
      if (event.key === 'Enter' && event.ctrlKey && !event.defaultPrevented) return record(document.activeElement);
      if (event.key === 'Escape' && !event.defaultPrevented && typing(event.target)) {
        // What lies over the page closes first, by its own key.
        if (!document.querySelector('[role=dialog], [role=presentation] [role=menu]')) {
          (event.target as HTMLElement).blur();
        }
        return;
      }
      if (typing(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const act = actOf(event.key);
      if (!act) return;
      event.preventDefault();
      // A scanner types letters too: a shortcut is acted on only once no other key follows at once.
      quiet(act);
    }

    function actOf(key: string): (() => void) | null {
      if (led.current) {
        return () => {
          lead(false);
          go(key);
        };
      }
      switch (key) {
        case '.':
          return () => lead(true);
        case '/':
          return () => document.getElementById('scan')?.focus();
        case '?':
          return showKeys;
        case 'b':
          return () => void navigate('/book-in');
        case 'n':
          return () => document.getElementById('note')?.focus();
        case 'p':
          return () => document.querySelector<HTMLElement>('main a[href^="/print/"]')?.click();
        default:
          return null;
      }
    }

    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [pathname, navigate, showKeys, quiet, locked]);

  return pending;
}
