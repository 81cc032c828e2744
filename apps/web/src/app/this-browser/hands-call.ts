import { useEffect, useRef } from 'react';
import type { RunNow } from '@udrel/contract/types';
import { WANTS_WORDS } from '@udrel/core/progress';
import { useRunsQuery } from '../../api/api';
import { storedSwitch } from '../../features/stored/stored-switch';
import { runKind } from '../../format/runs';

const call = storedSwitch('udrel.hands-call');

/** Whether this browser calls when a run wants hands; stays with it. Asks once for notifications when switched on. */
export function setHandsCall(on: boolean): void {
  call.set(on);
  if (on && 'Notification' in window && Notification.permission === 'default') void Notification.requestPermission();
}

export const useHandsCall = call.useIsOn;

/** What is timed by hand comes to its time without a word from anybody. */
const LOOK_EVERY = 30_000;

/** Calls with a sound and a notification for each run that has come to want hands since the last look. */
export function useCallForHands(): void {
  const on = useHandsCall();
  const { data } = useRunsQuery(undefined, { skip: !on, pollingInterval: LOOK_EVERY });
  const known = useRef<Set<string> | null>(null);
  useEffect(() => {
    if (!data) return;
    const wanting = data.filter(({ wants }) => wants !== null);
    const before = known.current;
    known.current = new Set(wanting.map(nameOf));
    // What wants hands when the page is opened is on the screen already.
    const newly = before === null ? [] : wanting.filter((run) => !before.has(nameOf(run)));
    if (newly.length === 0) return;
    sound();
    if ('Notification' in window && Notification.permission === 'granted') {
      for (const run of newly) {
        const where = run.berth === null ? 'timed by hand' : `berth ${run.berth}`;
        const body = `${runKind(run)}, ${where}${run.wants ? `: ${WANTS_WORDS[run.wants]}` : ''}`;
        new Notification(`${run.tag} wants hands`, { body, tag: nameOf(run) });
      }
    }
  }, [data]);
}

const nameOf = ({ tag, kind, onto, attempt, wants }: RunNow) => [tag, kind, onto, attempt, wants].join(' ');

/** Two short tones, as far as the browser lets a page make any. */
function sound(): void {
  try {
    const context = new AudioContext();
    for (const [start, pitch] of [
      [0, 660],
      [0.22, 880],
    ] as const) {
      const tone = context.createOscillator();
      const level = context.createGain();
      tone.frequency.value = pitch;
      level.gain.value = 0.12;
      tone.connect(level).connect(context.destination);
      tone.start(context.currentTime + start);
      tone.stop(context.currentTime + start + 0.16);
    }
    window.setTimeout(() => void context.close(), 1000);
  } catch {
    // A browser without sound shows the notification and the lights.
  }
}
