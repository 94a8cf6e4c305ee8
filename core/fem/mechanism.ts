import { count } from '../units';
import type { Finding, Model } from '../model';
import type { AnalysisModel } from './analysis-model';
import { toNodes } from './assemble';

const ways = ['moves along x', 'moves along y', 'moves along z', 'turns about x', 'turns about y', 'turns about z'];

/** The node and direction that move most in a motion of equations, and the motion itself for drawing; a translation is named before a rotation. */
export function describeMotion(analysis: AnalysisModel, motion: Float64Array): { node: string; way: string; moving: string[]; drawn: NonNullable<Finding['motion']> } {
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
  const moving = analysis.nodeIds.filter((_, n) => nodal.subarray(6 * n, 6 * n + 6).some((value) => Math.abs(value * scale) > 1e-3));
  const numbers = new Map(analysis.nodeIds.map((id, n) => [id, n]));
  return {
    node: analysis.nodeIds[Math.floor(worst / 6)], way: ways[worst % 6], moving,
    drawn: { nodes: moving, displacements: moving.flatMap((id) => Array.from(nodal.subarray(6 * numbers.get(id)!, 6 * numbers.get(id)! + 6), (value) => value * scale)) },
  };
}

/** A structure that moves without resistance. @param when what was going on, such as " with m3, m5 slack" */
export function mechanismFinding(model: Model, analysis: AnalysisModel, motion: Float64Array, when = ''): Finding {
  const { node, way, moving, drawn } = describeMotion(analysis, motion);
  const among = new Set(moving);
  return {
    key: `mechanism ${node}${when}`, rule: 'mechanism', severity: 'stop',
    sentence: `The structure is a mechanism${when}: node ${node} ${way} without resistance.`,
    why: `${moving.length === 1 ? 'It moves alone' : `${count(moving.length, 'node')} move together`}. Hold the structure in that direction by a support, a member or a stiffer joint.`,
    place: { nodes: moving.length > 0 ? moving : [node], members: Object.values(model.members).filter((member) => among.has(member.start) && among.has(member.end)).map((member) => member.id) },
    motion: drawn,
  };
}

/** Members whose releases let them move by themselves, found before anything is factorised: what is loose in the direction of a load, or more than a spin about their own axis. */
export function releaseFindings(analysis: AnalysisModel, behaviours: readonly string[]): Finding[] {
  const local = ['along its own axis', 'along its local y', 'along its local z', 'about its own axis', 'about its local y', 'about its local z'];
  return analysis.frame.pieces.flatMap(({ member }, e) => {
    const loose = analysis.frame.condensation(e)?.loose ?? [];
    const id = analysis.memberIds[member];
    if (loose.length === 0 || behaviours[member] !== 'frame') return [];
    const spins = loose.every((freedom) => freedom % 6 === 3);
    return [{
      key: `releases ${id}`, rule: 'release-mechanism', severity: spins ? ('remark' as const) : ('stop' as const),
      sentence: `The releases of member ${id} leave it free to move ${local[loose[0] % 6]}.`,
      why: spins ? 'Torsion is released at both ends. It is left out of the torsion of the structure; hold torsion at one end.' : 'Nothing inside the member resists. Keep the direction connected at one end.',
      place: { members: [id] },
    }];
  });
}
