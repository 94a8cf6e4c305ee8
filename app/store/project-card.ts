import { z } from 'zod';
import { memberEnds, type Model } from '~core/model';
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
    .describe('members drawn: ends in a square of 1000, y down'),
});
export type ProjectCard = z.infer<typeof projectCard>;

/** Members in the small drawing: more cannot be told apart at its size. */
const mostSegments = 250;
const square = 1000;

export function cardOf(model: Model): ProjectCard {
  const storeys = Math.max(0, Object.keys(model.storeys).length - 1);
  const kinds = new Set(
    Object.values(model.members)
      .map((member) => (member.material === null ? '' : model.materials[member.material].kind))
      .filter(Boolean),
  );
  const made = kinds.size === 2 ? 'concrete and steel' : [...kinds][0];
  const description = [storeys > 0 ? count(storeys, 'storey') : '', made ? `${made} frame` : 'no members yet']
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

/** The members in parallel projection from the south-west, fitted into the square. */
function segmentsOf(model: Model): ProjectCard['segments'] {
  const project = ([x, y, z]: readonly number[]): [number, number] => [0.86 * x + 0.5 * y, -z + 0.24 * x - 0.36 * y];
  const members = Object.values(model.members);
  // of more, as many, spread over all
  const share = Math.min(1, mostSegments / Math.max(1, members.length));
  const lines = members
    .filter((_, i) => Math.floor((i + 1) * share) > Math.floor(i * share))
    .flatMap((member) => {
      const ends = memberEnds(model, member);
      return ends ? [{ id: member.id, from: project(ends.start.position), to: project(ends.end.position) }] : [];
    });
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
