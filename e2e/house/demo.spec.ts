import { expect, test } from '@playwright/test';
import { signIn } from '../support/bench';

interface Floor {
  hands: { tag: string; slack: number | null; step: { station: string } }[];
}
interface Match {
  drives: Record<
    string,
    {
      candidates: {
        verdict: string;
        needMet: boolean;
        link: object | null;
        reasons: { outcome: string; rule: string }[];
      }[];
    }[]
  >;
  memory: { sets: { refused: boolean; reachesWish: boolean }[] };
}
interface Job {
  snapshot: { facts: { health?: { grade: string }; 'partition table'?: { partitions: { encrypted: boolean }[] } } };
  runs: { outcome: string }[];
  closedAt: string | null;
}

test('the demo shop shows every station, verdict and trouble at least once', async ({ page }) => {
  await signIn(page);
  const get = async <T>(path: string) => (await (await page.request.get(`/api/v1${path}`)).json()) as T;

  const floor = await get<Floor>('/floor');
  const stations = new Set(floor.hands.map((row) => row.step.station));
  expect([...stations].sort()).toEqual(['Assess', 'Copy', 'Hand over', 'Match', 'Plan', 'Prove', 'Swap']);
  expect((await get<unknown[]>('/runs')).length).toBeGreaterThan(0);
  expect(floor.hands.some((row) => row.slack !== null && row.slack < 0)).toBe(true);

  const rows: { tag: string }[] = [];
  // Page by page: there are more than one holds.
  for (let after: string | null = ''; after !== null;) {
    const further: string = after === '' ? '' : `&after=${encodeURIComponent(after)}`;
    const page: { rows: { tag: string }[]; after: string | null } = await get(`/jobs?all=yes${further}`);
    rows.push(...page.rows);
    after = page.after;
  }
  const jobs = await Promise.all(rows.map(({ tag }) => get<Job>(`/jobs/${tag}`)));
  const matches = await Promise.all(rows.map(({ tag }) => get<Match>(`/jobs/${tag}/match`)));
  const candidates = matches.flatMap((match) =>
    Object.values(match.drives).flatMap((sites) => sites.flatMap((site) => site.candidates)),
  );

  expect(new Set(candidates.map((one) => one.verdict))).toEqual(
    new Set(['fits', 'fits with parts', 'fits with alteration', 'no', 'cannot tell']),
  );
  const failing = new Set(
    candidates.flatMap((one) => one.reasons.filter((r) => r.outcome === 'fail').map((r) => r.rule)),
  );
  expect([...failing]).toEqual(
    expect.arrayContaining([
      'Form',
      'Key',
      'Length',
      'Protocol',
      'Height',
      'Sides',
      'Connector',
      'Sector size',
      'Starts from it',
    ]),
  );
  expect(candidates.some((one) => one.verdict === 'fits' && !one.needMet)).toBe(true);
  expect(candidates.some((one) => one.reasons.some((r) => r.rule === 'Link' && r.outcome === 'limit'))).toBe(true);
  const memory = matches.flatMap((match) => match.memory.sets);
  expect(memory.some((set) => set.refused) && memory.some((set) => !set.refused && set.reachesWish)).toBe(true);

  expect(new Set(jobs.map((job) => job.snapshot.facts.health?.grade))).toEqual(
    new Set(['good', 'watch', 'failing', 'unknown', undefined]),
  );
  expect(jobs.some((job) => job.snapshot.facts['partition table']?.partitions.some((one) => one.encrypted))).toBe(true);
  expect(new Set(jobs.flatMap((job) => job.runs.map((run) => run.outcome)))).toEqual(
    new Set(['running', 'ended well', 'ended with losses', 'failed']),
  );
  expect(jobs.some((job) => job.closedAt !== null)).toBe(true);
});
