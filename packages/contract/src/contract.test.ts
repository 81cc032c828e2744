import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { jsonSchemaOf } from './json-schema';
import { bookIn, driveSpec, factShapes, modelSpec, probeFile, type BookIn } from './shapes';
import { validate } from './validate';

const job: BookIn['jobs'][number] = {
  device: { modelId: '7b0c6a5e-51d1-4a53-9d43-0d2a4b1a8c11', stub: null, serial: 'T15-4820-77', place: '' },
  wishes: [{ kind: 'new drive', least: 480e9 }],
  complaint: 'slow',
  condition: '',
  leftWithUs: [],
  secrets: [],
  facts: {},
  promisedAt: '2026-06-02T15:00:00.000Z',
  price: null,
};
const booking: BookIn = {
  customer: { id: null, name: 'Ferry office', phone: '+44 1555 0101', email: '' },
  jobs: [job],
};

describe('one definition for checking and for types', () => {
  it('takes a booking and trims what was typed', () => {
    const checked = validate(bookIn, { ...booking, jobs: [{ ...job, complaint: '  slow ' }] });
    expect(checked).toEqual({ ok: true, value: booking });
  });

  it('names every field that is wrong, with what to do', () => {
    const wrong = { ...booking, jobs: [{ ...job, complaint: '', wishes: [{ kind: 'miracle', least: -1 }] }], more: 1 };
    const checked = validate(bookIn, wrong);
    expect(checked.ok).toBe(false);
    if (checked.ok) return;
    expect(checked.problems.map((problem) => problem.field).sort()).toEqual([
      'jobs.0.complaint',
      'jobs.0.wishes.0.kind',
      'jobs.0.wishes.0.least',
      'more',
    ]);
    expect(checked.problems.find((problem) => problem.field === 'jobs.0.complaint')?.sentence).toBe('Fill this in.');
  });

  it.each([null, 5, 'text', [], {}, { customer: 1 }])('refuses %j without throwing', (value) => {
    expect(validate(bookIn, value).ok).toBe(false);
  });

  it('tells the alternatives of a drive apart', () => {
    const card = {
      maker: 'Kestrin',
      name: 'N6',
      bytes: 1e12,
      sectorSize: 512,
      class: 'NVMe gen 3',
      link: { kind: 'pcie', generation: 3, lanes: 4 },
      read: 3400,
      write: 3000,
      form: 'm2',
      length: 80,
      keys: ['M'],
      top: 1.5,
      bottom: 0,
      heatsink: 0,
    };
    expect(validate(driveSpec, card).ok).toBe(true);
    expect(validate(driveSpec, { ...card, form: '2.5' }).ok).toBe(false);
    const short = validate(driveSpec, { ...card, length: 81 });
    expect(short.ok ? [] : short.problems.map((problem) => problem.field)).toEqual(['length']);
    expect(validate(driveSpec, { ...card, form: 'round' }).ok).toBe(false);
  });

  it('refuses an order without a device and a job without a wish', () => {
    expect(validate(bookIn, { ...booking, jobs: [] }).ok).toBe(false);
    expect(validate(bookIn, { ...booking, jobs: [{ ...job, wishes: [] }] }).ok).toBe(false);
  });

  it('describes itself as JSON Schema', () => {
    expect(jsonSchemaOf(modelSpec)).toMatchObject({ type: 'object', additionalProperties: false });
    expect(jsonSchemaOf(factShapes.health)).toMatchObject({
      properties: { grade: { enum: ['good', 'watch', 'failing', 'unknown'] } },
    });
  });
});

it('a file that the probe made has the shape that is told of it', () => {
  const file = new URL('../../../demo/files/T15-4820-66.probe.json', import.meta.url);
  const made = JSON.parse(readFileSync(file, 'utf8')) as { drives: object[] };
  expect(validate(probeFile, made)).toEqual({ ok: true, value: made });
  expect(validate(probeFile, { ...made, version: 3 }).ok).toBe(false);
});
