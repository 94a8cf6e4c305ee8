import { z } from 'zod';

/** What the schemas of all records share: ids, places and names. */

/** digits a record's number may have: numbers are counted on from the highest, and stay exact */
export const mostIdDigits = 9;
/** The schema of a kind’s ids: its letters and a number. */
export const idOf = (prefix: string, noun: string) =>
  z
    .string()
    .regex(
      new RegExp(`^${prefix}\\d{1,${mostIdDigits}}$`),
      `a ${noun} id looks like ${prefix}12, with at most ${mostIdDigits} digits`,
    )
    .describe(`${noun} id`);
/** The id of any record. */
export const recordId = z
  .string()
  .regex(new RegExp(`^[a-z]{1,2}\\d{1,${mostIdDigits}}$`), 'an id is a letter or two and a number, such as n12');

/** Farther than this from the origin (m) a coordinate is taken for a mistake in units. */
export const farthest = 1e5;
/** A coordinate, m. */
export const coordinate = z.number().min(-farthest).max(farthest);
/** A length above zero, m. */
export const positiveLength = z.number().positive().max(farthest);
/** A modulus of subgrade reaction above zero, N/m³. */
export const soilModulus = z.number().positive().max(1e12);
/** A name of 1 to 60 letters. */
export const label = z.string().trim().min(1).max(60);
/** Three numbers along x, y and z. */
export const vector = z.tuple([z.number(), z.number(), z.number()]);
/** An angle, rad. */
export const turn = z.number().min(-7).max(7);

/** A place in space, m. */
export const point = z.tuple([coordinate, coordinate, coordinate]).describe('x, y, z in m');
