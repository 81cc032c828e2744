import type { Role } from '@udrel/contract/types';
import { Store, type SessionData } from 'express-session';
import type { Pool } from 'pg';

/** The account that a session belongs to, as it is now. */
export interface SessionStaff {
  id: string;
  login: string;
  name: string;
  initials: string;
  role: Role;
  demo: boolean;
}

declare module 'express-session' {
  interface SessionData {
    staffId: string;
    /** Browser that signed in, for the list of sessions. */
    agent: string;
    /** Whether the screen is locked: nothing is told or done until it is unlocked. */
    locked?: boolean;
    /** Read along with the session; never stored in it. */
    staff: SessionStaff | null;
  }
}

type Done<T> = (error: unknown, value?: T | null) => void;

/** How old the note of a session's last use may be before it is renewed. */
const SEEN_EVERY = '5 minutes';

/** A session with its account in one statement: every request asks it. */
export const SESSION_SQL = `
  select s.sess, s.seen_at < now() - interval '${SEEN_EVERY}' as stale,
         case when a.id is null then null else json_build_object('id', a.id, 'login', a.login, 'name', a.name,
           'initials', a.initials, 'role', a.role, 'demo', a.demo) end as staff
    from session s left join staff a on a.id = s.staff_id and a.active
   where s.sid = $1 and s.expire > now()`;

/** Sessions in PostgreSQL, each with its account, so that they can be listed and ended. */
export class SessionStore extends Store {
  constructor(private readonly pool: Pool) {
    super();
  }

  override get(sid: string, done: Done<SessionData>): void {
    this.pool
      .query<{ sess: SessionData; stale: boolean; staff: SessionStaff | null }>(SESSION_SQL, [sid])
      .then(({ rows: [row] }) => {
        if (!row) return done(null, null);
        if (row.stale) void this.pool.query('update session set seen_at = now() where sid = $1', [sid]).catch(() => {});
        done(null, { ...row.sess, staff: row.staff });
      })
      .catch(done);
  }

  override set(sid: string, { staff: _staff, ...sess }: SessionData, done: Done<never> = () => undefined): void {
    this.pool
      .query(
        `insert into session (sid, sess, expire, staff_id, begun_at, seen_at) values ($1, $2, $3, $4, now(), now())
         on conflict (sid) do update set sess = excluded.sess, expire = excluded.expire, staff_id = excluded.staff_id,
           seen_at = now()`,
        [sid, JSON.stringify(sess), sess.cookie.expires ?? null, sess.staffId ?? null],
      )
      .then(() => done(null))
      .catch(done);
  }

  override destroy(sid: string, done: Done<never> = () => undefined): void {
    this.pool
      .query('delete from session where sid = $1', [sid])
      .then(() => done(null))
      .catch(done);
  }
}
