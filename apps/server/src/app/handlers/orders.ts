import { moneyEndpoints, orderEndpoints } from '@udrel/contract/endpoints';
import { billBegun, creditBill, issueBill } from '../../orders/bills';
import { correctPayment, takePayment } from '../../orders/payments';
import { acceptQuote, viewQuote, writeQuote } from '../../orders/quotes';
import { book } from '../../orders/book-in';
import { billPaper, receiptOf } from '../../papers/papers';
import { invoiceOf } from '../../papers/invoice';
import { quotePaper } from '../../papers/quote-paper';
import { sendInvoice, sendPdf } from '../../papers/send-paper';
import { handlers } from '../../platform/http/handlers';
import { listHandlers } from '../../platform/http/list-handlers';
import { sendCsv } from '../../platform/http/send-csv';
import { readSeller, setSeller } from '../../shop/seller';
import { withToday } from '../../shop/today';
import { readShop } from '../../staff/people';
import { BOOK_COLUMNS, dayBook } from '../../till/day-book';
import { BILL_LIST } from '../../till/list-bills';
import { countTill, viewTill } from '../../till/till';

export const orderHandlers = handlers(orderEndpoints, {
  bookIn: (call) => book(call, call.body),
  quote: ({ manager, params, now }) => viewQuote(manager, params.number, now),
  writeQuote: (call) => writeQuote(call, call.params.number, call.body),
  acceptQuote: (call) => acceptQuote(call, call.params.number, call.body),
  pay: (call) => takePayment(call, call.params.number, call.body),
  billBegun: ({ manager, params, now }) => billBegun(manager, params.number, now),
  issueBill: (call) => issueBill(call, call.params.number, call.body),
  creditBill: (call) => creditBill(call, call.params.number, call.params.id, call.body),
  correctPayment: (call) => correctPayment(call, call.params.number, call.params.id, call.body),
});

const billList = listHandlers('bills', BILL_LIST);

export const moneyHandlers = handlers(moneyEndpoints, {
  bills: async (call) => billList.page(call, await withToday(call, call.query)),
  billCount: async (call) => billList.count(call, await withToday(call, call.query)),
  billExport: async (call) => billList.file(call, await withToday(call, call.query)),
  billPaper: async ({ manager, params, response }) => sendPdf(response, await billPaper(manager, params.id)),
  quotePaper: async ({ manager, params, response }) =>
    sendPdf(response, await quotePaper(manager, params.number, params.version)),
  billInvoice: async ({ manager, params, response }) => sendInvoice(response, await invoiceOf(manager, params.id)),
  paymentReceipt: async ({ manager, params, response }) => sendPdf(response, await receiptOf(manager, params.id)),
  dayBookExport: async ({ manager, query, response }) => {
    const { timeZone } = (await readShop(manager)).formats;
    return sendCsv(response, `day-book-${query.day}`, BOOK_COLUMNS, dayBook(manager, query.day, timeZone));
  },
  till: ({ manager }) => viewTill(manager),
  countTill: (call) => countTill(call, call.body),
  seller: ({ manager }) => readSeller(manager),
  setSeller: (call) => setSeller(call, call.body),
});
