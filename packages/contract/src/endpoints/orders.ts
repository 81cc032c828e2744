import { bookIn } from '../shapes/commands';
import { acceptQuote, correctPayment, takePayment, writeQuote } from '../shapes/orders';
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
  correctPayment: command('post /orders/:number/payments/:id', {
    permission: 'give money back',
    body: correctPayment,
    status: 201,
    changes: ['money'],
  }).answering<QuoteView>(),
};
