import { Audit, SignInTry } from '../audit/entities';
import { Backup } from '../backup/entities';
import { Customer, Said } from '../customers/entities';
import { Machine } from '../machines/entities';
import { Message, MessageTry } from '../messages/entities';
import { SupplierClaim } from '../returns/entities';
import { PaperEntity } from '../papers/entities';
import { CustomerLink, CustomerVisit } from '../page/entities';
import { Belonging, RoundEntity, RoundScanEntity } from '../custody/entities';
import { FeedLink } from '../diary/entities';
import { DisassemblyItemEntity } from '../dismantling/entities';
import { Fact } from '../facts/entities';
import { GateOverride, Job, JobEvent, WishEntity } from '../jobs/entities';
import { Device, DeviceModel, Lesson } from '../models/entities';
import { BillCount, BillEntity, PaymentEntity, QuoteVersion, ShopOrder } from '../orders/entities';
import { Berth, Feed, ReadBackRequestEntity, ReadsRequestEntity, Run, SampleChunk } from '../copying/entities';
import { ModelPicture, Pairing, Photo } from '../photos/entities';
import { Purchase, PurchaseLine } from '../purchases/entities';
import { JobKey, Secret } from '../secrets/entities';
import { Drive, Part, PartOrder, Place, Reservation, Stock } from '../shelf/entities';
import { Idempotency } from '../platform/http/entities';
import { TillCount } from '../till/entities';
import { KeptFilter, Session, Setting, SettingChange, Staff } from '../staff/entities';
import { Visit } from '../visits/entities';
import { JobMeasureEntity } from '../yardsticks/entities';
import { Wipe } from '../wiping/entities';

/** Every entity of the database. */
export const entities = [
  Staff,
  Setting,
  SettingChange,
  Session,
  Customer,
  Said,
  DeviceModel,
  Device,
  Place,
  Part,
  Stock,
  Reservation,
  Drive,
  ShopOrder,
  Job,
  WishEntity,
  Fact,
  DisassemblyItemEntity,
  ModelPicture,
  Photo,
  Pairing,
  Belonging,
  RoundEntity,
  Message,
  MessageTry,
  PaperEntity,
  SupplierClaim,
  CustomerLink,
  CustomerVisit,
  RoundScanEntity,
  GateOverride,
  JobEvent,
  Idempotency,
  Berth,
  Run,
  Feed,
  SampleChunk,
  ReadBackRequestEntity,
  ReadsRequestEntity,
  Wipe,
  Visit,
  FeedLink,
  Purchase,
  PurchaseLine,
  JobMeasureEntity,
  KeptFilter,
  JobKey,
  Secret,
  Audit,
  SignInTry,
  QuoteVersion,
  PaymentEntity,
  BillEntity,
  BillCount,
  TillCount,
  PartOrder,
  Lesson,
  Backup,
  Machine,
];
