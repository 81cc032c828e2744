import { Audit, SignInTry } from '../audit/entities';
import { Customer } from '../customers/entities';
import * as jobs from '../jobs/entities';
import { Device, DeviceModel, Lesson } from '../models/entities';
import { PaymentEntity, QuoteVersion } from '../orders/entities';
import { Berth, Feed, Look, Run, SampleChunk } from '../runs/entities';
import { JobKey, Secret } from '../secrets/entities';
import { Drive, Part, PartOrder, Place, Reservation, Stock } from '../shelf/entities';
import { Session, Setting, Staff } from '../staff/entities';

/** Every entity of the database. */
export const entities = [
  Staff,
  Setting,
  Session,
  Customer,
  DeviceModel,
  Device,
  Place,
  Part,
  Stock,
  Reservation,
  Drive,
  jobs.ShopOrder,
  jobs.Job,
  jobs.WishEntity,
  jobs.Fact,
  jobs.StripItemEntity,
  jobs.Thing,
  jobs.GateOverride,
  jobs.JobEvent,
  jobs.Idempotency,
  Berth,
  Run,
  Feed,
  SampleChunk,
  Look,
  JobKey,
  Secret,
  Audit,
  SignInTry,
  QuoteVersion,
  PaymentEntity,
  PartOrder,
  Lesson,
];
