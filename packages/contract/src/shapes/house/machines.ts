import { list, object, text, whole, type Infer } from '../shape';

/** A bench machine whose agent watches berths: no other token speaks for them. */
export const benchMachine = object({ name: text(40), berths: list(whole(1, 999), 64, 1) });
export type BenchMachine = Infer<typeof benchMachine>;
