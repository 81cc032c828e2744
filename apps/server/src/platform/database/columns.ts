import type { EntitySchemaColumnOptions } from 'typeorm';

/** Column kinds of the schema; types are always explicit. */
export const key = (): EntitySchemaColumnOptions => ({ type: 'uuid', primary: true });
export const text = (more: Partial<EntitySchemaColumnOptions> = {}): EntitySchemaColumnOptions => ({
  type: 'text',
  ...more,
});
export const integer = (more: Partial<EntitySchemaColumnOptions> = {}): EntitySchemaColumnOptions => ({
  type: 'integer',
  ...more,
});
export const flag = (): EntitySchemaColumnOptions => ({ type: 'boolean', default: false });
export const json = (more: Partial<EntitySchemaColumnOptions> = {}): EntitySchemaColumnOptions => ({
  type: 'jsonb',
  ...more,
});
export const time = (more: Partial<EntitySchemaColumnOptions> = {}): EntitySchemaColumnOptions => ({
  type: 'timestamptz',
  ...more,
});
/** Byte counts pass 2^31; they stay below 2^53, so they travel as numbers. */
export const bytes = (more: Partial<EntitySchemaColumnOptions> = {}): EntitySchemaColumnOptions => ({
  type: 'bigint',
  transformer: { to: (value: unknown) => value, from: (value: unknown) => (value === null ? null : Number(value)) },
  ...more,
});
export const reference = (
  target: string,
  more: Partial<EntitySchemaColumnOptions> = {},
): EntitySchemaColumnOptions => ({
  type: 'uuid',
  foreignKey: { target },
  ...more,
});
