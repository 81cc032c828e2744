import { fail, pass, unknown, type Reason } from '../reason';
import { connectorOf, type PresentedBox } from './adapt';
import type { BaySite, CaddiedDrive, MsataDrive, MsataSite, OpticalSite } from './types';

/** Loose play that a 3.5" bay or a cradle takes up by itself, mm. */
const PLAY = 1.5;

/** Rules of a boxed drive in a bay (SFF-8201 for 2.5", SFF-8301 for 3.5", SFF-8111 for 1.8"). */
export function bayRules(site: BaySite, drive: PresentedBox): Reason[] {
  return [height(site, drive), plug(site, drive), ...power(site, drive)];
}

/** Rules of a drive in a caddy in the place of a slim optical drive: the heights must be the same. */
export function opticalRules(site: OpticalSite, drive: CaddiedDrive): Reason[] {
  const measured = `${drive.height} mm`;
  if (site.height === null) return [unmeasuredHeight(drive.height, 'the height of the optical drive')];
  const fits = site.height === drive.height;
  const [has, takes] = [drive.parallel, site.pata !== undefined].map((one) => (one ? 'the parallel plug' : 'SATA'));
  return [
    has === takes
      ? pass('Connector', `${has} in its place`)
      : fail('Connector', `the caddy has ${has}, the bay ${takes}`, `a caddy with ${takes}`),
    {
      rule: 'Height',
      outcome: fits ? 'pass' : 'fail',
      measured,
      limit: `${site.height} mm`,
      sentence: fits
        ? `caddy of ${measured}, as the optical drive`
        : `caddy of ${measured} in a bay of ${site.height} mm`,
      ...(fits ? {} : { remedy: `a caddy of ${site.height} mm` }),
    },
    { rule: 'Start order', outcome: 'limit', sentence: 'some firmware does not start from the optical bay: try it' },
  ];
}

/** Rules of a Mini Card in its slot (PCI Express Mini Card; JEDEC MO-300). */
export function msataRules(site: MsataSite, drive: MsataDrive): Reason[] {
  const sizes = site.size === 'full' || drive.size === site.size;
  const wired = site.sata !== null;
  const spoken: Reason =
    site.sata === undefined
      ? unknown('Protocol', 'not known whether SATA is wired to this slot', 'read it in the board’s manual')
      : {
          rule: 'Protocol',
          outcome: wired ? 'pass' : 'fail',
          measured: 'SATA',
          limit: wired ? `SATA ${site.sata}` : 'none',
          sentence: wired ? `SATA on SATA ${site.sata}` : 'the slot has no SATA lines: the card is not seen',
          ...(wired ? {} : { remedy: 'another site' }),
        };
  return [
    {
      rule: 'Length',
      outcome: sizes ? 'pass' : 'fail',
      measured: drive.size,
      limit: site.size,
      sentence: sizes ? `${drive.size} size in its slot` : 'full size in a half-size slot',
      ...(sizes ? {} : { remedy: 'a half-size card' }),
    },
    spoken,
  ];
}

function unmeasuredHeight(needed: number, what: string): Reason {
  return {
    rule: 'Height',
    outcome: 'unknown',
    measured: `${needed} mm`,
    sentence: `not known: measure ${what}, ${needed} mm needed`,
    remedy: `measure ${what}`,
  };
}

function height(site: BaySite, drive: PresentedBox): Reason {
  if (site.height === null) return unmeasuredHeight(drive.height, "the bay's height");
  const measured = `${drive.height} mm`;
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
  return {
    rule: 'Height',
    outcome: 'pass',
    measured,
    limit,
    sentence: liesLoose(site, drive)
      ? `${drive.height} mm lies loose in ${site.height} mm: spacer needed`
      : `${drive.height} of ${site.height} mm`,
  };
}

/** What a spacer has to fill over the drive, mm, to the half. */
export function gapOver(site: BaySite, drive: Pick<PresentedBox, 'height'>): number {
  return Math.round(((site.height ?? drive.height) - drive.height) * 2) / 2;
}

/** Whether the drive rattles in the bay unless a spacer fills the rest. */
export function liesLoose(site: BaySite, drive: Pick<PresentedBox, 'height'>): boolean {
  return site.form === '2.5' && site.height !== null && site.height - drive.height > PLAY;
}

/** Plugs that no bridge helps: they speak what these devices do not (SFF-8639; SFF-8482). */
const REFUSED: Readonly<Partial<Record<string, string>>> = {
  'U.2': 'U.2: its key blocks the plug, and the lanes of PCIe are not wired to this bay',
  SAS: 'SAS: its plug has no gap where the bay’s has a bar, and a SATA port does not speak to it',
};

function plug(site: BaySite, drive: PresentedBox): Reason {
  const [has, takes] = [connectorOf(drive), connectorOf(site)];
  // A U.2 socket takes SATA drives too; a SATA socket is blocked by the key of a U.2 drive.
  const fits = has === takes || (has === 'SATA' && takes === 'U.2');
  return {
    rule: 'Connector',
    outcome: fits ? 'pass' : 'fail',
    measured: has,
    limit: takes,
    sentence: fits ? `${has} in ${takes}` : (REFUSED[has] ?? `plug ${has}, the bay has ${takes}`),
    ...(fits ? {} : { remedy: REFUSED[has] ? 'a SATA drive' : `a bridge from ${has} to ${takes}` }),
  };
}

function power(site: BaySite, drive: PresentedBox): Reason[] {
  const small = voltage(site, drive);
  if (small) return [small];
  const fails = drive.needs12V && !site.power12V;
  const rails: Reason = {
    rule: 'Power',
    outcome: fails ? 'fail' : 'pass',
    measured: drive.needs12V ? '12 V and 5 V' : '5 V',
    limit: site.power12V ? '12 V and 5 V' : '5 V',
    sentence: fails ? 'needs 12 V, the bay gives 5 V: it would not spin' : 'power as needed',
    ...(fails ? { remedy: 'a 2.5 inch drive' } : {}),
  };
  if (drive.lead) return [rails, fourPin(site)];
  return drive.powerDisable ? [rails, pin3(site)] : [rails];
}

/** 1.8 inch drives run on 3.3 V, 5 V or either; a 2.5 inch bay gives 5 V (SFF-8111; SATA specification: pins 1 to 9). */
function voltage(site: BaySite, { form, volts: own }: PresentedBox): Reason | null {
  const volts = own ?? (form === '1.8' ? 'not told' : undefined);
  if (volts === undefined) return null;
  const given = site.form === '1.8' ? site.volts : '5';
  if (given === undefined)
    return unknown(
      'Power',
      'not known what the bay feeds: 3.3 V or 5 V',
      'measure it, or read the label of the old drive',
    );
  if (volts === 'not told') {
    const sentence = `not known whether it runs on ${given} V: its label says it`;
    return given === '3.3 or 5' ? pass('Power', 'the bay gives both') : unknown('Power', sentence, 'read its label');
  }
  const fits = volts === '3.3 or 5' || given === '3.3 or 5' || volts === given;
  const both = { measured: `${volts} V`, limit: `${given} V` };
  const remedy = given === '5' ? 'a frame with a regulator' : `a drive for ${given} V`;
  return fits
    ? { ...pass('Power', `${volts} V as given`), ...both }
    : { ...fail('Power', `runs on ${volts} V, the bay gives ${given} V`, remedy), ...both };
}

/** A lead from a 4-pin plug carries no 3.3 V: what is asked is whether there is such a plug. */
function fourPin({ fourPin: free }: BaySite): Reason {
  if (free === undefined)
    return unknown('Pin 3', 'not known whether a 4-pin plug of the supply is free', 'look for a free 4-pin plug');
  return free
    ? pass('Pin 3', 'from a 4-pin plug, which carries no 3.3 V')
    : fail('Pin 3', 'no 4-pin plug of the supply is free for the lead', 'a drive without power disable');
}

/** SATA 3.3: a drive with power disable stays off while pin 3 carries 3.3 V. */
function pin3({ power3V3 }: BaySite): Reason {
  if (power3V3 === undefined) {
    return {
      rule: 'Pin 3',
      outcome: 'unknown',
      sentence: 'not known whether the lead feeds 3.3 V to pin 3, which keeps this drive off',
      remedy: 'measure pin 3 of the power lead, or feed it from a 4-pin plug',
    };
  }
  return {
    rule: 'Pin 3',
    outcome: power3V3 ? 'fail' : 'pass',
    measured: 'power disable',
    limit: power3V3 ? '3.3 V on pin 3' : 'no 3.3 V',
    sentence: power3V3 ? 'the lead feeds 3.3 V to pin 3: the drive stays off' : 'no 3.3 V on pin 3',
    ...(power3V3 ? { remedy: 'a lead without 3.3 V' } : {}),
  };
}
