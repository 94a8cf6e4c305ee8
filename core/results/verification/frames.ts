import {
  applyAct,
  emptyModel,
  localAxes,
  memberLength,
  type Load,
  type Member,
  type Model,
  type Node,
} from '../../model';
import { solveNow } from '../../fem';
import { caseWeights, extremesOf, lineIndex, MemberLine, stationsOf, superpose } from '../index';

export const fixed = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };
export const pinned = { ...fixed, rx: false, ry: false, rz: false };

/** A square bar: E 200 GPa, 200 × 200 mm, so EI = 26 666 666.7 N·m² and EA = 8 × 10⁹ N. */
export const side = 0.2;
export const E = 200e9;
export const EI = (E * side ** 4) / 12;
export const EA = E * side ** 2;

type MemberSpec = [string, string, Partial<Member>?];
type LoadSpec = Load extends infer L ? (L extends Load ? Omit<L, 'id' | 'case'> : never) : never;

/** A frame of square bars with one load case; nodes n1, n2 … and members m1, m2 … in the order given. */
export function frame(
  nodes: Omit<Node, 'id'>[],
  members: MemberSpec[],
  loads: LoadSpec[],
  options: { selfWeight?: boolean; shearDeformation?: boolean } = {},
): Model {
  const applied = applyAct(emptyModel({ name: 'Verification', units: 'si', code: 'us' }), {
    edits: [
      { kind: 'settings.change', fields: { shearDeformation: options.shearDeformation ?? false } },
      {
        kind: 'add',
        records: {
          materials: [
            {
              id: 't1',
              name: 'Steel',
              kind: 'steel',
              standard: '',
              elasticModulus: E,
              poissonRatio: 0.3,
              density: 7850,
              expansion: 1.2e-5,
            },
          ],
          sections: [{ id: 's1', name: 'Square', shape: { type: 'rectangle', depth: side, width: side } }],
          nodes: nodes.map((node, i) => ({ ...node, id: `n${i + 1}` })),
          members: members.map(([start, end, more], i) => ({
            id: `m${i + 1}`,
            role: 'beam',
            start,
            end,
            section: 's1',
            material: 't1',
            angle: 0,
            ...more,
          })),
          cases: [{ id: 'c1', label: 'P', name: 'Load', nature: 'other', selfWeight: options.selfWeight ?? false }],
          loads: loads.map((load, i) => ({ ...load, id: `l${i + 1}`, case: 'c1' }) as Load),
        },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

/** The solved frame with ways to ask it. */
export function solved(model: Model) {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map((finding) => finding.sentence).join(' '));
  const state = superpose(solution, caseWeights(solution, solution.cases[0].id));
  const node = (id: string) => solution.nodeIds.indexOf(id);
  const line = (id: string) => new MemberLine(solution, state, solution.memberIds.indexOf(id));
  return {
    solution,
    state,
    line,
    /** displacement of a node in direction 0–5 */
    moved: (id: string, direction: number) => state.displacements[6 * node(id) + direction],
    reaction: (id: string, direction: number) => state.reactions[6 * node(id) + direction],
    force: (id: string, component: keyof typeof lineIndex, x: number, after = false) =>
      line(id).at(x, after)[lineIndex[component]],
    extremes: (id: string) => extremesOf(line(id), stationsOf(solution, solution.memberIds.indexOf(id))),
  };
}

/** The same model turned about a vertical axis and moved, loads included (they must be global node loads or local member loads). */
export function turned(model: Model, angle: number, by: [number, number, number]): Model {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const turn = ([x, y, z]: readonly number[]): [number, number, number] => [c * x - s * y, s * x + c * y, z];
  const nodes = Object.fromEntries(
    Object.values(model.nodes).map((node) => {
      const [x, y, z] = turn(node.position);
      return [node.id, { ...node, position: [x + by[0], y + by[1], z + by[2]] as [number, number, number] }];
    }),
  );
  const loads = Object.fromEntries(
    Object.values(model.loads).map((load) => [
      load.id,
      load.type === 'node' ? { ...load, force: turn(load.force), moment: turn(load.moment) } : load,
    ]),
  );
  const result = { ...model, nodes, loads };
  // a vertical member's y follows global Y, so its axis angle turns with the frame
  const members = Object.fromEntries(
    Object.values(model.members).map((member) => {
      const [start, end] = [nodes[member.start].position, nodes[member.end].position];
      const upright = memberLength(result, member) > 0 && Math.hypot(start[0] - end[0], start[1] - end[1]) < 1e-6;
      if (!upright) return [member.id, member];
      const wanted = turn([...localAxes(start, end, member.angle).y]);
      const plain = localAxes(start, end, 0);
      return [
        member.id,
        {
          ...member,
          angle: Math.atan2(
            wanted[0] * plain.z[0] + wanted[1] * plain.z[1],
            wanted[0] * plain.y[0] + wanted[1] * plain.y[1],
          ),
        },
      ];
    }),
  );
  return { ...result, members };
}
