import { spawn } from 'node:child_process';

/** The folder of this checkout. */
export const ROOT = new URL('../..', import.meta.url).pathname;

/** Ends the process with a sentence that says what to do. */
export function fail(sentence) {
  console.error(`\n${sentence}\n`);
  process.exit(1);
}

/**
 * Runs a command to its end; answers its exit code and what it printed. With `show`, it prints as it goes; `started` is
 * given the process. */
export function run(
  command,
  args,
  { show = false, cwd = ROOT, env = process.env, started = () => undefined, ...rest } = {},
) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd, env, stdio: ['ignore', 'pipe', 'pipe'], ...rest });
    started(child);
    let output = '';
    for (const stream of [child.stdout, child.stderr]) {
      stream.setEncoding('utf8');
      stream.on('data', (text) => {
        output += text;
        if (show) process.stdout.write(text);
      });
    }
    child.on('error', (error) => resolve({ code: 127, output: `${output}${error.message}` }));
    child.on('close', (code, signal) => resolve({ code: code ?? 128, signal, output }));
  });
}

/** The environment for running programs of the installed packages by name. */
export function binEnv(more = {}) {
  return { ...process.env, ...more, PATH: `${ROOT}node_modules/.bin:${process.env.PATH}` };
}

export const sleep = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** Waits until `probe` answers something true; null when it takes longer than that. */
export async function until(probe, milliseconds, step = 50) {
  const end = Date.now() + milliseconds;
  for (;;) {
    const found = await probe();
    if (found) return found;
    if (Date.now() > end) return null;
    await sleep(step);
  }
}
