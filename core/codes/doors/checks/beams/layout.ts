import { findBar } from '../../../../catalog';
import type { BeamLayout } from '../beam-layout';
import { inRows, mostRows, type Face } from './beam-bars';
import { BarsAlong } from './bars-along';
import type { ConcreteBeam } from './concrete-beam';

/** A third of the bars of a face lies all along: ACI 318-19 9.7.3.8; EN 1992-1-1 9.2.1.4 asks for a quarter. */
const carried = 1 / 3;

/** What bars that are laid out along a beam are chosen by. @param before rigid length before its flexible part, m */
export function layoutOf(beam: ConcreteBeam, before: number): BeamLayout {
  const { section, code, bending, shear, minimumWidth } = beam;
  const faceBars = (bar: string, count: number) => inRows(section, { bar: findBar(bar)!, count });
  const shapeNear = (x: number) =>
    bending.reduce((best, point) => (Math.abs(point.x - x) < Math.abs(best.x - x) ? point : best)).shape;
  const known = new Map<string, number>();
  const allows = (face: Face, bar: string, count: number) =>
    code.proposal.allows(faceBars(bar, count), minimumWidth[face]);
  const fits = (_: Face, bar: string, count: number) => {
    const { rows } = faceBars(bar, count);
    return rows.length <= mostRows && rows[0] > 1;
  };
  return {
    sizes: beam.sizes,
    strength: (face, bar, count, x) => {
      const shape = shapeNear(x - before);
      const key = `${face} ${bar} ${count} ${shape ? bending.findIndex((point) => point.shape === shape) : ''}`;
      let found = known.get(key);
      if (found === undefined) {
        const other: Face = face === 'top' ? 'bottom' : 'top';
        const bars = { [face]: faceBars(bar, count), [other]: beam.bars[other], side: beam.bars.side };
        const { strength, strain } = code.proposal.strengthOf(bars, face, shape);
        known.set(key, (found = strain >= code.proposal.ductile ? strength : 0));
      }
      return found;
    },
    fits,
    least: (face, bar) => {
      for (let count = 2; fits(face, bar, count); count++) if (allows(face, bar, count)) return count;
      return undefined;
    },
    past: (face, bar, count) => {
      const run = {
        face,
        bar: findBar(bar)!,
        count,
        from: 0,
        to: Infinity,
        hooked: { from: false, to: false },
        tip: { from: false, to: false },
      };
      const along = new BarsAlong(section, [run], undefined, code.anchorage, {
        length: Infinity,
        from: 0,
        to: Infinity,
      });
      const { straight } = along.lengthsOf(run, 'from');
      const isShifted = code.anchorage.readings.some(
        ({ shift, anchored }) => anchored && shift(run.bar, section.depth) > 0,
      );
      return { past: along.shiftOf(run) + (isShifted ? straight : 0), anchorage: straight };
    },
    stirrups: (from, to, times) => {
      const there = shear
        .filter(({ x }) => before + x > from - 1e-6 && before + x < to + 1e-6)
        .map((point) => (times === 1 ? point : { ...point, Vz: times * point.Vz, T: times * point.T }));
      return there.length > 0 ? code.proposeStirrups(beam.d, there, beam.bars) : undefined;
    },
    shearPlaces: [...new Set(shear.map(({ x }) => before + x))].sort((a, b) => a - b),
    carried,
  };
}
