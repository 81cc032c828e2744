import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { destroysData, liesHere, STAYS, staysProblem, type Stay, type Stays } from '@udrel/core/custody';
import { spins } from '@udrel/core/estimate';
import { modulesOut, oldStaysAt } from '@udrel/core/steps';
import { useTakesQuery } from '../../../api/api';
import { PaperButton } from '../../../ui/PaperButton';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble, Tick, When } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import styles from '../../../features/job/job.module.css';
import { daysFromToday, range } from '../../../format/time';

/** Days for which a fallback is kept where nothing else is agreed. */
const FALLBACK_DAYS = 14;

/** What becomes of the old drive. */
export function OldDriveStays({ job }: { job: JobView }) {
  const staysAt = oldStaysAt(job.snapshot);
  const site = job.device.model.sites.find(({ id }) => id === staysAt)?.name ?? staysAt;
  const old = job.snapshot.facts['old drive'];
  return (
    <WhatStays
      job={job}
      of="old drive stays"
      title="Old drive"
      aside={old ? `${old.maker} ${old.name}, ${old.serial}` : ''}
      ways={staysAt === null ? OUT : ['in the device']}
      note={staysAt === null ? 'in its bag, labelled' : `at ${site ?? ''}, for data`}
      advice={
        staysAt === null
          ? 'Advice: do not attach it at start-up; two installations in one machine get in each other’s way.'
          : 'Advice: it still holds the system it came with. Have that cleared away once the new drive has proven itself.'
      }
    />
  );
}

/** What becomes of modules whose slots others took. */
export function ModulesStay({ job }: { job: JobView }) {
  const out = modulesOut(job.snapshot);
  if (out.length === 0) return null;
  return (
    <WhatStays
      job={job}
      of="modules stay"
      title="Old modules"
      aside={out.map(({ slot, bytes }) => `${binary(bytes)} out of ${slot}`).join(', ')}
      ways={OUT.filter((way) => way !== 'to be wiped' && way !== 'in an enclosure, returned')}
      note=""
    />
  );
}

const OUT = STAYS.filter((way) => way !== 'in the device');

interface Props {
  job: JobView;
  of: 'old drive stays' | 'modules stay';
  title: string;
  aside: string;
  ways: readonly Stay[];
  note: string;
  advice?: string;
}

/** Where something stays that came out, until when and what the customer agreed to. */
function WhatStays({ job, of, title, aside, ways, note, advice }: Props) {
  const known = job.snapshot.facts[of];
  const begin: Stays = known ?? { as: ways[0] ?? 'returned', until: null, place: '', consent: false, note };
  const { form, busy, save } = useFactForm(job, of, {
    begin: { ...begin, until: begin.until ?? daysFromToday(FALLBACK_DAYS) },
    read: (typed) => {
      const here = liesHere(typed);
      const until = typed.as === 'kept as a fallback' ? typed.until || null : null;
      const body = { ...typed, until, place: here ? typed.place : '' };
      const problem = staysProblem(body, of === 'old drive stays');
      return problem ? { ok: false, problems: [problem] } : { ok: true, body };
    },
  });
  const [as, consent] = useWatch({ control: form.control, name: ['as', 'consent'] });
  const drive = of === 'old drive stays';
  const destroys = drive && destroysData(as);
  const step = job.procedure.steps.find((one) => one.id === (drive ? 'place old drive' : 'place modules'));
  const labelled = job.belongings.filter(({ stay }) => stay !== null).length > 0;
  return (
    <Sheet title={title} aside={aside}>
      <div className={styles.fields}>
        <Field form={form} name="as" label="Where it stays" choices={ways} />
        {as === 'kept as a fallback' && <When form={form} name="until" label="Kept until" />}
        {liesHere({ as }) && <Field form={form} name="place" label="Place" html={{ maxLength: 20 }} />}
        <Field form={form} name="note" className={styles.wide ?? ''} label="What else is to be known of it" />
        {destroys && (
          <div className={styles.wide}>
            <Tick form={form} name="consent" label="The customer agrees in writing that nothing is left of it" />
          </div>
        )}
      </div>
      {destroys && as === 'to be wiped' && <Wiping job={job} />}
      <FormTrouble form={form} />
      <Foot note={step?.waitsFor[0] ?? advice}>
        {known && labelled && (
          <PaperButton paper="labels" tag={job.tag}>
            Print its label
          </PaperButton>
        )}
        <Button
          variant={step?.state === 'ready' ? 'contained' : 'outlined'}
          disabled={busy || step?.state === 'waiting' || (destroys && !consent)}
          onClick={() => void save()}
        >
          {known ? 'Correct it' : 'Note it'}
        </Button>
      </Foot>
    </Sheet>
  );
}

/** How long that takes, and by which way it reaches everything. */
function Wiping({ job }: { job: JobView }) {
  const { currentData: takes } = useTakesQuery({ tag: job.tag });
  const old = job.snapshot.facts['old drive'];
  if (!old || !takes?.wipe) return null;
  const { low, high, restsOn } = takes.wipe;
  const fails = job.snapshot.facts.health?.grade === 'failing';
  return (
    <p className="sub">
      {fails && 'It fails: it may take far longer, or not be reached everywhere; say so, or have it destroyed. '}
      Writing all of it over once takes <span className="mono">{range(low, high)}</span> ({restsOn}).
      {!spins(old.class) &&
        ' Its own erase command reaches what that does not, in minutes: use it where the drive has one (NIST SP 800-88).'}
    </p>
  );
}
