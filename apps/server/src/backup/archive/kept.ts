/** For how long archives are kept: the latest of each of so many days, and of each of so many weeks. */
export interface KeepFor {
  days: number;
  weeks: number;
}

const NAME = /^udrel-(\d{4})-(\d\d)-(\d\d)T(\d\d)(\d\d)(\d\d)Z\.tar\.age$/;
const DAY = 86_400_000;

/** An archive by the moment it was made, so that names sort by time. */
export function nameOfBackup(at: Date): string {
  return `udrel-${at.toISOString().slice(0, 19).replaceAll(':', '')}Z.tar.age`;
}

/** When an archive was made by its name, ms; null for a file that is none. */
export function momentOfBackup(name: string): number | null {
  const [, year, month, day, hour, minute, second] = NAME.exec(name) ?? [];
  return year ? Date.parse(`${year}-${month}-${day}T${hour}:${minute}:${second}Z`) : null;
}

/** Which of these archives are kept: the latest of each day and week (from Monday, UTC) that is not too long ago, and the latest of all. */
export function keptBackups(names: readonly string[], { days, weeks }: KeepFor, now: Date): string[] {
  const made = names
    .flatMap((name) => {
      const at = momentOfBackup(name);
      return at === null ? [] : [{ name, at }];
    })
    .sort((one, other) => other.at - one.at);
  const today = Math.floor(now.getTime() / DAY);
  // The first of January 1970 was a Thursday.
  const weekOf = (day: number) => Math.floor((day + 3) / 7);
  const seen = new Set<string>();
  const first = (key: string) => !seen.has(key) && seen.add(key) !== undefined;
  return made.flatMap(({ name, at }, index) => {
    const day = Math.floor(at / DAY);
    const daily = first(`day ${day}`) && day > today - days;
    const weekly = first(`week ${weekOf(day)}`) && weekOf(day) > weekOf(today) - weeks;
    return index === 0 || daily || weekly ? [name] : [];
  });
}
