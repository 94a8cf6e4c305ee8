/** How results are drawn. */
export interface Drawn {
  /** of an envelope: the largest, the smallest or both */
  readonly side: 'both' | 'max' | 'min';
  /** ribbons and shapes, or members coloured by value */
  readonly paint: 'diagrams' | 'colours';
  /** whether diagrams lie on the other side than usual: moments on the compression side */
  readonly mirrored: boolean;
  /** factor on the automatic scale */
  readonly magnify: number;
  /** typed scale of diagrams, base units a metre; null: automatic */
  readonly unitsPerMetre: number | null;
  /** typed exaggeration of movements; null: automatic */
  readonly times: number | null;
  /** values below this share of the largest are not written, 0–1 */
  readonly threshold: number;
  /** whether values at the quarter points are written too */
  readonly stations: boolean;
  /** whether the elements of slabs and walls are outlined */
  readonly mesh: boolean;
  /** whether values of slabs and walls lie on their displaced shape; an envelope or a comparison has none */
  readonly moved: boolean;
  /** typed ends of the legend, base units; null: what is there */
  readonly legend: readonly [number, number] | null;
}

export const plainlyDrawn: Drawn = {
  side: 'both',
  paint: 'diagrams',
  mirrored: false,
  magnify: 1,
  unitsPerMetre: null,
  times: null,
  threshold: 0,
  stations: false,
  mesh: false,
  moved: false,
  legend: null,
};
