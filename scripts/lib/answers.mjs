import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as TJS from 'typescript-json-schema';
import { ROOT } from './run.mjs';

const CONTRACT = join(ROOT, 'packages/contract');
export const ANSWERS_FILE = join(CONTRACT, 'src/endpoints/answers.json');

/** The JSON Schemas of what the endpoints answer, as text, made from their TypeScript types. */
export function answersSchema() {
  const { compilerOptions } = JSON.parse(readFileSync(join(ROOT, 'tsconfig.base.json'), 'utf8'));
  const program = TJS.getProgramFromFiles([join(CONTRACT, 'src/endpoints/answers.ts')], compilerOptions, CONTRACT);
  const schema = TJS.generateSchema(program, 'Answers', {
    required: true,
    noExtraProps: true,
    strictNullChecks: true,
    ignoreErrors: true,
  });
  if (!schema) throw new Error('the answers of the endpoints have no schema');
  return `${JSON.stringify({ definitions: schema.definitions, properties: schema.properties }, null, 1)}\n`;
}

/** Whether the committed schemas are those of the types as they are. */
export function answersAreCurrent() {
  return readFileSync(ANSWERS_FILE, 'utf8') === answersSchema();
}

export function writeAnswers() {
  writeFileSync(ANSWERS_FILE, answersSchema());
}
