/** The import order: a folder of core imports only folders to its left on the road data takes. */
const road = [
  'units',
  'sheet',
  'catalog',
  'model',
  'loading',
  'combine',
  'build',
  'findings',
  'mesh',
  'fem',
  'results',
  'checks',
  'exchange',
  'report',
];
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
  report: [
    'units',
    'sheet',
    'catalog',
    'model',
    'build',
    'loading',
    'combine',
    'mesh',
    'fem',
    'results',
    'checks',
    'exchange',
    'findings',
  ],
};
const notTests = { pathNot: '\\.test\\.tsx?$|/verification/' };

/**
 * The import order of the app: a folder imports only folders before it in its list. What the server and the browser share comes first; then
 * the server's side and the browser's, of which the browser's may know the other's types.
 */
const shared = ['theme', 'protocol', 'drawing', 'tables', 'workers'];
const serverSide = ['store', 'print', 'jobs', 'server'];
const workbench = [
  ...['words', 'pieces', 'fields', 'picture', 'acts', 'tools', 'commands', 'canvas', 'cards', 'pages', 'ledger'],
  ...['stages', 'shell'],
];
const browserSide = ['state', 'making', ...workbench.map((folder) => `workbench/${folder}`), 'workbench', 'home'];
const inside = (folders) => folders.map((folder) => `^app/${folder}/[^/]+$`).join('|');
const looksBack = (list, others = '') =>
  list.slice(shared.length).map((folder, i) => ({
    name: `app-${folder.replace('/', '-')}-looks-back`,
    severity: 'error',
    from: { path: inside([folder]), ...notTests },
    to: { path: '^app/', pathNot: inside(list.slice(0, shared.length + i + 1)) + others },
  }));

module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
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
    {
      name: 'app-uses-doors',
      severity: 'error',
      from: { path: '^(app|cli|demo|bench)/', ...notTests },
      to: { path: '^core/', pathNot: '^core/[^/]+/index\\.ts$' },
    },
    {
      name: 'core-knows-no-app',
      severity: 'error',
      from: { path: '^core/', ...notTests },
      to: { path: '^(app|cli|demo|bench|e2e)/' },
    },
    {
      name: 'core-is-pure',
      comment: 'no React, no Node, no database in core; zod describes the model',
      severity: 'error',
      from: { path: '^core/', ...notTests },
      to: { dependencyTypes: ['core', 'npm', 'npm-dev'], pathNot: 'node_modules/zod' },
    },
    ...shared.map((folder, i) => ({
      name: `app-${folder}-looks-back`,
      severity: 'error',
      from: { path: inside([folder]), ...notTests },
      to: { path: '^app/', pathNot: inside(shared.slice(0, i + 1)) },
    })),
    ...looksBack([...shared, ...serverSide]),
    ...looksBack([...shared, ...browserSide], `|${inside(['store', 'server'])}`),
    {
      name: 'browser-knows-no-server',
      comment: 'the types of its answers may be known',
      severity: 'error',
      from: { path: `^app/(${browserSide.join('|')})/`, ...notTests },
      to: { path: `^app/(${serverSide.join('|')})/`, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'app-has-these-rooms',
      comment: 'a new folder gets its place in the order above',
      severity: 'error',
      from: {},
      to: {
        path: '^app/.+/',
        pathNot: `${inside([...shared, ...serverSide, ...browserSide, 'routes', 'http'])}|/\\+types/`,
      },
    },
    {
      name: 'not-to-unresolvable',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '^\\./\\+types' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.react-router/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'node', 'default'] },
  },
};
