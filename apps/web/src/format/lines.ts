/** What was typed one a line, without blanks around it; empty lines are none. */
export const linesOf = (typed: string): string[] =>
  typed
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
