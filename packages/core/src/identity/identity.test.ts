import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fieldsOf, identify, normaliseSerial, serialIn } from './index';

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

  it.each([
    [
      'of a message with data identifiers',
      '[)>\u001e06\u001d1PKD7-750\u001dSKD7-55Q0-2218\u001d9D2031\u001e\u0004',
      'KD7-55Q0-2218',
    ],
    ['of fields that only their separators part', '1PKD7-750\u001dSKD7-55Q0-2218', 'KD7-55Q0-2218'],
    ['of GS1', '(01)04012345678901(21)PW-M2-0093-771', 'PW-M2-0093-771'],
    ['of GS1 without brackets', ']d2010401234567890121PWM20093771', 'PWM20093771'],
    ['that is named', 'P/N: KD7-750; S/N: KD7-55Q0-2218; 750 GB', 'KD7-55Q0-2218'],
    ['named behind a blank', 'MODEL: D7 SN: KD7-55Q0-2218', 'KD7-55Q0-2218'],
    ['on lines', 'Serial No.: KD7-55Q0-2218\nModel: D7', 'KD7-55Q0-2218'],
    ['alone', ' KD7-55Q0-2218 ', 'KD7-55Q0-2218'],
    ['alone, with its mark', 'S/N: KD7-55Q0-2218', 'S/N: KD7-55Q0-2218'],
    ['of values of which none is marked', 'KD7-750;KD7-55Q0-2218', 'KD7-750;KD7-55Q0-2218'],
  ])('finds the serial %s', (_name, code, serial) => expect(serialIn(code)).toBe(serial));

  it('takes a code with several fields for the drive that it names, and for no other', () => {
    const told = (code: string) => identify(code, target, old).outcome;
    expect(told('P/N: M2; S/N: PW-M2-0093-771')).toBe('match');
    expect(told('P/N: KD7-750; S/N: KD7-55Q0-2218')).toBe('other drive');
    expect(told('PW-M2;PW-M2-0093-771;1 TB')).toBe('match');
    expect(told('PW-M2-0093-771;KD7-55Q0-2218')).toBe('other drive');
    expect(told('PW-M2;2031;1 TB')).toBe('part number');
    expect(told('S/N: PW-M2-0093-772; P/N: PW-M2-0093-771')).toBe('not known');
  });

  it('never throws, whatever a code holds, and leaves a single value alone', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (code) => void fieldsOf(code)));
    fc.assert(fc.property(fc.stringMatching(/^[A-Z0-9-]{4,20}$/), (one) => void expect(serialIn(one)).toBe(one)));
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
