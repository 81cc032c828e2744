import type { Station } from '@udrel/core/stations';
import type { PhotoMark } from '../shapes/photos';

export interface PhotoView {
  id: string;
  station: Station;
  note: string;
  marks: PhotoMark[];
  width: number;
  height: number;
  by: string;
  at: string;
}

/** The photograph on which a model's places of a stage were shown. */
export interface SheetPicture {
  stage: number;
  photo: string;
}

/** A pairing that waits for its phone: what stands in its address, and until when. */
export interface PairingView {
  token: string;
  until: string;
}

/** What a phone is told that opened its pairing. */
export interface PairedView {
  key: string;
  tag: string;
  device: string;
  station: Station;
  until: string;
}
