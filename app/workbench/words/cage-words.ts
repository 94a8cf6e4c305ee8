/** Where the bars of a cage stand, in words. @param faces as lists say it: `3 × 3`, `ring` */
export const placesWords = (faces: string): string =>
  faces === 'ring' ? 'in a ring' : `${faces} in the faces along y and z`;
