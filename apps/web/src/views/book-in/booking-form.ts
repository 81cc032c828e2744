import type { BookIn } from '@udrel/contract/types';
import type { ShapedForm } from '../../features/form/shaped-form';
import type { Draft } from './draft';

export type BookingForm = ShapedForm<Draft, BookIn>;

/** Where a device stands in the form. */
export type DevicePath = `devices.${number}`;

export interface DeviceFields {
  form: BookingForm;
  at: DevicePath;
}
