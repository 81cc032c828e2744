import { day, list, moment, object, optional, text, uuid, whole, type Infer } from '../shape';

const supplier = text(80);

/** An order at a supplier: pieces for the shelf, and what was wanted for jobs, by part. */
export const placePurchase = object({
  supplier,
  expected: day(),
  lines: list(object({ partId: uuid, count: whole(0, 1000), orders: list(uuid, 100) }), 100, 1),
});
export type PlacePurchase = Infer<typeof placePurchase>;

/** What came of it: pieces by serial, or by count, and where they lie. */
export const receivePurchase = object({
  lines: list(
    object({
      partId: uuid,
      count: whole(0, 1000),
      serials: list(text(60, 3), 200),
      /** What a piece costs by the note, before tax. */
      each: optional(whole(0, 100_000_000)),
    }),
    100,
    1,
  ),
  place: text(20, 0),
});
export type ReceivePurchase = Infer<typeof receivePurchase>;

/** It comes later: by when, and what is promised instead to those who wait. */
export const latePurchase = object({
  expected: day(),
  promises: list(object({ tag: text(20, 1, /^[A-Za-z]+-\d{1,9}$/), promisedAt: moment() }), 100),
});
export type LatePurchase = Infer<typeof latePurchase>;

export const lateQuery = object({ expected: day() });
export type LateQuery = Infer<typeof lateQuery>;
