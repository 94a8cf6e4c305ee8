import {
  diagramSense,
  forceComponents,
  roundDown,
  type Band,
  type ForceComponent,
  type Quantity,
  type Station,
  type StationTable,
} from '../results';
import type { Drawn } from './drawn';
import { nothingDrawn, type DiagramDrawing, type DiagramSource } from './drawing';

/** What is drawn as an area beside a member. */
export type Ribboned = ForceComponent | 'stress';

/** Whether a quantity is an internal force of members. */
export const isForce = (quantity: Quantity): quantity is ForceComponent =>
  (forceComponents as readonly string[]).includes(quantity);
/** Whether a quantity is drawn as an area beside a member. */
export const isRibbon = (quantity: Quantity): quantity is Ribboned => isForce(quantity) || quantity === 'stress';

/** With more members than this every other station is drawn: each member is a few pixels long. */
const membersDrawnCoarsely = 1500;
const noteworthy = 0.02;
const mostWritten = 80;

/** Diagrams of an internal force on members: one curve for a case or combination, two for an envelope. */
export function ribbonDiagram(
  table: StationTable,
  members: readonly number[],
  weights: readonly Float64Array[],
  component: Ribboned,
  bandOf: (member: number) => Band | undefined,
  envelope: boolean,
  exact: boolean,
  reach: number,
  drawn: Drawn,
  facing: DiagramSource['facing'],
): DiagramDrawing {
  const { solution } = table;
  const own = members.flatMap((member) => {
    const band = bandOf(member);
    return band ? [{ member, band }] : [];
  });
  const sides: ('max' | 'min')[] =
    !envelope && component !== 'stress' ? ['max'] : drawn.side === 'both' ? ['max', 'min'] : [drawn.side];
  let [largest, smallest, size] = [-Infinity, Infinity, 0];
  for (const { band } of own) {
    for (const side of sides) {
      const values = band[side];
      for (let s = 0; s < values.length; s++) {
        if (values[s] > largest) largest = values[s];
        if (values[s] < smallest) smallest = values[s];
      }
    }
  }
  size = Math.max(largest, -smallest, 0);
  if (!(size > 1e-9)) return nothingDrawn;
  const scale = drawn.unitsPerMetre !== null ? 1 / drawn.unitsPerMetre : roundDown((reach / size) * drawn.magnify);
  // a stress has no side of its own, as an axial force has none
  const { row: usual, sign } = diagramSense[component === 'stress' ? 'N' : component];
  const sideless = component === 'N' || component === 'T' || component === 'stress';
  const mirrored = drawn.mirrored ? -1 : 1;
  const stationCount = own.reduce((sum, { band }) => sum + band.stations.length, 0);
  const ribbon = new Ribbon(
    stationCount,
    drawn.paint === 'colours' ? 1 : sides.length,
    drawn.paint === 'colours',
    own.length > membersDrawnCoarsely,
  );
  const values: DiagramDrawing['values'][number][] = [];
  const written = membersToWrite(own.map(({ band }) => band));
  own.forEach(({ member, band }, i) => {
    const { stations } = band;
    const from = 3 * solution.ends[2 * member];
    const axes = solution.axes.subarray(9 * member, 9 * member + 9);
    const origin = solution.positions.subarray(from, from + 3);
    const away = (which: 1 | 2) =>
      facing
        ? Math.abs(axes[3 * which] * facing[0] + axes[3 * which + 1] * facing[1] + axes[3 * which + 2] * facing[2])
        : 0;
    const row = sideless && away(1) < away(2) - 1e-9 ? 1 : usual;
    const side = [0, 1, 2].map((k) => (drawn.paint === 'colours' ? 0 : mirrored * sign * scale * axes[3 * row + k]));
    if (drawn.paint === 'colours') ribbon.addColoured(stations, band, sides, origin, axes);
    else for (const which of sides) ribbon.add(stations, band[which], origin, axes, side);
    const place = (x: number, value: number) =>
      [0, 1, 2].map((k) => origin[k] + x * axes[k] + value * side[k]) as [number, number, number];
    const write = (x: number, value: number, name: string) => {
      if (Math.abs(value) > Math.max(noteworthy, drawn.threshold) * size)
        values.push({
          at: place(x, value),
          value,
          member,
          weight: Math.abs(value) / size,
          key: `${component} ${solution.memberIds[member]} ${name}`,
        });
    };
    if (!written.has(i)) return;
    const last = stations.length - 1;
    const length = stations[last].x;
    if (sides.length === 1) {
      write(0, band[sides[0]][0], 'start');
      write(length, band[sides[0]][last], 'end');
    }
    if (drawn.stations)
      for (const share of [0.25, 0.5, 0.75])
        for (const which of sides)
          write(share * length, interpolated(band, which, share * length), `${share} ${which}`);
    const found = exact && isForce(component) ? table.extremes(member, weights, component) : sampled(band);
    const { max: top, min: bottom } = found;
    const extremes =
      sides.length === 2 || !envelope
        ? top.value === bottom.value
          ? [top]
          : [top, bottom]
        : [sides[0] === 'max' ? top : bottom];
    extremes.forEach(({ value, x }, n) => {
      if (envelope || (x > 0 && x < length)) write(x, value, n === 0 ? 'max' : 'min');
    });
  });
  return { ...nothingDrawn, ...ribbon.finish(), values, scale, largest, smallest };
}

function sampled({ stations, max, min }: Band): {
  max: { value: number; x: number };
  min: { value: number; x: number };
} {
  let [top, bottom] = [0, 0];
  for (let s = 1; s < stations.length; s++) {
    if (max[s] > max[top]) top = s;
    if (min[s] < min[bottom]) bottom = s;
  }
  return { max: { value: max[top], x: stations[top].x }, min: { value: min[bottom], x: stations[bottom].x } };
}

/** A value of a band between its stations. */
export function interpolated(band: Band, side: 'max' | 'min', at: number): number {
  const { stations, [side]: values } = band;
  const after = stations.findIndex((station) => station.x >= at);
  if (after <= 0) return values[Math.max(0, after)];
  const [a, b] = [stations[after - 1].x, stations[after].x];
  return b === a ? values[after] : values[after - 1] + ((values[after] - values[after - 1]) * (at - a)) / (b - a);
}

/** The members whose extremes are worth finding exactly: with many, those with the largest values. */
function membersToWrite(bands: readonly Band[]): Set<number> {
  const all = bands.map((_, i) => i);
  if (all.length <= mostWritten) return new Set(all);
  const peaks = bands.map(({ max, min }) => {
    let peak = 0;
    for (let s = 0; s < max.length; s++) peak = Math.max(peak, max[s], -min[s]);
    return peak;
  });
  return new Set(all.sort((a, b) => peaks[b] - peaks[a]).slice(0, mostWritten));
}

/** Collects the area between members and curves as triangles, and the curves as segments, in arrays that are laid out once. */
class Ribbon {
  private readonly triangles: Float32Array;
  private readonly outline: Float32Array;
  private readonly segmentValues: Float32Array;
  private triangleEnd = 0;
  private outlineEnd = 0;

  /** @param stations of all members together @param curves how many a member has @param coloured whether only coloured segments are wanted @param coarse whether every other station serves */
  constructor(
    stations: number,
    curves: number,
    coloured: boolean,
    private readonly coarse: boolean,
  ) {
    this.triangles = new Float32Array(coloured ? 0 : 18 * stations * curves);
    this.outline = new Float32Array(6 * (2 * stations + 4) * curves);
    this.segmentValues = new Float32Array(coloured ? stations : 0);
  }

  /** @param origin start of the member @param along unit vector of its axis @param side vector on which one unit of the value is drawn */
  add(
    stations: readonly Station[],
    curve: Float64Array,
    origin: ArrayLike<number>,
    along: ArrayLike<number>,
    side: ArrayLike<number>,
  ): void {
    const { triangles, outline } = this;
    let t = this.triangleEnd;
    let o = this.outlineEnd;
    o = put(outline, o, origin, along, side, stations[0].x, 0);
    o = put(outline, o, origin, along, side, stations[0].x, curve[0]);
    const end = stations.length - 1;
    let before = 0;
    for (let s = 1; s <= end; s++) {
      // jumps are drawn at any rate
      if (this.coarse && s % 2 === 1 && s < end && !stations[s].after && !stations[s + 1].after) continue;
      const from = stations[before].x;
      const to = stations[s].x;
      const a = curve[before];
      const b = curve[s];
      before = s;
      // where the curve crosses the axis two triangles meet, else they share a corner
      const zero = a * b < 0 ? from + ((to - from) * a) / (a - b) : to;
      t = put(triangles, t, origin, along, side, from, 0);
      t = put(triangles, t, origin, along, side, from, a);
      t = put(triangles, t, origin, along, side, zero, zero === to ? b : 0);
      t = put(triangles, t, origin, along, side, zero === to ? from : zero, 0);
      t = put(triangles, t, origin, along, side, to, b);
      t = put(triangles, t, origin, along, side, to, 0);
      o = put(outline, o, origin, along, side, from, a);
      o = put(outline, o, origin, along, side, to, b);
    }
    o = put(outline, o, origin, along, side, stations[end].x, curve[end]);
    o = put(outline, o, origin, along, side, stations[end].x, 0);
    this.triangleEnd = t;
    this.outlineEnd = o;
  }

  /** The member itself in pieces, each with the value of largest size of its two ends. */
  addColoured(
    stations: readonly { x: number }[],
    band: Band,
    sides: readonly ('max' | 'min')[],
    origin: ArrayLike<number>,
    along: ArrayLike<number>,
  ): void {
    const none = [0, 0, 0];
    for (let s = 1; s < stations.length; s++) {
      let value = 0;
      for (const side of sides)
        for (const at of [s - 1, s]) if (Math.abs(band[side][at]) > Math.abs(value)) value = band[side][at];
      this.segmentValues[this.outlineEnd / 6] = value;
      this.outlineEnd = put(this.outline, this.outlineEnd, origin, along, none, stations[s - 1].x, 0);
      this.outlineEnd = put(this.outline, this.outlineEnd, origin, along, none, stations[s].x, 0);
    }
  }

  finish(): Pick<DiagramDrawing, 'triangles' | 'outline' | 'segmentValues'> {
    return {
      triangles: this.triangles.slice(0, this.triangleEnd),
      outline: this.outline.slice(0, this.outlineEnd),
      segmentValues: this.segmentValues.slice(0, this.segmentValues.length > 0 ? this.outlineEnd / 6 : 0),
    };
  }
}

function put(
  list: Float32Array,
  at: number,
  origin: ArrayLike<number>,
  along: ArrayLike<number>,
  side: ArrayLike<number>,
  x: number,
  value: number,
): number {
  list[at] = origin[0] + x * along[0] + value * side[0];
  list[at + 1] = origin[1] + x * along[1] + value * side[1];
  list[at + 2] = origin[2] + x * along[2] + value * side[2];
  return at + 3;
}
