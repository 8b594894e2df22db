/** Imports point one way: app → core, server alone; inside the core along the flow of data. */
const order = [
  'numerics',
  'calendar',
  'quantity',
  'limits',
  'catalogue',
  'water',
  'system',
  'network',
  'day',
  'assess',
  'life',
  'derived',
  'entries',
  'readings',
  'season',
  'treatment',
  'care',
  'findings',
  'calculators',
  'faultTests',
  'workshop',
  'construction',
  'log',
  'year',
  'practice',
  'formats',
];
const rank = (name) => order.indexOf(name);

module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      severity: 'error',
      from: { pathNot: '\\.test\\.ts$' },
      to: { circular: true },
    },
    {
      name: 'core-knows-no-host',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(app|server|scripts|e2e)/' },
    },
    {
      name: 'core-uses-no-interface-package',
      severity: 'error',
      from: { path: '^core/', pathNot: '(test/|\\.test\\.ts$)' },
      to: {
        path: 'node_modules',
        pathNot: 'node_modules/(joi|papaparse|@types/papaparse|ics|rrule|@date-fns)',
      },
    },
    {
      name: 'joi-only-for-the-schema',
      severity: 'error',
      from: { path: '^(core|app)/', pathNot: '^core/(system/schema|entries/schema)' },
      to: { path: 'node_modules/joi' },
    },
    {
      name: 'app-and-server-apart',
      severity: 'error',
      from: { path: '^app/' },
      to: { path: '^server/' },
    },
    {
      name: 'server-alone',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^app/' },
    },
    {
      name: 'no-test-code-in-the-product',
      severity: 'error',
      from: { path: '^(core|app|server)/', pathNot: '(test/|\\.test\\.ts$)' },
      to: { path: '(test/|\\.test\\.ts$)' },
    },
    ...order.map((name) => ({
      name: `core-${name}-looks-back-only`,
      severity: 'error',
      from: { path: `^core/${name}/`, pathNot: '\\.test\\.ts$|/test/' },
      to: { path: `^core/(${order.filter((o) => rank(o) > rank(name)).join('|') || 'none'})/` },
    })),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.app.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.vue', '.js', '.json'] },
  },
};
