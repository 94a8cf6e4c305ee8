import { applyAct, type Finding, type Model } from '../../model';
import { mendAct, mendAll } from '../../build';
import { build } from '../../results/verification/book/structure';
import { solveNow } from '../solve';
import { panelMesh } from './panel-meshes';

type Place = readonly [number, number];
const held = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: false };

/** A slab whose first three corners are held, with openings and single supports; places in plan, m. */
function slab(
  outline: readonly Place[],
  openings: readonly (readonly Place[])[] = [],
  columns: readonly Place[] = [],
): Model {
  const numbered = (places: readonly Place[], first: number) => places.map((_, i) => `n${first + i}`);
  const places = [...outline, ...openings.flat(), ...columns];
  const rings: string[][] = [];
  for (const ring of openings) rings.push(numbered(ring, outline.length + rings.flat().length + 1));
  const applied = applyAct(
    build({
      E: 30e9,
      poisson: 0.2,
      density: 2500,
      selfWeight: true,
      members: [],
      nodes: places.map(([x, y], i) => ({
        position: [x, y, 3],
        ...(i < 3 || i >= places.length - columns.length ? { support: held } : {}),
      })),
    }),
    {
      edits: [
        {
          kind: 'add',
          records: {
            slabs: [
              {
                id: 'b1',
                corners: numbered(outline, 1),
                ...(rings.length > 0 ? { openings: rings } : {}),
                thickness: 0.2,
                material: 't1',
                behaviour: 'shell',
              },
            ],
          },
        },
      ],
    },
  );
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const findings = (model: Model): Finding[] => solveNow(model).findings.filter(({ rule }) => rule.startsWith('mesh-'));
const mended = (model: Model, finding: Finding, label: string): Model => {
  const mend = [...(finding.mend ? [finding.mend] : []), ...(finding.others ?? [])].find((one) => one.label === label);
  if (!mend) throw new Error(`There is no “${label}”.`);
  const applied = applyAct(model, mendAct(model, mend)!);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};

test('a corner 30 mm beside an edge is told with what it costs, and goes by either mend', () => {
  // a notch of 30 mm: its corner lies that near to the edge it cuts into
  const model = slab([
    [0, 0],
    [8, 0],
    [8, 6],
    [4, 6],
    [4, 5.97],
    [0, 6],
  ]);
  const found = findings(model);
  expect(found.length).toBeGreaterThan(0);
  const short = found.find(({ rule }) => rule === 'mesh-short')!;
  expect(short.sentence).toMatch(/30 mm apart/);
  const dropped = mended(model, short, 'Take corner n5 out');
  expect(findings(dropped)).toEqual([]);
  const [before, after] = [panelMesh(model, 'b1')!, panelMesh(dropped, 'b1')!];
  expect(after.elements).toBeLessThan(before.elements);
  expect(after.least).toBeGreaterThan(before.least);
});

test('a strip between two openings goes with them', () => {
  const square = (x: number): Place[] => [
    [x, 2],
    [x + 1, 2],
    [x + 1, 3],
    [x, 3],
  ];
  const model = slab(
    [
      [0, 0],
      [8, 0],
      [8, 6],
      [0, 6],
    ],
    [square(2), square(3.05)],
  );
  const found = findings(model);
  expect(found.some(({ sentence }) => /costs about \d+ elements/.test(sentence))).toBe(true);
  const one = mended(model, found[0], 'Merge the openings');
  expect(one.slabs.b1.openings).toHaveLength(1);
  expect(findings(one)).toEqual([]);
});

test('what stands just beside an edge is not moved without a choice', () => {
  const model = slab(
    [
      [0, 0],
      [8, 0],
      [8, 6],
      [0, 6],
    ],
    [],
    [[4, 0.04]],
  );
  const [beside] = findings(model).filter(({ rule }) => rule === 'mesh-beside');
  expect(beside.sentence).toMatch(/40 mm beside/);
  expect(beside.mend).toBeUndefined();
  expect(mendAll(model, [beside]).mended).toBe(0);
  const moved = mended(model, beside, 'Move n5 onto the line');
  expect(moved.nodes.n5.position).toEqual([4, 0, 3]);
  expect(findings(moved)).toEqual([]);
});
