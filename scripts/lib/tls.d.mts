/** Names and addresses under which this computer is reached in the house, and further ones. */
export function namesOfHere(more?: string[]): string[];
/** The shop's own certificate for these names, and the authority that signed it. Answers the paths of its files. */
export function ownCertificate(
  folder: string,
  names: string[],
): Promise<{ cert: string; key: string; authority: string }>;
