import { force, plain, sectionLength } from '../../../../sheet';
import { formatQuantity } from '../../../../units';
import { missing, skipped, utilisationOf, type Check } from '../../../doors/checks/check';
import { compareAs } from '../../../doors/checks/beams/bending';
import { type ColumnCheck, type ColumnPoint, type ConcreteColumn } from '../../../doors/checks/columns/concrete-column';
import { rootStrength } from '../beam-section';
import { largestStirrupSpacing, minimumStirrups, shearOfStirrups, shearStrength } from '../shear';
import { thresholdTorsion } from '../torsion';
import { faceArea } from '../../../doors/checks/columns/cage';
import { asksForTies, shearDepth, shearSection } from './column-code';

type Along = 'y' | 'z';
const shearOf = (point: ColumnPoint, along: Along): number => Math.abs(along === 'z' ? point.Vz : point.Vy);

/** Strength along a local axis: what `shearStrength` needs of the column. */
function strengthAlong({ section, bars, ties }: ConcreteColumn, along: Along) {
  const turned = { ...shearSection(section, along), stirrup: ties.value.bar };
  const { bar, spacing, legsY, legsZ } = ties.value;
  const d = Math.max(1e-3, shearDepth(section, bars?.value, along));
  return {
    turned,
    d,
    legs: { bar, spacing, legs: along === 'z' ? legsZ : legsY },
    // the bars of the pulled face alone
    steel: bars ? faceArea(bars.value, along === 'z' ? 'y' : 'z') : 0,
  };
}

/** 22.5, 10.6.2, 10.7.6.5: shear along both axes with axial force. */
export const shearChecks: ColumnCheck = (column): Check[] => {
  const { points } = column;
  const ways = (['z', 'y'] as const).map((along) => ({ along, ...strengthAlong(column, along) }));
  const use = (point: ColumnPoint, { along, turned, d, legs, steel }: (typeof ways)[number]) =>
    utilisationOf(shearOf(point, along), shearStrength(turned, d, legs, steel, point.N).strength);
  const found = ways.flatMap((way): Check[] => {
    const { along, turned, d, legs, steel } = way;
    const [id, title, clause] = [`shear-${along}`, `Shear along local ${along}`, '22.5'] as const;
    const worst = points.reduce((most, point) => (use(point, way) > use(most, way) ? point : most));
    if (shearOf(worst, along) < 1) return [skipped(id, title, clause, 'No shear that way in any combination.')];
    const base = { made: true, combination: worst.label, x: worst.x } as const;
    const value = use(worst, way);
    const needing = points.filter((point) => asksForTies(turned, d, { V: shearOf(point, along), N: point.N }));
    const rules = needing.map((point) => {
      const left = shearOfStirrups(turned, d, { V: shearOf(point, along), N: point.N });
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
          const { strength } = shearStrength(turned, d, legs, steel, worst.N, sheet);
          compareAs(sheet, '10.5.1.1', 'V_u / V_d', { V_u: force(shearOf(worst, along)), V_d: force(strength) }, value);
        },
      },
      ...(tightest
        ? [
            {
              ...base,
              combination: tightest.point.label,
              x: tightest.point.x,
              isRule: true,
              id: `shear-${along}-minimum`,
              title: `Least ties for shear along local ${along}`,
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
              id: `shear-${along}-spacing`,
              title: `Spacing of ties for shear along local ${along}`,
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
    const [z, y] = ways.map((way) => use(point, way));
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
  const turned = shearSection(section, 'z');
  const gross = section.width * section.depth;
  const threshold = ({ N }: ColumnPoint) =>
    // Table 22.7.4.1(a): pull lowers it; pressure, which raises it, is left out
    thresholdTorsion(turned) * Math.sqrt(Math.max(0, 1 - Math.max(0, N) / (4 * gross * rootStrength(section.fc))));
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
