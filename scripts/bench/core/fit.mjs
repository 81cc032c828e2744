import { DriveCatalogue } from '../../../packages/core/src/fit';
import { generatedAdapters, generatedOffers } from '../../../packages/core/src/fit/tests/catalogue.test-data';
import { bay, slot } from '../../../packages/core/src/fit/tests/samples.test-data';
import { medianTime, round } from '../load.mjs';

/** One device with four sites against catalogues of growing size, and 2,000 adapters. */
export function fitFigures() {
  const sites = [
    slot,
    { ...slot, posts: [42, 80], sata: 3 },
    bay,
    { ...bay, form: '3.5', height: 26.1, power12V: true },
  ];
  const need = { bytes: 480e9, use: 'system' };
  const adapters = generatedAdapters(2000);
  const told = {};
  for (const count of [2000, 20_000, 200_000]) {
    const offers = generatedOffers(count);
    const began = performance.now();
    const catalogue = DriveCatalogue.of({ offers, adapters });
    told[`index of ${count} drives and 2000 adapters, ms`] = round(performance.now() - began);
    const rank = () => sites.map((site) => catalogue.rank(site, { uefi: true, startsNvme: true }, need));
    const examined = Math.max(...rank().map((ranking) => ranking.examined));
    told[`a device against ${count} drives, median ms`] = medianTime(rank, 60);
    told[`shapes and drives examined of ${count}`] = examined;
  }
  return told;
}
