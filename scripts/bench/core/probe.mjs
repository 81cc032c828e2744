import { imageOfPieces } from '../../../packages/core/src/image';
import { readPartitions } from '../../../packages/core/src/reading/drive';
import { DRIVE_BYTES, drivePieces } from '../../../packages/core/src/reading/tests/drive.test-data';
import { readSmbios } from '../../../packages/core/src/smbios';
import { PORTABLE } from '../../../packages/core/src/smbios/samples.test-data';
import { medianTime } from '../load.mjs';

/** What a probe file says, read. */
export function probeFigures() {
  const image = imageOfPieces(DRIVE_BYTES, drivePieces());
  const median = medianTime(() => [readSmbios(PORTABLE), readPartitions(image)], 200);
  return { 'SMBIOS, table and volumes of a probe file, median ms': median };
}
