import type { BeamElevation, CrossSection, ElevationPlace } from '../beam-elevation';
import type { Check } from '../check';
import { everyBar } from './beam-bars';
import type { ConcreteBeam } from './concrete-beam';
import type { DemandPoint } from './demands';
import { largestAlong } from './largest-along';
import { reinforcedSection } from './reinforced';

/** A beam from the side: its bars, what bends it and what its bars carry, along it. @param checks those made of it */
export function elevationOf(beam: ConcreteBeam, before: number, checks: readonly Check[]): BeamElevation {
  const { along, bending, code } = beam;
  const steps = along.knots.flatMap((x) => [x - 1e-6, x + 1e-6]);
  const read = largestAlong(bending);
  const most = (x: number, sign: 1 | -1) =>
    read.at(x, (points) => points.reduce((sum, { My }) => Math.max(sum, sign * My), 0));
  const shapeNear = (x: number) =>
    bending.reduce((best, point) => (Math.abs(point.x - x) < Math.abs(best.x - x) ? point : best)).shape;
  const places = bending.length === 0 ? [] : [...new Set([...read.places, ...steps])].sort((a, b) => a - b);
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
    sections: sectionsOf(beam, shapeNear).map((one) => ({ ...one, from: before + one.from, to: before + one.to })),
    curves: checks.flatMap((check) =>
      check.made && check.curve ? [{ title: check.title, combination: check.combination, ...check.curve() }] : [],
    ),
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

/** Cuts across a beam, one for each stretch with the same bars. */
function sectionsOf(
  { along, section, bending }: ConcreteBeam,
  shapeNear: (x: number) => DemandPoint['shape'],
): CrossSection[] {
  const marks = [0, ...along.ends, along.whole];
  return marks.slice(1).map((to, i): CrossSection => {
    const from = marks[i];
    const bars = along.present((from + to) / 2);
    const shape = bending.length === 0 ? undefined : shapeNear((from + to) / 2);
    const { y, z } = shape?.beam ?? { y: 0, z: 0 };
    const moved = (at: { readonly y: number; readonly z: number }) => ({ y: at.y - y, z: at.z - z });
    return {
      from,
      to,
      width: section.width,
      depth: section.depth,
      cover: section.cover,
      stirrup: section.stirrup.diameter,
      concrete: reinforcedSection(section, bars, shape).concrete.map((one) => ({
        from: moved(one.from),
        to: moved(one.to),
      })),
      bars: everyBar(section, bars).map((bar) => ({ y: bar.y, z: bar.z, diameter: bar.diameter })),
    };
  });
}
