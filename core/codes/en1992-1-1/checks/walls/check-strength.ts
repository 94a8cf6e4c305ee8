import { force, length, moment, plain, sectionLength, stress, type Sheet } from '../../../../sheet';
import { formatQuantity } from '../../../../units';
import { missing, skipped } from '../../../doors/checks/check';
import type { ConcreteWall, WallCheck, WallDemand } from '../../../doors/checks/walls/concrete-wall';
import { swayed } from '../../../doors/checks/walls/swayed';
import { ruleOf, wallBendingCheck } from '../../../doors/checks/walls/wall-checks';
import { ratiosOf, uprightArea, uprightRows, wallArea } from '../../../doors/checks/walls/wall-section';
import { compareAs } from '../../../doors/checks/beams/bending';
import { traceResistance } from '../flexure';
import type { EnMaterial } from '../material';
import {
  bowedBy,
  bowedMoment,
  leastLevel,
  leastUpright,
  linksFrom,
  mostUpright,
  widest,
  widestInThickness,
  type Bowed,
} from './wall-code';

const fine = (value: number) => ({ value, kind: 'sectionLength', decimals: 2 }) as const;

/** Second order of a demand out of its plane. */
function bowedUnder(
  { section, bars, checked }: ConcreteWall,
  material: EnMaterial,
  creep: number,
  { point, sway }: WallDemand,
): Bowed {
  const free = typeof checked.free === 'string' ? 0 : checked.free.length;
  return bowedBy(section, material, bars, swayed(point, sway), creep * checked.lasting(point.line), free);
}

/** Steps of the moment out of the plane. */
function traceBowed(sheet: Sheet, wall: ConcreteWall, material: EnMaterial, creep: number, demand: WallDemand): void {
  const { section, checked } = wall;
  const bowed = bowedUnder(wall, material, creep, demand);
  const { N, M, out } = swayed(demand.point, demand.sway);
  const isSecond = checked.order(demand.point.line).isSecond;
  if (typeof checked.free !== 'string')
    sheet.remark(
      `Out of its plane l0 is what is free over ${checked.free.words}, as if its ends turned freely. It bows most where bending in its plane presses it most: all of it counts as pressed as its most pressed end.`,
    );
  sheet.step({
    clause: '5.8.8.1',
    title: 'Pressure as if all of it were pressed as its most pressed end',
    symbol: 'N_e',
    expression: 'max(0, N_Ed + 6 * M_Ed / l_w)',
    inputs: { N_Ed: force(-N), M_Ed: moment(Math.abs(M)), l_w: length(section.length) },
    value: force(bowed.Ne),
    note: 'N_Ed + pressure',
  });
  sheet.step({
    clause: '5.2(9)',
    title: 'Imperfection',
    symbol: 'e_i',
    expression: 'l_0 / 400',
    inputs: { l_0: sectionLength(bowed.length) },
    value: fine(bowed.ei),
  });
  if (isSecond)
    sheet.remark('Forces are those of second order as they were found (5.8.6); the imperfection is added to them.');
  else {
    sheet.step({
      clause: '5.8.8.3(4)',
      title: 'Creep',
      symbol: 'K_phi',
      expression: 'max(1, 1 + (0.35 + f_ck / (200 * MPa) - lambda / 150) * phi_ef)',
      inputs: {
        f_ck: stress(material.fck),
        MPa: { value: 1e6, kind: 'stress', decimals: 4 },
        lambda: plain(bowed.slenderness, 1),
        phi_ef: plain(bowed.creep, 2),
      },
      value: plain(bowed.Kphi),
    });
    sheet.step({
      clause: '5.8.8.2(3)',
      title: 'Eccentricity of second order',
      symbol: 'e_2',
      expression: 'K_phi * f_yd / E_s / (0.45 * d) * l_0^2 / 8',
      inputs: {
        K_phi: plain(bowed.Kphi),
        f_yd: stress(material.fyd),
        E_s: stress(section.Es),
        d: sectionLength(bowed.depth),
        l_0: sectionLength(bowed.length),
      },
      value: fine(bowed.e2),
      note: 'Kr = 1, c = 8',
    });
  }
  sheet.step({
    clause: '6.1(4)',
    title: 'Least eccentricity',
    symbol: 'e_0',
    expression: 'max(h / 30, d_20)',
    inputs: { h: sectionLength(section.thickness), d_20: sectionLength(0.02) },
    value: fine(bowed.e0),
    note: 'd20 = 20 mm',
  });
  sheet.step({
    clause: '5.8.8.2(1)',
    title: 'Moment out of its plane',
    symbol: 'M_out',
    expression: isSecond ? 'max(M_0 + N_e * e_i, N * e_0)' : 'max(M_0 + N_e * (e_i + e_2), N * e_0)',
    inputs: {
      M_0: moment(Math.abs(out)),
      N_e: force(bowed.Ne),
      e_i: fine(bowed.ei),
      ...(isSecond ? {} : { e_2: fine(bowed.e2) }),
      N: force(bowed.N),
      e_0: fine(bowed.e0),
    },
    value: moment(bowedMoment(bowed, out, isSecond)),
  });
}

/** 6.1: axial force with bending in and out of the plane. @param creep φ(∞, t₀) */
export const strengthCheck = (material: EnMaterial, creep: number): WallCheck =>
  wallBendingCheck('6.1', (sheet, wall, worst) => {
    const { section, reinforced, checked } = wall;
    traceBowed(sheet, wall, material, creep, worst);
    if (!worst.bent) {
      sheet.remark('The section has no resistance that way.');
      return;
    }
    const { units } = checked.model.settings;
    if (worst.pull !== undefined)
      sheet.remark(
        `NEd has ${formatQuantity(worst.pull, 'force', units)} of pull in it, which torsion asks of the upright bars: T uk cot θ / (2 Ak) (6.3.2(3)).`,
      );
    sheet.remark(
      `It is bent by ${formatQuantity(worst.Mz, 'moment', units)} in its plane and ${formatQuantity(worst.My, 'moment', units)} out of it at its ${worst.point.at}; y runs along the wall. Leaning of the whole structure along it belongs to its loads (5.2(5)).`,
    );
    traceResistance(sheet, section, material, reinforced, worst, worst.bent, units);
  });

/** 9.6: how much of the section is steel, and how far bars stand from each other. */
export const steelRules: WallCheck = (wall) => {
  const { section, bars, demands } = wall;
  const share = uprightArea(section, bars) / wallArea(section);
  const [least, step] = [leastLevel(section, bars), uprightRows(section, bars).step];
  const level = ratiosOf(section, bars).level;
  const common = Math.min(widestInThickness * section.thickness, widest);
  const compared = (
    id: string,
    title: string,
    clause: string,
    expression: string,
    use: number,
    inputs: Parameters<typeof compareAs>[3],
    words?: string,
  ) =>
    ruleOf(demands[0], id, title, clause, use, (sheet) => {
      if (words) sheet.remark(words);
      compareAs(sheet, clause, expression, inputs, use);
    });
  return [
    compared('least-upright', 'Least upright steel', '9.6.2(1)', '0.002 / rho_v', leastUpright / share, {
      rho_v: plain(share, 5),
    }),
    compared(
      'most-upright',
      'Most upright steel',
      '9.6.2(1)',
      'rho_v / 0.04',
      share / mostUpright,
      { rho_v: plain(share, 5) },
      'Outside of laps; where bars are lapped it may be twice as much.',
    ),
    compared('least-level', 'Least level steel', '9.6.3(1)', 'max(0.25 * rho_v, 0.001) / rho_h', least / level, {
      rho_v: plain(share, 5),
      rho_h: plain(level, 5),
    }),
    compared('upright-spacing', 'Distance of upright bars', '9.6.2(3)', 's / s_max', step / common, {
      s: sectionLength(step),
      s_max: sectionLength(common),
    }),
    compared('level-spacing', 'Distance of level bars', '9.6.3(2)', 's / s_max', bars.level.spacing / widest, {
      s: sectionLength(bars.level.spacing),
      s_max: sectionLength(widest),
    }),
  ];
};

/** 9.6.4: links across the wall. */
export const linksStatement: WallCheck = ({ section, bars }) => {
  const [id, title, clause] = ['links', 'Links across the wall', '9.6.4'] as const;
  const share = uprightArea(section, bars) / wallArea(section);
  const percent = `${(100 * share).toFixed(2)}%`;
  return share <= linksFrom
    ? [
        skipped(
          id,
          title,
          clause,
          `Its upright bars are ${percent} of its section: up to 2%, and with the level bars nearest to the faces as they are here, none are asked for.`,
        ),
      ]
    : [
        missing(
          id,
          title,
          clause,
          `Its upright bars are ${percent} of its section. Above 2% links across the wall hold them as in columns (9.6.4(1)), which are not in the model: use a thicker wall or stronger concrete, or see to the links by hand.`,
        ),
      ];
};
