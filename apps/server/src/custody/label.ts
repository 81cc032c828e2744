/** The tag and the number that the label of a thing names; of what is no label, what nothing has. */
export function labelIn(text: string): [tag: string, number: number] {
  const read = /^(.+)-(\d{1,4})$/.exec(text.trim().toUpperCase());
  return read?.[1] && read[2] ? [read[1], Number(read[2])] : ['', -1];
}
