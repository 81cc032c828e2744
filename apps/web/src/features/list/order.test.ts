import { expect, it } from 'vitest';
import { pressed } from './order';

const by = (words: string) => new URLSearchParams(words);
const usual = { by: 'tag', way: 'down' } as const;

it('a heading sorts up, then down, then up; from what the address says, whatever is shown yet', () => {
  expect(pressed(by(''), 'price', usual)).toEqual({ by: 'price', way: 'up' });
  expect(pressed(by('sort=price&way=up'), 'price', usual)).toEqual({ by: 'price', way: 'down' });
  expect(pressed(by('sort=price&way=down'), 'price', usual)).toEqual({ by: 'price', way: 'up' });
  expect(pressed(by('sort=price'), 'price', usual)).toEqual({ by: 'price', way: 'down' });
});

it('the usual order is turned where the address says none', () => {
  expect(pressed(by('kind=drive'), 'tag', usual)).toEqual({ by: 'tag', way: 'up' });
  expect(pressed(by('sort=price&way=up'), 'tag', usual)).toEqual({ by: 'tag', way: 'up' });
});
