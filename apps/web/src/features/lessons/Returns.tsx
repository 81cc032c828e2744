import { Link } from 'react-router';
import { useReturnsQuery } from '../../api/after';
import { dayOf } from '../../format/time';
import { TroubleNote } from '../../ui';

/** What came back under guarantee of a part, or of a model, and why. */
export function Returns(asked: { part: string } | { model: string }) {
  const { currentData, error } = useReturnsQuery(asked);
  if (error) return <TroubleNote error={error} />;
  if (!currentData || currentData.length === 0) return <p className="sub">Nothing came back under guarantee.</p>;
  return (
    <>
      <p>
        <b>Came back under guarantee:</b> {currentData.length}
      </p>
      <ul>
        {currentData.map(({ tag, of, cause, note, at, serial }) => (
          <li key={tag}>
            <Link to={`/jobs/${tag}`}>{tag}</Link> of {of}: {cause} <span className="mono">{serial}</span>
            <span className="sub">
              {note && ` ${note},`} {dayOf(at)}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
