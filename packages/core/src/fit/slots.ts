import { linkName } from '../links';
import { fail, limit, pass, unknown, type Reason } from '../reason';
import type { PresentedBlade, PresentedCard } from './adapt';
import type { BladeSite, PcieSite, SlotSize } from './types';

/** Rules of a card in a PCIe slot (PCI Express Card Electromechanical: edges, brackets, lengths). */
export function pcieRules(site: PcieSite, card: PresentedCard): Reason[] {
  return [edge(site, card), lanes(site), bracket(site, card), room(site, card), ...places(site, card)];
}

const named = (size: SlotSize) => `x${size}`;

/** A longer card goes into a slot with an open end and uses the lanes that are there. */
function edge(site: PcieSite, card: PresentedCard): Reason {
  const measured = { measured: named(card.size), limit: named(site.size) };
  if (card.size <= site.size)
    return { ...pass('Slot', `${named(card.size)} card in ${named(site.size)}`), ...measured };
  if (site.openEnd === undefined) {
    const sentence = `${named(card.size)} card in ${named(site.size)}: not known whether the slot is open at its end`;
    return { ...unknown('Slot', sentence, 'look at the end of the slot'), ...measured };
  }
  return site.openEnd
    ? { ...pass('Slot', `${named(card.size)} card over the open end of ${named(site.size)}`), ...measured }
    : {
        ...fail('Slot', `${named(card.size)} card, the slot ends after ${named(site.size)}`, 'a shorter card'),
        ...measured,
      };
}

function lanes({ pcie }: PcieSite): Reason {
  if (!pcie) return unknown('Protocol', 'not known which lanes are wired to the slot', 'read it in the board’s manual');
  return pass('Protocol', `PCIe on ${linkName({ kind: 'pcie', ...pcie })}`);
}

function bracket(site: PcieSite, card: PresentedCard): Reason {
  const fits = card.bracket === 'both' || card.bracket === site.bracket;
  const measured = { measured: card.bracket, limit: site.bracket };
  return fits
    ? { ...pass('Bracket', `${site.bracket} bracket`), ...measured }
    : {
        ...fail(
          'Bracket',
          `has a ${card.bracket} bracket only, the case takes ${site.bracket} ones`,
          `a card with a ${site.bracket} bracket`,
        ),
        ...measured,
      };
}

function room(site: PcieSite, { length }: PresentedCard): Reason {
  const measured = `${length} mm`;
  if (site.room === null) {
    const what = 'the free length behind the bracket';
    return { ...unknown('Length', `not known: measure ${what}, ${length} mm needed`, `measure ${what}`), measured };
  }
  const both = { measured, limit: `${site.room} mm` };
  return length <= site.room
    ? { ...pass('Length', `${length} of ${site.room} mm`), ...both }
    : { ...fail('Length', `${length} mm long, ${site.room} mm are free`, 'a shorter card'), ...both };
}

/** Of several drives on a card only the first is seen where nothing shares the lanes among them. */
function places({ splits }: PcieSite, { places: count = 1, ownSwitch = false }: PresentedCard): Reason[] {
  if (count === 1 || ownSwitch || splits) return [];
  const why = splits === false ? 'firmware does not split the lanes' : 'not known whether firmware splits the lanes';
  return [limit('Splitting', `${why}: of ${count} places only the first is sure to be seen, put it there`)];
}

/** The rule by which what wakes from sleep is tried. */
export const SLEEP = 'Sleep';

/** Rules of a flat card in a maker's own slot: its contacts are no standard, so they must be the same. */
export function bladeRules(site: BladeSite, card: PresentedBlade): Reason[] {
  const same = site.contacts === card.contacts;
  const contacts = same
    ? pass('Contacts', `${card.contacts} contacts`)
    : fail(
        'Contacts',
        `${card.contacts} contacts, the slot has ${site.contacts}`,
        `a card or adapter with ${site.contacts}`,
      );
  return [
    { ...contacts, measured: card.contacts, limit: site.contacts },
    bladeProtocol(site, card),
    thickness(site, card),
    ...(card.adapted ? [limit(SLEEP, 'behind an adapter some do not wake from sleep: it is tried in Prove')] : []),
  ];
}

function bladeProtocol(site: BladeSite, { link }: PresentedBlade): Reason {
  const speaks = link.kind === 'sata' ? 'SATA' : 'PCIe';
  const wired = link.kind === 'sata' ? site.sata : site.pcie;
  if (wired === undefined)
    return unknown(
      'Protocol',
      `not known whether the slot carries ${speaks}`,
      'look at what sits in it, or in its manual',
    );
  return wired === null
    ? fail(
        'Protocol',
        `the slot carries no ${speaks}: the card is not seen`,
        link.kind === 'sata' ? 'a PCIe card' : 'a SATA card',
      )
    : pass('Protocol', `${speaks} is wired`);
}

function thickness(site: BladeSite, { top }: PresentedBlade): Reason {
  const measured = `${top.toFixed(1)} mm`;
  if (site.roomAbove === null) {
    const what = 'the room above the slot';
    return { ...unknown('Height', `not known: measure ${what}, ${measured} needed`, `measure ${what}`), measured };
  }
  const both = { measured, limit: `${site.roomAbove.toFixed(1)} mm` };
  const told = `${measured} of ${both.limit}`;
  return top <= site.roomAbove
    ? { ...pass('Height', told), ...both }
    : { ...fail('Height', `${told}: too high`, 'a flatter card or adapter'), ...both };
}
