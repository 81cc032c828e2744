import Button from '@mui/material/Button';
import { useState } from 'react';
import { retentionEndpoints } from '@udrel/contract/endpoints';
import type { Retention, RetentionDue, RetentionView } from '@udrel/contract/types';
import { useLazyConsiderRetentionQuery, useRetentionQuery, useSetRetentionMutation } from '../../../api/after';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useShapedForm, type Read } from '../../../features/form/shaped-form';
import { whole } from '../../../format/units';
import { typedFigure } from '../../../format/shop-formats';
import { Foot, Loaded, Sheet, TroubleNote } from '../../../ui';
import { Earlier } from '../../../features/settings/Earlier';
import styles from '../shop.module.css';

/** How long what the shop has is kept, and when a screen that nobody touches is locked. */
export function Keep() {
  const { data, error } = useRetentionQuery(undefined, { refetchOnMountOrArgChange: true });
  // Above the form, which is made anew by what was set: that it was is said there.
  const setting = useSetRetentionMutation();
  return (
    <Sheet title="How long things are kept" aside="what is over its time goes by itself, each hour">
      <Loaded data={data} error={error} what="how long things are kept">
        {(view) => <KeepForm key={JSON.stringify(view.rules)} view={view} setting={setting} />}
      </Loaded>
      <Earlier of="retention" />
    </Sheet>
  );
}

const optional = (typed: string): number | null => (typed.trim() === '' ? null : typedFigure(typed));
const written = (value: number | null) => (value === null ? '' : String(value));

interface KeepFormProps {
  view: RetentionView;
  setting: ReturnType<typeof useSetRetentionMutation>;
}

function KeepForm({ view: { rules, due }, setting }: KeepFormProps) {
  const [set, { error, isLoading, isSuccess }] = setting;
  const [consider, considered] = useLazyConsiderRetentionQuery();
  // What would go is said before it goes: it does not come back.
  const [asked, setAsked] = useState<{ body: Retention; due: RetentionDue } | null>(null);
  const form = useShapedForm({
    begin: {
      samplesDays: String(rules.samplesDays),
      answersDays: String(rules.answersDays),
      sessionDays: String(rules.sessionDays),
      photosMonths: written(rules.photosMonths),
      customersMonths: written(rules.customersMonths),
      idleMinutes: written(rules.idleMinutes),
    },
    read: (typed): Read<Retention> => ({
      ok: true,
      body: {
        samplesDays: typedFigure(typed.samplesDays),
        answersDays: typedFigure(typed.answersDays),
        sessionDays: typedFigure(typed.sessionDays),
        photosMonths: optional(typed.photosMonths),
        customersMonths: optional(typed.customersMonths),
        idleMinutes: optional(typed.idleMinutes),
      },
    }),
    shape: retentionEndpoints.setRetention.body,
    error,
  });
  const save = form.handleSubmit(async (body) => {
    const { data } = await consider({ body });
    if (!data) return;
    const more = data.photos > due.photos || data.customers > due.customers;
    if (more) setAsked({ body, due: data });
    else void set({ body });
  });
  return (
    <form onSubmit={(event) => void save(event)}>
      <div className={styles.fields}>
        <Field form={form} name="samplesDays" label="Figures of copies, each second, days" help="then one a minute" />
        <Field form={form} name="photosMonths" label="Photographs after the job, months" help="empty: for ever" />
        <Field
          form={form}
          name="customersMonths"
          label="Customers after an order, months"
          help="empty: for ever; bills name them as the law wants"
        />
        <Field form={form} name="answersDays" label="Answers to what is sent twice, days" />
        <Field form={form} name="sessionDays" label="Signed in for, days" />
        <Field
          form={form}
          name="idleMinutes"
          label="Screen locked after, minutes"
          help="without a touch; empty: never"
        />
      </div>
      <FormTrouble form={form} />
      <TroubleNote error={considered.error} />
      {asked ? (
        <Foot note={<span className="danger">{goes(asked.due)} go within an hour, and do not come back.</span>}>
          <Button onClick={() => setAsked(null)}>Leave it as it was</Button>
          <Button color="error" variant="contained" disabled={isLoading} onClick={() => void set({ body: asked.body })}>
            Let them go
          </Button>
        </Foot>
      ) : (
        <Foot note={isSuccess ? 'Set.' : undefined}>
          <Button type="submit" disabled={isLoading || considered.isFetching}>
            Set how long
          </Button>
        </Foot>
      )}
    </form>
  );
}

const goes = ({ photos, customers }: RetentionDue) =>
  [
    ...(photos > 0 ? [`${whole(photos)} ${photos === 1 ? 'photograph' : 'photographs'}`] : []),
    ...(customers > 0 ? [`${whole(customers)} ${customers === 1 ? 'customer' : 'customers'}`] : []),
  ].join(' and ');
