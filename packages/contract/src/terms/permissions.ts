/** The roles of a shop's staff, from the counter to the owner. */
export const ROLES = ['counter', 'technician', 'owner'] as const;
export type Role = (typeof ROLES)[number];

const BENCH: readonly Role[] = ['technician', 'owner'];
const OWNER: readonly Role[] = ['owner'];

/**
 * Who may do what: the one table from which the server's checks, the screens and the tests are made. Every route
 * that needs an account names one of these.
 */
export const PERMISSIONS = {
  'look at jobs and shelf': ROLES,
  'book in': ROLES,
  'correct a booking': ROLES,
  'end without work': ROLES,
  'keep notes and belongings': ROLES,
  'hand over': ROLES,
  quote: ROLES,
  'take payments': ROLES,
  'issue bills': ROLES,
  'give money back': OWNER,
  'count the till': ROLES,
  'receive parts': ROLES,
  'work on a job': BENCH,
  'correct the work': BENCH,
  'pass a gate': BENCH,
  'see secrets': BENCH,
  'describe models': BENCH,
  'describe parts': BENCH,
  'pass a gate about data': OWNER,
  'see the audit': OWNER,
  'wipe drives': OWNER,
  'merge and erase customers': OWNER,
  'manage staff': OWNER,
  'set rates': OWNER,
  'keep the shop safe': OWNER,
  'mind the own account': ROLES,
} as const satisfies Record<string, readonly Role[]>;

/** What a role may be allowed to do. */
export type Permission = keyof typeof PERMISSIONS;

/** Whether somebody in that role may do that. */
export function may(role: Role | undefined, permission: Permission): boolean {
  const allowed: readonly Role[] = PERMISSIONS[permission];
  return role !== undefined && allowed.includes(role);
}
