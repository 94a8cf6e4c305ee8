import type { Sheet } from '../../../../sheet';
import { plain } from '../../../../sheet';
import { compareAs } from '../beams/bending';
import { missing, skipped, type Check } from '../check';
import type { ConcreteWall, UsedWallDemand, WallCheck, WallDemand } from './concrete-wall';
import { endsLength } from './wall-section';

/** The demand of which a measure is largest. */
export function mostOf(
  demands: readonly WallDemand[],
  measure: (demand: WallDemand) => number,
): { readonly demand: WallDemand; readonly value: number } {
  return demands.reduce(
    (most, demand) => {
      const value = measure(demand);
      return value > most.value ? { demand, value } : most;
    },
    { demand: demands[0], value: measure(demands[0]) },
  );
}

/** What is said of a made check of a pier. */
export const wallAt = ({ point }: WallDemand) => ({ made: true, combination: point.label, x: point.x }) as const;

/** That bars are proposed, for sheets. */
export const proposedWords =
  'Bars that its wall does not choose are proposed: level bars by shear, then the least upright steel that does, spread and at the ends.';

/** Axial force with bending in and out of the plane of a pier, where it uses the section most. */
export const wallBendingCheck =
  (clause: string, trace: (sheet: Sheet, wall: ConcreteWall, worst: UsedWallDemand) => void): WallCheck =>
  (wall) => {
    const { worst, proposed } = wall;
    if (!worst) return [];
    return [
      {
        ...wallAt(worst),
        id: 'axial-bending',
        title: 'Axial force with bending',
        clause,
        utilisation: worst.utilisation,
        trace: (sheet) => {
          if (proposed) sheet.remark(proposedWords);
          if (worst.sway > 1)
            sheet.remark(
              `Its storey sways along it: what loads make that push sideways is taken ${worst.sway.toFixed(3)} times.`,
            );
          trace(sheet, wall, worst);
        },
      },
    ];
  };

/** What holds a pier out of its plane and along it, where that is not known: its verdict is open. @param clauses of slenderness and of sway */
export const wallPlaceStatement =
  (clauses: { readonly slender: string; readonly sway: string }): WallCheck =>
  ({ code, checked }) => {
    const found: Check[] = [];
    if (typeof checked.free === 'string')
      found.push(missing('held', 'Slenderness out of its plane', clauses.slender, checked.free));
    if (code.open.length > 0) {
      const [first] = code.open;
      const others = new Set(code.open.map(({ label }) => label)).size - 1;
      found.push(
        missing(
          'sway',
          'Sway along it',
          clauses.sway,
          `${first.label}${others > 0 ? ` and ${others} other combination${others > 1 ? 's' : ''}` : ''}: ${first.reason}`,
        ),
      );
    }
    return found;
  };

/** Bars at both ends lie beside each other within the pier. @param clause of distances of bars */
export const endsCheck =
  (clause: string): WallCheck =>
  ({ section, bars, demands }) => {
    if (bars.ends.count === 0) return [];
    const needed = endsLength(section, bars);
    const use = needed / section.length;
    return [
      {
        ...wallAt(demands[0]),
        id: 'ends-room',
        title: 'Room for the bars at its ends',
        clause,
        isRule: true,
        utilisation: use,
        trace: (sheet) => {
          sheet.remark(
            'Pairs of bars at an end stand four diameters and 100 mm apart along the wall at least, the first at the cover from its end.',
          );
          compareAs(
            sheet,
            clause,
            'l_ends / l_w',
            {
              l_ends: { value: needed, kind: 'sectionLength' },
              l_w: { value: section.length, kind: 'sectionLength' },
            },
            use,
          );
        },
      },
    ];
  };

/** A rule of least, largest or widest: a ratio of two numbers. */
export const ruleOf = (
  demand: WallDemand,
  id: string,
  title: string,
  clause: string,
  utilisation: number,
  trace: (sheet: Sheet) => void,
): Check => ({ ...wallAt(demand), id, title, clause, isRule: true, utilisation, trace });

/** Layers of bars: as many as are asked for over those that are there. @param asked 1 or 2 */
export const layersRule = ({ bars, demands }: ConcreteWall, clause: string, asked: number, words: string): Check =>
  ruleOf(demands[0], 'layers', 'Layers of bars', clause, asked / bars.layers, (sheet) => {
    sheet.remark(words);
    compareAs(
      sheet,
      clause,
      'n_asked / n',
      { n_asked: plain(asked, 0), n: plain(bars.layers, 0) },
      asked / bars.layers,
    );
  });

/** Bars that are proposed are results; the verdict is that of bars an engineer has accepted. */
export const acceptedBars: WallCheck = ({ proposed }) => {
  const [id, title, clause] = ['accepted', 'Bars accepted', ''] as const;
  return [
    proposed
      ? missing(
          id,
          title,
          clause,
          'Its bars, or some of them, are only proposed, and change with loads and rules. Accept them, or choose others, for a verdict.',
        )
      : skipped(id, title, clause, 'All bars are chosen.'),
  ];
};
