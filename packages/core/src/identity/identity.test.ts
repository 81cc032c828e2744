import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { identify, normaliseSerial } from './index';

const old = { serial: 'KD7-55Q0-2218', partNumber: 'KD7-750' };
const target = { serial: 'PW-M2-0093-771' };

describe('identity by serial', () => {
  it.each([
    ['PW-M2-0093-771', 'match'],
    [' pw-m2-0093-771 ', 'match'],
    ['S/N: PW-M2-0093-771', 'match'],
    ['SN PW-M2-0093-771', 'match'],
    ['KD7-55Q0-2218', 'other drive'],
    ['KD7-750', 'part number'],
    ['PW-M2-0093-772', 'not known'],
    ['  ', 'empty'],
  ])('%j is %s', (scanned, outcome) => {
    expect(identify(scanned, target, old).outcome).toBe(outcome);
  });

  it('never takes one serial for another', () => {
    const serial = fc.stringMatching(/^[A-Z0-9]{6,20}$/);
    fc.assert(
      fc.property(serial, serial, (a, b) => {
        expect(identify(a, { serial: b }, null).outcome === 'match').toBe(normaliseSerial(a) === normaliseSerial(b));
      }),
    );
  });
});
