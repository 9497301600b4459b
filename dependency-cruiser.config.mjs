/** Imports go down only; each rule names what may not be reached from where. */
const within = (folder) => `^src/${folder}/`;

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-imports-nothing-of-ours',
      severity: 'error',
      from: { path: within('core') },
      to: { path: '^(src/(?!core/)|cli/|demo/|e2e/|bench/)' },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: within('core'), pathNot: '\\.test\\.ts$' },
      to: {
        path: '^(react|react-dom|next|@mui|mysql2|drizzle-orm|node:)',
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'core-has-no-node',
      severity: 'error',
      from: { path: within('core'), pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'calendar-is-lowest',
      severity: 'error',
      from: { path: within('core/calendar') },
      to: { path: '^src/core/(?!calendar/)' },
    },
    {
      name: 'period-above-calendar',
      severity: 'error',
      from: { path: within('core/period') },
      to: { path: '^src/core/(?!calendar/|period/)' },
    },
    {
      name: 'coverage-above-period',
      severity: 'error',
      from: { path: within('core/coverage') },
      to: { path: '^src/core/(?!calendar/|period/|coverage/)' },
    },
    {
      name: 'condition-below-cube',
      severity: 'error',
      from: { path: within('core/condition') },
      to: { path: '^src/core/(cube|dashboard)/' },
    },
    {
      name: 'cube-below-dashboard',
      severity: 'error',
      from: { path: within('core/cube') },
      to: { path: '^src/core/dashboard/' },
    },
    {
      name: 'engine-above-core',
      severity: 'error',
      from: { path: within('engine') },
      to: { path: '^src/(?!core/|engine/)' },
    },
    {
      name: 'server-above-core',
      severity: 'error',
      from: { path: within('server') },
      to: { path: '^src/(?!core/|server/)' },
    },
    {
      name: 'theme-alone',
      severity: 'error',
      from: { path: within('theme') },
      to: { path: '^src/(?!theme/)' },
    },
    {
      name: 'features-above-engine',
      severity: 'error',
      from: { path: within('features') },
      to: { path: '^src/(app|server)/' },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      from: { orphan: true, pathNot: '(\\.d\\.ts$|\\.test\\.tsx?$|^src/app/|\\.config\\.)' },
      to: {},
    },
    {
      name: 'declared-packages',
      severity: 'error',
      from: {},
      to: { dependencyTypes: ['npm-no-pkg', 'unknown', 'undetermined'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
    tsConfig: { fileName: 'tsconfig.json' },
    exclude: { path: '^(\\.next|\\.next-test|\\.data)' },
  },
};
