import { normaliseSerial } from './identify';

/** A drive as one sees it on the bench. */
interface Looked {
  serial: string;
  maker: string;
  name: string;
  bytes: number;
}

export interface Alike {
  sentence: string;
  /** Places in the serials, from 0, at which they differ. */
  differAt: number[];
}

/**
 * Two drives that are easily taken for each other: same model, same size, or serials that hardly differ; else null.
 *
 * @param mark which of them to mark, as it is called
 */
export function alike(first: Looked, second: Looked, mark = 'old drive'): Alike | null {
  const [one, other] = [normaliseSerial(first.serial), normaliseSerial(second.serial)];
  const sameModel = first.maker === second.maker && first.name === second.name;
  const sameSize = first.bytes === second.bytes;
  const differAt = Array.from({ length: Math.max(one.length, other.length) }, (_none, at) => at).filter(
    (at) => one[at] !== other[at],
  );
  const closeSerials = one.length === other.length && differAt.length <= 2;
  if (!sameModel && !sameSize && !closeSerials) return null;
  const what = [...(sameModel ? ['same model'] : []), ...(sameSize ? ['same size'] : [])];
  const numbers = closeSerials ? [`serials that differ in ${differAt.length} signs only`] : [];
  return {
    sentence: `These two are easily mixed up: ${[...what, ...numbers].join(', ')}. Mark the ${mark} before both lie side by side.`,
    differAt,
  };
}
