import { force, plain, sectionLength } from '../../../../sheet';
import { formatQuantity } from '../../../../units';
import { missing, skipped, utilisationOf, type Check } from '../../../doors/checks/check';
import { compareAs } from '../../../doors/checks/beams/bending';
import { type ColumnCheck, type ColumnPoint, type ConcreteColumn } from '../../../doors/checks/columns/concrete-column';
import { rootStrength } from '../beam-section';
import { largestStirrupSpacing, minimumStirrups, shearOfStirrups, shearStrength } from '../shear';
import { phiOfTorsion, thresholdTorsion } from '../torsion';
import { grossArea, pulledArea } from '../../../doors/checks/columns/cage';
import { legsAlong, shearAlong, shearNames, shearWays, type ShearWay } from '../../../doors/checks/columns/sheared';
import { asksForTies, shearDepth, shearSection } from './column-code';

/** Strength one way: what `shearStrength` needs of the column. */
function strengthAlong({ section, bars, ties }: ConcreteColumn, along: ShearWay) {
  const turned = { ...shearSection(section, along), stirrup: ties.value.bar };
  const { bar, spacing } = ties.value;
  const d = Math.max(1e-3, shearDepth(section, bars?.value, along));
  return {
    turned,
    d,
    legs: { bar, spacing, legs: legsAlong(ties.value, along) },
    steel: bars ? pulledArea(section, bars.value, along) : 0,
  };
}

/** 22.5, 10.6.2, 10.7.6.5: shear along both axes with axial force. */
export const shearChecks: ColumnCheck = (column): Check[] => {
  const { points, section } = column;
  const ways = shearWays(section).map((along) => ({ along, ...strengthAlong(column, along) }));
  const use = (point: ColumnPoint, { along, turned, d, legs, steel }: (typeof ways)[number]) =>
    utilisationOf(shearAlong(point, along), shearStrength(turned, d, legs, steel, point.N).strength);
  const found = ways.flatMap((way): Check[] => {
    const { along, turned, d, legs, steel } = way;
    const { id, title } = shearNames(along);
    const clause = '22.5';
    const of = along === 'any' ? '' : ` along local ${along}`;
    const worst = points.reduce((most, point) => (use(point, way) > use(most, way) ? point : most));
    if (shearAlong(worst, along) < 1) return [skipped(id, title, clause, 'No shear that way in any combination.')];
    const base = { made: true, combination: worst.label, x: worst.x } as const;
    const value = use(worst, way);
    const needing = points.filter((point) => asksForTies(turned, d, { V: shearAlong(point, along), N: point.N }));
    const rules = needing.map((point) => {
      const left = shearOfStirrups(turned, d, { V: shearAlong(point, along), N: point.N });
      return { point, widest: largestStirrupSpacing(turned, d, left) };
    });
    const tightest = rules.reduce<(typeof rules)[number] | undefined>(
      (most, one) => (!most || one.widest < most.widest ? one : most),
      undefined,
    );
    const least = minimumStirrups(turned, legs) / (legs.legs * legs.bar.area);
    return [
      {
        ...base,
        id,
        title,
        clause,
        utilisation: value,
        trace: (sheet) => {
          if (section.isRound)
            sheet.remark(
              'Vy and Vz act together. Of a round section bw is the diameter and d 0.8 of it (22.5.2.2); a turn around is cut twice, and bars farther than two thirds of the diameter from the pressed side are those in tension (R22.5.5.1).',
            );
          const { strength } = shearStrength(turned, d, legs, steel, worst.N, sheet);
          compareAs(
            sheet,
            '10.5.1.1',
            'V_u / V_d',
            { V_u: force(shearAlong(worst, along)), V_d: force(strength) },
            value,
          );
        },
      },
      ...(tightest
        ? [
            {
              ...base,
              combination: tightest.point.label,
              x: tightest.point.x,
              isRule: true,
              id: `${id}-minimum`,
              title: `Least ties for shear${of}`,
              clause: '10.6.2',
              utilisation: least,
              trace: (sheet) => {
                sheet.remark('Vu is more than half of φ Vc (10.6.2.1).');
                minimumStirrups(turned, legs, sheet);
                compareAs(sheet, '10.6.2.2', 'A_vmin / A_v', leastInputs(turned, legs), least);
              },
            } satisfies Check,
            {
              ...base,
              combination: tightest.point.label,
              x: tightest.point.x,
              isRule: true,
              id: `${id}-spacing`,
              title: `Spacing of ties for shear${of}`,
              clause: '10.7.6.5.2',
              utilisation: legs.spacing / tightest.widest,
              trace: (sheet) =>
                compareAs(
                  sheet,
                  '10.7.6.5.2',
                  's / s_max',
                  { s: sectionLength(legs.spacing), s_max: sectionLength(tightest.widest) },
                  legs.spacing / tightest.widest,
                ),
            } satisfies Check,
          ]
        : []),
    ];
  });
  // together where each takes more than half (22.5.1.11)
  const both = (point: ColumnPoint) => {
    const [z, y = 0] = ways.map((way) => use(point, way));
    return z > 0.5 && y > 0.5 ? (z + y) / 1.5 : 0;
  };
  const together = points.reduce((most, point) => (both(point) > both(most) ? point : most));
  if (both(together) > 0)
    found.push({
      made: true,
      id: 'shear-both',
      title: 'Shear along both axes',
      clause: '22.5.1.11',
      combination: together.label,
      x: together.x,
      utilisation: both(together),
      trace: (sheet) => {
        const [z, y] = ways.map((way) => use(together, way));
        compareAs(sheet, '22.5.1.11', '(u_z + u_y) / 1.5', { u_z: plain(z), u_y: plain(y) }, both(together));
      },
    });
  return found;
};

const leastInputs = (turned: ReturnType<typeof shearSection>, legs: ReturnType<typeof strengthAlong>['legs']) =>
  ({
    A_vmin: { value: minimumStirrups(turned, legs), kind: 'barArea' },
    A_v: { value: legs.legs * legs.bar.area, kind: 'barArea' },
  }) as const;

/** 22.7: torsion above its threshold is not designed for. */
export const torsionStatement: ColumnCheck = (column) => {
  const [id, title, clause] = ['torsion', 'Torsion', '22.7'] as const;
  const { section, points, units } = column;
  const gross = grossArea(section);
  const whole = section.isRound
    ? (phiOfTorsion(section) * rootStrength(section.fc) * gross ** 2) / (Math.PI * section.width)
    : thresholdTorsion(shearSection(section, 'z'));
  const threshold = ({ N }: ColumnPoint) =>
    // Table 22.7.4.1(a): pull lowers it; pressure, which raises it, is left out
    whole * Math.sqrt(Math.max(0, 1 - Math.max(0, N) / (4 * gross * rootStrength(section.fc))));
  const share = (point: ColumnPoint) => utilisationOf(Math.abs(point.T), threshold(point));
  const worst = points.reduce((most, point) => (share(point) > share(most) ? point : most));
  const size = Math.abs(worst.T);
  if (share(worst) <= 1)
    return [
      skipped(
        id,
        title,
        clause,
        size < 1
          ? 'No torsion in any combination.'
          : `Tu reaches ${formatQuantity(size, 'moment', units)}, ${Math.ceil(100 * share(worst))}% of the threshold φ Tth, and may be neglected (22.7.1.1).`,
      ),
    ];
  return [
    missing(
      id,
      title,
      clause,
      `Tu reaches ${formatQuantity(size, 'moment', units)} in ${worst.label}, above the threshold ${formatQuantity(threshold(worst), 'moment', units)} (22.7.1.1). Torsion of columns is not designed for yet: lower its torsional stiffness where others can take it over.`,
    ),
  ];
};
