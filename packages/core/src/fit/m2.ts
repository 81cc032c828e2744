import { linkName } from '../links';
import { unknown, type Reason } from '../reason';
import type { PresentedM2 } from './adapt';
import type { M2Drive, M2Site } from './types';

/** Mechanical rules of an M.2 card in an M.2 slot (PCI Express M.2 specification: keys, lengths, height codes). */
export function m2Rules(site: M2Site, drive: PresentedM2): Reason[] {
  return [
    key(site, drive),
    length(site, drive),
    protocol(site, drive),
    above(site, drive),
    below(site, drive),
    ...(drive.remote ? beside(site) : []),
  ];
}

/** A drive of another form behind a plug in the slot: it lies elsewhere, and runs on 12 V (SFF-8639). */
function beside({ power12V }: M2Site): Reason[] {
  const place: Reason = {
    rule: 'Place',
    outcome: 'limit',
    sentence: 'only its plug is in the slot: the drive needs a free 2.5 inch place that its lead reaches',
  };
  if (power12V === undefined)
    return [
      place,
      unknown('Power', 'not known whether a lead with 12 V reaches it', 'look for a free lead of the supply'),
    ];
  if (power12V) return [place, { rule: 'Power', outcome: 'pass', sentence: '12 V from a lead of the supply' }];
  const sentence = 'needs 12 V, and no lead reaches it: it would not run';
  return [place, { rule: 'Power', outcome: 'fail', sentence, remedy: 'an M.2 card' }];
}

function key(site: M2Site, drive: M2Drive): Reason {
  const fits = drive.keys.some((one) => one === site.key);
  return {
    rule: 'Key',
    outcome: fits ? 'pass' : 'fail',
    measured: drive.keys.join('+'),
    limit: site.key,
    sentence: fits
      ? `${drive.keys.join('+')} in ${site.key}`
      : `key ${drive.keys.join('+')} does not go into ${site.key}`,
    ...(fits
      ? {}
      : { remedy: wireless(site) ? 'another site: this one is for wireless' : `a card with key ${site.key}` }),
  };
}

/** Keys A and E belong to wireless cards. */
const wireless = ({ key: slot }: M2Site) => slot === 'A' || slot === 'E';

function length(site: M2Site, drive: M2Drive): Reason {
  const longest = Math.max(...site.posts);
  const measured = `22${drive.length}`;
  const limit = `posts ${site.posts.join(', ')}`;
  if (site.posts.includes(drive.length)) {
    return { rule: 'Length', outcome: 'pass', measured, limit, sentence: `${measured}, post at ${drive.length}` };
  }
  const sentence =
    drive.length > longest
      ? `${measured} is longer than the last post at ${longest}`
      : `${measured} has no post: posts at ${site.posts.join(', ')}`;
  const remedy = drive.length > longest ? 'a shorter card' : `an extender to ${longest}`;
  return { rule: 'Length', outcome: 'fail', measured, limit, sentence, remedy };
}

function protocol(site: M2Site, drive: M2Drive): Reason {
  const wired = [site.sata ? `SATA ${site.sata}` : null, site.pcie ? linkName({ kind: 'pcie', ...site.pcie }) : null];
  const limit = wired.filter((name) => name !== null).join(' or ') || 'nothing';
  const speaks = drive.link.kind === 'sata' ? 'SATA' : 'PCIe';
  const line = drive.link.kind === 'sata' ? site.sata : site.pcie;
  if (line === undefined) {
    const sentence = `not known whether ${speaks} is wired to this slot`;
    return {
      ...unknown('Protocol', sentence, 'read it in the board’s manual, or see what runs in it'),
      measured: speaks,
    };
  }
  const seen = line !== null;
  return {
    rule: 'Protocol',
    outcome: seen ? 'pass' : 'fail',
    measured: speaks,
    limit,
    sentence: seen ? `${speaks} on ${limit}` : `slot carries ${limit} only: a ${speaks} card is not seen`,
    ...(seen ? {} : { remedy: drive.link.kind === 'sata' ? 'a PCIe card' : 'a SATA card' }),
  };
}

function above(site: M2Site, drive: M2Drive): Reason {
  const needed = drive.top + drive.heatsink;
  const what = drive.heatsink > 0 ? `heatsink, ${needed.toFixed(1)}` : needed.toFixed(1);
  if (site.roomAbove === null) return unmeasured('Height', 'the room above the board', needed);
  const fits = needed <= site.roomAbove;
  if (!fits && drive.heatsink > 0 && drive.top <= site.roomAbove) {
    const measured = { measured: `${needed.toFixed(1)} mm`, limit: `${site.roomAbove.toFixed(1)} mm` };
    const bare = `bare it has ${drive.top.toFixed(1)} of ${site.roomAbove.toFixed(1)} mm`;
    if (drive.heatsinkOff)
      return { rule: 'Height', outcome: 'limit', ...measured, sentence: `its heatsink has to come off: ${bare}` };
    if (drive.heatsinkOff === undefined) {
      const sentence = `with its heatsink too high; ${bare}: not known whether it can be taken off`;
      return {
        rule: 'Height',
        outcome: 'unknown',
        ...measured,
        sentence,
        remedy: 'look whether the heatsink is glued or clipped',
      };
    }
  }
  return {
    rule: 'Height',
    outcome: fits ? 'pass' : 'fail',
    measured: `${needed.toFixed(1)} mm`,
    limit: `${site.roomAbove.toFixed(1)} mm`,
    sentence: `${what} of ${site.roomAbove.toFixed(1)} mm${fits ? '' : ': too high'}`,
    ...(fits ? {} : { remedy: drive.heatsink > 0 ? 'the same card without heatsink' : 'a flatter card' }),
  };
}

function below(site: M2Site, drive: M2Drive): Reason {
  if (drive.bottom === 0) return { rule: 'Sides', outcome: 'pass', sentence: 'parts on one side only' };
  if (site.roomBelow === null) return unmeasured('Sides', 'the room under the card', drive.bottom);
  const fits = drive.bottom <= site.roomBelow;
  return {
    rule: 'Sides',
    outcome: fits ? 'pass' : 'fail',
    measured: `${drive.bottom.toFixed(2)} mm`,
    limit: `${site.roomBelow.toFixed(2)} mm`,
    sentence: fits
      ? `parts on both sides, ${drive.bottom.toFixed(2)} of ${site.roomBelow.toFixed(2)} mm below`
      : `parts below need ${drive.bottom.toFixed(2)} mm, room ${site.roomBelow.toFixed(2)}: it would bow`,
    ...(fits ? {} : { remedy: 'a single-sided card' }),
  };
}

function unmeasured(rule: string, what: string, needed: number): Reason {
  return {
    rule,
    outcome: 'unknown',
    measured: `${needed.toFixed(1)} mm`,
    sentence: `not known: measure ${what}, ${needed.toFixed(1)} mm needed`,
    remedy: `measure ${what}`,
  };
}
