import { expectedMinutes, faultyDevices } from '../../../packages/core/src/triage/simulate.test-data';
import { round } from '../load.mjs';

const DEVICES = 20_000;

/** Minutes of looking until every cause is found, by the guide against the list from the least effort on. */
export function triageFigures() {
  const { guided, byEffort } = expectedMinutes(faultyDevices(DEVICES, 11), 12);
  return {
    [`${DEVICES} devices that do not start, minutes by the guide (by effort)`]: `${round(guided)} (${round(byEffort)})`,
    'minutes by the guide as a share of those by effort': round(guided / byEffort),
  };
}
