import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { backTest } from '../../packages/core/src/estimate/back-test.test-data.ts';

const [SHOPS, RUNS, SEED] = [60, 60, 20_261];
const { before, prior, groups, left } = backTest(SHOPS, RUNS, SEED);
const row = (name, { of, held, below, above, width }) =>
  `| ${name} | ${of} | ${((100 * held) / of).toFixed(1)} % | ${below} | ${above} | ${width.toFixed(2)} |`;
const table = (first, rows) => [
  `| ${first} | Ranges | Held | Sooner | Later | Median width |`,
  '| --- | --- | --- | --- | --- | --- |',
  ...rows.map(([name, score]) => row(name, score)),
];
const text = [
  '# Estimates',
  '',
  `\`npm run back-test\`: ${SHOPS} shops with ${RUNS} copies each, drawn from drive classes, healths, links and faults by the`,
  'physics of disks, caches and links (`estimate/histories.test-data.ts`), not by the sums of the estimate. Each run is estimated from',
  'those before it in the same shop alone. An honest 80 % range holds in 75 to 85 of a hundred; its width is its end over its beginning.',
  '',
  ...table('Before the run', [
    ['all, learning from finished runs', before],
    ['all, by the figures of the class alone', prior],
    ...groups,
  ]),
  '',
  ...table(
    'Time left, when written',
    left.map(([share, score]) => [`${share * 100} %`, score]),
  ),
  '',
  'How the runs of a shop itself kept to what was told of them stands at _Shop_, _Estimates_.',
  '',
].join('\n');
writeFileSync(
  new URL('../../docs/estimates.md', import.meta.url),
  await format(text, { parser: 'markdown', printWidth: 120 }),
);
console.log(text);
