import { count, formatQuantity } from '../units';
import {
  inOrder,
  memberLength,
  meshedPanels,
  samePoint,
  type Diaphragm,
  type Finding,
  type LineSettlementLoad,
  type Model,
  type SettlementLoad,
} from '../model';

/** Diaphragms that tie their nodes; a semi-rigid one leaves that to its slab. */
export const rigidDiaphragms = (model: Model): Diaphragm[] =>
  inOrder(model.diaphragms).filter((diaphragm) => diaphragm.stiffness !== 'semiRigid');

/** The diaphragm that takes each node along; a node of several is a stopping finding. */
export function diaphragmOfNode(model: Model): Map<string, Diaphragm> {
  return new Map(
    rigidDiaphragms(model).flatMap((diaphragm) => diaphragm.nodes.map((node) => [node, diaphragm] as const)),
  );
}

/** What forbids to number the structure: diaphragms, rigid ends and imposed movements that cannot be. */
export function constraintFindings(model: Model): Finding[] {
  return [...diaphragmFindings(model), ...rigidEndFindings(model), ...settlementFindings(model)];
}

function diaphragmFindings(model: Model): Finding[] {
  const { units } = model.settings;
  const found: Finding[] = [];
  const taken = new Map<string, string>();
  const tied = new Set([
    ...Object.values(model.members).flatMap((member) => [member.start, member.end]),
    ...meshedPanels(model).flatMap(({ corners, openings = [] }) => [...corners, ...openings.flat()]),
  ]);
  for (const { id, label, nodes } of rigidDiaphragms(model)) {
    const stop = (key: string, sentence: string, why: string, place: readonly string[]): void => {
      found.push({ key: `${key} ${id}`, rule: key, severity: 'stop', sentence, why, place: { nodes: place } });
    };
    if (nodes.length < 2) {
      stop(
        'diaphragm-too-small',
        `Diaphragm ${label} (${id}) has ${count(nodes.length, 'node')}.`,
        'A rigid floor ties two nodes or more. Give it more nodes or delete it.',
        nodes,
      );
      continue;
    }
    const heights = nodes.map((node) => model.nodes[node].position[2]);
    const other = heights.findIndex((height) => Math.abs(height - heights[0]) > samePoint);
    if (other >= 0) {
      stop(
        'diaphragm-heights',
        `Nodes ${nodes[0]} and ${nodes[other]} of diaphragm ${label} (${id}) stand at ${formatQuantity(heights[0], 'length', units)} and ${formatQuantity(heights[other], 'length', units)}.`,
        'A rigid floor is one horizontal plane; nodes at different heights would be tied to each other’s tilt. Take one out, or make a diaphragm for each level.',
        [nodes[0], nodes[other]],
      );
    }
    for (const node of nodes) {
      const { support, supportAngles } = model.nodes[node];
      if (supportAngles || support?.ux || support?.uy || support?.rz)
        stop(
          'diaphragm-support',
          `Node ${node} of diaphragm ${label} (${id}) is held in the plane of the floor.`,
          'It cannot move with the floor and stay where it is. Take it out of the diaphragm, or hold it by a spring.',
          [node],
        );
      if (taken.has(node))
        stop(
          'diaphragm-twice',
          `Node ${node} belongs to the diaphragms ${taken.get(node)} and ${id}.`,
          'A node can move with one rigid floor only.',
          [node],
        );
      if (!tied.has(node))
        stop(
          'diaphragm-loose',
          `Node ${node} of diaphragm ${label} (${id}) is tied to no member, slab or wall.`,
          'Take it out of the diaphragm, or join it.',
          [node],
        );
      taken.set(node, id);
    }
  }
  return found;
}

function rigidEndFindings(model: Model): Finding[] {
  const { units } = model.settings;
  return inOrder(model.members).flatMap((member) => {
    const rigid = (member.startRigid ?? 0) + (member.endRigid ?? 0);
    const length = memberLength(model, member);
    if (rigid === 0 || length === 0 || rigid < length - samePoint) return [];
    return [
      {
        key: `rigid ${member.id}`,
        rule: 'rigid-ends',
        severity: 'stop' as const,
        sentence: `The rigid ends of member ${member.id} are ${formatQuantity(rigid, 'length', units)} together; it is ${formatQuantity(length, 'length', units)} long.`,
        why: 'A part between them must be able to bend. Shorten them.',
        place: { members: [member.id] },
      },
    ];
  });
}

const directions = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;

function settlementFindings(model: Model): Finding[] {
  return inOrder(model.loads).flatMap((load) => {
    if (load.type !== 'settlement' && load.type !== 'lineSettlement') return [];
    const { support, what, nodes } = movedBy(model, load);
    const imposed = [...load.displacement, ...load.rotation];
    const free = directions.filter((name, i) => imposed[i] !== 0 && !support?.[name]);
    if (free.length === 0) return [];
    return [
      {
        key: `settlement ${load.id}`,
        rule: 'settlement-without-support',
        severity: 'stop' as const,
        sentence: `Case ${model.cases[load.case].label}: load ${load.id} moves ${what} in ${free.join(', ')}, where nothing holds it.`,
        why: 'A movement can only be imposed through a support that holds the direction. Hold it there, or use a force.',
        place: { nodes, loads: [load.id], case: load.case },
      },
    ];
  });
}

/** What an imposed movement moves. */
function movedBy(model: Model, load: SettlementLoad | LineSettlementLoad) {
  if (load.type === 'settlement')
    return { support: model.nodes[load.node].support, what: `node ${load.node}`, nodes: [load.node] };
  const { support, id, label, start, end } = model.lineSupports[load.lineSupport];
  return { support, what: `line support ${label ?? id}`, nodes: [start, end] };
}
