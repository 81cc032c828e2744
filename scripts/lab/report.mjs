/** The report of a whole run, as Markdown. */
export function reportOf(results, readings, watched) {
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
${watchedReport(watched)}`;
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
