import { orderEndpoints } from '@udrel/contract/endpoints';
import { correctPayment, takePayment } from '../../orders/payments';
import { acceptQuote, viewQuote, writeQuote } from '../../orders/quotes';
import { book } from '../../orders/book-in';
import { handlers } from '../../platform/http/handlers';

export const orderHandlers = handlers(orderEndpoints, {
  bookIn: (call) => book(call, call.body),
  quote: ({ manager, params, now }) => viewQuote(manager, params.number, now),
  writeQuote: (call) => writeQuote(call, call.params.number, call.body),
  acceptQuote: (call) => acceptQuote(call, call.params.number, call.body),
  pay: (call) => takePayment(call, call.params.number, call.body),
  correctPayment: (call) => correctPayment(call, call.params.number, call.params.id, call.body),
});
