import type { AsceWindRule, Model } from '../../../model';
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
  type Building,
  type Face,
} from '../../doors/loads/building';
import { formatQuantity, type UnitSystem } from '../../../units';
import { numbered, type MadeArea, type RuleResult, type RuleSheet } from '../../doors/loads/rule-result';

/** α and z_g (m) of ASCE 7-22 Table 26.11-1. */
const exposures = {
  B: { alpha: 7.5, gradient: 3280 * 0.3048 },
  C: { alpha: 9.8, gradient: 2460 * 0.3048 },
  D: { alpha: 11.5, gradient: 1935 * 0.3048 },
} as const;
/** heights at which Table 26.10-1 gives K_z, m (15 ft and up) */
const levels = [15, 20, 25, 30, 40, 50, 60, 70, 80, 90, 100, 120, 140, 160, 180, 200, 250, 300, 350, 400, 450, 500].map(
  (feet) => feet * 0.3048,
);

/** C_p of the windward roof slope for h/L of 0.25, 0.5 and 1 by slope in degrees: outward, then inward. Fig. 27.3-1. */
const windwardRoof: Readonly<Record<'uplift' | 'downward', readonly (readonly (readonly [number, number])[])[]>> = {
  uplift: [
    [
      [10, -0.7],
      [15, -0.5],
      [20, -0.3],
      [25, -0.2],
      [30, -0.2],
      [35, 0],
      [45, 0.4],
      [60, 0.6],
      [90, 0.9],
    ],
    [
      [10, -0.9],
      [15, -0.7],
      [20, -0.4],
      [25, -0.3],
      [30, -0.2],
      [35, -0.2],
      [45, 0],
      [60, 0.6],
      [90, 0.9],
    ],
    [
      [10, -1.3],
      [15, -1.0],
      [20, -0.7],
      [25, -0.5],
      [30, -0.3],
      [35, -0.2],
      [45, 0],
      [60, 0.6],
      [90, 0.9],
    ],
  ],
  downward: [
    [
      [10, -0.18],
      [15, 0],
      [20, 0.2],
      [25, 0.3],
      [30, 0.3],
      [35, 0.4],
      [45, 0.4],
      [60, 0.6],
      [90, 0.9],
    ],
    [
      [10, -0.18],
      [15, -0.18],
      [20, 0],
      [25, 0.2],
      [30, 0.2],
      [35, 0.3],
      [45, 0.4],
      [60, 0.6],
      [90, 0.9],
    ],
    [
      [10, -0.18],
      [15, -0.18],
      [20, -0.18],
      [25, 0],
      [30, 0.2],
      [35, 0.2],
      [45, 0.3],
      [60, 0.6],
      [90, 0.9],
    ],
  ],
};
const leewardRoof: readonly (readonly (readonly [number, number])[])[] = [
  [
    [10, -0.3],
    [15, -0.5],
    [20, -0.6],
  ],
  [
    [10, -0.5],
    [15, -0.5],
    [20, -0.6],
  ],
  [
    [10, -0.7],
    [15, -0.6],
    [20, -0.6],
  ],
];

/** C_p of a sloping roof from rows for h/L of 0.25, 0.5 and 1. */
export const slopeCoefficient = (
  rows: readonly (readonly (readonly [number, number])[])[],
  ratio: number,
  degrees: number,
): number =>
  interpolate(
    [0.25, 0.5, 1].map((at, i) => [at, interpolate(rows[i], degrees)] as const),
    ratio,
  );

/** C_p of the leeward wall by L/B, Fig. 27.3-1. */
export const leewardWall = (ratio: number): number =>
  interpolate(
    [
      [1, -0.5],
      [2, -0.3],
      [4, -0.2],
    ],
    ratio,
  );

/** C_p of a flat roof, or along a ridge, in strips from the windward edge: how far each reaches in multiples of h, for an h/L. Fig. 27.3-1. */
export function flatRoofStrips(ratio: number): { to: number; coefficient: number }[] {
  const between = (low: number, high: number) =>
    interpolate(
      [
        [0.5, low],
        [1, high],
      ],
      ratio,
    );
  return [
    { to: 0.5, coefficient: between(-0.9, -1.3) },
    { to: 1, coefficient: between(-0.9, -0.7) },
    { to: 2, coefficient: between(-0.5, -0.7) },
    { to: Infinity, coefficient: between(-0.3, -0.7) },
  ];
}

const psf = 47.88025898;
const mph = 0.44704;

/** Least pressures of 27.1.5, Pa: 16 psf on the walls, 8 psf on the roof's vertical projection. */
const leastWall = 16 * psf;
const leastRoof = 8 * psf;

/** Wind on a rectangular enclosed building by the directional procedure, ASCE/SEI 7-22 chapter 27, main wind force resisting system. */
export function asceWind(model: Model, rule: AsceWindRule): RuleResult {
  const building = buildingOf(model, rule.building);
  if (typeof building === 'string') return { loads: [], sheets: [], problems: [building] };
  const loads: MadeArea[] = [];
  const sheets: RuleSheet[] = [];
  const degrees = (building.slope * 180) / Math.PI;
  const height = (degrees <= 10 ? building.eaves : (building.eaves + building.ridge) / 2) - building.base;
  const done = new Set<string>();
  const { units } = model.settings;
  const show = (value: number, decimals = 1) => formatQuantity(value, 'length', units, decimals);
  for (const one of rule.cases) {
    const { direction } = one;
    const axis = direction[1] as 'x' | 'y';
    const sheet = new Sheet();
    const { lengthX, lengthY } = plan(building);
    const [L, B] = axis === 'x' ? [lengthX, lengthY] : [lengthY, lengthX];
    const velocity = velocityPressure(sheet, rule, units);
    const qh = velocity(height, 'h');
    const enclosure = calculate(sheet, {
      clause: '26.13',
      title: 'Internal pressure',
      symbol: 'p_i',
      expression: one.internal === 'pressure' ? 'q_h * K_d * GC_p_i' : '-q_h * K_d * GC_p_i',
      inputs: { q_h: pressure(qh), K_d: plain(rule.directionality, 2), GC_p_i: plain(rule.internal, 2) },
      as: { kind: 'pressure' },
      note: one.internal === 'pressure' ? 'pressing outward on every face' : 'drawing inward on every face',
    });
    const face = (name: string, symbol: string, q: number, coefficient: number, title: string) =>
      calculate(sheet, {
        clause: '27.3.1',
        title,
        symbol,
        expression: 'q * K_d * G * C_p - p_i',
        inputs: {
          q: pressure(q),
          K_d: plain(rule.directionality, 2),
          G: plain(rule.gust, 2),
          C_p: plain(coefficient, 2),
          p_i: pressure(enclosure),
        },
        as: { kind: 'pressure' },
        note: name,
      });
    const put = (label: string, on: Face, part: Face['outline'], value: number) => {
      const load = faceLoad(one.case, label, on, part, value);
      if (load) loads.push(load);
    };
    const walls = wallsInWind(direction);
    const toLee = leewardWall(L / B);
    const windward = wallOf(building, walls.windward);
    const top = Math.max(...windward.outline.map((point) => point[1])) - building.base;
    const outward = rule.directionality * rule.gust * qh * toLee;
    bandsTo(top).forEach(([from, to], i) => {
      const q = velocity(to, `z${i + 1}`);
      let value = face(
        `windward wall, ${show(building.base + from)} to ${show(building.base + to)}`,
        `p_w${i + 1}`,
        q,
        0.8,
        'Windward wall',
      );
      // the least load of 27.1.5 is asked of the windward and the leeward wall together
      if (leastWall + outward - enclosure > value + 1e-9)
        value = calculate(sheet, {
          clause: '27.1.5',
          title: 'Least wind load on walls',
          symbol: `p_w${i + 1}`,
          expression: 'p_min + q_h * K_d * G * C_p - p_i',
          inputs: {
            p_min: pressure(leastWall),
            q_h: pressure(qh),
            K_d: plain(rule.directionality, 2),
            G: plain(rule.gust, 2),
            C_p: plain(toLee, 2),
            p_i: pressure(enclosure),
          },
          as: { kind: 'pressure' },
          note: `windward and leeward walls together come to ${formatQuantity(leastWall, 'pressure', units)} at least; this is what is left to the windward wall`,
        });
      put(
        `windward wall to ${show(building.base + to)}`,
        windward,
        band(windward.outline, 1, building.base + from, building.base + to),
        value,
      );
    });
    const lee = face(`leeward wall, L/B = ${(L / B).toFixed(2)}`, 'p_l', qh, toLee, 'Leeward wall');
    const leeward = wallOf(building, walls.leeward);
    put('leeward wall', leeward, leeward.outline, lee);
    const side = face('side walls', 'p_s', qh, -0.7, 'Side walls');
    for (const name of walls.sides) {
      const wall = wallOf(building, name);
      put('side wall', wall, wall.outline, side);
    }
    const slopes = roofPressures(building, one, { height, L, degrees, qh }, face, put, show);
    if (slopes) {
      const net = slopes.windward.value - slopes.leeward.value;
      if (net < leastRoof - 1e-9) {
        const more = calculate(sheet, {
          clause: '27.1.5',
          title: 'Least wind load on the roof',
          symbol: 'p_rmin',
          expression: 'p_min - (p_rw - p_rl)',
          inputs: {
            p_min: pressure(leastRoof),
            p_rw: pressure(slopes.windward.value),
            p_rl: pressure(slopes.leeward.value),
          },
          as: { kind: 'pressure' },
          note: `both slopes together come to ${formatQuantity(leastRoof, 'pressure', units)} at least on their vertical projection, along the wind; this is added to the windward slope`,
        });
        const load = faceLoad(
          one.case,
          'windward roof, least of 27.1.5',
          slopes.windward.face,
          slopes.windward.face.outline,
          more,
        );
        if (load)
          loads.push({
            ...load,
            direction: axis,
            projected: true,
            pressure: { type: 'uniform', value: direction[0] === '+' ? more : -more },
          });
      }
    }
    sheet.remark(
      'Load case 1 of Fig. 27.3-8 for each direction. Cases 2 to 4 (torsion, both directions at once; 27.3.5), parapets (27.3.4), overhangs (27.3.3), flexible buildings (26.11.5) and cladding (ch. 30) are not part of this.',
    );
    sheet.remark(
      `Mean roof height h ${show(height, 2)}, along the wind L ${show(L, 2)}, across it B ${show(B, 2)}, roof slope ${degrees.toFixed(1)}°. Pressures on the outside count positive towards the face.`,
    );
    const key = `${direction} ${one.internal} ${one.roof}`;
    if (done.has(key)) continue;
    done.add(key);
    sheets.push({ title: `Wind ${direction}, internal ${one.internal}, roof ${one.roof}`, sheet });
  }
  return { loads: numbered(loads, rule.id), sheets, problems: [] };
}

/** Heights above the ground between which the windward pressure is taken as one, that of their upper end, m. */
function bandsTo(top: number): [number, number][] {
  const ends = [...levels.filter((level) => level < top - 0.01), top];
  return ends.map((to, i): [number, number] => [i === 0 ? 0 : ends[i - 1], to]);
}

/** q_z (Pa) at a height above the ground, worked out on the sheet. ASCE 7-22 (26.10-1) and Table 26.10-1. */
function velocityPressure(
  sheet: Sheet,
  { speed: basic, exposure, topography, elevation }: AsceWindRule,
  units: UnitSystem,
): (height: number, name: string) => number {
  const { alpha, gradient } = exposures[exposure];
  // (26.10-1) and (26.10-1.SI): half the density of air, rounded in each system of its own
  const constant = units === 'us' ? (0.00256 * psf) / mph ** 2 : 0.613;
  return (height, name) => {
    const at = Math.max(height, levels[0]);
    const k = calculate(sheet, {
      clause: '26.10.1',
      title: 'Velocity pressure exposure',
      symbol: `K_${name}`,
      expression: '2.41 * (z / z_g)^(2 / alpha)',
      inputs: { z: length(at), z_g: length(gradient), alpha: plain(alpha, 1) },
      as: { kind: 'number', decimals: 3 },
      ...(height < levels[0] ? { note: `not below ${formatQuantity(levels[0], 'length', units, 2)}` } : {}),
    });
    return calculate(sheet, {
      clause: '26.10-1',
      title: 'Velocity pressure',
      symbol: `q_${name}`,
      expression: `${constant} * K * K_zt * K_e * V^2`,
      printed: { si: '0.613 / 1000 * K * K_zt * K_e * V^2', us: '0.00256 * K * K_zt * K_e * V^2' },
      inputs: { K: plain(k, 3), K_zt: plain(topography, 2), K_e: plain(elevation, 2), V: speed(basic) },
      as: { kind: 'pressure', decimals: 3 },
      note: units === 'us' ? 'V in mph, q in psf' : 'V in m/s, q in kPa',
    });
  };
}

/** Both slopes of a roof with wind across its ridge, with their pressures, Pa. */
interface Slopes {
  readonly windward: { readonly face: Face; readonly value: number };
  readonly leeward: { readonly face: Face; readonly value: number };
}

type OnFace = (name: string, symbol: string, q: number, coefficient: number, title: string) => number;

function roofPressures(
  building: Building,
  { direction, roof }: AsceWindRule['cases'][number],
  { height, L, degrees, qh }: { height: number; L: number; degrees: number; qh: number },
  face: OnFace,
  put: (label: string, on: Face, part: Face['outline'], value: number) => void,
  show: (value: number) => string,
): Slopes | undefined {
  const faces = roofsOf(building);
  const axis = direction[1] as 'x' | 'y';
  const ratio = height / L;
  if (building.isFlat || axis === building.ridgeAlong || degrees < 10) {
    const coordinate = axis === 'x' ? 0 : 1;
    const [start, end] = building[axis];
    const forward = direction[0] === '+';
    let from = 0;
    flatRoofStrips(ratio).forEach(({ to, coefficient }, i) => {
      const reach = Math.min(to * height, end - start);
      if (reach <= from + 1e-9) return;
      const cp = roof === 'downward' ? -0.18 : coefficient;
      const value = face(`roof ${show(from)} to ${show(reach)} from the windward edge`, `p_r${i + 1}`, qh, cp, 'Roof');
      for (const one of faces)
        put(
          'roof',
          one,
          forward
            ? band(one.outline, coordinate, start + from, start + reach)
            : band(one.outline, coordinate, end - reach, end - from),
          value,
        );
      from = reach;
    });
    return undefined;
  }
  const [windward, leeward] = direction[0] === '+' ? [faces[0], faces[1]] : [faces[1], faces[0]];
  const toWind = face(
    `windward slope, h/L = ${ratio.toFixed(2)}, ${degrees.toFixed(1)}°`,
    'p_rw',
    qh,
    slopeCoefficient(windwardRoof[roof], ratio, degrees),
    'Windward roof',
  );
  const toLee = face(
    `leeward slope, h/L = ${ratio.toFixed(2)}, ${degrees.toFixed(1)}°`,
    'p_rl',
    qh,
    slopeCoefficient(leewardRoof, ratio, degrees),
    'Leeward roof',
  );
  put('windward roof', windward, windward.outline, toWind);
  put('leeward roof', leeward, leeward.outline, toLee);
  return { windward: { face: windward, value: toWind }, leeward: { face: leeward, value: toLee } };
}
