import { readFile } from 'node:fs/promises';
import { proposalsOf, readProbeFile } from '@udrel/core/reading';
import { fact, type Act } from './act';

const FILES = new URL('../files/', import.meta.url);

/** Everything that a shipped probe file tells of a device, taken fact by fact. */
export const readFrom =
  (name: string): Act =>
  async (context, given) => {
    const file = await readProbeFile(await readFile(new URL(name, FILES), 'utf8'));
    if (!file.ok) throw new Error(`${name}: ${file.sentence}`);
    const { sites, memory } = given.device.model;
    const about = { deviceSerial: given.device.serial, sites, memory };
    let view = given;
    for (const { key, value } of proposalsOf(file.reading, file.reading.drives[0] ?? null, about))
      if (value && key !== 'health') view = await fact(key, value)(context, view);
    return view;
  };
