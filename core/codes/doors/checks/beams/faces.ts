import { formatQuantity } from '../../../../units';
import type { Sheet } from '../../../../sheet';
import type { FaceBars } from '../beam-reinforcement';
import { impossible, missing, skipped } from '../check';
import { steelOf, type Face } from './beam-bars';
import { worstOf, type BeamCheck, type ConcreteBeam, type FaceDemand, type WorstDemand } from './concrete-beam';
import type { DemandPoint } from './demands';

export type WorstOfFace = WorstDemand;
const known = new WeakMap<ConcreteBeam, Partial<Record<Face, WorstOfFace>>>();

/** The place that uses a face most; undefined: nothing bends or pulls it. */
export function worstOfFace(beam: ConcreteBeam, face: Face): WorstOfFace | undefined {
  let found = known.get(beam);
  if (!found) {
    const [top, bottom] = (['top', 'bottom'] as const).map((one) =>
      worstOf(beam.code, beam.faces[one], beam.along, beam.reinforced),
    );
    known.set(beam, (found = { ...(top ? { top } : {}), ...(bottom ? { bottom } : {}) }));
  }
  return found[face];
}

/** Combination and place of a demand, as a check names them. */
interface AtDemand {
  readonly made: true;
  readonly combination: string;
  readonly x: number;
}

/** A face with bars, where it is used most. */
export interface LoadedFace {
  readonly layer: FaceBars;
  /** m² */
  readonly steel: number;
  readonly base: AtDemand;
  readonly worst: WorstOfFace;
  /** the bars that lie at its demands, each set once, with a demand there */
  readonly sets: readonly { readonly layer: FaceBars; readonly base: AtDemand }[];
}

const atDemand = ({ point: { label, x } }: FaceDemand): AtDemand => ({ made: true, combination: label, x });

/** What a face with bars is checked for where it is used most; undefined: nothing bends it, or no bars fit. */
export function loadedFace(beam: ConcreteBeam, face: Face): LoadedFace | undefined {
  const worst = worstOfFace(beam, face);
  if (!worst) return undefined;
  const layer = beam.along.present(worst.demand.point.x)[face] ?? beam.bars[face];
  if (!layer) return undefined;
  const sets = new Map([[layer, { layer, base: atDemand(worst.demand) }]]);
  if (!beam.along.isUniform)
    for (const demand of beam.faces[face]) {
      const other = beam.along.present(demand.point.x)[face];
      if (other && !sets.has(other)) sets.set(other, { layer: other, base: atDemand(demand) });
    }
  return { layer, steel: steelOf(layer), base: atDemand(worst.demand), worst, sets: [...sets.values()] };
}

/** Of the bars that lie along a face, those that a rule is broken by most, or kept by least. */
export function worstSet(
  { sets }: LoadedFace,
  measure: (layer: FaceBars) => number,
): { readonly layer: FaceBars; readonly base: AtDemand; readonly value: number } {
  return sets
    .map((set) => ({ ...set, value: measure(set.layer) }))
    .reduce((worst, set) => (set.value > worst.value ? set : worst));
}

/** How a code speaks of a check of bending, and repeats it. */
export interface BendingCheckWords {
  readonly clause: string;
  /** that moments are read between faces, and where the code says so */
  readonly atFaces: string;
  readonly axial: string;
  /** what torsion asks of bars along the beam; its steps. @param shown T, as it is printed */
  readonly torsion: (sheet: Sheet, beam: ConcreteBeam, torsion: number, shown: string) => void;
  readonly trace: (
    sheet: Sheet,
    beam: ConcreteBeam,
    worst: WorstOfFace,
    bent: NonNullable<WorstOfFace['bent']>,
  ) => void;
}

/** Strength of a face in bending, with the axial force that counts. */
export const bendingCheck =
  (face: Face, words: BendingCheckWords): BeamCheck =>
  (beam) => {
    const [id, title] = [`flexure-${face}`, `Bending, ${face} bars`] as const;
    const { clause } = words;
    if (!worstOfFace(beam, face))
      return [skipped(id, title, clause, `No ${face === 'bottom' ? 'sagging' : 'hogging'} moment in any combination.`)];
    const loaded = loadedFace(beam, face);
    if (!loaded)
      return [
        missing(id, title, clause, 'No two allowed bars fit side by side. Widen the section or allow smaller bars.'),
      ];
    const { base, layer, worst } = loaded;
    const { demand, bent } = worst;
    return [
      {
        ...base,
        id,
        title,
        clause,
        utilisation: bent ? Math.min(impossible, bent.utilisation) : impossible,
        trace: (sheet) => {
          if (beam.chosen[face]?.proposed)
            sheet.remark(
              'The bars are proposed by the bar rules: the lightest in two rows at most that carry what is asked with the minimum steel, or the strongest that fit; more of them where these keep deflection and cracks within their limits.',
            );
          if (layer.rows.length > 1)
            sheet.remark(
              `The ${layer.groups ? `${layer.count} bars` : `${layer.count} ${layer.bar.name}`} lie in ${layer.rows.length} rows, ${layer.rows.join(' + ')} from the outside.`,
            );
          const there = countedWords(worst.bars[face]);
          if (there !== undefined) sheet.remark(there);
          if (beam.atFaces) sheet.remark(words.atFaces);
          for (const sentence of beam.slabWords) sheet.remark(`${sentence}.`);
          if (demand.point.shape) sheet.remark(shapeWords(beam, demand.point.shape));
          if (beam.code.countsAxially(demand.point.N) && demand.N !== 0) sheet.remark(words.axial);
          if (demand.torsion > 0)
            words.torsion(sheet, beam, demand.torsion, formatQuantity(demand.torsion, 'moment', beam.units));
          if (!bent) {
            sheet.remark(
              'The bars lie outside the section, or there are none on its other face: there is no strength.',
            );
            return;
          }
          words.trace(sheet, beam, worst, bent);
        },
      },
    ];
  };

/** Which bars of a face count, and how far they are anchored, in a sentence; undefined: all of one size, in full. */
export function countedWords(layer: FaceBars | undefined): string | undefined {
  if (!layer?.groups) return undefined;
  const words = layer.groups.map(
    ({ bar, count, share }) =>
      `${count} ${bar.name}${share < 1 ? `, anchored for ${Math.floor(100 * share)}% of ${count > 1 ? 'their' : 'its'} strength` : ''}`,
  );
  return `At this place ${words.join('; ')} count${layer.count === 1 ? 's' : ''}. What is anchored in part counts as so much less area.`;
}

/** Where the slab lies in the section, in a sentence. */
function shapeWords({ section, units }: ConcreteBeam, { beam, slabs }: NonNullable<DemandPoint['shape']>): string {
  const show = (value: number) => formatQuantity(value, 'sectionLength', units, units === 'us' ? 1 : 0);
  const top = beam.z + section.depth / 2;
  return `Slab in the section: ${slabs
    .map(({ from, to }) => {
      const below = top - to.z;
      return `${show(to.y - from.y)} wide, ${show(to.z - from.z)} thick, its top ${Math.abs(below) < 1e-3 ? 'flush with the beam’s' : `${show(Math.abs(below))} ${below > 0 ? 'below' : 'above'} the beam’s`}`;
    })
    .join('; ')}, as drawn.`;
}

/** The place that a measure is largest at; undefined: it is nothing everywhere. */
export function worstPlace(
  points: readonly DemandPoint[],
  measure: (point: DemandPoint) => number,
): { point: DemandPoint; value: number } | undefined {
  let worst: { point: DemandPoint; value: number } | undefined;
  for (const point of points) {
    const value = measure(point);
    if (value > (worst?.value ?? 0)) worst = { point, value };
  }
  return worst;
}

/** Combination and place of a check that was made there. */
export const madeAt = ({ label, x }: DemandPoint): { made: true; combination: string; x: number } => ({
  made: true,
  combination: label,
  x,
});
