import type { DataSource, EntityManager } from 'typeorm';
import { expect, it } from 'vitest';
import { sharedRead } from './shared-read';

const NOW = new Date(0);

function reads() {
  const began: { now: Date; end: (answer: object) => void; fail: (error: Error) => void }[] = [];
  const read = sharedRead((_manager, now) => new Promise<object>((end, fail) => void began.push({ now, end, fail })));
  const shop = { connection: {} as DataSource } as EntityManager;
  return { began, ask: (now = NOW, manager = shop) => read(manager, now) };
}

const settle = () => new Promise((done) => setImmediate(done));

it('is begun for the first who asks, and once more for all who ask while it is under way', async () => {
  const { began, ask } = reads();
  const first = ask();
  const later = [ask(new Date(1)), ask(new Date(2)), ask(new Date(3))];
  expect(began).toHaveLength(1);
  began[0]?.end({ n: 1 });
  expect(await first).toEqual({ n: 1 });
  await settle();
  expect(began).toHaveLength(2);
  expect(began[1]?.now).toEqual(new Date(3));
  // What is under way already is too old for whoever asks now.
  const last = ask();
  began[1]?.end({ n: 2 });
  expect(await Promise.all(later)).toEqual([{ n: 2 }, { n: 2 }, { n: 2 }]);
  await settle();
  began[2]?.end({ n: 3 });
  expect(await last).toEqual({ n: 3 });
});

it('that fails, fails for those who share it and for nobody after them', async () => {
  const { began, ask } = reads();
  const first = ask();
  const second = ask();
  began[0]?.fail(new Error('away'));
  await expect(first).rejects.toThrow('away');
  await settle();
  began[1]?.end({ n: 2 });
  expect(await second).toEqual({ n: 2 });
});

it('is not shared between two databases', () => {
  const { began, ask } = reads();
  void ask();
  void ask(NOW, { connection: {} as DataSource } as EntityManager);
  expect(began).toHaveLength(2);
});
