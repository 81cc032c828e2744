/** Tables that stay where they are, each with why. */
export const LEFT_OUT: Readonly<Record<string, string>> = {
  session: 'who is signed in',
  pairing: 'phones that were paired',
  sign_in_try: 'tries to sign in',
  idempotency: 'answers that are given twice',
  backup: 'backups of this machine',
  job_key: 'keys of secrets, sealed for this shop',
  secret: 'secrets of customers, sealed for this shop',
  migrations: 'how the tables came about: “schema” says where they are',
};

/** What is taken out of rows, as what stands there instead: an expression over the row `t`. */
export const EMPTIED: Readonly<Record<string, { of: string; why: string }>> = {
  staff: {
    of: `to_jsonb(t) || '{"password_hash": "", "pin_hash": null}'`,
    why: 'passwords and PINs: everybody gets new ones',
  },
  setting: {
    of: `case when t.key = 'channels' then to_jsonb(t) || jsonb_build_object('value', t.value || '{"mail": null, "text": null}')
              else to_jsonb(t) end`,
    why: 'how mail and text messages leave: sealed for this shop',
  },
};

/** Rows that stay where they are, as a condition over the row `t`. */
export const NOT_TAKEN: Readonly<Record<string, string>> = { setting: `t.key <> 'set-up code'` };

export const FORMAT = 'udrel shop';
export const VERSION = 1;

/** What an open archive says of itself, in `shop.json`, which comes first. */
export interface Contents {
  format: typeof FORMAT;
  version: number;
  madeAt: string;
  shop: string;
  /** The state of the tables: the latest change that they had been through. */
  schema: string;
  tables: { name: string; rows: number; columns: { name: string; type: string }[] }[];
  /** Where counts go on from. */
  sequences: { name: string; value: string | null }[];
  photographs: string[];
  leftOut: { what: string; why: string }[];
}
