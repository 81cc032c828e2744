import { useSyncExternalStore } from 'react';

const KEPT = 'udrel.bench-mode';
const CHANGED = 'udrel-bench-mode';

const isOn = () => localStorage.getItem(KEPT) === 'on';

/** Targets of 48 px for gloves and a tablet at the bench; stays with this browser. */
export function setBenchMode(on: boolean): void {
  if (on) localStorage.setItem(KEPT, 'on');
  else localStorage.removeItem(KEPT);
  applyBenchMode();
  window.dispatchEvent(new Event(CHANGED));
}

/** Puts the mode on the page, where the style sheets look for it. */
export function applyBenchMode(): void {
  document.documentElement.dataset['bench'] = isOn() ? 'on' : 'off';
}

export function useBenchMode(): boolean {
  return useSyncExternalStore((tell) => {
    window.addEventListener(CHANGED, tell);
    return () => window.removeEventListener(CHANGED, tell);
  }, isOn);
}
