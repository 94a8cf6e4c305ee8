/** Bars of a face where it is used most, m². */
export interface FaceAreas {
  /** of the bars that lie there, by how far they are anchored */
  readonly provided: number;
  /** of the same bars, anchored or not */
  readonly lying: number;
  /** what bending asks for there at their depth, with axial force and torsion that count; undefined: no area does */
  readonly bending?: number;
  /** the least that the code asks for; 0: none */
  readonly minimum: number;
}

/** Areas of bars of a beam; a face that nothing bends has none. */
export interface BeamAreas {
  readonly top?: FaceAreas;
  readonly bottom?: FaceAreas;
}

/** What is asked of a face in the end, m²; undefined: no area does. */
export const requiredOf = ({ bending, minimum }: FaceAreas): number | undefined =>
  bending === undefined ? undefined : Math.max(bending, minimum);
