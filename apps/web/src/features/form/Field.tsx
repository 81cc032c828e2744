import TextField, { type TextFieldProps } from '@mui/material/TextField';
import type { InputHTMLAttributes } from 'react';
import { useController, useFormState, type FieldPath, type FieldValues } from 'react-hook-form';
import { SERIAL_SLOTS } from '../../ui/SerialField';
import { DayField, MomentField } from '../../ui/days/DayField';
import type { MomentFieldProps } from '../../ui/days/half';
import { TroubleBox } from '../../ui';
import type { ShapedForm } from './shaped-form';

/** What was wrong with a form and stands at none of its fields. */
export function FormTrouble<T extends FieldValues, B>({ form }: { form: ShapedForm<T, B> }) {
  const sentence = useFormState({ control: form.control }).errors.root?.['server']?.message;
  return sentence && <TroubleBox sentence={sentence} />;
}

/** Words to choose from: a word, or what is kept with what is shown for it. */
export type Choices = readonly (string | readonly [value: string, label: string])[];

interface Of<T extends FieldValues, B> {
  form: ShapedForm<T, B>;
  name: FieldPath<T>;
  label: string;
}

type Look = Pick<
  TextFieldProps,
  'id' | 'className' | 'sx' | 'multiline' | 'minRows' | 'maxRows' | 'placeholder' | 'autoFocus' | 'disabled' | 'type'
>;

interface FieldProps<T extends FieldValues, B> extends Of<T, B>, Look {
  choices?: Choices;
  /** Whether what helps says what is wrong. */
  wrong?: boolean;
  /** What helps while nothing is wrong. */
  help?: string | undefined;
  /** A serial: in figures of one width, and a scan made in it stays in it. */
  serial?: boolean;
  html?: InputHTMLAttributes<HTMLInputElement>;
  /** The label stands above even while it is empty. */
  shrink?: boolean;
  /** Told what was chosen, once the form has it. */
  onChosen?: (value: string) => void;
}

/** One field of a form: what is typed, and what is wrong with it. */
export function Field<T extends FieldValues, B>(props: FieldProps<T, B>) {
  const { form, name, choices, help, wrong = false, serial, html, shrink, onChosen, ...look } = props;
  const { field, fieldState } = useController({ control: form.control, name });
  const { ref, value, ...bound } = field;
  const told = fieldState.error?.message;
  return (
    <TextField
      {...look}
      {...bound}
      value={(value as string | undefined) ?? ''}
      onChange={(event) => {
        field.onChange(event);
        onChosen?.(event.target.value);
      }}
      inputRef={ref}
      error={wrong || told !== undefined}
      helperText={told ?? help}
      select={choices !== undefined}
      slotProps={{
        ...(serial ? SERIAL_SLOTS.slotProps : html ? { htmlInput: html } : {}),
        ...(choices ? { select: { native: true } } : {}),
        ...(choices || shrink ? { inputLabel: { shrink: true } } : {}),
      }}
    >
      {choices?.map((choice) => {
        const [one, text] = typeof choice === 'string' ? [choice, choice] : choice;
        return (
          <option key={one} value={one}>
            {text}
          </option>
        );
      })}
    </TextField>
  );
}

/** A day, or a day with its time, of a form. */
export function When<T extends FieldValues, B>(
  props: Of<T, B> & Pick<MomentFieldProps, 'width' | 'helperText'> & { time?: boolean },
) {
  const { form, name, time = false, ...look } = props;
  const { field, fieldState } = useController({ control: form.control, name });
  const Picker = time ? MomentField : DayField;
  return <Picker {...look} value={field.value as string} onChange={field.onChange} wrong={fieldState.error?.message} />;
}

/** Which of a list hold, in the order of the list. */
export function Ticks<T extends FieldValues, B>(props: Omit<Of<T, B>, 'label'> & { options: readonly string[] }) {
  const { form, name, options } = props;
  const { field } = useController({ control: form.control, name });
  const held = field.value as readonly string[];
  return options.map((option) => (
    <label key={option}>
      <input
        type="checkbox"
        checked={held.includes(option)}
        onBlur={field.onBlur}
        onChange={({ target }) =>
          field.onChange(options.filter((one) => (one === option ? target.checked : held.includes(one))))
        }
      />{' '}
      {option}
    </label>
  ));
}

/** Whether something holds. */
export function Tick<T extends FieldValues, B>({
  form,
  name,
  label,
  className,
}: Of<T, B> & { className?: string | undefined }) {
  const { field } = useController({ control: form.control, name });
  return (
    <label className={className}>
      <input
        type="checkbox"
        ref={field.ref}
        checked={field.value as boolean}
        onBlur={field.onBlur}
        onChange={({ target }) => field.onChange(target.checked)}
      />{' '}
      {label}
    </label>
  );
}
