import {
  cubic,
  ownFlange,
  lineIndex,
  lineWidth,
  peaksBetween,
  type FlangedShape,
  type LineValues,
  type ReadLine,
  type Station,
} from '../../../../results';
import { stationsOutside, shearPlaces } from '../demand-places';
import { dot, memberAxis, scale, subtract, type Vector } from '../../../../model';
import type { CheckedMember, SlabPlace } from '../design-code';

/** Forces of a beam at a place under a combination, N and N·m; with a slab N, Vz and My are those of the section of both. */
export interface DemandPoint {
  readonly label: string;
  /** m from the start */
  readonly x: number;
  readonly N: number;
  readonly Vy: number;
  readonly Vz: number;
  readonly T: number;
  readonly My: number;
  readonly Mz: number;
  /** share of its torsional stiffness that the beam was analysed with */
  readonly torsionFactor: number;
  /** the section of beam and slab, or with the flange it has of its own; undefined: of the beam alone */
  readonly shape: FlangedShape | undefined;
}

/** Where forces of a beam are read. */
export interface BeamReader {
  /** between the faces of supports */
  readonly bending: readonly DemandPoint[];
  /** the same at other places between them, m; with a slab between the places its forces are found at */
  readonly bendingAt: (places: readonly number[]) => readonly DemandPoint[];
  /** where shear and torsion are asked for: at d from faces where that is allowed. @param d effective depth, m */
  readonly shear: (d: number) => { readonly points: readonly DemandPoint[]; readonly words: readonly string[] };
  /** the largest of those forces read so far that the rules leave out, without sign, N and N·m */
  readonly leftOut: () => LeftOut;
}

/** Forces that design rules leave out, without sign, N and N·m. */
export type LeftOut = Readonly<Record<'N' | 'T' | 'Vy' | 'Mz', number>>;

/** A load that runs along a beam for more than this is spread, m. */
const spreadOver = 0.3;

/** The forces of a beam where a code asks for them, from the beam alone or from the sections of beam and slab. */
export function beamReader(checked: CheckedMember): BeamReader {
  let reader = readers.get(checked);
  if (!reader) readers.set(checked, (reader = readerOf(checked)));
  return reader;
}

/** Bars are proposed for a beam several times over; what it is asked for stays the same. */
const readers = new WeakMap<CheckedMember, BeamReader>();

function readerOf(checked: CheckedMember): BeamReader {
  const { stations, zones, lines, withSlab } = checked;
  const values = new Float64Array(lineWidth);
  const own = ownFlange(checked.section.shape);
  const leftOut = { N: 0, T: 0, Vy: 0, Mz: 0 };
  const gone = goneBy(checked.rules);
  /** what of the forces at a place is designed for */
  const asked = (point: DemandPoint): DemandPoint => {
    if (gone.length === 0) return point;
    const kept = { ...point };
    for (const force of gone) {
      leftOut[force] = Math.max(leftOut[force], Math.abs(point[force]));
      kept[force] = 0;
    }
    return kept;
  };
  const at = (number: number, { x, after }: Station): DemandPoint => {
    const { read } = lines[number];
    return asked(pointOf(lines[number], x, read.at(x, after, values), own));
  };
  const shapes = withSlab ? likeShapes(withSlab.map(({ shape }) => shape)) : [];
  const known = new Map<number, DemandPoint>();
  const withIt = (number: number, place: number): DemandPoint => {
    const key = number * withSlab!.length + place;
    let found = known.get(key);
    if (!found) known.set(key, (found = findWithIt(number, place)));
    return found;
  };
  const findWithIt = (number: number, place: number): DemandPoint => {
    const { x, forces, own: alone } = withSlab![place];
    const { N, Vz, My } = forces(number);
    const own = pointOf(lines[number], x, alone(number));
    const shape = shapes[place];
    // bending in its plane, and forces across the beam, are the slab's
    return asked(shape ? { ...own, N, Vz, My, Mz: 0, Vy: 0, shape } : own);
  };
  const outside = (stretches: Parameters<typeof stationsOutside>[2]) => (x: number) =>
    stretches.every(({ from, to }) => x < from + 1e-9 || x > to - 1e-9);
  const slabPoints = (stretches: Parameters<typeof stationsOutside>[2]) => {
    const isOutside = outside(stretches);
    return withSlab!.flatMap(({ x }, place) => (isOutside(x) ? lines.map((_, number) => withIt(number, place)) : []));
  };
  const length = lines[0].line.length;
  const jumpsIn = (from: number, to: number) =>
    // a mesh gives its forces to the beam at single places: with a slab only loads themselves tell
    withSlab
      ? concentrated(checked, withSlab).some((span) => span.to > from && span.from < to)
      : stations.some(
          ({ x, after }) =>
            after &&
            x > from &&
            x < to &&
            lines.some(({ read }) => {
              const [before, past] = [read.at(x)[lineIndex.Vz], read.at(x, true)[lineIndex.Vz]];
              return Math.abs(past - before) > 1e-6 * Math.max(1, Math.abs(before), Math.abs(past));
            }),
        );
  return {
    leftOut: () => leftOut,
    bendingAt: (places) => {
      const isOutside = outside(zones);
      return places
        .filter(isOutside)
        .flatMap((x) =>
          lines.flatMap((_, number) =>
            withSlab ? between(withSlab, number, x, withIt) : [at(number, { x, after: false })],
          ),
        );
    },
    bending: withSlab
      ? slabPoints(zones)
      : stationsOutside(stations, length, zones).flatMap((part) =>
          lines.flatMap((_, number) => [
            ...part.map((place) => at(number, place)),
            // the largest moments lie between stations
            ...peaksOf(lines[number].read, part).map((x) => at(number, { x, after: false })),
          ]),
        ),
    shear: (d) => {
      const { stretches, words } = zones.length > 0 ? shearPlaces(zones, d, jumpsIn) : { stretches: [], words: [] };
      return {
        points: withSlab
          ? slabPoints(stretches)
          : stationsOutside(stations, length, stretches)
              .flat()
              .flatMap((place) => lines.map((_, number) => at(number, place))),
        words,
      };
    },
  };
}

/** Forces of beam and slab between two places they were found at; none where their sections there are not alike. */
function between(
  places: readonly SlabPlace[],
  number: number,
  x: number,
  withIt: (number: number, place: number) => DemandPoint,
): DemandPoint[] {
  const after = places.findIndex((place) => place.x > x);
  if (after < 1) return [];
  const [a, b] = [withIt(number, after - 1), withIt(number, after)];
  if (a.shape !== b.shape || b.x - a.x < 1e-9) return [];
  const t = (x - a.x) / (b.x - a.x);
  const mix = (of: 'N' | 'Vy' | 'Vz' | 'T' | 'My' | 'Mz') => a[of] + t * (b[of] - a[of]);
  return [{ ...a, x, N: mix('N'), Vy: mix('Vy'), Vz: mix('Vz'), T: mix('T'), My: mix('My'), Mz: mix('Mz') }];
}

/** Forces that rules leave out. */
const goneBy = ({ forces }: CheckedMember['rules']): (keyof LeftOut)[] => [
  ...(forces?.torsion === 'out' ? (['T'] as const) : []),
  ...(forces?.axial === 'out' ? (['N'] as const) : []),
  ...(forces?.across === 'out' ? (['Vy', 'Mz'] as const) : []),
];

const pointOf = (
  { label, torsionFactor }: CheckedMember['lines'][number],
  x: number,
  values: LineValues,
  shape?: FlangedShape,
): DemandPoint => ({
  label,
  x,
  torsionFactor,
  N: values[lineIndex.N],
  Vy: values[lineIndex.Vy],
  Vz: values[lineIndex.Vz],
  T: values[lineIndex.T],
  My: values[lineIndex.My],
  Mz: values[lineIndex.Mz],
  shape,
});

/** Where moments about both axes are largest and smallest along a part of a beam, if that is between its stations, m. */
function peaksOf(line: ReadLine, part: readonly Station[]): number[] {
  const pairs = [
    [lineIndex.My, lineIndex.dMy],
    [lineIndex.Mz, lineIndex.dMz],
  ] as const;
  const most = pairs.map(() => ({ max: -Infinity, min: Infinity, maxAt: NaN, minAt: NaN }));
  let [before, values] = [new Float64Array(lineWidth), new Float64Array(lineWidth)];
  part.forEach(({ x, after }, i) => {
    line.at(x, after, values);
    pairs.forEach(([moment, slope], k) => {
      const note = (value: number, place: number) => {
        if (value > most[k].max) Object.assign(most[k], { max: value, maxAt: place });
        if (value < most[k].min) Object.assign(most[k], { min: value, minAt: place });
      };
      note(values[moment], NaN);
      const h = i > 0 ? x - part[i - 1].x : 0;
      if (h <= 0) return;
      for (const t of peaksBetween(before[moment], before[slope], values[moment], values[slope], h))
        note(cubic(before[moment], before[slope] * h, values[moment], values[slope] * h, t), x - h + t * h);
    });
    [before, values] = [values, before];
  });
  return [...new Set(most.flatMap(({ maxAt, minAt }) => [maxAt, minAt]))].filter((x) => !Number.isNaN(x));
}

/** Where loads that are not spread act on a beam or on the slab that works with it, m from the start of its flexible part. */
function concentrated({ model, member }: CheckedMember, places: readonly SlabPlace[]): { from: number; to: number }[] {
  const axis = memberAxis(model, member);
  if (!axis) return [];
  const way = scale(subtract(axis.end, axis.start), 1 / axis.length);
  const begin = member.startRigid ?? 0;
  const reach = Math.max(
    0,
    ...places.flatMap(({ shape }) =>
      (shape?.slabs ?? []).flatMap(({ from, to }) => [from.y, to.y].map((y) => Math.abs(y - shape!.beam.y))),
    ),
  );
  const onBeam = (points: readonly Vector[]): { from: number; to: number }[] => {
    const along = points.map((at) => dot(subtract(at, axis.start), way));
    const aside = points.map((at) => dot(subtract(at, axis.start), axis.axes.y));
    const [from, to] = [Math.min(...along) - begin, Math.max(...along) - begin];
    // what runs along the beam is spread
    return Math.min(...aside) > reach || Math.max(...aside) < -reach || to - from > spreadOver ? [] : [{ from, to }];
  };
  return Object.values(model.loads).flatMap((load) => {
    if (load.type === 'point' || load.type === 'moment')
      return load.member === member.id ? [{ from: load.at - begin, to: load.at - begin }] : [];
    if (load.type === 'spot') return onBeam([load.at]);
    return load.type === 'line' ? onBeam([load.start, load.end]) : [];
  });
}

/** Shapes with like ones made the same, so that one section serves many places. */
function likeShapes(shapes: readonly (FlangedShape | undefined)[]): (FlangedShape | undefined)[] {
  const known = new Map<string, FlangedShape>();
  return shapes.map((shape) => {
    if (!shape) return undefined;
    const key = JSON.stringify(shape, (_, value: unknown) =>
      typeof value === 'number' ? Math.round(value * 1e4) : value,
    );
    const same = known.get(key);
    if (same) return same;
    known.set(key, shape);
    return shape;
  });
}
