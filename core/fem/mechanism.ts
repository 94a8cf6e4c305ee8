import type { Finding, Model } from '../model';
import type { AnalysisModel } from './analysis-model';
import type { SingularPivot } from './sparse/ldl';

const ways = ['moves along x', 'moves along y', 'moves along z', 'turns about x', 'turns about y', 'turns about z'];

/** Names the node and direction that move most in a motion without resistance; a translation is named before a rotation. */
export function mechanismFinding(model: Model, analysis: AnalysisModel, singular: SingularPivot): Finding {
  const moving = new Set<string>();
  let best = { node: 0, freedom: 0, size: 0 };
  let bestRotation = best;
  const size = (node: number, freedom: number) => {
    const equation = analysis.equations[6 * node + freedom];
    return equation < 0 || equation > singular.row ? 0 : Math.abs(singular.motion[equation]);
  };
  for (let node = 0; node < analysis.nodeIds.length; node++) {
    for (let freedom = 0; freedom < 6; freedom++) {
      const amount = size(node, freedom);
      if (amount > 1e-6) moving.add(analysis.nodeIds[node]);
      if (freedom < 3 && amount > best.size) best = { node, freedom, size: amount };
      if (freedom >= 3 && amount > bestRotation.size) bestRotation = { node, freedom, size: amount };
    }
  }
  // translations are in m, rotations in rad: a rotation without any movement of a node is told as a rotation
  const worst = best.size > 1e-6 ? best : bestRotation;
  const id = analysis.nodeIds[worst.node];
  const nodes = [...moving];
  return {
    key: `mechanism ${id}`, rule: 'mechanism', severity: 'stop',
    sentence: `The structure is a mechanism: node ${id} ${ways[worst.freedom]} without resistance.`,
    why: `${nodes.length === 1 ? 'It moves alone' : `${nodes.length} nodes move with it`}. Hold the structure in that direction by a support.`,
    place: { nodes: nodes.length > 0 ? nodes : [id], members: Object.values(model.members).filter((member) => moving.has(member.start) && moving.has(member.end)).map((member) => member.id) },
  };
}
