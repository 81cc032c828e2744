import type { DataSource, EntityManager } from 'typeorm';
import { inOneWord } from '../words';

interface Reading<T> {
  running: Promise<unknown> | null;
  /** Has not begun yet, so that whoever asks now may have it too. */
  next: { answer: Promise<T>; now: Date } | null;
}

/**
 * A read that is the same for all who ask. While one is under way, all who ask meanwhile share the next: what they get was
 * read after they asked, and a shop whose browsers come back at the same moment reads twice and not two hundred times.
 */
export function sharedRead<T extends object>(
  read: (manager: EntityManager, now: Date) => Promise<T>,
): (manager: EntityManager, now: Date) => Promise<T> {
  const readings = new WeakMap<DataSource, Reading<T>>();

  function begin(reading: Reading<T>, manager: EntityManager, now: Date): Promise<T> {
    const answer = read(manager, now).then(inOneWord);
    const over = () => {
      if (reading.running === running) reading.running = null;
    };
    const running = answer.then(over, over);
    reading.running = running;
    return answer;
  }

  return (manager, now) => {
    const { connection } = manager;
    const reading = readings.get(connection) ?? { running: null, next: null };
    readings.set(connection, reading);
    if (reading.next) {
      reading.next.now = now;
      return reading.next.answer;
    }
    if (!reading.running) return begin(reading, manager, now);
    const answer = reading.running.then(() => {
      const asked = reading.next?.now ?? now;
      reading.next = null;
      return begin(reading, manager, asked);
    });
    reading.next = { answer, now };
    return answer;
  };
}
