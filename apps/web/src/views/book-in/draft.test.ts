import { describe, expect, it } from 'vitest';
import type { CustomerView, ModelView } from '@udrel/contract/types';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import {
  bookingOf,
  emptyDevice,
  emptyDraft,
  completed,
  draftOf,
  withoutSecrets,
  type DeviceDraft,
  type Draft,
  type WishDraft,
} from './draft';
import { emptyOwn, OWN_SHAPES } from './own-drive';

const device: DeviceDraft = {
  ...emptyDevice(),
  model: { id: '7b0c6a5e-51d1-4a53-9d43-0d2a4b1a8c11' } as ModelView,
  serial: 'T15-4820-77',
  complaint: 'slow',
  belongings: [
    { name: 'charger', place: 'rack B2' },
    { name: ' ', place: '' },
  ],
  promised: '2026-06-02T17:00',
  price: '129,50',
};
const filled: Draft = { ...emptyDraft(), name: 'Ferry office', phone: '01555 010 114', devices: [device] };
const withDevice = (over: Partial<DeviceDraft>): Draft => ({ ...filled, devices: [{ ...device, ...over }] });
const bodyOf = (draft: Draft) => {
  const booking = bookingOf(draft);
  if (!booking.ok) throw new Error(JSON.stringify(booking.problems));
  return booking.body;
};
const problemsOf = (draft: Draft) => {
  const booking = bookingOf(draft);
  return booking.ok ? [] : booking.problems.map(({ field }) => field).sort();
};

describe('a booking from what was typed', () => {
  it('leaves out empty rows, reads a comma in the price, makes the promise a moment', () => {
    expect(bodyOf(filled)).toMatchObject({
      customer: { id: null, name: 'Ferry office' },
      jobs: [
        {
          device: { modelId: device.model?.id, stub: null },
          leftWithUs: [{ name: 'charger', place: 'rack B2' }],
          facts: {},
          price: 12_950,
          promisedAt: new Date('2026-06-02T17:00').toISOString(),
        },
      ],
    });
  });

  it('takes a chosen customer for who he is, whatever was typed before', () => {
    const customer = { id: 'c1', name: 'Slipway Pottery' } as CustomerView;
    expect(bodyOf({ ...filled, customer }).customer).toMatchObject({ id: 'c1', name: 'Slipway Pottery' });
  });

  it.each<[WishDraft['kind'], string, number]>([
    ['new drive', '480 GB', bytesOfNominal(480)],
    ['new drive', '1 TB', bytesOfNominal(1000)],
    ['new drive', '512', bytesOfNominal(512)],
    ['memory', '16', 16 * GIB],
    ['memory', '32 GiB', 32 * GIB],
  ])('a wish for %s of %s', (kind, least, bytes) => {
    expect(bodyOf(withDevice({ wishes: [{ kind, least }] })).jobs[0]?.wishes).toEqual([{ kind, least: bytes }]);
  });

  it('allows no promise and no price', () => {
    expect(bodyOf(withDevice({ promised: '', price: '' })).jobs[0]).toMatchObject({ promisedAt: null, price: null });
  });

  it('names every field that is missing or wrong, by device', () => {
    const wrong = {
      ...emptyDevice(),
      wishes: [{ kind: 'memory' as const, least: 'much' }],
      price: 'cheap',
      promised: 'soon',
      limit: '-1',
    };
    expect(problemsOf({ ...emptyDraft(), devices: [device, wrong] })).toEqual(
      [
        'customer.name',
        'jobs.1.complaint',
        'jobs.1.device.modelId',
        'jobs.1.device.serial',
        'jobs.1.facts.go-ahead limit.amount',
        'jobs.1.price',
        'jobs.1.promisedAt',
        'jobs.1.wishes.0.least',
      ].sort(),
    );
  });

  it('takes a stub in place of a model, with maker and name', () => {
    const stub = { maker: 'Ostrel', name: 'Fulmar', kind: 'laptop' as const };
    expect(bodyOf(withDevice({ model: null, stub })).jobs[0]?.device).toMatchObject({ modelId: null, stub });
    expect(problemsOf(withDevice({ model: null, stub: { ...stub, name: ' ' } }))).toEqual(['jobs.0.device.modelId']);
  });

  it('carries everything that can be noted, and any shape of own drive', () => {
    const all = withDevice({
      marks: [{ kind: 'dent', view: 'top', x: 0.2, y: 0.3, note: '' }],
      secrets: [
        { label: 'start-up', text: 'x' },
        { label: 'empty', text: '' },
      ],
      backup: 'has no backup',
      irreplaceable: 'field notes',
      consents: ['the device may be opened'],
      limit: '150',
    });
    for (const shape of OWN_SHAPES) {
      const own = { ...emptyOwn(), serial: 'own-1', maker: 'Palewood', size: '1 TB', shape };
      const body = bodyOf({ ...all, devices: all.devices.map((one) => ({ ...one, own })) });
      expect(body.jobs[0]?.facts['go-ahead limit']).toEqual({ amount: 15_000 });
      expect(body.jobs[0]?.secrets).toHaveLength(1);
      expect(body.jobs[0]?.facts['own drive']).toMatchObject({ serial: 'OWN-1', mayBeOverwritten: false });
    }
    expect(problemsOf(withDevice({ own: emptyOwn() }))).toEqual(
      [
        'jobs.0.facts.own drive.drive.bytes',
        'jobs.0.facts.own drive.drive.maker',
        'jobs.0.facts.own drive.serial',
      ].sort(),
    );
  });
});

describe('what lies in the browser meanwhile', () => {
  it('has no secret in it, only what it is called', () => {
    const draft = withDevice({ secrets: [{ label: 'start-up', text: 'herring' }] });
    expect(JSON.stringify(withoutSecrets(draft))).not.toContain('herring');
    expect(withoutSecrets(draft).devices[0]?.secrets[0]?.label).toBe('start-up');
  });

  it('is taken up as an earlier page kept it, nothing typed lost', () => {
    const { belongings, backup: _backup, ...before } = device;
    const kept = { ...filled, devices: [{ ...before, things: belongings }] } as unknown as Draft;
    expect(completed(kept)).toEqual({ ...filled, devices: [{ ...device, backup: '' }] });
    expect(completed(filled)).toEqual(filled);
  });
});

describe('who comes as it was agreed', () => {
  it('has what was agreed in the booking, and nothing is there for who just comes in', () => {
    const visit = {
      ...{ id: 'v', tag: 'B-1', customer: 'Pottery', phone: '01555 010 1', note: '', at: '2031-03-03T09:00:00.000Z' },
      ...{ wishes: ['memory' as const, 'new drive' as const], promisedAt: null },
    };
    const draft = draftOf(visit);
    expect([draft.name, draft.phone]).toEqual(['Pottery', '01555 010 1']);
    expect(draft.devices[0]?.wishes.map(({ kind }) => kind)).toEqual(['memory', 'new drive']);
    expect(draft.devices[0]?.wishes[1]?.least).toBe('480 GB');
    expect(draftOf(null)).toEqual(emptyDraft());
  });
});
