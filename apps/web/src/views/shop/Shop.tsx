import { may } from '@udrel/contract/permissions';
import { useSessionQuery } from '../../api/api';
import { Account } from './Account';
import { Accounts } from './Accounts';
import { AuditView } from './AuditView';
import { Estimates } from './Estimates';
import { Formats } from './Formats';
import { Hours } from './Hours';
import { OnBills } from './OnBills';
import { OnPapers } from './OnPapers';
import { People } from './People';
import { Rates } from './Rates';
import { RoleTable } from './RoleTable';
import styles from './shop.module.css';

/** The own account, the staff, who may do what, and what happened around accounts and secrets. */
export default function Shop() {
  const staff = useSessionQuery().data?.staff;
  if (!staff) return null;
  const owner = may(staff.role, 'manage staff');
  return (
    <>
      <h1 style={{ padding: '6px 0 10px' }}>Shop</h1>
      <title>Shop, Udrel</title>
      <div className={styles.grid}>
        <div className={styles.column}>
          <Account staff={staff} />
          {owner && <Accounts self={staff.id} />}
          {may(staff.role, 'set rates') && <Rates />}
          {may(staff.role, 'set rates') && <Hours />}
          {owner && <People />}
          {may(staff.role, 'set rates') && <OnBills />}
          {may(staff.role, 'set rates') && <OnPapers />}
          {may(staff.role, 'set rates') && <Formats />}
        </div>
        <div className={styles.column}>
          {may(staff.role, 'see the audit') && <AuditView />}
          <Estimates />
          <RoleTable role={staff.role} />
        </div>
      </div>
    </>
  );
}
