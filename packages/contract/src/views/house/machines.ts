/** A bench machine, and how its agent proves itself. */
export interface MachineView {
  id: string;
  name: string;
  berths: number[];
  /** When its token was made or changed last. */
  tokenAt: string;
  /** When its agent was last heard; null: never. */
  seenAt: string | null;
}

export interface MachinesView {
  machines: MachineView[];
  /** Berths that the server's own agent watches, or that are known from before. */
  others: number[];
}

/** The token of a machine as it is shown, once. */
export interface MachineToken {
  name: string;
  token: string;
}
