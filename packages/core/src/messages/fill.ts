import { MESSAGE_WORDS, type MessageWord } from './kinds';

/** What is written for each word; empty where there is nothing to say. */
export type Words = Readonly<Record<MessageWord, string>>;

const WORD = /\{([^{}]*)\}/g;
const isWord = (word: string): word is MessageWord => (MESSAGE_WORDS as readonly string[]).includes(word);

/** Words of a template that nobody knows, each once. */
export function unknownWords(template: string): string[] {
  return [...new Set([...template.matchAll(WORD)].map(([, word = '']) => word))].filter((word) => !isWord(word));
}

/**
 * A template as it is sent. A line of which a word has nothing to say is left out, so that no message asks a question that
 * is not there or names a sum that nobody knows; no more than one empty line stays between two others.
 */
export function fillTemplate(template: string, words: Words): string {
  const lines = template.split('\n').flatMap((line) => {
    const held = [...line.matchAll(WORD)].map(([, word = '']) => word).filter(isWord);
    if (held.some((word) => words[word] === '')) return [];
    return [line.replace(WORD, (whole, word: string) => (isWord(word) ? words[word] : whole))];
  });
  return lines
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim();
}
