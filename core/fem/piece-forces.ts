import type { FrameElements } from './frame-elements';

/** Places along a member at which forces of modes are combined: shares of its length. */
export const spectrumStations = [0, 0.25, 0.5, 0.75, 1] as const;

/** Forces on the starts and ends of pieces, or of members: six each, local, N and N·m. */
export interface EndForces {
  readonly startForces: Float64Array;
  readonly endForces: Float64Array;
}

/** Numbers of the first piece of each member, and after the last. */
export function memberPieces({ pieces }: FrameElements): Int32Array {
  const firsts = pieces.flatMap(({ isFirst }, e) => (isFirst ? [e] : []));
  return Int32Array.of(...firsts, pieces.length);
}

/** Forces on the ends of members: of a member that floors cut, on the start of its first piece and the end of its last. */
export function memberEndForces(frame: FrameElements, { startForces, endForces }: EndForces): EndForces {
  const firsts = memberPieces(frame);
  const made = {
    startForces: new Float64Array(6 * (firsts.length - 1)),
    endForces: new Float64Array(6 * (firsts.length - 1)),
  };
  for (let m = 0; m + 1 < firsts.length; m++) {
    made.startForces.set(startForces.subarray(6 * firsts[m], 6 * firsts[m] + 6), 6 * m);
    made.endForces.set(endForces.subarray(6 * firsts[m + 1] - 6, 6 * firsts[m + 1]), 6 * m);
  }
  return made;
}

/**
 * Forces N V_y V_z T M_y M_z at the stations of every member, from those on the ends of its pieces. Where nothing acts between the ends of a piece, moments
 * run straight; under mass spread along it they follow the cubic through the moments and shears of both ends.
 * @returns 30 a member, N and N·m
 */
export function stationForces(frame: FrameElements, { startForces, endForces }: EndForces): Float64Array {
  const firsts = memberPieces(frame);
  const values = new Float64Array((firsts.length - 1) * spectrumStations.length * 6);
  for (let m = 0; m + 1 < firsts.length; m++) {
    const lengths = frame.pieces.slice(firsts[m], firsts[m + 1]).map(({ element }) => element.length);
    const total = lengths.reduce((sum, length) => sum + length, 0);
    spectrumStations.forEach((share, s) => {
      let [piece, before] = [0, 0];
      while (piece + 1 < lengths.length && share * total > before + lengths[piece]) before += lengths[piece++];
      const inPiece = Math.min(1, (share * total - before) / lengths[piece]);
      const at = 6 * (firsts[m] + piece);
      values.set(
        forcesBetween(startForces.subarray(at, at + 6), endForces.subarray(at, at + 6), lengths[piece], inPiece),
        6 * (spectrumStations.length * m + s),
      );
    });
  }
  return values;
}

function forcesBetween(start: Float64Array, end: Float64Array, length: number, share: number): number[] {
  const [fx, fy, fz, mx, my, mz] = start;
  const [ex, ey, ez, tx, ty, tz] = end;
  const between = (a: number, b: number) => a + (b - a) * share;
  const [u, v] = [share * share * (3 - 2 * share), share * (1 - share) * length];
  const bent = (a: number, b: number, va: number, vb: number) => a + (b - a) * u + v * (va * (1 - share) - vb * share);
  return [
    between(-fx, ex),
    between(fy, -ey),
    between(fz, -ez),
    between(-mx, tx),
    bent(my, -ty, fz, -ez),
    bent(-mz, tz, fy, -ey),
  ];
}

/** How a member that floors cut moves: at shares of its length, three translations each, global. */
export interface CutShape {
  readonly member: number;
  readonly shares: Float64Array;
  readonly translations: Float64Array;
}

/** The movements of cut members at their cuts. @param displacements six a node, global */
export function cutShapes(frame: FrameElements, displacements: Float64Array): CutShape[] {
  const firsts = memberPieces(frame);
  const found: CutShape[] = [];
  for (let m = 0; m + 1 < firsts.length; m++) {
    const pieces = frame.pieces.slice(firsts[m], firsts[m + 1]);
    if (pieces.length === 1) continue;
    const total = pieces.reduce((sum, { element }) => sum + element.length, 0);
    let along = 0;
    const shares = Float64Array.of(0, ...pieces.map(({ element }) => (along += element.length) / total));
    const nodes = [pieces[0].start, ...pieces.map(({ end }) => end)];
    found.push({
      member: m,
      shares,
      translations: Float64Array.from(nodes.flatMap((n) => [...displacements.subarray(6 * n, 6 * n + 3)])),
    });
  }
  return found;
}
