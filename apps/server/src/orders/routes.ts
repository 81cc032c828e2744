import {
  acceptQuote as acceptShape,
  bookIn,
  correctPayment as correctShape,
  takePayment as paymentShape,
  writeQuote as writeShape,
} from '@udrel/contract/schemas';
import { route } from '../platform/routes';
import { correctPayment, takePayment } from './payments';
import { acceptQuote, viewQuote, writeQuote } from './quotes';
import { book } from './service';

const numberOf = (params: Record<string, string>) => Number.parseInt(params['number'] ?? '', 10) || 0;

export const orderRoutes = [
  route('post /orders', { who: 'book in', body: bookIn, status: 201, handle: (call) => book(call, call.body) }),
  route('get /orders/:number/quote', {
    who: 'look at jobs and shelf',
    handle: ({ manager, params, now }) => viewQuote(manager, numberOf(params), now),
  }),
  route('post /orders/:number/quotes', {
    who: 'quote',
    body: writeShape,
    status: 201,
    handle: (call) => writeQuote(call, numberOf(call.params), call.body),
  }),
  route('post /orders/:number/acceptance', {
    who: 'quote',
    body: acceptShape,
    handle: (call) => acceptQuote(call, numberOf(call.params), call.body),
  }),
  route('post /orders/:number/payments', {
    who: 'take payments',
    body: paymentShape,
    status: 201,
    handle: (call) => takePayment(call, numberOf(call.params), call.body),
  }),
  route('post /orders/:number/payments/:id', {
    who: 'give money back',
    body: correctShape,
    status: 201,
    handle: (call) => correctPayment(call, numberOf(call.params), call.params['id'] ?? '', call.body),
  }),
];
