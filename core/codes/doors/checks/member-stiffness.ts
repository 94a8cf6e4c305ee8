/** What a member of concrete keeps of its whole stiffness in bending, by its bars and by what presses and bends it. */
export interface MemberStiffness {
  /** about local y, and about local z, as shares of that of the whole section; left out: the code says nothing of that axis */
  readonly inertiaY: number;
  readonly inertiaZ?: number;
  /** how it was found, in a sentence */
  readonly words: string;
}
