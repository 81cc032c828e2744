/** What a code on a label holds where it holds several things. */
export interface CodeFields {
  /** The one that is marked as serial; null where none is. */
  serial: string | null;
  /** All of them without their marks. */
  values: string[];
}

/** Marks between fields of ISO/IEC 15434 and of GS1 codes: end of transmission; file, group, record and unit separators. */
const SEPARATORS: ReadonlySet<number> = new Set([4, 28, 29, 30, 31]);

/** What lies between separators; empty parts left out. */
function separated(text: string): string[] {
  const parts = [''];
  for (const sign of text) {
    if (SEPARATORS.has(sign.charCodeAt(0))) parts.push('');
    else parts.push(`${parts.pop() ?? ''}${sign}`);
  }
  return parts.filter(Boolean);
}

/** Data identifiers (ANSI MH10.8.2) of what labels of drives carry: serial; supplier's and customer's part numbers, others. */
const SERIAL_MARK = /^(?:S|1S)(?=[A-Z0-9])/;
const OTHER_MARKS = /^(?:\d{0,2}[A-Z])(?=[A-Z0-9])/;
/** Names that stand before a value in codes that are plain text. */
const NAMED =
  /^(?:(S\/?N|SERIAL(?:\s*(?:NO|NUMBER|NR))?)|P\/?N|PART(?:\s*NO)?|MODEL|MDL|WWN|EUI|FW|REV|DATE|DOM|MFG|CAP|SIZE|LBA|PSID)\s*[.#]?\s*[:=]\s*/i;

/**
 * The fields of a code that holds several: ISO/IEC 15434 with data identifiers, GS1 with its serial under 21, named
 * values, or values side by side. Null for a text that is one value.
 */
export function fieldsOf(code: string): CodeFields | null {
  const text = code.trim();
  return fromMessage(text) ?? fromGs1(text) ?? fromNamed(text);
}

/** The serial that a code holds among other things; the text itself where it is one value, or where none is marked. */
export function serialIn(code: string): string {
  return fieldsOf(code)?.serial ?? code.trim();
}

/** ISO/IEC 15434, format 06: “[)>”, separator, “06”, then fields, each with its data identifier. */
function fromMessage(text: string): CodeFields | null {
  const [, body] = /^\[\)>.?06(.*)$/s.exec(text) ?? [];
  // A GS1 code may have separators too: its own rule reads it.
  if (body === undefined && /^\]?d?2?\(?01\d/.test(text)) return null;
  const parts = separated(body ?? text);
  if (parts.length < 2) return null;
  const serial = parts.find((part) => SERIAL_MARK.test(part))?.replace(SERIAL_MARK, '') ?? null;
  return { serial, values: parts.map((part) => part.replace(OTHER_MARKS, '')) };
}

/** GS1: 01 with fourteen digits, and 21 with a serial of up to twenty signs; with brackets or without. */
function fromGs1(text: string): CodeFields | null {
  const plain = text.replace(/^\][A-Za-z]\d/, '');
  const [, article, serial] =
    /^\(01\)(\d{14}).*?\(21\)([!-'*-~]{1,20})/.exec(plain) ?? /^01(\d{14})21([!-z]{1,20})/.exec(plain) ?? [];
  return article !== undefined && serial !== undefined ? { serial, values: [article, serial] } : null;
}

/** “SN:KD7-1 PN:550-A”, “KD7-1;550-A;2024”: what parts fields is a line, semicolon, bar, tab or comma, or the next name. */
function fromNamed(text: string): CodeFields | null {
  const parts = text
    .split(/[\n\r;|\t,]+|\s+(?=(?:S\/?N|P\/?N|SERIAL|MODEL|MDL|WWN|PART|FW|PSID)\b\s*(?:NO|NUMBER)?\s*[.#]?\s*[:=])/i)
    .map((part) => part.trim())
    .filter(Boolean);
  if (parts.length < 2) return null;
  const marked = parts.find((part) => NAMED.exec(part)?.[1] !== undefined);
  return { serial: marked?.replace(NAMED, '') ?? null, values: parts.map((part) => part.replace(NAMED, '')) };
}
