/** The import order: a folder of core imports only folders to its left on the road data takes. */
const road = ['units', 'sheet', 'catalog', 'model', 'loading', 'combine', 'build', 'findings', 'mesh', 'fem', 'results', 'checks', 'exchange', 'report'];
const allowed = {
  units: [],
  sheet: ['units'],
  catalog: ['units'],
  model: ['units', 'catalog'],
  build: ['units', 'catalog', 'model'],
  loading: ['units', 'sheet', 'catalog', 'model'],
  combine: ['units', 'catalog', 'model', 'loading'],
  findings: ['units', 'catalog', 'model', 'build', 'loading'],
  mesh: ['units', 'catalog', 'model'],
  fem: ['units', 'catalog', 'model', 'build', 'loading', 'combine', 'mesh'],
  results: ['units', 'catalog', 'model', 'build', 'loading', 'combine', 'mesh', 'fem'],
  checks: ['units', 'sheet', 'catalog', 'model', 'build', 'loading', 'combine', 'mesh', 'fem', 'results'],
  exchange: ['units', 'sheet', 'catalog', 'model', 'build', 'loading', 'combine', 'mesh', 'fem', 'results', 'checks'],
  report: ['units', 'sheet', 'catalog', 'model', 'build', 'loading', 'combine', 'mesh', 'fem', 'results', 'checks', 'exchange', 'findings'],
};
const notTests = { pathNot: '\\.test\\.tsx?$|/verification/' };

module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
    ...road.map((folder) => ({
      name: `core-${folder}-looks-left`,
      severity: 'error',
      from: { path: `^core/${folder}/`, ...notTests },
      to: { path: '^core/', pathNot: `^core/(${[folder, ...allowed[folder]].join('|')})/` },
    })),
    {
      name: 'core-folders-have-doors',
      comment: 'outside a folder of core only its index.ts may be imported',
      severity: 'error',
      from: { path: '^core/([^/]+)/', ...notTests },
      to: { path: '^core/([^/]+)/', pathNot: '^core/$1/|^core/[^/]+/index\\.ts$' },
    },
    { name: 'app-uses-doors', severity: 'error', from: { path: '^(app|cli|demo|bench)/', ...notTests }, to: { path: '^core/', pathNot: '^core/[^/]+/index\\.ts$' } },
    { name: 'core-knows-no-app', severity: 'error', from: { path: '^core/', ...notTests }, to: { path: '^(app|cli|demo|bench|e2e)/' } },
    { name: 'core-is-pure', comment: 'no React, no Node, no database in core; zod describes the model', severity: 'error', from: { path: '^core/', ...notTests }, to: { dependencyTypes: ['core', 'npm', 'npm-dev'], pathNot: 'node_modules/zod' } },
    { name: 'client-knows-no-server', comment: 'only routes, other server files and tests import the server; types may be', severity: 'error', from: { path: '^app/(home|making|state|theme|workbench|workers)/', ...notTests }, to: { path: '^app/server/', dependencyTypesNot: ['type-only'] } },
    { name: 'not-to-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^\\./\\+types' } },
  ],
  options: { doNotFollow: { path: 'node_modules' }, exclude: { path: '\\.react-router/' }, tsPreCompilationDeps: true, tsConfig: { fileName: 'tsconfig.json' }, enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'node', 'default'] } },
};
