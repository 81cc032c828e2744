/** Hours in which a shop works in a month: 26 days of 9. */
const HOURS_A_MONTH = 234;

const figure = (value, digits = 0) => value.toLocaleString('en-GB', { maximumFractionDigits: digits });
const table = (head, rows) =>
  [
    `| ${head.join(' | ')} |`,
    `| ${head.map((_one, n) => (n === 0 ? '---' : '---:')).join(' | ')} |`,
    ...rows.map((row) => `| ${row.join(' | ')} |`),
  ].join('\n');

const spanOf = (hours) => (hours === 1 ? 'an hour' : `${figure(hours, 1)} hours`);

/** The hour as it is written down. */
export function reportOf(hour, machine) {
  const { jobs, open, people, berths, minutes, pace, bulk, refused, fed, views, hints, deeds, growth, packed } = hour;
  const asked = Object.values(deeds).reduce((sum, { count }) => sum + count, 0);
  const month = (perHour) => perHour * HOURS_A_MONTH;
  const worked = growth.toSorted((a, b) => b.grown - a.grown);
  const all = worked.reduce((sum, { grown }) => sum + Math.max(0, grown), 0);
  return `# An hour of ten shops

What \`npm run scale\` measured on ${new Date().toISOString().slice(0, 10)}: ${machine}, PostgreSQL, two servers on one
database, the staff and the browser that measures all on the one machine. ${figure(jobs)} jobs (loaded in ${figure(bulk)} s),
${figure(open)} of them open, ${people} people, ${berths} berths with a sample a second each.

${people} people worked for ${figure(minutes)} minutes${pace === 1 ? '' : `, each ${figure(pace, 1)} times as fast as people do: what they do in ${spanOf((minutes * pace) / 60)}`}. ${figure(asked)} requests of theirs and ${figure(fed.count)} of agents:
**${figure(refused.length)} refused or failed**. ${figure(hints)} hints reached open pages.

Each of them has a page open all the time. Where the Floor is on it, it reads the Floor, what goes when and what runs anew when it
is told that something changed, as a browser does, and on every view the lights of the bench.

${table(
  ['what they did', 'times', 'median, ms', '99th percentile, ms', 'longest, ms'],
  [
    ...Object.entries(deeds)
      .toSorted(([one], [other]) => one.localeCompare(other, 'en'))
      .map(([deed, of]) => [deed, figure(of.count), figure(of.median, 1), figure(of.p99, 1), figure(of.longest)]),
    ['samples of a berth', figure(fed.count), figure(fed.median, 1), figure(fed.p99, 1), figure(fed.longest)],
  ],
)}

The feed was behind its second by ${figure(fed.behind)} ms at the most.
${
  refused.length > 0
    ? `\nRefused:\n\n${[...new Set(refused)]
        .slice(0, 20)
        .map((one) => `- \`${one}\``)
        .join('\n')}\n`
    : ''
}
## Growth

By what was written in that time, over ${HOURS_A_MONTH} hours of work a month, every berth at work all of it: ${figure(month(all) / 2 ** 30, 1)} GiB as it
comes. Samples come one by one, ${figure(packed.came)} bytes each with their indexes; once their run has ended they are packed, ${figure(packed.packed)}
bytes each: ${figure((berths * 3600 * HOURS_A_MONTH * packed.packed) / 2 ** 30, 1)} GiB a month, until they are thinned to one a minute after thirty days. What \`run\`, \`feed\` and
\`berth\` grow by are versions of rows that the database clears away and uses again. Tables that are not named did not grow.

${table(
  ['table, with its indexes', 'now, MiB', 'rows an hour', 'MiB an hour', 'GiB a month'],
  worked.map(({ name, bytes, rows, grown }) => [
    `\`${name}\``,
    figure(bytes / 2 ** 20, 1),
    figure(rows),
    figure(grown / 2 ** 20, 2),
    figure(month(Math.max(0, grown)) / 2 ** 30, 2),
  ]),
)}

## Views

Opened afterwards, one after another, in a browser that has nothing of them yet, until each can be used:

${table(
  ['view', 'ms', 'trouble told'],
  views.map(({ view, ms, alerts }) => [view, ms === null ? 'NOT SHOWN' : figure(ms), alerts.join('; ') || 'none']),
)}
`;
}
