import { matchRoutes } from 'react-router';
import { describe, expect, it } from 'vitest';
import { firstAsked, viewAt, VIEWS } from './addresses';

describe('what is asked for ahead', () => {
  it('is what the page at an address shows first', () => {
    expect(firstAsked('/')).toEqual([{ of: 'session' }, { of: 'floor' }]);
    expect(firstAsked('/shelf')).toEqual([{ of: 'session' }]);
    expect(firstAsked('/jobs')).toEqual([{ of: 'session' }]);
    expect(firstAsked('/jobs/u-2408/plan')).toEqual([{ of: 'session' }, { of: 'job', tag: 'U-2408' }]);
  });

  it('is the view that the router opens there', () => {
    const routes = VIEWS.map(([path], n) => ({ id: String(n), path: `/${path}` }));
    const addresses = VIEWS.flatMap(([path]) => {
      const filled = `/${path.replace(/:\w+\??/g, 'U-1')}`;
      return [filled, `${filled}/more`, filled.replace(/(?<=.)\/[^/]*$/, '')];
    });
    expect(addresses.length).toBeGreaterThan(60);
    for (const address of [...addresses, '/print/tag/U-1', '/nowhere']) {
      const opened = matchRoutes(routes, address)?.[0]?.route.id;
      expect([address, VIEWS.findIndex((one) => one === viewAt(address))]).toEqual([address, Number(opened ?? -1)]);
    }
  });
});
