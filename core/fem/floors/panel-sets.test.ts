import { applyAct, type Edit, type Model } from '../../model';
import { caseWeights, combinationStates, panelExtremes, superpose } from '../../results';
import { build } from '../../results/verification/book/structure';
import { solveNow } from '../index';

type Records = Extract<Edit, { kind: 'add' }>['records'];
const held = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: true };

/** A strip of slab of 6 × 1 m between two lines, with a load and warmth across; combinations with and without a set. */
function strip(factors: object, own: object = {}): Model {
  const made = applyAct(
    build({
      E: 30e9,
      poisson: 0,
      density: 2500,
      selfWeight: true,
      members: [],
      nodes: [
        [0, 0, 0],
        [6, 0, 0],
        [6, 1, 0],
        [0, 1, 0],
      ].map((position) => ({ position: position as [number, number, number] })),
    }),
    {
      edits: [
        {
          kind: 'add',
          records: {
            slabs: [
              {
                id: 'b1',
                corners: ['n1', 'n2', 'n3', 'n4'],
                thickness: 0.2,
                material: 't1',
                behaviour: 'shell',
                meshSize: 0.25,
                ...own,
              },
            ],
            lineSupports: [
              { id: 'j1', start: 'n1', end: 'n4', support: { ...held, ry: true } },
              { id: 'j2', start: 'n2', end: 'n3', support: { ...held, ux: false, ry: true } },
            ],
            stiffnessSets: [
              { id: 'k1', label: 'Cracked', source: 'own', rules: [], panels: [{ of: 'slabs', factors }] },
              { id: 'k2', label: 'Walls only', source: 'own', rules: [], panels: [{ of: 'walls', factors }] },
            ],
            cases: [{ id: 'c2', label: 'T', name: 'Warmth', nature: 'other', selfWeight: false }],
            loads: [{ id: 'l9', case: 'c2', type: 'panelTemperature', slab: 'b1', change: 0, difference: 20 }],
            combinations: [
              ['u11', undefined, 1, 0],
              ['u12', 'k1', 1, 0],
              ['u13', 'k1', 0, 1],
              ['u14', 'k2', 1, 1],
            ].map(([id, stiffnessSet, g, t]) => ({
              id,
              label: String(id),
              purpose: 'service',
              factors: [
                { case: 'c1', factor: g },
                { case: 'c2', factor: t },
              ].filter(({ factor }) => factor !== 0),
              ...(stiffnessSet ? { stiffnessSet } : {}),
            })),
          } as unknown as Records,
        },
      ],
    },
  );
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

test('a set makes slabs softer in its combinations, and what holds their warmth gives way as much', () => {
  const model = strip({ bendingX: 0.25, bendingY: 0.25 });
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  expect(findings.filter(({ rule }) => rule === 'set-and-panels')).toEqual([]);
  const states = new Map(
    combinationStates(model, solution, Object.values(model.combinations)).map((one) => [one.combination.id, one.state]),
  );
  const [panel] = solution.panels!;
  const of = (id: string) => {
    const state = states.get(id)!;
    const [mx, w] = panelExtremes(solution, panel, state, ['mx', 'w']);
    return { moment: mx.most, least: mx.least, sag: w.least };
  };
  // clamped at both ends: the moments of a load do not change with a stiffness that is the same all along; movements do
  expect(of('u12').moment / of('u11').moment).toBeCloseTo(1, 6);
  expect(of('u12').sag / of('u11').sag).toBeGreaterThan(3.8);
  expect(of('u12').sag / of('u11').sag).toBeLessThan(4.01);
  // E I α ΔT / h of a quarter of the stiffness; shear across the thickness stays whole and changes the edges a little
  const full = superpose(solution, caseWeights(solution, 'c2'));
  const [whole] = panelExtremes(solution, panel, full, ['mx']);
  expect(of('u13').moment / whole.most).toBeCloseTo(0.25, 2);
  // a set for walls leaves slabs alone
  expect(of('u14').moment).toBeGreaterThan(of('u11').moment);
});

test('factors of a set come on top of a slab’s own', () => {
  const own = solveNow(strip({ bendingX: 0.5 }, { factors: { bendingX: 0.5 } }));
  const once = solveNow(strip({ bendingX: 0.25 }));
  const sagOf = ({ solution }: ReturnType<typeof solveNow>) =>
    Math.min(...solution!.cases.find(({ id }) => id === 'u12')!.displacements);
  expect(sagOf(own) / sagOf(once)).toBeCloseTo(1, 9);
});

test('element matrices kept from an earlier solve serve only where thickness, factors, level and direction of bars are the same', () => {
  const first = strip({ bendingX: 0.5 });
  const { factored } = solveNow(first);
  const fields: Record<string, unknown>[] = [
    { thickness: 0.25 },
    { factors: { bendingX: 0.3 } },
    { barAngle: 0.4, factors: { bendingY: 0.3 } },
    { plane: 'top' },
    { behaviour: 'plate' },
    { meshSize: 0.2 },
  ];
  for (const change of fields) {
    const made = applyAct(first, {
      edits: [{ kind: 'change', table: 'slabs', changes: [{ id: 'b1', fields: change }] }],
    });
    if (!made.ok) throw new Error(made.error);
    const [kept, fresh] = [solveNow(made.model, {}, factored), solveNow(made.model)];
    expect(kept.solution!.cases.map((one) => one.displacements)).toEqual(
      fresh.solution!.cases.map((one) => one.displacements),
    );
    expect(kept.solution!.cases[0].displacements).not.toEqual(solveNow(first).solution!.cases[0].displacements);
  }
});
