import type { FilteredList } from '../shapes/account/filters';
import type { PartView } from './shelf-views';
import type { EventView, ModelView } from './views';

/** One page of a list. */
export interface Page<Row> {
  rows: Row[];
  /** Where this page ended, to be asked for the next; null at the end. */
  after: string | null;
}

/** How many there are; more than are counted where there are very many. */
export interface CountView {
  count: number;
  more: boolean;
}

export interface JobRow {
  number: number;
  tag: string;
  order: number;
  customer: string;
  device: string;
  serial: string;
  /** Who has it in hand; '' for nobody. */
  technician: string;
  wish: string;
  station: string;
  next: string;
  bookedAt: string;
  promisedAt: string | null;
  closedAt: string | null;
}

export type JobPage = Page<JobRow>;
export type PartPage = Page<PartView>;

/** A model as its list shows it. */
export type ModelRow = Omit<ModelView, 'disassembly' | 'functions'>;
export type ModelPage = Page<ModelRow>;

export interface AuditRow {
  id: string;
  at: string;
  by: string;
  kind: string;
  sentence: string;
  tag: string | null;
}

export type AuditPage = Page<AuditRow>;
export type EventPage = Page<EventView>;

/** A filter of a list that somebody keeps: what stands in its address behind the question mark. */
export interface KeptFilterView {
  list: FilteredList;
  name: string;
  search: string;
}
