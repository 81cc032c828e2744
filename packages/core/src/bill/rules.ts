import { lineAmount } from './sums';
import type { Bill } from './types';

/** A rule of EN 16931-1 that a bill breaks: its name there, and what to do. */
export interface BrokenRule {
  rule: string;
  sentence: string;
}

type Rule = readonly [rule: string, sentence: string, holds: (bill: Bill) => boolean];

const sum = (amounts: readonly number[]) => amounts.reduce((all, one) => all + one, 0);
const COUNTRY = /^[A-Z]{2}$/;
/** ISO 13616: country, check digits, account. */
const IBAN = /^[A-Z]{2}\d{2}[A-Z0-9]{10,30}$/;

/** The rules of EN 16931-1, 6.4, that a bill of this shop can break; amounts hold two decimals by being minor units. */
const RULES: readonly Rule[] = [
  ['BR-02', 'It has no number.', ({ number }) => number !== ''],
  ['BR-03', 'It has no day of issue.', ({ issued }) => /^\d{4}-\d\d-\d\d$/.test(issued)],
  ['BR-05', 'Choose the currency of the shop.', ({ currency }) => /^[A-Z]{3}$/.test(currency)],
  ['BR-06', 'Give the name of the shop.', ({ seller }) => seller.name !== ''],
  ['BR-07', 'Say who it is to.', ({ buyer }) => buyer.name !== ''],
  ['BR-09', 'Give the country of the shop.', ({ seller }) => COUNTRY.test(seller.country)],
  ['BR-11', 'Give the country of the customer.', ({ buyer }) => COUNTRY.test(buyer.country)],
  ['BR-16', 'It has no line.', ({ lines }) => lines.length > 0],
  ['BR-25', 'Say on each line what it is.', ({ lines }) => lines.every(({ what }) => what.trim() !== '')],
  ['BR-27', 'No price may be below nothing.', ({ lines }) => lines.every(({ each }) => each >= 0)],
  [
    'BR-CO-26',
    'Give the shop’s number for tax, or its number at the register.',
    ({ seller }) => seller.taxId !== '' || seller.registration !== '',
  ],
  ['BR-S-02', 'Give the shop’s number for tax: it charges tax.', taxNumbered],
  [
    'BR-E-02',
    'Give the shop’s number for tax or at the register: it says why it charges none.',
    ({ seller, sums }) =>
      sums.shares.every(({ percent }) => taxCategory(seller, percent) !== 'E') ||
      seller.taxId !== '' ||
      seller.registration !== '',
  ],
  ['BR-50', 'The shop’s account is no IBAN.', ({ seller }) => seller.iban === '' || IBAN.test(seller.iban)],
  [
    'BR-55',
    'Say which bill it takes back.',
    ({ kind, corrects }) => kind === 'bill' || (corrects?.number ?? '') !== '',
  ],
  ['BR-CO-10', 'Its lines do not come to their sum.', ({ sums }) => sums.lines === sum(sums.amounts)],
  [
    'BR-24',
    'A line is not its count times its price.',
    ({ lines, sums }) => lines.every((line, at) => lineAmount(line) === sums.amounts[at]),
  ],
  [
    'BR-CO-13',
    'What is taxed is not its lines less what goes off.',
    ({ sums }) => sums.net === sums.lines + sums.reduction,
  ],
  ['BR-CO-14', 'Its tax is not that of its rates.', ({ sums }) => sums.tax === sum(sums.shares.map(({ tax }) => tax))],
  [
    'BR-CO-15',
    'What is to pay is not net, tax and rounding.',
    ({ sums }) => sums.total === sums.net + sums.tax + sums.rounding,
  ],
  [
    'BR-CO-17',
    'Tax at a rate is not that rate of what is taxed.',
    ({ sums }) => sums.shares.every(({ base, percent, tax }) => tax === Math.round((base * percent) / 100)),
  ],
  ['BR-CO-18', 'Nothing is said of its tax.', ({ sums }) => sums.shares.length > 0],
  [
    'BR-CO-25',
    'It has no day until which it is to be paid.',
    ({ kind, due, sums, prepaid }) => kind === 'credit note' || sums.total <= prepaid || /^\d{4}-\d\d-\d\d$/.test(due),
  ],
  [
    'BR-Z-02',
    'Say why the shop charges no tax, or give its number for tax.',
    ({ seller, sums }) =>
      sums.shares.every(({ percent }) => taxCategory(seller, percent) !== 'Z') || seller.taxId !== '',
  ],
];

function taxNumbered({ seller, sums }: Bill): boolean {
  return sums.shares.every(({ percent }) => percent === 0) || seller.taxId !== '';
}

/** What keeps a bill from being an invoice of EN 16931; empty where it is one. */
export function brokenRules(bill: Bill): BrokenRule[] {
  return RULES.flatMap(([rule, sentence, holds]) => (holds(bill) ? [] : [{ rule, sentence }]));
}

/**
 * The category of tax of a rate (EN 16931, BT-118; UNTDID 5305): standard, exempt where the shop says why it charges
 * none, else zero rated.
 */
export function taxCategory({ exemption }: Pick<Bill['seller'], 'exemption'>, percent: number): 'S' | 'E' | 'Z' {
  if (percent > 0) return 'S';
  return exemption === '' ? 'Z' : 'E';
}
