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
    { name: 'resolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    {
      name: 'core-needs-nothing',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test(-data)?\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'] },
    },
    {
      name: 'joi-stays-out-of-the-web',
      severity: 'error',
      from: { path: '^apps/web/src' },
      to: { path: '^packages/contract/src/(schemas|validate|json-schema)', dependencyTypesNot: ['type-only'] },
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
