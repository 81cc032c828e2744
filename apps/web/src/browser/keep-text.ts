/** Keeps a text in this browser; false where it has no room left for it, or keeps nothing at all. */
export function keepText(key: string, text: string): boolean {
  try {
    localStorage.setItem(key, text);
    return true;
  } catch {
    return false;
  }
}
