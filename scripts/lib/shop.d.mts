import type { ChildProcess } from 'node:child_process';
import type { Cluster } from './cluster.mjs';

export interface ShopSettings {
  port: number;
  host: string;
  data: string;
  databaseUrl: string | null;
  demo: boolean;
  benchSpeed: string;
  /** A certificate of its own, files of a given one, or where people open it through a proxy. */
  ownTls?: boolean;
  tls?: { cert: string; key: string } | null;
  publicUrl?: string | null;
  /** Added to the surroundings of what it starts. */
  env?: Readonly<Record<string, string>>;
  /** Its simulated berths; `none`, and nothing tells of runs. */
  berths?: string;
}
export interface RunningShop {
  url: string;
  /** Where people open it. */
  addresses: string[];
  /** Address and port of its server. */
  listens: string;
  /** Where the stand-in for post shows what came in; null where there is none. */
  post: string | null;
  databaseUrl: string;
  cluster: Cluster | null;
  children: Record<string, ChildProcess>;
  stop: () => Promise<void>;
}
export function openShop(
  given: ShopSettings,
  options?: { fast?: boolean; quiet?: boolean; /** Told each line that it prints. */ hear?: (line: string) => void },
): Promise<RunningShop>;
