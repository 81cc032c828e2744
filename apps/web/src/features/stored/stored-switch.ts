import { useSyncExternalStore } from 'react';
import { storedChanges } from './stored-changes';

/** Something that is on or off in this browser, and stays so in all of its pages. */
export function storedSwitch(key: string) {
  const said = `${key}.changed`;
  const subscribe = storedChanges(said);
  const isOn = () => localStorage.getItem(key) === 'on';
  return {
    isOn,
    set(on: boolean): void {
      if (on) localStorage.setItem(key, 'on');
      else localStorage.removeItem(key);
      window.dispatchEvent(new Event(said));
    },
    useIsOn: (): boolean => useSyncExternalStore(subscribe, isOn),
  };
}
