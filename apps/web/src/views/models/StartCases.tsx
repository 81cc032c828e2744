import { Link } from 'react-router';
import { CAUSE_OF } from '@udrel/core/triage';
import { useStartCasesQuery } from '../../api/api';
import { Loaded, Sheet } from '../../ui';

/** What it was in the end when a device of this model did not start: the guide looks there sooner. */
export function StartCases({ code }: { code: string }) {
  const { data, error } = useStartCasesQuery();
  return (
    <Sheet title="When one did not start" aside="what it was, by the no-boot guide">
      <Loaded data={data} error={error} what="what it was">
        {({ cases }) => {
          const own = cases.filter(({ model }) => model === code);
          const causes = [...new Set(own.map(({ cause }) => cause))]
            .map((cause) => ({ cause, tags: own.filter((one) => one.cause === cause).map(({ tag }) => tag) }))
            .sort((a, b) => b.tags.length - a.tags.length);
          if (causes.length === 0) return <p className="sub">Nothing was found of this model yet.</p>;
          return (
            <table>
              <tbody>
                {causes.map(({ cause, tags }) => (
                  <tr key={cause}>
                    <td className="figure">{tags.length}</td>
                    <td>{CAUSE_OF[cause].title}</td>
                    <td>
                      {tags.slice(0, 6).map((tag) => (
                        <Link key={tag} to={`/jobs/${tag}/prove`} style={{ marginRight: 8 }}>
                          {tag}
                        </Link>
                      ))}
                      {tags.length > 6 && <span className="sub">and {tags.length - 6} more</span>}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          );
        }}
      </Loaded>
    </Sheet>
  );
}
