import type { OldDrive } from '@udrel/core/facts';
import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { bytesOfNominal, parseCapacity, soldName } from '@udrel/core/capacity';
import {
  DRIVE_CLASSES,
  INSTALLED_SYSTEMS,
  isParallelSite,
  linkAtSite,
  type DriveClass,
  type InstalledSystem,
  type Site,
} from '@udrel/core/fit';
import type { Link } from '@udrel/core/links';
import { describeSite } from '../../../format/parts';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import type { Read } from '../../../features/form/shaped-form';
import styles from '../../../features/job/job.module.css';

type Drafted = Record<'serial' | 'maker' | 'name' | 'size' | 'siteId', string> & {
  class: DriveClass;
  system: '' | InstalledSystem;
};

/** The drive as it was typed. */
function driveOf(sites: readonly Site[], drive: Drafted): Read<OldDrive> {
  const { serial, maker, name, siteId } = drive;
  const bytes = bytesOf(drive.size);
  const site = sites.find((one) => one.id === siteId);
  if (bytes === null) return { ok: false, problems: [{ field: 'bytes', sentence: 'Type a size such as 500 GB.' }] };
  if (!site) return { ok: false, problems: [{ field: 'siteId', sentence: 'Choose where it sits.' }] };
  return {
    ok: true,
    body: {
      serial: serial.toUpperCase(),
      maker,
      name,
      bytes,
      sectorSize: 512,
      class: drive.class,
      link: linkOf(drive.class, site),
      siteId,
      ...(drive.system ? { system: drive.system } : {}),
    },
  };
}

/** The drive that is in the device now: its serial is what it is known by from here on. */
export function OldDriveForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['old drive'];
  const { sites } = job.device.model;
  const { form, busy, save } = useFactForm(job, 'old drive', {
    begin: {
      drive: {
        serial: known?.serial ?? '',
        maker: known?.maker ?? '',
        name: known?.name ?? '',
        size: known ? soldName(known.bytes, known.sectorSize) : '',
        class: known?.class ?? ('disk 5400' as DriveClass),
        siteId: known?.siteId ?? sites[0]?.id ?? '',
        system: known?.system ?? ('' as const),
      },
    },
    read: ({ drive }) => driveOf(sites, drive),
    nameOf: (field) => `drive.${field === 'bytes' ? 'size' : field}`,
  });
  return (
    <Sheet title="Old drive" aside={known ? 'read' : 'not read yet'}>
      <div className={styles.fields}>
        <Field form={form} name="drive.serial" label="Serial, from its label" serial />
        <Field form={form} name="drive.maker" label="Maker" />
        <Field form={form} name="drive.name" label="Model" />
        <Field form={form} name="drive.size" label="Capacity" />
        <Field form={form} name="drive.class" label="Kind" choices={DRIVE_CLASSES} />
        <Field
          form={form}
          name="drive.siteId"
          label="Sits at"
          choices={sites.map((site) => [site.id, `${site.name}: ${describeSite(site)}`] as const)}
        />
        <Field
          form={form}
          name="drive.system"
          label="System on it"
          choices={[['', 'not noted'], ...INSTALLED_SYSTEMS.map((one) => [one, one] as const)]}
        />
      </div>
      <FormTrouble form={form} />
      <div style={{ marginTop: 10 }}>
        <Foot>
          <Button variant={known ? 'outlined' : 'contained'} disabled={busy} onClick={() => void save()}>
            {known ? 'Correct the old drive' : 'Record the old drive'}
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}

/** Exact bytes: a nominal size means the sector count of that name, anything else is taken as typed. */
function bytesOf(text: string): number | null {
  const parsed = parseCapacity(text, 'GB');
  if (!parsed.ok || parsed.bytes < 1e9) return null;
  const nominal = parsed.bytes / 1e9;
  return Number.isInteger(nominal) && nominal >= 50 ? bytesOfNominal(nominal) : Math.floor(parsed.bytes / 512) * 512;
}

/** The link the drive has at its site: what its kind speaks, as far as the site carries it. */
function linkOf(driveClass: DriveClass, site: Site): Link {
  const generation = /^NVMe gen ([345])$/.exec(driveClass)?.[1];
  const own: Link = generation
    ? { kind: 'pcie', generation: Number(generation) as 3 | 4 | 5, lanes: 4 }
    : isParallelSite(site)
      ? { kind: 'pata', rate: 100 }
      : { kind: 'sata', generation: 3 };
  return linkAtSite(site, own) ?? own;
}
