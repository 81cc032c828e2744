/** Why something came back under guarantee, as far as it was found out. */
export const RETURN_CAUSES = ['a part of ours failed', 'our work', 'something else', 'nothing found'] as const;

export interface ReturnCause {
  cause: (typeof RETURN_CAUSES)[number];
  /** Serial of the part that failed; empty where none did, or it has none. */
  serial: string;
  note: string;
}
