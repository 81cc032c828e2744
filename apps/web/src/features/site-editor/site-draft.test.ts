import { describe, expect, it } from 'vitest';
import { draftOf, fieldOfSite, fieldsOf, siteOf, type ModelSite } from './site-draft';

const base = { id: 'a', name: 'Site A', needs: '', disables: '' };
const sites: ModelSite[] = [
  {
    ...base,
    form: 'm2',
    key: 'M',
    posts: [42, 80],
    sata: null,
    pcie: { generation: 3, lanes: 4 },
    roomAbove: null,
    roomBelow: 0,
    screw: true,
  },
  { ...base, form: '2.5', height: 9.5, sata: 3, power12V: false, power3V3: false },
  { ...base, form: '3.5', height: null, sata: 2, power12V: true, connector: 'U.2' },
  { ...base, form: 'msata', size: 'half', sata: 3, screw: false },
  { ...base, form: 'optical', height: 12.7, sata: 1, needs: 'ribbon', alteration: { what: 'cut', height: 15 } },
  { ...base, form: '2.5', height: 9.5, sata: 1, power12V: false, connector: 'PATA 44', pata: 100, fourPin: true },
  { ...base, form: '1.8', height: 5, sata: 2, power12V: false, connector: 'micro SATA', volts: '3.3' },
  { ...base, form: 'pcie', size: 4, pcie: { generation: 3, lanes: 4 }, openEnd: false, bracket: 'low', room: 312 },
  { ...base, form: 'blade', contacts: '7+17', sata: 3, pcie: null, roomAbove: 3, screw: true },
  { id: 'n', name: 'Site N', form: 'soldered' },
];
const typed = (site: ModelSite | undefined, over: Record<string, string>) => {
  if (!site) throw new Error('no site');
  return siteOf(site, { ...draftOf(site), ...over });
};

describe('what could be altered', () => {
  it('is said with what the site then takes', () => {
    const cut = { altered: 'cut the rib', alteredHeight: '9,5' };
    expect(typed(sites[1], cut)).toMatchObject({ body: { alteration: { what: 'cut the rib', height: 9.5 } } });
    expect(typed(sites[1], { alteredHeight: '9.5' })).toMatchObject({ problems: [{ field: 'alteration.what' }] });
    expect(typed(sites[0], { altered: 'drill', alteredPosts: '81' })).toMatchObject({
      problems: [{ field: 'alteration.posts' }],
    });
    expect(typed(sites[4], { altered: '', alteredHeight: '' })).not.toHaveProperty('body.alteration');
  });
});

describe('a site in its form', () => {
  it('comes back as it was, also what has no field', () => {
    for (const site of sites) expect(siteOf(site, draftOf(site))).toEqual({ ok: true, body: site });
  });

  it('is confirmed by being recorded', () => {
    const [site] = sites;
    if (!site) throw new Error('no site');
    expect(siteOf({ ...site, unconfirmed: true }, draftOf(site))).toEqual({ ok: true, body: site });
  });

  it('takes what was measured, with a comma too', () => {
    expect(typed(sites[0], { roomAbove: '2,4', posts: '30 80', pcie: 'none', sata: '3' })).toMatchObject({
      ok: true,
      body: { roomAbove: 2.4, posts: [30, 80], pcie: null, sata: 3 },
    });
    // What nobody looked at is neither wired nor not.
    expect(typed(sites[0], { pcie: '', sata: '' })).not.toHaveProperty('body.pcie');
    const looked = typed(sites[2], { power3V3: 'yes', height: '' });
    expect(looked).toMatchObject({ ok: true, body: { power3V3: true, height: null } });
    expect(typed(sites[1], { power3V3: '' })).toMatchObject({
      ok: true,
      body: expect.not.objectContaining({ power3V3: false }) as object,
    });
  });

  it.each([
    [{ roomAbove: 'high' }, 'roomAbove'],
    [{ roomBelow: '-1' }, 'roomBelow'],
    [{ posts: '80, 85' }, 'posts'],
    [{ posts: '' }, 'posts'],
  ])('names the field of %o', (over, field) => {
    expect(typed(sites[0], over)).toMatchObject({ ok: false, problems: [{ field }] });
  });

  it('says everything that is wrong with it at once', () => {
    const wrong = typed(sites[0], { roomAbove: 'high', posts: '85', alteredPosts: '42' });
    expect(wrong.ok ? [] : wrong.problems.map(({ field }) => fieldOfSite(field))).toEqual([
      'altered',
      'posts',
      'roomAbove',
    ]);
  });

  it('has a field for everything that can be missing', () => {
    expect(fieldsOf('m2').map(({ name }) => name)).toContain('roomAbove');
    expect(fieldsOf('2.5').map(({ name }) => name)).toContain('power3V3');
  });
});
