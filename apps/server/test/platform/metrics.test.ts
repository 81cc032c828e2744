import { describe, expect, it } from 'vitest';
import { TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
const metrics = (headers: Record<string, string> = {}) =>
  fetch(`${shop.base.replace('/api/v1', '')}/metrics`, { headers });

describe('the figures of a server', () => {
  it('are how long its answers took, by the address as it is declared, with its process and its pool', async () => {
    await shop.as.counter.get('/jobs/U-9999');
    await shop.as.counter.get('/jobs/U-9998');
    const text = await (await metrics()).text();
    expect(text).toContain('udrel_request_seconds_count{method="GET",path="/jobs/:tag",status="404"} 2');
    expect(text).not.toContain('U-9999');
    expect(text).toMatch(/udrel_database_connections\{state="idle"\} \d/);
    expect(text).toContain('process_resident_memory_bytes');
  });

  it('are told to this computer, and elsewhere to whoever has the token', async () => {
    const elsewhere = { 'x-forwarded-for': '192.0.2.7' };
    expect((await metrics(elsewhere)).status).toBe(403);
    expect((await metrics({ ...elsewhere, authorization: 'Bearer guessed' })).status).toBe(403);
    expect((await metrics({ ...elsewhere, authorization: `Bearer ${TEST_CONFIG.metricsToken}` })).status).toBe(200);
  });
});

describe('a server', () => {
  it('is ready while its database answers', async () => {
    expect((await shop.nobody.get('/ready')).body).toEqual({ ready: true });
  });
});
