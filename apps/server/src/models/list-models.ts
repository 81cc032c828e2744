import type { ModelSort } from '@udrel/contract/shapes';
import type { ModelFilter, ModelRow } from '@udrel/contract/types';
import { patternsOf } from '../platform/database/like';
import type { Listed } from '../platform/database/listed';

interface StoredRow {
  id: string;
  stub: boolean;
  spec: Omit<ModelRow, 'id' | 'stub'>;
}

/** The list of the models; strip-down lines and functions are read with a single one. */
export const MODEL_LIST: Listed<ModelFilter, ModelSort, StoredRow, ModelRow> = {
  from: 'device_model m',
  alias: 'm',
  joins: '',
  joined: [],
  tie: { key: 'm.id', type: 'uuid' },
  sorts: {
    model: { key: "lower(m.maker || ' ' || m.name)", type: 'text' },
    code: { key: 'm.code', type: 'text' },
    kind: { key: "(m.spec ->> 'kind')", type: 'text' },
  },
  usual: 'model',
  columns: "m.id, m.stub, m.spec - 'disassembly' - 'functions' as spec",
  conditions: ({ find = '', kind, memory, stub }, value) => [
    ...patternsOf(find).map((word) => `(m.maker || ' ' || m.name || ' ' || m.code) ilike ${value(word)}`),
    ...(kind ? [`m.spec ->> 'kind' = ${value(kind)}`] : []),
    ...(memory ? [`not m.stub and m.spec -> 'memory' ->> 'generation' = ${value(memory)}`] : []),
    ...(stub ? ['m.stub'] : []),
  ],
  row: ({ id, stub, spec }) => ({ ...spec, id, stub }),
  file: {
    columns: [
      'maker',
      'name',
      'code',
      'kind',
      'sites',
      'memory',
      'slots',
      'largest',
      'uefi',
      'startsNvme',
      'described',
      'note',
    ],
    line: ({ sites, memory, firmware, stub, ...model }) => ({
      ...model,
      described: stub ? 'no' : 'yes',
      sites: sites.map(({ name, form }) => `${name} (${form})`).join('; '),
      ...(stub ? {} : { memory: memory.generation, slots: memory.slots.length, largest: memory.maximum }),
      uefi: yesOrNo(firmware.uefi),
      startsNvme: yesOrNo(firmware.startsNvme),
    }),
  },
};

const yesOrNo = (known: boolean | null) => (known === null ? 'not known' : known ? 'yes' : 'no');
