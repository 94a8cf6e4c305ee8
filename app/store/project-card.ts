import { z } from 'zod';
import { memberEnds, type Model, type Node } from '~core/model';
import { count } from '~core/units';

/** What the list of projects says of a model, and its small drawing. */
export const projectCard = z.strictObject({
  members: z.number(),
  nodes: z.number(),
  plan: z.tuple([z.number(), z.number()]).describe('extent in plan, m'),
  description: z.string(),
  units: z.enum(['si', 'us']),
  code: z.enum(['us', 'eurocode']),
  segments: z
    .array(z.strictObject({ id: z.string(), line: z.tuple([z.number(), z.number(), z.number(), z.number()]) }))
    .describe('members and edges of slabs and walls drawn: ends in a square of 1000, y down'),
});
export type ProjectCard = z.infer<typeof projectCard>;

/** Lines in the small drawing: more cannot be told apart at its size. */
const mostSegments = 400;
const square = 1000;

export function cardOf(model: Model): ProjectCard {
  const storeys = Math.max(0, Object.keys(model.storeys).length - 1);
  const kinds = new Set(
    Object.values(model.members)
      .map((member) => (member.material === null ? '' : model.materials[member.material].kind))
      .filter(Boolean),
  );
  const made = kinds.size === 2 ? 'concrete and steel' : [...kinds][0];
  const panels = Object.keys(model.slabs).length + Object.keys(model.walls).length;
  const description = [
    storeys > 0 ? count(storeys, 'storey') : '',
    made ? `${made} frame` : panels > 0 ? 'slabs and walls' : 'no members yet',
  ]
    .filter(Boolean)
    .join(', ');
  return {
    members: Object.keys(model.members).length,
    nodes: Object.keys(model.nodes).length,
    plan: [planExtent(model, 0), planExtent(model, 1)],
    description,
    units: model.settings.units,
    code: model.settings.code,
    segments: segmentsOf(model),
  };
}

function planExtent(model: Model, axis: 0 | 1): number {
  let [low, high] = [Infinity, -Infinity];
  for (const { position } of Object.values(model.nodes)) {
    low = Math.min(low, position[axis]);
    high = Math.max(high, position[axis]);
  }
  return high >= low ? high - low : 0;
}

/** Edges of slabs and walls, each once. */
function edgesOf(model: Model): { id: string; start: Node; end: Node }[] {
  const edges = new Map<string, { id: string; start: Node; end: Node }>();
  for (const { id, corners } of [...Object.values(model.slabs), ...Object.values(model.walls)])
    corners.forEach((corner, i) => {
      const next = corners[(i + 1) % corners.length];
      edges.set([corner, next].sort().join(' '), { id, start: model.nodes[corner], end: model.nodes[next] });
    });
  return [...edges.values()];
}

/** Members, slabs and walls in parallel projection from the south-west, fitted into the square. */
function segmentsOf(model: Model): ProjectCard['segments'] {
  const project = ([x, y, z]: readonly number[]): [number, number] => [0.86 * x + 0.5 * y, -z + 0.24 * x - 0.36 * y];
  const all = [
    ...edgesOf(model),
    ...Object.values(model.members).flatMap((member) => {
      const ends = memberEnds(model, member);
      return ends ? [{ id: member.id, ...ends }] : [];
    }),
  ];
  // of more, as many, spread over all
  const share = Math.min(1, mostSegments / Math.max(1, all.length));
  const lines = all
    .filter((_, i) => Math.floor((i + 1) * share) > Math.floor(i * share))
    .map(({ id, start, end }) => ({ id, from: project(start.position), to: project(end.position) }));
  const low = [Infinity, Infinity];
  const high = [-Infinity, -Infinity];
  for (const point of lines.flatMap((line) => [line.from, line.to])) {
    for (const axis of [0, 1]) {
      low[axis] = Math.min(low[axis], point[axis]);
      high[axis] = Math.max(high[axis], point[axis]);
    }
  }
  const size = Math.max(high[0] - low[0], high[1] - low[1]) || 1;
  const place = (point: readonly number[], axis: number) =>
    Math.round(((point[axis] - (low[axis] + high[axis]) / 2) / size + 0.5) * square);
  return lines.map(({ id, from, to }) => ({ id, line: [place(from, 0), place(from, 1), place(to, 0), place(to, 1)] }));
}
