import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import copyStreams from 'pg-copy-streams';
import { linesOf } from './bulk.mjs';

const MAKERS = ['Ostrel', 'Corvane', 'Pellam', 'Varrick', 'Sandmere', 'Halyard', 'Brackwater', 'Tarn'];
const NAMES = ['Heron', 'Tern', 'Quill', 'Lattice', 'Harbour', 'Pier', 'Pocket', 'Skerry', 'Fathom', 'Lantern'];
const codeOf = (n) => `GEN${String(n * 7919).padStart(9, '0')}`;

/** Two words of a generated model, as somebody types them: a part of its number and of its name. */
export function wordsOf(total) {
  const n = Math.floor(Math.random() * total);
  return `${codeOf(n).slice(3, 10)} ${NAMES[n % NAMES.length].slice(0, 4)}`;
}

/** Adds so many models by COPY, each a copy of a described one under names of its own. Answers the seconds taken. */
export async function addModels(databaseUrl, total) {
  const client = new pg.Client(databaseUrl);
  await client.connect();
  const began = performance.now();
  const { rows } = await client.query('select spec from device_model where not stub order by code');
  const rowsOf = (n) => {
    const [maker, name, code] = [
      MAKERS[n % MAKERS.length],
      `${NAMES[n % NAMES.length]} ${11 + (n % 8)} ${n}`,
      codeOf(n),
    ];
    const spec = JSON.stringify({ ...rows[n % rows.length].spec, maker, name, code }).replaceAll('\\', '\\\\');
    return [[`000000de-0000-4000-8000-${n.toString(16).padStart(12, '0')}`, maker, name, code, spec, false]];
  };
  const into = client.query(copyStreams.from('copy device_model (id, maker, name, code, spec, stub) from stdin'));
  await pipeline(Readable.from(linesOf(rowsOf, 0, total, {})), into);
  await client.query('analyze device_model');
  await client.end();
  return Math.round((performance.now() - began) / 1000);
}
