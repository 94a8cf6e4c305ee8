import { count } from '../units';
import {
  cross,
  dot,
  inOrder,
  localAxes,
  memberEnds,
  memberLength,
  planeCure,
  planeKindsOf,
  samePoint,
  scale,
  structureKind,
  structureKinds,
  subtract,
  type Finding,
  type Mend,
  type Model,
} from '../model';
import type { AnalysisModel } from './analysis-model';
import { toNodes } from './assemble';

const ways = ['moves along x', 'moves along y', 'moves along z', 'turns about x', 'turns about y', 'turns about z'];

/** The node and direction that move most in a motion of equations, and the motion itself for drawing; a translation is named before a rotation. */
export function describeMotion(
  analysis: AnalysisModel,
  motion: Float64Array,
): { node: string; way: string; moving: string[]; drawn: NonNullable<Finding['motion']> } {
  const nodal = toNodes(analysis, motion);
  let [translation, rotation] = [0, 3];
  let [most, mostTurn] = [0, 0];
  for (let n = 0; n < analysis.nodeIds.length; n++) {
    for (let d = 0; d < 6; d++) {
      const size = Math.abs(nodal[6 * n + d]);
      if (d < 3 && size > most) [most, translation] = [size, 6 * n + d];
      if (d >= 3 && size > mostTurn) [mostTurn, rotation] = [size, 6 * n + d];
    }
  }
  // translations are in m, rotations in rad: a rotation without any movement of a node is told as a rotation
  const moves = most > 1e-6 * Math.max(most, mostTurn);
  const worst = moves ? translation : rotation;
  const scale = 1 / (nodal[worst] || 1);
  const moving = analysis.nodeIds.filter((_, n) =>
    nodal.subarray(6 * n, 6 * n + 6).some((value) => Math.abs(value * scale) > 1e-3),
  );
  const numbers = new Map(analysis.nodeIds.map((id, n) => [id, n]));
  return {
    node: analysis.nodeIds[Math.floor(worst / 6)],
    way: ways[worst % 6],
    moving,
    drawn: {
      nodes: moving,
      displacements: moving.flatMap((id) =>
        Array.from(nodal.subarray(6 * numbers.get(id)!, 6 * numbers.get(id)! + 6), (value) => value * scale),
      ),
    },
  };
}

/** A structure that moves without resistance. @param when what was going on, such as " with m3, m5 slack" */
export function mechanismFinding(model: Model, analysis: AnalysisModel, motion: Float64Array, when = ''): Finding {
  const { node, way, moving, drawn } = describeMotion(analysis, motion);
  const among = new Set(moving);
  const turns = way.startsWith('turns');
  const others = moving.filter((id) => id !== node);
  const named =
    others.slice(0, mostNamed).join(', ') +
    (others.length > mostNamed ? ` and ${count(others.length - mostNamed, 'other')}` : '');
  const cures = curesOfMotion(model, drawn);
  return {
    key: `mechanism ${node}${when}`,
    rule: 'mechanism',
    severity: 'stop',
    sentence: `The structure is a mechanism${when}: node ${node} ${way} without resistance${others.length > 0 ? `, and ${named} ${turns ? (others.length === 1 ? 'turns' : 'turn') : others.length === 1 ? 'moves' : 'move'} with it` : ''}.`,
    why: `${moving.length <= 1 ? `It ${turns ? 'turns' : 'moves'} alone` : `${count(moving.length, 'node')} ${turns ? 'turn' : 'move'} together`}. Hold the structure in that direction by a support, a member or a stiffer joint.`,
    place: {
      nodes: moving.length > 0 ? moving : [node],
      members: Object.values(model.members)
        .filter((member) => among.has(member.start) && among.has(member.end))
        .map((member) => member.id),
    },
    motion: drawn,
    ...(cures[0] ? { mend: cures[0] } : {}),
    ...(cures.length > 1 ? { others: cures.slice(1) } : {}),
  };
}

/** Nodes a sentence names beside the first. */
const mostNamed = 6;
/** A part of a motion below this share of its largest resists nothing. */
const takesPart = 1e-2;
const freedoms = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;
const turnWords = { rx: 'about x', ry: 'about y', rz: 'about z' } as const;

/**
 * What stops a motion: being held in its plane where it leaves it, a foot kept from turning, a release turned off. Each acts where the motion has
 * a part, so that it cannot go on as it is.
 */
function curesOfMotion(model: Model, { nodes, displacements }: NonNullable<Finding['motion']>): Mend[] {
  const at = new Map(nodes.map((id, i) => [id, displacements.slice(6 * i, 6 * i + 6)]));
  const still = [0, 0, 0, 0, 0, 0];
  const part = (id: string, freedom: number) => Math.abs((at.get(id) ?? still)[freedom]);
  const [mostMove, mostTurn] = [0, 3].map((from) =>
    Math.max(0, ...nodes.flatMap((id) => [0, 1, 2].map((d) => part(id, from + d)))),
  );
  const counts = (id: string, freedom: number) =>
    part(id, freedom) > takesPart * (freedom < 3 ? mostMove : Math.max(mostTurn, 1e-12));
  const cures: Mend[] = [];
  if (structureKind(model) === 'space') {
    const used = [...new Set(Object.values(model.members).flatMap((member) => [member.start, member.end]))];
    const planes = planeKindsOf(model, used);
    // what stands on one line lies in several planes, and which of them is meant is not known
    for (const kind of planes.length === 1 ? planes : []) {
      const held = structureKinds[kind].held.map((way) => freedoms.indexOf(way));
      // only a motion that leaves the plane is stopped by it
      if (Object.keys(model.diaphragms).length === 0 && nodes.some((id) => held.some((freedom) => counts(id, freedom))))
        cures.push(planeCure(kind));
    }
  }
  // one foot that keeps what hangs on it from turning
  const feet = nodes
    .filter((id) => model.nodes[id]?.support)
    .sort((a, b) => model.nodes[a].position[2] - model.nodes[b].position[2]);
  for (const id of feet) {
    const { support } = model.nodes[id];
    const turn = ([3, 4, 5] as const)
      .filter((freedom) => counts(id, freedom) && !support![freedoms[freedom]])
      .sort((a, b) => part(id, b) - part(id, a))[0];
    if (turn === undefined || cures.length >= 4) continue;
    const way = freedoms[turn] as keyof typeof turnWords;
    // what hangs on feet of one kind fails one after the other: all of them are held at one press where the motion is a twist about one line
    const like = inOrder(model.nodes).filter(
      (node) => node.support && freedoms.every((one) => node.support![one] === support![one]),
    );
    if (way === 'rz' && like.length > 1 && nodes.every((node) => samePlan(model, node, id))) {
      cures.push({
        label: `Keep all ${like.length} feet like ${id} from twisting about z`,
        act: {
          edits: [
            {
              kind: 'change',
              table: 'nodes',
              changes: like.map((node) => ({ id: node.id, fields: { support: { ...node.support!, rz: true } } })),
            },
          ],
          sentence: `Kept ${like.length} feet from twisting about z`,
        },
      });
    }
    cures.push({
      label: `Keep ${id} from turning ${turnWords[way]}`,
      act: {
        edits: [
          { kind: 'change', table: 'nodes', changes: [{ id, fields: { support: { ...support!, [way]: true } } }] },
        ],
        sentence: `Kept node ${id} from turning ${turnWords[way]}`,
      },
    });
    break;
  }
  for (const cure of releasesInMotion(model, (id) => at.get(id) ?? still)) if (cures.length < 4) cures.push(cure);
  return cures;
}

/** Whether two nodes stand above each other. */
const samePlan = (model: Model, a: string, b: string): boolean =>
  [0, 1].every((i) => Math.abs(model.nodes[a].position[i] - model.nodes[b].position[i]) < samePoint);

/** Ends of members whose released turn the motion makes use of: the node turns otherwise than the member does. */
function releasesInMotion(model: Model, movement: (id: string) => readonly number[]): Mend[] {
  const found: { cure: Mend; size: number }[] = [];
  for (const member of inOrder(model.members)) {
    const ends = memberEnds(model, member);
    if (!ends || (member.behaviour ?? 'frame') !== 'frame' || (!member.startConnection && !member.endConnection))
      continue;
    const length = memberLength(model, member);
    if (length < samePoint) continue;
    const { x, y, z } = localAxes(ends.start.position, ends.end.position, member.angle);
    const [a, b] = [movement(member.start), movement(member.end)];
    const chord = scale(cross(x, subtract([b[0], b[1], b[2]], [a[0], a[1], a[2]])), 1 / length);
    for (const side of ['start', 'end'] as const) {
      const connection = member[`${side}Connection`];
      const node = side === 'start' ? a : b;
      for (const [way, axis] of [
        ['ry', y],
        ['rz', z],
      ] as const) {
        if (connection?.[way] !== 0) continue;
        const slip = Math.abs(dot(axis, subtract([node[3], node[4], node[5]], chord)));
        if (slip < takesPart) continue;
        const { [way]: _released, ...rest } = connection;
        found.push({
          size: slip,
          cure: {
            label: `Turn off the release of ${member.id} at ${member[side]} about its local ${way[1]}`,
            act: {
              edits: [
                {
                  kind: 'change',
                  table: 'members',
                  changes: [
                    { id: member.id, fields: { [`${side}Connection`]: Object.keys(rest).length > 0 ? rest : null } },
                  ],
                },
              ],
              sentence: `Turned a release of ${member.id} off`,
            },
          },
        });
      }
    }
  }
  return found
    .sort((p, q) => q.size - p.size)
    .slice(0, 2)
    .map((one) => one.cure);
}

/** Members whose releases let them move by themselves, found before anything is factorised: what is loose in the direction of a load, or more than a spin about their own axis. */
export function releaseFindings(analysis: AnalysisModel, behaviours: readonly string[]): Finding[] {
  const local = [
    'along its own axis',
    'along its local y',
    'along its local z',
    'about its own axis',
    'about its local y',
    'about its local z',
  ];
  return analysis.frame.pieces.flatMap(({ member }, e) => {
    const loose = analysis.frame.condensation(e)?.loose ?? [];
    const id = analysis.memberIds[member];
    if (loose.length === 0 || behaviours[member] !== 'frame') return [];
    const spins = loose.every((freedom) => freedom % 6 === 3);
    return [
      {
        key: `releases ${id}`,
        rule: 'release-mechanism',
        severity: spins ? ('remark' as const) : ('stop' as const),
        sentence: `The releases of member ${id} leave it free to move ${local[loose[0] % 6]}.`,
        why: spins
          ? 'Torsion is released at both ends. It is left out of the torsion of the structure; hold torsion at one end.'
          : 'Nothing inside the member resists. Keep the direction connected at one end.',
        place: { members: [id] },
      },
    ];
  });
}
