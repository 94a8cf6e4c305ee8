import { applyAct, emptyModel, type Model, type Vector } from '~core/model';
import { nothingSelected } from '../../state/selection';
import { directionOf, fitEye, Projector, toThree, type Frame } from '../projection/eye';
import { draggedPlan, handleAt, nodesOfHandle, panelHandles, stepped } from './panel-handles';

const frame: Frame = { width: 800, height: 600, insets: { left: 0, right: 0, top: 0, bottom: 0 } };
const places: [number, number, number][] = [
  [0, 0, 3],
  [6, 0, 3],
  [6, 4, 3],
  [0, 4, 3],
  [1, 1, 3],
  [2, 1, 3],
  [2, 2, 3],
  [1, 2, 3],
];
const begun = applyAct(emptyModel({ name: 'Tern Hide', units: 'si', code: 'eurocode' }), {
  edits: [
    {
      kind: 'add',
      records: {
        nodes: places.map((position, i) => ({ id: `n${i + 1}`, position })),
        slabs: [
          {
            id: 'b1',
            corners: ['n1', 'n2', 'n3', 'n4'],
            openings: [['n5', 'n6', 'n7', 'n8']],
            thickness: 0.2,
            material: null,
          },
        ],
      },
    },
  ],
});
if (!begun.ok) throw new Error(begun.error);
const { model } = begun;
const eye = fitEye(Float64Array.from(places.flat()), directionOf({ kind: 'plan', storey: 'y1' }, undefined), frame);
const projector = new Projector(toThree(eye, frame), frame);
const handles = () => panelHandles(model, projector, { ...nothingSelected, slabs: ['b1'] });
const after = (of: { at: Vector }, to: Vector): Model => {
  const handle = handles().find(({ at }) => at.every((part, i) => Math.abs(part - of.at[i]) < 1e-9))!;
  const plan = draggedPlan(model, handle, to);
  if (!plan.ok) throw new Error(plan.error);
  const applied = applyAct(model, plan.act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};

test('the one chosen slab has a handle at each corner and in the middle of each edge, openings included', () => {
  expect(handles().filter(({ kind }) => kind === 'corner')).toHaveLength(8);
  expect(handles().filter(({ kind }) => kind === 'edge')).toHaveLength(8);
  expect(panelHandles(model, projector, { ...nothingSelected, slabs: ['b1'], nodes: ['n1'] })).toEqual([]);
  expect(panelHandles(model, projector, nothingSelected)).toEqual([]);
  const [x, y] = projector.point([3, 0, 3]);
  expect(handleAt(projector, handles(), x + 3, y)).toMatchObject({ kind: 'edge', ring: 0, index: 0 });
  expect(handleAt(projector, handles(), x + 40, y + 40)).toBeUndefined();
});

test('an edge goes outward until it meets the place, whichever way its ring runs; a corner goes there', () => {
  const wider = after({ at: [3, 4, 3] }, [1, 5.5, 3]);
  expect(wider.nodes.n3.position).toEqual([6, expect.closeTo(5.5, 9), 3]);
  const larger = after({ at: [2, 1.5, 3] }, [3, 9, 3]);
  expect(larger.nodes.n6.position[0]).toBeCloseTo(3, 9);
  expect(larger.nodes.n5.position).toEqual([1, 1, 3]);
  const pulled = after({ at: [6, 0, 3] }, [7, -1, 3]);
  expect(pulled.nodes.n2.position).toEqual([7, -1, 3]);
  const edge = handles().find(({ kind, ring }) => kind === 'edge' && ring === 0)!;
  expect(nodesOfHandle(model, edge)).toEqual(['n1', 'n2']);
});

test('free places fall on round measures', () => {
  const plane = { origin: [0, 0, 3], u: [1, 0, 0], v: [0, 1, 0], normal: [0, 0, 1] } as const;
  expect(stepped(plane, [1.234, 0.981, 3], 'si')).toEqual([expect.closeTo(1.25, 9), expect.closeTo(1, 9), 3]);
  expect(stepped(plane, [1.01, 0, 3], 'us')[0]).toBeCloseTo(20 * 0.0508, 9);
});
