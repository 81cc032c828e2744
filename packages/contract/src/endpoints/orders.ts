import { bookIn } from '../shapes/commands';
import { acceptQuote, correctPayment, takePayment, writeQuote } from '../shapes/orders';
import {
  billCountQuery,
  billExportQuery,
  billQuery,
  bookQuery,
  countTill,
  creditBill,
  issueBill,
  seller,
  type SellerSetting,
} from '../shapes/money/bills';
import type { CountView } from '../views/list-views';
import type { BillBegun, BillPage, TillView } from '../views/money-views';
import type { QuoteView } from '../views/shelf-views';
import type { OrderView } from '../views/views';
import { command, query } from './endpoint';

/** An order: booked in, put to the customer as a quote, paid. */
export const orderEndpoints = {
  bookIn: command('post /orders', {
    permission: 'book in',
    body: bookIn,
    status: 201,
    changes: ['job', 'customers', 'models'],
  }).answering<OrderView>(),
  quote: query('/orders/:number/quote', {
    permission: 'look at jobs and shelf',
    about: 'Quote',
  }).answering<QuoteView>(),
  writeQuote: command('post /orders/:number/quotes', {
    permission: 'quote',
    body: writeQuote,
    status: 201,
    changes: ['every job'],
  }).answering<QuoteView>(),
  acceptQuote: command('post /orders/:number/acceptance', {
    permission: 'quote',
    body: acceptQuote,
    changes: ['every job'],
  }).answering<QuoteView>(),
  pay: command('post /orders/:number/payments', {
    permission: 'take payments',
    body: takePayment,
    status: 201,
    changes: ['money'],
  }).answering<QuoteView>(),
  billBegun: query('/orders/:number/bill', {
    permission: 'issue bills',
    about: 'Quote',
  }).answering<BillBegun>(),
  issueBill: command('post /orders/:number/bills', {
    permission: 'issue bills',
    body: issueBill,
    status: 201,
    changes: ['money'],
  }).answering<QuoteView>(),
  creditBill: command('post /orders/:number/bills/:id', {
    permission: 'give money back',
    body: creditBill,
    status: 201,
    changes: ['money'],
  }).answering<QuoteView>(),
  correctPayment: command('post /orders/:number/payments/:id', {
    permission: 'give money back',
    body: correctPayment,
    status: 201,
    changes: ['money'],
  }).answering<QuoteView>(),
};

/** The money of the shop: its bills, its till, its book. */
export const moneyEndpoints = {
  bills: query('/bills', {
    permission: 'issue bills',
    query: billQuery,
    about: 'Bills',
    pagedBy: 'after',
  }).answering<BillPage>(),
  billCount: query('/counts/bills', {
    permission: 'issue bills',
    query: billCountQuery,
    about: 'Bills',
  }).answering<CountView>(),
  billExport: query('/exports/bills', { permission: 'issue bills', query: billExportQuery }).answering<undefined>(),
  /** As it is printed: PDF. */
  billPaper: query('/bills/:id/paper', { permission: 'issue bills' }).answering<undefined>(),
  /** As other programs read it: an invoice of EN 16931 in UBL 2.1. */
  billInvoice: query('/bills/:id/invoice', { permission: 'issue bills' }).answering<undefined>(),
  /** A version of a quote as it was put to the customer: PDF. */
  quotePaper: query('/orders/:number/quotes/:version', { permission: 'quote' }).answering<undefined>(),
  /** For whoever paid: PDF. */
  paymentReceipt: query('/payments/:id/receipt', { permission: 'take payments' }).answering<undefined>(),
  /** All bills, credit notes and payments of a day of the shop, as CSV. */
  dayBookExport: query('/exports/day-book', { permission: 'issue bills', query: bookQuery }).answering<undefined>(),
  till: query('/till', { permission: 'count the till', about: 'Till' }).answering<TillView>(),
  countTill: command('post /till/counts', {
    permission: 'count the till',
    body: countTill,
    status: 201,
    changes: ['till'],
  }).answering<TillView>(),
  seller: query('/shop/seller', { permission: 'set rates', about: 'Rates' }).answering<SellerSetting>(),
  setSeller: command('put /shop/seller', {
    permission: 'set rates',
    body: seller,
    changes: ['rates'],
  }).answering<SellerSetting>(),
};
