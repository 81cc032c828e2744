import type { ReactNode } from 'react';
import styles from './functions.module.css';

export const FUNCTION_ANSWERS = ['works', 'dead'] as const;
export type FunctionAnswer = (typeof FUNCTION_ANSWERS)[number];

/** Functions, each with whether it works; what nobody looked at is neither. */
export function FunctionList(props: {
  /** Tells the lists of one page apart. */
  of: string;
  names: readonly string[];
  answerOf: (name: string) => FunctionAnswer | '';
  answer: (name: string, told: FunctionAnswer) => void;
  /** What is said beside a name. */
  beside: (name: string) => ReactNode;
}) {
  const { of, names, answerOf, answer, beside } = props;
  return (
    <ul className={styles.checks}>
      {names.map((name) => (
        <li key={name}>
          <span>
            {name}
            {beside(name)}
          </span>
          {FUNCTION_ANSWERS.map((told) => (
            <label key={told}>
              <input
                type="radio"
                name={`${of} ${name}`}
                checked={answerOf(name) === told}
                onChange={() => answer(name, told)}
              />
              {told}
            </label>
          ))}
        </li>
      ))}
    </ul>
  );
}

/** Answers as they were recorded, by the name of the function. */
export function answersOf(results: readonly { name: string; works: boolean }[]): Record<string, FunctionAnswer> {
  return Object.fromEntries(results.map(({ name, works }) => [name, works ? 'works' : 'dead']));
}
