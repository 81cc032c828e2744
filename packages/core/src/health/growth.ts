import { RULES } from './ata';
import { MEDIA_ERRORS } from './nvme';

/** What one more of a figure means, of those that only wear or damage makes grow; null for any other, as hours and temperature. */
export function growthMeans(figure: string): string | null {
  if (figure === MEDIA_ERRORS) return 'data could not be read back';
  const rule = Object.values(RULES).find(({ name, unit }) => name === figure && unit === undefined);
  return rule?.means || null;
}
