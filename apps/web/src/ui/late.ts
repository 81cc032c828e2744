import { lazy, type ComponentType, type LazyExoticComponent } from 'react';

/**
 * What was left for later is loaded once nothing has come for a while, ms, and after a longer while in any case: what
 * somebody waits for comes first, however slow the way.
 */
const QUIET = 2500;
const AT_LAST = 20_000;

const loads: (() => Promise<unknown>)[] = [];

/**
 * A part of the page that is not needed to begin with: loaded when it is first shown, or once everything else stands, so that
 * it opens without a connection too.
 */
export function late<P>(load: () => Promise<{ default: ComponentType<P> }>): LazyExoticComponent<ComponentType<P>> {
  loads.push(load);
  return lazy(load);
}

/** Loads what was left for later; answers how to leave it. */
export function loadLate(): () => void {
  const began = performance.now();
  let timer = setTimeout(load, QUIET);
  const watch = new PerformanceObserver(() => {
    clearTimeout(timer);
    timer = setTimeout(load, Math.max(0, Math.min(QUIET, began + AT_LAST - performance.now())));
  });
  watch.observe({ type: 'resource' });
  function load(): void {
    leave();
    for (const one of loads) void one().catch(() => undefined);
  }
  function leave(): void {
    clearTimeout(timer);
    watch.disconnect();
  }
  return leave;
}
