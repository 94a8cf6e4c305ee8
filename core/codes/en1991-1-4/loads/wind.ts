import type { EnWindRule, Model } from '../../../model';
import { calculate, length, plain, pressure, Sheet, speed } from '../../../sheet';
import {
  band,
  buildingOf,
  faceLoad,
  interpolate,
  plan,
  roofsOf,
  wallOf,
  wallsInWind,
  type Face,
} from '../../doors/loads/building';
import { formatQuantity } from '../../../units';
import { numbered, type MadeArea, type RuleResult, type RuleSheet } from '../../doors/loads/rule-result';

/** z_0 and z_min (m) of EN 1991-1-4 Table 4.1. */
const terrains = { 0: [0.003, 1], I: [0.01, 1], II: [0.05, 2], III: [0.3, 5], IV: [1, 10] } as const;

type Row = readonly (readonly [number, number])[];

/** c_pe,10 of walls by h/d, EN 1991-1-4 Table 7.1. */
export const wallCoefficients: Readonly<Record<'A' | 'B' | 'C' | 'D' | 'E', Row>> = {
  A: [
    [0.25, -1.2],
    [5, -1.2],
  ],
  B: [
    [0.25, -0.8],
    [5, -0.8],
  ],
  C: [
    [0.25, -0.5],
    [5, -0.5],
  ],
  D: [
    [0.25, 0.7],
    [1, 0.8],
    [5, 0.8],
  ],
  E: [
    [0.25, -0.3],
    [1, -0.5],
    [5, -0.7],
  ],
};
/** c_pe,10 of flat roofs with sharp eaves, Table 7.2; of zone I the sign is free. */
const flatRoof = { F: -1.8, G: -1.2, H: -0.7 } as const;
/** c_pe,10 of duopitch roofs by slope in degrees, wind across the ridge, Table 7.4a: outward, then inward. */
export const acrossRidge: Readonly<Record<'uplift' | 'downward', Readonly<Record<'F' | 'G' | 'H' | 'I' | 'J', Row>>>> =
  {
    uplift: {
      F: [
        [5, -1.7],
        [15, -0.9],
        [30, -0.5],
        [45, 0],
        [60, 0.7],
        [75, 0.8],
      ],
      G: [
        [5, -1.2],
        [15, -0.8],
        [30, -0.5],
        [45, 0],
        [60, 0.7],
        [75, 0.8],
      ],
      H: [
        [5, -0.6],
        [15, -0.3],
        [30, -0.2],
        [45, 0],
        [60, 0.7],
        [75, 0.8],
      ],
      I: [
        [5, -0.6],
        [15, -0.4],
        [30, -0.4],
        [45, -0.2],
        [75, -0.2],
      ],
      J: [
        [5, -0.6],
        [15, -1.0],
        [30, -0.5],
        [45, -0.3],
        [60, -0.3],
        [75, -0.2],
      ],
    },
    downward: {
      F: [
        [5, 0],
        [15, 0.2],
        [30, 0.7],
        [60, 0.7],
        [75, 0.8],
      ],
      G: [
        [5, 0],
        [15, 0.2],
        [30, 0.7],
        [60, 0.7],
        [75, 0.8],
      ],
      H: [
        [5, 0],
        [15, 0.2],
        [30, 0.4],
        [45, 0.6],
        [60, 0.7],
        [75, 0.8],
      ],
      I: [
        [5, -0.6],
        [15, 0],
        [45, 0],
        [60, -0.2],
        [75, -0.2],
      ],
      J: [
        [5, 0.2],
        [15, 0],
        [45, 0],
        [60, -0.3],
        [75, -0.2],
      ],
    },
  };
/** c_pe,10 of duopitch roofs, wind along the ridge, Table 7.4b. */
const alongRidge: Readonly<Record<'F' | 'G' | 'H' | 'I', Row>> = {
  F: [
    [5, -1.6],
    [15, -1.3],
    [30, -1.1],
    [75, -1.1],
  ],
  G: [
    [5, -1.3],
    [15, -1.3],
    [30, -1.4],
    [45, -1.4],
    [60, -1.2],
    [75, -1.2],
  ],
  H: [
    [5, -0.7],
    [15, -0.6],
    [30, -0.8],
    [45, -0.9],
    [60, -0.8],
    [75, -0.8],
  ],
  I: [
    [5, -0.6],
    [15, -0.5],
    [75, -0.5],
  ],
};

/** Peak velocity pressure q_p (Pa) at a height (m), on a sheet. EN 1991-1-4 4.2 to 4.5. */
export function peakPressure(sheet: Sheet, rule: EnWindRule): (height: number, name: string) => number {
  const [roughness, lowest] = terrains[rule.terrain];
  const basic = calculate(sheet, {
    clause: '(4.1)',
    title: 'Basic wind velocity',
    symbol: 'v_b',
    expression: 'c_dir * c_season * v_b0',
    inputs: { c_dir: plain(rule.directional, 2), c_season: plain(rule.season, 2), v_b0: speed(rule.basicSpeed) },
    as: { kind: 'speed' },
  });
  const factor = calculate(sheet, {
    clause: '(4.5)',
    title: 'Terrain factor',
    symbol: 'k_r',
    expression: '0.19 * (z_0 / z_0II)^0.07',
    inputs: { z_0: length(roughness), z_0II: length(0.05) },
    as: { kind: 'number', decimals: 3 },
    note: `terrain ${rule.terrain}, against terrain II`,
  });
  return (height, name) => {
    const z = Math.max(height, lowest);
    const rough = calculate(sheet, {
      clause: '(4.4)',
      title: 'Roughness factor',
      symbol: `c_r,${name}`,
      expression: 'k_r * ln(z / z_0)',
      inputs: { k_r: plain(factor, 3), z: length(z), z_0: length(roughness) },
      as: { kind: 'number', decimals: 3 },
      ...(height < lowest ? { note: 'not below z_min' } : {}),
    });
    const mean = calculate(sheet, {
      clause: '(4.3)',
      title: 'Mean wind velocity',
      symbol: `v_m,${name}`,
      expression: 'c_r * c_o * v_b',
      inputs: { c_r: plain(rough, 3), c_o: plain(rule.orography, 2), v_b: speed(basic) },
      as: { kind: 'speed' },
    });
    const turbulence = calculate(sheet, {
      clause: '(4.7)',
      title: 'Turbulence intensity',
      symbol: `I_v,${name}`,
      expression: '1 / (c_o * ln(z / z_0))',
      inputs: { c_o: plain(rule.orography, 2), z: length(z), z_0: length(roughness) },
      as: { kind: 'number', decimals: 3 },
    });
    return calculate(sheet, {
      clause: '(4.8)',
      title: 'Peak velocity pressure',
      symbol: `q_p,${name}`,
      expression: '(1 + 7 * I_v) * 1 / 2 * rho * v_m^2',
      inputs: {
        I_v: plain(turbulence, 3),
        rho: { value: rule.airDensity, kind: 'density', decimals: 3 },
        v_m: speed(mean),
      },
      as: { kind: 'pressure', decimals: 3 },
    });
  };
}

/** Heights (m above ground) to which parts of the windward wall reach, each with the pressure of its reference height. Fig. 7.4. */
export function windwardParts(h: number, b: number): { from: number; to: number; reference: number }[] {
  if (h <= b) return [{ from: 0, to: h, reference: h }];
  if (h <= 2 * b)
    return [
      { from: 0, to: b, reference: b },
      { from: b, to: h, reference: h },
    ];
  const between = h - 2 * b;
  const strips = Math.max(1, Math.ceil(between / b));
  return [
    { from: 0, to: b, reference: b },
    ...Array.from({ length: strips }, (_, i) => ({
      from: b + (between * i) / strips,
      to: b + (between * (i + 1)) / strips,
      reference: b + (between * (i + 1)) / strips,
    })),
    { from: h - b, to: h, reference: h },
  ];
}

/** The roof conditions of a wind case in words. */
export const roofWords: Readonly<Record<EnWindRule['cases'][number]['roof'], string>> = {
  uplift: 'uplift',
  downward: 'downward',
  upliftDownward: 'uplift to windward, downward to leeward',
  downwardUplift: 'downward to windward, uplift to leeward',
};

/** Wind on a rectangular enclosed building, EN 1991-1-4 with recommended values. */
export function enWind(model: Model, rule: EnWindRule): RuleResult {
  const building = buildingOf(model, rule.building);
  if (typeof building === 'string') return { loads: [], sheets: [], problems: [building] };
  const loads: MadeArea[] = [];
  const sheets: RuleSheet[] = [];
  const degrees = (building.slope * 180) / Math.PI;
  const h = building.ridge - building.base;
  const show = (value: number) => formatQuantity(value, 'length', model.settings.units, 2);
  for (const one of rule.cases) {
    const { direction } = one;
    const axis = direction[1] as 'x' | 'y';
    const sheet = new Sheet();
    const { lengthX, lengthY } = plan(building);
    const [d, b] = axis === 'x' ? [lengthX, lengthY] : [lengthY, lengthX];
    const e = Math.min(b, 2 * h);
    const q = peakPressure(sheet, rule);
    const qh = q(h, 'h');
    const cpi = one.internal === 'pressure' ? rule.internalPressure : rule.internalSuction;
    const zone = (name: string, title: string, at: number, coefficient: number) =>
      calculate(sheet, {
        clause: '(5.3)',
        title,
        symbol: `w_${name}`,
        expression: 'c_sc_d * q_p * c_pe - q_ph * c_p_i',
        inputs: {
          c_sc_d: plain(rule.structural, 2),
          q_p: pressure(at),
          c_pe: plain(coefficient, 2),
          q_ph: pressure(qh),
          c_p_i: plain(cpi, 2),
        },
        as: { kind: 'pressure' },
      });
    const put = (label: string, on: Face, part: Face['outline'], value: number) => {
      const load = faceLoad(one.case, label, on, part, value);
      if (load) loads.push(load);
    };
    const walls = wallsInWind(direction);
    const ratio = h / d;
    const windward = wallOf(building, walls.windward);
    windwardParts(h, b).forEach(({ from, to, reference }, i, all) => {
      const at = i === all.length - 1 ? qh : q(reference, `${i + 1}`);
      put(
        'wall D',
        windward,
        band(windward.outline, 1, building.base + from, building.base + to),
        zone(all.length > 1 ? `D${i + 1}` : 'D', 'Windward wall, zone D', at, interpolate(wallCoefficients.D, ratio)),
      );
    });
    const leeward = wallOf(building, walls.leeward);
    put(
      'wall E',
      leeward,
      leeward.outline,
      zone('E', 'Leeward wall, zone E', qh, interpolate(wallCoefficients.E, ratio)),
    );
    const [start, end] = building[axis];
    const forward = direction[0] === '+';
    const stretch = (a: number, c: number): [number, number] =>
      forward ? [start + a, start + Math.min(c, d)] : [end - Math.min(c, d), end - a];
    const strips = (
      [
        ['A', 0, e / 5],
        ['B', e / 5, e],
        ['C', e, d],
      ] as const
    ).filter(([, from]) => from < d - 1e-9);
    for (const [name, from, to] of strips) {
      const value = zone(name, `Side walls, zone ${name}`, qh, interpolate(wallCoefficients[name], ratio));
      for (const side of walls.sides) {
        const wall = wallOf(building, side);
        put(`wall ${name}`, wall, band(wall.outline, 0, ...stretch(from, to)), value);
      }
    }
    const cross = axis === 'x' ? building.y : building.x;
    const cut = (face: Face, a: readonly [number, number], c: readonly [number, number]) => {
      const [along, across] = [stretch(a[0], a[1]), [cross[0] + c[0], cross[0] + Math.min(c[1], b)] as const];
      return axis === 'x'
        ? band(band(face.outline, 0, ...along), 1, ...across)
        : band(band(face.outline, 1, ...along), 0, ...across);
    };
    const roofs = roofsOf(building);
    const corners: [number, number][] = [
      [0, e / 4],
      [b - e / 4, b],
    ];
    const putZone = (
      name: string,
      coefficient: number,
      faces: readonly Face[],
      a: readonly [number, number],
      over: readonly (readonly [number, number])[],
    ) => {
      if (a[1] <= a[0] + 1e-9 || a[0] >= d - 1e-9) return;
      const value = zone(`r${name}`, `Roof, zone ${name}`, qh, coefficient);
      for (const face of faces) for (const c of over) put(`roof ${name}`, face, cut(face, a, c), value);
    };
    const whole: [number, number][] = [[0, b]];
    const middle: [number, number][] = [[e / 4, b - e / 4]];
    if (degrees < 5) {
      const down = one.roof === 'downward' || one.roof === 'downwardUplift';
      putZone('F', down ? 0 : flatRoof.F, roofs, [0, e / 10], corners);
      putZone('G', down ? 0 : flatRoof.G, roofs, [0, e / 10], middle);
      putZone('H', down ? 0 : flatRoof.H, roofs, [e / 10, Math.min(e / 2, d)], whole);
      putZone('I', down ? 0.2 : -0.2, roofs, [e / 2, d], whole);
    } else if (axis === building.ridgeAlong) {
      const at = (name: 'F' | 'G' | 'H' | 'I') => interpolate(alongRidge[name], degrees);
      putZone('F', at('F'), roofs, [0, e / 10], corners);
      putZone('G', at('G'), roofs, [0, e / 10], middle);
      putZone('H', at('H'), roofs, [e / 10, Math.min(e / 2, d)], whole);
      putZone('I', at('I'), roofs, [e / 2, d], whole);
    } else {
      // four cases: the larger or smaller values of F, G and H with the larger or smaller ones of I and J (7.2.5)
      const [toWind, toLee] = (
        {
          uplift: ['uplift', 'uplift'],
          downward: ['downward', 'downward'],
          upliftDownward: ['uplift', 'downward'],
          downwardUplift: ['downward', 'uplift'],
        } as const
      )[one.roof];
      const at = (name: 'F' | 'G' | 'H' | 'I' | 'J') =>
        interpolate(acrossRidge[name === 'I' || name === 'J' ? toLee : toWind][name], degrees);
      putZone('F', at('F'), roofs, [0, e / 10], corners);
      putZone('G', at('G'), roofs, [0, e / 10], middle);
      putZone('H', at('H'), roofs, [e / 10, d / 2], whole);
      putZone('J', at('J'), roofs, [d / 2, d / 2 + e / 10], whole);
      putZone('I', at('I'), roofs, [d / 2 + e / 10, d], whole);
    }
    sheet.remark(
      `h ${show(h)}, along the wind d ${show(d)}, across it b ${show(b)}, e = min(b, 2h) ${show(e)}, roof slope ${degrees.toFixed(1)}°. Pressures on the outside count positive towards the face. The lack of correlation of 7.2.2(3) is not used; friction (7.5), parapets (7.4), canopies (7.3) and buildings whose c_s c_d differs from 1 for dynamic reasons (6.3) are left out.`,
    );
    sheets.push({ title: `Wind ${direction}, internal ${one.internal}, roof ${roofWords[one.roof]}`, sheet });
  }
  return { loads: numbered(loads, rule.id), sheets, problems: [] };
}
