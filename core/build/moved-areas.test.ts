import { caseResultants, spreadOf } from '../loading';
import { applyAct, type AreaLoad, type Load, type Model, type Vector } from '../model';
import { buildQuillhavenLibrary } from '../../demo/quillhaven-library';
import { copyPlan, copyStoreyPlan, mergeNodesPlan, mirror, movePlan, rotation, translation, type Plan } from './index';

const library = buildQuillhavenLibrary();
const carriedOut = (model: Model, plan: Plan): Model => {
  if (!plan.ok) throw new Error(plan.error);
  const applied = applyAct(model, plan.act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
const all = { members: Object.keys(library.members), nodes: Object.keys(library.nodes) };
const sum = (model: Model, label: string) =>
  caseResultants(model).get(Object.values(model.cases).find((one) => one.label === label)!.id)!.force;

test.each([
  ['moved', translation([3, -4, 1.5])],
  ['turned a quarter', rotation([5, 5, 0], [0, 0, 1], Math.PI / 2)],
  ['turned by 0.4', rotation([0, 0, 0], [0, 0, 1], 0.4)],
  ['mirrored', mirror([0, 3, 0], [0, 1, 0])],
])('a building that is %s keeps its floors, façades and roofs loaded as they were', (_, movement) => {
  const after = carriedOut(library, movePlan(library, all, movement));
  for (const label of ['D', 'SD', 'L'])
    sum(after, label).forEach((part, i) => expect(part).toBeCloseTo(sum(library, label)[i], 2));
  for (const load of Object.values(after.loads))
    if (load.type === 'area' || load.type === 'line')
      expect(spreadOf(after, load).taken).toBeCloseTo(spreadOf(after, load).given, 3);
});

/** A square bay with a wall of earth and floors of several kinds. */
function bay(loads: Omit<AreaLoad, 'id' | 'case' | 'type'>[]): Model {
  const model = { ...library, loads: {} as Model['loads'] };
  const live = Object.values(model.cases).find((one) => one.label === 'L')!.id;
  const applied = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: { loads: loads.map((load, i): Load => ({ id: `l${i + 900}`, case: live, type: 'area', ...load })) },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const floor: [number, number, number][] = [
  [0, 0, 7.8],
  [25.6, 0, 7.8],
  [25.6, 21.6, 7.8],
  [0, 21.6, 7.8],
];
const two = { way: 'two' } as const;

test('an upright area square to itself is turned with its side, sideways loads with their axis; a slanting direction stays behind', () => {
  const wall: [number, number, number][] = [
    [0, 0, 0],
    [0, 21.6, 0],
    [0, 21.6, 4.2],
    [0, 0, 4.2],
  ];
  const model = bay([
    {
      region: { kind: 'polygon', points: wall },
      pressure: { type: 'uniform', value: 1000 },
      direction: 'normal',
      spread: two,
    },
    {
      region: { kind: 'polygon', points: wall },
      pressure: { type: 'fluid', density: 1000, level: 3 },
      direction: 'x',
      spread: two,
    },
  ]);
  const before = sum(model, 'L');
  const half = carriedOut(model, movePlan(model, all, rotation([0, 0, 0], [0, 0, 1], Math.PI)));
  sum(half, 'L').forEach((part, i) => expect(part).toBeCloseTo([-1, -1, 1][i] * before[i], 2));
  const raised = carriedOut(model, movePlan(model, all, translation([0, 0, 2])));
  expect(raised.loads.l901).toMatchObject({ pressure: { level: 5 } });
  const slanting = carriedOut(model, movePlan(model, all, rotation([0, 0, 0], [0, 0, 1], 0.3)));
  expect(slanting.loads.l901).toEqual(model.loads.l901);
});

test('a storey copied up takes its floor loads along: of the storey, between nodes and as outlines', () => {
  const ids = floor.map(
    (place) =>
      Object.values(library.nodes).find(
        (node) => Math.hypot(...node.position.map((part, i) => part - place[i])) < 1e-6,
      )!.id,
  );
  const storeys = Object.fromEntries(Object.values(library.storeys).map((one) => [one.label, one.id]));
  const model = bay([
    {
      region: { kind: 'storey', storey: storeys['Storey 2'] },
      pressure: { type: 'uniform', value: -100 },
      direction: 'z',
      spread: two,
    },
    {
      region: { kind: 'nodes', corners: ids },
      pressure: { type: 'uniform', value: -200 },
      direction: 'z',
      spread: two,
    },
    {
      region: {
        kind: 'polygon',
        points: floor,
        openings: [
          [
            [1, 1, 7.8],
            [2, 1, 7.8],
            [2, 2, 7.8],
          ],
        ],
      },
      pressure: { type: 'uniform', value: -300 },
      direction: 'z',
      spread: two,
    },
  ]);
  const grown = applyAct(model, {
    edits: [{ kind: 'add', records: { storeys: [{ id: 'h90', label: 'Higher', elevation: 30 }] } }],
  });
  if (!grown.ok) throw new Error(grown.error);
  const copied = carriedOut(grown.model, copyStoreyPlan(grown.model, storeys['Storey 2'], ['h90'], true));
  const added = Object.values(copied.loads).filter((load): load is AreaLoad => !(load.id in model.loads));
  expect(added.map((load) => load.region.kind)).toEqual(['storey', 'nodes', 'polygon']);
  for (const load of added) expect(spreadOf(copied, load).taken).toBeCloseTo(spreadOf(copied, load).given, 3);
  expect(sum(copied, 'L')[2]).toBeCloseTo(2 * sum(model, 'L')[2], 2);
});

test('a copied building brings its areas, and nodes that fall together keep the areas between them', () => {
  const model = bay([
    {
      region: { kind: 'polygon', points: floor },
      pressure: { type: 'uniform', value: -300 },
      direction: 'z',
      spread: two,
    },
  ]);
  const copied = carriedOut(model, copyPlan(model, all, [translation([40, 0, 0])], { loads: true, supports: true }));
  expect(sum(copied, 'L')[2]).toBeCloseTo(2 * sum(model, 'L')[2], 2);
  const corner = Object.values(model.nodes).find(
    (node) => Math.hypot(...node.position.map((part, i) => part - floor[0][i])) < 1e-6,
  )!.id;
  const twin: Model = {
    ...model,
    nodes: { ...model.nodes, n900: { id: 'n900', position: [0, 0.0004, 7.8] } },
    counters: { ...model.counters, nodes: 900 },
    loads: {
      l900: {
        ...(model.loads.l900 as AreaLoad),
        region: {
          kind: 'nodes',
          corners: [
            'n900',
            ...floor
              .slice(1)
              .map(
                (place) =>
                  Object.values(model.nodes).find(
                    (node) => Math.hypot(...node.position.map((part, i) => part - place[i])) < 1e-6,
                  )!.id,
              ),
          ],
        },
      },
    },
  };
  const merged = carriedOut(twin, mergeNodesPlan(twin, 1e-3, [corner, 'n900']));
  const region = (merged.loads.l900 as AreaLoad).region;
  const places: Vector[] = region.kind === 'nodes' ? region.corners.map((id) => merged.nodes[id].position) : [];
  expect(places).toHaveLength(4);
});
