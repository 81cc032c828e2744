import { API_BASE } from '@udrel/contract/endpoints';
import type { PhotoSize } from '@udrel/contract/types';

/** Where a photograph is shown from. */
export const photoSource = (id: string, size: PhotoSize) => `${API_BASE}/photos/${id}/${size}`;
