import { u128, u16, u32, u8 } from '../image';
import { finding, report, type Finding } from './grade';
import type { HealthFigure, HealthReport } from './types';

export const MEDIA_ERRORS = 'Media errors';
const KELVIN = 273;
/** Units of data counts: 1000 blocks of 512 bytes. */
const DATA_UNIT = 512_000;

/** Fields of 128 bits whose upper half no drive reaches, and what is reserved: by these a log is told from other pages. */
const COUNTS = [32, 48, 64, 80, 96, 112, 128, 144, 160, 176];
const RESERVED: readonly (readonly [from: number, to: number])[] = [
  [7, 32],
  [232, 512],
];

function isHealthLog(log: Uint8Array): boolean {
  const [temperature, spare, threshold] = [u16(log, 1), u8(log, 3), u8(log, 4)];
  if (log.length < 512 || spare > 100 || threshold > 100 || (u8(log, 0) & 0xc0) !== 0) return false;
  // Nothing at all is no log: a drive has spare blocks, or says that it has none left.
  if (temperature === 0 ? spare === 0 && threshold === 0 : temperature < 200 || temperature > 473) return false;
  const empty = (from: number, to: number) => log.subarray(from, to).every((byte) => byte === 0);
  return COUNTS.every((at) => empty(at + 8, at + 16)) && RESERVED.every(([from, to]) => empty(from, to));
}

/**
 * Grades an NVMe drive from its SMART / Health log; null where the page is none.
 * @source NVM Express base specification, SMART / Health Information (log 02h)
 */
export function gradeNvme(log: Uint8Array): HealthReport | null {
  if (!isHealthLog(log)) return null;
  const spare = u8(log, 3);
  const reported = u16(log, 1);
  const temperature = reported === 0 ? null : reported - KELVIN;
  const critical = u8(log, 0);
  const [threshold, used] = [u8(log, 4), u8(log, 5)];
  const media = u128(log, 160);
  const minutes = u32(log, 196);
  const findings: Finding[] = [];
  const add = (when: boolean, ...rest: Parameters<typeof finding>) => when && findings.push(finding(...rest));
  add(
    (critical & 1) !== 0 || spare < threshold,
    'failing',
    'Spare blocks',
    `${spare} %`,
    'its spare blocks are used up',
  );
  add((critical & 4) !== 0, 'failing', 'Reliability', 'degraded', 'the drive itself says it is not reliable');
  add((critical & 8) !== 0, 'failing', 'Read only', 'yes', 'it takes no writes any more');
  const warm = temperature === null ? 'too high by its own word' : `${temperature} °C`;
  add((critical & 2) !== 0 || (temperature ?? 0) > 70, 'watch', 'Temperature', warm, 'let it cool');
  add((critical & 0x30) !== 0, 'watch', 'Volatile memory', 'backup failed', 'a power cut may cost data');
  add(used >= 80, 'watch', 'Wear', `${used} % of its rating`, 'past its rating is worn, not dead');
  add(spare >= threshold && spare <= threshold + 10, 'watch', 'Spare blocks', `${spare} %`, 'few spare blocks left');
  add(media > 0, 'watch', MEDIA_ERRORS, media.toLocaleString('en'), 'data could not be read back at least once');
  add(minutes > 0, 'watch', 'Minutes too hot', String(minutes), 'it has been above its critical temperature');
  const figure = (name: string, value: number, unit = ''): HealthFigure => ({ name, value, unit });
  return report(findings, [
    ...(temperature === null ? [] : [figure('Temperature', temperature, '°C')]),
    figure('Spare blocks', spare, '%'),
    figure('Wear', used, '%'),
    figure('Data read', u128(log, 32) * DATA_UNIT, 'bytes'),
    figure('Data written', u128(log, 48) * DATA_UNIT, 'bytes'),
    figure('Power cycles', u128(log, 112)),
    figure('Power-on hours', u128(log, 128), 'h'),
    figure('Unsafe shutdowns', u128(log, 144)),
    figure(MEDIA_ERRORS, media),
  ]);
}
