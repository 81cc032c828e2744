import Button from '@mui/material/Button';
import { useAuditInfiniteQuery } from '../../api/api';
import { moment } from '../../format/time';
import { Foot, Loaded, Sheet, Tag } from '../../ui';
import styles from './shop.module.css';

/** What an owner looks back at: sign-ins, secrets shown, gates passed, corrections. Nothing here can be changed. */
export function AuditView() {
  const { data, error, fetchNextPage, hasNextPage, isFetching } = useAuditInfiniteQuery(
    {},
    {
      refetchOnMountOrArgChange: true,
    },
  );
  return (
    <Sheet title="Audit" aside="newest first">
      <Loaded data={data?.pages.flatMap((page) => page.rows)} error={error} what="the audit">
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
      {hasNextPage && (
        <Foot>
          <Button disabled={isFetching} onClick={() => void fetchNextPage()}>
            Earlier
          </Button>
        </Foot>
      )}
    </Sheet>
  );
}
