import { beforeAll, describe, expect, it } from 'vitest';
import type {
  DiaryView,
  FeedLinksView,
  JobView,
  MovedView,
  NightView,
  OpenListView,
  OrderView,
  PersonView,
  Problem,
  ScheduleView,
  VisitView,
} from '@udrel/contract/types';
import { booking, stockUp, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let tag = '';
const HOUR = 3_600_000;
const later = (hours: number) => new Date(shop.clock.now.getTime() + hours * HOUR).toISOString();

beforeAll(async () => {
  stock = await stockUp(shop);
  const formats = { locale: 'en-GB', currency: '', timeZone: 'Europe/Dublin', paper: 'A4' };
  await shop.as.owner.send('PUT', '/shop/formats', formats);
  const day = { from: '09:00', until: '18:00' };
  await shop.as.owner.send('PUT', '/shop/hours', {
    week: [day, day, day, day, day, null, null],
    closed: [{ day: '2026-06-08', name: 'Regatta' }],
  });
  const made = await shop.as.counter.send<OrderView>('POST', '/orders', booking(stock, { promisedAt: later(30) }));
  tag = made.body.jobs[0]?.tag ?? '';
});

const people = async () => (await shop.as.counter.get<PersonView[]>('/shop/people')).body;
const schedule = async () => (await shop.as.counter.get<ScheduleView>('/schedule')).body;
const diary = async (query = '') => (await shop.as.counter.get<DiaryView & Problem>(`/diary${query}`)).body;

describe('who is at the bench', () => {
  it('is a technician whenever the shop is open, until the owner says otherwise', async () => {
    const technician = (await people()).find(({ role }) => role === 'technician');
    expect(technician).toMatchObject({ atBench: true, week: null, off: [] });
    expect((await people()).filter(({ atBench }) => atBench)).toHaveLength(1);
    const hours = { atBench: true, abilities: ['copying'], week: null, off: [] };
    const id = technician?.id ?? '';
    expect((await shop.as.technician.send('PUT', `/shop/people/${id}`, hours)).status).toBe(403);
    const wrong = await shop.as.owner.send<Problem>('PUT', `/shop/people/${id}`, {
      ...hours,
      off: [{ from: '2026-06-03', until: '2026-06-02', name: '' }],
    });
    expect(wrong.body.problems?.[0]?.field).toBe('off.0.until');
  });

  it('moves what is ready when somebody is away', async () => {
    const [first] = (await schedule()).jobs;
    const id = (await people()).find(({ atBench }) => atBench)?.id ?? '';
    const away = { from: '2026-06-01', until: '2026-06-03', name: 'away' };
    const whole = { atBench: true, abilities: ['copying', 'opening devices'], week: null };
    await shop.as.owner.send('PUT', `/shop/people/${id}`, { ...whole, off: [away] });
    const [moved] = (await schedule()).jobs;
    expect(moved?.tag).toBe(tag);
    expect(Date.parse(moved?.usually ?? '')).toBeGreaterThan(Date.parse(first?.usually ?? ''));
    expect(moved?.early.slice(0, 10)).toBe('2026-06-04');
    await shop.as.owner.send('PUT', `/shop/people/${id}`, { ...whole, off: [] });
    expect((await schedule()).jobs).toEqual([first]);
  });
});

describe('the diary', () => {
  it('has days with their hours, who is there, what they do and what is promised', async () => {
    const week = await diary();
    expect(week.days).toHaveLength(7);
    expect(week.days[0]).toMatchObject({ day: '2026-06-01', open: { until: '2026-06-01T17:00:00.000Z' }, closed: '' });
    expect(week.days[5]).toMatchObject({ open: null, closed: 'closed' });
    const person = week.lanes.find(({ kind }) => kind === 'person');
    expect(person?.pieces[0]).toMatchObject({ tag, kind: 'hands', late: false, agreedAt: null });
    expect(week.promises).toMatchObject([{ tag, asks: true }]);
    expect((await diary('?from=2026-06-08&days=1')).days).toMatchObject([{ open: null, closed: 'Regatta' }]);
    expect((await diary('?days=3')).problems?.[0]?.field).toBe('days');
  });

  it('begins a job no earlier than was agreed, and says before what that does', async () => {
    const at = '2026-06-04T09:00:00.000Z';
    const moved = (await shop.as.counter.get<MovedView>(`/diary/moved?tag=${tag}&at=${at}`)).body;
    expect(moved.slips).toMatchObject([{ tag }]);
    expect(moved.ready.early > at).toBe(true);
    const { version } = (await shop.as.counter.get<JobView>(`/jobs/${tag}`)).body;
    const agreed = await shop.as.counter.send<{ version: number }>('PUT', `/jobs/${tag}/begin`, { version, at });
    expect(agreed.body.version).toBe(version + 1);
    const stale = await shop.as.counter.send('PUT', `/jobs/${tag}/begin`, { version, at: null });
    expect(stale.status).toBe(409);
    const piece = (await diary()).lanes.flatMap(({ pieces }) => pieces).find((one) => one.tag === tag);
    expect(piece).toMatchObject({ from: at, agreedAt: at, late: true });
    await shop.as.counter.send('PUT', `/jobs/${tag}/begin`, { version: version + 1, at: null });
    expect((await schedule()).jobs[0]?.early.slice(0, 10)).toBe('2026-06-01');
  });

  it('has visits that are agreed, which count as work from then on, and end', async () => {
    const visit = {
      ...{ customer: 'Pottery', phone: '', wishes: ['memory'], note: 'two modules', promisedAt: null },
      at: '2026-06-02T08:00:00.000Z',
    };
    const made = await shop.as.counter.send<VisitView>('POST', '/visits', visit);
    expect(made.body).toMatchObject({ tag: 'B-1', customer: 'Pottery' });
    const forecast = (await schedule()).jobs.find((one) => one.tag === 'B-1');
    expect((forecast?.early ?? '') > visit.at).toBe(true);
    expect((await diary()).visits).toMatchObject([{ tag: 'B-1', note: 'two modules' }]);
    const { id } = made.body;
    const at = '2026-06-03T08:00:00.000Z';
    const moved = { visit: { ...visit, at }, was: visit.at };
    expect((await shop.as.counter.send<VisitView>('PUT', `/visits/${id}`, moved)).body.at).toBe(at);
    // Somebody else has it where it was.
    expect((await shop.as.technician.send('PUT', `/visits/${id}`, moved)).status).toBe(409);
    expect((await shop.as.counter.send('POST', `/visits/${id}/end`, { as: 'came' })).status).toBe(200);
    expect((await shop.as.counter.send('POST', `/visits/${id}/end`, { as: 'cancelled' })).status).toBe(409);
    expect((await diary()).visits).toEqual([]);
  });
});

describe('the diary elsewhere', () => {
  const read = (path: string) => shop.nobody.raw(path.replace('/api/v1', ''));

  it('is read as a calendar by whoever holds its address, until it is made anew', async () => {
    const made = (await shop.as.technician.send<FeedLinksView>('PUT', '/diary/calendars', { of: 'me', none: false }))
      .body;
    await shop.as.technician.send('PUT', '/diary/calendars', { of: 'shop', none: false });
    const shops = (await shop.as.counter.get<FeedLinksView>('/diary/calendars')).body;
    expect(shops).toMatchObject({ own: null });
    const own = await read(made.own?.path ?? '');
    expect(own.headers.get('content-type')).toContain('text/calendar');
    const text = await own.text();
    expect(text).toContain(`SUMMARY:${tag} Ferry office`);
    expect(await (await read(shops.shop?.path ?? '')).text()).toContain(`${tag} Ferry office promised`);
    await shop.as.technician.send('PUT', '/diary/calendars', { of: 'me', none: true });
    expect((await read(made.own?.path ?? '')).status).toBe(404);
  });

  it('has every open job on a list', async () => {
    const { open, jobs } = (await shop.as.counter.get<OpenListView>('/diary/open-jobs')).body;
    expect([open, jobs[0]?.tag, jobs[0]?.customer]).toEqual([1, tag, 'Ferry office']);
  });
});

describe('before closing', () => {
  it('says until when it is open, and what keeps a run from being begun', async () => {
    const night = (await shop.as.technician.get<NightView>('/schedule/before-closing')).body;
    expect([night.closesAt, night.opensAt]).toEqual(['2026-06-01T17:00:00.000Z', '2026-06-02T08:00:00.000Z']);
    expect(night.begin).toEqual([]);
    expect(night.not).toMatchObject([{ tag, run: 'copy', why: 'the customer is asked', customer: 'Ferry office' }]);
  });
});

describe('what is promised', () => {
  it('is late in the line above and in what is to be done for it as by its flags', async () => {
    for (const hours of [2, 20, 21, 22, 23, 24, 25, 26, 44, 46, 48, 50]) {
      const sent = booking(stock, { promisedAt: later(hours) });
      expect((await shop.as.counter.send('POST', '/orders', sent)).status).toBe(201);
    }
    const { promises, overload, lanes } = await diary();
    const late = promises.filter(({ usually, promisedAt }) => usually > promisedAt);
    expect(late.length).toBeGreaterThan(0);
    expect(overload.late).toBe(late.length);
    const outlined = lanes.flatMap(({ pieces }) => pieces).filter((piece) => piece.late);
    const tags = new Set(outlined.map((piece) => piece.tag));
    expect([...tags].sort()).toEqual(late.map((promise) => promise.tag).sort());
  });
});
