import { MACHINES, START_CODES } from '@udrel/core/starting';
import { boolean, list, nullable, object, oneOf, text } from '../shape';

/** What of a drive a firmware starts it by. */
export const startFiles = object({
  scheme: oneOf('gpt', 'mbr', 'none'),
  efi: list(
    object({
      id: text(36, 0),
      name: text(72, 0),
      loaders: nullable(
        list(object({ path: text(200), machine: nullable(oneOf(...MACHINES)), signed: nullable(boolean()) }), 60),
      ),
    }),
    4,
  ),
  code: nullable(oneOf(...START_CODES)),
  stage: nullable(boolean()),
  active: list(object({ name: text(72), code: nullable(boolean()) }), 4),
});
