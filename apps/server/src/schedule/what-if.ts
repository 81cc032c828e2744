import type { WhatIfQuery, WhatIfView } from '@udrel/contract/types';
import { workOfWish } from '@udrel/core/schedule';
import type { WishKind } from '@udrel/core/steps';
import type { CommandContext } from '../platform/command-context';
import { openWorks } from './open-works';
import { moment, rangeOf } from './ranges';
import { oneMore } from './scheduler';

/** When one more job of those wishes would be ready with all that is open, and what would be late if it is taken. */
export async function viewWhatIf(
  { manager, now }: Pick<CommandContext, 'manager' | 'now'>,
  { wishes, promisedAt }: WhatIfQuery,
): Promise<WhatIfView> {
  const { works, jobs, bench, pace, lacking, customerOf } = await openWorks(manager, now);
  const asked = wishes.split(',').map((kind) => ({ kind: kind as WishKind, least: 0 }));
  const more = {
    ...workOfWish(asked, now.getTime(), pace, lacking),
    ...{ tag: 'new', promisedAt: promisedAt ? Date.parse(promisedAt) : null },
  };
  const { ready, promise, slips } = await oneMore(works, bench, more);
  return {
    ...rangeOf(ready),
    promise: moment(promise),
    slips: slips.map(({ tag, by }) => ({ tag, by, customer: customerOf(tag) })),
    ...{ open: jobs.length, hands: bench.people.length, berths: bench.berths.length },
  };
}
