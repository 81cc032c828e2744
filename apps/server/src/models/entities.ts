import type { ModelSpec } from '@udrel/contract/types';
import { EntitySchema } from 'typeorm';
import { flag, json, key, reference, text, time } from '../platform/database/columns';

export interface ModelRow {
  id: string;
  maker: string;
  name: string;
  code: string;
  spec: ModelSpec;
  /** Only a name from the counter so far. */
  stub: boolean;
}

export const DeviceModel = new EntitySchema<ModelRow>({
  name: 'device_model',
  columns: { id: key(), maker: text(), name: text(), code: text({ unique: true }), spec: json(), stub: flag() },
});

export interface DeviceRow {
  id: string;
  modelId: string;
  customerId: string;
  serial: string;
}

/** A customer's device: it lives longer than one job. */
export const Device = new EntitySchema<DeviceRow>({
  name: 'device',
  columns: {
    id: key(),
    modelId: reference('device_model'),
    customerId: reference('customer'),
    serial: text(),
  },
  indices: [
    { name: 'device_serial', columns: ['serial', 'modelId'], unique: true },
    { name: 'device_customer', columns: ['customerId'] },
  ],
});

export interface LessonRow {
  id: string;
  modelId: string;
  /** The job that taught it. */
  jobId: string;
  text: string;
  by: string;
  at: Date;
}

/** What a job taught about a model, told wherever the model comes up again. */
export const Lesson = new EntitySchema<LessonRow>({
  name: 'lesson',
  columns: {
    id: key(),
    modelId: reference('device_model'),
    jobId: reference('job'),
    text: text(),
    by: reference('staff'),
    at: time(),
  },
  indices: [{ name: 'lesson_model', columns: ['modelId'] }],
});
