import { useEffect, useRef } from 'react';
import SignaturePad, { type PointGroup } from 'signature_pad';
import styles from './sign-here.module.css';

/** The surface that a signature is kept for, whatever it was drawn on. */
export const WIDTH = 360;
export const HEIGHT = 90;

/** A surface to be signed on with finger, pen or mouse; `path` is what was drawn so far, as an SVG path. */
export function SignHere({ path, draw }: { path: string; draw: (path: string) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const told = useRef(draw);
  const begun = useRef(path);
  useEffect(() => {
    told.current = draw;
  });

  useEffect(() => {
    const surface = canvas.current;
    if (!surface) return;
    const made = new SignaturePad(surface, { minWidth: 1, maxWidth: 2.2, penColor: inkOf(surface) });
    pad.current = made;
    const fit = () => {
      const kept = pathOf(made.toData(), surface.width) || begun.current;
      const sharp = window.devicePixelRatio;
      surface.width = surface.offsetWidth * sharp;
      surface.height = surface.offsetHeight * sharp;
      surface.getContext('2d')?.scale(sharp, sharp);
      made.clear();
      made.fromData(strokesOf(kept, surface.offsetWidth));
    };
    fit();
    const tell = () => told.current(pathOf(made.toData(), surface.offsetWidth));
    made.addEventListener('endStroke', tell);
    window.addEventListener('resize', fit);
    return () => {
      window.removeEventListener('resize', fit);
      made.off();
    };
  }, []);

  useEffect(() => {
    if (path === '') pad.current?.clear();
  }, [path]);

  return (
    <div className={styles.pad}>
      <canvas ref={canvas} className={styles.canvas} role="img" aria-label="Sign here" />
      {path === '' && <span className={styles.hint}>sign here, or type the name alone</span>}
    </div>
  );
}

const inkOf = (surface: Element) => getComputedStyle(surface).getPropertyValue('--ink').trim() || '#000';

/** What was drawn on a surface of that width, as an SVG path on the one that it is kept for. */
function pathOf(strokes: readonly PointGroup[], width: number): string {
  const scale = WIDTH / Math.max(1, width);
  const at = ({ x, y }: { x: number; y: number }) => `${(x * scale).toFixed(1)} ${(y * scale).toFixed(1)}`;
  return strokes.map(({ points }) => points.map((point, n) => `${n === 0 ? 'M' : 'L'}${at(point)}`).join('')).join('');
}

/** The same backwards. */
function strokesOf(path: string, width: number): PointGroup[] {
  const scale = width / WIDTH;
  return path
    .split('M')
    .filter(Boolean)
    .map((stroke) => ({
      ...LINE,
      points: stroke.split('L').map((point, n) => {
        const [x = 0, y = 0] = point.split(' ').map(Number);
        return { x: x * scale, y: y * scale, pressure: 0.5, time: n * 20 };
      }),
    }));
}

const LINE = {
  penColor: 'currentColor',
  dotSize: 0,
  minWidth: 1,
  maxWidth: 2.2,
  velocityFilterWeight: 0.7,
  compositeOperation: 'source-over',
} as const;
