import { solveNow, type Factored } from '~core/fem';
import { meshRegion, qualityOf, regionOf } from '~core/mesh';
import { applyAct, emptyModel, type Act, type Model } from '~core/model';
import { bandsOf, drawQuantity, legendRange, legendSteps, plainlyDrawn } from '~core/picture';

const rounds = 5;
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const timed = <T>(work: () => T): [T, number] => {
  const start = performance.now();
  const value = work();
  return [value, performance.now() - start];
};
const applied = (model: Model, act: Act): Model => {
  const result = applyAct(model, act);
  if (!result.ok) throw new Error(result.error);
  return result.model;
};

/** A flat slab of 30 × 40 m on 6 × 7 columns, elements of 0.5 m, with an opening and an area load. */
function flatSlab(): Model {
  const at = (x: number, y: number, z: number): [number, number, number] => [x, y, z];
  const nodes = [at(0, 0, 3.5), at(30, 0, 3.5), at(30, 40, 3.5), at(0, 40, 3.5)];
  const opening = [at(8, 9, 3.5), at(11, 9, 3.5), at(11, 13, 3.5), at(8, 13, 3.5)];
  const columns = Array.from(
    { length: 42 },
    (_, i) => [0.3 + (i % 6) * 5.88, 0.3 + Math.floor(i / 6) * 6.566] as const,
  );
  const places = [
    ...nodes,
    ...opening,
    ...columns.map(([x, y]) => at(x, y, 3.5)),
    ...columns.map(([x, y]) => at(x, y, 0)),
  ];
  const support = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };
  return applied(emptyModel({ name: 'Flat slab', units: 'si', code: 'us' }), {
    edits: [
      {
        kind: 'add',
        records: {
          materials: [
            {
              id: 't1',
              name: 'Concrete',
              kind: 'steel',
              standard: '',
              elasticModulus: 30e9,
              poissonRatio: 0.2,
              density: 2500,
              expansion: 1e-5,
            },
          ],
          sections: [{ id: 's1', name: '400 × 400', shape: { type: 'rectangle', depth: 0.4, width: 0.4 } }],
          nodes: places.map((position, i) => ({ id: `n${i + 1}`, position, ...(i >= 50 ? { support } : {}) })),
          members: columns.map((_, i) => ({
            id: `m${i + 1}`,
            role: 'column' as const,
            start: `n${i + 51}`,
            end: `n${i + 9}`,
            section: 's1',
            material: 't1',
            angle: 0,
          })),
          slabs: [
            {
              id: 'b1',
              corners: ['n1', 'n2', 'n3', 'n4'],
              openings: [['n5', 'n6', 'n7', 'n8']],
              thickness: 0.25,
              material: 't1',
              behaviour: 'shell' as const,
            },
          ],
          cases: [
            { id: 'c1', label: 'D', name: 'Self-weight', nature: 'dead', selfWeight: true },
            { id: 'c2', label: 'L', name: 'Live', nature: 'live', selfWeight: false },
          ],
          loads: [
            {
              id: 'l1',
              case: 'c2',
              type: 'area',
              region: { kind: 'nodes', corners: ['n1', 'n2', 'n3', 'n4'] },
              pressure: { type: 'uniform', value: 3000 },
              direction: 'z',
              reversed: true,
              projected: false,
              spread: { way: 'two' },
            },
          ],
        },
      },
    ],
  });
}

/** What an edit of a floor costs: medians, and their ratio to a load edit. */
export function floorsTable(): void {
  const region = () =>
    regionOf(
      {
        outline: [
          [0, 0],
          [70, 0],
          [70, 71.4],
          [0, 71.4],
        ],
        openings: [],
        lines: [],
        points: Array.from({ length: 120 }, (_, i) => [0.3 + (i % 12) * 6.1, 0.3 + Math.floor(i / 12) * 6.7] as const),
      },
      0.5,
    );
  const model = flatSlab();
  let factored: Factored | undefined;
  const rows: Record<string, number[]> = {};
  const note = (name: string, value: number) => (rows[name] ??= []).push(value);
  let elements = 0;
  for (let round = 0; round < rounds; round++) {
    const [mesh, meshing] = timed(() => meshRegion(region()));
    note(`meshing ${qualityOf(mesh.xs, mesh.ys, mesh).elements} elements`, meshing);
    const moved = applied(model, {
      edits: [{ kind: 'nodes.move', ids: ['n5', 'n8'], by: [0.1 * (round + 1), 0, 0] }],
    });
    const [opened, opening] = timed(() => solveNow(moved, {}, factored));
    factored = opened.factored;
    note('opening edit → solution', opening);
    const loaded = applied(moved, {
      edits: [
        {
          kind: 'change',
          table: 'loads',
          changes: [{ id: 'l1', fields: { pressure: { type: 'uniform', value: 3100 + round } } }],
        },
      ],
    });
    const [solved, solving] = timed(() => solveNow(loaded, {}, factored));
    note('load edit → solution', solving);
    const solution = solved.solution!;
    elements = solution.panels![0].start.length - 1;
    const contours = (id: string) => {
      const made = drawQuantity(
        { model: loaded, solution, shown: { kind: 'case', id }, panels: ['b1'] },
        [],
        'mx',
        40,
        plainlyDrawn,
      )!;
      return bandsOf(made, legendRange(made.smallest, made.largest), legendSteps);
    };
    note('contours of a case, the first of a mesh', timed(() => contours('c2'))[1]);
    note('contours of another case', timed(() => contours('c1'))[1]);
  }
  const base = median(rows['load edit → solution']);
  console.log(`\nFlat slab of 30 × 40 m, ${elements} elements, medians of ${rounds} rounds, ms (× a load edit)`);
  for (const [name, values] of Object.entries(rows))
    console.log(
      `  ${name.padEnd(42)} ${median(values).toFixed(1).padStart(8)}  (× ${(median(values) / base).toFixed(1)})`,
    );
}
