/** A word with a capital, for the beginning of a sentence or a title. */
export const capital = (word: string): string => word[0].toUpperCase() + word.slice(1);
