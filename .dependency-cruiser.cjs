/**
 * The import order of the core: a folder imports only folders before it in this list. Codes are in folders of their own, one a part and edition; their
 * place in the order is kept by door, so that what a code says of loads stands before the analysis and what it says of members after the results.
 */
const road = [
  ...['units', 'plane', 'sheet', 'catalog', 'codes:families', 'model', 'codes:loads', 'loading', 'codes:combinations'],
  ...[
    'combine',
    'build',
    'lines',
    'findings',
    'mesh',
    'fem',
    'results',
    'concrete',
    'codes:checks',
    'checks',
    'exchange',
    'picture',
    'report',
  ],
];
/** What of those before it a folder does not know. */
const unknown = {
  plane: ['units'],
  catalog: ['plane', 'sheet'],
  model: ['sheet'],
  'codes:combinations': ['loading', 'sheet', 'plane', 'codes:loads'],
  combine: ['sheet', 'plane'],
  build: ['sheet', 'loading', 'combine', 'codes:loads', 'codes:combinations'],
  lines: ['sheet', 'loading', 'combine', 'codes:loads', 'codes:combinations', 'build'],
  findings: ['sheet', 'plane'],
  mesh: ['sheet', 'loading', 'combine', 'build', 'lines', 'findings', 'codes:loads', 'codes:combinations'],
  fem: ['sheet', 'lines', 'findings'],
  results: ['sheet', 'findings'],
  concrete: [
    'units',
    'plane',
    'sheet',
    'catalog',
    'codes:families',
    'model',
    'codes:loads',
    'loading',
    'codes:combinations',
    'combine',
    'build',
    'lines',
    'findings',
    'mesh',
    'fem',
    'results',
  ],
  'codes:checks': ['findings', 'plane'],
  checks: ['findings', 'plane', 'concrete'],
  exchange: ['findings', 'plane', 'concrete'],
  picture: ['sheet', 'findings', 'plane', 'build', 'mesh', 'concrete', 'codes:checks', 'checks', 'exchange'],
};
/** The files of a step of the road: a folder, or all codes' files of one door with what these share. */
const filesOf = (step) => {
  const [folder, door] = step.split(':');
  if (door === undefined) return `^core/${folder}/`;
  const name = door === 'families' ? 'famil' : `${door}[/.]`;
  return `^core/codes/${name}|^core/codes/[^/]+/${name}`;
};
/** What may be imported from outside a step. */
const doorOf = (step) => {
  const [folder, door] = step.split(':');
  return door === undefined ? `^core/${folder}/index\\.ts$` : `^core/codes/${door}\\.ts$`;
};
const ofAny = (steps, of) => steps.map(of).join('|');
const notTests = { pathNot: '\\.test\\.tsx?$|/verification/' };

/**
 * The import order of the app: a folder imports only folders before it in its list. What the server and the browser share comes first; then
 * the server's side and the browser's, of which the browser's may know the other's types.
 */
const shared = ['theme', 'protocol', 'tables', 'workers'];
const serverSide = ['store', 'print', 'jobs', 'server'];
const workbench = [
  ...['words', 'pieces', 'fields', 'cells', 'projection', 'kinds:marks', 'picture', 'acts', 'tools', 'kinds', 'cards'],
  ...['commands', 'canvas/gestures', 'canvas', 'pages', 'ledger', 'stages', 'shell'],
];
const browserSide = ['state', 'making', ...workbench.map((folder) => `workbench/${folder}`), 'workbench', 'home'];
/** Kinds of record have a folder each; how one is drawn stands in its `marks.ts`, which comes before the picture. */
const roomOf = (folder) =>
  folder === 'workbench/kinds:marks'
    ? '^app/workbench/kinds/[^/]*marks\\.ts$|^app/workbench/kinds/[^/]+/marks\\.ts$'
    : folder === 'workbench/kinds'
      ? '^app/workbench/kinds/'
      : `^app/${folder}/[^/]+$`;
const inside = (folders) => folders.map(roomOf).join('|');
const looksBack = (list, others = '') =>
  list.slice(shared.length).map((folder, i) => ({
    name: `app-${folder.replace(/[/:]/g, '-')}-looks-back`,
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
    ...road.map((step, i) => ({
      name: `core-${step.replace(':', '-')}-looks-back`,
      severity: 'error',
      from: { path: filesOf(step), ...notTests },
      to: {
        path: '^core/',
        pathNot: ofAny(
          road.slice(0, i + 1).filter((before) => !(unknown[step] ?? []).includes(before)),
          filesOf,
        ),
      },
    })),
    ...road.map((step) => ({
      name: `core-${step.replace(':', '-')}-has-a-door`,
      comment: 'of another step only its door may be imported',
      severity: 'error',
      from: { path: '^core/', pathNot: `${filesOf(step)}|${notTests.pathNot}` },
      to: { path: filesOf(step), pathNot: doorOf(step) },
    })),
    {
      name: 'core-has-these-rooms',
      comment: 'a new folder gets its place in the order above',
      severity: 'error',
      from: {},
      to: { path: '^core/', pathNot: ofAny(road, filesOf) },
    },
    {
      name: 'app-uses-doors',
      severity: 'error',
      from: { path: '^(app|cli|demo|bench)/', ...notTests },
      to: { path: '^core/', pathNot: ofAny(road, doorOf) },
    },
    {
      name: 'core-knows-no-app',
      severity: 'error',
      from: { path: '^core/', ...notTests },
      to: { path: '^(app|cli|demo|bench|e2e)/' },
    },
    {
      name: 'core-is-pure',
      comment: 'no React, no Node, no database in core; zod describes the model, a package triangulates',
      severity: 'error',
      from: { path: '^core/', ...notTests },
      to: {
        dependencyTypes: ['core', 'npm', 'npm-dev'],
        pathNot: 'node_modules/(zod|delaunator|@kninnug/constrainautor)',
      },
    },
    {
      name: 'mesh-triangulates',
      comment: 'only the mesh knows the package that triangulates',
      severity: 'error',
      from: { pathNot: '^core/mesh/' },
      to: { path: 'node_modules/(delaunator|@kninnug/constrainautor)/' },
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
