import type { PreparationId, Switched } from '../../facts';
import { FIRMWARE_SETTINGS } from '../../triage';

const switched = (done: string, ...owes: string[]): Switched => ({ owes, done, before: null });

/** Where a medium starts only once the firmware was told to; a start chosen once for itself leaves nothing behind. */
const FROM_OUTSIDE: Switched = {
  owes: [FIRMWARE_SETTINGS.bootOrder, FIRMWARE_SETTINGS.secureBoot],
  done: 'Firmware changed for it',
  before: 'Boot order and Secure Boot before',
};

/** What preparations switch in the device where it was not so already. */
export const SWITCHES: Readonly<Partial<Record<PreparationId, Switched>>> = {
  'copying tool': switched('Put on for it', 'Copying tool taken off'),
  'close programs': switched('Switched off', 'Security software on'),
  'network off': switched('Switched off', 'Network and updates on'),
  'shut down fully': switched('Switched off', 'Fast start on'),
  'sleep off': switched('Disabled', 'Sleep and display-off as set'),
  'boot stick': FROM_OUTSIDE,
  'install medium': FROM_OUTSIDE,
};
