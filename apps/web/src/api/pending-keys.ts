const PREFIX = 'udrel.key.';

/** What carries a password or a secret leaves no trace in the browser, not even of its outline. */
const KEPT_OUT = /^\/(session|account|set-up|staff)|\/secrets/;

/** 53 bits of a text (multiply, shift and mix): enough to tell the writes of one tab apart, and nothing can be read back. */
function outlineOf(text: string): string {
  let [high, low] = [0xdeadbeef, 0x41c6ce57];
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    high = Math.imul(high ^ code, 2654435761);
    low = Math.imul(low ^ code, 1597334677);
  }
  high = Math.imul(high ^ (high >>> 16), 2246822507) ^ Math.imul(low ^ (low >>> 13), 3266489909);
  low = Math.imul(low ^ (low >>> 16), 2246822507) ^ Math.imul(high ^ (high >>> 13), 3266489909);
  return ((low & 0x1f_ffff) * 2 ** 32 + (high >>> 0)).toString(36);
}

/**
 * The idempotency key of a write: the one it went out under before where no answer came to that, so that pressing
 * again does it once; else a new one. Kept for as long as the tab is.
 */
export function keyOfWrite(
  method: string,
  url: string,
  body: string | undefined,
): { key: string; answered: () => void } {
  const made = crypto.randomUUID();
  if (KEPT_OUT.test(url)) return { key: made, answered: () => undefined };
  const name = `${PREFIX}${method} ${url} ${outlineOf(body ?? '')}`;
  try {
    const key = sessionStorage.getItem(name) ?? made;
    sessionStorage.setItem(name, key);
    return { key, answered: () => sessionStorage.removeItem(name) };
  } catch {
    // Without a storage the key holds for the tries of one press.
    return { key: made, answered: () => undefined };
  }
}
