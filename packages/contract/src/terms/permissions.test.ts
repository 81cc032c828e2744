import { describe, expect, it } from 'vitest';
import { PERMISSIONS, may, ROLES, type Permission } from './permissions';

const permissions = Object.keys(PERMISSIONS) as Permission[];

describe('who may do what', () => {
  it('lets the owner do everything, and nobody without a role anything', () => {
    for (const permission of permissions) {
      expect(may('owner', permission), permission).toBe(true);
      expect(may(undefined, permission), permission).toBe(false);
    }
  });

  it('gives each role at least what the one before has', () => {
    for (const permission of permissions) {
      const allowed = ROLES.map((role) => may(role, permission));
      expect(allowed, permission).toEqual([...allowed].sort());
    }
  });

  it.each<[Permission, boolean, boolean]>([
    ['see secrets', false, true],
    ['pass a gate', false, true],
    ['pass a gate about data', false, false],
    ['see the audit', false, false],
    ['book in', true, true],
  ])('“%s”: counter %s, technician %s', (permission, counter, technician) => {
    expect([may('counter', permission), may('technician', permission)]).toEqual([counter, technician]);
  });
});
