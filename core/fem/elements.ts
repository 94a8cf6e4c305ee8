/**
 * Elements of any kind for numbering and assembly: element e joins some nodes, six freedoms each (ux uy uz rx ry rz, global), and has a
 * symmetric stiffness over them. A freedom an element does not know has zero rows.
 */
export interface ElementSource {
  /** what the elements are called in results */
  readonly kind: string;
  readonly ids: readonly string[];
  /** whether nodal forces of its elements are kept with every solved case; left out: they are */
  readonly keepsForces?: boolean;
  /** node numbers of element e */
  nodesOf(e: number): ArrayLike<number>;
  /** writes the stiffness of element e, 6 n × 6 n by rows, n its nodes; N/m, N, N·m */
  stiffness(e: number, into: Float64Array): void;
}
