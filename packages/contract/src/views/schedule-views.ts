import type { Piece } from '@udrel/core/pieces';
import type { RunKind } from '@udrel/core/estimate';
import type { TargetId } from '@udrel/core/layout';
import type { RunWants } from '@udrel/core/progress';
import type { NotTonight, Resource } from '@udrel/core/schedule';
import type { WishKind } from '@udrel/core/steps';
import type { BenchHours } from '../shapes/day/people';
import type { Role } from '../terms/permissions';

/** When one more job would be ready, as moments in ISO 8601, and what else would be late if it is taken. */
export interface WhatIfView {
  /** 10th, 50th and 90th percentile. */
  early: string;
  usually: string;
  late: string;
  /** The earliest that can honestly be promised. */
  promise: string;
  /** Jobs that would be late, or later than now, minutes. */
  slips: { tag: string; customer: string; by: number }[];
  /** What it rests on. */
  open: number;
  hands: number;
  berths: number;
}

/** How somebody works at the bench. */
export interface PersonView extends BenchHours {
  id: string;
  name: string;
  role: Role;
}

/** Moments in ISO 8601: 10th, 50th and 90th percentile. */
export interface MomentRange {
  early: string;
  usually: string;
  late: string;
}

/** When a job is ready by everything that is open. */
export interface ForecastView extends MomentRange {
  tag: string;
  customer: string;
  promisedAt: string | null;
  /** Whether it waits for an answer of its customer besides, which nobody can date. */
  asks: boolean;
}

/** The copy of a job that can be begun with one press: onto which drive, at which berth, through what. */
export interface BeginNow {
  onto: TargetId;
  /** Null where it lies at none. */
  berth: number | null;
  through: Piece[];
}

/** When hands go on with a job, and whose. */
export interface PlannedHands {
  tag: string;
  version: number;
  /** When they must, so that it is ready as promised; null without a promise. */
  beginBy: string | null;
  begins: string;
  /** By id; null where nobody is at the bench. */
  by: string | null;
  /** Number of the berth at which its drives lie or will; null where they lie at none. */
  berth: number | null;
  /** What one press records; null where more is to be seen or said. */
  begin: BeginNow | null;
}

/** Hands that are planned in an opening and that there are, minutes. */
export interface LoadView {
  from: string;
  until: string;
  planned: number;
  there: number;
}

/** When everything that is open is ready, and how full the next openings are. */
export interface ScheduleView {
  now: string;
  /** Jobs that it rests on, and that are open in all. */
  looked: number;
  open: number;
  /** Who is at the bench. */
  people: { id: string; name: string }[];
  jobs: ForecastView[];
  hands: PlannedHands[];
  loads: LoadView[];
}

interface OfJob {
  tag: string;
  customer: string;
  device: string;
  run: RunKind;
}

/** What to begin before closing, what goes on through the night, and what is over at the next opening. */
export interface NightView {
  now: string;
  closesAt: string;
  opensAt: string;
  /** Minutes of hands until closing, and those that the list takes. */
  there: number;
  taken: number;
  begin: (OfJob & {
    version: number;
    /** What one press records; null where more is to be seen or said. */
    now: BeginNow | null;
    berth: number | null;
    needs: Resource[];
    hands: { what: string; minutes: number }[];
    beginBy: string;
    ends: MomentRange;
  })[];
  not: (OfJob & Pick<NotTonight, 'why'>)[];
  goesOn: (OfJob & { berth: number | null; ends: MomentRange })[];
  /** What runs now, and what it wants: what the night brought, first what hands are wanted at. */
  runs: (OfJob & { berth: number | null; wants: RunWants | null; next: string })[];
  /** What to look at when the shop opens: of both, what is over first. */
  morning: (OfJob & {
    berth: number | null;
    then: 'over' | 'likely over' | 'perhaps over' | 'still running';
    ends: MomentRange;
  })[];
  /** Berths that stay empty. */
  idle: number[];
}

/** A visit that was agreed. */
export interface VisitView {
  id: string;
  /** As it stands in the diary, such as `B-12`. */
  tag: string;
  customer: string;
  phone: string;
  wishes: WishKind[];
  at: string;
  promisedAt: string | null;
  note: string;
}

/** A stretch of work in the diary. */
export interface DiaryPiece {
  tag: string;
  customer: string;
  /** Steps by their titles, or what runs. */
  what: string;
  /** Hands are solid, what runs by itself is hatched. */
  kind: 'hands' | 'alone';
  from: string;
  until: string;
  /** Whether its job will be ready later than promised. */
  late: boolean;
  /** When it was agreed that its job begins; null where it is taken as it comes. */
  agreedAt: string | null;
  /** The version of its job, where this is what comes next of it and can be moved; null where it cannot. */
  version: number | null;
}

/** A line of the diary: somebody, or a berth. */
export interface DiaryLane {
  id: string;
  name: string;
  kind: 'person' | 'berth' | 'elsewhere';
  /** When somebody is there; of a berth when the shop is open. */
  there: { from: string; until: string }[];
  pieces: DiaryPiece[];
}

/** What is more than the bench can do: jobs that will usually be late, and who has no hour free until when. */
export interface OverloadView {
  late: number;
  most: { tag: string; customer: string; by: number } | null;
  full: { name: string; until: string }[];
}

/** Days with what is to be done on them, by whom and where. */
export interface DiaryView {
  now: string;
  days: { day: string; from: string; until: string; open: { from: string; until: string } | null; closed: string }[];
  lanes: DiaryLane[];
  promises: (ForecastView & { promisedAt: string })[];
  visits: VisitView[];
  /** What is kept here until one of these days, by its label. */
  kept: { label: string; name: string; customer: string; until: string }[];
  loads: LoadView[];
  overload: OverloadView;
  looked: number;
  open: number;
}

/** What moving a job or a visit does. */
export interface MovedView {
  tag: string;
  ready: MomentRange;
  /** What would be late then, or later; and what is late no more. */
  slips: { tag: string; customer: string; by: number }[];
  gains: { tag: string; customer: string; by: number }[];
}

/** An address under which a diary can be read as a calendar; the whole one where the shop has said how it is reached. */
interface FeedLinkView {
  path: string;
  address: string | null;
  madeAt: string;
}

export interface FeedLinksView {
  own: FeedLinkView | null;
  shop: FeedLinkView | null;
}

/** The open jobs as they are printed for when nothing can be looked up. */
export interface OpenListView {
  now: string;
  /** Open in all; more than are listed are said. */
  open: number;
  jobs: {
    tag: string;
    customer: string;
    phone: string;
    device: string;
    serial: string;
    promisedAt: string | null;
    station: string;
    next: string;
    inHand: string | null;
    places: string;
  }[];
}
