import { inPlane, isMeshed, planeOf, type Model, type Panel, type Vector } from '../model';
import { clockwise, counterClockwise, integrals, type Polygon } from '../plane';
import type { PanelLoad } from './area/on-panels';
import { gravity } from './gravity';

/** Own weight of the meshed slabs and walls, as loads on them. */
export function panelWeights(model: Model): PanelLoad[] {
  return [...Object.values(model.slabs), ...Object.values(model.walls)].flatMap((panel: Panel): PanelLoad[] => {
    const plane = planeOf(panel.corners.map((id) => model.nodes[id].position));
    const material = panel.material === null ? undefined : model.materials[panel.material];
    if (!isMeshed(panel) || !plane || !material) return [];
    const flat = (ring: readonly string[]): Polygon => ring.map((id) => inPlane(plane, model.nodes[id].position));
    return [
      {
        panel: panel.id,
        direction: [0, 0, -1],
        plane,
        polygons: [
          counterClockwise(flat(panel.corners)),
          ...(panel.openings ?? []).map((ring) => clockwise(flat(ring))),
        ],
        whole: true,
        value: { a: panel.thickness * material.density * gravity, b: 0, c: 0 },
      },
    ];
  });
}

/** The force of a load on a panel, N, and the place it acts at. */
export function panelResultant({ direction, plane, polygons, value }: PanelLoad): { force: Vector; at: Vector } {
  let [total, x, y] = [0, 0, 0];
  for (const polygon of polygons) {
    const part = integrals(polygon, value);
    total += part.total;
    x += part.x;
    y += part.y;
  }
  const [u, v] = total === 0 ? [0, 0] : [x / total, y / total];
  const along = (k: number) => plane.origin[k] + u * plane.u[k] + v * plane.v[k];
  return {
    force: [total * direction[0], total * direction[1], total * direction[2]],
    at: [along(0), along(1), along(2)],
  };
}

/**
 * What a load on a panel comes to at nodes, as by a stiff panel on equal springs there: with its sum and its place. Nodes are those at which members or
 * supports meet the panel, or its corners.
 * @returns N along the load's direction, by node
 */
export function panelShares(model: Model, load: PanelLoad): Map<string, number> {
  const panel: Panel | undefined = model.slabs[load.panel] ?? model.walls[load.panel];
  const held = new Set(Object.values(model.members).flatMap(({ start, end }) => [start, end]));
  for (const { id, support } of Object.values(model.nodes)) if (support) held.add(id);
  const corners = [...panel.corners, ...(panel.openings ?? []).flat()];
  const outline = counterClockwise(panel.corners.map((id) => inPlane(load.plane, model.nodes[id].position)));
  const low = Math.min(...outline.map(([, y]) => y)) - 0.05;
  const high = Math.max(...outline.map(([, y]) => y)) + 0.05;
  const left = Math.min(...outline.map(([x]) => x)) - 0.05;
  const right = Math.max(...outline.map(([x]) => x)) + 0.05;
  const inside = [...held].filter((id) => {
    const { position } = model.nodes[id];
    const off = position.reduce((sum, value, k) => sum + (value - load.plane.origin[k]) * load.plane.normal[k], 0);
    const [x, y] = inPlane(load.plane, position);
    return Math.abs(off) < 0.05 && x > left && x < right && y > low && y < high;
  });
  const nodes = inside.length > 0 ? inside : [...new Set(corners)];
  const { force, at } = panelResultant(load);
  const total = force[0] * load.direction[0] + force[1] * load.direction[1] + force[2] * load.direction[2];
  const places = nodes.map((id) => inPlane(load.plane, model.nodes[id].position));
  const n = nodes.length;
  const [mx, my] = [0, 1].map((k) => places.reduce((sum, place) => sum + place[k], 0) / n);
  const [xx, yy, xy] = places.reduce(
    ([a, b, c], [x, y]) => [a + (x - mx) ** 2, b + (y - my) ** 2, c + (x - mx) * (y - my)],
    [0, 0, 0],
  );
  const [px, py] = inPlane(load.plane, at);
  const det = xx * yy - xy * xy;
  const stiff = det > 1e-9 * (xx + yy) ** 2;
  const [bx, by] = stiff ? [((px - mx) * yy - (py - my) * xy) / det, ((py - my) * xx - (px - mx) * xy) / det] : [0, 0];
  return new Map(
    nodes.map((id, i) => [id, total * (1 / n + bx * (places[i][0] - mx) + by * (places[i][1] - my))] as const),
  );
}
