import type { ShopFormats } from '@udrel/contract/types';
import { labelScale, PLAIN_LABEL, printerOf, type LabelKind, type LabelSize } from '@udrel/core/labels';
import type { EntityManager } from 'typeorm';
import { readLogo } from '../shop/logo';
import { labelsSetting } from '../shop/own-setting';
import { readShop } from '../staff/people';

/** What the shop's papers are printed on, and the picture that stands on them, PNG. */
export interface Sheet extends Pick<ShopFormats, 'paper'> {
  logo: Buffer | null;
}

/** The shop's sheets of paper. */
export async function readSheet(manager: EntityManager): Promise<Sheet> {
  const { formats, logo } = await readShop(manager);
  return { paper: formats.paper, logo: logo && (await readLogo(manager)) };
}

/** How large labels of a kind are, mm, and by how much what stands on them is larger than on a plain one. */
export async function readLabel(manager: EntityManager, kind: LabelKind): Promise<LabelSize & { scale: number }> {
  const { printers } = await labelsSetting.read(manager);
  const { width, height } = printerOf(printers, kind) ?? PLAIN_LABEL;
  return { width, height, scale: labelScale({ width, height }) };
}
