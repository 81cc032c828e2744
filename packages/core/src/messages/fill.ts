import { MESSAGE_WORDS, type MessageWord, type PAPER_WORDS } from './kinds';

/** What is written for each word; empty where there is nothing to say. */
export type Words = Readonly<Record<MessageWord, string>>;

const WORD = /\{([^{}]*)\}/g;

/** What is written for each word of the shop's own text on a paper. */
export type PaperWords = Readonly<Record<(typeof PAPER_WORDS)[number], string>>;

/** Words of a template that are none of those, each once. */
export function unknownWords(template: string, known: readonly MessageWord[] = MESSAGE_WORDS): string[] {
  const held = new Set([...template.matchAll(WORD)].map(([, word = '']) => word));
  return [...held].filter((word) => !(known as readonly string[]).includes(word));
}

/**
 * A template as it is sent. A line of which a word has nothing to say is left out, so that no message asks a question that
 * is not there or names a sum that nobody knows; no more than one empty line stays between two others.
 */
export function fillTemplate(template: string, words: Words | PaperWords): string {
  const known: Readonly<Record<string, string>> = words;
  const lines = template.split('\n').flatMap((line) => {
    const held = [...line.matchAll(WORD)].map(([, word = '']) => word);
    if (held.some((word) => known[word] === '')) return [];
    return [line.replace(WORD, (whole, word: string) => known[word] ?? whole)];
  });
  return lines
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim();
}
