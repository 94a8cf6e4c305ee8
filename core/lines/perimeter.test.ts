import { applyAct, type Edit, type Member, type Model } from '../model';
import { build } from '../results/verification/book/structure';
import { designLines } from './design-lines';
import { Perimeter } from './perimeter';

const held = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };

/** A floor of beams between columns 6 m apart both ways, at these places (in bays); `has` says which beam is where. */
function floor(places: readonly (readonly [number, number])[]): { model: Model; names: Map<string, string> } {
  const key = (x: number, y: number) => `${x},${y}`;
  const numbers = new Map(places.map(([x, y], i) => [key(x, y), i + 1]));
  const members: [number, number, Partial<Member>][] = [];
  const names = new Map<string, string>();
  for (const [x, y] of places)
    for (const [dx, dy] of [
      [1, 0],
      [0, 1],
    ]) {
      const other = numbers.get(key(x + dx, y + dy));
      if (other === undefined) continue;
      members.push([numbers.get(key(x, y))!, other, { role: 'beam' }]);
      names.set(`${key(x, y)}-${key(x + dx, y + dy)}`, `m${members.length}`);
    }
  const model = build({
    nodes: places.map(([x, y]) => ({ position: [6 * x, 6 * y, 3] as [number, number, number], support: held })),
    members,
  });
  return { model, names };
}

function edited(model: Model, edit: Edit): Model {
  const made = applyAct(model, { edits: [edit] });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

const grid = [0, 1, 2].flatMap((x) => [0, 1, 2].map((y) => [x, y] as const));
const onIt = ({ model, names }: ReturnType<typeof floor>) => {
  const perimeter = new Perimeter(model);
  return [...names].filter(([, id]) => perimeter.has(id)).map(([name]) => name);
};

test('of a floor of two bays both ways the eight beams around it are on its perimeter, the four inside are not', () => {
  expect(onIt(floor(grid)).sort()).toEqual(
    ['0,0-1,0', '1,0-2,0', '0,2-1,2', '1,2-2,2', '0,0-0,1', '0,1-0,2', '2,0-2,1', '2,1-2,2'].sort(),
  );
});

test('without its corner bay the beams of the corner that springs back are on the perimeter too; with a slab there they are not', () => {
  const plan = floor(grid.filter(([x, y]) => x < 2 || y < 2));
  expect(onIt(plan)).toEqual(expect.arrayContaining(['1,1-2,1', '1,1-1,2']));
  expect(onIt(plan)).not.toContain('0,1-1,1');
  const withNode = edited(plan.model, { kind: 'add', records: { nodes: [{ id: 'n90', position: [12, 12, 3] }] } });
  const nodeAt = (x: number, y: number) =>
    Object.values(withNode.nodes).find(({ position }) => position[0] === 6 * x && position[1] === 6 * y)!.id;
  const model = edited(withNode, {
    kind: 'add',
    records: {
      slabs: [
        {
          id: 'b1',
          label: 'Corner',
          corners: [nodeAt(1, 1), nodeAt(2, 1), 'n90', nodeAt(1, 2)],
          openings: [],
          thickness: 0.2,
          material: 't1',
        },
      ],
    },
  });
  const found = onIt({ ...plan, model });
  expect(found).not.toContain('1,1-2,1');
  expect(found).not.toContain('1,1-1,2');
  expect(found).toContain('0,2-1,2');
});

test('a beam alone, and one that is not level, are on the perimeter: nothing can be told of the sides', () => {
  const alone = floor([
    [0, 0],
    [1, 0],
  ]);
  expect(onIt(alone)).toEqual(['0,0-1,0']);
  const { model, names } = floor(grid);
  const tilted = edited(model, {
    kind: 'change',
    table: 'nodes',
    changes: [{ id: model.members[names.get('1,1-2,1')!].end, fields: { position: [12, 6, 6] } }],
  });
  expect(new Perimeter(tilted).has(names.get('1,1-2,1')!)).toBe(true);
});

test('lines stay what they are while only bars, rules and whether members are checked change, and are found anew when anything else does', () => {
  const { model } = floor(grid);
  const before = designLines(model);
  const change = (fields: Readonly<Record<string, unknown>>) =>
    designLines(edited(model, { kind: 'change', table: 'members', changes: [{ id: 'm1', fields }] }));
  expect(change({ unchecked: true })).toBe(before);
  expect(change({ reinforcement: { top: { bar: '#6', count: 3 } } })).toBe(before);
  expect(change({ role: 'brace' })).not.toBe(before);
  expect(change({ section: null })).not.toBe(before);
  expect(change({ angle: 1 })).not.toBe(before);
});
