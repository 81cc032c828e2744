export interface Cluster {
  process: import('node:child_process').ChildProcess | null;
  port: number;
  url: string;
  start: () => Promise<string>;
  stop: () => Promise<void>;
}
export function openCluster(folder: string, options?: { preferredPort?: number; fast?: boolean }): Promise<Cluster>;
export function freePort(wanted: number, host?: string): Promise<number>;
/** Folder of the newest PostgreSQL's programs; null where none is installed. */
export function programFolder(version?: number | null): string | null;
/** Folder of the newest PostgreSQL's programs; installs PostgreSQL where there is none. */
export function postgresPrograms(): Promise<string>;
