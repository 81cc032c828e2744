import type { FactKey } from '@udrel/core/steps';
import type { Subject } from './entries';

/** Ticks, measurements and remarks: they stand on what the person saw, not on what others do meanwhile. */
const FACTS: readonly FactKey[] = [
  'health',
  'before',
  'after',
  'trial start',
  'functions',
  'old drive stays',
  'document given',
  'as it came',
  'backup',
  'condition marks',
];

/** What a change is about when it may wait for the connection; null when it needs the others' state. */
export function waitableSubject(path: string): Subject | null {
  if (path === '/notes') return { kind: 'note' };
  if (path === '/strip') return { kind: 'whole strip' };
  const [, group, name] = /^\/(facts|counter|strip)\/(.+)$/.exec(path) ?? [];
  if (group === 'strip' && name) return { kind: 'strip', item: name };
  const key = FACTS.find((one) => name === encodeURIComponent(one) || name === one.replaceAll(' ', '-'));
  return key ? { kind: 'fact', key } : null;
}
