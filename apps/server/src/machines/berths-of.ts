import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import type { AgentIdentity } from '../platform/http/handlers';

/** Where it is kept of which berth something was asked. */
const BERTH_OF = {
  'read back': 'select b.number from read_back_request r join berth b on b.id = r.berth_id where r.id = $1',
  reads: 'select b.number from reads_request r join berth b on b.id = r.berth_id where r.id = $1',
  wipe: 'select b.number from wipe r join berth b on b.id = r.berth_id where r.id = $1',
} as const;

/** Refuses what an agent says of a berth that its token does not speak for. */
export function requireBerth(agent: AgentIdentity, berth: number): void {
  if (!agent.speaksFor(berth))
    throw new Refusal(403, 'not-your-berth', `The token of ${agent.name} does not speak for berth ${berth}.`);
}

/** Refuses an answer to what was asked of a berth that the token of whoever answers does not speak for. */
export async function requireBerthOf(
  manager: EntityManager,
  agent: AgentIdentity,
  what: keyof typeof BERTH_OF,
  id: string,
): Promise<void> {
  const asked = await firstRow<{ number: number }>(manager, BERTH_OF[what], [id]);
  // What nobody asks any more is told so by whoever takes the answer.
  if (asked) requireBerth(agent, asked.number);
}
