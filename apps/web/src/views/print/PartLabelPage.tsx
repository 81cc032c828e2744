import { useParams } from 'react-router';
import { usePartsInfiniteQuery } from '../../api/api';
import { describePart } from '../../format/parts';
import { Empty, Loaded } from '../../ui';
import { Code } from '../../features/code/Code';
import { PaperBar } from './PaperBar';
import styles from './print.module.css';

/** The label of a part for its drawer: number as text and as a 2-D code, which the scan field finds it by. */
export default function PartLabelPage() {
  const { number = '' } = useParams();
  const { data, error } = usePartsInfiniteQuery({ find: number });
  return (
    <>
      <PaperBar of="parts" />
      <Loaded data={data} error={error} what="the part">
        {({ pages }) => {
          const part = pages.flatMap(({ rows }) => rows).find((one) => one.partNumber === number);
          if (!part) return <Empty>There is no part with this number.</Empty>;
          return (
            <article className={styles.tagPaper}>
              <Code text={part.partNumber} />
              <div>
                <div className={styles.big}>{part.partNumber}</div>
                <div>
                  {part.maker} {part.name}
                </div>
                <div>{describePart(part)}</div>
                <div className="mono">{part.stock[0]?.place}</div>
              </div>
            </article>
          );
        }}
      </Loaded>
    </>
  );
}
