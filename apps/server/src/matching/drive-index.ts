import {
  DriveCatalogue,
  type Candidate,
  type CatalogueParts,
  type Firmware,
  type Need,
  type Ranking,
  type Site,
} from '@udrel/core/fit';
import type { OfferedPart } from '../shelf/offered';
import { cataloguePartsOf } from './catalogue-parts';

/** What is asked of the index: sites of one device, and what stands otherwise for its job than for everybody. */
export interface RankQuestion {
  firmware: Firmware;
  sites: { site: Site; need: Need }[];
  here: CatalogueParts;
}

/** For each site asked for the candidates, with their part numbers. */
export type Ranked = (Omit<Ranking, 'candidates'> & { candidates: (Candidate & { partNumber: string })[] })[];

/** An index of drives wherever it is kept. `state` counts up with every change of the shelf. */
export interface RankingIndex {
  /** Ranks in the shelf as it stood when this state was heard of, or later. */
  rank: (state: number, question: RankQuestion) => Promise<Ranked>;
  /** Builds the index for this state, where it was asked for before. */
  renew: (state: number) => void;
}

interface Built {
  catalogue: DriveCatalogue;
  numbers: ReadonlyMap<string, string>;
}

/** The catalogue of all drives, kept until the shelf changes. */
export class DriveIndex implements RankingIndex {
  private kept: { state: number; built: Promise<Built> } | null = null;

  /** `read`: every part that a drive is chosen among, as it is offered to everybody. */
  constructor(private readonly read: () => Promise<OfferedPart[]>) {}

  async rank(state: number, { firmware, sites, here }: RankQuestion): Promise<Ranked> {
    const { catalogue, numbers } = await this.builtFor(state);
    const forThis = catalogue.with(here);
    return sites.map(({ site, need }) => {
      const { candidates, ...looked } = forThis.rank(site, firmware, need);
      const named = candidates.map((one) => ({ ...one, partNumber: numbers.get(one.offer.partId) ?? '' }));
      return { ...looked, candidates: named };
    });
  }

  renew(state: number): void {
    // Who asks next is told when it fails again.
    if (this.kept) this.builtFor(state).catch(() => undefined);
  }

  private builtFor(state: number): Promise<Built> {
    if (this.kept && this.kept.state >= state) return this.kept.built;
    const built = this.build();
    const kept = { state, built };
    this.kept = kept;
    // What could not be read is read again when it is asked for again.
    built.catch(() => {
      if (this.kept === kept) this.kept = { state: -1, built };
    });
    return built;
  }

  private async build(): Promise<Built> {
    const parts = await this.read();
    const numbers = new Map(parts.map((part) => [part.id, part.partNumber]));
    return { catalogue: DriveCatalogue.of(cataloguePartsOf(parts)), numbers };
  }
}
