import { dividePlan } from '../build';
import { designLines } from '../lines';
import { applyAct, type Model } from '../model';
import { spanDeflections, plausibility } from './index';
import { EI, fixed, frame, pinned, solved } from './verification/frames';

const [L, w] = [6, -12e3];
const roller = { ...pinned, ux: false };
const even = { type: 'uniform', axes: 'global', direction: 'z', value: w, from: 0, to: null } as const;

/** A model with members divided at distances, m. */
function divided(model: Model, member: string, distances: readonly number[]): Model {
  const plan = dividePlan(model, [member], { distances });
  const applied = plan.ok ? applyAct(model, plan.act) : undefined;
  if (!applied?.ok) throw new Error('It cannot be divided.');
  return applied.model;
}

function deflections(model: Model, member = 'm1') {
  const { solution, state } = solved(model);
  return spanDeflections(model, solution, designLines(model).of.get(member)!, state);
}

const simple = frame(
  [
    { position: [0, 0, 0], support: { ...pinned, rx: true } },
    { position: [L, 0, 0], support: roller },
  ],
  [['n1', 'n2']],
  [{ ...even, member: 'm1' }],
);

test.each([
  ['in one piece', simple],
  ['in many pieces', divided(simple, 'm1', [0.4, 1, 2.3, 3.1, 4.5, 5.8])],
])('a simple beam sags by 5 w L⁴ / 384 EI: %s', (_, model) => {
  const [{ value, at, ratio }] = deflections(model);
  const expected = (5 * w * L ** 4) / (384 * EI);
  expect(value / expected).toBeCloseTo(1, 6);
  expect(at).toBeCloseTo(L / 2, 3);
  expect(ratio).toBeCloseTo(Math.abs(expected) / L, 9);
});

test('a cantilever is measured from its support, and over twice its length: w L⁴ / 8 EI', () => {
  const cantilever = frame(
    [{ position: [0, 0, 0], support: fixed }, { position: [L, 0, 0] }],
    [['n2', 'n1']],
    [{ ...even, member: 'm1' }],
  );
  for (const model of [cantilever, divided(cantilever, 'm1', [1, 3.3, 5])]) {
    const [{ value, at, ratio, span }] = deflections(model);
    const expected = (w * L ** 4) / (8 * EI);
    expect(span.kind).toBe('cantilever');
    expect(value / expected).toBeCloseTo(1, 6);
    expect(at).toBeCloseTo(L, 6);
    expect(ratio).toBeCloseTo(Math.abs(expected) / (2 * L), 9);
  }
});

test('of two even spans under an even load each sags by w L⁴ / 185 EI at 0.4215 L from its outer end', () => {
  const two = frame(
    [
      { position: [0, 0, 0], support: { ...pinned, rx: true } },
      { position: [L, 0, 0], support: roller },
      { position: [2 * L, 0, 0], support: roller },
    ],
    [
      ['n1', 'n2'],
      ['n2', 'n3'],
    ],
    [
      { ...even, member: 'm1' },
      { ...even, member: 'm2' },
    ],
  );
  const [first, second] = deflections(divided(two, 'm1', [2, 4]));
  // (1 + √33) / 16 and the cubic there: Timoshenko & Young, Theory of Structures
  const x = ((1 + Math.sqrt(33)) / 16) * L;
  const expected = ((w * x) / (48 * EI)) * (L ** 3 - 3 * L * x ** 2 + 2 * x ** 3);
  for (const { value } of [first, second]) expect(value / expected).toBeCloseTo(1, 5);
  expect(first.at).toBeCloseTo(x, 3);
  expect(second.at).toBeCloseTo(2 * L - x, 3);
  expect(-EI * (expected / (w * L ** 4)) * -185).toBeCloseTo(1, 2);
});

test('a support that settles does not count as sag, and the plausibility sheet finds a soft beam also when it is drawn in pieces', () => {
  const soft = frame(
    [
      { position: [0, 0, 0], support: { ...pinned, rx: true } },
      { position: [L, 0, 0], support: roller },
    ],
    [['n1', 'n2']],
    [
      { ...even, member: 'm1', value: 8 * w },
      { type: 'settlement', node: 'n2', displacement: [0, 0, -0.05], rotation: [0, 0, 0] } as never,
    ],
  );
  const item = (model: Model) =>
    plausibility(model, solved(model).solution).items.find(({ id }) => id === 'deflection')!;
  const [{ value }] = deflections(soft);
  expect(value / ((5 * 8 * w * L ** 4) / (384 * EI))).toBeCloseTo(1, 6);
  const [whole, pieces] = [item(soft), item(divided(soft, 'm1', [1, 2, 3, 4, 5]))];
  expect([whole.verdict, pieces.verdict]).toEqual(['look', 'look']);
  const said = ({ answer }: typeof whole) => /L\/\d+/.exec(answer)?.[0];
  expect(said(pieces)).toBe(said(whole));
  expect(said(whole)).toMatch(/^L\/\d\d$/);
  expect(pieces.members).toHaveLength(6);
});
