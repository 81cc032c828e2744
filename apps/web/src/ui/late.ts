import { lazy, type ComponentType, type LazyExoticComponent } from 'react';

/** After which what was left for later is loaded, ms: what somebody waits for comes first. */
const LATER = 2500;

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
  const timer = setTimeout(() => {
    for (const load of loads) void load().catch(() => undefined);
  }, LATER);
  return () => clearTimeout(timer);
}
