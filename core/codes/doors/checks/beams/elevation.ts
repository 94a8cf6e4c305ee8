import type { BeamElevation, ElevationPlace } from '../beam-elevation';
import type { ConcreteBeam } from './concrete-beam';
import type { DemandPoint } from './demands';

/** A beam from the side: its bars, what bends it and what its bars carry, along it. */
export function elevationOf(beam: ConcreteBeam, before: number): BeamElevation {
  const { along, bending, code } = beam;
  const byPlace = new Map<number, DemandPoint[]>();
  for (const point of bending) {
    const here = byPlace.get(point.x);
    if (here) here.push(point);
    else byPlace.set(point.x, [point]);
  }
  const steps = along.knots.flatMap((x) => [x - 1e-6, x + 1e-6]);
  // where only some combinations are read, as at the peak of one, the largest of all is known only if it is larger than beside
  const all = Math.max(0, ...[...byPlace.values()].map((points) => points.length));
  const whole = [...byPlace].filter(([, points]) => points.length === all).sort(([a], [b]) => a - b);
  const largest = (points: readonly DemandPoint[], sign: 1 | -1) =>
    points.reduce((sum, { My }) => Math.max(sum, sign * My), 0);
  const most = (x: number, sign: 1 | -1): number | undefined => {
    const points = byPlace.get(x);
    if (!points) return undefined;
    const value = largest(points, sign);
    if (points.length === all) return value;
    const after = whole.findIndex(([place]) => place > x);
    const beside = [whole[after - 1], whole[after]].flatMap((one) => (one ? [largest(one[1], sign)] : []));
    return beside.every((other) => value > other) ? value : undefined;
  };
  const shapeNear = (x: number) =>
    bending.reduce((best, point) => (Math.abs(point.x - x) < Math.abs(best.x - x) ? point : best)).shape;
  const places = bending.length === 0 ? [] : [...new Set([...byPlace.keys(), ...steps])].sort((a, b) => a - b);
  const strength = (x: number, face: 'top' | 'bottom'): number => {
    const bars = along.developed(x);
    return bars[face] ? code.proposal.strengthOf(bars, face, shapeNear(x)).strength : 0;
  };
  const { section, stirrups } = beam;
  return {
    width: section.width,
    depth: section.depth,
    cover: section.cover,
    sideBars: beam.bars.side && { bar: beam.bars.side.bar.name, count: beam.bars.side.count },
    stirrups: {
      bar: stirrups.value.bar.name,
      legs: stirrups.value.legs,
      spacing: stirrups.value.spacing,
    },
    zones: beam.stirrupZones.map((zone) => ({ ...zone, from: before + zone.from, to: before + zone.to })),
    places: places.map((x): ElevationPlace => ({
      x: before + x,
      sagging: most(x, 1),
      hogging: most(x, -1),
      strengthSagging: strength(x, 'bottom'),
      strengthHogging: strength(x, 'top'),
    })),
    bars: along.runs.map((run) => {
      const [start, end] = [along.lengthsOf(run, 'from'), along.lengthsOf(run, 'to')];
      const straight = Math.max(start.straight, end.straight);
      return {
        face: run.face,
        bar: run.bar.name,
        count: run.count,
        from: before + run.from,
        to: before + run.to,
        hooked: {
          from: run.hooked.from && start.hook < start.straight,
          to: run.hooked.to && end.hook < end.straight,
        },
        anchorage: straight,
        lap: straight * (along.anchorage?.lap ?? 1),
        leg: run.bar.diameter * (along.anchorage?.leg ?? 0),
      };
    }),
    shift: Math.max(0, ...along.runs.map((run) => along.shiftOf(run))),
    faces: beam.zones.map(({ from, to }) => ({ from: before + from, to: before + to })),
  };
}
