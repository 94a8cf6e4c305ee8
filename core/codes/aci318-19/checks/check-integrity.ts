import { barArea, plain, sectionLength, type Quantity, type Sheet } from '../../../sheet';
import { formatQuantity } from '../../../units';
import type { BarRun } from '../../doors/checks/beams/bars-along';
import { steelOf, type Face } from '../../doors/checks/beams/beam-bars';
import { compareAs } from '../../doors/checks/beams/bending';
import type { BeamCheck, ConcreteBeam } from '../../doors/checks/beams/concrete-beam';
import { worstOfFace } from '../../doors/checks/beams/faces';
import { impossible, missing, skipped, utilisationOf, type Check } from '../../doors/checks/check';
import { hookDevelopment, straightDevelopment, wellHeld } from './development';

const [id, title, clause] = ['integrity', 'Structural integrity', '9.7.7'] as const;

/** 9.7.7.1: shares of the bars of a face that go on all along a beam of the perimeter, two of them at least. */
const shares: Readonly<Record<Face, { readonly share: number; readonly words: string }>> = {
  bottom: { share: 1 / 4, words: 'a quarter of the bottom bars of the span (9.7.7.1(a))' },
  top: { share: 1 / 6, words: 'a sixth of the top bars over the supports (9.7.7.1(b))' },
};

/** What is asked of the bars all along a face, with how it is shown. */
interface Asked {
  readonly face: Face;
  readonly x: number;
  readonly use: number;
  /** what leaves it open: it does if hooks are held in a way the design rules do not say */
  readonly unsaid?: string;
  readonly trace: (sheet: Sheet) => void;
}

const number = (value: number): Quantity => plain(value, 4);

/** 9.7.7: bars that hold a beam together when a support is lost. */
export const integrityCheck: BeamCheck = (beam): Check[] => {
  if (!beam.isOnPerimeter())
    return [
      skipped(
        id,
        title,
        clause,
        'A beam inside the structure: its bars are held by closed stirrups all along its clear span (9.7.7.2(b)).',
      ),
    ];
  const asked = (['bottom', 'top'] as const).flatMap((face) => [goingOn(beam, face), ...anchoredAtEnds(beam, face)]);
  const sure = asked.filter((one) => one.unsaid === undefined);
  const [unsaid] = asked.flatMap((one) => one.unsaid ?? []);
  if (unsaid !== undefined && sure.every(({ use }) => use <= 1)) return [missing(id, title, clause, unsaid)];
  const worst = sure.reduce((most, one) => (one.use > most.use ? one : most));
  return [
    {
      made: true,
      isRule: true,
      id,
      title,
      clause,
      combination: (worstOfFace(beam, 'bottom') ?? worstOfFace(beam, 'top'))?.demand.point.label ?? '',
      x: worst.x,
      utilisation: Math.min(impossible, worst.use),
      trace: (sheet) => {
        sheet.remark(
          'The beam is on the perimeter of the structure: on one side no slab lies beside it and no beams leave it. Of its bars some go on all along it, within closed stirrups (9.7.7.1), through the bars of the columns (9.7.7.3), and are anchored for all of their strength at the face of supports where it ends (9.7.7.4). That they pass between the bars of columns, and that laps are of class B and lie where 9.7.7.5 wants them, is for the drawing.',
        );
        worst.trace(sheet);
      },
    },
  ];
};

/** 9.7.7.1(a), (b): how many bars go on. */
function goingOn(beam: ConcreteBeam, face: Face): Asked {
  const { share, words } = shares[face];
  const through = allAlong(beam, face);
  const steel = through.reduce((sum, { count, bar }) => sum + count * bar.area, 0);
  const all = Math.max(...beam.along.sets.map((set) => steelOf(set[face])));
  const count = through.reduce((sum, one) => sum + one.count, 0);
  const use = Math.max(utilisationOf(share * all, steel), utilisationOf(2, count));
  return {
    face,
    x: 0,
    use,
    trace: (sheet) => {
      sheet.remark(
        `Two bars at least, and ${words}, lie all along; the bars that are there stand for those asked for.`,
      );
      compareAs(
        sheet,
        '9.7.7.1',
        'max(k * A_s / A_through, 2 / n)',
        {
          k: number(share),
          A_s: { value: all, kind: 'barArea' },
          A_through: barArea(steel),
          n: plain(count, 0),
        },
        use,
      );
    },
  };
}

/** 9.7.7.4: bars all along a face at the supports where the line ends. */
function anchoredAtEnds(beam: ConcreteBeam, face: Face): Asked[] {
  const { limits, along, units } = beam;
  const { section } = beam;
  return allAlong(beam, face).flatMap((run) =>
    (['from', 'to'] as const).flatMap((side): Asked[] => {
      const limit = limits[side === 'from' ? 'start' : 'end'];
      if (limit.isBeyond || limit.kind !== 'support') return [];
      const at = limits.place[side];
      const length = Math.abs(at - run[side]);
      const { straight, hook, lying } = along.lengthsOf(run, side);
      const isHooked = run.hooked[side] && hook < straight;
      const needed = isHooked ? hook : straight;
      const use = utilisationOf(needed, length);
      const isUnsaid = isHooked && use > 1 && hookDevelopment(wellHeld(section), run.bar, lying) <= length;
      const show = (value: number) => formatQuantity(value, 'sectionLength', units, units === 'us' ? 1 : 0);
      return [
        {
          face,
          x: at,
          use,
          ...(isUnsaid
            ? {
                unsaid: `On the perimeter of the structure its ${run.bar.name} of the ${face} are to be anchored for all of their strength where it ends (9.7.7.4). Their hooks reach ${show(length)} into the support: enough if ties enclose them and they end within the core of a column, not (${show(needed)}) if not (Table 25.4.3.2). Say in the design rules how hooks are held, or take thinner bars.`,
              }
            : {}),
          trace: (sheet) => {
            sheet.remark(
              `Where the line ends the ${run.count} ${run.bar.name} of the ${face} reach ${formatQuantity(length, 'sectionLength', units, units === 'us' ? 1 : 0)} into the support${isHooked ? ', with a hook' : ''}.`,
            );
            (isHooked ? hookDevelopment : straightDevelopment)(beam.section, run.bar, lying, sheet);
            compareAs(
              sheet,
              '9.7.7.4',
              `${isHooked ? 'l_dh' : 'l_d'} / l`,
              { [isHooked ? 'l_dh' : 'l_d']: sectionLength(needed), l: sectionLength(length) },
              use,
            );
          },
        },
      ];
    }),
  );
}

/** Bars of a face that lie all along the member, to where bars of its line end. */
const allAlong = ({ along, limits }: ConcreteBeam, face: Face): BarRun[] =>
  along.runs.filter(
    (run) =>
      run.face === face &&
      run.from <= Math.max(limits.start.at, 0) + 1e-6 &&
      run.to >= Math.min(limits.end.at, along.whole) - 1e-6,
  );
