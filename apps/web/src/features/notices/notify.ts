/** Something to be said beside the work: what was recorded, kept for later, or not taken. */
export interface Notice {
  kind: 'recorded' | 'kept' | 'refused';
  text: string;
  /** Where it can be taken back at once. */
  takeBackAt?: string;
}

const SAID = 'udrel-notice';

/** Says something wherever notices are shown. */
export function notify(notice: Notice): void {
  window.dispatchEvent(new CustomEvent(SAID, { detail: notice }));
}

/** Calls back with what is said until the returned function is called. */
export function onNotice(take: (notice: Notice) => void): () => void {
  const heard = (event: Event) => take((event as CustomEvent<Notice>).detail);
  window.addEventListener(SAID, heard);
  return () => window.removeEventListener(SAID, heard);
}
