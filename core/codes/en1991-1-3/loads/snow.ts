import type { EnSnowRule, Model } from '../../../model';
import { calculate, plain, pressure, Sheet } from '../../../sheet';
import { buildingOf, roofsOf } from '../../doors/loads/building';
import { arrangementWords, snowLoad } from '../../doors/loads/snow-load';
import { numbered, type MadeArea, type RuleResult, type RuleSheet } from '../../doors/loads/rule-result';

/** μ1 of EN 1991-1-3 Table 5.2. */
export const shapeCoefficient = (degrees: number, guards: boolean): number =>
  degrees <= 30 || guards ? 0.8 : degrees >= 60 ? 0 : (0.8 * (60 - degrees)) / 30;

/** Snow on a flat or duopitch roof, EN 1991-1-3 5.3: even and with half of it on one slope. */
export function enSnow(model: Model, rule: EnSnowRule): RuleResult {
  const building = buildingOf(model, rule.building);
  if (typeof building === 'string') return { loads: [], sheets: [], problems: [building] };
  const degrees = (building.slope * 180) / Math.PI;
  const loads: MadeArea[] = [];
  const sheets: RuleSheet[] = [];
  const problems: string[] = [];
  const roofs = roofsOf(building);
  for (const one of rule.cases) {
    if (building.isFlat && one.arrangement !== 'balanced') {
      problems.push(`${rule.label}: a flat roof has no case of drifted snow (EN 1991-1-3 5.3.2).`);
      continue;
    }
    const sheet = new Sheet();
    const shape = shapeCoefficient(degrees, rule.snowGuards);
    const value = calculate(sheet, {
      clause: '(5.1)',
      title: 'Snow load on the roof',
      symbol: 's',
      expression: 'mu_1 * C_e * C_t * s_k',
      inputs: {
        mu_1: plain(shape, 2),
        C_e: plain(rule.exposure, 2),
        C_t: plain(rule.thermal, 2),
        s_k: pressure(rule.ground),
      },
      as: { kind: 'pressure' },
      note: `μ1 for ${degrees.toFixed(1)}°, Table 5.2${rule.snowGuards ? ', with snow guards' : ''}`,
    });
    const half =
      one.arrangement === 'balanced'
        ? value
        : calculate(sheet, {
            clause: '5.3.3',
            title: 'The other slope',
            symbol: 's_2',
            expression: '0.5 * s',
            inputs: { s: pressure(value) },
            as: { kind: 'pressure' },
          });
    roofs.forEach((face, i) => {
      const full = one.arrangement === 'balanced' || (one.arrangement === 'lowSide') === (i === 0);
      const load = snowLoad(one.case, face, face.outline, full ? value : half);
      if (load) loads.push(load);
    });
    sheet.remark(
      'On the plan of the roof. Drifts at steps and obstacles (5.3.6, 6) and exceptional snow are not part of this.',
    );
    sheets.push({ title: `Snow, ${arrangementWords(one.arrangement)}`, sheet });
  }
  return { loads: numbered(loads, rule.id), sheets, problems };
}
