import { describe, expect, it } from 'vitest';
import type { ModelSpec } from '@udrel/contract/types';
import { copyOf, draftOfModel, emptyDraft, modelOf, newSite, shownSite } from './model-draft';
import { draftOfDetails } from './details-draft';

const GIB = 1024 ** 3;
const model: ModelSpec = {
  maker: 'Ostrel',
  name: 'Tern 15',
  code: 'T15',
  kind: 'laptop',
  sites: [
    { id: 'a', name: 'Site A', needs: '', disables: '', form: '2.5', height: 9.5, sata: 3, power12V: false },
    newSite('m2', ['a']).base,
  ],
  memory: {
    generation: 'DDR4',
    form: 'SO-DIMM',
    soldered: 4 * GIB,
    slots: ['slot 1'],
    slotMaximum: 16 * GIB,
    maximum: 20 * GIB,
    speed: 2400,
    channels: 2,
  },
  firmware: { uefi: true, startsNvme: null },
  ports: [
    { kind: 'usb', name: 'left', plug: 'C', mode: '10 Gb/s' },
    { kind: 'esata', name: 'rear', generation: 2 },
  ],
  functions: ['Keyboard', 'Sound'],
  disassembly: [
    {
      stage: 1,
      kind: 'screw',
      name: 'base screw',
      count: 10,
      details: { length: 6, bit: 'cross 0', hidden: 'a foot', places: [{ x: 0.1, y: 0.9 }] },
    },
    { stage: 2, kind: 'cable', name: 'drive ribbon', count: 1, details: { latch: 'sliding', moves: true } },
    { stage: 2, kind: 'clip', name: 'edge clip', count: 8 },
  ],
  opening: 35,
  battery: 'inside',
  note: 'two screws under the feet',
};

describe('a model in its form', () => {
  it('comes out of the form as it went in', () => {
    expect(modelOf(draftOfModel(model))).toEqual({ spec: model, problems: [] });
  });

  it('keeps how its slots are wired and buffered, and says what is wrong with that', () => {
    const wired = {
      ...model,
      memory: { ...model.memory, slots: ['A1', 'B1'], slotChannels: [0, 1], buffering: 'registered' as const },
    };
    expect(modelOf(draftOfModel(wired))).toEqual({ spec: wired, problems: [] });
    for (const slotChannels of ['A, X', 'A']) {
      const draft = draftOfModel(wired);
      const typed = modelOf({ ...draft, memory: { ...draft.memory, slotChannels } });
      expect(typed.problems.map(({ field }) => field)).toEqual(['memory.slotChannels']);
    }
  });

  it('is copied for a model that is only a name, with nothing of that but its name', () => {
    const stub = {
      ...model,
      id: '1',
      stub: true,
      maker: 'Corvane',
      name: 'Slate',
      code: 'STUB-1',
      sites: [],
      functions: [],
      disassembly: [],
    };
    const { spec, problems } = modelOf(copyOf(model, stub));
    expect(problems).toEqual([]);
    expect(spec).toMatchObject({ maker: 'Corvane', name: 'Slate', memory: model.memory, functions: model.functions });
    expect(spec.sites).toHaveLength(model.sites.length);
  });

  it('is copied without anybody having looked at its sites', () => {
    const copy = copyOf(model, { maker: 'Ostrel', name: 'Tern 15 B', code: 'T15B' });
    const { spec } = modelOf(copy);
    expect([spec.name, spec.code]).toEqual(['Tern 15 B', 'T15B']);
    expect(spec.sites.map((site) => site.unconfirmed)).toEqual([true, true]);
    expect(model.sites.some((site) => site.unconfirmed)).toBe(false);
  });

  it('says of each field what is wrong with it, and keeps what was typed for the drawing', () => {
    const draft = emptyDraft(() => '');
    draft.sites = [newSite('m2', [])];
    draft.memory.maximum = 'plenty';
    draft.opening = 'long';
    const details = { ...draftOfDetails(), length: 'long' };
    draft.disassembly = [{ stage: '1', kind: 'screw', name: 'base screw', count: 'ten', details }];
    const [site] = draft.sites;
    if (!site) throw new Error('no site');
    site.fields['posts'] = '55';
    expect(modelOf(draft).problems.map(({ field }) => field)).toEqual([
      'maker',
      'name',
      'code',
      'sites.0.posts',
      // Nothing is known of a new model: what nobody told is asked for.
      ...['memory.generation', 'memory.form', 'memory.channels', 'memory.slots'],
      ...['memory.soldered', 'memory.slotMaximum', 'memory.maximum', 'memory.speed'],
      'disassembly.0.count',
      'disassembly.0.details.length',
      'opening',
    ]);
    expect(shownSite(site)).toMatchObject({ name: 'Site A', posts: [80] });
  });

  it('gives each further site the next free letter', () => {
    expect(newSite('3.5', ['a', 'b']).base).toMatchObject({ id: 'c', power12V: true, height: null });
    for (const form of ['msata', 'optical', '1.8', '2.5'] as const) expect(newSite(form, []).base.form).toBe(form);
  });
});
