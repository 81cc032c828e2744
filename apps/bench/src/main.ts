import { randomUUID } from 'node:crypto';
import { createAgent } from './agent';
import { httpLink } from './http-link';
import type { Berth } from './berth/berth';
import { linuxBerth } from './linux';
import { SCENARIOS, simulatedBerth } from './simulated';
import { tokenFile } from './token-file';

const TURN = 1000;

/**
 * Reads "1=healthy,2=stalls" into simulated berths, "1=linux" into one of this machine; the sockets whose drives belong
 * to it may follow, each behind a further "=". Throws with what to write instead.
 */
function berthsOf(text: string, speed: number): Berth[] {
  return text.split(',').map((entry) => {
    const [given, kind, ...sockets] = entry.split('=');
    const number = Number(given);
    if (Number.isInteger(number) && number > 0) {
      if (kind === 'linux') return linuxBerth(number, sockets);
      const scenario = SCENARIOS.find((one) => one === kind);
      if (scenario) return simulatedBerth(number, scenario, speed);
    }
    throw new Error(
      `UDREL_BERTHS: “${entry}” is no berth. Write number=linux, number=linux=socket=socket with names of ` +
        `/dev/disk/by-path, or number=scenario with ${SCENARIOS.join(', ')}.`,
    );
  });
}

async function main(): Promise<void> {
  const { env } = process;
  const speed = Math.min(1000, Math.max(1, Number(env['UDREL_BENCH_SPEED'] ?? 20)));
  const berths = berthsOf(
    env['UDREL_BERTHS'] ?? '1=healthy,2=healthy,3=stalls,4=healthy,5=source written,6=partition lost',
    speed,
  );
  const server = httpLink(
    env['UDREL_SERVER'] ?? 'http://127.0.0.1:4280',
    tokenFile(env['UDREL_AGENT_TOKEN_FILE'] ?? ''),
    (what) => process.stderr.write(`bench agent: ${what}\n`),
  );
  const agent = createAgent('bench', randomUUID(), berths, server);
  let reached = true;
  for (let last = performance.now(); ;) {
    const now = performance.now();
    const before = reached;
    reached = await agent.turn(now - last);
    if (before && !reached) process.stderr.write('bench agent: the server does not answer, keeping figures\n');
    last = now;
    await new Promise((resolve) => setTimeout(resolve, TURN));
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`bench agent: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
