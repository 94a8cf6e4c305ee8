import type { Connection, Model } from '../model';
import { endConditionName } from './end-conditions';

const freedoms = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;
const freedomWords: Readonly<Record<(typeof freedoms)[number], string>> = {
  ux: 'along x',
  uy: 'along y',
  uz: 'along z',
  rx: 'about x',
  ry: 'about y',
  rz: 'about z',
};
const listed = (words: readonly string[]) =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/**
 * What holds a node, in sentences: its support, its floor, and every member that meets it with how it is joined there. Where a node moves without
 * resistance, what is missing in this list is why.
 */
export function whatHolds(model: Model, id: string): string[] {
  const node = model.nodes[id];
  if (!node) return [`Node ${id} is not in the model.`];
  const held = freedoms.filter((freedom) => node.support?.[freedom] || (node.springs?.[freedom] ?? 0) > 0);
  const sentences = [
    held.length === 0
      ? `Node ${id} has no support of its own.`
      : held.length === 6
        ? `Node ${id} is fixed.`
        : `Its support holds it ${listed(held.map((freedom) => freedomWords[freedom]))}, not ${listed(freedoms.filter((freedom) => !held.includes(freedom)).map((freedom) => freedomWords[freedom]))}.`,
  ];
  const floor = Object.values(model.diaphragms).find((diaphragm) => diaphragm.nodes.includes(id));
  if (floor)
    sentences.push(`The rigid floor ${floor.label} carries it along in its plane; it does not hold the floor.`);
  const members = Object.values(model.members).filter((member) => member.start === id || member.end === id);
  if (members.length === 0) sentences.push('No member meets it.');
  for (const member of members) {
    const here: Connection | undefined = member.start === id ? member.startConnection : member.endConnection;
    const there: Connection | undefined = member.start === id ? member.endConnection : member.startConnection;
    const behaviour =
      member.behaviour === 'axial'
        ? 'It carries axial force only.'
        : member.behaviour === 'tension'
          ? 'It acts only while it pulls.'
          : member.behaviour === 'compression'
            ? 'It acts only while it pushes.'
            : '';
    sentences.push(
      `${member.role} ${member.label ?? member.id}: ${endConditionName(here)} here, ${endConditionName(there)} at ${member.start === id ? member.end : member.start}. ${behaviour}`.trim(),
    );
  }
  if (
    members.length > 0 &&
    members.every((member) => {
      const connection = member.start === id ? member.startConnection : member.endConnection;
      return member.behaviour !== undefined && member.behaviour !== 'frame'
        ? true
        : connection?.ry === 0 && connection.rz === 0;
    }) &&
    !held.some((freedom) => freedom.startsWith('r'))
  )
    sentences.push('No member keeps the node from turning: every one is hinged here.');
  return sentences;
}
