import { applyAct, emptyModel, type Model } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { newAnalysis, standardSets } from './new-analysis';

const after = (model: Model, type: 'modal' | 'buckling' | 'spectrum' | 'history'): Model => {
  const applied = applyAct(model, newAnalysis(model, type)!);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};

test('a spectrum brings the modes it rests on, and a second one uses them again', () => {
  const one = after(buildTernHide(), 'spectrum');
  expect(Object.values(one.analyses).map((analysis) => analysis.type)).toEqual(['modal', 'spectrum']);
  const two = after(after(one, 'history'), 'spectrum');
  expect(Object.values(two.analyses).map((analysis) => analysis.label)).toEqual([
    'Modes',
    'Spectrum',
    'Time history',
    'Spectrum 2',
  ]);
});

test('masses are the dead loads, and buckling takes the first strength combination', () => {
  const model = buildTernHide();
  const made = Object.values(after(after(model, 'modal'), 'buckling').analyses);
  expect(made[0]).toMatchObject({
    masses: Object.values(model.cases)
      .filter((one) => one.nature === 'dead' || one.nature === 'superimposedDead')
      .map((one) => ({ case: one.id, factor: 1 })),
    count: null,
  });
  expect(made[1]).toMatchObject({ factors: model.combinations.u1.factors.filter((factor) => factor.factor !== 0) });
});

test('an empty model takes an analysis too, and the code family chooses the spectrum', () => {
  const made = after(emptyModel({ name: 'Empty', units: 'si', code: 'eurocode' }), 'spectrum').analyses;
  expect(made.a2).toMatchObject({ shape: { type: 'en1998' } });
});

test('ACI 318-19 Table 6.6.3.1.1(a): columns 0.70, beams 0.35; AISC 360-22 C2.3: 0.8', () => {
  const [aisc, aci] = standardSets;
  expect(aisc.rules[0].factors.inertiaY).toBe(0.8);
  const rule = (role: string) => aci.rules.find((one) => one.role === role || one.role === 'any')!.factors.inertiaY;
  expect([rule('column'), rule('beam')]).toEqual([0.7, 0.35]);
});

test('standard sets have the factors of the codes for slabs and walls: of a wall along its height, not across', () => {
  const ofPanels = new Map(
    standardSets.map(({ label, panels = [] }) => [label, new Map(panels.map(({ of, factors }) => [of, factors]))]),
  );
  // ACI 318-19 Table 6.6.3.1.1(a): flat slabs 0.25, walls uncracked 0.70 and cracked 0.35
  for (const [label, wall] of [
    ['ACI cracked sections', 0.7],
    ['ACI cracked sections, walls too', 0.35],
  ] as const) {
    expect(ofPanels.get(label)!.get('slabs')).toEqual({ bendingX: 0.25, bendingY: 0.25 });
    expect(ofPanels.get(label)!.get('walls')).toEqual({ bendingX: wall, bendingY: wall, membraneY: wall });
  }
  expect(ofPanels.get('EN 1998 half stiffness')!.get('walls')).toMatchObject({ membraneX: 0.5, membraneY: 0.5 });
  expect(ofPanels.get('AISC reduced stiffness')!.size).toBe(0);
});
