import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import type { HandsView } from '@udrel/contract/types';
import { HandsRow } from './HandsRow';
import type { Planned } from './planned';
import styles from './floor.module.css';

/** Height of a row whose words stand on one line, px; each is measured once it is drawn. */
const ROW = 60;
/** What is drawn before the height of the list is known, px. */
const FIRST = { width: 640, height: 480 };

/** Everything that wants hands, in its order: of its rows those in sight are drawn. */
export function HandsList(props: {
  hands: readonly HandsView[];
  planned: Planned | null;
  heads: ReadonlyMap<string, string> | undefined;
}) {
  const { hands, planned, heads } = props;
  const list = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer<HTMLDivElement, HTMLLIElement>({
    count: hands.length,
    getScrollElement: () => list.current,
    estimateSize: () => ROW,
    initialRect: FIRST,
    overscan: 3,
    // Sizes are told by what watches them: to ask for one would have the page laid out in the middle of drawing it.
    observeElementRect: ({ scrollElement }, told) => watched(scrollElement, (size) => told(size)),
    observeElementOffset: ({ scrollElement }, told) => {
      const scrolled = () => told(scrollElement?.scrollTop ?? 0, false);
      scrollElement?.addEventListener('scroll', scrolled, { passive: true });
      return () => scrollElement?.removeEventListener('scroll', scrolled);
    },
    scrollToFn: (offset, { adjustments = 0, behavior = 'auto' }, { scrollElement }) => {
      // It begins at the top by itself.
      if (offset + adjustments > 0) scrollElement?.scrollTo({ top: offset + adjustments, behavior });
    },
    measureElement: (row, told, { measurementsCache }) =>
      told?.borderBoxSize[0]?.blockSize ?? measurementsCache[Number(row.dataset['index'])]?.size ?? ROW,
  });
  const seen = virtual.getVirtualItems();
  const room = { paddingTop: seen[0]?.start ?? 0, paddingBottom: virtual.getTotalSize() - (seen.at(-1)?.end ?? 0) };
  return (
    // The room for what is not drawn is within what scrolls: as its own it would make that as high as itself, and more be drawn.
    <div ref={list} className={styles.list} tabIndex={0}>
      <ul className={styles.rows} style={room} aria-label="Hands next">
        {seen.map(({ index }) => {
          const row = hands[index];
          return (
            row && (
              <HandsRow
                key={row.tag}
                row={row}
                at={index}
                of={hands.length}
                planned={planned}
                head={heads?.get(row.tag)}
                measure={virtual.measureElement}
              />
            )
          );
        })}
      </ul>
    </div>
  );
}

/** Tells the size of an element whenever it is laid out otherwise; answers how to leave it. */
function watched(element: Element | null, told: (size: { width: number; height: number }) => void): () => void {
  const watch = new ResizeObserver(([entry]) => {
    const size = entry?.borderBoxSize[0];
    if (size) told({ width: size.inlineSize, height: size.blockSize });
  });
  if (element) watch.observe(element);
  return () => watch.disconnect();
}
