import { PART_KINDS } from '@udrel/core/parts-file';
import { anything, nullable, object, oneOf, optional, text, whole, type Shape } from './shape';
import { adapterSpec, driveSpec } from './drives';
import { equipmentSpec } from './equipment';
import { moduleSpec } from './memory';

/** What every part of the library has; what it is depends on its kind. */
export const partEntry = object({
  partNumber: text(40),
  kind: oneOf(...PART_KINDS),
  maker: text(60),
  name: text(80),
  price: whole(0, 100_000_000),
  cost: optional(nullable(whole(0, 100_000_000))),
  reorderLevel: optional(nullable(whole(0, 10_000))),
  spec: anything(),
});

/** What a part of each kind is; nothing more is said of small parts. */
export const partSpecs: Readonly<Partial<Record<string, Shape<unknown>>>> = {
  drive: driveSpec,
  memory: moduleSpec,
  adapter: adapterSpec,
  equipment: equipmentSpec,
};
