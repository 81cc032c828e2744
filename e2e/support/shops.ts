const first = Number(process.env['UDREL_E2E_PORT'] ?? 4390);

/** Where the demo shops of the paths stand: those at the bench have one, those at the counter and of the house another. */
export const PORTS = { bench: first, counter: first + 5 } as const;
