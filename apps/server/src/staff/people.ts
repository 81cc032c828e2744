import { randomBytes, randomUUID } from 'node:crypto';
import { digestOf } from '../platform/secret';
import type { LogoView, Role, SetUp, SetUpState, ShopFormats, SignIn, StaffView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import { Setting, Staff, type StaffRow } from './entities';
import { keepSetting } from './settings';
import { IS_PERSON } from './house';
import { decoy, hashed, isRight } from './passwords';

/** Accounts of the demo scenario; they work on the loopback address only. */
export const DEMO_ACCOUNTS: readonly { login: string; password: string; name: string; role: Role; pin?: string }[] = [
  { login: 'ilse', password: 'bench-demo-1', name: 'Ilse Marrack', role: 'technician', pin: '4180' },
  { login: 'odo', password: 'bench-demo-2', name: 'Odo Penhallow', role: 'owner' },
  { login: 'wren', password: 'bench-demo-3', name: 'Wren Tally', role: 'counter', pin: '2750' },
  { login: 'tam', password: 'bench-demo-4', name: 'Tamsin Hoad', role: 'technician', pin: '6031' },
];

/** Makes an account and returns its id. */
export async function addStaff(
  manager: EntityManager,
  account: { login: string; password: string; name: string; role: Role; demo: boolean; pin?: string },
): Promise<string> {
  const { login, password, name, role, demo, pin } = account;
  const id = randomUUID();
  const passwordHash = await hashed(password);
  const pinHash = pin === undefined ? null : await hashed(pin);
  await manager.insert(Staff, {
    id,
    login: login.toLowerCase(),
    name,
    initials: initialsOf(name),
    role,
    passwordHash,
    pinHash,
    demo,
  });
  return id;
}

function initialsOf(name: string): string {
  const words = name.split(/\s+/).filter(Boolean);
  return [words[0], words.length > 1 ? words.at(-1) : undefined]
    .map((word) => word?.[0] ?? '')
    .join('')
    .toUpperCase();
}

/** The account of a login and password, or null. An unknown login takes as long as a wrong password. */
export async function checkPassword(manager: EntityManager, { login, password }: SignIn): Promise<StaffRow | null> {
  const staff = await manager.findOneBy(Staff, { login: login.toLowerCase() });
  const right = await isRight(staff?.passwordHash ?? (await decoy()), password);
  return staff?.active && right ? staff : null;
}

/** An account as it is shown, or null. */
export function staffById(manager: EntityManager, id: string): Promise<StaffView | null> {
  return firstRow<StaffView>(manager, 'select id, name, initials, role from staff where id = $1', [id]);
}

/** Whether nobody has an account yet. */
export async function needsSetUp(manager: EntityManager): Promise<boolean> {
  return (await firstRow(manager, `select 1 from staff where ${IS_PERSON} limit 1`)) === null;
}

/** The shop as everybody may know it: before anybody is signed in, too. */
export async function readShop(manager: EntityManager): Promise<ShopSetting> {
  const setting = await manager.findOneBy(Setting, { key: 'shop' });
  return { ...UNNAMED, ...(setting?.value as Partial<ShopSetting> | undefined) };
}

/** Changes something of it. */
export async function changeShop(
  manager: EntityManager,
  change: Partial<ShopSetting>,
  by: string | null,
): Promise<ShopSetting> {
  const value = { ...(await readShop(manager)), ...change };
  await keepSetting(manager, 'shop', value, by);
  return value;
}

export interface ShopSetting {
  name: string;
  demo: boolean;
  formats: ShopFormats;
  logo: LogoView['logo'];
}

const UNNAMED: ShopSetting = {
  name: 'Bench',
  demo: false,
  formats: { locale: 'en-GB', currency: '', timeZone: '', paper: 'A4' },
  logo: null,
};

/** Makes a new set-up code for a shop without accounts; only its hash is kept. */
export async function makeSetUpCode(manager: EntityManager): Promise<string> {
  const code = randomBytes(9).toString('base64url');
  await keepSetting(manager, 'set-up code', digestOf(code), null);
  return code;
}

/** Makes the owner's account of an empty shop against the code printed on the console; the code works once. */
export async function ownerByCode(manager: EntityManager, given: SetUp): Promise<string> {
  return manager.transaction(async (inside) => {
    const setting = await firstRow<{ value: string }>(
      inside,
      "select value from setting where key = 'set-up code' for update",
    );
    const wrong = setting === null || setting.value !== digestOf(given.code) || !(await needsSetUp(inside));
    if (wrong)
      throw new Refusal(403, 'set-up-code-wrong', 'The code is not right. It is printed where the server was started.');
    await inside.delete(Setting, { key: 'set-up code' });
    // Whoever makes the first account is led through the set-up.
    await keepSetting(inside, 'set-up', { left: [], over: false } satisfies SetUpState, null);
    return addStaff(inside, { ...given, role: 'owner', demo: false });
  });
}
