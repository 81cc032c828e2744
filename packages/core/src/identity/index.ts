/** A drive of the job with what its label says. */
export interface LabelledDrive {
  serial: string;
  /** The maker's part number, which is easily scanned instead of the serial. */
  partNumber?: string;
}

export type Identified =
  { outcome: 'match' } | { outcome: 'other drive' | 'part number' | 'not known' | 'empty'; sentence: string };

/** A serial as compared: upper case, without blanks and without a leading "S/N" or "Serial No." of the label. */
export function normaliseSerial(text: string): string {
  return text
    .toUpperCase()
    .replace(/^\s*(S\/?N|SERIAL(\s*(NO|NUMBER))?)\s*[.:#]?[\s:]+/, '')
    .replace(/\s+/g, '');
}

/** Whether what was scanned or typed is the serial of the expected drive, and if not, what it is. */
export function identify(scanned: string, expected: LabelledDrive, other: LabelledDrive | null): Identified {
  const text = normaliseSerial(scanned);
  if (text === '') return { outcome: 'empty', sentence: 'Scan or type the serial from the drive’s label.' };
  if (text === normaliseSerial(expected.serial)) return { outcome: 'match' };
  if (other && text === normaliseSerial(other.serial)) {
    return { outcome: 'other drive', sentence: 'That is the other drive of this job. Take the right one.' };
  }
  const partNumbers = [expected.partNumber, other?.partNumber].filter((one) => one !== undefined);
  if (partNumbers.some((one) => normaliseSerial(one) === text)) {
    return { outcome: 'part number', sentence: 'That is the part number. Scan the serial, marked S/N.' };
  }
  return {
    outcome: 'not known',
    sentence: `“${scanned.trim()}” is no drive of this job. Look for ${expected.serial}.`,
  };
}
