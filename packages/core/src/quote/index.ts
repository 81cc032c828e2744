import { amount } from '../money';
import { priceLines, taxOn, type JobSnapshot, type PriceLine, type Rates } from '../steps';
import type { Payment, Quote, QuotedJob } from './types';

export * from './types';

/** A job of the order to be quoted. */
export interface ToQuote {
  tag: string;
  device: string;
  snapshot: JobSnapshot;
}

/** The quote of an order: the lines of each job, then tax on each job's net amount, so that jobs add up to the order. */
export function quoteOf(jobs: readonly ToQuote[], rates: Rates): Quote {
  const quoted = jobs.map(({ tag, device, snapshot }): QuotedJob => {
    const lines = priceLines(snapshot);
    const net = lines.reduce((sum, line) => sum + line.amount, 0);
    return { tag, device, lines, net, total: net + taxOn(net, rates) };
  });
  const net = quoted.reduce((sum, job) => sum + job.net, 0);
  const total = quoted.reduce((sum, job) => sum + job.total, 0);
  return { jobs: quoted, net, taxPercent: rates.taxPercent, tax: total - net, total };
}

/** What is different in a quote from an earlier one, a sentence each; empty when nothing is. */
export function changedSince(before: Quote, now: Quote): string[] {
  const tags = [...new Set([...before.jobs, ...now.jobs].map((job) => job.tag))];
  const several = tags.length > 1;
  const changes = tags.flatMap((tag) => {
    const lines = (quote: Quote) => quote.jobs.find((job) => job.tag === tag)?.lines ?? [];
    return changedLines(lines(before), lines(now)).map((sentence) => (several ? `${tag}: ${sentence}` : sentence));
  });
  const tax =
    before.taxPercent === now.taxPercent ? [] : [`Tax is ${now.taxPercent} % instead of ${before.taxPercent} %.`];
  return [...changes, ...tax];
}

function changedLines(before: readonly PriceLine[], now: readonly PriceLine[]): string[] {
  const same = (one: PriceLine) => (other: PriceLine) => other.kind === one.kind && other.what === one.what;
  return [
    ...before
      .filter((line) => !now.some(same(line)))
      .map((line) => `${line.what} is not in it any more, ${amount(line.amount)} less.`),
    ...now.flatMap((line) => {
      const was = before.find(same(line));
      if (!was) return [`${line.what} is new, ${amount(line.amount)}.`];
      return was.amount === line.amount
        ? []
        : [`${line.what}: ${amount(line.amount)} instead of ${amount(was.amount)}.`];
    }),
  ];
}

/** What was paid of a total, what is still due, and what was paid beyond it; minor currency units, none below 0. */
export function duesOf(total: number, payments: readonly Payment[]): { paid: number; due: number; over: number } {
  const paid = payments.reduce((sum, payment) => sum + payment.amount, 0);
  return { paid, due: Math.max(0, total - paid), over: Math.max(0, paid - total) };
}
