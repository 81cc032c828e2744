import { spawn, type ChildProcess } from 'node:child_process';

export interface Started {
  child: ChildProcess;
  printed: () => string;
  ended: Promise<number | null>;
}

/** `npm start` as a stranger would call it, with its settings. */
export function start(settings: Record<string, string>): Started {
  const env = { ...process.env, UDREL_BENCH_SPEED: '20', ...settings };
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: new URL('../..', import.meta.url).pathname,
    env,
  });
  let text = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => (text += String(part)));
  const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
  return { child, printed: () => text, ended };
}
