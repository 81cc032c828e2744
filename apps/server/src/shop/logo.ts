import sharp from 'sharp';
import type { LogoView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { firstRow } from '../platform/database/database';
import { inTransaction } from '../platform/database/transaction';
import type { CommandContext } from '../platform/command-context';
import { Refusal } from '../platform/errors';
import { digestOf } from '../platform/secret';
import { changeShop, readShop } from '../staff/people';
import { keepSetting } from '../staff/settings';

/** As large as it is kept, pixels: 60 mm at 254 dots an inch. */
const LARGEST = { width: 600, height: 240 } as const;
const MOST_PIXELS = 40_000_000;
const TAKEN: readonly (string | undefined)[] = ['jpeg', 'png', 'webp', 'svg'];

/** The picture that stands on papers, PNG; null where there is none. */
export async function readLogo(manager: EntityManager): Promise<Buffer | null> {
  const kept = await firstRow<{ png: string | null }>(
    manager,
    "select value ->> 'png' as png from setting where key = 'logo'",
  );
  return kept?.png ? Buffer.from(kept.png, 'base64') : null;
}

/** Puts a picture on papers: kept beside the settings, so that it is backed up and restored with them. */
export async function setLogo(context: CommandContext, sent: Buffer): Promise<LogoView> {
  const picture = sharp(sent, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
  const told = await picture.metadata().catch(() => null);
  if (!told || !TAKEN.includes(told.format))
    throw new Refusal(415, 'no-picture', 'This is no picture that is taken here: send PNG, SVG, JPEG or WebP.');
  const made = await picture
    .resize({ ...LARGEST, fit: 'inside', withoutEnlargement: told.format !== 'svg' })
    .png({ compressionLevel: 9 })
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw new Refusal(422, 'broken-picture', 'This picture is damaged, or has more pixels than are taken.');
    });
  const { width, height } = made.info;
  const png = made.data.toString('base64');
  return kept(context, png, { digest: digestOf(png).slice(0, 16), width, height });
}

/** Takes it off papers again. */
export const removeLogo = (context: CommandContext): Promise<LogoView> => kept(context, null, null);

function kept(context: CommandContext, png: string | null, logo: LogoView['logo']): Promise<LogoView> {
  return inTransaction(context.manager, async (manager) => {
    await keepSetting(manager, 'logo', { png }, context.actor.id);
    await changeShop(manager, { logo }, context.actor.id);
    await noteAudit({ ...context, manager }, context.actor.id, 'logo set', { digest: logo?.digest ?? '' });
    return { logo: (await readShop(manager)).logo };
  });
}
