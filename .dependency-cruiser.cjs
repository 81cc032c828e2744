const below = (from, allowed) => ({
  name: `${from.replace(/\W+/g, '-')}-imports`,
  severity: 'error',
  from: { path: `^${from}/` },
  to: { path: '^(packages|apps|demo|e2e)/', pathNot: [`^${from}/`, ...allowed.map((path) => `^${path}/`)] },
});

/** Imports run one way: core <- contract <- server, web, bench. No app imports another app. */
module.exports = {
  forbidden: [
    below('packages/core', []),
    below('packages/contract', ['packages/core']),
    ...['apps/server', 'apps/web', 'apps/bench'].map((app) => below(app, ['packages/core', 'packages/contract'])),
    below('demo', ['packages/core', 'packages/contract', 'apps/server']),
    // Types that come in a package of their own are found by the compiler alone.
    {
      name: 'resolvable',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '^pdfmake/interfaces$' },
    },
    {
      name: 'platform-knows-no-subject',
      severity: 'error',
      from: { path: '^apps/server/src/platform/' },
      to: { path: '^apps/server/src/', pathNot: '^apps/server/src/platform/' },
    },
    {
      name: 'server-is-composed-from-above',
      severity: 'error',
      from: { path: '^apps/server/src/', pathNot: '^apps/server/src/(app/|main\\.ts)' },
      to: { path: '^apps/server/src/app/' },
    },
    {
      name: 'no-view-imports-another',
      severity: 'error',
      from: { path: '^apps/web/src/views/([^/]+)/' },
      to: { path: '^apps/web/src/views/', pathNot: '^apps/web/src/views/$1/' },
    },
    {
      name: 'features-stand-below-views',
      severity: 'error',
      from: { path: '^apps/web/src/', pathNot: '^apps/web/src/(app|views|main|empty)' },
      to: { path: '^apps/web/src/(app|views)/', pathNot: '^apps/web/src/views/print/addresses' },
    },
    {
      name: 'no-folder-circles',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(packages|apps)/[^/]+/src' },
      to: { circular: true },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    {
      name: 'core-needs-nothing',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test(-data)?\\.ts$' },
      // Reading CSV is no rule of the trade: it is left to who does it well.
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: '^node_modules/papaparse/' },
    },
    {
      name: 'joi-stays-out-of-the-first-view',
      comment: 'what checks shapes is loaded by the forms, when they open',
      severity: 'error',
      from: { path: '^apps/web/src' },
      to: {
        path: '^packages/contract/src/(validate|json-schema)',
        dependencyTypesNot: ['type-only'],
        dynamic: false,
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.mts', '.mjs', '.js', '.css'],
    },
  },
};
