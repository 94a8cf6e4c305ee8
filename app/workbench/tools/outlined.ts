import { Draft, isRectangle, rectangleBetween, type UnitedField } from '~core/build';
import { cross, norm, subtract, type Edit, type Model, type Vector } from '~core/model';
import { cornerFields } from './corner-fields';
import type { Field, Values } from './tool';

/** An outline as nodes, those that are there used; the edits that add the others. */
export function outline(model: Model, points: readonly Vector[]): { ids: string[]; edits: Edit[] } {
  const draft = new Draft(model);
  const ids = points.map((point) => draft.node(point));
  const nodes = ids.flatMap((id, i) =>
    id in model.nodes || ids.indexOf(id) < i
      ? []
      : [{ id, position: [points[i][0], points[i][1], points[i][2]] as [number, number, number] }],
  );
  return { ids, edits: nodes.length > 0 ? [{ kind: 'add', records: { nodes } }] : [] };
}

export type Outlined =
  { readonly ok: true; readonly fields: readonly UnitedField[] } | { readonly ok: false; readonly error: string };
export const isBy =
  (...ways: string[]) =>
  (values: Values) =>
    ways.includes(values.text('by'));

/** One outline by its corners, where it lies in one plane. */
export function byCorners(points: readonly Vector[], noun: string): Outlined {
  if (points.length < 3) return { ok: false, error: `Click or type three corners or more of the ${noun}.` };
  const plane = cross(subtract(points[1], points[0]), subtract(points[2], points[0]));
  if (norm(plane) < 1e-6) return { ok: false, error: 'The first three corners lie on one line.' };
  const off = points.findIndex(
    (point) =>
      Math.abs(subtract(point, points[0]).reduce((sum, part, i) => sum + part * plane[i], 0)) / norm(plane) > 0.01,
  );
  if (off >= 0) return { ok: false, error: `Corner ${off + 1} lies beside the plane of the first three.` };
  return { ok: true, fields: [{ outline: points, openings: [] }] };
}

/** A rectangle between two points, or from one by its size: of a slab along x and y, of a wall along its foot and up. */
export function byRectangle(values: Values, table: 'slabs' | 'walls'): Outlined {
  const from = values.point('p0');
  if (!from) return { ok: false, error: 'Click or type the first corner.' };
  const [width, depth] = [values.optional('width'), values.optional('depth')];
  const typed = width !== undefined && depth !== undefined;
  const to: Vector | undefined = typed
    ? table === 'slabs'
      ? [from[0] + width, from[1] + depth, from[2]]
      : [from[0] + width, from[1], from[2] + depth]
    : values.point('p1');
  if (!to) return { ok: false, error: 'Click or type the opposite corner, or type both sizes.' };
  const flat = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const along: Vector =
    table === 'slabs' || flat < 1e-6 ? [1, 0, 0] : [(to[0] - from[0]) / flat, (to[1] - from[1]) / flat, 0];
  const outline = rectangleBetween(from, to, along);
  if (!isRectangle(outline))
    return { ok: false, error: 'The two corners lie on one line: a rectangle needs two opposite ones.' };
  return { ok: true, fields: [{ outline, openings: [] }] };
}

/** Corners of an outline, all of them by some ways and two by others. */
export const pointFields = (byAll: readonly string[], byTwo: readonly string[]): Field[] =>
  cornerFields().map((field, i): Field => {
    const shown = isBy(...(i < 2 ? byTwo : byAll));
    return { ...field, when: (values) => shown(values) && (field.when?.(values) ?? true) };
  });

/** The sizes of a rectangle in place of its second corner. */
export const sizeFields = (first: string, second: string): Field[] => [
  {
    key: 'width',
    label: first,
    kind: 'length',
    initial: null,
    hint: 'a size instead of the second corner',
    when: isBy('rectangle'),
  },
  {
    key: 'depth',
    label: second,
    kind: 'length',
    initial: null,
    hint: 'both sizes are needed',
    when: isBy('rectangle'),
  },
];

/** Edges of a ring, from each corner to the next. */
export const around = (points: readonly Vector[]): (readonly [Vector, Vector])[] =>
  points.map((point, i) => [point, points[(i + 1) % points.length]] as const);
