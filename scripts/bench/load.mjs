import { Agent, request } from 'node:http';

/**
 * Loads an address for some seconds over a number of connections, each sending its next request once the last was
 * answered. `next(connection)` gives { path, method, headers, body }.
 * Answers median and 99th percentile of the time per request in milliseconds. Throws on any refused request.
 */
export async function load(base, connections, seconds, next) {
  const end = performance.now() + seconds * 1000;
  return loadWhile(base, connections, () => performance.now() < end, next);
}

/** The same for as long as `on()` says so. */
export async function loadWhile(base, connections, on, next) {
  const { hostname, port } = new URL(base);
  const agent = new Agent({ keepAlive: true, maxSockets: connections });
  const times = [];
  await Promise.all(Array.from({ length: connections }, (_none, connection) => one(connection)));
  agent.destroy();
  times.sort((a, b) => a - b);
  const at = (share) => times[Math.min(times.length - 1, Math.floor(times.length * share))];
  return { median: at(0.5), p99: at(0.99), longest: times.at(-1) ?? 0, count: times.length };

  async function one(connection) {
    while (on()) {
      const wanted = next(connection);
      const began = performance.now();
      const { status, text } = await send(wanted);
      times.push(performance.now() - began);
      if (status >= 300) throw new Error(`${wanted.method ?? 'GET'} ${wanted.path}: ${status} ${text.slice(0, 300)}`);
    }
  }

  function send({ path, method = 'GET', headers = {}, body }) {
    return new Promise((resolve, reject) => {
      const sent = request({ agent, hostname, port, path, method, headers }, (response) => {
        let text = '';
        response.setEncoding('utf8');
        response.on('data', (part) => (text += part));
        response.on('end', () => resolve({ status: response.statusCode, text }));
      });
      sent.on('error', reject);
      sent.end(body);
    });
  }
}

export function round(value) {
  return Math.round(value * 1000) / 1000;
}

export function medianOf(values) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)];
}

/** Median time of a computation in milliseconds; the first quarter warms up. */
export function medianTime(act, times) {
  const taken = Array.from({ length: times }, () => {
    const began = performance.now();
    act();
    return performance.now() - began;
  });
  return round(medianOf(taken.slice(times / 4)));
}
