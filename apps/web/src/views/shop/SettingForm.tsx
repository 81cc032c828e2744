import Button from '@mui/material/Button';
import { Fragment, type ReactNode } from 'react';
import { useFormState, type FieldValues } from 'react-hook-form';
import type { SettingName } from '@udrel/contract/settings';
import { FormTrouble } from '../../features/form/Field';
import type { ShapedForm } from '../../features/form/shaped-form';
import { Foot, Loaded, Sheet } from '../../ui';
import { Earlier } from '../../features/settings/Earlier';
import styles from './shop.module.css';

interface SheetProps<T> {
  title: string;
  aside: string;
  data: T | undefined;
  error?: unknown;
  /** What is loaded, as a sentence says it. */
  what: string;
  /** Whose history is told. */
  of?: SettingName;
  /** Its form, which is made anew by what was set. */
  children: (value: T) => ReactNode;
}

/** One setting of the shop: its form, and what it was before. */
export function SettingSheet<T>({ title, aside, data, error, what, of, children }: SheetProps<T>) {
  return (
    <Sheet title={title} aside={aside}>
      <Loaded data={data} error={error} what={what}>
        {(value) => <Fragment key={JSON.stringify(value)}>{children(value)}</Fragment>}
      </Loaded>
      {of && <Earlier of={of} />}
    </Sheet>
  );
}

/** How a setting is sent, and whether it was. It belongs above the form, which is made anew by what was set. */
export type Setting<B> = readonly [
  send: (given: { body: B }) => unknown,
  state: { error?: unknown; isLoading: boolean; isSuccess: boolean },
];

interface FormProps<T extends FieldValues, B> {
  form: ShapedForm<T, B>;
  setting: Setting<B>;
  /** What the button says. */
  press: string;
  /** Whether there is nothing to press while nothing was changed. */
  once?: boolean;
  note?: string | undefined;
  /** Buttons before it. */
  before?: ReactNode;
  /** Whether the fields stand beside each other. */
  grid?: boolean;
  children: ReactNode;
}

/** The form of a setting: its fields, what is wrong with it at none of them, that it was set, and the button. */
export function SettingForm<T extends FieldValues, B>(props: FormProps<T, B>) {
  const { form, setting, press, once = false, note, before, grid = true, children } = props;
  const [set, { isLoading, isSuccess }] = setting;
  const { isDirty } = useFormState({ control: form.control });
  const save = form.handleSubmit((body) => void set({ body }));
  return (
    <form onSubmit={(event) => void save(event)}>
      {grid ? <div className={styles.fields}>{children}</div> : children}
      <FormTrouble form={form} />
      <Foot note={[isSuccess && !isDirty ? 'Set.' : '', note ?? ''].filter(Boolean).join(' ') || undefined}>
        {before}
        <Button type="submit" disabled={isLoading || (once && !isDirty)}>
          {press}
        </Button>
      </Foot>
    </form>
  );
}
