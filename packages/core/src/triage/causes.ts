import type { CauseId, Sign, StartFacts } from './types';

/** What is known of a cause. Figures are rules of thumb of the trade. */
export interface Cause {
  title: string;
  /** Share of devices that do not start after a swap. */
  prior: number;
  /** How often a sign is seen where this is the cause, 0 to 1; others come by chance. */
  signs: Partial<Record<Sign, number>>;
  test: string;
  /** Hands time of the test, minutes. */
  minutes: number;
  remedy: string;
  /** What the remedy costs that has to be said before. */
  warns?: string;
  /** How what is known changes the odds: a factor and why; 0: it cannot be. */
  weigh?: (facts: StartFacts) => Weight | null;
}

export interface Weight {
  by: number;
  why: string;
}

const listed = (often: number, not = 0): Partial<Record<Sign, number>> => ({
  'the new drive is listed in firmware': often,
  'the new drive is not listed in firmware': not,
});
const LISTED = listed(0.95, 0.01);
const ABSENT = listed(0.02, 0.95);
const no = (why: string): Weight => ({ by: 0, why });
const more = (by: number, why: string): Weight => ({ by, why });

/**
 * The causes with their signs, tests and remedies.
 * @source causes, signs, tests and remedies: facts of the trade, “does not boot after the swap”; UEFI specification 3 (boot
 * entries, fallback path), 5 (tables), 32 (Secure Boot); shares and minutes: rules of thumb
 */
export const CAUSE_OF: Readonly<Record<CauseId, Cause>> = {
  'stick left in': {
    title: 'A boot stick or an outside drive is still in',
    prior: 0.07,
    signs: { 'the menu of another medium': 0.7, 'no system found': 0.4, ...listed(0.9, 0.05) },
    test: 'Unplug everything on USB, start again',
    minutes: 1,
    remedy: 'Leave it out',
    weigh: ({ stickUsed }) => (stickUsed ? more(2.5, 'a stick was used for the copy') : null),
  },
  'not seated': {
    title: 'The new drive is not seated',
    prior: 0.12,
    signs: { ...ABSENT, 'no system found': 0.7, 'it is listed now and then': 0.15 },
    test: 'Power off, take it out, look at the gold edge, seat it again',
    minutes: 6,
    remedy: 'Seat it straight and screw it down',
  },
  'post missing': {
    title: 'The card is not held down: post or screw missing',
    prior: 0.03,
    signs: { 'it is listed now and then': 0.6, ...listed(0.4, 0.5), 'no system found': 0.4 },
    test: 'Press the card down gently, and watch whether it is listed',
    minutes: 5,
    remedy: 'Fit post and screw',
    weigh: ({ sits }) => (sits === 'bay' ? no('the drive is no card') : null),
  },
  'cable loose': {
    title: 'Its lead or ribbon is loose or damaged',
    prior: 0.07,
    signs: {
      ...listed(0.25, 0.7),
      'it is listed now and then': 0.3,
      'no system found': 0.5,
      'read errors on the screen': 0.2,
    },
    test: 'Another lead or port',
    minutes: 6,
    remedy: 'Seat it again or replace it',
    weigh: ({ sits }) => (sits === 'slot' ? no('a card has no lead') : null),
  },
  'no power': {
    title: 'The drive gets no power',
    prior: 0.02,
    signs: { ...ABSENT, 'it is silent and stays cold': 0.9, 'no system found': 0.6 },
    test: 'Another supply lead; by a 4-pin adapter where pin 3 switches it off',
    minutes: 4,
    remedy: 'The right lead or adapter',
    weigh: ({ sits, wants12V }) =>
      sits === 'slot' ? no('a card is fed by its slot') : wants12V ? more(2, 'the drive wants 12 V') : null,
  },
  'wrong protocol': {
    title: 'The slot does not speak what the card speaks',
    prior: 0.02,
    signs: { ...ABSENT, 'no system found': 0.6 },
    test: 'Key of the card against the slot in Models',
    minutes: 3,
    remedy: 'A card of the right kind',
    weigh: ({ sits }) => (sits === 'bay' ? no('the drive is no card') : null),
  },
  'port switched off': {
    title: 'Another port or slot that is used switches its own off',
    prior: 0.02,
    signs: { ...ABSENT, 'no system found': 0.6 },
    test: 'Take out the other one and look again',
    minutes: 4,
    remedy: 'Another slot or port',
    weigh: ({ shares }) =>
      shares === false
        ? more(0.1, 'its site shares nothing')
        : shares
          ? more(4, 'its site shares lanes or a port')
          : null,
  },
  'boot order': {
    title: 'The start order still names the old drive',
    prior: 0.14,
    signs: { ...LISTED, 'no system found': 0.8, 'goes back to firmware set-up': 0.3 },
    test: 'Start it once from the firmware’s start menu',
    minutes: 2,
    remedy: 'Put the new drive first in the order',
  },
  'entry lost': {
    title: 'The boot entry is gone or names another identifier',
    prior: 0.1,
    signs: { ...LISTED, 'no system found': 0.7, 'goes back to firmware set-up': 0.4, 'a loader error': 0.15 },
    test: 'Start the loader by its file from the start menu, or by the fallback path',
    minutes: 4,
    remedy: 'Make the entry anew; repair the start files from a recovery medium of the same system',
    weigh: ({ identifiersKept, uefi }) =>
      uefi === false
        ? no('it starts in legacy mode, which has no entries')
        : identifiersKept === false
          ? more(3, 'the new drive has identifiers of its own')
          : identifiersKept
            ? more(0.6, 'the identifiers are those of the old drive')
            : null,
  },
  'loader not copied': {
    title: 'What it starts from did not come along',
    prior: 0.06,
    signs: { ...LISTED, 'no system found': 0.8, 'a loader error': 0.35, 'goes back to firmware set-up': 0.3 },
    test: 'List its partitions: is the one with the loader there?',
    minutes: 5,
    remedy: 'Copy or make it, repair the start files',
    weigh: ({ loaderCopied }) =>
      loaderCopied === false
        ? more(8, 'the plan has no partition that it starts from')
        : loaderCopied
          ? more(0.3, 'the plan brought it along')
          : null,
  },
  'not active': {
    title: 'No partition is marked active',
    prior: 0.03,
    signs: { ...LISTED, 'no system found': 0.8, 'a blinking cursor': 0.2 },
    test: 'Look at the status bytes in the MBR',
    minutes: 4,
    remedy: 'Mark the system’s partition active, on the new drive',
    weigh: (facts) => legacyOnly(facts),
  },
  'no boot code': {
    title: 'The boot code in front of the table is missing',
    prior: 0.02,
    signs: { ...LISTED, 'a blinking cursor': 0.8, 'no system found': 0.4 },
    test: 'Look at the first 440 bytes of the new drive: all zero?',
    minutes: 4,
    remedy: 'Write the boot code, onto the new drive',
    weigh: (facts) => legacyOnly(facts),
  },
  'scheme against mode': {
    title: 'The table is not the one that its start mode wants',
    prior: 0.04,
    signs: { ...listed(0.7, 0.25), 'no system found': 0.8 },
    test: 'Compare table and start mode: MBR with UEFI alone, or GPT with legacy alone?',
    minutes: 3,
    remedy: 'Switch the start mode, or plan the other table',
    weigh: ({ scheme, uefi }) => {
      if (scheme === null || uefi === null) return null;
      return (scheme === 'gpt') === uefi
        ? more(0.1, 'table and start mode go together')
        : more(8, `${scheme === 'mbr' ? 'an MBR' : 'a GPT'} on firmware that starts by ${uefi ? 'UEFI' : 'legacy'}`);
    },
  },
  'start mode flipped': {
    title: 'The firmware was reset, and starts in the other mode',
    prior: 0.03,
    signs: { ...listed(0.8, 0.15), 'no system found': 0.8, 'a blinking cursor': 0.2 },
    test: 'Compare the set-up with what was noted in Prepare',
    minutes: 3,
    remedy: 'Set it as it was noted',
  },
  'controller mode': {
    title: 'The controller mode was changed',
    prior: 0.03,
    signs: {
      ...listed(0.8, 0.2),
      'stop code about the boot device': 0.8,
      'restarts again and again': 0.5,
      'repair starts again and again': 0.3,
    },
    test: 'Compare the controller mode with what was noted in Prepare',
    minutes: 3,
    remedy: 'Set it as it was; or start once in safe mode after switching',
  },
  'both attached': {
    title: 'The old drive is attached too',
    prior: 0.05,
    signs: {
      ...listed(0.9, 0.05),
      'starts the old system': 0.8,
      'a loader error': 0.15,
      'stop code about the boot device': 0.1,
    },
    test: 'Detach the old drive, start again',
    minutes: 3,
    remedy: 'Leave it out until it has started without it',
    weigh: ({ oldAttached }) =>
      oldAttached === false
        ? no('the old drive was not attached')
        : oldAttached
          ? more(4, 'the old drive was attached')
          : null,
  },
  'encryption asks': {
    title: 'The encryption asks for its recovery key',
    prior: 0.04,
    signs: { ...LISTED, 'asks for a recovery key': 0.97 },
    test: 'Read what the screen asks for',
    minutes: 1,
    remedy: 'Type the key that was kept, suspend the protection, and switch it on again',
    weigh: ({ encrypted }) =>
      encrypted === false
        ? no('nothing on it is encrypted')
        : encrypted
          ? more(3, 'a volume on it is encrypted')
          : null,
  },
  'Secure Boot refuses': {
    title: 'Secure Boot refuses the loader',
    prior: 0.03,
    signs: { ...LISTED, 'the loader is rejected as not signed': 0.85, 'goes back to firmware set-up': 0.5 },
    test: 'Switch Secure Boot off for one start',
    minutes: 4,
    remedy: 'A signed loader, and Secure Boot on again',
    warns: 'switching it can make an encrypted volume ask for its recovery key: have it at hand',
    weigh: ({ uefi }) => (uefi === false ? no('it starts in legacy mode') : null),
  },
  'sector size': {
    title: 'The sizes of sectors differ',
    prior: 0.01,
    signs: { ...LISTED, 'no system found': 0.6, 'a loader error': 0.4 },
    test: 'Compare the logical sector sizes of both drives',
    minutes: 5,
    remedy: 'Copy again over a way that keeps the size, or file by file',
    warns: 'all on the new drive is written anew',
    weigh: ({ sectorSizeChanged }) =>
      sectorSizeChanged
        ? more(10, 'the drives have sectors of different sizes')
        : more(0.3, 'both have sectors of one size'),
  },
  'firmware without NVMe': {
    title: 'The firmware cannot start from NVMe',
    prior: 0.02,
    signs: { ...listed(0.3, 0.6), 'no system found': 0.9 },
    test: 'Is there an entry for NVMe in the start list?',
    minutes: 3,
    remedy: 'Newer firmware, a SATA drive, or a loader on another drive',
    weigh: ({ speaks, startsNvme }) => {
      if (speaks === 'SATA') return no('the new drive speaks SATA');
      if (startsNvme === null) return null;
      return startsNvme
        ? more(0.1, 'this model is known to start from NVMe')
        : more(12, 'this model is not known to start from NVMe');
    },
  },
  'copy incomplete': {
    title: 'The copy is not complete, or what it was made from was damaged',
    prior: 0.05,
    signs: {
      ...LISTED,
      'stops at the logo': 0.5,
      'repair starts again and again': 0.6,
      'a loader error': 0.2,
      'restarts again and again': 0.3,
      'read errors on the screen': 0.3,
    },
    test: 'Look at the log of the copy; check the file systems on the new drive',
    minutes: 15,
    remedy: 'Copy again, repair, or restore from a backup',
    warns: 'copying again writes over everything on the new drive',
    weigh: ({ copyDoubted }) =>
      copyDoubted
        ? more(4, 'the copy lost something or was not read back as planned')
        : copyDoubted === false
          ? more(0.4, 'the copy was read back as planned')
          : null,
  },
  'source hibernated': {
    title: 'The old system was only asleep when it was copied',
    prior: 0.02,
    signs: { ...LISTED, 'resumes an old state': 0.8, 'stops at the logo': 0.3 },
    test: 'Look for the mark of hibernation on the system’s volume',
    minutes: 6,
    remedy: 'Have that state discarded, check the file system',
    warns: 'work that was open in it and not saved is lost',
    weigh: ({ hibernated }) =>
      hibernated
        ? more(8, 'it was read as hibernated')
        : hibernated === false
          ? more(0.2, 'it was shut down when it was read')
          : null,
  },
  'ribbon or memory loose': {
    title: 'A module, ribbon or lead that was touched is loose',
    prior: 0.05,
    signs: {
      'fans run, no picture': 0.6,
      'beeps or blinks': 0.5,
      'nothing happens at the power button': 0.35,
      ...listed(0.1, 0.1),
    },
    test: 'One module at a time, an outside display, the ribbons of the sheet one by one',
    minutes: 8,
    remedy: 'Seat it again',
    weigh: ({ leadsTouched, newDrive }) => {
      if (leadsTouched === null) return null;
      if (!leadsTouched) return more(0.3, 'no lead and no module was out');
      return newDrive ? more(1.5, 'leads or modules were out') : more(6, 'nothing but leads or modules was touched');
    },
  },
  'drive defective': {
    title: 'The new drive is defective',
    prior: 0.03,
    signs: {
      ...listed(0.3, 0.65),
      'read errors on the screen': 0.4,
      'stops at the logo': 0.2,
      'it is listed now and then': 0.2,
    },
    test: 'Look at it in another device or in an enclosure',
    minutes: 12,
    remedy: 'Replace it and copy again',
    warns: 'what was changed on it since the copy is lost',
  },
};

/** What can only be where a drive took over. */
export const OF_NEW_DRIVE: readonly CauseId[] = [
  'not seated',
  'post missing',
  'no power',
  'wrong protocol',
  'entry lost',
  'loader not copied',
  'not active',
  'no boot code',
  'scheme against mode',
  'both attached',
  'sector size',
  'firmware without NVMe',
  'copy incomplete',
  'source hibernated',
  'drive defective',
];

function legacyOnly({ scheme, uefi }: StartFacts): Weight | null {
  if (scheme === 'gpt') return no('its table is a GPT');
  if (uefi) return more(0.2, 'it starts by UEFI');
  return uefi === false ? more(2, 'it starts in legacy mode') : null;
}
