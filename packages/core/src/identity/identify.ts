import { fieldsOf } from './fields';
import { readOwnLabel } from './own-label';

/** A drive of the job with what its label says. */
export interface LabelledDrive {
  serial: string;
  /** The maker's part number, which is easily scanned instead of the serial. */
  partNumber?: string;
  /** The model's name on the label. */
  name?: string;
  /** The label that was printed here for it, where the maker's own cannot be read. */
  label?: string;
}

export type Identified =
  | { outcome: 'match' }
  | { outcome: 'other drive' | 'part number' | 'bridge' | 'not known' | 'empty'; sentence: string };

/** A serial as compared: upper case, without blanks and without a leading "S/N" or "Serial No." of the label. */
export function normaliseSerial(text: string): string {
  return text
    .toUpperCase()
    .replace(/^\s*(S\/?N|SERIAL(\s*(NO|NUMBER))?)\s*[.:#]?[\s:]+/, '')
    .replace(/\s+/g, '');
}

/** Whether what was scanned or typed is the serial of the expected drive, and if not, what it is; of several fields, the serial's. */
export function identify(code: string, expected: LabelledDrive, other: LabelledDrive | null): Identified {
  const fields = fieldsOf(code);
  if (!fields) return identifyOne(code, expected, other);
  if (fields.serial !== null) return identifyOne(fields.serial, expected, other);
  // None is marked as the serial: one that is a serial of this job's drives tells all the same.
  const told = fields.values.map((value) => identifyOne(value, expected, other));
  const known =
    told.find(({ outcome }) => outcome === 'other drive') ?? told.find(({ outcome }) => outcome === 'match');
  if (known) return known;
  const sentence = `That code holds ${fields.values.length} values, none marked as the serial: scan the one marked S/N, or type it.`;
  return { outcome: 'part number', sentence };
}

/** The same of a text that is one value. */
function identifyOne(scanned: string, expected: LabelledDrive, other: LabelledDrive | null): Identified {
  const text = normaliseSerial(scanned);
  if (text === '') return { outcome: 'empty', sentence: 'Scan or type the serial from the drive’s label.' };
  if (text === normaliseSerial(expected.serial) || isLabel(scanned, expected)) return { outcome: 'match' };
  if (other && (text === normaliseSerial(other.serial) || isLabel(scanned, other))) {
    return { outcome: 'other drive', sentence: 'That is the other drive of this job. Take the right one.' };
  }
  if (/^\s*(P\/?N|MODEL|MDL|PART)\b/i.test(scanned) || printedBeside(text, expected, other)) {
    return { outcome: 'part number', sentence: 'That is the part number. Scan the serial, marked S/N.' };
  }
  if (readOwnLabel(scanned)) {
    return { outcome: 'not known', sentence: 'That label was printed here for a drive of another job.' };
  }
  if (soundsLikeBridge(text)) {
    return {
      outcome: 'bridge',
      sentence: `“${scanned.trim()}” looks like the number of a USB bridge, not of a drive: read the drive’s own label, or print one for it.`,
    };
  }
  return {
    outcome: 'not known',
    sentence: `“${scanned.trim()}” is no drive of this job. Look for ${expected.serial}.`,
  };
}

function isLabel(scanned: string, { label }: LabelledDrive): boolean {
  return label !== undefined && scanned.trim().toUpperCase() === label.toUpperCase();
}

/** What stands on a label beside the serial. */
function printedBeside(text: string, ...drives: (LabelledDrive | null)[]): boolean {
  const beside = drives.flatMap((drive) => [drive?.partNumber, drive?.name]);
  return beside.some((one) => one !== undefined && one !== '' && normaliseSerial(one) === text);
}

/** Bridges without a serial of their own make one up: nearly all zeros, one sign repeated, or digits in a row. */
function soundsLikeBridge(text: string): boolean {
  if (!/^[0-9A-F]{8,}$/.test(text)) return false;
  const zeros = text.split('').filter((sign) => sign === '0').length;
  return zeros / text.length > 0.7 || /^(.)\1+$/.test(text) || '0123456789ABCDEF0123456789ABCDEF'.includes(text);
}
