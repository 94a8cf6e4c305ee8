/** A value written at a place in space. */
export interface SpaceLabel {
  /** what it tells, so that a dragged one keeps its place */
  readonly key?: string;
  readonly at: readonly [number, number, number];
  readonly text: string;
  readonly color: string;
  readonly weight: number;
  readonly bold: boolean;
  readonly gap?: number;
}
