import { area, force, plain, sectionLength, stress } from '../../../../sheet';
import { formatQuantity } from '../../../../units';
import type { BeamSection } from '../../../doors/checks/beams/beam-section';
import { compareAs } from '../../../doors/checks/beams/bending';
import { missing, skipped, utilisationOf } from '../../../doors/checks/check';
import type { ConcreteWall, WallCheck, WallDemand } from '../../../doors/checks/walls/concrete-wall';
import { swayed } from '../../../doors/checks/walls/swayed';
import { mostOf, ruleOf, wallAt } from '../../../doors/checks/walls/wall-checks';
import { acrossDepth, acrossSteel, ratiosOf, uprightRows, wallArea } from '../../../doors/checks/walls/wall-section';
import { aciSpacing, mostShearYield, psiInput } from '../beam-section';
import { remarkReduction } from '../reduction';
import { phiOf, shearStrength } from '../shear';
import { thresholdTorsion } from '../torsion';
import { isPulled, largestSpacings, leastRatios, shearInPlane, slenderOf } from './wall-code';

/** 11.5.4: shear in the plane of the wall. */
export const shearInPlaneCheck: WallCheck = ({ section, bars, demands, checked }) => {
  const [id, title, clause] = ['shear-in-plane', 'Shear in its plane', '11.5.4'] as const;
  const slender = slenderOf(checked);
  const strengthOf = ({ N }: WallDemand) => shearInPlane(section, bars, slender, N);
  const { demand, value } = mostOf(demands, (one) => utilisationOf(one.V, strengthOf(one).strength));
  if (demand.V < 1) return [skipped(id, title, clause, 'No shear in its plane in any combination.')];
  return [
    {
      ...wallAt(demand),
      id,
      title,
      clause,
      utilisation: value,
      trace: (sheet) => {
        const { factor, strength } = strengthOf(demand);
        remarkReduction(sheet, section, ['shear']);
        const pulled = isPulled(section, demand.N);
        sheet.remark(
          `hw / lw is that of the whole wall or of the pier, whichever is more slender: ${slender.toFixed(2)}.`,
        );
        sheet.step({
          clause: pulled ? '11.5.4.4' : '11.5.4.3',
          title: 'Share of the concrete',
          symbol: 'alpha_c',
          expression: pulled
            ? 'min(max(2, min(3, 3 - 2 * (r - 1.5))), max(0, 2 * (1 - N_u / A_g / (500 * psi))))'
            : 'max(2, min(3, 3 - 2 * (r - 1.5)))',
          inputs: {
            r: plain(slender, 2),
            ...(pulled ? { N_u: force(demand.N), A_g: area(wallArea(section)), psi: psiInput } : {}),
          },
          value: plain(factor),
          ...(pulled ? { note: 'net tension, N_u + tension' } : {}),
        });
        sheet.step({
          clause: '11.5.4.3',
          title: 'Design strength',
          symbol: 'phi V_n',
          expression:
            'phi * min(alpha_c * min(sqrt(f_c * psi), 100 * psi) + rho_t * f_yt, 8 * min(sqrt(f_c * psi), 100 * psi)) * A_cv',
          inputs: {
            phi: plain(phiOf(section), 2),
            alpha_c: plain(factor),
            f_c: stress(section.fc),
            psi: psiInput,
            rho_t: plain(ratiosOf(section, bars).level, 5),
            f_yt: stress(Math.min(section.fy, mostShearYield)),
            A_cv: area(wallArea(section)),
          },
          value: force(strength),
          note: 'limit of 11.5.4.2; fyt at most 60 ksi, 20.2.2.4',
        });
        compareAs(sheet, '11.5.1.1', 'V_u / V_d', { V_u: force(demand.V), V_d: force(strength) }, value);
      },
    },
  ];
};

/** A pier as a beam that is sheared across. */
const acrossSection = ({ section, bars }: ConcreteWall): BeamSection => ({
  width: section.length,
  depth: section.thickness,
  cover: section.cover,
  stirrup: bars.level.bar,
  fc: section.fc,
  fy: section.fy,
  reduction: section.reduction,
  Es: section.Es,
  spacing: aciSpacing,
});

/** 11.5.5: shear out of the plane, carried by the concrete alone. */
export const shearAcrossCheck: WallCheck = (wall) => {
  const { section, bars, demands } = wall;
  const [id, title, clause] = ['shear-across', 'Shear out of its plane', '11.5.5'] as const;
  const turned = acrossSection(wall);
  const d = acrossDepth(section, bars);
  const none = { bar: bars.level.bar, legs: 0, spacing: 1 };
  const steel = acrossSteel(section, bars);
  const shear = ({ point, sway }: WallDemand) => Math.abs(swayed(point, sway).across);
  const strengthOf = ({ N }: WallDemand) => shearStrength(turned, d, none, steel, N).strength;
  const { demand, value } = mostOf(demands, (one) => utilisationOf(shear(one), strengthOf(one)));
  if (shear(demand) < 1) return [skipped(id, title, clause, 'No shear across it in any combination.')];
  return [
    {
      ...wallAt(demand),
      id,
      title,
      clause,
      utilisation: value,
      trace: (sheet) => {
        sheet.remark('No bars cross its thickness: the concrete carries it alone, with the upright bars of one layer.');
        const { strength } = shearStrength(turned, d, none, steel, demand.N, sheet);
        compareAs(sheet, '11.5.1.1', 'V_u / V_d', { V_u: force(shear(demand)), V_d: force(strength) }, value);
      },
    },
  ];
};

/** 11.6, 11.7: least steel and largest distances of spread bars. */
export const spreadRules: WallCheck = (wall) => {
  const { section, bars, demands, checked } = wall;
  const slender = slenderOf(checked);
  const ratios = ratiosOf(section, bars);
  const step = uprightRows(section, bars).step;
  return (['upright', 'level'] as const).flatMap((way) => {
    const word = way === 'upright' ? 'upright' : 'level';
    const least = mostOf(demands, (one) => leastRatios(section, bars, slender, one)[way] / ratios[way]);
    const asked = leastRatios(section, bars, slender, least.demand);
    const isNeeded = (one: WallDemand) => one.V > shearInPlane(section, bars, slender, one.N).concrete;
    const needing = demands.find(isNeeded);
    const largest = largestSpacings(section, needing !== undefined)[way];
    const spacing = way === 'upright' ? step : bars.level.spacing;
    const spacingClause = way === 'upright' ? '11.7.2.1' : '11.7.3.1';
    return [
      ruleOf(
        least.demand,
        `least-${way}`,
        `Least ${word} steel`,
        asked.isSheared ? '11.6.2' : '11.6.1',
        least.value,
        (sheet) => {
          sheet.remark(
            asked.isSheared
              ? 'Vu is more than half of φ αc λ √f′c Acv. Bars at the ends are not counted.'
              : 'Vu is no more than half of φ αc λ √f′c Acv: Table 11.6.1. Bars at the ends are not counted.',
          );
          if (asked.isSheared && way === 'upright')
            sheet.remark(
              `The greater of 0.0025 and 0.0025 + 0.5 (2.5 − hw / lw)(ρt − 0.0025), with hw / lw = ${slender.toFixed(2)} and ρt = ${ratios.level.toFixed(4)}, but no more than the ρt that strength asks for.`,
            );
          compareAs(
            sheet,
            asked.isSheared ? '11.6.2' : '11.6.1',
            'rho_min / rho',
            { rho_min: plain(asked[way], 5), rho: plain(ratios[way], 5) },
            least.value,
          );
        },
      ),
      ruleOf(
        needing ?? demands[0],
        `${way}-spacing`,
        `Distance of ${word} bars`,
        spacingClause,
        spacing / largest,
        (sheet) => {
          sheet.remark(
            needing
              ? `At most 3 h, 18 in and, because level bars are needed for shear, lw / ${way === 'upright' ? 3 : 5}.`
              : 'At most 3 h and 18 in: the concrete alone carries the shear in its plane.',
          );
          compareAs(
            sheet,
            spacingClause,
            's / s_max',
            { s: sectionLength(spacing), s_max: sectionLength(largest) },
            spacing / largest,
          );
        },
      ),
    ];
  });
};

/** 22.7: torsion about the upright axis above its threshold is not designed for. */
export const torsionStatement: WallCheck = (wall) => {
  const [id, title, clause] = ['torsion', 'Torsion', '22.7'] as const;
  const { units } = wall.checked.model.settings;
  const whole = thresholdTorsion(acrossSection(wall));
  const { root, gross } = { root: wall.section.fc, gross: wallArea(wall.section) };
  const threshold = ({ N }: WallDemand) =>
    // Table 22.7.4.1(a): pull lowers it; pressure, which raises it, is left out
    whole * Math.sqrt(Math.max(0, 1 - Math.max(0, N) / (4 * gross * Math.sqrt(root * psiInput.value))));
  const size = ({ point, sway }: WallDemand) => Math.abs(swayed(point, sway).T);
  const { demand, value } = mostOf(wall.demands, (one) => utilisationOf(size(one), threshold(one)));
  const show = (number: number) => formatQuantity(number, 'moment', units);
  if (value <= 1)
    return [
      skipped(
        id,
        title,
        clause,
        size(demand) < 1
          ? 'No torsion in any combination.'
          : `Tu reaches ${show(size(demand))}, ${Math.ceil(100 * value)}% of the threshold φ Tth, and may be neglected (22.7.1.1).`,
      ),
    ];
  return [
    missing(
      id,
      title,
      clause,
      `Tu reaches ${show(size(demand))} in ${demand.point.label}, above the threshold ${show(threshold(demand))} (22.7.1.1). Torsion of walls is not designed for: see to it by hand.`,
    ),
  ];
};
