import type { StartFacts } from '../../../triage';
import type { Site } from '../../../fit';
import { TAKES_OVER, type SourceTable } from '../../../layout';
import type { JobSnapshot } from '../../snapshot/types';
import { replacesDrive } from '../evidence';
import { firstStartOf } from './first-start';
import { lossesOf } from '../targets';

/** What the model of a device says of its starts and its sites. */
export interface StartingDevice {
  sites: readonly Site[];
  startsNvme: boolean | null;
}

const BAYS: readonly Site['form'][] = ['1.8', '2.5', '3.5', 'optical'];

/** What is known of a job that makes a cause of its not starting more or less likely. */
export function startFactsOf(job: JobSnapshot, { sites, startsNvme }: StartingDevice): StartFacts {
  const { plan, 'partition table': table, 'new drive choice': choice, 'trial start': trial } = job.facts;
  const drive = plan?.drives.find(({ id }) => id === TAKES_OVER);
  const site = sites.find(({ id }) => id === choice?.siteId);
  const encrypted = table?.partitions.some((one) => one.encrypted && !plan?.intent.decrypted.includes(one.id));
  return {
    newDrive: replacesDrive(job),
    scheme: drive?.scheme ?? table?.scheme ?? null,
    uefi: job.device.uefi,
    speaks: choice ? (choice.link.kind === 'pcie' ? 'NVMe' : choice.link.kind === 'sata' ? 'SATA' : null) : null,
    sits: site ? (BAYS.includes(site.form) ? 'bay' : 'slot') : null,
    startsNvme,
    shares: sharing(sites, site),
    wants12V: site?.form === '3.5',
    encrypted: encrypted ?? null,
    oldAttached: trial && replacesDrive(job) ? !trial.oldDriveDetached : null,
    identifiersKept: drive?.identifiersKept ?? null,
    expected: expectedOf(job),
    loaderCopied: loaderCopied(job),
    copyDoubted: copyDoubted(job),
    hibernated: hibernated(table),
    sectorSizeChanged: choice !== undefined && table !== undefined && choice.sectorSize !== table.sectorSize,
    stickUsed: plan?.startedFrom === 'a boot stick',
    leadsTouched: leadsTouched(job),
  };
}

/** What was expected of the start when the finished drive was looked at. */
function expectedOf(job: JobSnapshot): StartFacts['expected'] {
  const told = firstStartOf(job);
  return told?.outcome === 'starts' ? 'it starts' : (told?.cause ?? null);
}

/** Whether anything switches off anything; null where nobody noted it of the site. */
function sharing(sites: readonly Site[], site: Site | undefined): boolean | null {
  if (sites.some(({ disables }) => Boolean(disables))) return true;
  return site?.disables === undefined ? null : false;
}

/** Whether its volumes were read as hibernated; null where that could not be read, or nobody looked. */
function hibernated(table: SourceTable | undefined): boolean | null {
  const said = table?.remarks?.filter(({ rule }) => rule === 'Hibernated');
  if (!said) return null;
  if (said.some(({ outcome }) => outcome !== 'unknown')) return true;
  return said.length > 0 ? null : false;
}

/** Whether leads or modules were out; null where no sheet says what came out. */
function leadsTouched({ disassembly, facts }: JobSnapshot): boolean | null {
  if (facts['memory fitted'] || disassembly.some(({ kind, out }) => kind !== 'screw' && out > 0)) return true;
  return disassembly.length === 0 ? null : false;
}

/** Whether the plan brought what the system is started from; null where no table says what that is. */
function loaderCopied({ facts: { plan } }: JobSnapshot): boolean | null {
  if (!plan) return null;
  const wanted = plan.drives.find(({ id }) => id === TAKES_OVER)?.scheme === 'gpt' ? 'EFI system' : 'loader';
  const there = (id: string) => plan.partitions.some((one) => one.id === id && one.on === TAKES_OVER);
  const old = plan.table.partitions.filter(({ kind }) => kind === wanted);
  if (old.some(({ id }) => there(id)) || plan.made.some(({ kind, id }) => kind === wanted && there(id))) return true;
  return old.length > 0 || wanted === 'EFI system' ? false : null;
}

function copyDoubted(job: JobSnapshot): boolean | null {
  const read = job.facts['new drive read back'];
  if (lossesOf(job).length > 0) return true;
  return read?.seen ? !read.asPlanned : null;
}
