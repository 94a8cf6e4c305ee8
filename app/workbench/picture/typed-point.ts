import { add, norm, scale, subtract, type Model, type Plane, type Vector } from '~core/model';
import { parseQuantity, type Parsed } from '~core/units';

/**
 * Reads a point typed while drawing: a length in the direction of the cursor (`6.4`), a length at an angle in the working plane (`6.4 at 30`),
 * an offset along the plane's two directions (`3, 1.5`), coordinates (`7.2, 0, 4.2`), or a node (`n4`).
 * @param from   where the line begins, m; without it only coordinates and nodes make sense
 * @param toward where the cursor is
 */
export function parsePoint(
  text: string,
  model: Model,
  plane: Plane | undefined,
  from: Vector | undefined,
  toward: Vector | undefined,
): Parsed<Vector> {
  const { units } = model.settings;
  const node = model.nodes[text.trim().toLowerCase()];
  if (node) return { ok: true, value: node.position, understood: `node ${node.id}` };
  const parts = text.split(/[,;]/);
  const polar = /^(.+?)\s*(?:at|<|∠)\s*(.+)$/i.exec(text);
  const read = (part: string, kind: 'length' | 'angle' = 'length') => parseQuantity(part, kind, units);
  if (parts.length === 3) {
    const values = parts.map((part) => read(part));
    const wrong = values.find((value) => !value.ok);
    if (wrong && !wrong.ok) return wrong;
    const point = values.map((value) => (value.ok ? value.value : 0)) as unknown as Vector;
    return { ok: true, value: point, understood: 'coordinates' };
  }
  if (!from)
    return {
      ok: false,
      error: 'Type three coordinates such as 7.2, 0, 4.2, or a node such as n4. A length needs a point to begin from.',
    };
  const u = plane?.u ?? [1, 0, 0];
  const v = plane?.v ?? [0, 1, 0];
  if (parts.length === 2) {
    const [a, b] = parts.map((part) => read(part));
    if (!a.ok) return a;
    if (!b.ok) return b;
    return {
      ok: true,
      value: add(add(from, scale(u, a.value)), scale(v, b.value)),
      understood: `offset ${a.understood}, ${b.understood}`,
    };
  }
  if (polar) {
    const [length, angle] = [read(polar[1]), read(polar[2], 'angle')];
    if (!length.ok) return length;
    if (!angle.ok) return angle;
    const direction = add(scale(u, Math.cos(angle.value)), scale(v, Math.sin(angle.value)));
    return {
      ok: true,
      value: add(from, scale(direction, length.value)),
      understood: `${length.understood} at ${angle.understood}`,
    };
  }
  const length = read(text);
  if (!length.ok) return length;
  if (length.value <= 0) return { ok: false, error: 'A length must be above zero.' };
  const way = toward ? subtract(toward, from) : undefined;
  if (!way || norm(way) < 1e-6)
    return {
      ok: false,
      error:
        'Point the cursor where the line shall go, then type its length; or type length and angle, such as 6.4 at 30.',
    };
  return { ok: true, value: add(from, scale(way, length.value / norm(way))), understood: length.understood };
}
