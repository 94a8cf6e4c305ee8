import { formatQuantity } from '../units';
import { onLevel } from './geometry';
import type { Model } from './model';
import type { Support } from './kinds';

/** Held in all six directions. */
export const fixedSupport: Support = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };
/** Held against moving, free to turn. */
export const pinnedSupport: Support = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: false };
/** The pinned foot of a column: it turns about x and y, its base plate keeps it from twisting about z. */
export const pinnedFoot: Support = { ...pinnedSupport, rz: true };

const directions = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;
const keyOf = (support: Support): string => directions.map((way) => (support[way] ? 1 : 0)).join('');
const named = new Map([
  [keyOf(fixedSupport), 'fixed'],
  [keyOf(pinnedSupport), 'pinned'],
  [keyOf(pinnedFoot), 'pinned and kept from turning about z'],
]);

/** "fixed", "pinned", or the directions that are held. */
export const supportName = (support: Support): string =>
  named.get(keyOf(support)) ?? `held in ${directions.filter((way) => support[way]).join(', ')}`;

/** How most supported nodes of a model are held, and how many; of those at a height (m) where one is given and any stand there. Undefined when nothing is supported. */
export function usualSupport(model: Model, height?: number): { support: Support; nodes: number } | undefined {
  const held = Object.values(model.nodes).filter(
    (node) => node.support && directions.some((way) => node.support![way]),
  );
  const here = height === undefined ? [] : held.filter((node) => Math.abs(node.position[2] - height) < onLevel);
  const counts = new Map<string, { support: Support; nodes: number }>();
  for (const { support } of here.length > 0 ? here : held) {
    const key = keyOf(support!);
    counts.set(key, { support: support!, nodes: (counts.get(key)?.nodes ?? 0) + 1 });
  }
  return [...counts.values()].sort((a, b) => b.nodes - a.nodes)[0];
}

/** "z = 4.20 m" in the project's unit. */
export const heightWords = (model: Model, height: number): string =>
  `z = ${formatQuantity(height, 'length', model.settings.units, 2)}`;
