/** Imports go down only: each list names folders from the lowest to the highest, and each may import what is below it. */

/** Rules that keep the folders of a list, all inside `base`, from importing what stands higher; same line, no imports across. */
function downwards(base, levels) {
  return levels.flatMap((level, height) => {
    const above = levels.slice(height + 1).flat();
    return level.flatMap((folder) => {
      const forbidden = [...above, ...level.filter((other) => other !== folder)];
      if (forbidden.length === 0) return [];
      return [
        {
          name: `${base}${folder}-imports-downwards`.replaceAll('/', '-'),
          severity: 'error',
          from: { path: `^${base}${folder}/` },
          to: { path: `^${base}(${forbidden.join('|')})/` },
        },
      ];
    });
  });
}

/** A folder and the only folders of ours (beside itself) that it may import. */
function only(folder, ...allowed) {
  return {
    name: `${folder}-imports-only`.replaceAll('/', '-'),
    severity: 'error',
    from: { path: `^${folder}/` },
    to: {
      path: '^(src|cli|demo|e2e|bench|scripts)/',
      pathNot: [folder, ...allowed].map((entry) => `^${entry}/`),
    },
  };
}

const pages = ['dashboard', 'dashboards', 'datasets', 'almanac', 'model', 'accounts'];

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    only('src/core'),
    only('src/contract', 'src/core'),
    only('src/engine', 'src/core', 'src/contract'),
    only('src/server', 'src/core', 'src/contract'),
    only('src/theme'),
    only('src/features', 'src/core', 'src/contract', 'src/engine', 'src/theme'),
    only('src/app', 'src/core', 'src/contract', 'src/server', 'src/features', 'src/theme'),
    ...downwards('src/core/', [
      ['calendar'],
      ['period'],
      ['coverage'],
      ['condition'],
      ['cube'],
      ['model'],
      ['dashboard'],
    ]),
    ...downwards('src/core/dashboard/', [['document'], ['reader'], ['wiring'], ['turn'], ['review']]),
    ...downwards('src/features/', [
      ['ui'],
      ['workspace'],
      ['controls', 'visuals', 'wiring', 'strip'],
      ['dashboard'],
      ['dashboards', 'datasets', 'almanac', 'model', 'accounts'],
    ]),
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { path: '^(node_modules/)?(react|react-dom|next|@mui|mysql2|drizzle-orm)(/|$)' },
    },
    {
      name: 'core-has-no-node',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'pages-stand-apart',
      severity: 'error',
      from: { path: `^src/features/(${pages.join('|')})/` },
      to: { path: `^src/features/(${pages.join('|')})/`, pathNot: '^src/features/$1/' },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      from: { orphan: true, pathNot: '(\\.d\\.ts$|\\.test\\.tsx?$|^src/app/|^testing/|\\.config\\.)' },
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
    // What bench/rival needs is installed there, by its bench.
    exclude: { path: '^(\\.next|\\.next-test|\\.data|bench/rival/)' },
  },
};
