import {
  add,
  cross,
  distance,
  inPlane,
  isMeshed,
  panelPlane,
  panelZones,
  planeOf,
  scale,
  subtract,
  type Model,
  type Panel,
  type Vector,
} from '../model';
import { clockwise, counterClockwise, integrals, type Polygon } from '../plane';
import type { PanelLoad, PanelPressure } from './area/on-panels';
import { gravity } from './gravity';

/** Own weight of the meshed slabs and walls, as loads on them. */
export function panelWeights(model: Model): PanelPressure[] {
  return [...Object.values(model.slabs), ...Object.values(model.walls)].flatMap((panel: Panel): PanelPressure[] => {
    const plane = panelPlane(model, panel);
    const material = panel.material === null ? undefined : model.materials[panel.material];
    if (!isMeshed(panel) || !plane || !material) return [];
    const flat = (ring: readonly string[]): Polygon => ring.map((id) => inPlane(plane, model.nodes[id].position));
    return [
      {
        kind: 'pressure',
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
      // what is thicker or thinner than the rest weighs more or less than it by the difference
      ...panelZones(model, panel, plane).flatMap(({ thickness, outline, openings }): PanelPressure[] =>
        thickness === panel.thickness
          ? []
          : [
              {
                kind: 'pressure',
                panel: panel.id,
                direction: [0, 0, -1],
                plane,
                polygons: [outline, ...openings],
                value: { a: (thickness - panel.thickness) * material.density * gravity, b: 0, c: 0 },
              },
            ],
      ),
    ];
  });
}

/** The force of a load on a panel, N, the place it acts at, and the moment about that place, N·m. */
export function panelResultant(load: PanelLoad): { force: Vector; at: Vector; moment: Vector } {
  if (load.kind === 'spot') return load;
  const along = (total: number): Vector => [
    total * load.direction[0],
    total * load.direction[1],
    total * load.direction[2],
  ];
  if (load.kind === 'line') {
    const { start, end, valueFrom, valueTo } = load;
    const length = distance(start, end);
    const sum = valueFrom + valueTo;
    // parts that cancel leave a couple: it is told about the middle
    const cancels = Math.abs(sum) < 1e-9 * Math.abs(valueFrom);
    const share = cancels || sum === 0 ? 0.5 : (valueFrom + 2 * valueTo) / (3 * sum);
    const place = (t: number): Vector => add(start, scale(subtract(end, start), t));
    const couple = cancels ? ((valueTo - valueFrom) * length * length) / 12 : 0;
    return {
      force: along((sum / 2) * length),
      at: place(share),
      moment: couple === 0 ? [0, 0, 0] : cross(scale(subtract(end, start), 1 / length), along(couple)),
    };
  }
  const { plane, polygons, value } = load;
  let [total, x, y] = [0, 0, 0];
  for (const polygon of polygons) {
    const part = integrals(polygon, value);
    total += part.total;
    x += part.x;
    y += part.y;
  }
  const [u, v] = total === 0 ? [0, 0] : [x / total, y / total];
  const at = (k: number) => plane.origin[k] + u * plane.u[k] + v * plane.v[k];
  return { force: along(total), at: [at(0), at(1), at(2)], moment: [0, 0, 0] };
}

/**
 * How a force at a place of a panel comes to nodes, as by a stiff panel on equal springs there: with its sum and its place. Nodes are those at which members
 * or supports meet the panel, or its corners.
 * @returns share of the force, by node
 */
export function panelShares(model: Model, id: string, at: Vector): Map<string, number> {
  const panel: Panel | undefined = model.slabs[id] ?? model.walls[id];
  const plane = planeOf(panel.corners.map((corner) => model.nodes[corner].position));
  if (!plane) return new Map();
  const held = new Set(Object.values(model.members).flatMap(({ start, end }) => [start, end]));
  for (const { id, support } of Object.values(model.nodes)) if (support) held.add(id);
  const corners = [...panel.corners, ...(panel.openings ?? []).flat()];
  const outline = counterClockwise(panel.corners.map((id) => inPlane(plane, model.nodes[id].position)));
  const low = Math.min(...outline.map(([, y]) => y)) - 0.05;
  const high = Math.max(...outline.map(([, y]) => y)) + 0.05;
  const left = Math.min(...outline.map(([x]) => x)) - 0.05;
  const right = Math.max(...outline.map(([x]) => x)) + 0.05;
  const inside = [...held].filter((id) => {
    const { position } = model.nodes[id];
    const off = position.reduce((sum, value, k) => sum + (value - plane.origin[k]) * plane.normal[k], 0);
    const [x, y] = inPlane(plane, position);
    return Math.abs(off) < 0.05 && x > left && x < right && y > low && y < high;
  });
  const nodes = inside.length > 0 ? inside : [...new Set(corners)];
  const places = nodes.map((id) => inPlane(plane, model.nodes[id].position));
  const n = nodes.length;
  const [mx, my] = [0, 1].map((k) => places.reduce((sum, place) => sum + place[k], 0) / n);
  const [xx, yy, xy] = places.reduce(
    ([a, b, c], [x, y]) => [a + (x - mx) ** 2, b + (y - my) ** 2, c + (x - mx) * (y - my)],
    [0, 0, 0],
  );
  const [px, py] = inPlane(plane, at);
  const det = xx * yy - xy * xy;
  const stiff = det > 1e-9 * (xx + yy) ** 2;
  const [bx, by] = stiff ? [((px - mx) * yy - (py - my) * xy) / det, ((py - my) * xx - (px - mx) * xy) / det] : [0, 0];
  return new Map(nodes.map((id, i) => [id, 1 / n + bx * (places[i][0] - mx) + by * (places[i][1] - my)] as const));
}
