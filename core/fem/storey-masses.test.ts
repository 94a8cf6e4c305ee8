import { applyAct, type ModalAnalysis, type Model } from '../model';
import { build, fixed, inPlane, type Structure } from '../results/verification/book/structure';
import { runAnalysisNow } from './index';

const g = 9.80665;
const [h, m] = [3, 2000];
/** A stick of two storeys with a mass at each, swinging in its plane. */
const stick: Structure = {
  nodes: [
    { position: [0, 0, 0], support: fixed },
    { position: [0, 0, h], support: inPlane },
    { position: [0, 0, 2 * h], support: inPlane },
  ],
  members: [
    [1, 2, { role: 'column' }],
    [2, 3, { role: 'column' }],
  ],
  storeys: [0, h, 2 * h],
  loads: [
    { type: 'node', node: 'n2', force: [0, 0, -m * g], moment: [0, 0, 0] },
    { type: 'node', node: 'n3', force: [0, 0, -m * g], moment: [0, 0, 0] },
  ],
};
const changed = (model: Model, edits: Parameters<typeof applyAct>[1]['edits']): Model => {
  const applied = applyAct(model, { edits });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
const withModes = (more: Partial<ModalAnalysis> = {}, of: Structure = stick): Model =>
  changed(build(of), [
    {
      kind: 'add',
      records: {
        analyses: [
          {
            id: 'a1',
            label: 'Modes',
            type: 'modal',
            masses: [{ case: 'c1', factor: 1 }],
            count: 2,
            massMatrix: 'lumped',
            verticalMass: false,
            ...more,
          },
        ],
      },
    },
  ]);
const modal = (model: Model) => {
  const { outcome, findings } = runAnalysisNow(model, 'a1');
  return { findings, result: outcome?.type === 'modal' ? outcome.result : undefined };
};

test('a typed weight makes of the masses at its storey what masses of that weight would be', () => {
  const heavier: Structure = {
    ...stick,
    loads: [stick.loads![0], { type: 'node', node: 'n3', force: [0, 0, -3 * m * g], moment: [0, 0, 0] }],
  };
  for (const massMatrix of ['lumped', 'consistent'] as const) {
    const typed = modal(withModes({ massMatrix, storeyWeights: [{ storey: 'h3', weight: 3 * m * g }] })).result!;
    const put = modal(withModes({ massMatrix }, heavier)).result!;
    typed.modes.forEach((mode, k) => expect(mode.period / put.modes[k].period).toBeCloseTo(1, 9));
    expect(typed.mass[0]).toBeCloseTo(4 * m, 6);
    expect(typed.storeyWeights.map(({ weight, isTyped }) => [Math.round(weight), isTyped])).toEqual([
      [0, false],
      [Math.round(m * g), false],
      [Math.round(3 * m * g), true],
    ]);
  }
});

test('masses spread along members keep the sum that was typed', () => {
  const own: Structure = { ...stick, loads: [], selfWeight: true };
  for (const massMatrix of ['lumped', 'consistent'] as const) {
    // every storey weighs ten times what its share of the column does: periods grow by √10, the shapes stay
    const plain = modal(withModes({ massMatrix }, own)).result!;
    const scaled = modal(
      withModes(
        {
          massMatrix,
          storeyWeights: plain.storeyWeights.map(({ storey, weight }) => ({ storey, weight: 10 * weight })),
        },
        own,
      ),
    ).result!;
    scaled.modes.forEach((mode, k) => expect(mode.period / plain.modes[k].period).toBeCloseTo(Math.sqrt(10), 9));
    const [first] = scaled.share;
    expect(first).toBeCloseTo(plain.share[0], 9);
  }
});

test('a weight where nothing has mass stops with the storey; a storey that goes takes its weight along', () => {
  const bare = modal(withModes({ storeyWeights: [{ storey: 'h1', weight: 1000 }] }));
  expect(bare.result).toBeUndefined();
  expect(bare.findings[0].sentence).toBe('Modes gives 0 a weight, and nothing there has mass.');
  const gone = changed(
    withModes({
      storeyWeights: [
        { storey: 'h2', weight: 1000 },
        { storey: 'h3', weight: 2000 },
      ],
    }),
    [{ kind: 'remove', table: 'storeys', ids: ['h2'] }],
  );
  expect((gone.analyses.a1 as ModalAnalysis).storeyWeights).toEqual([{ storey: 'h3', weight: 2000 }]);
});
