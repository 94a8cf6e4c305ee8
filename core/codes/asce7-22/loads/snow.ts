import type { AsceSnowRule, Model } from '../../../model';
import { calculate, plain, pressure, Sheet, type Quantity } from '../../../sheet';
import { formatQuantity, type UnitSystem } from '../../../units';
import { band, buildingOf, roofsOf, type Building, type Face } from '../../doors/loads/building';
import { arrangementWords, snowLoad } from '../../doors/loads/snow-load';
import { numbered, type MadeArea, type RuleResult, type RuleSheet } from '../../doors/loads/rule-result';

const foot = 0.3048;
const psf = 47.88025898;

/** Roof slope factor C_s, ASCE 7-22 7.4: warm (C_t ≤ 1.0), cool (1.1) and cold roofs, slippery and obstructed or not. */
export function slopeFactor(degrees: number, thermal: number, slippery: boolean): number {
  const [from, over] =
    thermal >= 1.2
      ? slippery
        ? [15, 55]
        : [45, 25]
      : thermal > 1.0
        ? slippery
          ? [10, 60]
          : [37.5, 32.5]
        : slippery
          ? [5, 65]
          : [30, 40];
  return Math.min(1, Math.max(0, 1 - (degrees - from) / over));
}

/** Snow on a flat or duopitch roof, ASCE/SEI 7-22 chapter 7: balanced and unbalanced. Drifts at steps and projections are not part of it. */
export function asceSnow(model: Model, rule: AsceSnowRule): RuleResult {
  const building = buildingOf(model, rule.building);
  if (typeof building === 'string') return { loads: [], sheets: [], problems: [building] };
  const degrees = (building.slope * 180) / Math.PI;
  const loads: MadeArea[] = [];
  const sheets: RuleSheet[] = [];
  const problems: string[] = [];
  const roofs = roofsOf(building);
  for (const one of rule.cases) {
    const sheet = new Sheet();
    const put = (face: Face, part: Face['outline'], value: number) => {
      const load = snowLoad(one.case, face, part, value);
      if (load) loads.push(load);
    };
    const flat = calculate(sheet, {
      clause: '7.3-1',
      title: 'Flat roof snow load',
      symbol: 'p_f',
      expression: '0.7 * C_e * C_t * p_g',
      inputs: { C_e: plain(rule.exposure, 2), C_t: plain(rule.thermal, 2), p_g: pressure(rule.ground) },
      as: { kind: 'pressure' },
    });
    const factor = slopeFactor(degrees, rule.thermal, rule.slippery);
    const sloped = calculate(sheet, {
      clause: '7.4-1',
      title: 'Sloped roof snow load',
      symbol: 'p_s',
      expression: 'C_s * p_f',
      inputs: { C_s: plain(factor, 3), p_f: pressure(flat) },
      as: { kind: 'pressure' },
      note: `slope ${degrees.toFixed(1)}°${rule.slippery ? ', slippery' : ''}`,
    });
    if (one.arrangement === 'balanced') {
      const isLow = degrees < 15;
      const value = isLow
        ? calculate(sheet, {
            clause: '7.3.3',
            title: 'Least load of low slopes',
            symbol: 'p',
            expression: 'max(p_s, min(p_g, p_mmax))',
            inputs: { p_s: pressure(sloped), p_g: pressure(rule.ground), p_mmax: pressure(rule.least) },
            as: { kind: 'pressure' },
          })
        : sloped;
      for (const face of roofs) put(face, face.outline, value);
    } else {
      const lee = one.arrangement === 'lowSide' ? 0 : 1;
      if (building.isFlat || degrees < 2.38 || degrees > 30.2) {
        problems.push(
          `${rule.label}: an unbalanced load is asked of slopes from 2.38° to 30.2° only (ASCE 7-22 7.6.1); this roof has ${degrees.toFixed(1)}°.`,
        );
        continue;
      }
      unbalanced(
        sheet,
        building,
        rule,
        { degrees, sloped, units: model.settings.units },
        roofs[1 - lee],
        roofs[lee],
        put,
      );
    }
    sheet.remark(
      'On the plan of the roof. Drifts on lower roofs and at projections (7.7, 7.8), sliding snow and rain on snow (7.9, 7.10) are not part of this.',
    );
    sheets.push({ title: `Snow, ${arrangementWords(one.arrangement)}`, sheet });
  }
  return { loads: numbered(loads, rule.id), sheets, problems };
}

/** ASCE 7-22 7.6.1: p_g on the leeward slope of narrow roofs, else 0.3 p_s to windward and p_s with a drift beside the ridge to leeward. */
function unbalanced(
  sheet: Sheet,
  building: Building,
  rule: AsceSnowRule,
  { degrees, sloped, units }: { degrees: number; sloped: number; units: UnitSystem },
  windward: Face,
  leeward: Face,
  put: (face: Face, part: Face['outline'], value: number) => void,
): void {
  const coordinate = building.ridgeAlong === 'x' ? 1 : 0;
  const span = building.ridgeAlong === 'x' ? building.y : building.x;
  const W = (span[1] - span[0]) / 2;
  if (W <= 20 * foot) {
    sheet.remark(
      `From eaves to ridge ${formatQuantity(W, 'length', units, 2)}, not above ${formatQuantity(20 * foot, 'length', units, 2)}: p_g on the leeward slope, none to windward; for roof members that span prismatic from eaves to ridge.`,
    );
    put(leeward, leeward.outline, rule.ground);
    return;
  }
  const number = (value: number, decimals = 2): Quantity => plain(value, decimals);
  const density = calculate(sheet, {
    clause: '7.7-1',
    title: 'Density of snow, lb/ft³',
    symbol: 'gamma',
    expression: 'min(0.13 * p_g + 14, 30)',
    inputs: { p_g: number(rule.ground / psf, 1) },
    as: { kind: 'number', decimals: 1 },
    note: 'p_g in lb/ft²',
  });
  const drift = calculate(sheet, {
    clause: '7.6-1',
    title: 'Height of the drift, ft',
    symbol: 'h_d',
    expression: '1.5 * sqrt(p_g^0.74 * l_u^0.7 * W_2^1.7 / gamma)',
    inputs: {
      p_g: number(rule.ground / psf, 1),
      l_u: number(W / foot, 1),
      W_2: number(rule.winterWind),
      gamma: number(density, 1),
    },
    as: { kind: 'number', decimals: 2 },
    note: 'l_u from eaves to ridge of the windward slope, ft',
  });
  const run = 1 / Math.tan(building.slope);
  const surcharge = calculate(sheet, {
    clause: '7.6.1',
    title: 'Drift’s load, lb/ft²',
    symbol: 'p_d',
    expression: 'h_d * gamma / sqrt(S)',
    inputs: { h_d: number(drift), gamma: number(density, 1), S: number(run) },
    as: { kind: 'number', decimals: 1 },
    note: `S: run for a rise of one, ${degrees.toFixed(1)}°`,
  });
  const extent = calculate(sheet, {
    clause: '7.6.1',
    title: 'Reach of the drift from the ridge, ft',
    symbol: 'x_d',
    expression: '8 / 3 * h_d * sqrt(S)',
    inputs: { h_d: number(drift), S: number(run) },
    as: { kind: 'number', decimals: 1 },
  });
  const low = calculate(sheet, {
    clause: '7.6.1',
    title: 'Windward slope',
    symbol: 'p_w',
    expression: '0.3 * p_s',
    inputs: { p_s: pressure(sloped) },
    as: { kind: 'pressure' },
  });
  put(windward, windward.outline, low);
  put(leeward, leeward.outline, sloped);
  const middle = (span[0] + span[1]) / 2;
  const reach = Math.min(extent * foot, W);
  put(
    leeward,
    leeward.name === 'low slope'
      ? band(leeward.outline, coordinate, middle - reach, middle)
      : band(leeward.outline, coordinate, middle, middle + reach),
    surcharge * psf,
  );
}
