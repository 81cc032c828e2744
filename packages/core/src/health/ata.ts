import { u16, u32, u8 } from '../image';
import { finding, report, unknownHealth, type Finding } from './grade';
import type { HealthFigure, HealthReport } from './types';

/** A SMART attribute: normalised value, worst, threshold where known, and raw value. */
export interface SmartAttribute {
  id: number;
  current: number;
  worst: number;
  threshold: number;
  /** Failing before its time counts when it trips. */
  preFailure: boolean;
  raw: number;
}

const ENTRIES = 30;

/** Whether the 512 bytes of a page add up to nothing, as its last byte sees to. */
export const sumsUp = (page: Uint8Array): boolean =>
  page.subarray(0, 512).reduce((sum, byte) => sum + byte, 0) % 256 === 0;

/** The attributes of a SMART data page, with thresholds where that page is at hand; null where it is none. */
export function readSmart(data: Uint8Array, thresholds: Uint8Array | null): SmartAttribute[] | null {
  if (data.length < 512 || !sumsUp(data)) return null;
  const limits = new Map<number, number>();
  for (let n = 0; thresholds && n < ENTRIES; n++) limits.set(u8(thresholds, 2 + 12 * n), u8(thresholds, 3 + 12 * n));
  return Array.from({ length: ENTRIES }, (_none, n) => 2 + 12 * n)
    .filter((at) => u8(data, at) !== 0)
    .map((at) => ({
      id: u8(data, at),
      current: u8(data, at + 3),
      worst: u8(data, at + 4),
      threshold: limits.get(u8(data, at)) ?? 0,
      preFailure: (u16(data, at + 1) & 1) === 1,
      raw: u32(data, at + 5) + u16(data, at + 9) * 2 ** 32,
    }));
}

interface Rule {
  name: string;
  /** Raw values from which on it is worth watching, and failing; null where it never is by itself. */
  watch: number | null;
  failing: number | null;
  means: string;
  unit?: string;
  read?: (raw: number) => number;
}

const MEDIA = 'the drive has lost sectors already';
const low = (bits: number) => (raw: number) => raw % 2 ** bits;

/** Attributes that the trade grades by (rules of thumb; wear is vendor-specific and not graded raw). */
export const RULES: Readonly<Record<number, Rule>> = {
  5: { name: 'Reallocated sectors', watch: 1, failing: 10, means: MEDIA },
  9: { name: 'Power-on hours', watch: null, failing: null, means: '', unit: 'h', read: low(32) },
  10: { name: 'Spin retries', watch: null, failing: 1, means: 'the motor has trouble starting' },
  12: { name: 'Power cycles', watch: null, failing: null, means: '' },
  184: { name: 'End-to-end errors', watch: null, failing: 1, means: 'data was altered inside the drive' },
  187: { name: 'Uncorrectable errors reported', watch: 1, failing: 10, means: 'reads have failed' },
  188: { name: 'Command timeouts', watch: 101, failing: null, means: 'power or cable first', read: low(16) },
  190: { name: 'Temperature', watch: 56, failing: null, means: 'let it cool', unit: '°C', read: low(8) },
  194: { name: 'Temperature', watch: 56, failing: null, means: 'let it cool', unit: '°C', read: low(8) },
  196: { name: 'Reallocation events', watch: 1, failing: null, means: MEDIA },
  197: { name: 'Pending sectors', watch: 1, failing: 10, means: 'sectors cannot be read now' },
  198: { name: 'Uncorrectable off-line', watch: 1, failing: 10, means: 'sectors cannot be read any more' },
  199: { name: 'Interface checksum errors', watch: null, failing: null, means: 'growth means cable or port' },
};

/**
 * Attributes by which makers count wear, each in its own way: the raw value is not graded, the normalised one falls
 * towards the threshold. Below a fifth it is worth watching (rule of thumb).
 */
const WEAR = [173, 177, 202, 230, 231, 233];
const WORN = 20;

/** Flash drives run warmer than disks before it matters, °C. */
const WARM_FLASH = 71;
const INTERFACE_ERRORS = 199;
const OLD_DISK_HOURS = 30_001;
const READ_FAILURE = 7;

export interface AtaHealth {
  attributes: SmartAttribute[];
  /** The drive's own verdict: true good, false failing, null not asked. */
  passed: boolean | null;
  /** The SMART data page, for the result of the last self-test. */
  data: Uint8Array;
  rotating: boolean | null;
  /** Page 07h of the Device Statistics log, where it was read. */
  statistics?: Uint8Array | null;
  /** Read errors or noises that somebody noticed. */
  seen?: boolean;
}

/** Grades an ATA drive: the worst rule wins. */
export function gradeAta({ attributes, passed, data, rotating, statistics, seen }: AtaHealth): HealthReport {
  const findings: Finding[] = [];
  if (passed === false) findings.push(finding('failing', 'Own verdict', 'failing', 'the drive itself expects to fail'));
  if (seen) findings.push(finding('failing', 'Seen or heard', 'errors', 'reads fail or it clicks'));
  if (u8(data, 363) >> 4 === READ_FAILURE)
    findings.push(finding('failing', 'Self-test', 'read failure', 'its own test could not read a sector'));
  const figures: HealthFigure[] = [];
  const told = attributes.filter((one) => isTold(one, attributes));
  for (const attribute of told) {
    const rule = RULES[attribute.id];
    if (attribute.preFailure && attribute.threshold > 0 && attribute.current <= attribute.threshold) {
      const name = rule?.name ?? `Attribute ${attribute.id}`;
      const fell = `${attribute.current}, threshold ${attribute.threshold}`;
      findings.push(finding('failing', name, fell, 'it fell to the maker’s threshold'));
    }
    if (WEAR.includes(attribute.id) && attribute.preFailure && attribute.current <= 100) {
      figures.push({ name: 'Wear left', value: attribute.current, unit: '%' });
      if (attribute.current <= WORN && attribute.current > attribute.threshold) {
        findings.push(finding('watch', 'Wear left', `${attribute.current} %`, 'near the end of what it is rated for'));
      }
    }
    if (!rule) continue;
    const value = rule.read ? rule.read(attribute.raw) : attribute.raw;
    figures.push({ name: rule.name, value, unit: rule.unit ?? '' });
    const watch = watchLimit(attribute.id, rule, rotating);
    const shown = `${value.toLocaleString('en')}${rule.unit ? ` ${rule.unit}` : ''}`;
    if (rule.failing !== null && value >= rule.failing) findings.push(finding('failing', rule.name, shown, rule.means));
    else if (watch !== null && value >= watch) {
      findings.push(finding('watch', rule.name, shown, rule.means || 'old for a disk'));
    }
  }
  const used = statistics === undefined || statistics === null ? null : percentageUsed(statistics);
  if (used !== null) {
    figures.push({ name: 'Wear', value: used, unit: '%' });
    if (used >= 80)
      findings.push(finding('watch', 'Wear', `${used} % of its rating`, 'past its rating is worn, not dead'));
  }
  if (findings.length === 0 && figures.length === 0 && passed === null) {
    return unknownHealth('Its health page has no value that is known here: that is not the same as good.');
  }
  return report(findings, figures, told.find(({ id }) => id === INTERFACE_ERRORS)?.raw ?? null);
}

/** A temperature of nothing is not reported, and the second of two is the same again. */
function isTold({ id, raw }: SmartAttribute, all: readonly SmartAttribute[]): boolean {
  if (id === 190) return raw % 256 > 0 && !all.some((other) => other.id === 194 && other.raw % 256 > 0);
  return id !== 194 || raw % 256 > 0;
}

/**
 * Share of its rating that a solid-state drive has used up, per cent; null where it does not say.
 * @source INCITS ACS, Device Statistics log (04h), page 07h: byte 8, valid where bits 63 and 62 are set
 */
function percentageUsed(page: Uint8Array): number | null {
  if (page.length < 16 || u8(page, 2) !== 0x07) return null;
  return (u8(page, 15) & 0xc0) === 0xc0 ? u8(page, 8) : null;
}

function watchLimit(id: number, rule: Rule, rotating: boolean | null): number | null {
  if ((id === 194 || id === 190) && rotating === false) return WARM_FLASH;
  if (id === 9 && rotating === true) return OLD_DISK_HOURS;
  return rule.watch;
}
