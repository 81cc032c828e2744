import type { Latch } from '@udrel/core/disassembly';
import styles from './picture.module.css';

/** Socket, what is plugged into it, and which way what moves. */
const DRAWN: Readonly<Record<Latch, string>> = {
  // A bar over the ribbon, lifted at its front edge.
  hinged: 'M4 26h32v-8h-32zM36 22h20M10 18v-2l14 -11M18 3l7 1l-2 6',
  // Both ends drawn out along the socket.
  sliding: 'M12 26h32v-8h-32zM44 22h14M12 14h-8M7 11l-3 3l3 3M44 14h8M49 11l3 3l-3 3',
  friction: 'M4 26h28v-10h-28zM32 21h24M44 12h12M52 9l4 3l-4 3',
  // A plug on the board, lifted evenly.
  pressed: 'M14 28h32v-6h-32zM18 22h24v-6h-24zM22 12v-8M19 7l3 -3l3 3M38 12v-8M35 7l3 -3l3 3',
  snapped: 'M22 28h16v-6h-16zM24 22a6 6 0 0 1 12 0M30 14v-10M26 8l4 -4l4 4M36 22h18',
  'wire plug': 'M4 26h18v-12h-18zM22 24h10v-8h-10zM32 18h24M32 22h24M26 10h14M36 7l4 3l-4 3',
};

/** How a connector opens, drawn from its side. */
export function LatchDrawing({ latch }: { latch: Latch }) {
  return (
    <svg viewBox="0 0 60 32" className={styles.latchDrawing} role="img" aria-label={`How a ${latch} connector opens`}>
      <path d={DRAWN[latch]} />
    </svg>
  );
}
