import type { Reason } from '../reason';
import type { BaySite, BoxDrive } from './types';

/** Loose play that a 3.5" bay or a cradle takes up by itself, mm. */
const PLAY = 1.5;

/** Rules of a boxed drive in a bay (SFF-8201 for 2.5", SFF-8301 for 3.5"). */
export function bayRules(site: BaySite, drive: BoxDrive): Reason[] {
  return [height(site, drive), power(site, drive)];
}

function height(site: BaySite, drive: BoxDrive): Reason {
  const measured = `${drive.height} mm`;
  if (site.height === null) {
    return {
      rule: 'Height',
      outcome: 'unknown',
      measured,
      sentence: `not known: measure the bay's height, ${drive.height} mm needed`,
      remedy: "measure the bay's height",
    };
  }
  const limit = `${site.height} mm`;
  if (drive.height > site.height) {
    return {
      rule: 'Height',
      outcome: 'fail',
      measured,
      limit,
      sentence: `${drive.height} mm in a bay for ${site.height} mm`,
      remedy: 'a flatter drive',
    };
  }
  const loose = site.form === '2.5' && site.height - drive.height > PLAY;
  return {
    rule: 'Height',
    outcome: 'pass',
    measured,
    limit,
    sentence: loose
      ? `${drive.height} mm lies loose in ${site.height} mm: spacer needed`
      : `${drive.height} of ${site.height} mm`,
  };
}

/** Whether the drive rattles in the bay unless a spacer fills the rest. */
export function liesLoose(site: BaySite, drive: BoxDrive): boolean {
  return site.form === '2.5' && site.height !== null && site.height - drive.height > PLAY;
}

function power(site: BaySite, drive: BoxDrive): Reason {
  const fails = drive.needs12V && !site.power12V;
  return {
    rule: 'Power',
    outcome: fails ? 'fail' : 'pass',
    measured: drive.needs12V ? '12 V and 5 V' : '5 V',
    limit: site.power12V ? '12 V and 5 V' : '5 V',
    sentence: fails ? 'needs 12 V, the bay gives 5 V: it would not spin' : 'power as needed',
    ...(fails ? { remedy: 'a 2.5 inch drive' } : {}),
  };
}
