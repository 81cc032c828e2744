import { readFile } from 'node:fs/promises';
import { DEVICE_KINDS, USUAL_FUNCTIONS } from '@udrel/core/device';
import {
  checklistsSetting,
  consentsSetting,
  labelsSetting,
  setLogo,
  Setting,
  suppliersSetting,
  type CommandContext,
} from '@udrel/server/services';

/** Another shop sets its own; the time zone is that of whoever looks at the demo. */
const FORMATS = { locale: 'en-IE', currency: 'EUR', timeZone: '', paper: 'A4' };

/** Who it is on its bills; nobody has this account, nor these numbers. */
const SELLER = {
  ...{ name: 'Quayside Bench', street: 'Rope Walk 3', postcode: 'M4 0QB', town: 'Merrow Sound', country: 'IE' },
  ...{ taxId: 'IE0000000QB', registration: '', iban: 'IE00QUAY00000012345678', exemption: '' },
  ...{ dueDays: 14, keepYears: 7 },
};

/** What the demo shop is called, and what it charges: before anybody works in it. */
export async function foundShop({ manager }: Pick<CommandContext, 'manager'>): Promise<void> {
  await manager.insert(Setting, { key: 'shop', value: { name: 'Quayside Bench', demo: true, formats: FORMATS } });
  await manager.insert(Setting, { key: 'seller', value: SELLER });
  await manager.insert(Setting, { key: 'rates', value: { hourly: 3600, taxPercent: 20, assessment: 1500 } });
}

/** What its owner set up. */
export async function setUpShop(context: CommandContext): Promise<void> {
  await setLogo(context, await readFile(new URL('../files/logo.svg', import.meta.url)));
  await suppliersSetting.set(context, {
    suppliers: [
      { name: 'Brightwell Parts', days: 2, note: 'by phone before noon' },
      { name: 'Harbour Parts', days: 4, note: 'account 0471, free from 150.00' },
    ],
  });
  await labelsSetting.set(context, {
    printers: [
      { name: 'at the counter', width: 72, height: 40, kinds: ['tags of devices', 'what lies here'] },
      { name: 'at the bench', width: 50, height: 25, kinds: ['drives', 'parts'] },
    ],
  });
  await consentsSetting.set(context, {
    agreed: [
      'what nobody fetches within three months may be given away',
      'photographs of the device are kept for a year',
    ],
  });
  await checklistsSetting.set(context, {
    lists: DEVICE_KINDS.map((kind) => ({ kind, functions: [...USUAL_FUNCTIONS[kind]] })),
  });
}
