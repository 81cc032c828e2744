import { PERMISSIONS, may, ROLES } from '@udrel/contract/permissions';
import type { Permission, Role } from '@udrel/contract/types';
import { OutcomeMark, Sheet } from '../../../ui';

/** Who may do what, from the table that the server checks by. */
export function RoleTable({ role }: { role: Role }) {
  return (
    <Sheet title="Who may do what" aside={<a href="/interface">every route of the interface</a>}>
      <table>
        <thead>
          <tr>
            <th>Permission</th>
            {ROLES.map((one) => (
              <th key={one}>{one === role ? <b>{one}, you</b> : one}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(Object.keys(PERMISSIONS) as Permission[]).map((deed) => (
            <tr key={deed}>
              <td>{deed}</td>
              {ROLES.map((one) => (
                <td key={one}>
                  {may(one, deed) ? (
                    <>
                      <OutcomeMark outcome="pass" />
                      <span className="unseen">may</span>
                    </>
                  ) : (
                    <span className="sub">–</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}
