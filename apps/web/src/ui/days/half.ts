/** What is kept of a day that is typed half. */
export const HALF = 'half a date';

/** Whether a day, or a day with its time, is one. */
export const isWhole = (text: string): boolean => text !== '' && text !== HALF;

/** A day, or a day with its time, on the shop's clock. */
export interface MomentFieldProps {
  label: string;
  /** `YYYY-MM-DD`, or `YYYY-MM-DDTHH:mm`; empty for none, `HALF` for one that is typed half. */
  value: string;
  onChange: (value: string) => void;
  width?: number | string;
  id?: string;
  autoFocus?: boolean;
  /** What is wrong with it. */
  wrong?: string | undefined;
  helperText?: string | undefined;
}
