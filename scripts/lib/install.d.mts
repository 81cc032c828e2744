/** Installs the packages of those programs that are not there, each program by its path with its package. */
export function installPrograms(programs: Readonly<Record<string, string>>): Promise<void>;
