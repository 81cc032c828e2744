import type { Link, Stage } from './types';

/** The link in words: "SATA 3", "x4 gen 3", "USB 10 Gb/s". */
export function linkName(link: Link): string {
  if (link.kind === 'sata') return `SATA ${link.generation}`;
  if (link.kind === 'usb') return `USB ${link.mode}`;
  return `x${link.lanes} gen ${link.generation}`;
}

/** The link two ends agree on: the lower generation and the fewer lanes; null when they do not speak alike. */
export function negotiate(first: Link, second: Link): Link | null {
  if (first.kind === 'sata' && second.kind === 'sata') {
    return first.generation <= second.generation ? first : second;
  }
  if (first.kind === 'pcie' && second.kind === 'pcie') {
    return {
      kind: 'pcie',
      generation: first.generation <= second.generation ? first.generation : second.generation,
      lanes: first.lanes <= second.lanes ? first.lanes : second.lanes,
    };
  }
  return null;
}

/** The stage that limits a chain: the slowest; the first of equals. Null for an empty chain. */
export function slowest(chain: readonly Stage[]): Stage | null {
  return chain.reduce<Stage | null>((least, stage) => (least && least.rate <= stage.rate ? least : stage), null);
}
