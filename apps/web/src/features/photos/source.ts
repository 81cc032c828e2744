import { photoEndpoints, urlOf } from '@udrel/contract/endpoints';
import type { PhotoSize } from '@udrel/contract/types';

/** Where a photograph is shown from. */
export const photoSource = (id: string, size: PhotoSize) => urlOf(photoEndpoints.photo, { id, size });
