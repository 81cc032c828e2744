import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { backupEndpoints } from '@udrel/contract/endpoints';
import type { BackupRules, BackupsView, BackupTry } from '@udrel/contract/types';
import { useBackUpNowMutation, useBackupsQuery, useSetBackupsMutation } from '../../../api/after';
import { Field } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { fullMoment, moment } from '../../../format/time';
import { fileSize } from '@udrel/core/capacity';
import { whole } from '../../../format/units';
import { typedFigure } from '../../../format/shop-formats';
import { FactList, Foot, Loaded, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { Earlier } from '../../../features/settings/Earlier';
import { SettingForm, type Setting } from '../SettingForm';
import styles from '../shop.module.css';

// What makes keys is large, and wanted once in the life of a shop.
const KeyDialog = lazy(() => import('./BackupKey'));
/** How often it is asked while one is made, ms. */
const LOOK = 2000;

/** How the shop is backed up: whether it was, where to, and with which key. */
export function Backups() {
  const [working, setWorking] = useState(false);
  const { data, error } = useBackupsQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: working ? LOOK : 60_000,
    skipPollingIfUnfocused: true,
  });
  // Above the form, which is made anew by what was set: that it was is said there.
  const setting = useSetBackupsMutation();
  const works = data?.tries[0]?.endedAt === null;
  if (data && works !== working) setWorking(works);
  return (
    <div className={styles.column}>
      <Sheet title="Backups" aside="everything, encrypted, in one archive">
        <Loaded data={data} error={error} what="the backups">
          {(backups) => <State backups={backups} works={works} />}
        </Loaded>
      </Sheet>
      {data && <Rules key={JSON.stringify(data.rules)} backups={data} setting={setting} />}
    </div>
  );
}

function State({ backups, works }: { backups: BackupsView; works: boolean }) {
  const { keyMadeAt, folder, apart, late: isLate, archives, tries } = backups;
  const [begin, { error, isLoading }] = useBackUpNowMutation();
  const [asked, setAsked] = useState(false);
  const latest = archives[0];
  return (
    <>
      <p className={styles.state}>
        <OutcomeMark outcome={isLate ? 'fail' : 'pass'} />
        <span>{sentenceOf(backups)}</span>
      </p>
      <FactList
        rows={[
          [
            'Kept',
            latest
              ? `${counted(archives.length, 'archive')}, ${fileSize(sumOf(archives))}, the latest of ${moment(latest.at)}`
              : 'none',
          ],
          [
            'Folder',
            <span key="folder">
              <span className="mono">{folder}</span>
              {apart === false && (
                <span className="sub">
                  {' '}
                  on the disk of the shop: what takes one takes both. Copy archives away, or name another disk.
                </span>
              )}
              {apart === null && <span className="danger"> cannot be written now</span>}
            </span>,
          ],
          ['Key', keyMadeAt ? `made ${fullMoment(keyMadeAt)}` : 'none yet'],
        ]}
      />
      {tries.length > 0 && (
        <details className={styles.tries}>
          <summary>What was tried</summary>
          <Tries tries={tries} />
        </details>
      )}
      <TroubleNote error={error} />
      <Foot note={works ? 'The shop is being backed up. Work goes on meanwhile.' : undefined}>
        <Button onClick={() => setAsked(true)}>{keyMadeAt ? 'New key …' : 'Make the key …'}</Button>
        <Button variant="contained" disabled={!keyMadeAt || works || isLoading} onClick={() => void begin()}>
          Back up now
        </Button>
      </Foot>
      {asked && (
        <Suspense fallback={null}>
          <KeyDialog again={keyMadeAt !== null} close={() => setAsked(false)} />
        </Suspense>
      )}
    </>
  );
}

function sentenceOf({ late: isLate, tries, rules }: BackupsView): string {
  if (isLate && !isLate.key) return 'Nothing is backed up: make the key that archives are encrypted to.';
  if (isLate) return `Not backed up ${isLate.since ? `since ${moment(isLate.since)}` : 'yet'}. ${isLate.problem ?? ''}`;
  if (tries.length === 0) return `The first one is made within a minute, and then each night at ${rules.at}.`;
  return `Backed up each night at ${rules.at}, or as soon as Udrel runs after that.`;
}

const sumOf = (archives: readonly { bytes: number }[]) => archives.reduce((sum, { bytes }) => sum + bytes, 0);

const counted = (count: number, what: string) => `${whole(count)} ${what}${count === 1 ? '' : 's'}`;

function Tries({ tries }: { tries: readonly BackupTry[] }) {
  return (
    <table>
      <thead>
        <tr>
          <th>Begun</th>
          <th>By</th>
          <th>How it went</th>
        </tr>
      </thead>
      <tbody>
        {tries.map(({ id, begunAt, endedAt, by, jobs, photos, problem }) => (
          <tr key={id}>
            <td className="mono">{moment(begunAt)}</td>
            <td>{by ?? 'by itself'}</td>
            <td>
              {problem !== null && <span className="danger">{problem}</span>}
              {problem === null && endedAt === null && 'is being made'}
              {problem === null &&
                endedAt !== null &&
                `${counted(jobs ?? 0, 'job')}, ${counted(photos ?? 0, 'photograph')}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface RulesProps {
  backups: BackupsView;
  setting: Setting<BackupRules>;
}

function Rules({ backups, setting }: RulesProps) {
  const { rules } = backups;
  const form = useShapedForm({
    begin: { ...rules, days: String(rules.days), weeks: String(rules.weeks) },
    read: ({ days, weeks, ...rest }): { ok: true; body: BackupRules } => ({
      ok: true,
      body: { ...rest, days: typedFigure(days), weeks: typedFigure(weeks) },
    }),
    shape: backupEndpoints.setBackups.body,
    error: setting[1].error,
  });
  return (
    <Sheet title="When and where to" aside="the latest of each day and week is kept">
      <SettingForm form={form} setting={setting} press="Set when and where to">
        <Field form={form} name="at" label="Each night at" />
        <Field
          form={form}
          name="folder"
          label="To the folder"
          placeholder={backups.folder}
          shrink
          help="empty: beside the data"
        />
        <Field form={form} name="days" label="Kept of the latest days" />
        <Field form={form} name="weeks" label="Kept of the latest weeks" />
      </SettingForm>
      <Earlier of="backups" />
    </Sheet>
  );
}
