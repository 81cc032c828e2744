import { describe, expect, it } from 'vitest';
import { MAY, may, ROLES, type Deed } from './roles';

const deeds = Object.keys(MAY) as Deed[];

describe('who may do what', () => {
  it('lets the owner do everything, and nobody without a role anything', () => {
    for (const deed of deeds) {
      expect(may('owner', deed), deed).toBe(true);
      expect(may(undefined, deed), deed).toBe(false);
    }
  });

  it('gives each role at least what the one before has', () => {
    for (const deed of deeds) {
      const allowed = ROLES.map((role) => may(role, deed));
      expect(allowed, deed).toEqual([...allowed].sort());
    }
  });

  it.each<[Deed, boolean, boolean]>([
    ['see secrets', false, true],
    ['pass a gate', false, true],
    ['pass a gate about data', false, false],
    ['see the audit', false, false],
    ['book in', true, true],
  ])('“%s”: counter %s, technician %s', (deed, counter, technician) => {
    expect([may('counter', deed), may('technician', deed)]).toEqual([counter, technician]);
  });
});
