/** The report of a whole run, as Markdown. */
export function reportOf(results, readings, { watched, started }) {
  const [first] = readings;
  const ofFirst = results.filter(({ firmware }) => firmware === first.firmware);
  const failed = results.filter(({ wrong }) => wrong.length > 0);
  const mark = (name) => (failed.some((one) => one.name === name) ? 'no' : 'yes');
  const utilities = (told) =>
    Object.entries(told)
      .map(([key, value]) => `${key} ${value}`)
      .join(', ');
  const plain = (text) => text.replaceAll('|', '/');
  return `# Lab

\`npm run lab\` on ${new Date().toISOString().slice(0, 10)}: an emulated machine with Debian's kernel, in which the systems' own utilities
made ${ofFirst.length} drives; then the shipped probe read them, started by ${readings.map(({ firmware }) => firmware).join(' and by ')}, with nothing but the base
utilities of a small live system. What Udrel makes of its file (${Math.round(first.bytes / 1024)} KiB) is held against what the utilities say
and against what the set-up is. Each drive was to the bit as before after it was read.

${results.length - failed.length} of ${results.length} readings are as the utilities say.

| drive | what the utilities say | what is read | as it is |
| --- | --- | --- | --- |
${ofFirst.map(({ name, told, seen }) => `| ${name} | ${plain(utilities(told))} | ${plain(seen)} | ${mark(name)} |`).join('\n')}
${watchedReport(watched)}${startedReport(started)}`;
}

/** What the shop said of the copies that its agent watched. */
export function watchedReport(watched) {
  return `
## Copies that are watched

In the same machine the bench agent as it is shipped watches real copies between two drives for a shop that runs outside, with a
job, a plan and an identified pair of drives for each. What the shop says is held against what the kernel there counts.

${watched.filter(({ wrong }) => wrong.length === 0).length} of ${watched.length} copies are told as they went.

| copy | what went on | what the shop says | as it is |
| --- | --- | --- | --- |
${watched.map(({ name, told, seen, wrong }) => `| ${name} | ${told} | ${seen} | ${wrong.length === 0 ? 'yes' : 'no'} |`).join('\n')}
`;
}

/** What was expected of finished drives, and what the firmware then did. */
function startedReport(started) {
  const blind = started.filter(({ cause }) => cause !== null);
  const yes = (wrong) => (wrong.length === 0 ? 'yes' : 'no');
  return `
## Finished drives that are started

Drives with a tiny system, made in the machine, looked at as a berth does, and then started by real firmware (UEFI: its entries
written and read there by the shipped probe; Secure Boot with the keys that devices come with; legacy). What was expected is held
against what started; the no-boot guide was told what was seen, what a job knows and, as in a job, what the look at the drive had
expected. The shipped probe brings the same of each drive.

${started.filter(({ wrong }) => wrong.length === 0).length} of ${started.length} as expected, and the true cause among the guide's first three; without the look it is there in ${blind.filter((one) => one.blind).length} of ${blind.length}.

| drive | firmware | expected | why | what started | made as | the guide's first three | as it is |
| --- | --- | --- | --- | --- | --- | --- | --- |
${started.map(({ name, firmware, expected, sentence, really, cause, first, wrong }) => `| ${name} | ${firmware} | ${expected} | ${sentence.replaceAll('|', '/')} | ${really} | ${cause ?? 'sound'} | ${first.join(', ')} | ${yes(wrong)} |`).join('\n')}
`;
}
