import { storedSwitch } from '../../features/stored/stored-switch';

const mode = storedSwitch('udrel.bench-mode');

/** Targets of 48 px for gloves and a tablet at the bench; stays with this browser. */
export function setBenchMode(on: boolean): void {
  mode.set(on);
  applyBenchMode();
}

/** Puts the mode on the page, where the style sheets look for it. */
export function applyBenchMode(): void {
  document.documentElement.dataset['bench'] = mode.isOn() ? 'on' : 'off';
}

export const useBenchMode = mode.useIsOn;
