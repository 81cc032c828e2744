import type { PhotoMark } from '@udrel/contract/shapes';
import type { Station } from '@udrel/core/stations';
import { EntitySchema } from 'typeorm';
import { integer, json, key, reference, text, time } from '../platform/database/columns';

export interface PhotoRow {
  id: string;
  jobId: string;
  station: Station;
  note: string;
  /** What its files are called: the digest of what is kept. */
  content: string;
  width: number;
  height: number;
  marks: PhotoMark[];
  by: string;
  at: Date;
}

export const Photo = new EntitySchema<PhotoRow>({
  name: 'photo',
  columns: {
    id: key(),
    jobId: reference('job'),
    station: text(),
    note: text({ default: '' }),
    content: text(),
    width: integer(),
    height: integer(),
    marks: json({ default: [] }),
    by: reference('staff'),
    at: time(),
  },
  indices: [{ name: 'photo_job', columns: ['jobId', 'content'], unique: true }],
});

export interface PairingRow {
  /** Digest of what stands in the address, and of the key that the phone was given; null until it was opened. */
  token: string;
  phone: string | null;
  jobId: string;
  station: Station;
  by: string;
  until: Date;
}

export const Pairing = new EntitySchema<PairingRow>({
  name: 'pairing',
  columns: {
    token: text({ primary: true }),
    phone: text({ nullable: true }),
    jobId: reference('job'),
    station: text(),
    by: reference('staff'),
    until: time(),
  },
  indices: [{ name: 'pairing_job', columns: ['jobId'] }],
});

export interface ModelPictureRow {
  id: string;
  modelId: string;
  stage: number;
  /** As that of a photograph: what its files are called. */
  content: string;
}

/** The photograph on which a model's places of a stage were shown: it is kept while the model has it, whatever becomes of its job. */
export const ModelPicture = new EntitySchema<ModelPictureRow>({
  name: 'model_picture',
  columns: { id: key(), modelId: reference('device_model'), stage: integer(), content: text() },
  indices: [{ name: 'model_picture_stage', columns: ['modelId', 'stage'], unique: true }],
});
