import { load, round } from './load.mjs';
import { sleep } from '../lib/run.mjs';

const SAMPLES = 10;

/**
 * Loads the server for some minutes and answers how its memory after collection grows, MB a minute (least squares
 * over the second half, when caches and pools have filled). `heap` has the server collect and tells its heap in MB.
 */
export async function memorySlope(server, cookie, tags, minutes, heap) {
  const points = [];
  const paths = ['/api/v1/jobs', '/api/v1/floor', ...tags.map((tag) => `/api/v1/jobs/${tag}`), '/api/v1/parts?find='];
  for (let sample = 0; sample < SAMPLES; sample++) {
    let turn = 0;
    const next = () => ({ path: paths[turn++ % paths.length], headers: { cookie } });
    await load(server, 8, (minutes * 60) / SAMPLES, next);
    await sleep(300);
    points.push({ at: ((sample + 1) * minutes) / SAMPLES, used: await heap() });
  }
  const half = points.slice(SAMPLES / 2);
  const mean = (key) => half.reduce((sum, point) => sum + point[key], 0) / half.length;
  const [at, used] = [mean('at'), mean('used')];
  const slope =
    half.reduce((sum, point) => sum + (point.at - at) * (point.used - used), 0) /
    half.reduce((sum, point) => sum + (point.at - at) ** 2, 0);
  return {
    [`heap after collection, MB, each ${round(minutes / SAMPLES)} min`]: points
      .map((point) => round(point.used))
      .join(' '),
    'memory slope, MB a minute': round(slope),
  };
}
