import { u128, u16, u32, u8 } from '../image';
import { finding, report, type Finding } from './grade';
import type { HealthFigure, HealthReport } from './types';

const KELVIN = 273;
/** Units of data counts: 1000 blocks of 512 bytes. */
const DATA_UNIT = 512_000;

/**
 * Grades an NVMe drive from its SMART / Health log; null where the page is none.
 * @source NVM Express base specification, SMART / Health Information (log 02h)
 */
export function gradeNvme(log: Uint8Array): HealthReport | null {
  const spare = u8(log, 3);
  const temperature = u16(log, 1) - KELVIN;
  if (log.length < 512 || spare > 100 || temperature < -60 || temperature > 200) return null;
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
  add((critical & 2) !== 0 || temperature > 70, 'watch', 'Temperature', `${temperature} °C`, 'let it cool');
  add((critical & 0x30) !== 0, 'watch', 'Volatile memory', 'backup failed', 'a power cut may cost data');
  add(used >= 80, 'watch', 'Wear', `${used} % of its rating`, 'past its rating is worn, not dead');
  add(spare >= threshold && spare <= threshold + 10, 'watch', 'Spare blocks', `${spare} %`, 'few spare blocks left');
  add(media > 0, 'watch', 'Media errors', media.toLocaleString('en'), 'data could not be read back at least once');
  add(minutes > 0, 'watch', 'Minutes too hot', String(minutes), 'it has been above its critical temperature');
  const figure = (name: string, value: number, unit = ''): HealthFigure => ({ name, value, unit });
  return report(findings, [
    figure('Temperature', temperature, '°C'),
    figure('Spare blocks', spare, '%'),
    figure('Wear', used, '%'),
    figure('Data read', u128(log, 32) * DATA_UNIT, 'bytes'),
    figure('Data written', u128(log, 48) * DATA_UNIT, 'bytes'),
    figure('Power cycles', u128(log, 112)),
    figure('Power-on hours', u128(log, 128), 'h'),
    figure('Unsafe shutdowns', u128(log, 144)),
    figure('Media errors', media),
  ]);
}
