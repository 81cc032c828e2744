import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { SetUpStep } from '@udrel/contract/set-up';
import { HowTheyGo } from '../../../features/messages/HowTheyGo';
import { Backups } from '../keeping/Backups';
import { Machines } from '../keeping/Machines';
import { Consents } from '../papers/Consents';
import { Formats } from '../papers/Formats';
import { LabelPrinters } from '../papers/LabelPrinters';
import { LogoSheet } from '../papers/LogoSheet';
import { OnBills } from '../papers/OnBills';
import { OnPapers } from '../papers/OnPapers';
import { ShopName } from '../papers/ShopName';
import { Accounts } from '../staff/Accounts';
import { People } from '../staff/People';
import { Checklists } from '../work/Checklists';
import { GeneralKinds } from '../work/GeneralKinds';
import { Hours } from '../work/Hours';
import { Places } from '../work/Places';
import { Rates } from '../work/Rates';
import { Suppliers } from '../work/Suppliers';

interface Step {
  title: string;
  /** What rests on it. */
  why: string;
  /** Where it is set; `self` is whoever sets it. */
  panel: (self: string) => ReactNode;
}

/** What each step of the set-up asks, and what rests on it. */
export const STEPS: Readonly<Record<SetUpStep, Step>> = {
  name: {
    title: 'Name',
    why: 'What the shop is called, on papers and in messages.',
    panel: () => <ShopName />,
  },
  seller: {
    title: 'Address and tax',
    why: 'Bills need who issues them, where, and under which number for tax.',
    panel: () => <OnBills />,
  },
  logo: { title: 'Picture', why: 'It stands at the head of papers, if there is one.', panel: () => <LogoSheet /> },
  formats: {
    title: 'Currency, figures, time',
    why: 'How amounts, days and times are written and read, on every screen and paper.',
    panel: () => <Formats />,
  },
  rates: {
    title: 'Rates',
    why: 'Quotes are computed with them: an hour of work, and the tax.',
    panel: () => <Rates />,
  },
  hours: {
    title: 'Hours and holidays',
    why: 'What can be promised, and until when, follows from when somebody is there.',
    panel: () => <Hours />,
  },
  people: {
    title: 'People',
    why: 'Everybody signs in as themselves: every stamp says who did it.',
    panel: (self) => (
      <>
        <Accounts self={self} />
        <People />
      </>
    ),
  },
  bench: {
    title: 'Bench and berths',
    why: 'A machine whose agent watches its berths times copies by itself. Without one, copies are timed by hand.',
    panel: () => <Machines />,
  },
  places: {
    title: 'Places',
    why: 'What customers leave is found again where it was put.',
    panel: () => <Places />,
  },
  labels: {
    title: 'Label printers',
    why: 'A tag that fits its label is read by the scanner at every station.',
    panel: () => <LabelPrinters />,
  },
  papers: {
    title: 'Guarantee and papers',
    why: 'For how long the shop stands for parts and work, and what its papers say.',
    panel: () => <OnPapers />,
  },
  consents: {
    title: 'Consents',
    why: 'What a customer agrees to is asked before the work, and said on the receipt.',
    panel: () => <Consents />,
  },
  messages: {
    title: 'Messages',
    why: 'What customers hear of their device, in which words, and by which way.',
    panel: () => <HowTheyGo />,
  },
  checklists: {
    title: 'What is looked at',
    why: 'Before and after the work, each forgotten lead shows as something that is dead.',
    panel: () => <Checklists />,
  },
  suppliers: {
    title: 'Suppliers',
    why: 'Whom parts are ordered from, and in how many days they come.',
    panel: () => <Suppliers />,
  },
  library: {
    title: 'Parts',
    why: 'Drives are matched from the library: begin with general kinds, and describe your own as they come.',
    panel: () => (
      <>
        <GeneralKinds />
        <p className="sub">
          Your own parts are written by hand or brought in from a file on the <Link to="/shelf">Shelf</Link>, models of
          devices under <Link to="/models">Models</Link>.
        </p>
      </>
    ),
  },
  backups: {
    title: 'Backups',
    why: 'After a fire, the shop comes back from its last backup, with the key that only you have.',
    panel: () => <Backups />,
  },
};
