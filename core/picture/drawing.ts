import type { Solution } from '../fem';
import type { Model, Vector } from '../model';
import type { Shown } from '../results';

/** A quantity along members as drawn in space: fills, outlines (m) and values to write. */
export interface DiagramDrawing {
  readonly triangles: Float32Array;
  /** x, y, z of both ends of each segment */
  readonly outline: Float32Array;
  /** the same segments before they moved, of a deflected shape */
  readonly rest: Float32Array;
  /** edges of elements of slabs and walls in their displaced shape, and before they moved */
  readonly mesh: Float32Array;
  readonly meshRest: Float32Array;
  /** a value for each segment of `outline`, when members are coloured by value */
  readonly segmentValues: Float32Array;
  /** triangles of slabs and walls, nine numbers each, and the value at each corner, three a triangle */
  readonly areas: Float32Array;
  readonly areaValues: Float32Array;
  readonly values: readonly {
    at: [number, number, number];
    value: number;
    /** −1: it is not one of a member */
    member: number;
    weight: number;
    key: string;
  }[];
  /** metres on the drawing for one base unit (m per N, N·m, Pa or m) */
  readonly scale: number;
  readonly largest: number;
  readonly smallest: number;
}

/** A drawing without anything on it. */
export const nothingDrawn: DiagramDrawing = {
  triangles: new Float32Array(),
  outline: new Float32Array(),
  rest: new Float32Array(),
  mesh: new Float32Array(),
  meshRest: new Float32Array(),
  segmentValues: new Float32Array(),
  areas: new Float32Array(),
  areaValues: new Float32Array(),
  values: [],
  scale: 0,
  largest: 0,
  smallest: 0,
};

/** Results that are drawn: of one solution, or of one less another. */
export interface DiagramSource {
  readonly model: Model;
  readonly solution: Solution;
  readonly shown: Shown;
  /** direction towards the eye of a view square on: forces without a side of their own are drawn in its plane */
  readonly facing?: readonly [number, number, number] | undefined;
  /** ids of meshed slabs and walls in view; none: none of them */
  readonly panels?: readonly string[] | undefined;
  /** corners of a region of slabs or walls, m: of what lies in it the extremes there are written, in place of those of all */
  readonly region?: readonly Vector[] | undefined;
  /** what is taken away */
  readonly less?: { readonly model: Model; readonly solution: Solution; readonly shown: Shown };
}
