import { distance, samePoint, type Vector } from '~core/model';
import type { Field, FieldValue, Values } from './tool';

/** So many corners an outline may have in a form; each shows when the one before it is there. */
export const mostCorners = 200;

const names = ['First', 'Second', 'Third', 'Fourth', 'Fifth', 'Sixth', 'Seventh', 'Eighth'];
const keyOf = (i: number): string => `p${i}`;

/** The name of a corner or point by its number from 0: "First", "12th". */
export function ordinal(i: number): string {
  if (i < names.length) return names[i];
  const [tens, ones] = [Math.floor((i + 1) / 10) % 10, (i + 1) % 10];
  return `${i + 1}${tens === 1 ? 'th' : (['th', 'st', 'nd', 'rd'][ones] ?? 'th')}`;
}

/** Fields for the corners of an outline: three, and one more for each that is filled. */
export const cornerFields = (shown: (values: Values) => boolean = () => true): Field[] =>
  Array.from({ length: mostCorners }, (_, i): Field => ({
    key: keyOf(i),
    label: `${ordinal(i)} corner`,
    kind: 'point',
    initial: null,
    when: (values) =>
      shown(values) && (i < 3 || values.point(keyOf(i)) !== undefined || values.point(keyOf(i - 1)) !== undefined),
    ...(i > 2 ? { hint: 'may be left empty; the first corner closes' } : {}),
  }));

/** The corners that are filled, m. */
export const cornersIn = (values: Values): Vector[] =>
  Array.from({ length: mostCorners }, (_, i) => values.point(keyOf(i))).filter(
    (point): point is Vector => point !== undefined,
  );

/** Values that show an outline again, m. */
export const cornerValues = (points: readonly Vector[]): Record<string, FieldValue> =>
  Object.fromEntries(Array.from({ length: mostCorners }, (_, i) => [keyOf(i), points[i] ? [...points[i]] : null]));

/** Whether a point for the corner that waits is the first one again: the outline is closed. */
export function closesOutline(values: Values, waiting: string, point: Vector): boolean {
  const i = /^p(\d+)$/.exec(waiting)?.[1];
  const first = values.point(keyOf(0));
  return i !== undefined && Number(i) > 2 && first !== undefined && distance(first, point) < samePoint;
}
