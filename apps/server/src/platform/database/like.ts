/** Text in which the wildcards of LIKE stand for themselves. */
export function escapeLike(text: string): string {
  return text.replace(/[\\%_]/g, '\\$&');
}

/** Patterns of LIKE for what holds each word of a text. */
export function patternsOf(text: string): string[] {
  const words = text.trim().split(/\s+/).filter(Boolean);
  return words.map((word) => `%${escapeLike(word)}%`);
}
