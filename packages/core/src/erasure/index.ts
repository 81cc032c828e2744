/** What the shop has to do with a customer, as far as it decides whether they can be erased. */
export interface Ties {
  openJobs: number;
  /** What is owed by either side, minor units; orders of which no bill says it are none. */
  owed: number;
  /** Things of theirs that lie here. */
  here: number;
  /** Day of their newest bill or credit note, YYYY-MM-DD; null where none was issued. */
  lastBill: string | null;
  orders: number;
}

export interface Erasure {
  /** What keeps it from being done now, a sentence each. */
  refused: string[];
  /** The day until which bills have to name them; null where none does any more. */
  namedUntil: string | null;
  /** What goes, and what stays and why. */
  goes: string[];
  stays: string[];
}

/** The same day so many years later; the last of February where it has no 29th. */
function yearsLater(day: string, years: number): string {
  const [year = '0', month = '01', date = '01'] = day.split('-');
  const later = Number(year) + years;
  const leap = (later % 4 === 0 && later % 100 !== 0) || later % 400 === 0;
  return `${String(later).padStart(4, '0')}-${month}-${month === '02' && date === '29' && !leap ? '28' : date}`;
}

/**
 * What erasing a customer comes to: everything that the law does not want kept goes at once; a bill names whom it was issued
 * to for as long as the shop has to keep it (in the European Union the years differ from state to state: the owner sets them).
 */
export function erasureOf(ties: Ties, today: string, keepYears: number): Erasure {
  const { openJobs, owed, here, lastBill, orders } = ties;
  const refused = [
    ...(openJobs > 0 ? [`${openJobs === 1 ? 'A job is' : `${openJobs} jobs are`} open.`] : []),
    ...(owed !== 0 ? ['Money is open between them and the shop.'] : []),
    ...(here > 0
      ? [`${here === 1 ? 'A thing' : `${here} things`} of theirs ${here === 1 ? 'lies' : 'lie'} here.`]
      : []),
  ];
  const until = lastBill === null ? null : yearsLater(lastBill, keepYears);
  const named = until !== null && until > today ? until : null;
  return {
    refused,
    namedUntil: named,
    goes: [
      'phone numbers, mail address and what was said with them',
      'messages and the pages of their orders',
      'papers that were kept, signatures, complaints and what was agreed by name',
      ...(named === null ? ['their name and address, on bills too'] : []),
    ],
    stays: [
      ...(named === null ? [] : [`name and address on bills, which have to be kept until ${named}`]),
      ...(orders > 0
        ? ['serials of devices and drives, with what was done to them and measured, of nobody any more']
        : []),
      ...(orders > 0 ? ['photographs of devices and notes in the history: look through them yourself'] : []),
    ],
  };
}
