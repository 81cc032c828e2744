import {
  addPlaces,
  checklists,
  labelPrinters,
  ownConsents,
  renamePlace,
  setUpState,
  suppliers,
  type Checklists,
  type LabelPrinters,
  type OwnConsents,
  type Suppliers,
} from '../../shapes/house/set-up';
import type { LogoView, PlaceView, SetUpView } from '../../views/house/set-up';
import { command, query } from '../endpoint';

const LOOK = { permission: 'look at jobs and shelf', about: 'Shop' } as const;
const SET = { permission: 'set rates', changes: ['shop'] } as const;

/** What a shop is set up with, beside its name, its papers, its hours and its staff. */
export const setUpEndpoints = {
  setUpProgress: query('/shop/set-up', { permission: 'set rates', about: 'SetUp' }).answering<SetUpView>(),
  setSetUp: command('put /shop/set-up', { ...SET, body: setUpState }).answering<SetUpView>(),
  suppliers: query('/shop/suppliers', LOOK).answering<Suppliers>(),
  setSuppliers: command('put /shop/suppliers', { ...SET, body: suppliers }).answering<Suppliers>(),
  ownConsents: query('/shop/consents', LOOK).answering<OwnConsents>(),
  setOwnConsents: command('put /shop/consents', { ...SET, body: ownConsents }).answering<OwnConsents>(),
  labelPrinters: query('/shop/label-printers', LOOK).answering<LabelPrinters>(),
  setLabelPrinters: command('put /shop/label-printers', { ...SET, body: labelPrinters }).answering<LabelPrinters>(),
  checklists: query('/shop/checklists', LOOK).answering<Checklists>(),
  setChecklists: command('put /shop/checklists', { ...SET, body: checklists }).answering<Checklists>(),
  /** PNG. */
  logo: query('/shop/logo', { permission: 'public' }).answering<undefined>(),
  /** A picture as `photo` of a form. */
  setLogo: command('post /shop/logo', {
    permission: 'set rates',
    idempotency: 'own',
    changes: ['session', 'shop'],
  }).answering<LogoView>(),
  removeLogo: command('delete /shop/logo', {
    permission: 'set rates',
    idempotency: 'own',
    changes: ['session', 'shop'],
  }).answering<LogoView>(),
  placesHeld: query('/shop/places', LOOK).answering<PlaceView[]>(),
  addPlaces: command('post /shop/places', { ...SET, body: addPlaces, status: 201 }).answering<PlaceView[]>(),
  renamePlace: command('put /shop/places/:id', { ...SET, body: renamePlace }).answering<PlaceView[]>(),
  removePlace: command('delete /shop/places/:id', { ...SET, idempotency: 'own' }).answering<PlaceView[]>(),
};
