import { Link } from 'react-router';
import { useAuditInfiniteQuery } from '../../../api/api';
import { moment } from '../../../format/time';
import { Loaded, Sheet, Tag } from '../../../ui';
import styles from '../shop.module.css';

const LATEST = 40;

/** The latest of what an owner looks back at. Nothing here can be changed. */
export function AuditView() {
  const { data, error } = useAuditInfiniteQuery(
    {},
    {
      refetchOnMountOrArgChange: true,
    },
  );
  return (
    <Sheet title="Audit" aside={<Link to="/shop/audit">All of it</Link>}>
      <Loaded data={data?.pages[0]?.rows.slice(0, LATEST)} error={error} what="the audit">
        {(rows) => (
          <ol className={styles.audit} tabIndex={0} aria-label="Audit">
            {rows.map((row) => (
              <li key={row.id}>
                <span className="mono sub">{moment(row.at)}</span>
                <span>
                  {row.tag && <Tag tag={row.tag} />} {row.sentence}
                </span>
                <span className="sub">{row.by}</span>
              </li>
            ))}
          </ol>
        )}
      </Loaded>
    </Sheet>
  );
}
