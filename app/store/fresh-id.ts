import { randomInt } from 'node:crypto';

const alphabet = 'abcdefghjkmnpqrstuvwxyz23456789';

/** The id of a new project: ten letters and digits that are not taken for each other. */
export const freshId = (): string => Array.from({ length: 10 }, () => alphabet[randomInt(alphabet.length)]).join('');
