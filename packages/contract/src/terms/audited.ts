/** What an owner looks back at, by what it is about: what happens to accounts and access, and some of what jobs record. */
export const AUDITED = {
  access: ['signed in', 'sign-in refused', 'signed out everywhere', 'session ended'],
  accounts: ['account made', 'account changed', 'pin set', 'pin removed', 'password changed', 'password reset'],
  shop: [
    'stock counted',
    'formats set',
    'rates set',
    'bills set',
    'till counted',
    'messages set',
    'channels set',
    'papers set',
    'hours set',
    'backups set',
    'backup key set',
    'name set',
    'logo set',
    'shop taken out',
    'consents set',
    'suppliers set',
    'label printers set',
    'checklists set',
    'places changed',
    'retention set',
    'photographs let go',
    'machine added',
    'machine changed',
    'machine ended',
    'token changed',
    'bench hours set',
    'customers merged',
    'customer erased',
  ],
  secrets: ['secret kept', 'secret shown', 'secrets erased'],
  gates: ['gate overridden', 'gone on'],
  corrections: [
    'stamp taken back',
    'went back',
    'customer corrected',
    'customer details corrected',
    'serial corrected',
    'model corrected',
    'booking corrected',
    'ended without work',
  ],
  drives: ['drive wiped'],
  money: ['bill issued', 'bill credited', 'payment taken', 'payment corrected', 'payment refunded'],
} as const;

export type AuditGroup = keyof typeof AUDITED;
export const AUDIT_GROUPS = Object.keys(AUDITED) as [AuditGroup, ...AuditGroup[]];
/** What is noted of accounts, access and the shop as a whole; the rest is noted in the history of a job. */
export type AuditKind = (typeof AUDITED)['access' | 'accounts' | 'shop'][number];
