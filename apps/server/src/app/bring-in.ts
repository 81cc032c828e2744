import { bringInShop, type BringIn, type BroughtInShop } from '../open-archive/bring-in';
import { knownMigrations, migrate } from '../platform/database/database';
import { entities } from './entities';

/** Brings an open archive of a shop into an empty database, whatever earlier version it is of. */
export const bringInByConsole = (given: Pick<BringIn, 'file' | 'databaseUrl' | 'photos'>): Promise<BroughtInShop> =>
  bringInShop({ ...given, known: knownMigrations(), migrate: (until) => migrate(given.databaseUrl, entities, until) });
