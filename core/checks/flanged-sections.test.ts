import { findBar, sectionProperties, webOf, type SectionShape } from '../catalog';
import { solveNow } from '../fem';
import { designLines } from '../lines';
import type { Edit, Model, Reinforcement } from '../model';
import { Sheet } from '../sheet';
import { expectPrintedToHold } from '../sheet/verification/printed';
import { MemberChecker, type MemberChecks } from './index';
import { beams, edited, type Code } from './verification/beams';

const codes: [Code][] = [['us'], ['eurocode']];
const span = 8;
const bars: Record<Code, Reinforcement> = {
  us: {
    top: { bar: '#5', count: 2 },
    bottom: { bar: '#7', count: 3 },
    stirrups: { bar: '#3', legs: 2, spacing: 0.2 },
  },
  eurocode: {
    top: { bar: 'D16', count: 2 },
    bottom: { bar: 'D22', count: 3 },
    stirrups: { bar: 'D10', legs: 2, spacing: 0.2 },
  },
};
const tee: SectionShape = { type: 'concreteTee', depth: 0.5, webWidth: 0.3, flangeWidth: 1.1, flangeThickness: 0.12 };
const ell: SectionShape = { ...tee, type: 'concreteEll' };
const rectangle: SectionShape = { type: 'rectangle', depth: 0.5, width: 0.3 };

/** A beam of concrete with a section of that shape, over spans of 8 m under q (N/m). */
function beam(shape: SectionShape, code: Code, q = 30e3, spans = [span], more: Edit[] = [], service = false): Model {
  return edited(beams(spans, [q], { bars: spans.map(() => bars[code]), code, service }), [
    { kind: 'change', table: 'sections', changes: [{ id: 's1', fields: { shape } }] } as Edit,
    ...more,
  ]);
}

function checked(model: Model, member = 'm1'): MemberChecks {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return new MemberChecker(model, solution).check(member);
}

const use = ({ checks }: MemberChecks, id: string): number => {
  const check = checks.find((one) => one.id === id);
  if (!check?.made) throw new Error(`${id} is not made: ${check?.reason ?? 'it is not there'}`);
  return check.utilisation;
};
const sheetOf = ({ checks }: MemberChecks, id: string): Sheet => {
  const sheet = new Sheet();
  for (const check of checks) if (check.made && check.id === id) check.trace(sheet);
  return sheet;
};

test('the web of an L lies beside the centroid, that of a T below it: by areas times distances', () => {
  const web = webOf(ell)!;
  const [A1, A2] = [0.3 * 0.5, 0.8 * 0.12];
  // from the outer face of the web, and from the top
  const y = (A1 * 0.15 + A2 * 0.7) / (A1 + A2);
  const z = (A1 * 0.25 + A2 * 0.06) / (A1 + A2);
  expect(web.middle.y).toBeCloseTo(0.15 - y, 9);
  expect(web.middle.z).toBeCloseTo(z - 0.25, 9);
  expect(webOf(tee)!.middle.y).toBeCloseTo(0, 12);
  expect(webOf(tee)!.middle.z).toBeCloseTo(web.middle.z, 12);
});

test.each(codes)(
  'a T by %s carries what its flange lets it: A_s f_y (d − a / 2) with the block in the flange',
  (code) => {
    const found = checked(beam(tee, code));
    const { cover, yieldStress: fy } = beam(tee, code).settings.bars;
    const bar = findBar(bars[code].bottom!.bar)!;
    const As = 3 * bar.area;
    const d = 0.5 - cover - findBar(bars[code].stirrups!.bar)!.diameter - bar.diameter / 2;
    const [fcd, fyd, phi] = code === 'us' ? [0.85 * 30e6, fy, 0.9] : [30e6 / 1.5, fy / 1.15, 1];
    const a = (As * fyd) / (fcd * 1.1);
    expect(a).toBeLessThan(0.12);
    const byHand = (30e3 * span ** 2) / 8 / (phi * As * fyd * (d - a / 2));
    // bars at the top lie below the neutral axis and help a little
    expect(use(found, 'flexure-bottom')).toBeLessThanOrEqual(byHand * (1 + 1e-6));
    expect(use(found, 'flexure-bottom')).toBeGreaterThan(0.93 * byHand);
    expect(use(checked(beam(rectangle, code)), 'flexure-bottom')).toBeGreaterThan(byHand * 1.01);
  },
);

test.each(codes)('by %s an L of the same flange bends as the T, as the slab holds it level', (code) => {
  const [one, other] = [checked(beam(tee, code)), checked(beam(ell, code))];
  for (const id of ['flexure-bottom', 'shear']) expect(use(other, id) / use(one, id)).toBeCloseTo(1, 6);
});

test.each(codes)('by %s a flange that hardly stands out changes nothing', (code) => {
  const slight: SectionShape = { ...tee, flangeWidth: 0.3001 };
  const [one, other] = [checked(beam(rectangle, code)), checked(beam(slight, code))];
  for (const { id } of one.checks.filter((check) => check.made))
    expect(use(other, id) / use(one, id)).toBeCloseTo(1, 2);
});

test.each(codes)('where its flange is pulled a T by %s is no stronger than its web', (code) => {
  const over = (shape: SectionShape) => checked(beam(shape, code, 20e3, [6, 6]));
  const hogging = over(tee);
  expect(use(hogging, 'flexure-top') / use(over(rectangle), 'flexure-top')).toBeCloseTo(1, 3);
  expect(use(hogging, 'flexure-bottom')).toBeLessThan(use(over(rectangle), 'flexure-bottom'));
});

test('Table 6.3.2.1: eight times the thickness and an eighth of the clear span on two sides, six times and a twelfth on one', () => {
  const wide = (shape: SectionShape, flangeWidth: number) =>
    checked(beam({ ...shape, flangeWidth } as SectionShape, 'us', 10e3));
  // 8 · 0.12 = 0.96 against 8 / 8 = 1 m; 6 · 0.12 = 0.72 against 8 / 12 = 0.667 m
  expect(use(wide(tee, 0.3 + 2 * 0.96), 'flange-width')).toBeCloseTo(1, 6);
  expect(use(wide(tee, 0.3 + 2 * 0.48), 'flange-width')).toBeCloseTo(0.5, 6);
  expect(use(wide(ell, 0.3 + span / 12), 'flange-width')).toBeCloseTo(1, 6);
  const broken = wide(ell, 1.2);
  expect(use(broken, 'flange-width')).toBeCloseTo(0.9 / (span / 12), 6);
  expect(broken.verdict).toBe('fails');
  const sheet = sheetOf(broken, 'flange-width');
  for (const step of sheet.steps) for (const units of ['us', 'si'] as const) expectPrintedToHold(step, units);
});

test('EN 5.3.2.1: a fifth of the span, of 0.85 of it where the beam goes on at one end', () => {
  const wide = (flangeWidth: number, spans: number[]) =>
    checked(beam({ ...tee, flangeWidth } as SectionShape, 'eurocode', 10e3, spans));
  expect(use(wide(0.3 + 2 * 0.2 * 8, [8]), 'flange-width')).toBeCloseTo(1, 6);
  const two = wide(0.3 + 2 * 0.2 * 8, [8, 8]);
  expect(use(two, 'flange-width')).toBeCloseTo(1 / 0.85, 6);
  for (const step of sheetOf(two, 'flange-width').steps) expectPrintedToHold(step, 'si');
});

test('before it cracks a T sags by 5 q l⁴ / 384 E I of the whole section, by ACI 24.2.3', () => {
  const load = 2e3;
  const service: Edit = {
    kind: 'add',
    records: {
      combinations: (['service', 'sustained'] as const).map((purpose, i) => ({
        id: `u8${i}`,
        label: purpose,
        purpose,
        factors: [{ case: 'c1', factor: 1 }],
      })) as never,
    },
  };
  const live: Edit = { kind: 'change', table: 'cases', changes: [{ id: 'c1', fields: { nature: 'live' } }] };
  const model = beam(tee, 'us', load, [span], [live, service], true);
  const found = checked(model);
  const inertia = sectionProperties(tee).inertiaY;
  const Ec = model.materials.t1.elasticModulus;
  const sag = (5 * load * span ** 4) / (384 * Ec * inertia);
  expect(use(found, 'deflection-live') / (sag / (span / 360))).toBeCloseTo(1, 2);
});

test('what rests on a T reaches to the face of its web, not to the edge of its flange', () => {
  const model = beam(tee, 'us');
  const held = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };
  const crossing = edited(model, [
    {
      kind: 'add',
      records: {
        nodes: [
          { id: 'n90', position: [4, 0, 3] },
          { id: 'n91', position: [4, 5, 3], support: held },
        ],
        sections: [{ id: 's91', name: '250 × 400', shape: { type: 'rectangle', depth: 0.4, width: 0.25 } }],
      } as never,
    },
    { kind: 'remove', table: 'members', ids: ['m1'] },
    {
      kind: 'add',
      records: {
        members: [
          { ...model.members.m1, id: 'm90', end: 'n90' },
          { ...model.members.m1, id: 'm91', start: 'n90' },
          { ...model.members.m1, id: 'm92', start: 'n90', end: 'n91', section: 's91' },
        ],
      } as never,
    },
  ]);
  const secondary = designLines(crossing).of.get('m92')!;
  const onGirder = secondary.supports.find(({ node }) => node === 'n90')!;
  expect(Math.max(onGirder.face.before, onGirder.face.after)).toBeCloseTo(0.15, 6);
});
