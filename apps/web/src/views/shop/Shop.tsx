import { may } from '@udrel/contract/permissions';
import type { StaffView } from '@udrel/contract/types';
import { Link } from 'react-router';
import { useSessionQuery } from '../../api/api';
import { PageTabs, usePage } from '../../ui/PageTabs';
import { AuditView } from './keeping/AuditView';
import { Backups } from './keeping/Backups';
import { Keep } from './keeping/Keep';
import { Machines } from './keeping/Machines';
import { OpenArchive } from './keeping/OpenArchive';
import { WaysIn } from './keeping/WaysIn';
import { Formats } from './papers/Formats';
import { OnBills } from './papers/OnBills';
import { OnPapers } from './papers/OnPapers';
import { ShopName } from './papers/ShopName';
import { LabelPrinters } from './papers/LabelPrinters';
import { LogoSheet } from './papers/LogoSheet';
import { Consents } from './papers/Consents';
import { Checklists } from './work/Checklists';
import { Places } from './work/Places';
import { Suppliers } from './work/Suppliers';
import styles from './shop.module.css';
import { Account } from './staff/Account';
import { Accounts } from './staff/Accounts';
import { People } from './staff/People';
import { RoleTable } from './staff/RoleTable';
import { Estimates } from './work/Estimates';
import { Hours } from './work/Hours';
import { Rates } from './work/Rates';

const PAGES = ['Account', 'Staff', 'Work', 'Papers', 'Keeping'] as const;
/** What is everybody's. */
const OWN: readonly (typeof PAGES)[number][] = ['Account', 'Work'];

/** The own account, the staff, how the shop works and writes, and how it is kept. */
export default function Shop() {
  const staff = useSessionQuery().data?.staff;
  return staff && <Pages staff={staff} />;
}

function Pages({ staff }: { staff: StaffView }) {
  const owner = may(staff.role, 'manage staff');
  const pages = owner ? PAGES : OWN;
  const [page, choose] = usePage(pages, () => PAGES[0]);
  return (
    <>
      <div className={styles.top}>
        <h1>Shop</h1>
        {owner && <Link to="/shop/set-up">Set-up, step by step</Link>}
      </div>
      <title>Shop, Udrel</title>
      <PageTabs pages={pages} page={page} choose={choose} name="Shop">
        <div className={styles.grid}>
          {page === 'Account' && (
            <>
              <div className={styles.column}>
                <Account staff={staff} />
              </div>
              <RoleTable role={staff.role} />
            </>
          )}
          {page === 'Staff' && (
            <>
              <Accounts self={staff.id} />
              <People />
            </>
          )}
          {page === 'Work' && (
            <>
              {owner && (
                <div className={styles.column}>
                  <Rates />
                  <Hours />
                  <Suppliers />
                </div>
              )}
              <div className={styles.column}>
                <Estimates />
                {owner && (
                  <>
                    <Places />
                    <Checklists />
                  </>
                )}
              </div>
            </>
          )}
          {page === 'Papers' && (
            <>
              <div className={styles.column}>
                <OnBills />
                <Formats />
                <LabelPrinters />
              </div>
              <div className={styles.column}>
                <ShopName />
                <LogoSheet />
                <OnPapers />
                <Consents />
              </div>
            </>
          )}
          {page === 'Keeping' && (
            <>
              <div className={styles.column}>
                <Backups />
                <OpenArchive />
                <Machines />
              </div>
              <div className={styles.column}>
                <WaysIn />
                <Keep />
                <AuditView />
              </div>
            </>
          )}
        </div>
      </PageTabs>
    </>
  );
}
