import type { BootEntry } from '../inventory';
import { fail, limit, pass, unknown, type Reason } from '../reason';
import type { CauseId } from '../triage';
import type { EfiPartition, Loader, StartFiles, StartingFirmware, StartPrediction } from './types';

/** The file that is started where no entry names one, on a device of that kind. */
const FALLBACK = '\\EFI\\BOOT\\BOOTX64.EFI';
const MADE_FOR = 'x64';

const RULE = 'Start';
const ENTRY = 'Start entry';
const NEW_ENTRY = 'make an entry for the new drive in its firmware, or repair its start from a medium of its system';
const REPAIR = 'repair its start from a medium of its system';

/**
 * What a start with a finished drive will come to: from what it holds for that, the firmware's own entries, how that starts,
 * and the drives that stay beside. A sentence and a remedy, no promise: what is not known is said.
 *
 * @source UEFI specification 2.10, 3.1 (boot manager, load options), 3.5.1.1 (fallback file), 32 (Secure Boot); 5.2.1 (MBR)
 */
export function willItStart(own: StartFiles, firmware: StartingFirmware): StartPrediction {
  if (firmware.mode === 'UEFI') return byUefi(own, firmware);
  if (firmware.mode === 'legacy') return byCode(own);
  const [uefi, legacy] = [byUefi(own, firmware), byCode(own)];
  const ways = [...(uefi.outcome === 'starts' ? ['UEFI'] : []), ...(legacy.outcome === 'starts' ? ['legacy'] : [])];
  // Whichever way it starts: neither would do.
  if (ways.length === 0 && uefi.outcome === 'does not' && legacy.outcome === 'does not') {
    return own.efi.length > 0 ? uefi : legacy;
  }
  const mode = unknown('Start mode', 'How the device starts was not read.', 'look in its firmware: UEFI or legacy');
  const able =
    ways.length > 0
      ? [limit(RULE, `It can be started in ${ways.join(' and in ')} mode.`)]
      : uefi.reasons.filter(({ outcome }) => outcome === 'unknown');
  return { outcome: 'not told', reasons: [mode, ...able], cause: null };
}

/** What became of looking at one loader. */
interface Tried {
  reasons: Reason[];
  starts: boolean | null;
  cause: CauseId | null;
  /** The file is not there at all. */
  absent?: true;
}

function byUefi(own: StartFiles, firmware: StartingFirmware): StartPrediction {
  const { entries } = firmware;
  const reasons: Reason[] = [];
  const causes: CauseId[] = [];
  const end = (outcome: StartPrediction['outcome'], ...more: Reason[]): StartPrediction => ({
    outcome,
    reasons: [...more, ...reasons],
    cause: outcome === 'starts' || outcome === 'not told' ? null : (causes[0] ?? null),
  });
  for (const entry of entries?.entries.filter(({ number, active }) => active && entries.order.includes(number)) ?? []) {
    const id = entry.partition?.id.toUpperCase();
    if (id === undefined) continue;
    const partition = own.efi.find((one) => one.id.toUpperCase() === id);
    const beside = firmware.beside.find(({ ids }) => ids.some((one) => one.toUpperCase() === id));
    if (beside?.attached) {
      causes.push('both attached');
      const twice = `${named(entry)} names a partition that the ${beside.name} has too: which of them starts is not certain.`;
      const sentence = partition ? twice : `${named(entry)} starts the ${beside.name}, which is attached.`;
      return end('another', fail(RULE, sentence, `detach the ${beside.name} for the first start`));
    }
    if (!partition) {
      const where = beside ? `the ${beside.name}, which is out` : 'a partition that no drive here has';
      reasons.push(limit(ENTRY, `${named(entry)} points to ${where}.`, NEW_ENTRY));
      causes.push('entry lost');
      continue;
    }
    const tried = tryLoader(partition, entry.path || FALLBACK, firmware);
    if (tried.starts) return end('starts', pass(RULE, `${named(entry)} starts it.`), ...tried.reasons);
    if (tried.starts === null) return end('not told', ...tried.reasons);
    reasons.push(...tried.reasons);
    if (tried.cause) causes.push(tried.cause);
  }
  for (const partition of own.efi) {
    const tried = tryLoader(partition, FALLBACK, firmware);
    if (tried.starts) {
      const sentence = `No entry names it; most firmware then starts ${FALLBACK}, which is there.`;
      return end('starts', limit(RULE, sentence, 'if it does not: make an entry for it'), ...tried.reasons);
    }
    if (tried.starts === null) return end('not told', ...tried.reasons);
    if (!tried.absent) {
      reasons.push(...tried.reasons);
      if (tried.cause) causes.unshift(tried.cause);
    }
  }
  return withoutLoader(own, firmware, { causes, end });
}

/** Why nothing of it is started: no loader at all, or none that the firmware would come upon. */
function withoutLoader(
  own: StartFiles,
  { entries }: StartingFirmware,
  {
    causes,
    end,
  }: { causes: CauseId[]; end: (outcome: StartPrediction['outcome'], ...more: Reason[]) => StartPrediction },
): StartPrediction {
  const there = own.efi.flatMap(({ loaders }) => loaders ?? []);
  if (own.efi.length === 0 || there.length === 0) {
    const legacy = own.efi.length === 0 && byCode(own).outcome === 'starts';
    causes.unshift(legacy ? 'scheme against mode' : 'loader not copied');
    const sentence =
      own.efi.length === 0
        ? `It has no EFI system partition${legacy ? ': it starts in legacy mode only' : ''}.`
        : 'Its EFI system partition holds no loader.';
    return end('does not', fail(RULE, sentence, legacy ? 'set the firmware to legacy, or convert the drive' : REPAIR));
  }
  if (causes.some((cause) => cause !== 'entry lost')) {
    return end('does not', fail(RULE, 'None of its loaders would be started.', REPAIR));
  }
  const names = there
    .map(({ path }) => path)
    .slice(0, 3)
    .join(', ');
  if (entries === null) {
    const sentence = `It needs an entry for ${names}; which entries the firmware has was not read.`;
    return end('not told', unknown(ENTRY, sentence, 'read the device with the probe, or look in its start menu'));
  }
  causes.push('entry lost');
  return end(
    'does not',
    fail(RULE, `Its loader is there (${names}), and no entry of the firmware leads to it.`, NEW_ENTRY),
  );
}

const named = ({ name, number }: BootEntry) => `“${name || `entry ${number}`}”`;

/** Whether a file of an EFI system partition would be started; null where that was not read. */
function tryLoader({ name, loaders }: EfiPartition, path: string, { secureBoot }: StartingFirmware): Tried {
  if (loaders === null) {
    const sentence = `The folders of ${name} were not read.`;
    return { reasons: [unknown(RULE, sentence, 'read the drive at a berth')], starts: null, cause: null };
  }
  const loader = loaders.find((one) => one.path.toUpperCase() === path.toUpperCase());
  if (!loader) {
    return {
      reasons: [fail(ENTRY, `${path} is not there.`, REPAIR)],
      starts: false,
      cause: 'loader not copied',
      absent: true,
    };
  }
  return refused(loader, path, secureBoot) ?? { reasons: [], starts: true, cause: null };
}

function refused({ machine, signed }: Loader, path: string, secureBoot: boolean | null): Tried | null {
  if (machine === null) {
    const sentence = `What ${path} is made for was not read.`;
    return { reasons: [unknown('Loader', sentence, 'read the drive at a berth')], starts: null, cause: null };
  }
  if (machine !== MADE_FOR) {
    const reasons = [fail('Loader', `${path} is made for other devices (${machine}).`, REPAIR)];
    return { reasons, starts: false, cause: 'loader not copied' };
  }
  if (signed === true) {
    const sentence = 'signed; whether this firmware trusts who signed it is not told';
    return secureBoot === true ? { reasons: [pass('Secure Boot', sentence)], starts: true, cause: null } : null;
  }
  const unsigned = `${path} is not signed`;
  if (secureBoot === true) {
    const reasons = [fail('Secure Boot', `${unsigned}: Secure Boot refuses it.`, 'put a signed loader there')];
    return { reasons, starts: false, cause: 'Secure Boot refuses' };
  }
  if (secureBoot === false) return null;
  const reasons = [unknown('Secure Boot', `${unsigned}.`, 'look in the firmware whether Secure Boot is on')];
  return { reasons, starts: null, cause: null };
}

/** By the code in its first sector: it starts a stage of its own, or the one active partition. */
function byCode({ scheme, efi, code, stage, active }: StartFiles): StartPrediction {
  const no = (cause: CauseId, sentence: string, remedy: string): StartPrediction => ({
    outcome: 'does not',
    reasons: [fail(RULE, sentence, remedy)],
    cause,
  });
  const yes = (sentence: string): StartPrediction => ({
    outcome: 'starts',
    reasons: [pass(RULE, sentence)],
    cause: null,
  });
  const open = (sentence: string): StartPrediction => {
    return { outcome: 'not told', reasons: [unknown(RULE, sentence, 'read the drive at a berth')], cause: null };
  };
  const other = efi.some(({ loaders }) => loaders === null || loaders.length > 0);
  const opposite = (sentence: string) =>
    no('scheme against mode', `${sentence}: it starts in UEFI mode only.`, 'set the firmware to UEFI');
  if (code === null) return open('Its first sector was not read.');
  if (code === 'none') {
    if (other) return opposite('Its first sector holds no start code');
    return no('no boot code', 'Its first sector holds no start code.', 'write start code from a medium of its system');
  }
  if (code === 'next stage') {
    if (stage === null) return open('What its start code loads next was not read.');
    if (stage) return yes('Its start code finds what it loads next.');
    return no('loader not copied', 'What its start code loads next is not there.', REPAIR);
  }
  if (scheme === 'gpt') return opposite('Its table is a GPT, and its start code looks for an active partition');
  const [one, ...more] = active;
  if (!one) return no('not active', 'No partition is active.', 'mark the one that holds the loader as active');
  if (more.length > 0) return no('not active', `${active.length} partitions are active.`, 'leave one of them active');
  if (one.code === null) return open(`The first sector of ${one.name}, which is active, was not read.`);
  if (one.code) return yes(`${one.name} is active and holds start code.`);
  return no('no boot code', `${one.name} is active and holds no start code.`, REPAIR);
}
