import { useEffect } from 'react';
import { keepText } from '../../browser/keep-text';

/** Where it is kept when this browser was touched last: all its tabs are one screen. */
const KEPT = 'udrel touched';
/** How often it is looked at, and how often it is kept at most, ms. */
const LOOK = 5000;
const TOUCHES = ['pointerdown', 'keydown', 'wheel', 'touchstart'] as const;

/** Somebody has just touched it. */
export const touchedNow = (): void => void keepText(KEPT, String(Date.now()));

const touched = (): number => Number(localStorage.getItem(KEPT)) || Date.now();

/** Calls once nobody has touched this browser for so many minutes; also when it was closed meanwhile. Null: never. */
export function useIdle(minutes: number | null, idle: () => void): void {
  useEffect(() => {
    if (minutes === null) return;
    if (!localStorage.getItem(KEPT)) touchedNow();
    let kept = 0;
    const touch = () => {
      if (Date.now() - kept < LOOK) return;
      kept = Date.now();
      keepText(KEPT, String(kept));
    };
    const look = () => {
      if (Date.now() - touched() > minutes * 60_000) idle();
    };
    // A tablet that slept finds out when it wakes.
    look();
    const timer = setInterval(look, LOOK);
    document.addEventListener('visibilitychange', look);
    for (const name of TOUCHES) window.addEventListener(name, touch, { capture: true, passive: true });
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
      for (const name of TOUCHES) window.removeEventListener(name, touch, { capture: true });
    };
  }, [minutes, idle]);
}
