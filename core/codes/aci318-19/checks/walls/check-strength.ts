import {
  area,
  barArea,
  elasticity,
  force,
  inertia,
  length,
  moment,
  plain,
  sectionLength,
  stress,
  type Sheet,
} from '../../../../sheet';
import { formatQuantity } from '../../../../units';
import { compareAs } from '../../../doors/checks/beams/bending';
import { missing, skipped, utilisationOf } from '../../../doors/checks/check';
import { swayed } from '../../../doors/checks/walls/swayed';
import { mostOf, wallAt, wallBendingCheck } from '../../../doors/checks/walls/wall-checks';
import type { ConcreteWall, WallCheck, WallDemand } from '../../../doors/checks/walls/concrete-wall';
import { uprightArea, wallArea } from '../../../doors/checks/walls/wall-section';
import { inch } from '../beam-section';
import { mostYield } from '../columns/column-code';
import { mostSecond } from '../columns/slenderness';
import { leastPhi, traceStrength } from '../flexure';
import { remarkReduction } from '../reduction';
import { magnifiedBy, mostPressure, squashLoad, type Magnified } from './wall-code';

/** Second order of a demand out of its plane. */
function magnifiedUnder({ section, checked }: ConcreteWall, { point, sway }: WallDemand): Magnified {
  const free = typeof checked.free === 'string' ? 0 : checked.free.length;
  return magnifiedBy(section, swayed(point, sway), checked.lasting(point.line), free);
}

/** Steps of moment magnification out of the plane. */
function traceMagnified(sheet: Sheet, wall: ConcreteWall, demand: WallDemand): void {
  const { section, checked } = wall;
  const { least, P, Pe, lasting, EI, Pc, delta, free } = magnifiedUnder(wall, demand);
  const { out, M } = swayed(demand.point, demand.sway);
  const isSecond = checked.order(demand.point.line).isSecond;
  sheet.step({
    clause: '6.6.4.5.4',
    title: 'Least moment out of its plane',
    symbol: 'M_2min',
    expression: 'P_u * (0.6 * inch + 0.03 * h)',
    inputs: {
      P_u: force(P),
      inch: { value: inch, kind: 'sectionLength', decimals: 4 },
      h: sectionLength(section.thickness),
    },
    value: moment(least),
  });
  if (isSecond) {
    sheet.remark('Forces are those of second order as they were found (6.7): nothing is magnified beside them.');
    return;
  }
  if (free === 0) return;
  if (typeof checked.free !== 'string')
    sheet.remark(
      `Out of its plane it is free over ${checked.free.words}. It buckles where bending in its plane presses it most: all of it counts as pressed as its most pressed end.`,
    );
  sheet.step({
    clause: '6.6.4.5',
    title: 'Pressure as if all of it were pressed as its most pressed end',
    symbol: 'P_e',
    expression: 'P_u + 6 * M_u / l_w',
    inputs: { P_u: force(-swayed(demand.point, demand.sway).N), M_u: moment(Math.abs(M)), l_w: length(section.length) },
    value: force(Pe),
  });
  sheet.step({
    clause: '6.6.4.4.4(a)',
    title: 'Effective second moment',
    symbol: 'I_eff',
    expression: '0.4 * l_w * h^3 / 12 / (1 + beta_dns)',
    inputs: {
      l_w: sectionLength(section.length),
      h: sectionLength(section.thickness),
      beta_dns: plain(lasting, 2),
    },
    value: inertia(EI / section.Ec),
    note: '(EI)eff over Ec; βdns: share of the pressure that lasts',
  });
  sheet.step({
    clause: '6.6.4.4.2',
    title: 'Critical load, k = 1',
    symbol: 'P_c',
    expression: 'pi^2 * E_c * I_eff / l_u^2',
    inputs: {
      pi: plain(Math.PI, 4),
      E_c: elasticity(section.Ec),
      I_eff: inertia(EI / section.Ec),
      l_u: length(free),
    },
    value: force(Pc),
  });
  if (Number.isFinite(delta))
    sheet.step({
      clause: '6.6.4.5.2',
      title: 'Magnifier, Cm = 1',
      symbol: 'delta',
      expression: 'max(1, 1 / (1 - P_e / (0.75 * P_c)))',
      inputs: { P_e: force(Pe), P_c: force(Pc) },
      value: plain(delta),
    });
  sheet.step({
    clause: '6.6.4.5.1',
    title: 'Moment out of its plane',
    symbol: 'M_c',
    expression: 'delta * max(M_2, M_2min)',
    inputs: { delta: plain(Math.min(99, delta)), M_2: moment(Math.abs(out)), M_2min: moment(least) },
    value: moment(Math.min(99, delta) * Math.max(Math.abs(out), least)),
  });
}

/** 11.5.2, 22.4: axial force with bending in and out of its plane. */
export const strengthCheck: WallCheck = wallBendingCheck('11.5.2', (sheet, wall, worst) => {
  const { section, bars, reinforced, checked } = wall;
  traceMagnified(sheet, wall, worst);
  const most = mostPressure(section, bars);
  const pressed = utilisationOf(-worst.N, most);
  if (pressed >= worst.utilisation - 1e-12 && worst.utilisation > 0) {
    sheet.step({
      clause: '22.4.2.2',
      title: 'Axial strength without eccentricity',
      symbol: 'P_o',
      expression: '0.85 * f_c * (A_g - A_st) + f_y * A_st',
      inputs: {
        f_c: stress(section.fc),
        A_g: area(wallArea(section)),
        A_st: barArea(uprightArea(section, bars)),
        f_y: stress(Math.min(section.fy, mostYield)),
      },
      value: force(squashLoad(section, bars)),
    });
    remarkReduction(sheet, section, ['compression']);
    sheet.step({
      clause: '22.4.2.1',
      title: 'Largest pressure that counts',
      symbol: 'P_d',
      expression: 'phi * 0.80 * P_o',
      inputs: { phi: plain(leastPhi(section), 2), P_o: force(squashLoad(section, bars)) },
      value: force(most),
    });
    compareAs(sheet, '11.5.1.1', 'P_u / P_d', { P_u: force(-worst.N), P_d: force(most) }, pressed);
  } else if (worst.bent) {
    const { units } = checked.model.settings;
    sheet.remark(
      `It is bent by ${formatQuantity(worst.Mz, 'moment', units)} in its plane and ${formatQuantity(worst.My, 'moment', units)} out of it at its ${worst.point.at}; y runs along the wall.`,
    );
    traceStrength(sheet, section, reinforced, worst, worst.bent, units, '11.5.1.1');
  } else sheet.remark('The section has no strength that way: it buckles out of its plane.');
});

/** 11.4.1.3, 6.6.4.5: stability out of the plane, and how far moments grow. */
export const slendernessChecks: WallCheck = (wall) => {
  const { checked, demands } = wall;
  if (typeof checked.free === 'string') return [];
  const first = demands.filter(({ point }) => !checked.order(point.line).isSecond);
  const [id, title, clause] = ['slenderness', 'Slenderness out of its plane', '6.6.4.5.2'] as const;
  if (first.length === 0)
    return [skipped(id, title, clause, 'All its combinations are of second order, used as they were found (6.7).')];
  const use = (demand: WallDemand) => {
    const { Pe, Pc } = magnifiedUnder(wall, demand);
    return utilisationOf(Pe, 0.75 * Pc);
  };
  const { demand, value } = mostOf(first, use);
  if (value === 0) return [skipped(id, title, clause, 'No combination presses it: nothing can buckle.')];
  const { Pe, Pc, delta } = magnifiedUnder(wall, demand);
  const times = Math.min(99, delta);
  return [
    {
      ...wallAt(demand),
      id,
      title,
      clause,
      utilisation: value,
      trace: (sheet) => {
        traceMagnified(sheet, wall, demand);
        compareAs(sheet, clause, 'P_e / (0.75 * P_c)', { P_e: force(Pe), P_c: force(Pc) }, value);
      },
    },
    {
      ...wallAt(demand),
      id: 'slenderness-limit',
      title: 'Moments of second order out of its plane',
      clause: '6.2.5.3',
      isRule: true,
      utilisation: times / mostSecond,
      trace: (sheet) => {
        traceMagnified(sheet, wall, demand);
        sheet.remark('They are at most 1.4 times those of first order.');
        compareAs(sheet, '6.2.5.3', 'delta / 1.4', { delta: plain(times) }, times / mostSecond);
      },
    },
  ];
};

/** 11.7.4.1: bars that are counted in compression and are more than 1% of the section need ties. */
export const tiesStatement: WallCheck = ({ section, bars, demands }) => {
  const [id, title, clause] = ['compressed-bars', 'Ties around upright bars', '11.7.4.1'] as const;
  const share = uprightArea(section, bars) / wallArea(section);
  const percent = `${(100 * share).toFixed(2)}%`;
  const isPressed = demands.some(({ N }) => N < 0);
  if (share <= 0.01 || !isPressed)
    return [
      skipped(
        id,
        title,
        clause,
        `Its upright bars are ${percent} of its section: up to 1% they need no ties around them.`,
      ),
    ];
  return [
    missing(
      id,
      title,
      clause,
      `Its upright bars are ${percent} of its section. Above 1%, bars that count in compression are held by ties, which are not in the model: use a thicker wall or stronger concrete, or see to the ties by hand.`,
    ),
  ];
};
