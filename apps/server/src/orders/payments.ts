import { payInTurn } from './till-turn';
import { amount as written } from '@udrel/core/money';
import { randomUUID } from 'node:crypto';
import type { CorrectPayment, QuoteView, TakePayment } from '@udrel/contract/types';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { PaymentEntity, type PaymentRow } from './entities';
import { lockOrder, notedAtOrder, quoteFor } from './quotes';

/** Takes money for an order, closed or not. More than is due only when that is meant. */
export async function takePayment(context: CommandContext, order: number, given: TakePayment): Promise<QuoteView> {
  const { amount, how, moreThanDue } = given;
  const { id, jobs } = await lockOrder(context, order);
  const { due, open } = await quoteFor(context.manager, order, jobs);
  // While parts are still to be chosen, a deposit may well be more than what stands on the quote.
  if (amount > due && open.length === 0 && moreThanDue !== true) {
    throw new Refusal(409, 'more-than-due', `Due is ${written(due)}: is ${written(amount)} meant?`, {
      problems: [{ field: 'amount', sentence: `More than the ${written(due)} that is due.` }],
    });
  }
  await keep(context, id, { amount, how, corrects: null, reason: '' });
  return notedAtOrder(context, order, jobs, { kind: 'payment taken', data: { amount, how } });
}

/**
 * Puts a payment right, or gives money of it back: as further payments that name it, so that what was taken and what
 * went back stay on record.
 */
export async function correctPayment(
  context: CommandContext,
  order: number,
  paymentId: string,
  given: CorrectPayment,
): Promise<QuoteView> {
  const { id, jobs } = await lockOrder(context, order);
  const { payments } = await quoteFor(context.manager, order, jobs);
  const payment = payments.find((one) => one.id === paymentId && one.amount > 0);
  if (!payment) throw notFound('This payment');
  const { what, amount, how, reason } = given;
  const back = { corrects: payment.id, reason };
  if (what === 'refunded') {
    if (amount > payment.left) throw fieldWrong('amount', `At most ${written(payment.left)} of it is still here.`);
    await keep(context, id, { ...back, amount: -amount, how });
  } else {
    if (payment.left === 0) throw new Refusal(409, 'given-back', 'All of this payment was given back already.');
    await keep(context, id, { ...back, amount: -payment.left, how: payment.how });
    if (amount > 0) await keep(context, id, { ...back, amount, how });
  }
  return notedAtOrder(context, order, jobs, {
    kind: what === 'corrected' ? 'payment corrected' : 'payment refunded',
    data: { amount, how, reason, was: payment.left },
  });
}

async function keep(
  { manager, actor, now }: CommandContext,
  orderId: string,
  row: Pick<PaymentRow, 'amount' | 'how' | 'corrects' | 'reason'>,
): Promise<void> {
  await payInTurn(manager);
  await manager.insert(PaymentEntity, { id: randomUUID(), orderId, ...row, by: actor.id, at: now });
}
