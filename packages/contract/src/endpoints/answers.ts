import type { Endpoints } from './hand-over/every';

/** What each endpoint answers, by its name: their JSON Schemas in `answers.json` are made from it. */
export type Answers = { [N in keyof Endpoints]: NonNullable<Endpoints[N]['answer']> };
