import { brokenRules, taxCategory, type Bill, type BillLine, type Party, type Seller } from '@udrel/core/bill';
import type { EntityManager } from 'typeorm';
import { create } from 'xmlbuilder2';
import { Refusal } from '../platform/errors';
import { issuedBill, type Paper } from './papers';

/** A bill as an invoice of EN 16931; refused with what is missing where it is none. */
export async function invoiceOf(manager: EntityManager, id: string): Promise<Paper> {
  const bill = await issuedBill(manager, id);
  const broken = brokenRules(bill);
  if (broken.length > 0) {
    throw new Refusal(409, 'no-invoice', broken.map(({ sentence }) => sentence).join(' '));
  }
  return { name: `${bill.number}.xml`, bytes: Buffer.from(ublOf(bill), 'utf8') };
}

type Xml = Record<string, unknown>;

/** Names of what a bill and a credit note are called in their schemas (UBL 2.1), and their type (UNTDID 1001). */
const AS = {
  bill: { root: 'Invoice', type: 'InvoiceTypeCode', code: '380', line: 'InvoiceLine', counted: 'InvoicedQuantity' },
  'credit note': {
    ...{ root: 'CreditNote', type: 'CreditNoteTypeCode', code: '381' },
    ...{ line: 'CreditNoteLine', counted: 'CreditedQuantity' },
  },
} as const;

/** UN/ECE Recommendation 20: one, and minute. */
const UNIT = { piece: 'C62', minute: 'MIN' } as const;
/** UNTDID 4461: credit transfer. */
const TRANSFER = '30';

/** Without what is not said. */
const given = (xml: Xml): Xml => Object.fromEntries(Object.entries(xml).filter(([, value]) => value !== undefined));
const unlessEmpty = (text: string) => (text === '' ? undefined : text);

/**
 * A bill in UBL 2.1, after the syntax binding of EN 16931 (CEN/TS 16931-3-2): elements in the order of its schema, each
 * amount in the currency of the bill with two decimals.
 */
export function ublOf(bill: Bill): string {
  const { kind, seller, buyer, sums, prepaid, reduction, corrects } = bill;
  const names = AS[kind];
  const money = (minor: number): Xml => ({ '@currencyID': bill.currency, '#': (minor / 100).toFixed(2) });
  const total = (sign: 1 | -1) => sums.shares.reduce((sum, share) => sum + Math.max(0, sign * share.reduction), 0);
  const tax = (percent: number, name: string): Xml => ({
    [name]: given({
      'cbc:ID': taxCategory(seller, percent),
      'cbc:Percent': String(percent),
      'cbc:TaxExemptionReason':
        name === 'cac:TaxCategory' && taxCategory(seller, percent) === 'E' ? seller.exemption : undefined,
      'cac:TaxScheme': { 'cbc:ID': 'VAT' },
    }),
  });
  const allowances = sums.shares
    .filter((share) => share.reduction !== 0)
    .map((share) => ({
      'cbc:ChargeIndicator': String(share.reduction > 0),
      'cbc:AllowanceChargeReason': reduction.reason || 'Price agreed',
      'cbc:Amount': money(Math.abs(share.reduction)),
      ...withoutReason(tax(share.percent, 'cac:TaxCategory')),
    }));
  const line = (one: BillLine, at: number): Xml => ({
    'cbc:ID': String(at + 1),
    [`cbc:${names.counted}`]: { '@unitCode': UNIT[one.unit], '#': String(one.count) },
    'cbc:LineExtensionAmount': money(sums.amounts[at] ?? 0),
    'cac:Item': {
      'cbc:Name': one.tag ? `${one.tag}: ${one.what}` : one.what,
      ...tax(one.taxPercent, 'cac:ClassifiedTaxCategory'),
    },
    'cac:Price': given({
      'cbc:PriceAmount': money(one.each),
      // Work is priced by the hour and counted in minutes.
      'cbc:BaseQuantity': one.unit === 'minute' ? { '@unitCode': UNIT.minute, '#': '60' } : undefined,
    }),
  });
  return create(
    { version: '1.0', encoding: 'UTF-8' },
    {
      [names.root]: given({
        '@xmlns': `urn:oasis:names:specification:ubl:schema:xsd:${names.root}-2`,
        '@xmlns:cac': 'urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2',
        '@xmlns:cbc': 'urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2',
        'cbc:CustomizationID': 'urn:cen.eu:en16931:2017',
        'cbc:ID': bill.number,
        'cbc:IssueDate': bill.issued,
        'cbc:DueDate': kind === 'bill' ? bill.due : undefined,
        [`cbc:${names.type}`]: names.code,
        'cbc:Note': unlessEmpty([bill.note, corrects?.reason ?? ''].filter(Boolean).join('\n')),
        'cbc:DocumentCurrencyCode': bill.currency,
        'cac:OrderReference': { 'cbc:ID': String(bill.order) },
        'cac:BillingReference': corrects
          ? { 'cac:InvoiceDocumentReference': { 'cbc:ID': corrects.number, 'cbc:IssueDate': corrects.issued } }
          : undefined,
        'cac:AccountingSupplierParty': { 'cac:Party': partyOf(seller, seller) },
        'cac:AccountingCustomerParty': { 'cac:Party': partyOf(buyer, null) },
        'cac:PaymentMeans':
          kind === 'bill' && seller.iban
            ? { 'cbc:PaymentMeansCode': TRANSFER, 'cac:PayeeFinancialAccount': { 'cbc:ID': seller.iban } }
            : undefined,
        'cac:AllowanceCharge': allowances.length > 0 ? allowances : undefined,
        'cac:TaxTotal': {
          'cbc:TaxAmount': money(sums.tax),
          'cac:TaxSubtotal': sums.shares.map((share) => ({
            'cbc:TaxableAmount': money(share.base),
            'cbc:TaxAmount': money(share.tax),
            ...tax(share.percent, 'cac:TaxCategory'),
          })),
        },
        'cac:LegalMonetaryTotal': given({
          'cbc:LineExtensionAmount': money(sums.lines),
          'cbc:TaxExclusiveAmount': money(sums.net),
          'cbc:TaxInclusiveAmount': money(sums.net + sums.tax),
          'cbc:AllowanceTotalAmount': total(-1) > 0 ? money(total(-1)) : undefined,
          'cbc:ChargeTotalAmount': total(1) > 0 ? money(total(1)) : undefined,
          'cbc:PrepaidAmount': prepaid > 0 ? money(prepaid) : undefined,
          'cbc:PayableRoundingAmount': sums.rounding === 0 ? undefined : money(sums.rounding),
          'cbc:PayableAmount': money(sums.total - prepaid),
        }),
        [`cac:${names.line}`]: bill.lines.map(line),
      }),
    },
  ).end({ prettyPrint: true });
}

/** A reason stands with the sums of a rate only. */
function withoutReason(tax: Xml): Xml {
  return Object.fromEntries(
    Object.entries(tax).map(([name, value]) => {
      const { 'cbc:TaxExemptionReason': _reason, ...rest } = value as Xml;
      return [name, rest];
    }),
  );
}

/** Seller or buyer; of the seller also how its authorities know it. */
function partyOf(party: Party, seller: Seller | null): Xml {
  const { name, street, postcode, town, country, taxId } = party;
  const registration = seller?.registration ?? '';
  const schemes = [
    ...(taxId ? [{ 'cbc:CompanyID': taxId, 'cac:TaxScheme': { 'cbc:ID': 'VAT' } }] : []),
    // BT-32: known to its tax authority by a number that is none for tax on sales.
    ...(seller && !taxId ? [{ 'cbc:CompanyID': registration, 'cac:TaxScheme': { 'cbc:ID': 'TAX' } }] : []),
  ];
  return given({
    'cac:PartyName': { 'cbc:Name': name },
    'cac:PostalAddress': given({
      'cbc:StreetName': unlessEmpty(street),
      'cbc:CityName': unlessEmpty(town),
      'cbc:PostalZone': unlessEmpty(postcode),
      'cac:Country': { 'cbc:IdentificationCode': country },
    }),
    'cac:PartyTaxScheme': schemes.length > 0 ? schemes : undefined,
    'cac:PartyLegalEntity': given({
      'cbc:RegistrationName': name,
      'cbc:CompanyID': unlessEmpty(registration),
    }),
  });
}
