import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { createWorkbench } from '../../state/store';
import { selectAllInView, workbenchCommands } from './commands';
import { recordsNamed } from './places';
import { findCommands, wordsOf } from './search';
import { commandTerms } from './terms';

const realFetch = globalThis.fetch;
beforeAll(() => {
  globalThis.fetch = (() => new Promise(() => undefined)) as typeof fetch;
});
afterAll(() => {
  globalThis.fetch = realFetch;
});

const model = buildQuillhavenLibrary();
const workbench = createWorkbench({
  projectId: 'test',
  variantId: 1,
  variants: [],
  watches: [],
  revision: 1,
  model,
  history: [],
});
const commands = workbenchCommands(workbench);
const found = (query: string) => findCommands(commands, query).map((command) => command.id);

// what people typed, and what they were after
test.each([
  ['hinge', 'end-conditions'],
  ['release', 'end-conditions'],
  ['releases', 'end-conditions'],
  ['pin', 'end-conditions'],
  ['pinned', 'supports'],
  ['offset', 'axis-position'],
  ['reaction', 'quantity-reactions'],
  ['reactions', 'table-results-reactions'],
  ['drift', 'quantity-drift'],
  ['drift limit', 'limits-drift'],
  ['deflection', 'quantity-deflected'],
  ['deflection limit', 'limits-deflection'],
  ['mesh', 'tool-slab'],
  ['reinforcement', 'reinforcement'],
  ['rebar', 'reinforcement'],
  ['cover', 'bars'],
  ['crack width', 'bars'],
  ['creep', 'bars'],
  ['serviceability', 'bars'],
  ['copy design rules', 'copy-rules'],
  ['curtailment', 'lay-out-bars'],
  ['bar schedule', 'line-bars'],
  ['development length', 'line-bars'],
  ['lap', 'line-bars'],
  ['all beams', 'select-beams'],
  ['select columns', 'select-columns'],
  ['required reinforcement', 'bar-areas'],
  ['compatibility torsion', 'bars'],
  ['hooks', 'bars'],
  ['overstressed', 'mends'],
  ['optimise', 'mends'],
  ['larger section', 'mends'],
  ['column check', 'column-check'],
  ['units', 'settings'],
  ['metric', 'units-si'],
  ['kips', 'units-us'],
  ['export', 'export-model'],
  ['excel', 'export-tables'],
  ['import', 'import'],
  ['open file', 'import'],
  ['print', 'report-pdf'],
  ['second order', 'second-order'],
  ['P-Delta', 'second-order'],
  ['p-Δ', 'second-order'],
  ['pdelta', 'second-order'],
  ['weight', 'load-weight'],
  ['self weight', 'cases'],
  ['diaphragm', 'rigid-floors'],
  ['rigid floor', 'rigid-floors'],
  ['duplicate', 'tool-copy'],
  ['opening', 'openings'],
  ['hole', 'openings'],
  ['stiffness', 'stiffness-sets'],
  ['cracked', 'stiffness-sets'],
  ['bending moment', 'quantity-My'],
  ['shear force', 'quantity-Vz'],
  ['axial', 'quantity-N'],
  ['torsion', 'quantity-T'],
  ['stress', 'quantity-stress'],
  ['unity', 'quantity-utilisation'],
  ['purlins', 'tool-secondaries'],
  ['girts', 'tool-secondaries'],
  ['trim', 'tool-extend'],
  ['split', 'tool-divide'],
  ['levels', 'tool-storeys'],
  ['mezzanine', 'tool-storey-height'],
  ['fixed', 'supports'],
  ['group the selected', 'tool-group'],
  ['average moment over a strip', 'tool-region-extremes'],
  ['probe', 'tool-slab-values'],
  ['foundation', 'supports'],
  ['spring', 'supports'],
  ['rod', 'behaviour'],
  ['tension only', 'behaviour'],
  ['effective length', 'unbraced-lengths'],
  ['K factor', 'unbraced-lengths'],
  ['eigenvalue', 'analysis-buckling'],
  ['frequency', 'analysis-modal'],
  ['earthquake', 'analysis-spectrum'],
  ['plane frame', 'settings'],
  ['north', 'settings'],
  ['zoom', 'fit'],
  ['unhide', 'show-all'],
  ['warnings', 'findings'],
  ['equilibrium', 'table-results-equilibrium'],
  ['udl', 'put-loads'],
  ['point load', 'put-loads'],
  ['imperfection', 'tool-rule-notional'],
  ['envelope', 'tool-own-envelope'],
  ['load combination', 'combine'],
  ['profile', 'sections'],
  ['steel grade', 'materials'],
  ['governing', 'worst'],
  ['screenshot', 'picture-png'],
  ['undo', 'undo'],
  ['alternative', 'variants'],
])('“%s” finds %s', (query, id) => expect(found(query).slice(0, 8)).toContain(id));

test('what bears the very name stands first, and words may be cut short', () => {
  expect(found('undo')[0]).toBe('undo');
  expect(found('copy')[0]).toBe('tool-copy');
  expect(found('moment my')[0]).toBe('quantity-My');
  expect(found('reinf')).toContain('reinforcement');
  expect(found('qqq')).toEqual([]);
  expect(found('  ')).toEqual(commands.map((command) => command.id));
});

test('select all takes what is in view: a plan’s beams and columns, nothing hidden', () => {
  const { look } = workbench.getState();
  const storey = Object.values(model.storeys).sort((a, b) => a.elevation - b.elevation)[1];
  look({ plane: { kind: 'plan', storey: storey.id }, hidden: [], isolated: null });
  selectAllInView(workbench);
  const chosen = workbench.getState().selection.members.map((id) => model.members[id]);
  expect(chosen.filter((member) => member.role === 'column')).toHaveLength(20);
  expect(
    chosen
      .filter((member) => member.role === 'beam')
      .every((member) => Math.abs(model.nodes[member.start].position[2] - storey.elevation) < 0.01),
  ).toBe(true);
  look({ hidden: [chosen[0].id] });
  selectAllInView(workbench);
  expect(workbench.getState().selection.members).toHaveLength(chosen.length - 1);
  look({ hidden: [] });
  selectAllInView(workbench, 'column');
  expect(workbench.getState().selection.members).toHaveLength(20);
  look({ hidden: [], plane: { kind: '3d' } });
  selectAllInView(workbench);
  expect(workbench.getState().selection.members).toHaveLength(Object.keys(model.members).length);
});

test('every word of the list belongs to a command, every command has one id, and no two do the same by one name', () => {
  const ids = commands.map((command) => command.id);
  expect(new Set(ids).size).toBe(ids.length);
  expect(
    Object.keys(commandTerms).filter((key) => !ids.some((id) => (key.endsWith('-') ? id.startsWith(key) : id === key))),
  ).toEqual([]);
});

test('words are compared without marks, plural endings and Greek letters', () => {
  expect(wordsOf('P-Δ, storey’s Größe')).toEqual([
    'p',
    'delta',
    'storeys',
    'große'
      .normalize('NFD')
      .replace(/[\u0300-\u036f]/g, '')
      .split('ß')[0],
    'e',
  ]);
});

test('records are found by their names: cases, combinations, groups, materials, loads, rules', () => {
  const named = (words: string) => recordsNamed(workbench, words).map((command) => command.title);
  const [first] = Object.values(model.cases);
  expect(named(first.name.toLowerCase())).toContain(`Case ${first.label}: ${first.name}`);
  const [combination] = Object.values(model.combinations);
  expect(named(combination.label.toLowerCase())).toContain(`Combination ${combination.label}`);
  const [material] = Object.values(model.materials);
  const run = recordsNamed(workbench, material.name.toLowerCase()).find((command) => command.id === material.id)!;
  run.run();
  expect(workbench.getState().selection.members).toEqual(
    Object.values(model.members)
      .filter((member) => member.material === material.id)
      .map((member) => member.id),
  );
  const [load] = Object.values(model.loads);
  recordsNamed(workbench, load.id)
    .find((command) => command.id === load.id)!
    .run();
  expect(workbench.getState()).toMatchObject({
    stage: 'loads',
    shown: { kind: 'case', id: load.case },
    selection: { loads: [load.id] },
  });
});

test('a wall with a name is found by its number too, in whole words', () => {
  const { commit } = workbench.getState();
  commit({
    edits: [
      {
        kind: 'add',
        records: {
          walls: [{ id: 'w7', label: 'Stair', corners: ['n1', 'n2', 'n3'], thickness: 0.2, material: null }],
        },
      },
    ],
  });
  for (const words of ['w7', 'wall w7', 'select wall w7', 'select wall stair', 'stair'])
    expect(recordsNamed(workbench, words).map((command) => command.title)).toContain('Select wall Stair');
  workbench.getState().undo();
});

test('commands lead to the part they name, and ask for a selection where one is needed', () => {
  const { select, closeCard } = workbench.getState();
  select({});
  commands.find((command) => command.id === 'end-conditions')!.run();
  expect(workbench.getState()).toMatchObject({ stage: 'frame', popover: 'select' });
  closeCard();
  select({ members: ['m1'] });
  commands.find((command) => command.id === 'end-conditions')!.run();
  expect(workbench.getState()).toMatchObject({ stage: 'frame', part: 'ends', popover: 'none' });
  commands.find((command) => command.id === 'column-check')!.run();
  expect(workbench.getState().stage).toBe('checks');
  expect(workbench.getState().selection.members.every((id) => model.members[id].role === 'column')).toBe(true);
  commands.find((command) => command.id === 'limits-drift')!.run();
  expect(workbench.getState()).toMatchObject({ panel: { kind: 'settings' }, part: 'settings-limits' });
});
