import { solveNow } from '../fem';
import type { Edit, Model, WallBarsRecord } from '../model';
import { Sheet } from '../sheet';
import { evaluate } from '../sheet/evaluate';
import { MemberChecker } from './index';
import { kip, kipFoot } from './verification/columns';
import { twoLayers, wallModel, type WallSpec } from './verification/walls';

const inch = 0.0254;

function checkedPier(model: Model, n = 0) {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  const { piers } = new MemberChecker(model, solution);
  const found = piers.check(piers.keys[n]);
  const use = (id: string): number => {
    const one = found.checks.find((check) => check.id === `wall-${id}`);
    return one?.made ? one.utilisation : NaN;
  };
  const words = (id: string): string => {
    const one = found.checks.find((check) => check.id === `wall-${id}`);
    return one && !one.made ? one.reason : '';
  };
  const demands = () => found.interaction!().demands;
  return { ...found, use, words, demands };
}
const of = (spec: WallSpec) => checkedPier(wallModel(spec));

/** In-plane strength of the wall without axial force, kip·ft: strips of 1/1000 of the depth for the concrete, bars one by one; lengths in inches. */
function bendingByStrips(ends: readonly { readonly at: number; readonly area: number }[]): number {
  const rows = Array.from({ length: 11 }, (_, i) => ({ at: 1 + 11.8 * i, area: 2 * (0.00012903 / inch ** 2) }));
  const bars = ends.length > 0 ? ends : rows;
  const forces = (c: number) => {
    const a = 0.85 * c;
    const strip = a / 1000;
    let [N, M] = [0, 0];
    for (let i = 0; i < 1000; i++) {
      const force = -0.85 * 4 * 10 * strip;
      N += force;
      M -= force * (60 - (i + 0.5) * strip);
    }
    for (const { at, area } of bars) {
      const strain = (0.003 * (at - c)) / c;
      const stress = Math.max(-60, Math.min(60, 29000 * strain)) + (at < a ? 0.85 * 4 : 0);
      N += stress * area;
      M += stress * area * (at - 60);
    }
    return { N, M };
  };
  let [low, high] = [0.1, 60];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (forces(middle).N > 0) low = middle;
    else high = middle;
  }
  return forces(low).M / 12;
}

describe('a pier of 120 × 10 in with two layers No. 4 / 12 in, ACI 318-19 chapter 11', () => {
  // no axial force: nothing buckles, and no moment out of its plane is asked for
  test('bending in its plane against strips and bars one by one', () => {
    const found = of({ M: 500 });
    expect(found.use('axial-bending')).toBeCloseTo(500 / (0.9 * bendingByStrips([])), 3);
    expect(found.verdict).toBe('holds');
  });
  // 0.75 (3 · 63.246 + 0.4 / 120 · 60000) 1200 = 350.76 kip; αc 2.5 at hw / lw = 1.75: 322.30; 60 kip of pull at 2: αc = 2 (1 − 60000 / (500 · 1200)) = 1.8: 282.46
  test.each([
    ['squat', { V: 100 }, 100 / 350.76],
    ['between', { V: 100, height: 17.5 }, 100 / 322.3],
    ['pulled', { V: 100, height: 20, P: -60 }, 100 / 282.46],
    // ρt = 0.62 / 40 is more than 8 √f′c leaves: 0.75 · 8 · 63.246 · 1200 = 455.37 kip
    ['no more than 8 √f′c', { V: 100, bars: { ...twoLayers, level: { bar: '#5', spacing: 4 * inch } } }, 100 / 455.37],
  ] as [string, WallSpec, number][])('shear in its plane: %s', (_, spec, use) =>
    expect(of(spec).use('shear-in-plane')).toBeCloseTo(use, 3),
  );
  /*
   * P = 300 kip and 100 kip along it: 1000 kip·ft at the foot. P_e = 300 + 6 · 1000 / 10 = 900 kip; (EI)eff = 0.4 · 3605 ksi · 10000 in⁴ / 2;
   * P_c = π² 7.21e6 / 120² = 4941.8 kip; δ = 1 / (1 − 900 / 3706.3) = 1.3207; 300 (0.6 + 0.3) = 270 kip·in, so that M_c = 29.72 kip·ft.
   */
  test('moments out of its plane are magnified as its most pressed end buckles', () => {
    const found = of({ P: 300, V: 100 });
    expect(found.use('slenderness')).toBeCloseTo(900 / 3706.3, 3);
    expect(found.use('slenderness-limit')).toBeCloseTo(1.3207 / 1.4, 3);
    const [atFoot, atHead] = found.demands();
    expect([atFoot.My / kipFoot, atFoot.Mz / kipFoot]).toEqual([expect.closeTo(29.72, 1), expect.closeTo(1000, 0)]);
    expect(atHead.Mz / kipFoot).toBeCloseTo(0, 1);
  });
  test('it buckles where the most pressed end reaches its critical load', () => {
    const found = of({ P: 3000, height: 14 });
    expect(found.use('axial-bending')).toBe(99);
    expect(found.verdict).toBe('fails');
  });
  // rows of 0.4 in² every 11.8 in over 120 in: 4.4 in²; 0.52 (3.4 · 1195.6 + 60 · 4.4) = 2251.1 kip
  test('pressure is capped at 0.80 of the strength without eccentricity', () =>
    expect(of({ P: 1000, height: 2 }).use('axial-bending')).toBeCloseTo(1000 / 2251.1, 3));
  test.each([
    // little shear: Table 11.6.1 for bars up to No. 5 of 60 ksi; 0.4 / 120 is there
    [{ V: 20 }, 0.0012, 0.002],
    // more than half of 0.75 · 3 · 63.246 · 1200 = 170.8 kip: 11.6.2
    [{ V: 100 }, 0.0025, 0.0025],
  ] as const)('least steel hangs on shear: %p', (spec, upright, level) => {
    const found = of(spec);
    expect(found.use('least-upright')).toBeCloseTo(upright / (0.4 / 120), 3);
    expect(found.use('least-level')).toBeCloseTo(level / (0.4 / 120), 3);
  });
  test('bars stand no farther than 3 h and 18 in, and where shear needs them than lw / 3 and lw / 5', () => {
    const short = { length: 4, height: 8 };
    expect(of({ ...short, V: 5 }).use('level-spacing')).toBeCloseTo(12 / 18, 6);
    // 0.75 · 2 · 63.246 · 480 = 45.5 kip: level bars are needed, 48 / 5 in
    expect(of({ ...short, V: 60 }).use('level-spacing')).toBeCloseTo(12 / 9.6, 6);
  });
  test('walls thicker than 10 in have two layers', () => {
    const one: WallBarsRecord = { ...twoLayers, layers: 1, upright: { bar: '#5', spacing: 6 * inch } };
    expect(of({ P: 100, thickness: 12, bars: one }).use('layers')).toBe(2);
    expect(of({ P: 100, thickness: 10, bars: one }).use('layers')).toBe(1);
  });
  test('above one per cent pressed bars need ties, which leaves the verdict open', () => {
    const heavy: WallBarsRecord = { ...twoLayers, ends: { bar: '#9', count: 8 } };
    expect(of({ P: 100, bars: heavy }).words('compressed-bars')).toContain('Above 1%');
    expect(of({ P: 100, bars: heavy }).verdict).toBe('open');
  });
});

describe('the same pier by EN 1992-1-1', () => {
  const en = { code: 'eurocode', units: 'si' } as const;
  // 2 · 129.03 / 304.8 mm · 0.9 · 2438.4 mm · 359.7 MPa · 2.5 = 1670.9 kN; the struts bear 1886 kN
  test('level bars carry shear with struts at cot θ = 2.5', () =>
    expect(of({ ...en, V: 100 }).use('shear-in-plane')).toBeCloseTo((100 * kip) / 1670.9e3, 3));
  /*
   * l0 = 3.048 m: e_i = 7.62 mm; λ = 41.57; φ(∞, 28) = 2.470 with h0 = 234.5 mm; Kφ = 1 + (0.35 + 27.58 / 200 − 41.57 / 150) 2.470 = 1.521;
   * d = 215.9 mm; e_2 = 1.521 · 359.7 / 200000 / (0.45 · 215.9) · 3048² / 8 = 32.69 mm; 444.8 kN · 40.31 mm = 17.93 kN·m, more than 20 mm of least eccentricity.
   */
  test('out of its plane it has imperfection and nominal curvature', () => {
    const [first] = of({ ...en, P: 100 }).demands();
    expect(first.My / 1e3).toBeCloseTo(17.93, 1);
  });
  test('short piers have the least eccentricity of 20 mm', () =>
    expect(of({ ...en, P: 100, height: 1 }).demands()[0].My / 1e3).toBeCloseTo(0.02 * 444.82, 2));
  test('least steel: 0.002 upright, and level a quarter of it', () => {
    const found = of({ ...en, P: 100 });
    const share = 4.4 / 1200;
    expect(found.use('least-upright')).toBeCloseTo(0.002 / share, 3);
    expect(found.use('least-level')).toBeCloseTo(Math.max(0.25 * share, 0.001) / (0.4 / 120), 3);
    expect(found.use('layers')).toBe(1);
  });
  test('torsion that counts with shear is carried by level and upright bars of two layers, not of one', () => {
    const twisted = { ...en, V: 250, twist: 40, held: 'nothing' } as const;
    const both = of(twisted);
    expect(both.words('torsion')).toContain('It is part of “Shear in its plane”');
    expect(both.use('shear-in-plane')).toBeGreaterThan(of({ ...twisted, twist: 0 }).use('shear-in-plane') * 1.02);
    const alone = of({ ...twisted, bars: { ...twoLayers, layers: 1 } });
    expect(alone.words('torsion')).toContain('One layer in the middle carries no torsion');
    expect(alone.verdict).not.toBe('holds');
  });
});

describe.each(['us', 'eurocode'] as const)('what must be known of a pier, %s', (code) => {
  test('a head that nothing holds leaves it open', () => {
    const found = of({ code, P: 50, held: 'nothing' });
    expect(found.words('held')).toContain('No floor holds its head at level');
    expect(found.verdict).toBe('open');
  });
  test('so does a storey that no case pushes along it', () => {
    const found = of({ code, P: 50, V: 20, pushed: false });
    expect(found.words('sway')).toContain('cannot be told');
    expect(found.verdict).toBe('open');
  });
  test('and a wall that is analysed as a membrane', () => {
    const edits: Edit[] = [
      { kind: 'change', table: 'walls', changes: [{ id: 'w1', fields: { behaviour: 'membrane' } }] },
    ];
    const found = of({ code, P: 50, edits });
    expect(found.verdict).toBe('open');
    expect(found.checks[0].made ? '' : found.checks[0].reason).toContain('Analyse it as a shell');
  });
  test('forces are those of equilibrium at foot and head', () => {
    const [atFoot, atHead] = of({ code, P: 120, V: 30, M: 200 }).demands();
    expect(atFoot.N / kip).toBeCloseTo(-120, 3);
    expect(atHead.N / kip).toBeCloseTo(-120, 3);
    // M at the foot is 200 ∓ 30 · 10 kip·ft, without sign
    expect([100, 500]).toContain(Math.round(atFoot.Mz / kipFoot));
    expect(atHead.Mz / kipFoot).toBeCloseTo(200, 0);
  });
});

describe.each(['us', 'eurocode'] as const)('proposals and properties, %s', (code) => {
  const random = (seed: number) => {
    let state = seed;
    return (from: number, to: number) => {
      state = (state * 16807) % 2147483647;
      return from + ((to - from) * state) / 2147483647;
    };
  };
  const specs = Array.from({ length: 10 }, (_, i): WallSpec => {
    const next = random(104729 * (i + 1) ** 3);
    return {
      code,
      length: next(3, 20),
      thickness: next(7, 14),
      height: next(8, 16),
      P: next(-40, 700),
      V: next(0, 120),
      M: next(-300, 300),
      out: next(-10, 10),
      bars: null,
    };
  });
  test.each(specs)('what is proposed holds when it is chosen: $length × $thickness', (spec) => {
    const proposed = of(spec);
    const { value } = proposed.wall!;
    const bars: WallBarsRecord = {
      layers: value.layers,
      upright: { bar: value.upright.bar.name, spacing: value.upright.spacing },
      level: { bar: value.level.bar.name, spacing: value.level.spacing },
      ends: { bar: value.ends.bar.name, count: value.ends.count },
    };
    const chosen = of({ ...spec, bars });
    expect(chosen.wall!.proposed).toBe(false);
    expect(proposed.verdict === 'open' || proposed.verdict === 'fails').toBe(true);
    expect(proposed.words('accepted')).toContain('only proposed');
    const needed = ({ checks }: typeof chosen) => checks.flatMap((one) => (!one.made && one.needed ? [one.id] : []));
    expect(needed(chosen)).toEqual(needed(proposed).filter((id) => id !== 'wall-accepted'));
    if (proposed.governing!.utilisation <= 1) expect(chosen.verdict).toBe(needed(chosen).length > 0 ? 'open' : 'holds');
    expect(chosen.use('axial-bending')).toBeCloseTo(proposed.use('axial-bending'), 9);
    // more at the ends carries no less
    const more = of({ ...spec, bars: { ...bars, ends: { bar: value.ends.bar.name, count: value.ends.count + 2 } } });
    expect(more.use('axial-bending')).toBeLessThan(chosen.use('axial-bending') * 1.02);
    // all loads a fifth larger use it no less
    const grown = of({
      ...spec,
      bars,
      P: 1.2 * spec.P!,
      V: 1.2 * spec.V!,
      M: 1.2 * spec.M!,
      out: 1.2 * spec.out!,
    });
    for (const id of ['shear-in-plane', 'axial-bending'])
      if (!Number.isNaN(grown.use(id))) expect(grown.use(id)).toBeGreaterThanOrEqual(chosen.use(id) * 0.999);
  });
  test('the same in both unit systems', () => {
    const spec: WallSpec = { code, P: 200, V: 60, M: 100, out: 4 };
    const [si, us] = (['si', 'us'] as const).map((units) => of({ ...spec, units }));
    for (const id of ['axial-bending', 'shear-in-plane', 'shear-across'])
      expect([id, si.use(id)]).toEqual([id, expect.closeTo(us.use(id), 9)]);
  });
  test('every step of every sheet comes to what it says', () => {
    const found = of({ code, P: 200, V: 90, M: 100, out: 4, twist: 5, held: 'nothing' });
    let count = 0;
    for (const check of found.checks) {
      if (!check.made) continue;
      const sheet = new Sheet();
      check.trace(sheet);
      expect(sheet.comparison!.utilisation).toBeCloseTo(check.utilisation, 6);
      for (const { title, expression, inputs, value } of sheet.steps) {
        const values = Object.fromEntries(Object.entries(inputs).map(([key, one]) => [key, one.value]));
        const scale = Math.max(Math.abs(value.value), 1e-9);
        expect([title, evaluate(expression, values) / scale]).toEqual([title, expect.closeTo(value.value / scale, 4)]);
        count++;
      }
    }
    expect(count).toBeGreaterThan(8);
  });
});
