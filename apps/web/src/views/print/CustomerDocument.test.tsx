// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import type { MeasurementSet } from '@udrel/core/benchmarks';
import { jobView, show } from '../../testing/show';
import { CustomerDocument } from './CustomerDocument';

const set = (over: Partial<MeasurementSet>): MeasurementSet => ({
  sequentialRead: 96,
  sequentialWrite: null,
  randomRead: null,
  randomWrite: null,
  startUps: [100, 100, 100],
  method: '1 MiB QD8',
  attached: 'inside',
  ...over,
});

function paper(after: Partial<MeasurementSet>) {
  const facts = {
    before: { set: set({}), whyNot: '' },
    after: { set: set({ sequentialRead: 528, startUps: [20, 20, 20], ...after }), whyNot: '' },
  };
  const job = { device: { model: { maker: 'Larkfield', name: 'T15' } }, customer: { name: 'Ada Quill' } };
  const view = { ...jobView({ facts }), ...job } as never;
  return show(<CustomerDocument job={view} shop="Bench Lane" />, () => ({ status: 404, data: {} })).screen;
}

describe('what the customer is given', () => {
  it('sets side by side what was measured alike', () => {
    const screen = paper({});
    expect(screen.getByText(/Starting took 100 s, now 20 s/)).toBeTruthy();
    expect(screen.getByText('5.5 times')).toBeTruthy();
    expect(screen.queryByText(/other settings/)).toBeNull();
  });

  it('makes no multiple of what was measured otherwise', () => {
    const screen = paper({ method: 'file copy' });
    expect(screen.getByText(/under other settings than before.*: sequential read\./)).toBeTruthy();
    expect(screen.queryByText('5.5 times')).toBeNull();
    // A stopwatch asks for no tool.
    expect(screen.getByText(/Starting took 100 s, now 20 s/)).toBeTruthy();
  });

  it('says nothing of a start that was timed over USB', () => {
    const screen = paper({ attached: 'USB' });
    expect(screen.queryByText(/Starting took/)).toBeNull();
    expect(screen.getByText(/sequential read, start-up, median\./)).toBeTruthy();
  });
});
