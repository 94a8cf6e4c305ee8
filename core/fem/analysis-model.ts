import { sectionProperties } from '../catalog';
import { distance, inOrder, localAxes, type Model } from '../model';
import type { FrameElement } from './frame-element';
import { postordered } from './sparse/elimination-tree';
import { minimumDegreeOrder } from './sparse/minimum-degree';

/** The structure numbered for analysis. Node and member numbers follow the lists of ids. */
export interface AnalysisModel {
  readonly nodeIds: readonly string[];
  readonly memberIds: readonly string[];
  /** x, y, z of each node, m */
  readonly positions: Float64Array;
  /** node numbers of each member's start and end */
  readonly ends: Int32Array;
  /** local axes of each member: x, y, z as rows of three, nine numbers a member */
  readonly axes: Float64Array;
  readonly elements: readonly FrameElement[];
  /** nodes in the order of elimination */
  readonly nodeOrder: Int32Array;
  /** equation of each of a node's six freedoms, −1 where it is held */
  readonly equations: Int32Array;
  readonly equationCount: number;
}

const directions = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;

/** Numbers the nodes that members tie together, the members, and the equations in an order that keeps the factor small. The model has no stopping findings. */
export function buildAnalysisModel(model: Model): AnalysisModel {
  const members = inOrder(model.members);
  const tied = new Set(members.flatMap((member) => [member.start, member.end]));
  const nodes = inOrder(model.nodes).filter((node) => tied.has(node.id));
  const numberOf = new Map(nodes.map((node, i) => [node.id, i]));
  const positions = new Float64Array(nodes.length * 3);
  nodes.forEach((node, i) => positions.set(node.position, 3 * i));
  const ends = new Int32Array(members.length * 2);
  const axes = new Float64Array(members.length * 9);
  const neighbours: number[][] = nodes.map(() => []);
  const elements = members.map((member, i): FrameElement => {
    const start = numberOf.get(member.start)!;
    const end = numberOf.get(member.end)!;
    ends[2 * i] = start;
    ends[2 * i + 1] = end;
    if (!neighbours[start].includes(end)) {
      neighbours[start].push(end);
      neighbours[end].push(start);
    }
    const [from, to] = [nodes[start].position, nodes[end].position];
    const local = localAxes(from, to, member.angle);
    axes.set([...local.x, ...local.y, ...local.z], 9 * i);
    return element(model, member.section!, member.material!, distance(from, to));
  });
  const nodeOrder = postordered(minimumDegreeOrder(neighbours), neighbours);
  const equations = new Int32Array(nodes.length * 6).fill(-1);
  let equationCount = 0;
  for (const number of nodeOrder) {
    const { support } = nodes[number];
    for (let freedom = 0; freedom < 6; freedom++) if (!support?.[directions[freedom]]) equations[6 * number + freedom] = equationCount++;
  }
  return { nodeIds: nodes.map((node) => node.id), memberIds: members.map((member) => member.id), positions, ends, axes, elements, nodeOrder, equations, equationCount };
}

function element(model: Model, sectionId: string, materialId: string, length: number): FrameElement {
  const section = sectionProperties(model.sections[sectionId].shape);
  const { elasticModulus: E, poissonRatio } = model.materials[materialId];
  const G = E / (2 * (1 + poissonRatio));
  const rigidInShear = !model.settings.shearDeformation;
  return {
    length,
    axial: E * section.area,
    bendingY: E * section.inertiaY,
    bendingZ: E * section.inertiaZ,
    torsion: G * section.torsion,
    shearY: rigidInShear ? Infinity : G * section.shearAreaY,
    shearZ: rigidInShear ? Infinity : G * section.shearAreaZ,
  };
}
