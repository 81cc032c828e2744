import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readVCards, writeVCard, type CardPerson } from '.';

const ID = '2f1c1c1e-6a0e-4d0c-8f58-3f6b0c2a9d11';

describe('vCards', () => {
  it('are written by RFC 6350, and read back as they were', () => {
    const person: CardPerson = {
      ...{ name: 'Tolliver & Daughter; Ship’s Chandlers, Merrow', phones: ['01555 010 166', '+353 1 5550'] },
      ...{ email: 'shop@tolliver.example', street: 'Quay 4, left', postcode: 'M4 2SL', town: 'Merrow', country: 'IE' },
    };
    const text = writeVCard(person, ID);
    expect(text.startsWith('BEGIN:VCARD\r\nVERSION:4.0\r\n')).toBe(true);
    expect(text).toContain(`:urn:uuid:${ID}\r\n`);
    expect(readVCards(text)).toEqual({ people: [person], problems: [] });
  });

  it('of version 3.0 with groups, types and folded lines are read', () => {
    const text = [
      'BEGIN:VCARD',
      'VERSION:3.0',
      'N:Quayle;Hesper;;;',
      'FN:Hesper Quayle',
      'item1.TEL;TYPE=CELL:07700 010',
      '  302',
      'EMAIL;TYPE=INTERNET,PREF:h@nightschool.example',
      'ADR;TYPE=HOME:;;Rope Walk 3;Merrow Sound;;M4 0QB;Ireland',
      'END:VCARD',
    ].join('\r\n');
    expect(readVCards(text).people).toEqual([
      {
        ...{ name: 'Hesper Quayle', phones: ['07700 010 302'], email: 'h@nightschool.example', street: 'Rope Walk 3' },
        ...{ town: 'Merrow Sound', postcode: 'M4 0QB', country: '' },
      },
    ]);
  });

  it('that cannot be read, or have no name, do not take the others with them', () => {
    const good = writeVCard({ name: 'A', phones: [], email: '', street: '', postcode: '', town: '', country: '' }, ID);
    const bad = 'BEGIN:VCARD\r\nVERSION:4.0\r\nTEL:1\r\nEND:VCARD\r\n';
    const broken = 'BEGIN:VCARD\r\nVERSION\r\nEND:VCARD\r\n';
    const { people, problems } = readVCards(bad + broken + good);
    expect(people.map(({ name }) => name)).toEqual(['A']);
    expect(problems).toEqual(['Card 1: it has no name.', 'Card 2: it cannot be read.']);
    expect(readVCards('name,phone').problems).toEqual(['There is no vCard in it.']);
  });

  it('come back as they went, whatever people are called, and nothing makes reading throw', () => {
    const word = fc
      .string({ minLength: 1, maxLength: 30, unit: 'grapheme' })
      .map((text) => text.replace(/\s+/g, ' ').trim())
      .filter((text) => text !== '' && !/[\p{Cc}\p{Cf}\p{Cn}\p{Cs}\u2028\u2029]|^(tel|mailto):/iu.test(text));
    const maybe = fc.oneof(fc.constant(''), word);
    const person = fc.record({
      ...{ name: word, phones: fc.array(word, { maxLength: 3 }), email: maybe },
      ...{ street: maybe, postcode: maybe, town: maybe, country: fc.constantFrom('', 'IE', 'EE') },
    });
    fc.assert(
      fc.property(person, (one) => {
        expect(readVCards(writeVCard(one, ID)).people).toEqual([one]);
      }),
    );
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(() => readVCards(`BEGIN:VCARD\r\n${text}\r\nEND:VCARD`)).not.toThrow();
      }),
    );
  });
});
