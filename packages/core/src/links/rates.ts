import type { Link, PataRate, PcieGeneration, SataGeneration, UsbMode } from './types';

interface Rates {
  /** Payload ceiling after encoding, MB/s. */
  ceiling: number;
  /** What is reached in practice, MB/s, lower and upper (rule of thumb). */
  practical: readonly [number, number];
}

/** SATA 3.x: 8b/10b at 1.5, 3 and 6 Gb/s. */
const SATA: Readonly<Record<SataGeneration, Rates>> = {
  1: { ceiling: 150, practical: [120, 140] },
  2: { ceiling: 300, practical: [250, 285] },
  3: { ceiling: 600, practical: [500, 560] },
};

/** ATA/ATAPI-7: a parallel bus without encoding; a tenth and more of it goes for commands (rule of thumb). */
const PATA: Readonly<Record<PataRate, Rates>> = {
  33: { ceiling: 33.3, practical: [25, 30] },
  66: { ceiling: 66.7, practical: [50, 60] },
  100: { ceiling: 100, practical: [75, 90] },
  133: { ceiling: 133.3, practical: [95, 120] },
};

/** PCI Express Base, per lane: 8b/10b to generation 2, 128b/130b from 3 on. */
const PCIE_LANE: Readonly<Record<PcieGeneration, Rates>> = {
  1: { ceiling: 250, practical: [200, 220] },
  2: { ceiling: 500, practical: [380, 430] },
  3: { ceiling: 984.6, practical: [800, 900] },
  4: { ceiling: 1969.2, practical: [1650, 1850] },
  5: { ceiling: 3938.5, practical: [3000, 3600] },
};

/** USB 2.0 and USB 3.2: bulk payload; practical figures for a queued (UASP) bridge where there is one. */
const USB: Readonly<Record<UsbMode, Rates>> = {
  '2.0': { ceiling: 53.2, practical: [28, 43] },
  '5 Gb/s': { ceiling: 500, practical: [380, 460] },
  '2 x 5 Gb/s': { ceiling: 1000, practical: [700, 900] },
  '10 Gb/s': { ceiling: 1212, practical: [850, 1060] },
  '20 Gb/s': { ceiling: 2424, practical: [1600, 2100] },
  // A PCIe tunnel stays below the rate of the link; what USB4 20 Gb/s reaches is half of what the full rate does.
  'USB4 20 Gb/s': { ceiling: 2424, practical: [1250, 1900] },
  'USB4 40 Gb/s': { ceiling: 4848, practical: [2500, 3800] },
  'Thunderbolt 3': { ceiling: 4000, practical: [2200, 2800] },
  'Thunderbolt 4': { ceiling: 4000, practical: [2500, 3100] },
};

/** What a bridge reaches that takes one command at a time (BOT), over whatever USB from 5 Gb/s on (rule of thumb). */
const ONE_AT_A_TIME = [200, 350] as const;

function ratesOf(link: Link): Rates {
  if (link.kind === 'sata') return SATA[link.generation];
  if (link.kind === 'pata') return PATA[link.rate];
  if (link.kind === 'usb') {
    const { ceiling, practical } = USB[link.mode];
    return { ceiling, practical: link.oneAtATime && link.mode !== '2.0' ? ONE_AT_A_TIME : practical };
  }
  const lane = PCIE_LANE[link.generation];
  return {
    ceiling: lane.ceiling * link.lanes,
    practical: [lane.practical[0] * link.lanes, lane.practical[1] * link.lanes],
  };
}

/** The most payload the link can carry, MB/s. */
export function linkCeiling(link: Link): number {
  return ratesOf(link).ceiling;
}

/** What the link is seen to carry in practice, MB/s, [lower, upper]; rule of thumb. */
export function linkPractical(link: Link): readonly [number, number] {
  return ratesOf(link).practical;
}
